using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Rows;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;
using Gemmifer.Core.Vines;

namespace Gemmifer.Core.Exchange;

/// <summary>The outcome of reading a survey: the survey, or everything wrong with it.</summary>
public abstract record SurveyReading
{
    /// <summary>The survey with its defaults filled in.</summary>
    public sealed record Valid(Survey Survey) : SurveyReading;

    /// <summary>Every error, in the order of the document.</summary>
    public sealed record Invalid(ImmutableArray<SurveyError> Errors) : SurveyReading;
}

/// <summary>Reads a survey in the exchange format gemmifer.survey/1. Unknown fields are ignored and listed as warnings.</summary>
public static class SurveyReader
{
    /// <summary>The format this reader reads.</summary>
    public const string Format = "gemmifer.survey/1";

    private const int MostUnknown = 50;

    private static readonly string[] Vigours = ["weak", "normal", "strong"];
    private static readonly string[] Looks = ["open", "full"];
    private static readonly string[] Hemispheres = ["north", "south"];

    /// <summary>Reads and checks; all errors at once.</summary>
    public static SurveyReading Read(JsonElement document)
    {
        var errors = new List<SurveyError>();
        var (assumed, warnings) = (new List<Assumption>(), new List<Warning>());
        var root = new FieldReader(document, "", errors);
        if (!root.IsObject)
        {
            return new SurveyReading.Invalid([new SurveyError("", "type", "A survey is a JSON object.")]);
        }

        root.Require("format");
        if (root.Text("format") is { } format && format != Format)
        {
            root.Error("/format", "unknown", $"'{format}' cannot be read; the format is {Format}.");
        }

        root.Require("date");
        var date = root.Date("date");
        var plant = ReadPlant(root, assumed, warnings);
        var school = ReadSchool(root, plant.Kind, assumed, warnings);
        var (southern, frost) = ReadPlace(root, assumed, warnings);
        var rain = ReadRain(root, warnings);
        var keepOut = ReadKeepOut(root, warnings);
        var support = ReadSupport(root, plant.Kind, warnings);
        var vine = ReadVine(root, plant, school, assumed, warnings);
        var row = ReadRow(root, plant, assumed, warnings);
        var items = root.List("stems", SurveyLimits.Stems).ToArray();
        if (items.Length == 0 && plant.Kind.Surveyed && !(plant.Kind.IsCaneFruit && root.Find("row") is not null) && !errors.Any(e => e.Path == "/stems"))
        {
            root.Error("/stems", "required", plant.Kind.IsCaneFruit ? "A survey of cane fruit needs the counts of its row, or at least one stem."
                : $"A survey of a {(plant.Kind.IsVine ? "vine" : "rose")} needs at least one stem.");
        }

        var stems = new StemReader(plant.Kind, errors, assumed, warnings).Read(items);
        var unknown = root.Unknown().Concat(warnings.Where(w => w.Code == "unknown-field")).ToArray();
        var all = warnings.Where(w => w.Code != "unknown-field").Concat(unknown.Take(MostUnknown)).ToList();
        if (unknown.Length > MostUnknown)
        {
            all.Add(new Warning("unknown-field", string.Create(CultureInfo.InvariantCulture, $"{unknown.Length - MostUnknown} more fields are not known and were ignored.")));
        }

        if (errors.Count > 0)
        {
            return new SurveyReading.Invalid([.. errors]);
        }

        var ordered = assumed.Select((a, i) => (a, i)).OrderBy(x => x.a.Stem ?? "", StringComparer.Ordinal).ThenBy(x => x.i).Select(x => x.a);
        var year = date!.Value.Year;
        var lastFrost = new DateOnly(year, frost.Month, Math.Min(frost.Day, DateTime.DaysInMonth(year, frost.Month)));
        return new SurveyReading.Valid(new Survey(plant, date.Value, Fitted(school!, plant, support), lastFrost, southern, keepOut, stems, [.. ordered], [.. all], support, vine, row, rain));
    }

    private static School Fitted(School school, Plant plant, Support? support)
    {
        var fitted = plant.Neglected ? school.ForNeglected() : school;
        return support is not null && plant.Kind.Climbs ? fitted.ForSupport(support) : fitted;
    }

