using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Families.Vines;

/// <summary>Reads what a survey says of a vine as a whole.</summary>
public static class VineReader
{
    /// <summary>Reads and checks; with nothing given, everything is assumed.</summary>
    /// <param name="school">The school to plan with, which tells the system where that is not said.</param>
    /// <param name="value">The field vine; null where it is missing.</param>
    public static VineFacts Read(JsonElement? value, Plant plant, string? school, SurveyNotes notes)
    {
        using var nothing = JsonDocument.Parse("{}");
        var f = notes.Fields(value ?? nothing.RootElement, "/vine");
        var system = ReadSystem(f, school, notes);
        var year = f.Whole("year", 1, VineLimits.Year)
            ?? (plant.YearsPlanted is > 0 and <= VineLimits.Year ? plant.YearsPlanted : null);
        var spacing = ReadSpacing(f, plant, notes);
        var rowSpacing = f.Number("rowSpacing", VineLimits.SpacingLeastMm, VineLimits.SpacingMm);
        var grams = f.Number("pruningWeight", 0, VineLimits.PruningGrams);
        var loss = f.Find("winterLoss") is { } sample ? ReadLoss(sample, notes) : null;
        var rule = f.Find("budRule") is { } given ? ReadRule(given, notes) : null;
        var said = f.Choice<BudgetBy>("rule");
        var by = said
            ?? (
                grams is not null ? BudgetBy.Weight
                : VineRules.SystemOf(school) == VineSystem.LongCane ? BudgetBy.Metre
                : BudgetBy.Spurs
            );
        CheckBudget(f, plant, by, grams, rule, notes);
        var perMetre = f.Number("perMetre", 1, VineLimits.PerMetre) ?? VineNumbers.Of.ShootsPerMetre;
        var stage = f.Whole("stage", 1, 2) ?? 1;
        var records = f.List("records", VineLimits.Records)
            .Select(r => ReadRecord(r.Item, r.Path, notes))
            .OfType<VineSeason>()
            .OrderBy(r => r.Season)
            .ToImmutableArray();
        notes.Finish(f);
        return new VineFacts(
            system,
            year,
            spacing,
            rowSpacing,
            grams,
            loss,
            rule ?? VineRules.DefaultFor(plant.Kind.Id).Rule,
            by,
            perMetre,
            stage,
            records,
            said is not null
        );
    }

    private static VineSystem ReadSystem(FieldReader f, string? school, SurveyNotes notes)
    {
        if (f.Choice<VineSystem>("system") is { } said)
        {
            return said;
        }

        var system = VineRules.SystemOf(school) ?? VineSystem.Cordon;
        notes.Assume(
            null,
            "vine.system",
            WireNames.Of(system),
            system == VineSystem.Cordon
                ? "System not said: taken as arms along a wire."
                : "System not said: taken from the school."
        );
        return system;
    }

    private static double ReadSpacing(FieldReader f, Plant plant, SurveyNotes notes)
    {
        if (f.Number("spacing", VineLimits.SpacingLeastMm, VineLimits.SpacingMm) is { } measured)
        {
            return measured;
        }

        var spacing = VineRules.Kind(plant.Kind.Id).SpacingMm;
        notes.Assume(null, "vine.spacing", spacing, "Room along the row not measured: the usual room of this kind.");
        return spacing;
    }

    private static void CheckBudget(
        FieldReader f,
        Plant plant,
        BudgetBy by,
        double? grams,
        BudRule? rule,
        SurveyNotes notes
    )
    {
        if (by == BudgetBy.Weight && grams is null && f.IsObject)
        {
            f.Error(
                "/vine/pruningWeight",
                "required",
                "A budget by weight needs the weight of the prunings, in grams."
            );
        }

        if (by == BudgetBy.Weight && rule is null)
        {
            var named = VineRules.DefaultFor(plant.Kind.Id);
            notes.Assume(
                null,
                "vine.budRule",
                $"{named.Rule.Base} + {named.Rule.Per}",
                $"Balanced pruning as for {named.Name}, from memory."
            );
        }
    }

    private static WinterLoss? ReadLoss(JsonElement value, SurveyNotes notes)
    {
        var f = notes.Fields(value, "/vine/winterLoss");
        f.Require("cut");
        f.Require("dead");
        var cut = f.Whole("cut", 1, VineLimits.Sample);
        var dead = f.Whole("dead", 0, cut ?? VineLimits.Sample);
        notes.Finish(f);
        return (cut, dead) is ({ } c, { } d) ? new WinterLoss(c, d) : null;
    }

    private static BudRule? ReadRule(JsonElement value, SurveyNotes notes)
    {
        var f = notes.Fields(value, "/vine/budRule");
        f.Require("base");
        f.Require("per");
        var (first, further) = (f.Number("base", 1, VineLimits.Buds), f.Number("per", 0, VineLimits.Buds));
        var unit = f.Number("unit", VineLimits.UnitLeastGrams, VineLimits.UnitGrams) ?? BudRule.PoundGrams;
        notes.Finish(f);
        return (first, further) is ({ } a, { } b) ? new BudRule(a, b, unit) : null;
    }

    private static VineSeason? ReadRecord(JsonElement item, string path, SurveyNotes notes)
    {
        var f = notes.Fields(item, path);
        f.Require("season");
        var season = f.Whole("season", SurveyLimits.FirstYear, SurveyLimits.LastYear);
        var (prunings, crop) = (
            f.Number("pruningWeight", 0, VineLimits.PruningGrams),
            f.Number("crop", 0, VineLimits.CropGrams)
        );
        notes.Finish(f);
        return season is { } s ? new VineSeason(s, prunings, crop) : null;
    }
}
