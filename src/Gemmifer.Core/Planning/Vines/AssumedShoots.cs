using System.Collections.Immutable;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Vines;

namespace Gemmifer.Core.Planning.Vines;

/// <summary>
/// A survey is always partial: on a living spur on which nobody noted a shoot, nor that it is bare, an ordinary shoot is taken to stand
/// (assumption), so that the vine can be planned before each place was looked at. The shoots are not part of the plan's stems.
/// </summary>
internal static class AssumedShoots
{
    private const double DiameterMm = 9, LengthMm = 1000, LowShare = 0.3;

    /// <summary>Ends the id of a shoot that was taken to stand; no survey's ids hold it.</summary>
    private const string Mark = "\u0001";

    /// <summary>The survey with the shoots that are taken to stand.</summary>
    public static Survey Fill(Survey survey)
    {
        if (survey.Vine!.System == VineSystem.Training || survey.School.Id == "long-cane" || survey.Vine.Stage == 2)
        {
            return survey;
        }

        var parts = VineParts.Of(survey, StemTree.Build(survey));
        var bare = parts.Positions.Where(p => p.Old is { } old && p.Shoots.IsEmpty && old.Role == StemRole.Spur && old.Pin is not Pin.Remove && !old.Has("unproductive")
            && parts.Findings[old.Id].Verdict == Verdict.Sound && !parts.Tree.Children(old).Any()).Select(p => p.Old!).ToArray();
        return bare.Length == 0 ? survey : survey with
        {
            Stems = [.. survey.Stems, .. bare.Select(s => new Stem(s.Id + Mark, StemRole.Shoot, new Parent(Origin.Stem, s.Id, s.LengthMm * LowShare), s.Bearing, s.Bearing, 0, DiameterMm, LengthMm, s.LeanDeg / 2, s.LeanDeg / 2, 1, [], null, [], null, []))],
            Assumed = [.. survey.Assumed, .. bare.Select(s => new Assumption(s.Id, "shoots", 1, "No shoot noted on it: an ordinary one is taken to stand there."))],
        };
    }

    /// <summary>Whether a stem was only taken to stand.</summary>
    public static bool Is(Stem stem) => stem.Id.EndsWith(Mark, StringComparison.Ordinal);

    /// <summary>What a gardener is told to do where a shoot was taken to stand; null where it is not kept.</summary>
    public static VineDecided? Told(VineDecided decided, ImmutableArray<VineDecided> all) =>
        decided.Decision is not ("shorten" or "keep") ? null
        : all.First(d => d.Stem.Id == decided.Stem.Parent.StemId) is { Decision: "keep" } spur
            ? spur with { Stage = "count", Action = "do", Tool = "secateurs", Text = $"{spur.Stem.Id}: keep the lower sound, ripe shoot and take the others off. Count {VineWork.Counted(decided.Buds)} up it, the small one at the very base not counted, and cut above the last." }
            : null;
}