    /// <summary>What the plant is tied to: climbers to anything but a vine's trellis, a standard to its stake.</summary>
    private static Support? ReadSupport(FieldReader root, PlantKind kind, List<Warning> warnings)
    {
        if (root.Find("support") is not { } value)
        {
            return null;
        }

        var before = root.Errors.Count;
        if (SupportReader.Read(value, "/support", root.Errors, warnings) is not { } support)
        {
            return null;
        }

        if (kind.Climbs && support.Kind == SupportKind.TTrellis)
        {
            root.Error("/support/kind", "unsupported", "A T-trellis is for vines; a rose is tied to a wall, fence, wires, arch, obelisk, pergola or post.");
        }

        var used = kind.Climbs || kind.IsVine || kind.IsCaneFruit || (kind.Hangs && support.Kind == SupportKind.Stake);
        if (!used && root.Errors.Count == before)
        {
            warnings.Add(new Warning("unused", $"/support is not used for a {kind.Name.ToLowerInvariant()}{(kind.Hangs ? ", except a stake" : "")}."));
        }

        return used ? support : null;
    }

    private static Plant ReadPlant(FieldReader root, List<Assumption> assumed, List<Warning> warnings)
    {
        var fallback = PlantKinds.Served["rose.hybrid-tea"];
        if (!root.Require("plant"))
        {
            return new Plant("", fallback, Vigour.Normal, null, false, 0, true, PlantLook.Open);
        }

        var f = new FieldReader(root.Find("plant")!.Value, "/plant", root.Errors);
        f.Require("kind");
        var kind = f.Word("kind", [.. PlantKinds.Known]) is { } id ? PlantKinds.Served.GetValueOrDefault(id) : fallback;
        if (kind is null)
        {
            f.Error("/plant/kind", "unsupported", $"Plants of this kind cannot be planned yet; those that can: {string.Join(", ", PlantKinds.Served.Keys.Order(StringComparer.Ordinal))}.");
            kind = fallback;
        }

        var vigour = f.Word("vigour", Vigours);
        if (vigour is null)
        {
            assumed.Add(new Assumption(null, "vigour", "normal", "Vigour not judged: taken as normal."));
        }

        var union = f.Number("unionHeight", SurveyLimits.UnionMinMm, SurveyLimits.UnionMaxMm);
        if (union is null)
        {
            assumed.Add(new Assumption(null, "unionHeight", kind.UnionHeightMm, kind.UnionHeightMm > 0 ? "The head is taken to stand as high as usual for this kind." : "The crown is taken to be at soil level."));
        }

        var rootstock = f.Flag("rootstock");
        if (rootstock is null)
        {
            assumed.Add(new Assumption(null, "rootstock", kind.Rootstock, kind.Rootstock ? "Plants of this kind are usually grafted." : "Plants of this kind usually stand on their own roots."));
        }

        var plant = new Plant(f.Text("name") ?? "", kind, Enum.Parse<Vigour>(vigour ?? "normal", true), f.Whole("yearsPlanted", 0, 500),
            f.Flag("neglected") ?? false, union ?? kind.UnionHeightMm, rootstock ?? kind.Rootstock, Enum.Parse<PlantLook>(f.Word("look", Looks) ?? "open", true));
        warnings.AddRange(f.Unknown());
        return plant;
    }

    private static School? ReadSchool(FieldReader root, PlantKind kind, List<Assumption> assumed, List<Warning> warnings)
    {
        if (root.Find("school") is not { } value)
        {
            var usual = UsualSchool(root, kind);
            assumed.Add(new Assumption(null, "school", usual, kind.IsVine ? "The usual school of this system." : "The usual school of this kind."));
            return SchoolCatalog.For(usual, kind.Id);
        }

        if (value.ValueKind == JsonValueKind.String)
        {
            return Named(root, "/school", value.GetString()!, kind);
        }

        if (value.ValueKind != JsonValueKind.Object)
        {
            root.Error("/school", "type", "A school is an id, or { \"base\": id, \"set\": { … } }.");
            return null;
        }

        var f = new FieldReader(value, "/school", root.Errors);
        var name = f.Text("base");
        var school = name is not null ? Named(root, "/school/base", name, kind)
            : f.Find("base") is null ? SchoolCatalog.For(kind.DefaultSchool, kind.Id) : null;
        if (f.Find("set") is { } set)
        {
            var before = root.Errors.Count;
            school = SchoolSettings.Apply(school ?? SchoolCatalog.For(kind.DefaultSchool, kind.Id)!, set, "/school/set", root.Errors, warnings);
            school = root.Errors.Count == before ? school : null;
        }

        // Names for people: whose school it is, and what they call it.
        f.Text("own");
        var called = f.Text("name");
        var hardness = f.Whole("hardness", -School.MostHardness, School.MostHardness) ?? 0;
        school = school?.Harder(hardness);
        school = school is not null && !string.IsNullOrWhiteSpace(called) ? school with { Name = called } : school;

        warnings.AddRange(f.Unknown());
        return school;
    }

