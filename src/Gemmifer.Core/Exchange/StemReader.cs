using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Exchange;

/// <summary>What a stem that nobody measured is taken to be.</summary>
/// <param name="role">Null where it is not known.</param>
/// <param name="topLevel">Whether it starts at the crown, the root or the ground.</param>
internal delegate UsualStem UsualStemOf(StemRole? role, int? age, bool topLevel);

/// <summary>Reads the stems of a survey: fields one by one first, then what ties stems to each other.</summary>
internal sealed class StemReader(UsualStemOf usual, SurveyNotes notes)
{
    private readonly StemPartReader _parts = new(notes);

    private static readonly string[] Origins = [.. WireNames.All<Origin>().Where(n => n != WireNames.Of(Origin.Stem))];

    private sealed record Draft(FieldReader Fields, string? Id, string? Parent, double LengthMm, Stem? Stem);

    public ImmutableArray<Stem> Read(IEnumerable<(JsonElement Item, string Path)> items)
    {
        var drafts = items.Select(i => ReadOne(notes.Fields(i.Item, i.Path))).ToArray();
        var buds = drafts.Sum(d => d.Stem?.Buds.Length ?? 0);
        if (buds > SurveyLimits.Buds)
        {
            notes.Errors.Add(
                new SurveyError(
                    "/stems",
                    "too-many",
                    $"The stems have {buds} buds; they may have {SurveyLimits.Buds} in all.",
                    0,
                    SurveyLimits.Buds
                )
            );
        }

        Tie(drafts);
        notes.Warnings.AddRange(drafts.SelectMany(d => d.Fields.Unknown()));
        return notes.Errors.Count > 0 ? [] : [.. drafts.Select(d => Placed(d, drafts))];
    }

    /// <summary>What a stem that starts at the crown is taken to be at its base where nobody looked.</summary>
    /// <returns>How far from the middle of the crown it starts, mm; null where it starts elsewhere.</returns>
    private double? ReadBase(
        FieldReader f,
        string? id,
        bool top,
        UsualStem usual,
        double? radius,
        double? clock,
        double? baseClock
    )
    {
        if (!top)
        {
            return radius;
        }

        radius ??= Default(f, id, "radius", usual.RadiusMm, "Distance of the base from the middle of the crown.");
        if (baseClock is null && clock is not null)
        {
            Default(f, id, "baseClock", clock.Value, "The base stands on the side to which the stem leans.");
        }

        return radius;
    }

    private ImmutableArray<StemId> ReadRubs(FieldReader f) =>
        [
            .. f.List("rubs", SurveyLimits.Stems)
                .Select(r => TextItem(r, "A rub names the other stem."))
                .OfType<string>()
                .Order(StringComparer.Ordinal)
                .Select(r => new StemId(r)),
        ];

    private static void RequireAll(FieldReader f, StemRole? role)
    {
        f.Require("role");
        f.Require("parent");
        f.Require("diameter");
        f.Require("age");
        if (role != StemRole.Trunk)
        {
            f.Require("clock");
        }
    }

    private Draft ReadOne(FieldReader f)
    {
        var id = ReadId(f);
        var role = f.Choice<StemRole>("role");
        var parent = f.Text("parent");
        RequireAll(f, role);
        var top = parent is not null && Origins.Contains(parent);
        var clock = f.NumberAbove("clock", 0, 12);
        var baseClock = f.NumberAbove("baseClock", 0, 12);
        var radius = f.Number("radius", 0, SurveyLimits.RadiusMm);
        var diameter = f.Number("diameter", SurveyLimits.LeastMm, SurveyLimits.DiameterMm);
        var age = f.Whole("age", 1, SurveyLimits.Age);
        var unmeasured = usual(role, age, top);
        var (length, lean, tipLean) = ReadShape(f, id, unmeasured);
        var fruitTo = f.Number("fruitTo", 0, length);
        var head = _parts.ReadHead(f);
        var named = f.Choice<Named>("named");
        var spread = _parts.ReadSpread(f);
        radius = ReadBase(f, id, top, unmeasured, radius, clock, baseClock);
        var dead = f.Number("deadFrom", 0, length);
        var seen = _parts.ReadSeen(f, length);
        var rubs = ReadRubs(f);
        var pin = _parts.ReadPin(f, length);
        var buds = _parts.ReadBuds(f, id, length);
        var towards = _parts.ReadTowards(f);
        f.Find("at");
        if (
            id is null
            || role is null
            || parent is null
            || diameter is null
            || age is null
            || (clock is null && role != StemRole.Trunk)
        )
        {
            return new Draft(f, id, parent, length, null);
        }

        var bearing = Bearing.FromClock(clock ?? 12);
        var stem = new Stem(
            new StemId(id),
            role.Value,
            new Parent(OriginOf(parent), top ? null : new StemId(parent), 0),
            bearing,
            baseClock is { } b ? Bearing.FromClock(b) : bearing,
            radius ?? 0,
            diameter.Value,
            length,
            lean,
            tipLean,
            age.Value,
            seen,
            dead,
            rubs,
            pin,
            buds,
            towards,
            fruitTo,
            head,
            named,
            spread
        );
        return new Draft(f, id, parent, length, stem);
    }

    /// <summary>The id; null where it is missing or no id.</summary>
    private static string? ReadId(FieldReader f)
    {
        f.Require("id");
        var id = f.Text("id");
        if (id is null || (!string.IsNullOrWhiteSpace(id) && !Origins.Contains(id)))
        {
            return id;
        }

        f.Error(
            f.At("id"),
            "reserved",
            "An id is a short name such as A; it may not be empty or one of crown, rootstock, ground, unknown."
        );
        return null;
    }

