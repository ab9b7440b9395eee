using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// Puts the outcome of the joint choice into sentences: why each cane stays or goes.
/// </summary>
internal sealed class ChoiceReasons
{
    private readonly SolvedChoice _solved;
    private readonly WhyGoes _goes;
    private readonly WhyStays _stays;

    public ChoiceReasons(SolvedChoice solved)
    {
        _solved = solved;
        _goes = new WhyGoes(solved);
        _stays = new WhyStays(solved, _goes);
    }

    /// <summary>
    /// The candidates as decided, in order, without the whys: where only what becomes of them is asked for.
    /// </summary>
    public ImmutableArray<Decided> Bare() =>
        [
            .. Enumerable
                .Range(0, _solved.Sorted.Candidates.Length)
                .Select(i =>
                {
                    var (candidate, option) = (_solved.Sorted.Candidates[i], _solved.Chosen(i));
                    return new Decided(
                        candidate.Stem,
                        candidate.Finding,
                        SolvedChoice.DecisionOf(candidate.Stem, option),
                        option.Kind is OptionKind.Whole or OptionKind.Defer ? null : option,
                        Stages.Of(candidate.Finding.Verdict),
                        [],
                        null
                    );
                }),
        ];

    /// <summary>The candidates as decided, in order.</summary>
    public ImmutableArray<Decided> All(CancellationToken cancel) =>
        [
            .. Enumerable
                .Range(0, _solved.Sorted.Candidates.Length)
                .Select(i =>
                {
                    cancel.ThrowIfCancellationRequested();
                    return Explain(i);
                }),
        ];

    private Decided Explain(int i)
    {
        var (stem, finding, option) = (
            _solved.Sorted.Candidates[i].Stem,
            _solved.Sorted.Candidates[i].Finding,
            _solved.Chosen(i)
        );
        var reasons = ImmutableArray.CreateBuilder<PlanReason>();
        var stage = Stage.Shorten;
        if (stem.Pin is { } pin)
        {
            reasons.Add(GardenersWord.Reason(pin));
        }

        if (finding.Verdict is Verdict.Dead or Verdict.Diseased or Verdict.Damaged)
        {
            stage = Stages.Of(finding.Verdict);
            if (option.Keeps || finding.SoundToMm is null)
            {
                reasons.Add(new PlanReason(Wording.Of(finding.Verdict), finding.Text, finding.Provenance));
            }
        }

        if (option.Kind == OptionKind.Defer)
        {
            reasons.Add(
                new PlanReason(
                    "two-years",
                    "It goes in the end, but not yet: the plant would lose too much at once.",
                    Provenance.Practice
                )
            );
            stage = Stage.Return;
        }
        else if (!option.Keeps)
        {
            var (rule, where, text, provenance) = _goes.Why(i);
            reasons.Add(new PlanReason(rule, text, provenance));
            if (stage != Stage.Shorten && finding.SoundToMm is not null)
            {
                // Part of it is sound: what is wrong with the rest is said after why all of it goes.
                reasons.Add(
                    new PlanReason(Wording.Of(finding.Verdict), $"{finding.Text.Split(':')[0]}.", finding.Provenance)
                );
            }

            stage = stage == Stage.Shorten ? where : stage;
        }
        else
        {
            if (RubbedBelow(i) is { } rub)
            {
                reasons.Add(rub);
                stage = stage == Stage.Shorten ? Stage.Crossing : stage;
            }

            reasons.AddRange(_stays.Why(i));
        }

        var decision = SolvedChoice.DecisionOf(stem, option);
        return new Decided(
            stem,
            finding,
            decision,
            option.Kind is OptionKind.Whole or OptionKind.Defer ? null : option,
            option.TakeOver is not null && stage == Stage.Shorten ? Stage.Thin : stage,
            reasons.ToImmutable(),
            _solved.Successor(i)
        );
    }

    /// <summary>The canes that stay on which it rubs above its cut.</summary>
    private PlanReason? RubbedBelow(int i)
    {
        var (stem, option) = (_solved.Sorted.Candidates[i].Stem, _solved.Chosen(i));
        if (option.Kind != OptionKind.Cut)
        {
            return null;
        }

        string[] rubs =
        [
            .. _solved
                .KeptOthers(i)
                .Select(j => _solved.Sorted.Candidates[j].Stem)
                .Where(o => _solved.Builder.RubsAt(stem, o) > option.AlongMm)
                .Select(o => o.Id),
        ];
        return rubs.Length == 0
            ? null
            : new PlanReason(
                "rub",
                $"It is cut below the place where it rubs on {Wording.List(rubs)}.",
                Provenance.Practice
            );
    }
}
