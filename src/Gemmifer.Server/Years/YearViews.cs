using Gemmifer.Core.Plants;
using Gemmifer.Core.Year;

namespace Gemmifer.Server.Years;

/// <summary>A plant as the year names it.</summary>
public sealed record YearPlantView(string Id, string Name, string Place, PlantFamily Family);

/// <summary>The year of the garden.</summary>
/// <param name="Plants">The plants that are named in it.</param>
/// <param name="Frosts">The last frost and the first after it, of each year of the span.</param>
/// <param name="Daylight">Hours of daylight on the first of each month, that after the span among them; empty where the
/// latitude is not known.</param>
public sealed record GardenYearView(
    DateOnly Today,
    DateOnly From,
    DateOnly To,
    IReadOnlyList<DatedJob> Jobs,
    IReadOnlyList<BloomRound> Bloom,
    IReadOnlyList<YearWarning> Warnings,
    IReadOnlyList<YearPlantView> Plants,
    IReadOnlyList<FrostPair> Frosts,
    IReadOnlyList<DaylightOn> Daylight
);

/// <summary>The usual frosts of a year.</summary>
public sealed record FrostPair(DateOnly Last, DateOnly First);

/// <summary>How long a day is.</summary>
public sealed record DaylightOn(DateOnly Day, double Hours);

/// <summary>What to do in the minutes there are.</summary>
/// <param name="Chosen">What is worth most that fits, in walking order, diseased plants last.</param>
/// <param name="Takes">How long that takes, minutes.</param>
/// <param name="Left">What is due as well and does not fit.</param>
/// <param name="Waits">What is due and waits for the weather.</param>
/// <param name="Overdue">What should have been done in the last weeks and was not noted.</param>
/// <param name="Diseased">Plants after which the blades are disinfected.</param>
/// <param name="Kit">What to carry for what was chosen.</param>
/// <param name="LeftMany">How many are left; of a long list only the first are named.</param>
/// <param name="WaitsMany">How many wait, likewise.</param>
/// <param name="OverdueMany">How many are overdue, likewise.</param>
/// <param name="Plants">The plants that are named.</param>
/// <param name="Faults">Plants that could not be dated though they should be, with the reference to report.</param>
public sealed record WorkNowView(
    DateOnly Today,
    int Minutes,
    IReadOnlyList<DatedJob> Chosen,
    double Takes,
    IReadOnlyList<DatedJob> Left,
    IReadOnlyList<WaitingJob> Waits,
    IReadOnlyList<DatedJob> Overdue,
    IReadOnlyList<string> Diseased,
    IReadOnlyList<string> Kit,
    int LeftMany,
    int WaitsMany,
    int OverdueMany,
    IReadOnlyList<YearPlantView> Plants,
    IReadOnlyList<YearWarning> Faults
);

/// <summary>Work that waits for the weather.</summary>
/// <param name="Why">Rain or hard frost.</param>
/// <param name="Next">The next day that is known to be better; null where none is.</param>
public sealed record WaitingJob(DatedJob Job, string Why, DateOnly? Next);
