using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;
using Gemmifer.Data.Entities;

namespace Gemmifer.Server.Files;

/// <summary>What an archive says of itself.</summary>
public sealed record ArchiveHead(string Format, int Version, DateTimeOffset MadeAt)
{
    /// <summary>The format, and the version that is written and read.</summary>
    public const string Name = "gemmifer.archive";

    /// <summary>Of the contents.</summary>
    public const int Latest = 1;
}

/// <summary>A plant in an archive.</summary>
public sealed record ArchivePlant(
    string Id,
    string Name,
    string Kind,
    string Place,
    int? PlantedYear,
    string? Vigour,
    bool Neglected,
    double? UnionHeight,
    bool? Rootstock,
    string? Look,
    string? Sun,
    bool Cover,
    bool Hips,
    DateOnly? FlowerOn,
    DateTimeOffset? RemovedAt,
    DateTimeOffset CreatedAt
)
{
    /// <summary>Of a plant as it is stored.</summary>
    public static ArchivePlant Of(PlantRecord p) =>
        new(
            p.Id,
            p.Name,
            p.Kind,
            p.Place,
            p.PlantedYear,
            p.Vigour,
            p.Neglected,
            p.UnionHeight,
            p.Rootstock,
            p.Look,
            p.Sun,
            p.Cover,
            p.Hips,
            p.FlowerOn,
            p.RemovedAt,
            p.CreatedAt
        );
}

/// <summary>A survey in an archive; its parts are as in the exchange format.</summary>
public sealed record ArchiveSurvey(
    string Plant,
    int Season,
    DateOnly Date,
    int Visit,
    JsonNode Stems,
    JsonNode KeepOut,
    JsonNode? School,
    JsonNode? Support,
    JsonNode? First,
    DateTimeOffset UpdatedAt
)
{
    /// <summary>What is stored as it is, by its name.</summary>
    [JsonExtensionData]
    public Dictionary<string, JsonElement>? AsTheyAre { get; init; }

    /// <summary>Of a survey as it is stored.</summary>
    public static ArchiveSurvey Of(SurveyRecord s) =>
        new(
            s.PlantId,
            s.Season,
            s.Date,
            s.Visit,
            JsonNode.Parse(s.Stems)!,
            JsonNode.Parse(s.KeepOut)!,
            Parsed(s.School),
            Parsed(s.Support),
            Parsed(s.First),
            s.UpdatedAt
        )
        {
            AsTheyAre = StoredParts
                .All.Where(p => s.Part(p) is not null)
                .ToDictionary(p => p, p => JsonSerializer.Deserialize<JsonElement>(s.Part(p)!)),
        };

    /// <summary>As it is stored.</summary>
    public SurveyRecord ToRecord() =>
        new()
        {
            PlantId = Plant,
            Season = Season,
            Date = Date,
            Visit = Visit,
            Stems = Stems.ToJsonString(PartJson.Options),
            KeepOut = KeepOut.ToJsonString(PartJson.Options),
            School = Text(School),
            Support = Text(Support),
            Parts =
                AsTheyAre is { Count: > 0 }
                && AsTheyAre.Where(p => p.Value.ValueKind != JsonValueKind.Null && StoredParts.All.Contains(p.Key))
                    is var own
                && own.Any()
                    ? Text(
                        new JsonObject(
                            own.Select(p => KeyValuePair.Create(p.Key, JsonNode.Parse(p.Value.GetRawText())))
                        )
                    )
                    : null,
            First = Text(First),
            Revision = 1,
            UpdatedAt = UpdatedAt,
        };

    internal static JsonNode? Parsed(string? json) => json is null ? null : JsonNode.Parse(json);

    internal static string? Text(JsonNode? json) => json?.ToJsonString(PartJson.Options);
}

/// <summary>A line of the log in an archive.</summary>
public sealed record ArchiveLine(
    string Plant,
    int Season,
    int Visit,
    DateTimeOffset At,
    LogKind Kind,
    string Text,
    JsonNode? Measures,
    string? Stem,
    string? Stage,
    StepAction? Action,
    StepOutcome? Outcome,
    Instead? Instead,
    double? CutAt,
    string? Note,
    JsonNode? Tied,
    DateTimeOffset? StruckAt,
    JsonNode? History,
    double? Grams,
    YearEvent? What,
    double? Mm,
    int? Bbch,
    string? Key,
    bool Binned = false
)
{
    /// <summary>Of a line as it is stored.</summary>
    public static ArchiveLine Of(LogRecord l) =>
        new(
            l.PlantId,
            l.Season,
            l.Visit,
            l.At,
            l.Kind,
            l.Text,
            ArchiveSurvey.Parsed(l.Measures),
            l.Stem,
            l.Stage,
            l.Action,
            l.Outcome,
            l.Instead,
            l.CutAt,
            l.Note,
            ArchiveSurvey.Parsed(l.Tied),
            l.StruckAt,
            ArchiveSurvey.Parsed(l.History),
            l.Grams,
            l.Event,
            l.Mm,
            l.Bbch,
            l.Key,
            l.Binned
        );

    /// <summary>As it is stored.</summary>
    public LogRecord ToRecord() =>
        new()
        {
            PlantId = Plant,
            Season = Season,
            Visit = Visit,
            At = At,
            Kind = Kind,
            Text = Text,
            Measures = ArchiveSurvey.Text(Measures),
            Stem = Stem,
            Stage = Stage,
            Action = Action,
            Outcome = Outcome,
            Instead = Instead,
            CutAt = CutAt,
            Note = Note,
            Tied = ArchiveSurvey.Text(Tied),
            StruckAt = StruckAt,
            History = ArchiveSurvey.Text(History),
            Grams = Grams,
            Event = What,
            Mm = Mm,
            Bbch = Bbch,
            Key = Key,
            Binned = Binned,
        };

    /// <summary>What tells it from other lines: the same line twice is one.</summary>
    public static (string Plant, DateTimeOffset At, LogKind Kind, string Text, string? Stem, string? Stage) PrintOf(
        LogRecord l
    ) => (l.PlantId, l.At.ToUniversalTime(), l.Kind, l.Text, l.Stem, l.Stage);
}

