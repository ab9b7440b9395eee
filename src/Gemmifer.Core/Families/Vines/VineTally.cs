using System.Collections.Immutable;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>The plan of a vine in numbers.</summary>
internal sealed class VineTally(
    Survey survey,
    StemTree tree,
    VineParts parts,
    ImmutableArray<VineDecided> decided,
    VineOutcome outcome,
    ImmutableArray<PlanStep> steps,
    VineTask task
)
{
    private readonly VineDecided[] _shoots =
    [
        .. decided.Where(d =>
            parts.OneYear.Contains(d.Stem)
            && !AssumedShoots.Is(d.Stem)
            && parts.Findings[d.Stem.Id].Verdict != Verdict.Sucker
        ),
    ];

    private int Buds => outcome.BudsWanted ?? decided.Where(d => d.Decision != Decision.Remove).Sum(d => d.Buds);

    /// <summary>One-year shoots and canes counted; buds and arithmetic.</summary>
    public PlanCounts Counts()
    {
        var kept = _shoots.Where(d => d.Decision is Decision.Keep or Decision.Shorten).ToArray();
        var ends = kept.Select(d => d.Cut?.At ?? tree.Axis(d.Stem).At(d.Stem.LengthMm)).ToArray();
        var (stay, go, left) = Tally.Of(_shoots.Select(d => d.Decision));
        return new PlanCounts(
            stay,
            go,
            left,
            Buds,
            outcome.Budget?.Arithmetic,
            RemovedShare(),
            Tally.Closest(ends, (a, b) => a.DistanceTo(b)),
            null,
            Tally.Between([.. kept.Where(d => d.Cut is not null).Select(d => d.Cut!.At.Z)])
        );
    }

    /// <summary>How the plan turns out, in a sentence.</summary>
    public string Summary() =>
        task switch
        {
            VineTask.Summer => InSummer(),
            VineTask.Training when outcome.Timeline?.FirstOrDefault(y => y.Now) is { } year => year.Text.ToString(),
            _ when survey.ElectiveWait && decided.Any(d => d.Decision == Decision.Defer) =>
                $"Nothing more than what is said for the day is cut now. In the main prune "
                    + $"{Wording.Count(Buds, "bud stays", "buds stay")}{Places()}{AgainstBudget()}.",
            _ => $"{Wording.Count(Buds, "bud stays", "buds stay")}{Places()}{AgainstBudget()}.",
        };

    private string InSummer()
    {
        var laid = steps.Count(s => s.Stem is not null && s.Ties.Count > 0);
        var tipped = steps.Count(s => s.Action == StepAction.Tip);
        var off = _shoots.Count(d => d.Decision == Decision.Remove);
        string[] parts =
        [
            .. laid > 0
                ? [Wording.Count(laid, "shoot to tie over the wire", "shoots to tie over the wire")]
                : (string[])[],
            .. tipped > 0 ? [$"{tipped} to tip"] : (string[])[],
            .. off > 0 ? [$"{off} to take off"] : (string[])[],
        ];
        return parts.Length == 0 ? "Nothing needs a cut now." : $"{string.Join(", ", parts)}.";
    }

    private bool LongCane => survey.Vine!.System == VineSystem.LongCane;

    private string Places()
    {
        var places = outcome.Positions.Count(p => p.Shoot is not null && p.Buds > 0);
        return places == 0 ? ""
            : LongCane ? $" on {Wording.Count(places, "shoot", "shoots")}"
            : $" on {Wording.Count(places, "spur", "spurs")}";
    }

    private string AgainstBudget() =>
        outcome.Budget is not { } budget || budget.Buds == Buds ? ""
        : LongCane && Buds > budget.Buds
            ? $": {budget.Buds} on the canes as the budget asks, {Buds - budget.Buds} on the spurs that renew them"
        : $"; the budget asks for {budget.Buds}";

    private double RemovedShare()
    {
        double total = 0,
            gone = 0;
        foreach (
            var d in decided.Where(d =>
                !AssumedShoots.Is(d.Stem) && !(parts.Findings[d.Stem.Id] is { Verdict: Verdict.Dead, SoundToMm: null })
            )
        )
        {
            var live = StemTree.LiveLength(d.Stem);
            (total, gone) = (
                total + live,
                gone
                    + (
                        d.Decision == Decision.Remove ? live
                        : d.Decision == Decision.Defer ? 0
                        : Math.Max(0, live - d.LeftMm)
                    )
            );
        }

        return Tally.Share(gone, total);
    }

    /// <summary>Shoots, clusters as bloom points, flowering.</summary>
    public PlanForecast Forecast()
    {
        var alive = 1 - (survey.Vine!.Loss?.Share ?? 0);
        var crop = Crop();
        var (from, to) = survey.Season.FlowersOnOrNext();
        var shoots =
            task == VineTask.Summer
                ? _shoots.Count(d => d.Decision is Decision.Keep or Decision.Shorten)
                : Math.Min(
                    BudBudget.Carries(survey.Vine!),
                    (int)Math.Round(Buds * alive, MidpointRounding.AwayFromZero)
                );
        return new PlanForecast(
            shoots,
            crop is null ? 0 : (crop.Clusters[0] + crop.Clusters[1]) / 2,
            shoots > 0 ? [from, to] : [],
            [.. NewShoots()],
            [],
            [],
            []
        );
    }

    /// <summary>
    /// A shoot from every bud that stays, to one side and the other in turn: along the wires upward, round a head
    /// outward as its spur leans.
    /// </summary>
    private IEnumerable<NewShoot> NewShoots()
    {
        foreach (var p in outcome.Positions.Where(p => p.Shoot is not null))
        {
            var stem = tree.ById[p.Shoot!];
            var (name, count) = (AssumedShoots.Is(stem) ? p.Id : p.Shoot!, parts.Count(stem));
            for (var i = 0; i < p.Marks.Count; i++)
            {
                var side = i % 2 == 0 ? 1 : -1;
                var (clock, lean) =
                    survey.Vine!.System == VineSystem.Goblet
                        ? (
                            Wording.ClockNumber(stem.Bearing.Turn(side * VineNumbers.Of.HeadTurn)),
                            VineNumbers.Of.HeadLean
                        )
                        : (side > 0 ? 3 : 9, VineNumbers.Of.WireLean);
                yield return new NewShoot(
                    name,
                    p.Marks[i][0],
                    p.Marks[i][1],
                    p.Marks[i][2],
                    clock,
                    lean,
                    VineNumbers.Of.DrawnShoot,
                    count.SeenAt(i + 1)
                );
            }
        }
    }

    private PlanCrop? Crop() =>
        task is not (VineTask.Winter or VineTask.SecondVisit) ? null
        : outcome.Budget is { OnlyDead: true } && outcome.LaterBuds > 0
            ? VineBalance.Crop(survey, outcome.LaterBuds, none: true)
        : Buds > 0 && outcome.Budget is not { Hard: true }
            ? VineBalance.Crop(survey, Buds, none: outcome.Budget is { Doubt: true })
        : null;

    /// <summary>Tools, ties and minutes.</summary>
    public PlanKit Kit()
    {
        var ties = steps.Where(s => s.Stage != Stage.Return).Sum(s => s.Ties.Count);
        var minutes =
            VineNumbers.Of.LookMinutes
            + (ties * Plans.Kit.TieMinutes)
            + steps
                .Where(s => s.Stage != Stage.Return)
                .Sum(s => s.Cut is not null ? ToolRack.Minutes(s.Tool) * VineNumbers.Of.CutShare : 1);
        PlanMaterial[] of =
            ties == 0
                ? []
                :
                [
                    new PlanMaterial(
                        "soft tie",
                        Math.Round(ties * VineNumbers.Of.TieMetres, 1),
                        [
                            .. steps
                                .Where(s => s.Stage != Stage.Return && s.Ties.Count > 0 && s.Stem is not null)
                                .Select(s => s.Stem!)
                                .Distinct(),
                        ]
                    ),
                ];
        return Plans.Kit.Of(steps, minutes, Plans.Kit.AgainstSpringing, of);
    }

    /// <summary>What is only said of vines.</summary>
    public PlanVine Vine(DateOnly? dry)
    {
        var vine = survey.Vine!;
        var named = VineRules.BudRules.FirstOrDefault(r => r.Rule == vine.Rule);
        var budget = outcome.Budget is not { } b
            ? null
            : new PlanBudget(
                b.By,
                b.Target,
                b.Corrected,
                b.Cap,
                b.Buds,
                outcome.Room,
                outcome.Short,
                b.By switch
                {
                    BudgetBy.Weight => named?.Provenance ?? Provenance.User,
                    BudgetBy.Metre => VineNumbers.Of.ShootsPerMetre.Provenance,
                    _ => survey.School.Set.SpurBuds.Provenance,
                },
                b.By switch
                {
                    BudgetBy.Weight => named is null
                        ? "A rule of your own."
                        : $"The rule for {named.Name}: {named.Why}",
                    BudgetBy.Metre => VineNumbers.Of.ShootsPerMetre.Why,
                    BudgetBy.Spurs => survey.School.Set.SpurBuds.Why,
                },
                [.. b.Sums.Select(s => new PlanSum(s.Of, s.Text))]
            );
        return new PlanVine(
            vine.System,
            task,
            budget,
            [
                .. outcome.Positions.Select(p =>
                    p.Shoot is { } shoot && AssumedShoots.Is(tree.ById[shoot])
                        ? p with
                        {
                            Shoot = p.Id,
                            Text = "No shoot was noted here; an ordinary one is taken to stand.",
                        }
                        : p
                ),
            ],
            Crop(),
            VineBalance.Seasons(survey),
            outcome.Timeline ?? [],
            dry
        );
    }
}
