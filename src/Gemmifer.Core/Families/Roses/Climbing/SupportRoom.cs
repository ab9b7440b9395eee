using Gemmifer.Core.Schools;
using Gemmifer.Core.Supports;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>How many canes a support has room for.</summary>
internal static class SupportRoom
{
    /// <summary>
    /// A school on a support: a framework of no more canes than there is room for. What the gardener set stays as set.
    /// </summary>
    public static School Fit(School school, Support support)
    {
        if (school.Climber == ClimberWay.KeepVolume)
        {
            // Tall company and arches: nothing is thinned for want of room.
            return school;
        }

        var most = Math.Min(Math.Max(RoomOn(support), RoseNumbers.Of.Framework), school.CanesMax);
        if (most == school.CanesMax || school.Set.CanesMax.Provenance == Provenance.User)
        {
            return school;
        }

        var value = new SchoolValue(most, null, Provenance.Assumption, "No more canes than this support has room for.");
        var values = school.Values.SetItem("canesMax", value);
        return school with { Values = school.CanesMin > most ? values.SetItem("canesMin", value) : values };
    }

    private static int RoomOn(Support support) =>
        support.Traits.Canes ?? (int)Math.Ceiling(support.WidthMm / RoseNumbers.Of.RoomForACane) + 1;
}
