using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;

namespace Gemmifer.Data.Entities;

/// <summary>A plant in the garden.</summary>
public sealed class PlantRecord
{
    public required string Id { get; set; }

    public required string Name { get; set; }

    /// <summary>Kind of the exchange format.</summary>
    public required string Kind { get; set; }

    /// <summary>Bed, wall or row, in the gardener's words.</summary>
    public required string Place { get; set; }

    public int? PlantedYear { get; set; }

    /// <summary>weak, normal, strong; null where not judged.</summary>
    public string? Vigour { get; set; }

    public bool Neglected { get; set; }

    /// <summary>Height of the union above the soil, mm; null where not looked at.</summary>
    public double? UnionHeight { get; set; }

    public bool? Rootstock { get; set; }

    /// <summary>open or full; null for the usual look.</summary>
    public string? Look { get; set; }

    /// <summary>full, half, shade; null where not said.</summary>
    public string? Sun { get; set; }

    /// <summary>Whether it is covered in winter.</summary>
    public bool Cover { get; set; }

    /// <summary>Whether its hips are wanted.</summary>
    public bool Hips { get; set; }

    /// <summary>The day it is wanted in flower; null where none is.</summary>
    public DateOnly? FlowerOn { get; set; }

    /// <summary>Taken out of the garden, kept with its log; null while it grows.</summary>
    public DateTimeOffset? RemovedAt { get; set; }

    /// <summary>Counts changes; a save that was made from an older one is refused.</summary>
    public int Revision { get; set; }

    /// <summary>Counts changes of its work and its survey; two of them at once are not both stored.</summary>
    public int WorkRevision { get; set; }

    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>Where it stands in the lists; see <see cref="PlantOrder"/>. Follows from place and name.</summary>
    public string SortKey { get; internal set; } = "";

    /// <summary>What it is found by; see <see cref="PlantOrder"/>. Follows from place and name.</summary>
    public string SearchText { get; internal set; } = "";

    public List<SurveyRecord> Surveys { get; } = [];

    public List<LogRecord> Log { get; } = [];

    public List<VisitRecord> Visits { get; } = [];

    public List<RoundRecord> Rounds { get; } = [];

    public List<PhotoRecord> Photos { get; } = [];
}

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

/// <summary>
/// A photograph of a plant. The picture itself lies in the garden's folder under the hash of its content.
/// </summary>
public sealed class PhotoRecord
{
    public int Id { get; set; }

    public required string PlantId { get; set; }

    /// <summary>Its name, made by the page that took it.</summary>
    public required string Key { get; set; }

    public int Season { get; set; }

    /// <summary>Day on which it was taken.</summary>
    public DateOnly Date { get; set; }

    /// <summary>The clock bearing at which the camera stood.</summary>
    public double From { get; set; }

    /// <summary>
    /// Focal length on 36 mm film, which belongs to the longer side, mm; null where the picture did not say.
    /// </summary>
    public double? Focal35 { get; set; }

    /// <summary>Pixels.</summary>
    public int Width { get; set; }

    /// <summary>Pixels.</summary>
    public int Height { get; set; }

    /// <summary>SHA-256 of the picture, 64 digits.</summary>
    public required string Hash { get; set; }

    /// <summary>What was tapped on it, JSON; null where nothing was.</summary>
    public string? Taps { get; set; }

    public int Revision { get; set; }

    public DateTimeOffset TakenAt { get; set; }

    /// <summary>Who took it: a person's id; null for whoever sits at the garden's own machine.</summary>
    public string? By { get; set; }

    /// <summary>When it was put into the bin; null while it is kept with its plant.</summary>
    public DateTimeOffset? RemovedAt { get; set; }
}

/// <summary>What was seen on a plant in one season.</summary>
public sealed class SurveyRecord
{
    public int Id { get; set; }

    public required string PlantId { get; set; }

    public int Season { get; set; }

    /// <summary>Day the pruning is planned for.</summary>
    public DateOnly Date { get; set; }

    /// <summary>Stems as in the exchange format, JSON.</summary>
    public required string Stems { get; set; }

    /// <summary>Keep-out zones as in the exchange format, JSON.</summary>
    public required string KeepOut { get; set; }

    /// <summary>School as in the exchange format, JSON; null for the kind's own.</summary>
    public string? School { get; set; }

    /// <summary>Support as in the exchange format, JSON; null where nothing was said.</summary>
    public string? Support { get; set; }

