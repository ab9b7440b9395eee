using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>Crop and wood against the published ranges, and what this summer can bring.</summary>
internal static class VineBalance
{
    /// <summary>
    /// Each season that was weighed, oldest first; this winter's prunings belong to the summer before.
    /// </summary>
    public static IReadOnlyList<PlanBalance> Seasons(Survey survey)
    {
        var vine = survey.Vine!;
        var last = survey.Season.Year - 1;
        var seasons = vine.Records.GroupBy(r => r.Season).ToDictionary(g => g.Key, g => g.Last());
        if (vine.PruningGrams is { } now)
        {
            seasons[last] = new VineSeason(last, now, seasons.GetValueOrDefault(last)?.CropGrams);
        }

        return [.. seasons.Values.OrderBy(s => s.Season).Select(s => Judge(s, vine.SpacingMm))];
    }

    /// <summary>Ravaz index and prunings per metre of row against Smart and Robinson's ranges (from memory).</summary>
    public static PlanBalance Judge(VineSeason season, double spacingMm)
    {
        double? ravaz = season is { CropGrams: { } crop, PruningGrams: > 0 and { } wood } ? crop / wood : null;
        double? perMetre = season.PruningGrams is { } grams ? grams / (spacingMm / 1000) : null;
        var words = new List<string>();
        if (ravaz is { } r)
        {
            (double from, double to) = (VineNumbers.Of.RavazFrom, VineNumbers.Of.RavazTo);
            words.Add(
                r < from
                    ? $"crop {Wording.Number(r)} times the prunings, below {from} to {to}: "
                        + "more wood than the crop needs, leave more buds"
                : r > to
                    ? $"crop {Wording.Number(r)} times the prunings, above {from} to {to}: "
                        + "too much crop, leave fewer buds"
                : $"crop {Wording.Number(r)} times the prunings, in balance ({from} to {to})"
            );
        }

        if (perMetre is { } p)
        {
            (double from, double to) = (VineNumbers.Of.WoodFrom, VineNumbers.Of.WoodTo);
            words.Add(
                p < from ? $"{Wording.Grams(Math.Round(p))} of prunings per metre, below {from} to {to}: weak growth"
                : p > to
                    ? $"{Wording.Grams(Math.Round(p))} of prunings per metre, above {from} to {to}: "
                        + "too strong for its room"
                : $"{Wording.Grams(Math.Round(p))} of prunings per metre, as it should be ({from} to {to})"
            );
        }

        return new PlanBalance(
            season.Season,
            season.PruningGrams,
            season.CropGrams,
            Wording.Tenth(ravaz),
            Wording.Tenth(perMetre),
            words.Count == 0 ? "Not weighed." : Wording.Capital(string.Join("; ", words)) + "."
        );
    }

    /// <summary>
    /// Shoots, clusters and crop from the buds that stay; ranges throughout, and never more than the row carries: what
    /// comes beyond that is rubbed out.
    /// </summary>
    /// <param name="none">Whether it may come to no crop at all.</param>
    public static PlanCrop Crop(Survey survey, int buds, bool none = false)
    {
        var (vine, kind) = (survey.Vine!, VineRules.Kind(survey.Plant.Kind.Id));
        var alive = 1 - (vine.Loss?.Share ?? 0);
        var carries = BudBudget.Carries(vine);
        var grow = new[]
        {
            (int)Math.Floor(buds * alive * (vine.Loss is null ? VineNumbers.Of.GrowLeast : VineNumbers.Of.GrowSampled)),
            (int)Math.Ceiling(buds * alive),
        };
        int[] shoots = [.. grow.Select(s => Math.Min(s, carries))];
        var clusters = new[]
        {
            none ? 0 : (int)Math.Floor(shoots[0] * kind.Clusters.Least),
            (int)Math.Ceiling(shoots[1] * kind.Clusters.Most),
        };
        var grams = new[]
        {
            Math.Round(clusters[0] * kind.Grams.Least / 100) * 100,
            Math.Round(clusters[1] * kind.Grams.Most / 100) * 100,
        };
        var perMetre = Math.Round(shoots[1] / (vine.SpacingMm / 1000), 1);
        double[]? ravaz = vine.PruningGrams is > 0 and { } wood
            ? [Math.Round(grams[0] / wood, 1), Math.Round(grams[1] / wood, 1)]
            : null;
        return new PlanCrop(
            shoots,
            clusters,
            grams,
            perMetre,
            ravaz,
            $"{shoots[0]} to {shoots[1]} shoots, {clusters[0]} to {clusters[1]} clusters, "
                + $"{Wording.Kilograms(grams[0], grams[1])} of grapes. About {Wording.Number(perMetre)} shoots to a "
                + $"metre of row; {Wording.Number(VineNumbers.Of.ShootsPerMetre)} are enough."
                + (
                    grow[1] > carries
                        ? $" What comes beyond {Wording.Count(carries, "shoot", "shoots")} is rubbed out."
                        : ""
                )
        );
    }
}
