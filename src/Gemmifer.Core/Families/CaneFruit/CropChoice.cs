using Gemmifer.Core.Schools;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>
/// One crop beside two on the same row: what is gained, what is lost, and when the fruit hangs (common practice, no
/// source).
/// </summary>
internal static class CropChoice
{
    /// <summary>The choices; empty where a kind crops once only.</summary>
    public static IReadOnlyList<PlanCropChoice> Of(Survey survey, RowWork work)
    {
        if (RowRules.Kind(survey.Plant.Kind.Id).Autumn is not { } autumn)
        {
            return [];
        }

        var kind = RowRules.Kind(survey.Plant.Kind.Id);
        PlanHarvest When(string name, (int From, int To) days) =>
            survey.Season.NextAfterFrost(days.To) is var to
                ? new(name, to.AddDays(days.From - days.To), to)
                : throw new InvalidOperationException();
        PlanCropChoice Choice(string id, IReadOnlyList<PlanHarvest> crops, string gain, string loss)
        {
            var school = survey.School.Id == id ? survey.School : SchoolCatalog.For(id, survey.Plant.Kind.Id)!;
            var counts = survey.Row is null
                ? null
                : RowWork.Of(survey with { School = school }).Counts(survey with { School = school });
            return new PlanCropChoice(id, school.Name, counts?.Kept ?? 0, counts?.Removed ?? 0, crops, gain, loss);
        }

        return
        [
            Choice(
                RowRules.Crops.One,
                [When("autumn", autumn)],
                "A larger and better autumn crop, no canes to sort, and disease goes with the old wood.",
                "No fruit in summer."
            ),
            Choice(
                RowRules.Crops.Two,
                [When("summer", kind.Harvest), When("autumn", autumn)],
                "A summer crop lower down on last year's canes, and an autumn crop as well.",
                "Each crop is smaller, the autumn one comes on crowded canes, and canes have to be told apart."
            ),
        ];
    }
}