    /// <summary>
    /// What only plants of a family have, by its name in the exchange format, each as there, JSON; null where nothing
    /// was said. What was weighed in other seasons is not in it.
    /// </summary>
    public string? Parts { get; set; }

    /// <summary>Rain seen or forecast as in the exchange format, JSON; null where nobody noted any.</summary>
    public string? Rain { get; set; }

    /// <summary>The part that only one family of plants has, by its name in the exchange format, JSON.</summary>
    public string? Part(string name) => Parts is null ? null : JsonNode.Parse(Parts)?[name]?.ToJsonString();

    /// <summary>Sets that part; null takes it out.</summary>
    public void SetPart(string name, string? json)
    {
        var parts = Parts is null ? [] : JsonNode.Parse(Parts)!.AsObject();
        parts.Remove(name);
        if (json is not null)
        {
            parts[name] = JsonNode.Parse(json);
        }

        Parts = parts.Count == 0 ? null : parts.ToJsonString();
    }

    /// <summary>1 for the season's main work, 2 for the visit after bud break.</summary>
    public int Visit { get; set; } = 1;

    /// <summary>
    /// What it was before the second visit began, JSON; null in the first, and in gardens from before that was kept.
    /// </summary>
    public string? First { get; set; }

    /// <summary>
    /// Whether anything was seen of it: stems, or what a family takes instead of them. Kept when stored.
    /// </summary>
    public bool Looked { get; set; }

    public int Revision { get; set; }

    public DateTimeOffset UpdatedAt { get; set; }
}

/// <summary>One line of a plant's log.</summary>
public sealed class LogRecord
{
    public int Id { get; set; }

    public required string PlantId { get; set; }

    public int Season { get; set; }

    public DateTimeOffset At { get; set; }

    public required LogKind Kind { get; set; }

    public required string Text { get; set; }

    /// <summary>The measures in the text, JSON; null where there are none, or none were kept.</summary>
    public string? Measures { get; set; }

    public string? Stem { get; set; }

    /// <summary>The stage of a step on a stem; the key of a step on the whole plant.</summary>
    public string? Stage { get; set; }

    public StepAction? Action { get; set; }

    /// <summary>Null unless a step.</summary>
    public StepOutcome? Outcome { get; set; }

    /// <summary>What was done instead; null unless different.</summary>
    public Instead? Instead { get; set; }

    /// <summary>Where it was cut, mm along the stem; null where not noted.</summary>
    public double? CutAt { get; set; }

    public string? Note { get; set; }

    /// <summary>
    /// For a cane that was tied: how it lies since (clock, lean, tipLean) and where it ends (x, z), JSON; null
    /// otherwise.
    /// </summary>
    public string? Tied { get; set; }

    /// <summary>The visit of the season it belongs to.</summary>
    public int Visit { get; set; } = 1;

    /// <summary>When it was struck out; null where it stands. What is struck out counts for nothing.</summary>
    public DateTimeOffset? StruckAt { get; set; }

    /// <summary>
    /// Whether it was taken back by somebody else than who wrote it: it lies in the bin, and can be put back.
    /// </summary>
    public bool Binned { get; set; }

    /// <summary>Who wrote it: a person's id; null for whoever sits at the garden's own machine.</summary>
    public string? By { get; set; }

    /// <summary>What it said before each correction, JSON; null where it never was corrected.</summary>
    public string? History { get; set; }

    /// <summary>What was weighed, g; null unless a crop. The season is then the summer the crop grew in.</summary>
    public double? Grams { get; set; }

    /// <summary>What of a plant's year it notes: bud break, first bloom; null for other lines.</summary>
    public YearEvent? Event { get; set; }

    /// <summary>How high it stood, mm; null unless a height.</summary>
    public double? Mm { get; set; }

    /// <summary>The growth stage by the BBCH code, 0 to 99; null where none was noted.</summary>
    public int? Bbch { get; set; }

    /// <summary>
    /// Made by the page that sent it, so that a line sent twice is kept once; null where the page made none.
    /// </summary>
    public string? Key { get; set; }

    /// <summary>What it says was done, and on which day where the garden is.</summary>
    public StepDone ToStep(TimeZoneInfo zone) =>
        ToStep() with
        {
            On = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(At, zone).DateTime),
        };

    /// <summary>What it says was done.</summary>
    public StepDone ToStep() =>
        StepDone.Kept(
            Stem,
            Stage,
            Action,
            Outcome,
            Instead,
            CutAt,
            Tied is null ? null : JsonSerializer.Deserialize<TiedCane>(Tied, PartJson.Options)
        );
}

