using System.Collections.Immutable;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>Something seen on cane fruit whose type nobody knows.</summary>
/// <param name="What">One of <see cref="CaneTyping.Sightings"/>.</param>
public sealed record Sighting(DateOnly Day, string What);

/// <summary>A row of cane fruit by count.</summary>
/// <param name="LengthMm">Along the row, mm.</param>
/// <param name="WidthMm">Across it, mm.</param>
/// <param name="FirstYear">Canes grown in the latest season, thin ones included.</param>
/// <param name="SecondYear">Canes in their fruiting summer.</param>
/// <param name="Spent">Canes that have finished fruiting.</param>
/// <param name="Thin">Those of the first-year canes below pencil thickness.</param>
/// <param name="MeanHeightMm">Height of the first-year canes, mm; null where nobody measured.</param>
/// <param name="Plants">Plants in the row, where they are told apart; null where nobody counted.</param>
/// <param name="Seen">What was seen of an unknown kind, oldest first.</param>
public sealed record RowFacts(
    double LengthMm,
    double WidthMm,
    int FirstYear,
    int SecondYear,
    int Spent,
    int Thin,
    double? MeanHeightMm,
    int? Plants,
    ImmutableArray<Sighting> Seen
) : FamilyFacts;

/// <summary>What the counts of a row may be; used by check, message and schema test.</summary>
public static class RowLimits
{
    public const double LengthLeastMm = 100,
        LengthMm = 1_000_000,
        WidthLeastMm = 50,
        WidthMm = 5_000,
        HeightLeastMm = 50,
        HeightMm = 6_000;
    public const int Canes = 100_000,
        Plants = 10_000,
        Seen = 200;
}
