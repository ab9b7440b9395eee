using System.Collections.Immutable;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>
/// A survey is always partial: on a living spur on which nobody noted a shoot, nor that it is bare, an ordinary shoot
/// is taken to stand
/// (assumption), so that the vine can be planned before each place was looked at. The shoots are not part of the plan's
/// stems.
/// </summary>
internal static class AssumedShoots
{
    /// <summary>Ends the id of a shoot that was taken to stand; no survey's ids hold it.</summary>
    private const string Mark = "\u0001";

    /// <summary>The survey with the shoots that are taken to stand.</summary>
    public static Survey Fill(Survey survey)
    {
        if (
            survey.Vine is not { } vine
            || vine.System == VineSystem.Training
            || VineRules.SystemOf(survey.School.Id) == VineSystem.LongCane
            || vine.Stage == 2
        )
        {
            return survey;
        }

        var parts = VineParts.Of(survey, StemTree.Build(survey.Stems, survey.Plant));
        var bare = parts
            .Positions.Where(p =>
                p.Old is { } old
                && p.Shoots.IsEmpty
                && old.Role == StemRole.Spur
                && old.Pin is not Pin.Remove
                && !old.Has(Sign.Unproductive)
                && parts.Findings[old.Id].Verdict == Verdict.Sound
                && !parts.Tree.Children(old).Any()
            )
            .Select(p => p.Old!)
            .ToArray();
        return bare.Length == 0
            ? survey
            : survey with
            {
                Stems = [.. survey.Stems, .. bare.Select(Ordinary)],
                Assumed =
                [
                    .. survey.Assumed,
                    .. bare.Select(s => new Assumption(
                        s.Id,
                        "shoots",
                        1,
                        "No shoot noted on it: an ordinary one is taken to stand there."
                    )),
                ],
            };
    }

    private static Stem Ordinary(Stem spur)
    {
        var parent = new Parent(Origin.Stem, spur.Id, spur.LengthMm * VineNumbers.Of.AssumedLow);
        return new Stem(
            new StemId(spur.Id + Mark),
            StemRole.Shoot,
            parent,
            spur.Bearing,
            spur.Bearing,
            0,
            VineNumbers.Of.AssumedDiameter,
            VineNumbers.Of.AssumedLength,
            spur.LeanDeg / 2,
            spur.LeanDeg / 2,
            1,
            [],
            null,
            [],
            null,
            []
        );
    }

    /// <summary>Whether a stem was only taken to stand.</summary>
    public static bool Is(Stem stem) => stem.Id.Value.EndsWith(Mark, StringComparison.Ordinal);

    /// <summary>What a gardener is told to do where a shoot was taken to stand; null where it is not kept.</summary>
    public static VineDecided? Instruction(VineDecided decided, ImmutableArray<VineDecided> all) =>
        decided.Decision is not (Decision.Shorten or Decision.Keep) ? null
        : all.First(d => d.Stem.Id == decided.Stem.Parent.StemId) is { Decision: Decision.Keep } spur
            ? spur with
            {
                Stage = Stage.Count,
                Action = StepAction.Do,
                Tool = Tool.Secateurs,
                Text =
                    $"{spur.Stem.Id}: keep the lower sound, ripe shoot and take the others off. "
                    + $"Count {Wording.Buds(decided.Buds)} up it, the small one at the very base not counted, and "
                    + "cut above the last.",
            }
        : null;
}
