using System.Collections.Immutable;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Work;

/// <summary>
/// What was done becomes the gardener's word on those stems, so that the rest can be solved again around it.
/// </summary>
public static class WorkPins
{
    /// <summary>The survey with what was done pinned, and the day on which it was.</summary>
    public static Survey Apply(Survey survey, IReadOnlyList<StepDone> done) =>
        done.Count == 0
            ? survey
            : survey with
            {
                Stems = [.. survey.Stems.Select(s => Pinned(s, done))],
                WorkedOn = done.Where(s => s.Outcome != StepOutcome.Skipped).Max(s => s.On),
            };

    /// <summary>
    /// Steps that are still open, with their keys. A cane that was taken out or cut instead of tied has had its cut.
    /// </summary>
    public static ImmutableArray<(string Key, PlanStep Step)> Pending(PlanDocument plan, IReadOnlyList<StepDone> done)
    {
        var keys = done.Select(StepKeys.Of)
            .Concat(done.Where(s => s.Stem is not null && s.OnTheWood).Select(s => StepKeys.OfStem(s.Stem!, null)))
            .ToHashSet(StringComparer.Ordinal);
        return [.. StepKeys.Of(plan.Steps).Where(s => !keys.Contains(s.Key))];
    }

    /// <summary>How a cane lies once a step of training was done; null for other steps.</summary>
    public static TiedCane? TiedBy(PlanDocument plan, PlanStep step) =>
        step.Stage == Stage.Train
        && plan.Training?.Canes.FirstOrDefault(c => c.Stem == step.Stem && c.How != Lies.AsItStands) is { } cane
            ? new TiedCane(
                cane.Lies.Clock,
                cane.Lies.Lean,
                cane.Lies.TipLean,
                cane.Path[^1][0],
                Math.Max(0, cane.Path[^1][2])
            )
            : null;

    private static Stem Pinned(Stem stem, IReadOnlyList<StepDone> done)
    {
        if (
            done.LastOrDefault(s => s.Stem == stem.Id && s.OnTheWood) is { } work
            && PinOf(work, stem.LengthMm) is { } pin
        )
        {
            stem = stem with { Pin = pin };
        }

        // A cane that was tied stays where it was tied.
        return done.LastOrDefault(s => s.Stem == stem.Id && s.TiedNow is not null) is { TiedNow: { } tied }
            ? stem with
            {
                Towards = new Towards(tied.X, tied.Z),
            }
            : stem;
    }

    /// <summary>
    /// How a cane lies that was tied elsewhere: straight from its base to its end, on the support as planned; round a
    /// post as it was found, as no arc runs so.
    /// </summary>
    /// <param name="end">Where its end was tied.</param>
    /// <exception cref="InvalidOperationException">The step ties no cane; see <see cref="TiedBy"/>.</exception>
    public static TiedCane TiedAt(PlanDocument plan, PlanStep step, Stems.Towards end)
    {
        var cane = plan.Training?.Canes.FirstOrDefault(c => c.Stem == step.Stem)
            ?? throw new InvalidOperationException($"Step {step.N} ties no cane.");
        var (foot, tip) = (cane.Path[0], cane.Path[^1]);
        var (x, y, z) = (end.XMm - foot[0], tip[1] - foot[1], end.ZMm - foot[2]);
        var winds = plan.Training!.Lines.FirstOrDefault(l => l.N == cane.Line) is { Path.Count: > 2 };
        if (winds || Geometry.Bearing.FromVector(x, y) is not { } bearing)
        {
            return new TiedCane(cane.Lies.Clock, cane.Lies.Lean, cane.Lies.TipLean, end.XMm, end.ZMm);
        }

        var lean = Wording.Tenth(Math.Atan2(Math.Sqrt((x * x) + (y * y)), z) * 180 / Math.PI);
        return new TiedCane(Wording.ClockNumber(bearing), lean, lean, end.XMm, end.ZMm);
    }

    private static Pin? PinOf(StepDone done, double lengthMm) =>
        (done.Outcome, done.Action?.Effect(), done.Instead) switch
        {
            (StepOutcome.Skipped, StepEffect.Looked or StepEffect.Later, _) => null,
            (StepOutcome.Done, StepEffect.Looked or StepEffect.Later or StepEffect.Other, _) => null,
            (StepOutcome.Done, StepEffect.Off, _) or (StepOutcome.Different, _, Instead.Removed) => new Pin.Remove(),
            (StepOutcome.Skipped, _, _) or (StepOutcome.Different, _, Instead.Left) => new Pin.CutAt(lengthMm),
            (StepOutcome.Done, StepEffect.Shorter, _) or (StepOutcome.Different, _, Instead.Cut) => done.CutAtMm
                is { } at
                ? new Pin.CutAt(Math.Min(at, lengthMm))
                : new Pin.Keep(),
            _ => null,
        };
}
