using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>What is planned beside the canes themselves.</summary>
/// <param name="Noun">What the plant is called.</param>
/// <param name="Routine">Steps on the whole plant that need no walk round its canes.</param>
internal sealed record CaneTask(string Noun, IReadOnlyList<PlanStep> Routine);

/// <summary>
/// From the survey of a plant with canes to its plan: sorted by what must happen, chosen jointly, laid on a support,
/// explained.
/// </summary>
internal sealed class CanePlanner
{
    /// <summary>Search nodes after which the best plan found is given with its bound instead of a proof.</summary>
    public const long NodeLimit = 100_000;

    /// <summary>The same where a plan is made only to see what an answer would change.</summary>
    public const long QuestionNodes = 12_500;

    /// <summary>
    /// Looks are tried on plants of up to so many stems, on large ones fewer: each answer is a plan of its own.
    /// </summary>
    private const int MostAsked = 60,
        Large = 24,
        LooksOnLarge = 2;

    private readonly Survey _survey;
    private readonly long _nodes;
    private readonly CaneTask _task;
    private readonly CancellationToken _cancel;
    private readonly StemTree _tree;
    private readonly Sorted _sorted;
    private readonly Laying? _laying;
    private readonly Known _known;
    private readonly Lazy<ImmutableArray<Sorted>> _laid;
    private SolvedChoice? _solved;

    /// <param name="known">What was worked out already for the same plant with other words on a stem.</param>
    public CanePlanner(
        Survey survey,
        CaneTask task,
        CancellationToken cancel,
        long nodes = NodeLimit,
        Known? known = null
    )
    {
        _known = known ?? new Known();
        (_survey, _task, _cancel, _nodes) = (survey, task, cancel, nodes);
        _tree = StemTree.Build(survey.Stems, survey.Plant);
        _sorted = Sorting.Sort(survey, _tree, _known.Options);
        _laying =
            _sorted.Climber is { } climber && survey.Support is not null
                ? new Laying(survey, _tree, climber, _sorted.Shoots.Options, _known.Paths)
                : null;
        _laid = new Lazy<ImmutableArray<Sorted>>(Lay);
    }

    /// <summary>Plans the work on the plant.</summary>
    public PlanDocument Plan(PlanDetail detail)
    {
        var solved = Choose();
        var choice = solved.Choice;
        var (whole, support) = Decide(solved, words: detail != PlanDetail.Decisions);
        var decided = Day.Of(whole);
        var bloom = support is null ? null : new BloomForecast(_survey, _tree, whole, support);
        var steps = StepOrder.Of(new CaneSteps(_survey, _tree, decided, _sorted, support).Write(_task));
        var tally = new CaneTally(_survey, _tree, _sorted, decided, whole, steps);
        var (counts, chosen) = (tally.Counts(), _sorted.Candidates.Length > 0);
        var plan = PlanBuilder.Build(
            _survey,
            new PlanParts
            {
                Optimum = new Optimum(
                    choice.Optimal,
                    chosen ? choice.Result.Score : null,
                    chosen ? choice.Result.Bound : null
                ).Less(_sorted.SetAside),
                Stems =
                [
                    .. decided.Select(d => new PlanStem(
                        d.Stem.Id,
                        d.Decision,
                        d.Finding.Verdict,
                        Musts.Told(d.Finding, d.Decision, d.Reasons),
                        d.Successor
                    )),
                ],
                Steps = steps,
                Counts = counts,
                Summary = CaneSummary.Of(counts, bloom),
                Forecast = tally.Forecast(bloom),
                Kit = tally.Kit(support),
                Warnings =
                [
                    .. new CaneWarnings(_survey, _tree, _sorted, choice, decided).Write(),
                    .. ClimberWarnings.Write(_survey, _sorted.Climber, decided, support, bloom),
                ],
                Assumed = _survey is { Plant.Kind.Hangs: true, Support: null }
                    ? [new PlanAssumption(null, "support", "stake", "A rose on a stem is taken to stand at a stake.")]
                    : [],
                Heights = _survey.School.HeightsMatter
                    ? (_survey.School.HeightMinMm, _survey.School.HeightMaxMm)
                    : null,
                RemoveShare = RoseLimits.RemoveShare(_survey, _sorted.TwoYears),
                Training = support is null ? null : TrainingDocument.Write(_survey, support, bloom!),
            }
        );
        return detail == PlanDetail.Full && choice.Optimal && _survey.Stems.Length <= MostAsked
            ? plan with
            {
                AskFor = Looks.That(
                    OutcomeOf(solved, decided, support),
                    "stem",
                    new Questions(_survey, decided).All(),
                    changed => new CanePlanner(changed, _task, _cancel, QuestionNodes, _known).OutcomeOf(),
                    _survey.Stems.Length <= Large ? Looks.MostTried : LooksOnLarge
                ),
            }
            : plan;
    }

