using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families;

/// <summary>Which cuts wait for the main prune on a day outside of it; the rule of all families.</summary>
internal static class SeasonWait
{
    /// <summary>What is planned of a stem.</summary>
    /// <param name="Own">It has a step of its own; else it falls with what it stands on.</param>
    /// <param name="Now">It is right today for a reason of its own.</param>
    public readonly record struct Work(Decision Decision, Stage Stage, bool Own, bool Now = false);

    /// <summary>Whether a stem's own cut is right on any day: what it is for, or the gardener's word.</summary>
    public static bool AtOnce(Stem stem, Stage stage) => stem.Pin is Pin.Remove or Pin.CutAt || Stages.AnyTime(stage);

    /// <summary>The stems that wait, with those that fall with them, by id.</summary>
    public static HashSet<StemId> Of(StemTree tree, Func<Stem, Work> planned)
    {
        var waits = new HashSet<StemId>();
        foreach (var top in tree.Stems.Where(s => s.TopLevel))
        {
            Mark(top, false);
        }

        return waits;

        void Mark(Stem stem, bool parent)
        {
            var work = planned(stem);
            var waiting =
                work.Decision is Decision.Remove or Decision.Shorten
                && (work.Own ? !work.Now && !AtOnce(stem, work.Stage) : parent);
            if (waiting)
            {
                waits.Add(stem.Id);
            }

            foreach (var child in tree.Children(stem))
            {
                Mark(child, waiting || (parent && !work.Own));
            }
        }
    }
}
