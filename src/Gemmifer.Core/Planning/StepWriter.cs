using System.Collections.Immutable;
using System.Globalization;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Planning.Climbing;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Planning;

/// <summary>Writes the steps in the order of work. Within a stage stems come in order of id, the order of the walk.</summary>
public sealed class StepWriter(Survey survey, StemTree tree, ImmutableArray<Decided> decided, Sorted sorted, OnSupport? support)
{
    /// <summary>The stages in the order of work.</summary>
    public static ImmutableArray<string> Stages { get; } =
        ["prepare", "rough", "dead", "diseased", "damaged", "suckers", "crossing", "thin", "shorten", "laterals", "count", "train", "clean", "return"];

    /// <summary>A stake reaches so far into the head; the tie sits so far under it, mm (assumptions).</summary>
    private const double HeadMm = 100, UnderHeadMm = 30;

    private const string Thorns = "Long sleeves and gauntlets, and something over your eyes. See a doctor about a puncture with soil in it; keep your tetanus cover current.";
    private const string Saw = "Undercut first so that it does not tear; stand clear of where it falls.";
    private const string Disposal = "Keep diseased wood out of the compost; get rid of it as your local rules say.";
    private const string Flame = "Keep alcohol away from flame.";

    private readonly School _school = survey.School;
    private readonly bool _diseased = decided.Any(d => d.Finding.Verdict == Verdict.Diseased);

    /// <summary>All steps, numbered from 1.</summary>
    public ImmutableArray<PlanStep> Write()
    {
        var steps = new List<PlanStep>();
        steps.AddRange(Prepare());
        steps.AddRange(Rough());
        steps.AddRange(decided.SelectMany(StemSteps));
        if (!survey.Plant.Kind.Surveyed)
        {
            steps.AddRange(ShrubRoutine.Steps.Select(r => Step(r.Stage, null, "do", r.Text, tool: r.Tool)));
        }

        if (sorted.Climber is not null)
        {
            steps.AddRange(new TrainingSteps(survey, sorted, decided, support).Write());
        }

        steps.AddRange(Finish());
        return [.. steps.OrderBy(s => Stages.IndexOf(s.Stage)).ThenBy(s => s.Stem is null ? 0 : 1).ThenBy(s => s.Stem, StringComparer.Ordinal).Select((s, i) => s with { N = i + 1 })];
    }

    private static string Day(DateOnly date) => date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private PlanStep Step(string stage, string? stem, string action, string text, PlanCut? cut = null, string? tool = null, bool disinfect = false, string? caution = null, DateOnly? due = null) =>
        new(0, stage, stem, action, cut, [], tool, disinfect, Day(due ?? survey.Date), caution, text);

    private IEnumerable<PlanStep> Prepare()
    {
        var crown = survey.Plant.CrownHeightMm;
        yield return Step("prepare", null, "do",
            $"Gather the tools and wipe the blades with alcohol. Stand back and look at the whole {(survey.Plant.Kind.Surveyed ? "rose" : "shrub")} against the light before the first cut.",
            disinfect: true, caution: $"{Thorns} {Flame}");
        if (survey.Plant.Kind.Hangs)
        {
            yield return Step("prepare", null, "do", "Look at the stake first: it reaches up into the head, and the tie sits right under the head. Use a tie that gives, and renew one that has grown tight.");
            if (survey.Support is { Kind: SupportKind.Stake } stake && stake.HeightMm < crown + HeadMm)
            {
                yield return Step("prepare", null, "do", $"The stake ends at {Wording.Mm(stake.HeightMm)}; set a longer one, {Wording.Mm(crown + HeadMm)} or more above the soil, so that it reaches into the head. Without it the head breaks off in wind.");
            }
        }

        if (survey is { Support.Kind: SupportKind.Stake, Plant.Kind.Hangs: true })
        {
            yield return Step("train", null, "tie", $"Tie the stem to the stake right under the head, {Wording.Mm(crown - UnderHeadMm)} above the soil, with a tie that gives; a second one half way down.") with
            {
                Ties = [new PlanTie(0, Wording.Tenth(crown - UnderHeadMm), "stake"), new PlanTie(0, Wording.Tenth(crown / 2), "stake", 2)],
                Tool = "fingers",
            };
        }

        if (survey.Plant.CrownHidden)
        {
            yield return Step("prepare", null, "do", "Scrape the mulch and soil back from the crown with your hands until you see where each cane starts.", tool: "fingers");
        }
    }

