using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core;

/// <summary>The outcome of reading a survey: the survey, or everything wrong with it.</summary>
public abstract record SurveyReading
{
    /// <summary>
    /// JSON Pointers (RFC 6901) of the fields nobody asked for. Without them the document is what was read, and reads
    /// the
    /// same.
    /// </summary>
    public ImmutableArray<string> Ignored { get; init; } = [];

    /// <summary>The survey with its defaults filled in.</summary>
    public sealed record Valid(Survey Survey) : SurveyReading;

    /// <summary>Every error, in the order of the document.</summary>
    public sealed record Invalid(ImmutableArray<SurveyError> Errors) : SurveyReading;
}

/// <summary>
/// Reads a survey in the exchange format gemmifer.survey/1. Unknown fields are ignored and listed as warnings.
/// </summary>
public sealed class SurveyReader
{
    /// <summary>The format this reader reads.</summary>
    public const string Format = "gemmifer.survey/1";

    private const int MostUnknown = 50,
        MostRain = 1000,
        MostKeepOut = 50;

    private const double MostRainMm = 5_000,
        MostKeepOutMm = 20_000;

    private readonly SurveyNotes _notes = new();
    private readonly FieldReader _root;

    private SurveyReader(JsonElement document) => _root = _notes.Fields(document, "");

    /// <summary>Reads and checks; all errors at once.</summary>
    public static SurveyReading Read(JsonElement document) =>
        document.ValueKind == JsonValueKind.Object
            ? new SurveyReader(document).Read()
            : new SurveyReading.Invalid([new SurveyError("", "type", "A survey is a JSON object.")]);

    private SurveyReading Read()
    {
        _root.Require("format");
        if (_root.Text("format") is { } format && format != Format)
        {
            _root.Error("/format", "unknown", $"'{format}' cannot be read; the format is {Format}.");
        }

        _root.Require("date");
        var date = _root.Date("date");
        var plant = ReadPlant();
        var family = PlantFamilies.Of(plant.Kind);
        var school = ReadSchool(plant.Kind, family);
        var place = ReadPlace();
        var rain = ReadRain();
        var keepOut = ReadKeepOut();
        var support = ReadSupport(plant.Kind, family);
        var facts = ReadFacts(plant, family, school);
        var task = ReadTask(plant.Kind, family);
        var stems = ReadStems(plant.Kind, family, task);
        var anyway = _root.Flag("anyway") ?? false;
        if (_notes.Errors.Count > 0)
        {
            return new SurveyReading.Invalid([.. _notes.Errors]) { Ignored = Ignored() };
        }

        var assumed = _notes
            .Assumed.Select((a, i) => (a, i))
            .OrderBy(x => x.a.Stem ?? "", StringComparer.Ordinal)
            .ThenBy(x => x.i)
            .Select(x => x.a);
        return new SurveyReading.Valid(
            new Survey(
                plant,
                date!.Value,
                family.Fit(school!, plant, support),
                place,
                keepOut,
                stems,
                [.. assumed],
                Warnings(),
                support,
                facts,
                rain,
                anyway,
                null,
                task
            )
        )
        {
            Ignored = Ignored(),
        };
    }

    private ImmutableArray<string> Ignored() =>
        [.. _root.Unknown().Concat(_notes.Warnings).Select(w => w.Path).OfType<string>()];

