using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families;

/// <summary>What has to happen to a stem before anything is weighed.</summary>
internal abstract record StemMust
{
    /// <summary>Nothing is wrong with it, and nobody asked for anything.</summary>
    public sealed record Nothing : StemMust;

    /// <summary>Off at its origin.</summary>
    /// <param name="Stage">Of what is wrong with it; thinning where nothing is.</param>
    /// <param name="Asked">The gardener said so.</param>
    public sealed record Out(Stage Stage, bool Asked) : StemMust;

    /// <summary>Back to the highest place below what is wrong that can carry on; off where there is none.</summary>
    /// <param name="SoundToMm">Sound so far, mm along it.</param>
    /// <param name="Stage">Of what is wrong with it.</param>
    public sealed record Back(double SoundToMm, Stage Stage) : StemMust;

    /// <summary>Looked at first: what is wrong is not sure.</summary>
    public sealed record Check : StemMust;

    /// <summary>Left alone till it has firmed.</summary>
    public sealed record Alone : StemMust;

    /// <summary>It stays as the gardener says; what is wrong with it is told.</summary>
    public sealed record Stay : StemMust;

    /// <summary>Cut where the gardener says.</summary>
    /// <param name="AlongMm">mm along it.</param>
    public sealed record CutAt(double AlongMm) : StemMust;
}

/// <summary>
/// What a verdict and the gardener's word come to, the same for every stem of every family (common practice, no
/// source): the gardener's word first, then soft growth, then the three Ds, suckers and doubts.
/// </summary>
internal static class Musts
{
    /// <summary>What has to happen to a stem.</summary>
    /// <param name="holdsPinned">Whether it carries a stem that the gardener keeps.</param>
    public static StemMust Of(Stem stem, Finding finding, bool holdsPinned) =>
        (stem.Pin, finding.Verdict) switch
        {
            (Pin.Remove, _) => new StemMust.Out(Stages.Of(finding.Verdict), true),
            (Pin.CutAt cut, _) => new StemMust.CutAt(cut.AlongMm),
            (_, Verdict.Soft) => new StemMust.Alone(),
            (Pin.Keep, _) => new StemMust.Stay(),
            _ when holdsPinned => new StemMust.Stay(),
            (_, Verdict.Sound) => new StemMust.Nothing(),
            (_, Verdict.Unsure) => new StemMust.Check(),
            (_, Verdict.Dead or Verdict.Diseased or Verdict.Damaged) when finding.SoundToMm is { } sound =>
                new StemMust.Back(sound, Stages.Of(finding.Verdict)),
            (_, Verdict.Dead or Verdict.Diseased or Verdict.Damaged or Verdict.Sucker) => new StemMust.Out(
                Stages.Of(finding.Verdict),
                false
            ),
            _ => throw new ArgumentOutOfRangeException(nameof(finding), finding.Verdict, null),
        };

    /// <summary>What is wrong with a stem, as a reason.</summary>
    public static PlanReason Reason(Finding finding) =>
        new(Wording.Of(finding.Verdict), finding.Text, finding.Provenance);

    /// <summary>What is wrong with a stem of which nothing below that serves, so that all of it goes.</summary>
    public static PlanReason TooLow(Finding finding) =>
        Reason(finding) with
        {
            Text = finding.SoundToMm is null
                ? finding.Text
                : $"{finding.Text.Split(':')[0]}: nothing below that could carry on.",
        };

    /// <summary>
    /// The reasons of a stem that stays, with what is wrong with it where none of them says so: it is kept because
    /// somebody asked, or the part that is wrong comes off with a cut that has another reason.
    /// </summary>
    public static IReadOnlyList<PlanReason> Told(
        Finding finding,
        Decision decision,
        IReadOnlyList<PlanReason> reasons
    ) =>
        finding.Verdict is Verdict.Sound or Verdict.Soft
        || decision is not (Decision.Keep or Decision.Shorten)
        || reasons.Any(r => r.Rule == Wording.Of(finding.Verdict))
            ? reasons
            : [.. reasons, Reason(finding)];
}
