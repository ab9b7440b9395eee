using System.Collections.Immutable;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Vines;

namespace Gemmifer.Core.Planning.Vines;

/// <summary>The plan of a vine in numbers.</summary>
internal sealed class VineTally(Survey survey, StemTree tree, VineParts parts, ImmutableArray<VineDecided> decided, VineOutcome outcome, ImmutableArray<PlanStep> steps, string kind)
{
    private const int LookMinutes = 3;

    /// <summary>A tie takes so much twist or tape, m, and so long, minutes (assumptions).</summary>
    private const double TieMetres = 0.2, TieMinutes = 0.5;

    /// <summary>Shoots of next summer as they are drawn: length, mm; lean between wires and round a head, and the turn from the spur's own direction, degrees (assumptions).</summary>
    private const double ShootMm = 900, WireLeanDegrees = 14, HeadLeanDegrees = 26, HeadTurnDegrees = 45;

    private readonly VineDecided[] _shoots = [.. decided.Where(d => parts.OneYear.Contains(d.Stem) && !AssumedShoots.Is(d.Stem) && parts.Findings[d.Stem.Id].Verdict != Verdict.Sucker)];

    private int Buds => outcome.BudsWanted ?? decided.Where(d => d.Decision != "remove").Sum(d => d.Buds);

    /// <summary>One-year shoots and canes counted; buds and arithmetic.</summary>
    public PlanCounts Counts()
    {
        var kept = _shoots.Where(d => d.Decision is "keep" or "shorten").ToArray();
        var ends = kept.Select(d => d.Cut?.At ?? tree.Axis(d.Stem).At(d.Stem.LengthMm)).ToArray();
        double? spacing = null;
        for (var i = 0; i < ends.Length; i++)
        {
            for (var j = 0; j < i; j++)
            {
                spacing = Math.Min(spacing ?? double.PositiveInfinity, ends[i].DistanceTo(ends[j]));
            }
        }

        var cuts = kept.Where(d => d.Cut is not null).Select(d => d.Cut!.At.Z).ToArray();
        return new PlanCounts(kept.Length, _shoots.Count(d => d.Decision == "remove"), _shoots.Count(d => d.Decision is "defer" or "check" or "untouched"), Buds, outcome.Budget?.Arithmetic, RemovedShare(),
            spacing is { } s ? Wording.Tenth(s) : null, null, cuts.Length == 0 ? null : Wording.Tenth(cuts.Max() - cuts.Min()));
    }

    private double RemovedShare()
    {
        double total = 0, gone = 0;
        foreach (var d in decided.Where(d => !(parts.Findings[d.Stem.Id] is { Verdict: Verdict.Dead, SoundToMm: null })))
        {
            var live = StemTree.LiveLength(d.Stem);
            (total, gone) = (total + live, gone + (d.Decision == "remove" ? live : Math.Max(0, live - d.LeftMm)));
        }

        return total <= 0 ? 0 : Math.Round(gone / total, 4);
    }

    /// <summary>Shoots, clusters as bloom points, flowering.</summary>
    public PlanForecast Forecast()
    {
        var alive = 1 - (survey.Vine!.Loss?.Share ?? 0);
        var crop = Crop();
        var from = survey.LastFrost.AddDays(survey.Plant.Kind.FlowerFromDays);
        if (from.DayNumber + 60 < survey.Date.DayNumber)
        {
            from = from.AddYears(1);
        }

        var shoots = kind == "summer" ? _shoots.Count(d => d.Decision is "keep" or "shorten") : (int)Math.Round(Buds * alive, MidpointRounding.AwayFromZero);
        return new PlanForecast(shoots, crop is null ? 0 : (crop.Clusters[0] + crop.Clusters[1]) / 2,
            [Wording.Day(from), Wording.Day(from.AddDays(survey.Plant.Kind.FlowerToDays - survey.Plant.Kind.FlowerFromDays))], [.. NewShoots()], [], []);
    }