/// <summary>A visit in an archive.</summary>
public sealed record ArchiveVisit(
    string Plant,
    int Season,
    string Key,
    VisitKind Kind,
    string Text,
    JsonNode? Measures,
    DateOnly Due,
    DateOnly? Planned,
    DateTimeOffset? DoneAt
)
{
    /// <summary>Of a visit as it is stored.</summary>
    public static ArchiveVisit Of(VisitRecord v) =>
        new(v.PlantId, v.Season, v.Key, v.Kind, v.Text, ArchiveSurvey.Parsed(v.Measures), v.Due, v.Planned, v.DoneAt);

    /// <summary>As it is stored.</summary>
    public VisitRecord ToRecord() =>
        new()
        {
            PlantId = Plant,
            Season = Season,
            Key = Key,
            Kind = Kind,
            Text = Text,
            Measures = ArchiveSurvey.Text(Measures),
            Due = Due,
            Planned = Planned,
            DoneAt = DoneAt,
        };
}

/// <summary>A visit beside the season's survey in an archive.</summary>
/// <param name="Document">As gemmifer.survey/1.</param>
public sealed record ArchiveRound(
    string Plant,
    string Key,
    int Season,
    int Visit,
    DateOnly Date,
    SurveyTask Task,
    JsonNode Document,
    DateTimeOffset UpdatedAt
)
{
    /// <summary>Of a visit as it is stored.</summary>
    public static ArchiveRound Of(RoundRecord r) =>
        new(r.PlantId, r.Key, r.Season, r.Visit, r.Date, r.Task, JsonNode.Parse(r.Document)!, r.UpdatedAt);

    /// <summary>As it is stored.</summary>
    public RoundRecord ToRecord() =>
        new()
        {
            PlantId = Plant,
            Key = Key,
            Season = Season,
            Visit = Visit,
            Date = Date,
            Task = Task,
            Document = Document.ToJsonString(PartJson.Options),
            Revision = 1,
            UpdatedAt = UpdatedAt,
        };
}

/// <summary>A photograph in an archive; its picture is the file of its hash.</summary>
public sealed record ArchivePhoto(
    string Plant,
    string Key,
    int Season,
    DateOnly Date,
    double From,
    double? Focal35,
    string Hash,
    JsonNode? Taps,
    DateTimeOffset TakenAt,
    DateTimeOffset? RemovedAt = null
)
{
    /// <summary>Of a photograph as it is stored.</summary>
    public static ArchivePhoto Of(PhotoRecord p) =>
        new(
            p.PlantId,
            p.Key,
            p.Season,
            p.Date,
            p.From,
            p.Focal35,
            p.Hash,
            p.Taps is { } taps ? JsonNode.Parse(taps) : null,
            p.TakenAt,
            p.RemovedAt
        );

    /// <summary>As it is stored.</summary>
    /// <param name="width">Of its picture, pixels; also <paramref name="height"/>.</param>
    public PhotoRecord ToRecord(int width, int height) =>
        new()
        {
            PlantId = Plant,
            Key = Key,
            Season = Season,
            Date = Date,
            From = From,
            Focal35 = Focal35,
            Width = width,
            Height = height,
            Hash = Hash,
            Taps = Taps?.ToJsonString(PartJson.Options),
            Revision = 1,
            TakenAt = TakenAt,
            RemovedAt = RemovedAt,
        };
}

/// <summary>A school of the gardener's own in an archive.</summary>
public sealed record ArchiveSchool(
    string Id,
    string Name,
    string Base,
    JsonNode Set,
    DateTimeOffset? RemovedAt,
    DateTimeOffset CreatedAt
)
{
    /// <summary>Of a school as it is stored.</summary>
    public static ArchiveSchool Of(OwnSchoolRecord s) =>
        new(s.Id, s.Name, s.Base, JsonNode.Parse(s.Set)!, s.RemovedAt, s.CreatedAt);
}

/// <summary>A place of the garden in an archive.</summary>
public sealed record ArchivePlace(string Name, int Later, int? Walk);

/// <summary>A day of weather in an archive, °C and mm.</summary>
public sealed record ArchiveDay(DateOnly Date, double? Tmin, double? Tmax, double? Rain);

/// <summary>What came of reading an archive.</summary>
/// <param name="Plants">Plants that are new here.</param>
/// <param name="Same">Plants that were here already, which stay as they are.</param>
/// <param name="Lines">Lines of the log that are new here.</param>
/// <param name="Copy">The copy made of the garden as it was; null where it was empty.</param>
/// <param name="Photos">Photographs that are new here.</param>
public sealed record ArchiveTaken(
    int Plants,
    int Same,
    int Surveys,
    int Lines,
    int Visits,
    int Days,
    string? Copy,
    int Photos
);
