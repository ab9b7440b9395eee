using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Plans;

/// <summary>What to carry: tools in the order of the rack, protection, ties and minutes.</summary>
public static class Kit
{
    /// <summary>Above so many minutes work is heavy, above so many steady (assumptions).</summary>
    private static readonly double HeavyMinutes = TradeNumbers.Of.HeavyMinutes,
        SteadyMinutes = TradeNumbers.Of.SteadyMinutes;

    /// <summary>So many cuts with the saw make any work heavy (assumption).</summary>
    private static readonly int HeavySaws = TradeNumbers.Of.HeavySaws;

    /// <summary>Against thorns.</summary>
    public static IReadOnlyList<string> AgainstThorns { get; } = ["gauntlets", "long sleeves", "eye protection"];

    /// <summary>Where nothing has thorns.</summary>
    public static IReadOnlyList<string> AgainstSpringing { get; } = ["gloves", "eye protection"];

    /// <summary>Minutes a tie takes, and for getting a ladder to where it is wanted (assumptions).</summary>
    public static readonly double TieMinutes = TradeNumbers.Of.TieMinutes,
        LadderMinutes = TradeNumbers.Of.LadderMinutes;

    /// <summary>
    /// Minutes of the work of a day: each cut by its tool, each tie, each move of a ladder, a minute for anything else.
    /// </summary>
    public static double Minutes(IEnumerable<PlanStep> steps) =>
        steps
            .Where(s => s.Stage != Stage.Return)
            .Sum(s =>
                (
                    s.Cut is not null ? ToolRack.Minutes(s.Tool)
                    : s.Ties.Count > 0 ? 0
                    : 1
                )
                + (s.Ties.Count * TieMinutes)
                + (s.Caution?.Contains(Cautions.Ladder, StringComparison.Ordinal) == true ? LadderMinutes : 0)
            );

    /// <summary>The kit of some steps.</summary>
    /// <param name="minutes">Rounded up.</param>
    /// <param name="protection"><see cref="AgainstThorns"/> or <see cref="AgainstSpringing"/>.</param>
    /// <param name="ties">Tie material.</param>
    /// <param name="effort">How hard; by the minutes alone where not said.</param>
    public static PlanKit Of(
        IReadOnlyList<PlanStep> steps,
        double minutes,
        IReadOnlyList<string> protection,
        IReadOnlyList<PlanMaterial> ties,
        Effort? effort = null
    )
    {
        var today = steps.Where(s => s.Stage != Stage.Return).ToArray();
        var tools = ToolRack.Bladed.Where(t => today.Any(s => s.Tool == t)).Select(ToolRack.Name).ToArray();
        return new PlanKit(
            [
                .. tools,
                .. today.Any(s => s.Disinfect) || tools.Length > 0 ? ["alcohol (70 %) and a cloth"] : (string[])[],
                .. today.Any(s => s.Caution?.Contains(Cautions.Ladder, StringComparison.Ordinal) == true)
                    ? ["ladder"]
                    : (string[])[],
            ],
            new PlanTies(Math.Round(ties.Sum(m => m.Metres), 1), ties),
            protection,
            (int)Math.Ceiling(minutes),
            effort ?? ByMinutes(minutes)
        );
    }

    /// <summary>How hard the work is: saw cuts and long work tire (assumption).</summary>
    public static Effort WithSaws(IReadOnlyList<PlanStep> steps, double minutes)
    {
        var saws = steps.Count(s => s.Tool == Tool.Saw && s.Stage != Stage.Return);
        return saws >= HeavySaws ? Effort.Heavy
            : saws > 0 && minutes <= HeavyMinutes ? Effort.Steady
            : ByMinutes(minutes);
    }

    private static Effort ByMinutes(double minutes) =>
        minutes > HeavyMinutes ? Effort.Heavy
        : minutes > SteadyMinutes ? Effort.Steady
        : Effort.Light;
}
