using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Plans;

/// <summary>What the gardener said of a stem, and what a plan answers.</summary>
internal static class GardenersWord
{
    /// <summary>The reason of what is done as it was asked.</summary>
    public static PlanReason Reason(Pin pin) =>
        new(
            "pin",
            pin switch
            {
                Pin.Keep => "You asked for it to stay.",
                Pin.Remove => "You asked for it to go.",
                Pin.CutAt => "You chose the place of the cut.",
                _ => throw new ArgumentOutOfRangeException(nameof(pin)),
            },
            Provenance.User
        );

    /// <summary>
    /// What was asked of a stem and is not done: to stay, to go, to be cut there; null where it is done.
    /// </summary>
    /// <param name="own">The steps of the stem.</param>
    public static string? Unheard(Stem stem, PlanStem planned, IReadOnlyCollection<PlanStep> own) =>
        stem.Pin switch
        {
            Pin.Keep
                when planned.Decision is Decision.Remove or Decision.Defer
                    && !own.Any(s => s.Cut is { Where: CutPlace.AboveBud or CutPlace.Join or CutPlace.Height }) =>
                "stay",
            Pin.Remove when planned.Decision != Decision.Remove => "go",
            Pin.CutAt cut
                when !own.Any(s => s.Cut is { At: { } at } && Math.Abs(at - cut.AlongMm) < 1)
                    && !(planned.Decision == Decision.Keep && cut.AlongMm >= stem.LengthMm - 1)
                    && !(planned.Decision == Decision.Remove && cut.AlongMm < 1) => "be cut there",
            _ => null,
        };

    /// <summary>A stem with the gardener's word as its first reason.</summary>
    /// <param name="own">The steps of the stem.</param>
    public static PlanStem First(Stem stem, PlanStem planned, IReadOnlyCollection<PlanStep> own)
    {
        if (stem.Pin is not { } pin)
        {
            return planned;
        }

        var word = Unheard(stem, planned, own) is not null
            ? new PlanReason("unheard", "It could not be as you asked.", Provenance.User)
            : planned.Reasons.FirstOrDefault(r => r.Rule == "pin") ?? Reason(pin);
        return planned with
        {
            Reasons = [word with { Provenance = Provenance.User }, .. planned.Reasons.Where(r => r.Rule != "pin")],
        };
    }
}
