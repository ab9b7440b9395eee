using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;

namespace Gemmifer.Core.Surveys;

/// <summary>What was seen on one plant on one day, complete: defaults are filled in and listed.</summary>
/// <param name="School">The school to plan with, changed values included.</param>
/// <param name="Assumed">Every default that was used, in order of stem and field.</param>
/// <param name="Warnings">What the reader noticed without refusing it.</param>
/// <param name="Support">What it is tied to; null where nothing was said.</param>
/// <param name="Facts">What only plants of its family have; null where there is nothing of the kind.</param>
/// <param name="RainDays">Rain seen or forecast.</param>
/// <param name="Anyway">Elective cuts are wanted on the day, in season or not.</param>
/// <param name="WorkedOn">The day on which its work was last gone on with; null where none has begun.</param>
/// <param name="Task">What is to be planned.</param>
public sealed record Survey(
    Plant Plant,
    DateOnly Date,
    School School,
    GrowingPlace Place,
    ImmutableArray<KeepOut> KeepOut,
    ImmutableArray<Stem> Stems,
    ImmutableArray<Assumption> Assumed,
    ImmutableArray<Warning> Warnings,
    Support? Support = null,
    FamilyFacts? Facts = null,
    ImmutableArray<RainDay> RainDays = default,
    bool Anyway = false,
    DateOnly? WorkedOn = null,
    SurveyTask Task = SurveyTask.Prune
)
{
    /// <summary>Rain seen or forecast, day by day; empty where nobody listed any.</summary>
    public ImmutableArray<RainDay> Rain => RainDays.IsDefault ? [] : RainDays;

    /// <summary>What time of the year it is for the plant.</summary>
    public PlantSeason Season => new(Plant.Kind, Place, Date, Plant.Covered ? PruningTime.AfterCover : School.When);

    /// <summary>The day from which to come back is counted: that of the work, or the one planned for.</summary>
    public DateOnly Worked => WorkedOn ?? Date;

    /// <summary>Whether elective cuts wait for the main prune that is to come.</summary>
    public bool ElectiveWait => !Anyway && Season.BeforeMainPrune;

    /// <summary>Usual day of the last frost in the survey's year.</summary>
    public DateOnly LastFrost => Place.LastFrost(Date.Year);
}

/// <summary>What a survey is made for.</summary>
public enum SurveyTask
{
    /// <summary>The prune, and what of it is right on the day.</summary>
    Prune,

    /// <summary>A round among the flowers: the stems are those in flower, and nothing is said of the rest.</summary>
    Round,

    /// <summary>Covering for the winter.</summary>
    Cover,

    /// <summary>Uncovering after it, in steps.</summary>
    Uncover,
}

/// <summary>
/// What a survey says that only plants of one family have: a vine's system and weights, the counts of a row.
/// </summary>
public abstract record FamilyFacts;

/// <summary>Nothing may stand beyond a distance from the crown in one direction.</summary>
public sealed record KeepOut(string Name, Bearing Side, double FromMm);

/// <summary>A value nobody observed, and what was used instead.</summary>
/// <param name="Stem">The stem, or null for the plant.</param>
/// <param name="Field">Its name in the exchange format.</param>
public sealed record Assumption(StemId? Stem, string Field, object? Value, string Text);

/// <summary>Something the gardener should know about a plan or a survey.</summary>
/// <param name="Path">JSON Pointer (RFC 6901) of the field it is about; null where it is about none.</param>
public sealed record Warning(string Code, string Text, string? Path = null);