    /// <summary>Length and lean, or what is usual.</summary>
    private (double LengthMm, double LeanDeg, double TipLeanDeg) ReadShape(FieldReader f, string? id, UsualStem usual)
    {
        var atLeast = f.Find("length") is null ? Furthest(f) : 0;
        var length = f.Number("length", SurveyLimits.LeastMm, SurveyLimits.LengthMm)
            ?? Default(
                f,
                id,
                "length",
                Math.Max(usual.LengthMm, atLeast),
                "Length not measured: the usual length of this kind."
            );
        var lean = f.Number("lean", 0, 180)
            ?? Default(f, id, "lean", usual.LeanDeg, "Lean not judged: the usual lean of this kind, from vertical.");
        var tipLean = f.Number("tipLean", 0, 180) ?? Default(f, id, "tipLean", lean, "Taken as straight.");
        return (length, lean, tipLean);
    }

    /// <summary>A value nobody gave; where one was given that is wrong, nothing is assumed.</summary>
    private double Default(FieldReader f, string? id, string field, double value, string text)
    {
        if (id is not null && f.Find(field) is null)
        {
            notes.Assume(id, field, value, text);
        }

        return value;
    }

    /// <summary>The furthest place anything was noted on a stem: it is at least that long, mm.</summary>
    private static double Furthest(FieldReader f)
    {
        static IEnumerable<double> Numbers(JsonElement? e) =>
            e?.ValueKind switch
            {
                JsonValueKind.Number => [e.Value.GetDouble()],
                JsonValueKind.Array => e.Value.EnumerateArray().SelectMany(i => Numbers(i)),
                JsonValueKind.Object => e
                    .Value.EnumerateObject()
                    .Where(p => p.Name is "at" or "cutAt")
                    .SelectMany(p => Numbers(p.Value)),
                _ => [],
            };
        return Numbers(f.Find("deadFrom"))
            .Concat(Numbers(f.Find("seen")))
            .Concat(Numbers(f.Find("buds")))
            .Concat(Numbers(f.Find("pin")))
            .Where(n => n <= SurveyLimits.LengthMm)
            .DefaultIfEmpty(0)
            .Max();
    }

    private static Origin OriginOf(string parent) =>
        Origins.Contains(parent) ? WireNames.Read<Origin>(parent) : Origin.Stem;

    private string? TextItem((JsonElement Item, string Path) item, string message)
    {
        if (item.Item.ValueKind == JsonValueKind.String)
        {
            return item.Item.GetString();
        }

        notes.Errors.Add(new SurveyError(item.Path, "type", message));
        return null;
    }

    private void Tie(Draft[] drafts)
    {
        var byId = new Dictionary<string, Draft>(StringComparer.Ordinal);
        foreach (var draft in drafts.Where(d => d.Id is not null))
        {
            if (!byId.TryAdd(draft.Id!, draft))
            {
                draft.Fields.Error(
                    draft.Fields.At("id"),
                    "duplicate",
                    $"Two stems are called {draft.Id}; give each its own id."
                );
            }
        }

        foreach (var draft in drafts.Where(d => d.Id is not null))
        {
            var rubs = draft.Stem?.Rubs ?? [];
            if (rubs.FirstOrDefault(r => r == draft.Id || !byId.ContainsKey(r)) is { } stranger)
            {
                draft.Fields.Error(
                    draft.Fields.At("rubs"),
                    "reference",
                    stranger == draft.Id ? "A stem cannot rub on itself." : $"There is no stem called {stranger}."
                );
            }

            if (draft.Parent is not { } parent || Origins.Contains(parent))
            {
                if (draft.Fields.Find("at") is not null && draft.Parent is not null)
                {
                    notes.Warnings.Add(
                        new Warning(
                            "unused",
                            $"{draft.Fields.At("at")} is not used: the stem does not start on another."
                        )
                    );
                }

                continue;
            }

            if (!byId.TryGetValue(parent, out var on))
            {
                draft.Fields.Error(draft.Fields.At("parent"), "reference", $"There is no stem called {parent}.");
                continue;
            }

            draft.Fields.Number("at", 0, on.LengthMm);
            CheckDepth(draft, byId);
        }
    }

    private static void CheckDepth(Draft draft, Dictionary<string, Draft> byId)
    {
        var (at, depth) = (draft, 0);
        while (at.Parent is { } parent && byId.TryGetValue(parent, out var next))
        {
            depth++;
            if (ReferenceEquals(next, draft))
            {
                draft.Fields.Error(draft.Fields.At("parent"), "cycle", $"{draft.Id} would stand on itself.");
                return;
            }

            if (depth > byId.Count)
            {
                // It hangs on a ring that another stem reports.
                return;
            }

            at = next;
        }

        if (depth > SurveyLimits.Nesting)
        {
            draft.Fields.Error(
                draft.Fields.At("parent"),
                "depth",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"Stems stand {depth} deep on each other; {SurveyLimits.Nesting} is the limit."
                ),
                0,
                SurveyLimits.Nesting
            );
        }
    }

    private Stem Placed(Draft draft, Draft[] drafts)
    {
        var stem = draft.Stem!;
        if (stem.TopLevel)
        {
            return stem;
        }

        var on = drafts.First(d => d.Id == draft.Parent);
        var at = draft.Fields.Number("at", 0, on.LengthMm)
            ?? Default(
                draft.Fields,
                draft.Id,
                "at",
                Math.Round(on.LengthMm / 2),
                "Place on its parent not noted: half way up."
            );
        return stem with { Parent = stem.Parent with { AlongMm = at } };
    }
}
