using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;

namespace Gemmifer.Core.Year;

/// <summary>The outcome of reading what is asked of a year: the question, or everything wrong with it.</summary>
public abstract record YearReading
{
    /// <summary>The question with its defaults filled in.</summary>
    public sealed record Valid(YearAsked Asked) : YearReading;

    /// <summary>Every error, in the order of the document.</summary>
    public sealed record Invalid(ImmutableArray<SurveyError> Errors) : YearReading;
}

/// <summary>Reads what is asked of a year in the exchange format. Fields that nobody knows are warnings.</summary>
public sealed class YearReader
{
    private const int MostPlants = 2_000,
        MostLog = 20_000,
        MostWeather = 40_000,
        MostDays = 366 * 3,
        MostUnknown = 50;

    /// <summary>So many days can spring in one place of a garden differ from the garden's.</summary>
    public const int MostLater = 60;

    /// <summary>What thermometers on earth have shown, °C, with some room.</summary>
    public const double ColdestC = -90,
        HottestC = 60;

    private const double MostRainMm = 5_000;

    /// <summary>Highest temperatures of summer above this in the mean were read in °F.</summary>
    private const double TooHotC = 48;

    private const string NoFrost = "none";

    private readonly List<SurveyError> _errors = [];
    private readonly List<YearWarning> _warnings = [];
    private readonly List<FieldReader> _read = [];

    private YearReader() { }

    /// <summary>Reads and checks; all errors at once.</summary>
    public static YearReading Read(JsonElement document) =>
        document.ValueKind == JsonValueKind.Object
            ? new YearReader().ReadAll(document)
            : new YearReading.Invalid([new SurveyError("", "type", "What is asked of a year is a JSON object.")]);

    private FieldReader Fields(JsonElement json, string path)
    {
        var f = new FieldReader(json, path, _errors);
        _read.Add(f);
        return f;
    }

    private YearReading ReadAll(JsonElement document)
    {
        var root = Fields(document, "");
        _ = root.Require("plants") & root.Require("from") & root.Require("to");
        var (from, to) = (root.Date("from"), root.Date("to"));
        if (from is { } first && to is { } last)
        {
            if (last < first)
            {
                root.Error("/to", "order", "The span ends before it begins.");
            }
            else if (last.DayNumber - first.DayNumber > MostDays)
            {
                root.Error("/to", "range", "At most three years can be asked for at once.", 0, MostDays);
            }
        }

        var plants = root.List("plants", MostPlants)
            .Select(p => ReadPlant(p.Item, p.Path))
            .OfType<YearPlant>()
            .ToList();
        foreach (var twice in plants.GroupBy(p => p.Id).Where(g => g.Count() > 1))
        {
            root.Error("/plants", "duplicate", $"The plant '{twice.Key}' stands there more than once.");
        }

        var weather = ReadWeather(root);
        var (place, comes, latitude) = ReadPlace(root, weather);
        var log = root.List("log", MostLog).Select(l => ReadLog(l.Item, l.Path, plants)).OfType<YearLog>().ToArray();
        if (_errors.Count > 0)
        {
            return new YearReading.Invalid([.. _errors]);
        }

        var unknown = _read.SelectMany(f => f.Unknown()).Take(MostUnknown);
        _warnings.AddRange(unknown.Select(w => new YearWarning(w.Code, w.Text)));
        return new YearReading.Valid(
            new YearAsked(place, comes, latitude, from!.Value, to!.Value, plants, log, weather, [.. _warnings])
        );
    }

    private YearPlant? ReadPlant(JsonElement json, string path)
    {
        var f = Fields(json, path);
        if (!f.IsObject || !(f.Require("id") & f.Require("kind")))
        {
            return null;
        }

        var id = f.Text("id");
        var kind = f.Word("kind", [.. PlantKinds.All.Select(k => k.Id)]) is { } word ? PlantKinds.Of(word) : null;
        var school = f.Text("school");
        School? named = null;
        if (kind is not null)
        {
            named = SchoolCatalog.For(school ?? kind.DefaultSchool, kind.Id);
            if (named is null)
            {
                f.Error(f.At("school"), "unknown", $"There is no school '{school}' for a {kind.Name}.");
            }
        }

        f.Choice<Vigour>("vigour");
        var sun = f.Choice<Sun>("sun") ?? Sun.Full;
        var years = f.Whole("yearsPlanted", 0, SurveyLimits.YearsPlanted);
        var cover = f.Flag("cover") ?? false;
        var flowerOn = f.Date("flowerOn");
        var hips = f.Flag("hips") ?? false;
        var later = f.Whole("later", -MostLater, MostLater) ?? 0;
        var atPath = f.Flag("path") ?? false;
        return id is null || named is null
            ? null
            : new YearPlant(id, kind!, named.When, sun, years, cover, flowerOn, hips, later, atPath);
    }

    private YearLog? ReadLog(JsonElement json, string path, List<YearPlant> plants)
    {
        var f = Fields(json, path);
        if (!f.IsObject || !(f.Require("plant") & f.Require("date") & f.Require("what")))
        {
            return null;
        }

        var (plant, date, what) = (f.Text("plant"), f.Date("date"), f.Choice<YearEvent>("what"));
        if (plant is not null && plants.TrueForAll(p => p.Id != plant))
        {
            f.Error(f.At("plant"), "unknown", $"There is no plant '{plant}' among those asked for.");
        }

        return plant is null || date is null || what is null ? null : new YearLog(plant, date.Value, what.Value);
    }