/// <summary>A visit that is to come: the second cut, tipping, a look.</summary>
public sealed class VisitRecord
{
    public int Id { get; set; }

    public required string PlantId { get; set; }

    public int Season { get; set; }

    /// <summary>Tells the visits of a plant and season apart.</summary>
    public required string Key { get; set; }

    public required VisitKind Kind { get; set; }

    public required string Text { get; set; }

    /// <summary>The measures in the text, JSON; null where there are none, or none were kept.</summary>
    public string? Measures { get; set; }

    public DateOnly Due { get; set; }

    /// <summary>
    /// The day the plan had for it; another than the one it is due where the gardener put it off. Null in gardens from
    /// before that was kept.
    /// </summary>
    public DateOnly? Planned { get; set; }

    /// <summary>Null while it is to come.</summary>
    public DateTimeOffset? DoneAt { get; set; }
}

/// <summary>A school of the gardener's own: a copy of one that ships, with values changed.</summary>
public sealed class OwnSchoolRecord
{
    public required string Id { get; set; }

    public required string Name { get; set; }

    /// <summary>The school it was copied from.</summary>
    public required string Base { get; set; }

    /// <summary>Changed values as in the exchange format, JSON.</summary>
    public required string Set { get; set; }

    /// <summary>Taken out of the list; surveys made with it still mean it. Null while it is in use.</summary>
    public DateTimeOffset? RemovedAt { get; set; }

    public int Revision { get; set; }

    public DateTimeOffset CreatedAt { get; set; }
}

/// <summary>What the weather was on a day where the garden is; what was not measured is null.</summary>
public sealed class WeatherDayRecord
{
    public DateOnly Day { get; set; }

    /// <summary>Lowest, °C.</summary>
    public double? Tmin { get; set; }

    /// <summary>Highest, °C.</summary>
    public double? Tmax { get; set; }

    /// <summary>mm.</summary>
    public double? Rain { get; set; }
}

/// <summary>A place of the garden: when one comes to it, and how its year differs.</summary>
public sealed class PlaceRecord
{
    /// <summary>Bed, wall or row, as its plants name it.</summary>
    public required string Name { get; set; }

    /// <summary>Days its year is later than the garden's; negative where it is earlier.</summary>
    public int Later { get; set; }

    /// <summary>Counted from 1 in the order one walks; null where nobody put it in order.</summary>
    public int? Walk { get; set; }
}

/// <summary>An address under which the garden's calendar is read without signing in.</summary>
public sealed class FeedRecord
{
    public int Id { get; set; }

    /// <summary>SHA-256 of the secret in the address, hexadecimal; the secret itself is not kept.</summary>
    public required string Hash { get; set; }

    public DateTimeOffset CreatedAt { get; set; }
}

/// <summary>The answer to something that was added under a key, so that it is added once.</summary>
public sealed class AnswerRecord
{
    public int Id { get; set; }

    /// <summary>Where it was sent.</summary>
    public required string Address { get; set; }

    /// <summary>Made by whoever sent it, 1 to 100 characters.</summary>
    public required string Key { get; set; }

    public DateTimeOffset At { get; set; }

    /// <summary>SHA-256 of what was sent, hexadecimal; null where it was not kept.</summary>
    public string? Sent { get; set; }

    /// <summary>Status of the answer; null where it was stored and the answer was never given.</summary>
    public int? Status { get; set; }

    /// <summary>Media type of the answer.</summary>
    public string? Type { get; set; }

    /// <summary>Where what was added is found; null where it was not said.</summary>
    public string? Location { get; set; }

    /// <summary>The answer; null where it is no longer kept.</summary>
    public byte[]? Body { get; set; }
}

/// <summary>Which garden this is; one row.</summary>
public sealed class GardenRecord
{
    public int Id { get; set; }

    /// <summary>
    /// Changes whenever an earlier state is put back: what was made on another one is never applied to this one.
    /// </summary>
    public required string Incarnation { get; set; }

    /// <summary>
    /// Whether it may hold the demo's plants, as gardens did before the demo had a garden of its own; see
    /// <see cref="Demo.DemoApart"/>.
    /// </summary>
    public bool DemoInside { get; set; }
}

/// <summary>The gardener's own settings; one row.</summary>
public sealed class SettingsRecord
{
    public int Id { get; set; }

    /// <summary>Settings as JSON.</summary>
    public required string Document { get; set; }

    public int Revision { get; set; }
}