    /// <summary>What the steps say, to be compared: without the whys on either side.</summary>
    private string Told(SolvedChoice solved)
    {
        var (whole, support) = Decide(solved, words: false);
        return string.Join(
            '\n',
            new CaneSteps(_survey, _tree, Day.Of(whole), _sorted, support)
                .Write(_task)
                .Select(s => $"{s.Due} {s.Said.Text} {s.Cut?.At} {s.Ties.Count}")
        );
    }

    /// <summary>What it comes to, without the words; null where the best choice was not proved.</summary>
    private Outcome? OutcomeOf()
    {
        if (_known.Effort.Left <= 0)
        {
            return null;
        }

        var solved = Choose();
        if (!solved.Choice.Optimal)
        {
            return null;
        }

        var (whole, support) = Decide(solved, words: false);
        return OutcomeOf(solved, Day.Of(whole), support);
    }

    private Outcome OutcomeOf(SolvedChoice solved, ImmutableArray<Decided> decided, OnSupport? support) =>
        new(
            decided.ToDictionary(d => d.Stem.Id.Value, d => $"{d.Decision}"),
            [
                .. decided.Select(d =>
                    (d.Option ?? d.Later?.Option) is { Kind: OptionKind.Cut } o
                        ? $"{d.Stem.Id} {o.Kind} {o.AlongMm:0.0} {o.Bud?.Known} {o.Bud?.AlongMm:0.0}"
                        : d.Stem.Id
                ),
                .. (support?.Canes ?? []).Select(c => $"{c.Owner} {c.Lies} {c.Line?.Number} {c.Ties.Length}"),
            ],
            new Lazy<string>(() => Told(solved))
        );

    /// <summary>
    /// The joint optimum; on a support, over every way its lines may lie and every limit that may hold: the best of
    /// them all, and nothing can be better than the best bound.
    /// </summary>
    internal SolvedChoice Choose()
    {
        var (effort, left) = (_known.Effort.Part(1, SearchEffort.OfChoice), Laid.Length);
        Sorted? on = null;
        var ways = Models()
            .Select(m =>
            {
                left -= on is null || on == m.Laid ? 0 : 1;
                on = m.Laid;
                return new SolvedChoice(
                    _survey,
                    _tree,
                    m.Laid,
                    m.Builder,
                    m.Model,
                    Relaxation.Solve(
                        m.Model,
                        m.Limits,
                        _nodes,
                        _cancel,
                        _known.Near(m.Laid.Candidates),
                        effort.Part(left)
                    )
                );
            })
            .ToImmutableArray();
        var best = ways[0];
        foreach (var way in ways.Skip(1))
        {
            best = Better(way.Choice, best.Choice) ? way : best;
        }

        _known.Remember(best);

        // Only what keeps the same limits can be better: points of a way on which more of them give way say nothing.
        var (score, relaxed) = (best.Choice.Result.Score, best.Choice.Relaxed);
        var bound = ways.Where(w => w.Choice.Relaxed.SequenceEqual(relaxed)).Max(w => w.Choice.Result.Bound);
        return best with
        {
            Choice = best.Choice with
            {
                Result = best.Choice.Result with { Bound = Math.Max(score, bound) },
                RelaxingProved = ways.All(w => w.Choice.RelaxingProved),
            },
            Ways = ways,
        };
    }

    /// <summary>Every choice of which the best is taken: one, but on a support and of a neglected climber.</summary>
    internal IEnumerable<(Sorted Laid, ModelBuilder Builder, ChoiceModel Model, ChoiceLimits Limits)> Models()
    {
        foreach (var laid in Laid)
        {
            var builder = new ModelBuilder(
                _survey,
                _tree,
                laid.Candidates,
                _sorted.Climber?.Successors.Select(s => s.Id).ToHashSet(),
                _known.Contacts,
                _laying is null ? _known.Model : null
            );
            var model = builder.Build(_cancel);
            foreach (var limits in _sorted.Climber?.Limits(laid.Limits, laid.Candidates) ?? [laid.Limits])
            {
                yield return (laid, builder, model, limits);
            }
        }
    }