    /// <summary>Work on the whole plant before single canes: the shears, or tall growth that hides the inside.</summary>
    private IEnumerable<PlanStep> Rough()
    {
        var crown = survey.Plant.CrownHeightMm;
        var sheared = decided.FirstOrDefault(d => d.Option is { Sheared: true });
        if (sheared is not null)
        {
            var height = Wording.Tenth(sheared.Option!.Place.Z);
            yield return Step("rough", null, "shorten", $"Shear the whole plant level, {Wording.Mm(height)} above the soil. Dead and rubbing wood comes out by hand afterwards.",
                new PlanCut(height, null, 0, 0, "height", 0, 0, height), "shears", _diseased, "Keep the other hand and any cable clear of the blades.");
        }

        var top = _school.RoughTopMm;
        if (top <= 0 || survey.Plant.Vigour == Vigour.Weak || survey.Plant.Kind.Hangs || sheared is not null)
        {
            yield break;
        }

        double TipOf(Stem s) => tree.Axis(s).At(s.LengthMm).Z;
        var tall = decided.Count(d => TipOf(d.Stem) > crown + (top * 1.3));
        var stays = decided.Where(d => d.Stem.TopLevel && d.Decision is not "remove").Select(d => d.Option?.Place.Z ?? TipOf(d.Stem)).DefaultIfEmpty(0).Max();
        if (tall >= (survey.Plant.Neglected ? 4 : 8) && stays <= crown + top - 50)
        {
            yield return Step("rough", null, "shorten", $"First bring the tall growth down to hip height, {Wording.Mm(crown + top)} above the soil, so that you can see and reach inside. Every cut that counts comes later, lower down.",
                new PlanCut(Wording.Tenth(crown + top), null, 0, 0, "height", 0, 0, Wording.Tenth(crown + top)), "loppers", _diseased, "Mind your eyes: cut canes spring. Let them fall away from you.");
        }
    }

    private IEnumerable<PlanStep> StemSteps(Decided d)
    {
        var id = d.Stem.Id;
        switch (d.Decision)
        {
            case "check":
                yield return Step(d.Stage, id, "check", $"{id}: {d.Finding.Text} {d.Finding.Ask} Leave it until you know.");
                break;
            case "untouched" when d.Finding.Verdict == Verdict.Soft && d.Stem.TopLevel:
                yield return Step("return", id, "check", sorted.Climber is null ? $"{id} was soft and stayed as it was. Look whether it has firmed, and decide then."
                    : $"{id} was soft and stayed as it was. Once it has firmed, walk round again and tie it in.", due: survey.Date.AddDays(42));
                break;
            case "defer":
                yield return Step("return", id, "defer", $"{id} goes next winter, at its base, if the new growth is strong by then. Leave it whole now.", due: NextWinter());
                break;
            case "shorten" when d.Option is { Sheared: true }:
                break;
            case "shorten" when d.Option is { TakeOver: { } over } cut:
                yield return Joining(d, over, cut);
                break;
            case "remove" when d.Option is { } removal:
                yield return Removal(d, removal);
                break;
            case "shorten" when d.Option is { } cut:
                yield return Shortening(d, cut);
                break;
        }
    }