    /// <summary>A shoot from every bud that stays, to one side and the other in turn: along the wires upward, round a head outward as its spur leans.</summary>
    private IEnumerable<NewShoot> NewShoots()
    {
        foreach (var p in outcome.Positions.Where(p => p.Shoot is not null))
        {
            var stem = tree.ById[p.Shoot!];
            var (name, count) = (AssumedShoots.Is(stem) ? p.Id : p.Shoot!, parts.Count(stem));
            for (var i = 0; i < p.Marks.Count; i++)
            {
                var side = i % 2 == 0 ? 1 : -1;
                var (clock, lean) = survey.Vine!.System == VineSystem.Goblet
                    ? (Wording.ClockNumber(stem.Bearing.Turn(side * HeadTurnDegrees)), HeadLeanDegrees)
                    : (side > 0 ? 3 : 9, WireLeanDegrees);
                yield return new NewShoot(name, p.Marks[i][0], p.Marks[i][1], p.Marks[i][2], clock, lean, ShootMm, count.SeenAt(i + 1));
            }
        }
    }

    private PlanCrop? Crop() => kind is "winter" or "second-visit" && Buds > 0 && outcome.Budget is not { Hard: true } ? VineBalance.Crop(survey, Buds) : null;

    /// <summary>Tools, ties and minutes.</summary>
    public PlanKit Kit()
    {
        var tools = new[] { "secateurs", "loppers", "saw" }.Where(t => steps.Any(s => s.Tool == t)).ToList();
        var ties = steps.Sum(s => s.Ties.Count);
        var minutes = LookMinutes + (ties * TieMinutes) + steps.Where(s => s.Stage != "return").Sum(s => s.Cut is not null ? ToolRack.Minutes(s.Tool) * 0.5 : 1);
        var of = ties == 0 ? Array.Empty<PlanMaterial>() : [new PlanMaterial("soft tie", Math.Round(ties * TieMetres, 1), [.. steps.Where(s => s.Ties.Count > 0 && s.Stem is not null).Select(s => s.Stem!).Distinct()])];
        return new PlanKit([.. tools, "alcohol (70 %) and a cloth"], new PlanTies(of.Sum(m => m.Metres), of), ["gloves", "eye protection"], (int)Math.Ceiling(minutes), minutes > 60 ? "heavy" : minutes > 25 ? "steady" : "light");
    }

    /// <summary>What is only said of vines.</summary>
    public PlanVine Vine(DateOnly? dry)
    {
        var vine = survey.Vine!;
        var named = VineRules.BudRules.FirstOrDefault(r => r.Rule == vine.Rule);
        var budget = outcome.Budget is not { } b ? null : new PlanBudget(b.By.ToString().ToLowerInvariant(), b.Target, b.Corrected, b.Cap, b.Buds, outcome.Room, outcome.Short,
            b.By switch { BudgetBy.Weight => named?.Provenance ?? "user", BudgetBy.Metre => VineRules.Values["shootsPerMetre"].Provenance, _ => survey.School.Value("spurBuds").Provenance },
            b.By switch
            {
                BudgetBy.Weight => named is null ? "A rule of your own." : $"The rule for {named.Name}: {named.Why}",
                BudgetBy.Metre => VineRules.Values["shootsPerMetre"].Why,
                _ => survey.School.Value("spurBuds").Why,
            });
        return new PlanVine(vine.System switch { VineSystem.LongCane => "long-cane", VineSystem.TTrellis => "t-trellis", _ => vine.System.ToString().ToLowerInvariant() }, kind, budget, [.. outcome.Positions.Select(p => p.Shoot is { } shoot && AssumedShoots.Is(tree.ById[shoot]) ? p with { Shoot = p.Id, Text = "No shoot was noted here; an ordinary one is taken to stand." } : p)], Crop(),
            VineBalance.Seasons(survey), outcome.Timeline ?? [], dry is { } d ? Wording.Day(d) : null);
    }
}