    /// <summary>The school where none was named: a vine's goes with the way it is trained.</summary>
    private static string UsualSchool(FieldReader root, PlantKind kind) =>
        kind.IsVine && root.Find("vine") is { ValueKind: JsonValueKind.Object } vine && vine.TryGetProperty("system", out var system) && system.ValueKind == JsonValueKind.String
            && system.GetString() is ("goblet" or "long-cane") and { } named ? named : kind.DefaultSchool;

    private static School? Named(FieldReader root, string path, string id, PlantKind kind)
    {
        if (SchoolCatalog.For(id, kind.Id) is { } school)
        {
            return school;
        }

        var fit = string.Join(", ", SchoolCatalog.AllFor(kind.Id).Select(s => s.Id));
        var shown = id.Length > 40 ? id[..40] : id;
        // A school that exists but does not serve the kind is refused at /school itself, wherever it was named.
        root.Error(SchoolCatalog.Known.Contains(id) ? "/school" : path, SchoolCatalog.Known.Contains(id) ? "unsupported" : "unknown",
            $"'{shown}' does not serve {kind.Id}; schools that do: {fit}.");
        return null;
    }

    private static (bool Southern, (int Month, int Day) LastFrost) ReadPlace(FieldReader root, List<Assumption> assumed, List<Warning> warnings)
    {
        var southern = false;
        (int, int)? last = null;
        if (root.Find("place") is { } value)
        {
            var f = new FieldReader(value, "/place", root.Errors);
            southern = f.Word("hemisphere", Hemispheres) == "south";
            last = MonthDay(f, "lastFrost");
            MonthDay(f, "firstFrost");
            warnings.AddRange(f.Unknown());
        }

        if (last is null)
        {
            var usual = southern ? "10-15" : "04-15";
            assumed.Add(new Assumption(null, "lastFrost", usual, "Day of the last frost not set for this place."));
            last = southern ? (10, 15) : (4, 15);
        }

        return (southern, last.Value);
    }

    private static (int, int)? MonthDay(FieldReader f, string name)
    {
        var text = f.Text(name);
        if (text is null)
        {
            return null;
        }

        if (DateOnly.TryParseExact("2000-" + text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day))
        {
            return (day.Month, day.Day);
        }

        f.Error(f.At(name), "format", $"{name} is a month and a day like 04-15.");
        return null;
    }

    private static VineFacts? ReadVine(FieldReader root, Plant plant, School? school, List<Assumption> assumed, List<Warning> warnings)
    {
        var value = root.Find("vine");
        if (plant.Kind.IsVine)
        {
            return VineReader.Read(value, plant, school?.Id, root.Errors, assumed, warnings);
        }

        Unused(value, "/vine", plant.Kind, warnings);
        return null;
    }

    private static RowFacts? ReadRow(FieldReader root, Plant plant, List<Assumption> assumed, List<Warning> warnings)
    {
        var value = root.Find("row");
        if (plant.Kind.IsCaneFruit && value is { } row)
        {
            return RowReader.Read(row, root.Errors, assumed, warnings);
        }

        Unused(value, "/row", plant.Kind, warnings);
        return null;
    }

    private static void Unused(JsonElement? value, string path, PlantKind kind, List<Warning> warnings)
    {
        if (value is { } part)
        {
            warnings.Add(new Warning("unused", part.ValueKind == JsonValueKind.Object
                ? $"{path} is not used for a {kind.Name.ToLowerInvariant()}."
                : $"{path} is not an object and was ignored."));
        }
    }

    private static ImmutableArray<RainDay> ReadRain(FieldReader root, List<Warning> warnings)
    {
        var days = ImmutableArray.CreateBuilder<RainDay>();
        foreach (var (item, path) in root.List("rain", 1000))
        {
            var f = new FieldReader(item, path, root.Errors);
            f.Require("date");
            var day = f.Date("date");
            f.Require("mm");
            var mm = f.Number("mm", 0, 5000);
            warnings.AddRange(f.Unknown());
            if (day is { } on && mm is { } fell)
            {
                days.Add(new RainDay(on, fell));
            }
        }

        return days.ToImmutable();
    }

    private static ImmutableArray<KeepOut> ReadKeepOut(FieldReader root, List<Warning> warnings)
    {
        var zones = ImmutableArray.CreateBuilder<KeepOut>();
        foreach (var (item, path) in root.List("keepOut", 50))
        {
            var f = new FieldReader(item, path, root.Errors);
            f.Require("side");
            f.Require("from");
            var (side, from) = (f.Number("side", 0, 12, openMin: true), f.Number("from", 0, 20_000));
            var name = f.Text("name") ?? "keep-out";
            warnings.AddRange(f.Unknown());
            if (side is { } s && from is { } beyond)
            {
                zones.Add(new KeepOut(name, Bearing.FromClock(s), beyond));
            }
        }

        return zones.ToImmutable();
    }
}