    private PlanStep Removal(Decided d, CutOption option)
    {
        var stem = d.Stem;
        var tool = d.Finding.Verdict == Verdict.Sucker && stem.DiameterMm <= ToolRack.SecateursMm && stem.Has("soft") ? "fingers" : ToolRack.For(stem.DiameterMm);
        var (where, text) = !stem.TopLevel ? ("ring", $"Take {stem.Id} off {stem.Parent.StemId} at its ring, about 6 mm out, square; never into {stem.Parent.StemId}.")
            : d.Finding.Verdict == Verdict.Sucker ? ("base", $"Follow {stem.Id} down to where it comes out of the root, and take it off there; cut at soil level it comes back.")
            : sorted.Climber is not null && d.Reasons.Any(r => r.Rule == "thinBelow") ? ("ring", $"Take {stem.Id} back to its ring at the crown, square to it.")
            : stem.Parent.Origin == Origin.Ground ? ("ground", $"Take {stem.Id} out level with the ground.")
            : ("base", $"Take {stem.Id} out at its base{(tool == "saw" || stem.LengthMm > 2500 ? ", in pieces from the top down" : "")}.");
        var cut = new PlanCut(0, null, 0, 0, where, Wording.Tenth(option.Place.X), Wording.Tenth(option.Place.Y), Wording.Tenth(option.Place.Z));
        return Step(d.Stage, stem.Id, "remove", $"{text} {Why(d)}".TrimEnd(), cut, tool, _diseased, CautionFor(d, tool));
    }

    private DateOnly NextWinter() => Season.PruningYear.NextWinter(survey.Plant.Kind, survey.Date, survey.LastFrost.Month, survey.LastFrost.Day);

    private PlanStep Joining(Decided d, TakeOver over, CutOption option)
    {
        var place = tree.Axis(d.Stem).At(option.AlongMm);
        var tool = ToolRack.For(tree.DiameterAt(d.Stem, option.AlongMm));
        var cut = new PlanCut(Wording.Tenth(option.AlongMm), null, _school.SlopeDeg, _school.ClearanceMm, "join", Wording.Tenth(place.X), Wording.Tenth(place.Y), Wording.Tenth(place.Z));
        return Step(d.Stage, d.Stem.Id, "shorten",
            $"Cut {d.Stem.Id} off at {Wording.Mm(option.AlongMm)}, just above where {over.Stem.Id} leaves it, sloping away from {over.Stem.Id}. {Why(d)}".TrimEnd(), cut, tool, _diseased, CautionFor(d, tool));
    }

    private PlanStep Shortening(Decided d, CutOption option)
    {
        var tool = ToolRack.For(tree.DiameterAt(d.Stem, option.AlongMm));
        var lookFor = option.Bud is { Known: BudKnowledge.LookFor };
        var cut = new PlanCut(
            lookFor ? null : Wording.Tenth(option.AlongMm),
            option.Bud is { } b ? ToBud(b) : null,
            _school.SlopeDeg, _school.ClearanceMm, "above-bud", Wording.Tenth(option.Place.X), Wording.Tenth(option.Place.Y), Wording.Tenth(option.Place.Z));
        return Step(d.Stage, d.Stem.Id, "shorten", $"{Instruction(d, option)} {Why(d)}".TrimEnd(), cut, tool, _diseased, CautionFor(d, tool));
    }

    private static string Why(Decided d) => d.Stage is "dead" or "diseased" or "damaged" or "suckers" or "crossing" or "thin"
        ? d.Reasons.FirstOrDefault(r => r.Rule != "pin")?.Text ?? "" : "";

