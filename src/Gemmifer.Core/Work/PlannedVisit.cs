using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Work;

/// <summary>Visits that follow from a plan.</summary>
/// <param name="Key">Tells the visits of a plan apart.</param>
/// <param name="Due">The day it is planned for.</param>
public sealed record PlannedVisit(string Key, VisitKind Kind, Sentence Text, DateOnly Due)
{
    /// <summary>What a plan puts off to later days: stems that wait for the same day are one visit.</summary>
    /// <param name="second">Whether what is put off to one day is the second round of work in the season, as the family
    /// of the plant has it.</param>
    public static IEnumerable<PlannedVisit> Of(
        PlanDocument plan,
        Func<PlanDocument, IReadOnlyCollection<PlanStep>, bool> second
    )
    {
        var season = plan.Warnings.Any(w => w.Code == "season");
        var counts = new Dictionary<StepAction, int>();
        foreach (
            var day in plan
                .Steps.Where(s => s.Stage == Stage.Return)
                .GroupBy(s => (s.Action, s.Due, Own: s.Action == StepAction.Defer ? "" : s.Text.Text))
        )
        {
            var (first, action) = (day.First(), day.Key.Action);
            var n = counts[action] = counts.GetValueOrDefault(action) + 1;
            var stems = day.Select(s => s.Stem).OfType<StemId>().ToArray();
            yield return new PlannedVisit(
                $"{Exchange.WireNames.Of(action)}:{n}",
                second(plan, [.. day]) ? VisitKind.SecondVisit : action.Visit(),
                day.Count() == 1 ? first.Text
                    : stems.Length == 0 ? "The main prune, as the plan has it."
                    : season ? $"The main prune: {Wording.Some(stems)}."
                    : (Sentence)$"{Wording.Some(stems)}: look again, and decide then.",
                first.Due
            );
        }
    }
}
