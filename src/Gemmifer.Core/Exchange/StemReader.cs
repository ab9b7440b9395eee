using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Exchange;

/// <summary>What a stem that nobody measured is taken to be.</summary>
/// <param name="role">Null where it is not known.</param>
/// <param name="topLevel">Whether it starts at the crown, the root or the ground.</param>
internal delegate UsualStem UsualStemOf(StemRole? role, int? age, bool topLevel);

/// <summary>Reads the stems of a survey: fields one by one first, then what ties stems to each other.</summary>
internal sealed class StemReader(UsualStemOf usual, SurveyNotes notes)
{
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

    private Draft ReadOne(FieldReader f)
    {
        var id = ReadId(f);
        f.Require("role");
        var role = f.Choice<StemRole>("role");
        f.Require("parent");
        var parent = f.Text("parent");
        f.Require("diameter");
        f.Require("age");
        if (role != StemRole.Trunk)
        {
            f.Require("clock");
        }

        var top = parent is not null && Origins.Contains(parent);
        var clock = f.NumberAbove("clock", 0, 12);
        var baseClock = f.NumberAbove("baseClock", 0, 12);
        var radius = f.Number("radius", 0, SurveyLimits.RadiusMm);
        var diameter = f.Number("diameter", SurveyLimits.LeastMm, SurveyLimits.DiameterMm);
        var age = f.Whole("age", 1, SurveyLimits.Age);
        var unmeasured = usual(role, age, top);
        var (length, lean, tipLean) = ReadShape(f, id, unmeasured);
        var fruitTo = f.Number("fruitTo", 0, length);
        var head = ReadHead(f);
        var named = f.Choice<Named>("named");
        var spread = ReadSpread(f);
        if (top)
        {
            radius ??= Default(
                f,
                id,
                "radius",
                unmeasured.RadiusMm,
                "Distance of the base from the middle of the crown."
            );
            if (baseClock is null && clock is not null)
            {
                Default(f, id, "baseClock", clock.Value, "The base stands on the side to which the stem leans.");
            }
        }

        var dead = f.Number("deadFrom", 0, length);
        var seen = ReadSeen(f, length);
        var rubs = f.List("rubs", SurveyLimits.Stems)
            .Select(r => TextItem(r, "A rub names the other stem."))
            .OfType<string>()
            .Order(StringComparer.Ordinal)
            .ToImmutableArray();
        var pin = ReadPin(f, length);
        var buds = ReadBuds(f, id, length);
        var towards = ReadTowards(f);
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
            id,
            role.Value,
            new Parent(OriginOf(parent), top ? null : parent, 0),
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

    private Towards? ReadTowards(FieldReader f)
    {
        if (f.Find("towards") is not { } value)
        {
            return null;
        }

        var place = notes.Fields(value, f.At("towards"));
        place.Require("x");
        place.Require("z");
        var (x, z) = (
            place.Number("x", -SupportLimits.WidthMm, SupportLimits.WidthMm),
            place.Number("z", 0, SupportLimits.HeightMm)
        );
        notes.Finish(place);
        return (x, z) is ({ } right, { } up) ? new Towards(right, up) : null;
    }

    private string? TextItem((JsonElement Item, string Path) item, string message)
    {
        if (item.Item.ValueKind == JsonValueKind.String)
        {
            return item.Item.GetString();
        }

        notes.Errors.Add(new SurveyError(item.Path, "type", message));
        return null;
    }

    /// <summary>How well it was measured, one standard deviation each.</summary>
    private StemSpread? ReadSpread(FieldReader f)
    {
        if (f.Find("spread") is not { } value)
        {
            return null;
        }

        var spread = notes.Fields(value, f.At("spread"));
        var read = new StemSpread(
            spread.Number("clock", 0, 6),
            spread.Number("lean", 0, 180),
            spread.Number("tipLean", 0, 180),
            spread.Number("length", 0, SurveyLimits.LengthMm),
            spread.Number("diameter", 0, SurveyLimits.DiameterMm)
        );
        notes.Finish(spread);
        return read;
    }

    /// <summary>The flowers of a stem; where only one number is given, the other is taken to be the same.</summary>
    private FlowerHead? ReadHead(FieldReader f)
    {
        if (f.Find("head") is not { } value)
        {
            return null;
        }

        var head = notes.Fields(value, f.At("head"));
        var blooms = head.Whole("blooms", 0, 1000);
        var finished = head.Whole("finished", 0, 1000);
        var (vase, level, clear) = (
            head.Flag("vase") ?? false,
            head.Whole("level", 1, SurveyLimits.BudsPerStem),
            head.Whole("clear", 1, SurveyLimits.BudsPerStem)
        );
        notes.Finish(head);
        return blooms is null && finished is null
            ? null
            : new FlowerHead(blooms ?? finished!.Value, Math.Min(finished ?? 0, blooms ?? 1000), vase, level, clear);
    }

    private ImmutableArray<Evidence> ReadSeen(FieldReader f, double length)
    {
        var seen = ImmutableArray.CreateBuilder<Evidence>();
        foreach (var (item, path) in f.List("seen", 100))
        {
            if (item.ValueKind == JsonValueKind.String)
            {
                Add(item.GetString()!, null, path);
                continue;
            }

            var one = notes.Fields(item, path);
            if (!one.IsObject)
            {
                continue;
            }

            one.Require("what");
            var at = one.Number("at", 0, length);
            if (one.Text("what") is { } what)
            {
                Add(what, at, one.At("what"));
            }

            notes.Finish(one);
        }

        return seen.ToImmutable()
            .Sort(
                (a, b) =>
                    string.CompareOrdinal(WireNames.Of(a.What), WireNames.Of(b.What)) is var c && c != 0
                        ? c
                        : Nullable.Compare(a.AtMm, b.AtMm)
            );

        void Add(string what, double? at, string path)
        {
            if (WireNames.Find<Sign>(what) is { } sign)
            {
                seen.Add(new Evidence(sign, at));
            }
            else
            {
                f.Error(path, "unknown", $"'{(what.Length > 40 ? what[..40] : what)}' is not in the list of evidence.");
            }
        }
    }

    private Pin? ReadPin(FieldReader f, double length)
    {
        // Why the gardener wants it so is kept for the gardener; nothing is decided by it.
        f.Text("pinReason", 200);
        if (f.Find("pin") is not { } pin)
        {
            return null;
        }

        if (pin.ValueKind == JsonValueKind.String)
        {
            switch (pin.GetString())
            {
                case "keep":
                    return new Pin.Keep();
                case "remove":
                    return new Pin.Remove();
            }

            f.Error(f.At("pin"), "unknown", "A pin is \"keep\", \"remove\" or { \"cutAt\": mm }.");
            return null;
        }

        if (pin.ValueKind != JsonValueKind.Object)
        {
            f.Error(f.At("pin"), "type", "A pin is \"keep\", \"remove\" or { \"cutAt\": mm }.");
            return null;
        }

        var fields = notes.Fields(pin, f.At("pin"));
        fields.Require("cutAt");
        var at = fields.Number("cutAt", 0, length);
        notes.Finish(fields);
        return at is { } along ? new Pin.CutAt(along) : null;
    }

    private ImmutableArray<Bud> ReadBuds(FieldReader f, string? id, double length)
    {
        var buds = ImmutableArray.CreateBuilder<Bud>();
        var counted = new List<(int Leaf, Bud Bud)>();
        foreach (var (item, path) in f.List("buds", SurveyLimits.BudsPerStem))
        {
            var bud = notes.Fields(item, path);
            var leaf = bud.Whole("leaf", 1, SurveyLimits.BudsPerStem);
            if (bud.Find("leaf") is null)
            {
                bud.Require("at");
            }

            var at = bud.Number("at", 0, length);
            var clock = bud.NumberAbove("clock", 0, 12);
            var face = bud.Choice<BudFace>("face");
            var leaflets = bud.Whole("leaflets", 0, 50);
            var state = bud.Choice<BudState>("state") ?? BudState.Dormant;
            notes.Finish(bud);
            var seen = new Bud(at ?? 0, clock is { } c ? Bearing.FromClock(c) : null, state, face, leaflets, leaf);
            if (at is not null)
            {
                buds.Add(seen);
            }
            else if (leaf is { } n && counted.Any(other => other.Leaf == n))
            {
                f.Error($"{path}/leaf", "duplicate", $"Leaf {n} is counted twice.");
            }
            else if (leaf is { } nth)
            {
                counted.Add((nth, seen));
            }
        }

        if (counted.Count > 0)
        {
            // Nobody measured where they stand: one below the other, as far apart as usual, or as there is room.
            var apart = Math.Min(TradeNumbers.Of("leafApart"), length / (counted.Max(c => c.Leaf) + 1));
            buds.AddRange(counted.Select(c => c.Bud with { AlongMm = length - (c.Leaf * apart) }));
            if (id is not null)
            {
                notes.Assume(id, "buds", Math.Round(apart, 1), "Leaves were counted, not measured: so far apart, mm.");
            }
        }

        return buds.ToImmutable()
            .Sort(
                (a, b) =>
                    a.AlongMm.CompareTo(b.AlongMm) is var c && c != 0 ? c
                    : (a.Facing?.Degrees ?? -1).CompareTo(b.Facing?.Degrees ?? -1) is var d && d != 0 ? d
                    : a.State.CompareTo(b.State)
            );
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
