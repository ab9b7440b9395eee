using Gemmifer.Core.Surveys;

namespace Gemmifer.Data.Entities;

/// <summary>
/// A visit to a plant beside the survey of its season: a round among its flowers, covering it, uncovering it. Its steps
/// stand in the log under its number.
/// </summary>
public sealed class RoundRecord
{
    /// <summary>The number of the first of a season; below it are the visits of the survey.</summary>
    public const int FirstVisit = 11;

    public int Id { get; set; }

    public required string PlantId { get; set; }

    /// <summary>Its name, made by the page that began it.</summary>
    public required string Key { get; set; }

    public int Season { get; set; }

    /// <summary>Its number in the season, which its lines of the log carry.</summary>
    public int Visit { get; set; }

    public DateOnly Date { get; set; }

    public required SurveyTask Task { get; set; }

    /// <summary>What was seen, as gemmifer.survey/1, JSON.</summary>
    public required string Document { get; set; }

    public int Revision { get; set; }

    public DateTimeOffset UpdatedAt { get; set; }
}