    private WeatherRecord ReadWeather(FieldReader root)
    {
        var days = new Dictionary<DateOnly, WeatherDay>();
        foreach (var (item, path) in root.List("weather", MostWeather))
        {
            var f = Fields(item, path);
            if (!f.IsObject || !f.Require("date") || f.Date("date") is not { } date)
            {
                continue;
            }

            var (low, high) = (f.Number("tmin", ColdestC, HottestC), f.Number("tmax", ColdestC, HottestC * 2));
            var rain = f.Number("rain", 0, MostRainMm);
            if (low > high)
            {
                f.Error(f.At("tmin"), "order", "The lowest of a day is above its highest.");
            }

            if (!days.TryAdd(date, new WeatherDay(date, low, high, rain)))
            {
                f.Error(f.At("date"), "duplicate", $"{item.GetProperty("date").GetString()} stands there twice.");
            }
        }

        var highs = days.Values.Select(d => d.Tmax).OfType<double>().OrderDescending().ToArray();
        var hottest = highs.Take(Math.Max(1, highs.Length / 10)).ToArray();
        if (hottest.Length > 0 && hottest.Average() > TooHotC)
        {
            root.Error(
                "/weather",
                "units",
                "Hotter than any summer: these are degrees Fahrenheit. Send degrees Celsius."
            );
        }

        if (days.Count > 1)
        {
            var missing = days.Keys.Max().DayNumber - days.Keys.Min().DayNumber + 1 - days.Count;
            if (missing > 0)
            {
                _warnings.Add(
                    new YearWarning(
                        "weather-gaps",
                        $"The weather record lacks {missing} {(missing == 1 ? "day" : "days")}; what is "
                            + "usual then stands in for them."
                    )
                );
            }
        }

        return new WeatherRecord(days.Values);
    }

    private (GrowingPlace Place, bool FrostsCome, double? Latitude) ReadPlace(FieldReader root, WeatherRecord weather)
    {
        var f = root.Find("place") is { } json ? Fields(json, "/place") : null;
        var latitude = f?.Number("latitude", -90, 90);
        var hemisphere = f?.Choice<Hemisphere>("hemisphere");
        if (Contradict(hemisphere, latitude))
        {
            f!.Error("/place/latitude", "sign", "A latitude is negative in the south, and only there.");
        }

        var side = hemisphere ?? (latitude < 0 ? Hemisphere.South : Hemisphere.North);
        var (last, first) = (Frost(f, "lastFrost"), Frost(f, "firstFrost"));
        var never = last.Never || first.Never;
        var read = last.Day is null || first.Day is null ? weather.Frosts(side) : default;
        var usual = GrowingPlace.Usual(side);
        var place = new GrowingPlace(side, usual.FrostMonth, usual.FrostDay);
        if ((last.Day ?? MonthDay(read.Last)) is { } spring)
        {
            place = place with { FrostMonth = spring.Month, FrostDay = spring.Day };
        }

        if ((first.Day ?? MonthDay(read.First)) is { } autumn)
        {
            place = place with { FirstFrostDay = autumn };
        }

        void Tell(string field, (int Month, int Day)? said, FrostDays? found, (int Month, int Day) taken)
        {
            if (said is not null || never)
            {
                return;
            }

            var day = string.Create(CultureInfo.InvariantCulture, $"{taken.Month:00}-{taken.Day:00}");
            _warnings.Add(
                found is { } f
                    ? new YearWarning(
                        "frost-read",
                        $"{field} is read from {f.Years} {(f.Years == 1 ? "year" : "years")} of weather: {day}, "
                            + $"from {Say(f.Early)} to {Say(f.Late)} in eight years of ten."
                    )
                    : new YearWarning("frost-assumed", $"{field} is not known here and taken to be {day}.")
            );
        }

        Tell("The last frost", last.Day, read.Last, (place.FrostMonth, place.FrostDay));
        Tell("The first frost", first.Day, read.First, place.FirstFrostDay);
        if (never)
        {
            _warnings.Add(
                new YearWarning(
                    "no-frost",
                    "Frost never comes: seasons are reckoned from the days on which it would elsewhere, and "
                        + "nothing is covered."
                )
            );
        }

        return (place, !never, latitude);
    }

    private static bool Contradict(Hemisphere? hemisphere, double? latitude) =>
        hemisphere is { } half && latitude is { } degrees && degrees != 0 && degrees < 0 != (half == Hemisphere.South);

    private static string Say(DateOnly day) => day.ToString("MM-dd", CultureInfo.InvariantCulture);

    private static (int Month, int Day)? MonthDay(FrostDays? frost) =>
        frost is { } f ? (f.Usual.Month, f.Usual.Day) : null;

    private static ((int Month, int Day)? Day, bool Never) Frost(FieldReader? place, string name)
    {
        if (place?.Find(name) is { ValueKind: JsonValueKind.String } said && said.GetString() == NoFrost)
        {
            return (null, true);
        }

        return (place?.MonthDay(name), false);
    }
}
