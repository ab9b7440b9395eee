namespace Gemmifer.Core.Planning;

/// <summary>The simple routine for other woody plants, which does without a walk round the canes (common practice, no source).</summary>
internal static class ShrubRoutine
{
    /// <summary>Stage, text, tool and whether it is a cut, in the order of work.</summary>
    public static IReadOnlyList<(string Stage, string Text, string Tool)> Steps { get; } =
    [
        ("dead", "Take out what is dead, diseased or broken, back to sound wood or to where it starts.", "secateurs"),
        ("suckers", "Take off the shoots that come from the ground and from low on the trunks, right where they start; pull young ones.", "secateurs"),
        ("crossing", "Where two branches cross and rub, take out the thinner of the two at the ring.", "loppers"),
        ("thin", "Take low twigs off close to the trunk. Clear the lower trunk step by step, a little every year.", "secateurs"),
        ("laterals", "Cut old seed heads off at an angle, about 6 to 13 mm above the branch they sit on, then the weak twigs beside them.", "secateurs"),
    ];
}
