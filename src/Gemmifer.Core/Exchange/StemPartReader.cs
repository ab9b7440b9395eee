using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;

namespace Gemmifer.Core.Exchange;

/// <summary>Reads what a stem has of its own: what was seen on it, its buds and flowers, where it is led.</summary>
internal sealed class StemPartReader(SurveyNotes notes)
{
    /// <summary>The place on the support that a cane is led to.</summary>
    public Towards? ReadTowards(FieldReader f)
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

    /// <summary>How well it was measured, one standard deviation each.</summary>
    public StemSpread? ReadSpread(FieldReader f)
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
    public FlowerHead? ReadHead(FieldReader f)
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

    /// <summary>What was seen on it, in order.</summary>
    public ImmutableArray<Evidence> ReadSeen(FieldReader f, double length)
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

    /// <summary>The gardener's word on it.</summary>
    public Pin? ReadPin(FieldReader f, double length)
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

    /// <summary>Its buds, from the base up.</summary>
    public ImmutableArray<Bud> ReadBuds(FieldReader f, string? id, double length)
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
            var apart = Math.Min(TradeNumbers.Of.LeafApart, length / (counted.Max(c => c.Leaf) + 1));
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
}
