using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Families.Shrubs;

/// <summary>
/// The simple routine for other woody plants, which does without a walk round the canes (common practice, no source).
/// </summary>
internal static class ShrubRoutine
{
    /// <summary>The steps, for a day.</summary>
    public static IReadOnlyList<PlanStep> Steps(DateOnly day) =>
        [
            Step(
                day,
                Stage.Dead,
                "Take out what is dead, diseased or broken, back to sound wood or to where it starts.",
                Tool.Secateurs
            ),
            Step(
                day,
                Stage.Suckers,
                "Take off the shoots that come from the ground and from low on the trunks, right where they start; "
                    + "pull young ones.",
                Tool.Secateurs
            ),
            Step(
                day,
                Stage.Crossing,
                "Where two branches cross and rub, take out the thinner of the two at the ring.",
                Tool.Loppers
            ),
            Step(
                day,
                Stage.Thin,
                "Take low twigs off close to the trunk. Clear the lower trunk step by step, a little every year.",
                Tool.Secateurs
            ),
            Step(
                day,
                Stage.Laterals,
                $"Cut old seed heads off at an angle, about {Wording.Mm(6, 13)} above the branch they sit on, then the "
                    + "weak twigs beside them.",
                Tool.Secateurs
            ),
        ];

    private static PlanStep Step(DateOnly day, Stage stage, Sentence text, Tool tool) =>
        new()
        {
            Stage = stage,
            Action = StepAction.Do,
            Tool = tool,
            Due = day,
            Text = text,
        };
}