    private string Instruction(Decided d, CutOption option)
    {
        var (id, clearance) = (d.Stem.Id, Wording.Mm(_school.ClearanceMm));
        var slope = _school.SlopeDeg == 0 ? "Cut square." : $"Slope the cut {Wording.Number(_school.SlopeDeg)}°, the high side over the bud.";
        if (option.Bud is not { } bud)
        {
            return $"Cut {id} at {Wording.Mm(option.AlongMm)}, above the nearest bud.";
        }

        if (d.Stem.Pin is Pin.CutAt && bud.Known == BudKnowledge.Likely)
        {
            return $"Cut {id} at {Wording.Mm(option.AlongMm)}, where you chose; a bud is likely just below. {slope}";
        }

        if (bud.AtScar)
        {
            return $"No bud serves on {id}. Cut it at {Wording.Mm(option.AlongMm)}, just above the scar at {Wording.Mm(bud.AlongMm!.Value)} where an earlier shoot came out: latent buds sit either side of it. {slope}";
        }

        if (d.Stage == "dead")
        {
            slope = $"Come down in steps until the pith is clean and green; if it is still brown here, go on to the next bud below. {slope}";
        }

        var facing = _school.BudUpward ? "up and out, " : "";
        facing += bud.Facing is { } f ? Wording.Clock(f) : "outward";
        var from = survey.Plant.Kind.Hangs ? " from the head" : "";
        return bud.Known switch
        {
            BudKnowledge.Seen => $"Cut {id} at {Wording.Mm(option.AlongMm)}{from}, {clearance} above the bud that faces {facing}. {slope}",
            BudKnowledge.Likely => bud.OtherFacing is { } other
                ? $"On {id} a bud is likely at about {Wording.Mm(bud.AlongMm!.Value)}{from}, facing {facing} or {Wording.Clock(other)}. Cut {clearance} above it. {slope}"
                : $"On {id} a bud facing about {facing}, give or take {Wording.Hours(Math.Max(0.5, bud.SpreadDeg / 30))}, is likely at {Wording.Mm(bud.AlongMm!.Value)}{from}. Cut {clearance} above it. {slope}",
            BudKnowledge.LookFor when !_school.BudOutward => $"On {id}, look between {Wording.Mm(bud.FromMm)} and {Wording.Mm(bud.ToMm)} for a strong bud, whichever way it faces. Cut {clearance} above it. {slope}",
            BudKnowledge.LookFor => $"On {id}, look between {Wording.Mm(bud.FromMm)} and {Wording.Mm(bud.ToMm)}{from} for {(from == "" ? "the lowest bud" : "the first bud")} that faces {(bud.GiveOrTakeHours >= 3 ? $"roughly {facing}" : $"{facing}, give or take {Wording.Hours(bud.GiveOrTakeHours)}")}. Cut {clearance} above it. {slope}",
            _ => throw new InvalidOperationException($"Unhandled knowledge {bud.Known}."),
        };
    }

    private static PlanBud ToBud(TargetBud bud) => new(
        bud.AlongMm is { } at ? Wording.Tenth(at) : null,
        bud.Facing is { } facing ? Wording.ClockNumber(facing) : null,
        bud.Known switch { BudKnowledge.Seen => "seen", BudKnowledge.Likely => "likely", _ => "look-for" },
        bud.Known == BudKnowledge.LookFor ? [Wording.Tenth(bud.FromMm), Wording.Tenth(bud.ToMm)] : null,
        bud.OtherFacing is { } other ? Wording.ClockNumber(other) : null,
        bud.Known == BudKnowledge.Likely ? Math.Round(bud.SpreadDeg / 30, 1) : null,
        bud.Face?.ToString().ToLowerInvariant());

    private static string? CautionFor(Decided d, string tool) =>
        (tool == "saw", d.Finding.Verdict == Verdict.Diseased) switch
        {
            (true, true) => $"{Saw} {Disposal}",
            (true, false) => Saw,
            (false, true) => $"Wipe the blades with alcohol after this cut. {Disposal}",
            _ => null,
        };

    private IEnumerable<PlanStep> Finish()
    {
        var leaves = _school.Value("stripLeaves").Number > 0 && sorted.Climber is not { InSeason: true };
        if (_school.Value("sealant").Number > 0)
        {
            yield return Step("clean", null, "do", "Seal the wounds as you have chosen to. They close by themselves without it.");
        }

        yield return Step("clean", null, "do",
            $"Pick up the prunings and the fallen leaves{(leaves ? ", and pull off the old leaves that still hang" : "")}. Feed, water and mulch, clear of the canes.",
            caution: _diseased ? Disposal : null);
        yield return Step("return", null, "do", "Look again when the new shoots are a hand long: rub out doubles, and cut back to live wood where a tip has died.", due: survey.Date.AddDays(56));
    }
}
