using System.Collections.Immutable;
using System.Globalization;

namespace Gemmifer.Core.Families.Vines;

/// <summary>How many buds a vine is to keep, and how that was reckoned.</summary>
/// <param name="Target">By the rule, before anything is corrected.</param>
/// <param name="Corrected">With the buds the winter killed made up for; the target where nothing is corrected.</param>
/// <param name="Cap">Most buds for the room along the row.</param>
/// <param name="Buds">To be kept: the corrected number, no more than the cap.</param>
/// <param name="Hard">Fewer prunings than one unit: prune hard and take the crop off.</param>
/// <param name="Doubt">The weight is so near to the unit that it does not tell whether the vine is weak.</param>
/// <param name="OnlyDead">So much died that only dead wood comes off until growth shows.</param>
/// <param name="Sums">What was reckoned, sum by sum.</param>
public sealed record Budget(
    BudgetBy By,
    int Target,
    int Corrected,
    int Cap,
    int Buds,
    bool Hard,
    bool Doubt,
    bool OnlyDead,
    ImmutableArray<BudgetSum> Sums
)
{
    /// <summary>What would be left once growth shows what is alive: as much as makes up for the loss, in the room there
    /// is.</summary>
    /// <param name="share">Of the buds that died, 0 to 1.</param>
    public int AfterLoss(double share) =>
        Math.Min(Cap, (int)Math.Round(Target / Math.Max(0.01, 1 - share), MidpointRounding.AwayFromZero));

    /// <summary>All sums in one line.</summary>
    public string Arithmetic => string.Join("; ", Sums.Select(s => s.Text));
}

/// <summary>One sum as it would be written by hand.</summary>
public sealed record BudgetSum(SumOf Of, string Text);

/// <summary>
/// The bud budget. By weight it is balanced pruning: a + b × (weight − unit) / unit (after Shaulis, from memory). With
/// less than one
/// unit of prunings the first number is scaled down (assumption: the trade only says to prune hard).
/// </summary>
public static class BudBudget
{
    /// <summary>Reckons the budget.</summary>
    /// <param name="places">Places that carry a spur, and buds to a spur, for a budget by spurs.</param>
    public static Budget Of(VineFacts vine, int places, int spurBuds)
    {
        var (weighed, unit, band) = (
            vine.By == BudgetBy.Weight,
            vine.Rule.UnitGrams,
            VineNumbers.Of.UnitBand * vine.Rule.UnitGrams
        );
        var hard = weighed && vine.PruningGrams < unit - band;
        var doubt = weighed && !hard && vine.PruningGrams < unit + band;
        var (target, first) = Target(vine, places, spurBuds);
        var sums = ImmutableArray.CreateBuilder<BudgetSum>();
        sums.Add(new BudgetSum(SumOf.Rule, first));
        var (corrected, share) = (target, vine.Loss?.Share ?? 0);
        var onlyDead = share > VineNumbers.Of.LossTo;
        if (share >= VineNumbers.Of.LossFrom && !onlyDead)
        {
            corrected = Round(target / (1 - share));
            sums.Add(new BudgetSum(SumOf.WinterLoss, $"{target} / (1 − {Number(share)}) = {corrected}"));
        }

        var cap = Carries(vine);
        if (corrected > cap)
        {
            sums.Add(
                new BudgetSum(
                    SumOf.Room,
                    $"at most {Number(VineNumbers.Of.CapPerMetre)} × {Number(vine.SpacingMm / 1000)} m = {cap}"
                )
            );
        }

        return new Budget(
            vine.By,
            target,
            corrected,
            cap,
            Math.Min(corrected, cap),
            hard,
            doubt,
            onlyDead,
            sums.ToImmutable()
        );
    }

    /// <summary>Most buds, and shoots, for the room a vine has along the row.</summary>
    public static int Carries(VineFacts vine) =>
        (int)Math.Floor((VineNumbers.Of.CapPerMetre * vine.SpacingMm / 1000) + 1e-9);

    private static (int Target, string Sum) Target(VineFacts vine, int places, int spurBuds)
    {
        switch (vine.By)
        {
            case BudgetBy.Weight:
                var (rule, grams) = (vine.Rule, vine.PruningGrams ?? 0);
                if (grams < rule.UnitGrams)
                {
                    var few = Math.Max(1, Round(rule.Base * grams / rule.UnitGrams));
                    return (few, $"{Number(rule.Base)} × {Grams(grams)} / {Grams(rule.UnitGrams)} = {few}");
                }

                var buds = Round(rule.Base + (rule.Per * (grams - rule.UnitGrams) / rule.UnitGrams));
                return (
                    buds,
                    $"{Number(rule.Base)} + {Number(rule.Per)} × ({Grams(grams)} − {Grams(rule.UnitGrams)}) / "
                        + $"{Grams(rule.UnitGrams)} = {buds}"
                );
            case BudgetBy.Metre:
                var along = Math.Max(1, Round(vine.PerMetre * vine.SpacingMm / 1000));
                return (along, $"{Number(vine.PerMetre)} × {Number(vine.SpacingMm / 1000)} m = {along}");
            case BudgetBy.Spurs:
                return (places * spurBuds, $"{places} × {spurBuds} = {places * spurBuds}");
            default:
                throw new ArgumentOutOfRangeException(nameof(vine));
        }
    }

    private static int Round(double value) => (int)Math.Min(10_000, Math.Round(value, MidpointRounding.AwayFromZero));

    private static string Number(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);

    private static string Grams(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);
}