    /// <summary>What was noticed; of fields that nobody knows no more than can be read.</summary>
    private ImmutableArray<Warning> Warnings()
    {
        const string Unknown = "unknown-field";
        var unknown = _root.Unknown().Concat(_notes.Warnings.Where(w => w.Code == Unknown)).ToArray();
        var all = _notes.Warnings.Where(w => w.Code != Unknown).Concat(unknown.Take(MostUnknown));
        return unknown.Length <= MostUnknown
            ? [.. all]
            :
            [
                .. all,
                new Warning(
                    Unknown,
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{unknown.Length - MostUnknown} more fields are not known and were ignored."
                    )
                ),
            ];
    }

    /// <summary>What it is made for: the prune, where nothing is said.</summary>
    private SurveyTask ReadTask(PlantKind kind, Family family)
    {
        var task = _root.Choice<SurveyTask>("task") ?? SurveyTask.Prune;
        if (!family.Tasks.Contains(task))
        {
            _root.Error(
                "/task",
                "unsupported",
                $"A {kind.Name.ToLowerInvariant()} has no such visit; it has: "
                    + $"{string.Join(", ", family.Tasks.Select(t => WireNames.Of(t)))}."
            );
        }

        return task;
    }

    private ImmutableArray<Stem> ReadStems(PlantKind kind, Family family, SurveyTask task)
    {
        var items = _root.List("stems", SurveyLimits.Stems).ToArray();
        if (
            items.Length == 0
            && (task is SurveyTask.Prune or SurveyTask.Round)
            && _notes.Errors.All(e => e.Path != "/stems")
            && family.WithoutStems(family.Part is { } part && _root.Find(part) is not null) is { } missing
        )
        {
            _root.Error("/stems", "required", missing);
        }

        return new StemReader((role, age, top) => family.Usual(kind, role, age, top), _notes).Read(items);
    }

    /// <summary>What only its family has; the fields of the others are not used.</summary>
    private FamilyFacts? ReadFacts(Plant plant, Family own, School? school)
    {
        FamilyFacts? facts = null;
        foreach (var family in PlantFamilies.All.Where(f => f.Part is not null))
        {
            var value = _root.Find(family.Part!);
            if (family == own)
            {
                facts = family.Read(value, plant, school, _notes);
            }
            else if (value is { } part)
            {
                _notes.Warnings.Add(
                    new Warning(
                        "unused",
                        part.ValueKind == JsonValueKind.Object
                            ? $"/{family.Part} is not used for a {plant.Kind.Name.ToLowerInvariant()}."
                            : $"/{family.Part} is not an object and was ignored.",
                        "/" + family.Part
                    )
                );
            }
        }

        return facts;
    }

    /// <summary>What the plant is tied to, where plants of its kind are.</summary>
    private Support? ReadSupport(PlantKind kind, Family family)
    {
        if (_root.Find("support") is not { } value)
        {
            return null;
        }

        var before = _notes.Errors.Count;
        if (SupportReader.Read(value, "/support", _notes) is not { } support)
        {
            return null;
        }

        if (family.Refuses(kind, support.Kind) is { } why)
        {
            _root.Error("/support/kind", "unsupported", why);
        }

        var used = family.Uses(kind, support.Kind);
        if (!used && _notes.Errors.Count == before)
        {
            _notes.Warnings.Add(
                new Warning(
                    "unused",
                    "/support is not used for a "
                        + $"{kind.Name.ToLowerInvariant()}{(kind.Hangs ? ", except a stake" : "")}."
                )
            );
        }

        return used ? support : null;
    }

    private Plant ReadPlant()
    {
        var fallback = PlantKinds.All[0];
        if (!_root.Require("plant"))
        {
            return new Plant("", fallback, Vigour.Normal, null, false, 0, true, PlantLook.Open);
        }

        var f = _notes.Fields(_root.Find("plant")!.Value, "/plant");
        f.Require("kind");
        var kind = f.Word("kind", [.. PlantKinds.All.Select(k => k.Id)]) is { } id ? PlantKinds.Of(id) : fallback;
        var known = PlantFamilies.Of(kind).Knows;
        if (f.Choice<Vigour>("vigour") is not { } vigour)
        {
            vigour = Vigour.Normal;
            _notes.Assume(null, "vigour", "normal", "Vigour not judged: taken as normal.");
        }

        var union = f.Number("unionHeight", SurveyLimits.UnionMinMm, SurveyLimits.UnionMaxMm);
        if (!known.Contains(PlantFact.Union))
        {
            union = null;
        }
        else if (union is null)
        {
            _notes.Assume(
                null,
                "unionHeight",
                kind.UnionHeightMm,
                kind.UnionHeightMm > 0
                    ? "The head is taken to stand as high as usual for this kind."
                    : "The crown is taken to be at soil level."
            );
        }

        var rootstock = f.Flag("rootstock");
        if (!known.Contains(PlantFact.Rootstock))
        {
            rootstock = null;
        }
        else if (rootstock is null)
        {
            _notes.Assume(
                null,
                "rootstock",
                kind.Rootstock,
                kind.Rootstock
                    ? "Plants of this kind are usually grafted."
                    : "Plants of this kind usually stand on their own roots."
            );
        }

        var plant = new Plant(
            f.Text("name") ?? "",
            kind,
            vigour,
            f.Whole("yearsPlanted", 0, SurveyLimits.YearsPlanted),
            (f.Flag("neglected") ?? false) && known.Contains(PlantFact.Neglected),
            union ?? kind.UnionHeightMm,
            rootstock ?? kind.Rootstock,
            f.Choice<PlantLook>("look") ?? PlantLook.Open,
            f.Flag("cover") ?? false,
            f.Flag("hips") ?? false
        );
        _notes.Finish(f);
        return plant;
    }

    private School? ReadSchool(PlantKind kind, Family family)
    {
        if (_root.Find("school") is not { } value)
        {
            var (usual, why) = family.UsualSchool(kind, _root);
            _notes.Assume(null, "school", usual, why);
            return SchoolCatalog.For(usual, kind.Id);
        }

        if (value.ValueKind == JsonValueKind.String)
        {
            return Named("/school", value.GetString()!, kind);
        }

        if (value.ValueKind != JsonValueKind.Object)
        {
            _root.Error("/school", "type", "A school is an id, or { \"base\": id, \"set\": { … } }.");
            return null;
        }

        var f = _notes.Fields(value, "/school");
        var name = f.Text("base");
        var school =
            name is not null ? Named("/school/base", name, kind)
            : f.Find("base") is null ? SchoolCatalog.For(kind.DefaultSchool, kind.Id)
            : null;
        if (f.Find("set") is { } set)
        {
            var before = _notes.Errors.Count;
            school = SchoolSettings.Apply(
                school ?? SchoolCatalog.For(kind.DefaultSchool, kind.Id)!,
                set,
                "/school/set",
                _notes
            );
            school = _notes.Errors.Count == before ? school : null;
        }

        // Names for people: whose school it is, and what they call it.
        f.Text("own");
        var called = f.Text("name");
        var hardness = f.Whole("hardness", -School.MostHardness, School.MostHardness) ?? 0;
        school = school?.Harder(hardness);
        school = school is not null && !string.IsNullOrWhiteSpace(called) ? school with { Name = called } : school;
        _notes.Finish(f);
        return school;
    }

    private School? Named(string path, string id, PlantKind kind)
    {
        if (SchoolCatalog.For(id, kind.Id) is { } school)
        {
            return school;
        }

        var fit = string.Join(", ", SchoolCatalog.AllFor(kind.Id).Select(s => s.Id));
        var shown = id.Length > 40 ? id[..40] : id;

        // A school that exists but does not serve the kind is refused at /school itself, wherever it was named.
        var known = SchoolCatalog.Ids.Contains(id);
        _root.Error(
            known ? "/school" : path,
            known ? "unsupported" : "unknown",
            $"'{shown}' does not serve {kind.Id}; schools that do: {fit}."
        );
        return null;
    }

    private GrowingPlace ReadPlace()
    {
        var hemisphere = Hemisphere.North;
        (int Month, int Day)? last = null,
            first = null;
        if (_root.Find("place") is { } value)
        {
            var f = _notes.Fields(value, "/place");
            hemisphere = f.Choice<Hemisphere>("hemisphere") ?? Hemisphere.North;
            last = f.MonthDay("lastFrost");
            first = f.MonthDay("firstFrost");
            _notes.Finish(f);
        }

        var place = last is { } set ? new GrowingPlace(hemisphere, set.Month, set.Day) : GrowingPlace.Usual(hemisphere);
        place = first is { } frost ? place with { FirstFrostDay = frost } : place;
        if (last is null)
        {
            Assume("lastFrost", (place.FrostMonth, place.FrostDay), "Day of the last frost not set for this place.");
        }

        if (first is null)
        {
            Assume("firstFrost", place.FirstFrostDay, "Day of the first frost not set for this place.");
        }

        return place;

        void Assume(string field, (int Month, int Day) day, string text) =>
            _notes.Assume(
                null,
                field,
                string.Create(CultureInfo.InvariantCulture, $"{day.Month:00}-{day.Day:00}"),
                text
            );
    }

    private ImmutableArray<RainDay> ReadRain()
    {
        var days = ImmutableArray.CreateBuilder<RainDay>();
        foreach (var (item, path) in _root.List("rain", MostRain))
        {
            var f = _notes.Fields(item, path);
            f.Require("date");
            var day = f.Date("date");
            f.Require("mm");
            var mm = f.Number("mm", 0, MostRainMm);
            _notes.Finish(f);
            if (day is { } on && mm is { } fell)
            {
                days.Add(new RainDay(on, fell));
            }
        }

        return days.ToImmutable();
    }

    private ImmutableArray<KeepOut> ReadKeepOut()
    {
        var zones = ImmutableArray.CreateBuilder<KeepOut>();
        foreach (var (item, path) in _root.List("keepOut", MostKeepOut))
        {
            var f = _notes.Fields(item, path);
            f.Require("side");
            f.Require("from");
            var (side, from) = (f.NumberAbove("side", 0, 12), f.Number("from", 0, MostKeepOutMm));
            var name = f.Text("name") ?? "keep-out";
            _notes.Finish(f);
            if (side is { } s && from is { } beyond)
            {
                zones.Add(new KeepOut(name, Bearing.FromClock(s), beyond));
            }
        }

        return zones.ToImmutable();
    }
}