    /// <summary>
    /// The plant with its options laid on each way in which lines may lie; as it is without a support.
    /// </summary>
    private ImmutableArray<Sorted> Laid => _laid.Value;

    private ImmutableArray<Sorted> Lay()
    {
        if (_laying is null)
        {
            return [_sorted];
        }

        ImmutableArray<Sorted> ways =
        [
            .. _laying
                .Ways(_sorted.Candidates, _sorted.Limits.MaxKept)
                .Select(lines => _sorted with { Candidates = _laying.On(lines, _sorted.Candidates), Lines = lines }),
        ];
        return ways.Length > 0 ? ways : [_sorted with { Candidates = _laying.On([], _sorted.Candidates) }];
    }

    /// <summary>
    /// Whether a choice is better than another of the same plant: the most important limit that only one of them keeps,
    /// then the points.
    /// </summary>
    private static bool Better(RelaxedChoice one, RelaxedChoice other)
    {
        foreach (var must in Enum.GetValues<Must>().Reverse())
        {
            if (one.Relaxed.Contains(must) != other.Relaxed.Contains(must))
            {
                return other.Relaxed.Contains(must);
            }
        }

        return one.Result.Score > other.Result.Score;
    }

    /// <summary>The whole plan, and what would flip the decision on each stem.</summary>
    public PlanDocument PlanWithFlips()
    {
        var plan = Plan(PlanDetail.Full);
        var pinned = new PinnedChoice(_solved!);
        return new Flips(
            _survey,
            plan,
            changed => new CanePlanner(changed, _task, _cancel, QuestionNodes, _known).Decisions(),
            Flips.FewPlans,
            pinned.Decisions
        ).Find(_cancel);
    }

    /// <summary>What becomes of each stem; null where the best choice was not proved.</summary>
    public IReadOnlyDictionary<StemId, Decision>? Decisions()
    {
        if (_known.Effort.Left <= 0)
        {
            return null;
        }

        var solved = Choose();
        return solved.Choice.Optimal
            ? Day.Of(Decide(solved, words: false).Decided).ToDictionary(d => d.Stem.Id, d => d.Decision)
            : null;
    }

    private DayPlan Day => new(_survey, _tree, _sorted.Climber is { InSeason: true }, _sorted.Shoots.Options);

    private (ImmutableArray<Decided> Decided, OnSupport? Support) Decide(SolvedChoice solved, bool words = true)
    {
        _solved = solved;
        var settled = new SettledStems(_sorted);
        var reasons = new ChoiceReasons(solved);
        var decided = (words ? reasons.All(_cancel) : reasons.Bare()).ToDictionary(d => d.Stem.Id);
        foreach (var (id, fate) in _sorted.Fates)
        {
            decided.Add(id, settled.Of(_tree.ById[id], fate));
        }

        var support = _laying is null
            ? null
            : new Climber(_survey, _tree, _laying).Train(
                solved.Sorted.Lines,
                Enumerable
                    .Range(0, solved.Sorted.Candidates.Length)
                    .Where(i => solved.Chosen(i).Keeps)
                    .Select(i => (solved.Sorted.Candidates[i], solved.Chosen(i))),
                solved.Sorted.Candidates
            );
        foreach (var top in _tree.Stems.Where(s => s.TopLevel))
        {
            AddShoots(top);
            if (_sorted.Climber?.Forward(top) == true && decided[top.Id].Kept)
            {
                decided[top.Id] = decided[top.Id] with
                {
                    Reasons = [.. decided[top.Id].Reasons, SettledStems.Forward(top, support)],
                };
            }
        }

        return ([.. _tree.Stems.Select(s => decided[s.Id])], support);

        void AddShoots(Stem parent)
        {
            var on = decided[parent.Id];
            foreach (var shoot in _tree.Children(parent))
            {
                decided.Add(shoot.Id, settled.OnParent(shoot, on));
                AddShoots(shoot);
            }
        }
    }
}
