using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Vines;

namespace Gemmifer.Core.Exchange;

/// <summary>Reads what a survey says of a vine as a whole.</summary>
public static class VineReader
{
    private static readonly string[] Systems = ["goblet", "cordon", "long-cane", "t-trellis", "training"];
    private static readonly string[] Rules = ["weight", "metre", "spurs"];

    /// <summary>Reads and checks; with nothing given, everything is assumed.</summary>
    /// <param name="school">The school to plan with, which tells the system where that is not said.</param>
    /// <param name="value">The field vine; null where it is missing.</param>
    public static VineFacts Read(JsonElement? value, Plant plant, string? school, List<SurveyError> errors, List<Assumption> assumed, List<Warning> warnings)
    {
        using var nothing = JsonDocument.Parse("{}");
        var f = new FieldReader(value ?? nothing.RootElement, "/vine", errors);
        var system = f.Word("system", Systems);
        if (system is null)
        {
            system = school is "goblet" or "long-cane" ? school : "cordon";
            assumed.Add(new Assumption(null, "vine.system", system, system == "cordon" ? "System not said: taken as arms along a wire." : "System not said: taken from the school."));
        }

        var year = f.Whole("year", 1, VineLimits.Year) ?? (plant.YearsPlanted is > 0 and <= VineLimits.Year ? plant.YearsPlanted : null);
        var spacing = f.Number("spacing", VineLimits.SpacingLeastMm, VineLimits.SpacingMm);
        if (spacing is null && plant.Kind.IsVine)
        {
            spacing = VineRules.Kind(plant.Kind.Id).SpacingMm;
            assumed.Add(new Assumption(null, "vine.spacing", spacing, "Room along the row not measured: the usual room of this kind."));
        }

        var rowSpacing = f.Number("rowSpacing", VineLimits.SpacingLeastMm, VineLimits.SpacingMm);
        var grams = f.Number("pruningWeight", 0, VineLimits.PruningGrams);
        var loss = f.Find("winterLoss") is { } sample ? ReadLoss(sample, errors, warnings) : null;
        var rule = f.Find("budRule") is { } given ? ReadRule(given, errors, warnings) : null;
        var by = f.Word("rule", Rules) ?? (grams is not null ? "weight" : school == "long-cane" ? "metre" : "spurs");
        if (by == "weight" && grams is null && f.IsObject)
        {
            f.Error("/vine/pruningWeight", "required", "A budget by weight needs the weight of the prunings, in grams.");
        }

        if (by == "weight" && rule is null)
        {
            var named = VineRules.DefaultFor(plant.Kind.Id);
            assumed.Add(new Assumption(null, "vine.budRule", $"{named.Rule.Base} + {named.Rule.Per}", $"Balanced pruning as for {named.Name}, from memory."));
        }

        var perMetre = f.Number("perMetre", 1, VineLimits.PerMetre) ?? VineRules.Value("shootsPerMetre");
        var stage = f.Whole("stage", 1, 2) ?? 1;
        var records = f.List("records", VineLimits.Records).Select(r => ReadRecord(r.Item, r.Path, errors, warnings)).OfType<VineSeason>().OrderBy(r => r.Season).ToImmutableArray();
        warnings.AddRange(f.Unknown());
        return new VineFacts(SystemOf(system), year, spacing ?? 1500, rowSpacing, grams, loss, rule ?? VineRules.DefaultFor(plant.Kind.Id).Rule,
            by switch { "weight" => BudgetBy.Weight, "metre" => BudgetBy.Metre, _ => BudgetBy.Spurs }, perMetre, stage, records);
    }

    private static VineSystem SystemOf(string system) => system switch
    {
        "goblet" => VineSystem.Goblet,
        "long-cane" => VineSystem.LongCane,
        "t-trellis" => VineSystem.TTrellis,
        "training" => VineSystem.Training,
        _ => VineSystem.Cordon,
    };

    private static WinterLoss? ReadLoss(JsonElement value, List<SurveyError> errors, List<Warning> warnings)
    {
        var f = new FieldReader(value, "/vine/winterLoss", errors);
        f.Require("cut");
        f.Require("dead");
        var cut = f.Whole("cut", 1, VineLimits.Sample);
        var dead = f.Whole("dead", 0, cut ?? VineLimits.Sample);
        warnings.AddRange(f.Unknown());
        return (cut, dead) is ({ } c, { } d) ? new WinterLoss(c, d) : null;
    }

    private static BudRule? ReadRule(JsonElement value, List<SurveyError> errors, List<Warning> warnings)
    {
        var f = new FieldReader(value, "/vine/budRule", errors);
        f.Require("base");
        f.Require("per");
        var (first, further) = (f.Number("base", 1, VineLimits.Buds), f.Number("per", 0, VineLimits.Buds));
        var unit = f.Number("unit", VineLimits.UnitLeastGrams, VineLimits.UnitGrams) ?? BudRule.PoundGrams;
        warnings.AddRange(f.Unknown());
        return (first, further) is ({ } a, { } b) ? new BudRule(a, b, unit) : null;
    }

    private static VineSeason? ReadRecord(JsonElement item, string path, List<SurveyError> errors, List<Warning> warnings)
    {
        var f = new FieldReader(item, path, errors);
        f.Require("season");
        var season = f.Whole("season", SurveyLimits.FirstYear, SurveyLimits.LastYear);
        var (prunings, crop) = (f.Number("pruningWeight", 0, VineLimits.PruningGrams), f.Number("crop", 0, VineLimits.CropGrams));
        warnings.AddRange(f.Unknown());
        return season is { } s ? new VineSeason(s, prunings, crop) : null;
    }
}
