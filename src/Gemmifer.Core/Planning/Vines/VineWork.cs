using System.Collections.Immutable;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Vines;

namespace Gemmifer.Core.Planning.Vines;

/// <summary>One cut on a vine.</summary>
/// <param name="AlongMm">Where, along the stem, mm; null where the bud has still to be found.</param>
/// <param name="At">The place in space, before any tying.</param>
internal sealed record VineCut(double? AlongMm, Point3 At, string Where, PlanBud? Bud, double Slope, double Clearance);

/// <summary>What becomes of one stem of a vine, with its step.</summary>
/// <param name="Buds">Counted buds that stay on it.</param>
internal sealed record VineDecided(Stem Stem, string Decision, PlanReason Reason, string? Flips = null, string? Successor = null,
    VineCut? Cut = null, string Stage = "", string Action = "", string Text = "", string? Tool = null, string? Caution = null, DateOnly? Due = null,
    int Buds = 0, double LeftMm = double.PositiveInfinity, ImmutableArray<PlanTie> Ties = default);

/// <summary>Collects decisions on the stems of a vine; each stem is decided once.</summary>
internal sealed class VineWork(Survey survey, VineParts parts)
{
    private const string Saw = "Undercut first so that it does not tear; stand clear of where it falls.";
    private const string Disposal = "Keep diseased wood out of the compost; get rid of it as your local rules say.";

    private readonly Dictionary<string, VineDecided> _decided = [];

    public VineParts Parts => parts;

    public StemTree Tree => parts.Tree;

    public School School => survey.School;

    /// <summary>When doubtful buds are looked at again.</summary>
    public DateOnly SecondVisit
    {
        get
        {
            var burst = BudBreak.AddDays((int)VineRules.Value("secondVisitDays"));
            return burst > survey.Date ? burst : survey.Date.AddDays((int)VineRules.Value("secondVisitDays"));
        }
    }

    /// <summary>The bud break that is to come, or the one of this spring.</summary>
    public DateOnly BudBreak
    {
        get
        {
            var burst = survey.LastFrost.AddDays((int)VineRules.Value("budBreakDays"));
            return burst.DayNumber + 150 < survey.Date.DayNumber ? burst.AddYears(1) : burst;
        }
    }

    public bool Has(Stem stem) => _decided.ContainsKey(stem.Id);

    public VineDecided Of(Stem stem) => _decided[stem.Id];

    /// <summary>Decides a stem unless that was done.</summary>
    public void Set(VineDecided decided) => _decided.TryAdd(decided.Stem.Id, decided);

    /// <summary>Changes what was decided.</summary>
    public void Change(VineDecided decided) => _decided[decided.Stem.Id] = decided;

    public void Keep(Stem stem, string rule, string text, string provenance = Provenance.Practice, string decision = "keep", string? flips = null) =>
        Set(new VineDecided(stem, decision, new PlanReason(rule, text, provenance), flips, Buds: parts.OneYear.Contains(stem) ? parts.Count(stem).Total : 0));

    /// <summary>Takes a stem off at its base.</summary>
    public void Remove(Stem stem, string stage, string rule, string why, string provenance = Provenance.Practice, string? text = null, string action = "remove", string? tool = null, string? flips = null)
    {
        var at = Tree.Axis(stem).Start;
        tool ??= ToolRack.For(stem.DiameterMm);
        var where = stem.Parent.Origin == Origin.Ground ? "ground" : parts.Trunk?.Id == stem.Parent.StemId || stem.TopLevel ? "base" : "ring";
        Set(new VineDecided(stem, "remove", new PlanReason(rule, why, provenance), flips, null, new VineCut(0, at, where, null, 0, 0), stage, action,
            text ?? $"Take {stem.Id} off{(stem.TopLevel ? " at its base" : $" {stem.Parent.StemId} where it starts")}. {why}", tool, CautionFor(stage, tool), LeftMm: 0));
    }

    /// <summary>Cuts a shoot back to so many counted buds; kept whole where it has no more.</summary>
    public void ToBuds(VineShoot shoot, int buds, string stage, PlanReason reason, string lead, string? flips = null, double? limitMm = null)
    {
        var (stem, counted) = (shoot.Stem, shoot.Buds);
        if (stem.Pin is Pin.CutAt pin)
        {
            var whole = pin.AlongMm >= stem.LengthMm - 0.5;
            var there = counted.Within(pin.AlongMm);
            Set(whole ? new VineDecided(stem, "keep", new PlanReason("pin", "You asked for it to stay as it is.", Provenance.User), Buds: counted.Total)
                : new VineDecided(stem, "shorten", new PlanReason("pin", "You chose the place of the cut.", Provenance.User), null, null,
                    new VineCut(Wording.Tenth(pin.AlongMm), Tree.Axis(stem).At(pin.AlongMm), "above-bud", null, School.SlopeDeg, School.ClearanceMm),
                    stage, "shorten", $"Cut {stem.Id} at {Wording.Mm(pin.AlongMm)}, where you chose; {Counted(there)} stay.", ToolRack.For(stem.DiameterMm), Buds: there, LeftMm: pin.AlongMm));
            return;
        }

        buds = Math.Min(buds, limitMm is { } to ? Math.Max(1, counted.Within(to)) : counted.Total);
        var bud = counted.PlaceOf(Math.Max(1, buds));
        var cutAt = bud + School.ClearanceMm;
        if (buds < 1 || cutAt >= stem.LengthMm - 1)
        {
            Set(new VineDecided(stem, "keep", reason with { Text = $"{reason.Text} It has no more than {Counted(counted.Total)}, so it stays as long as it is." }, flips, Buds: counted.Total));
            return;
        }

        // Seen, likely where others were seen before it, or to be counted on the shoot itself.
        var seen = counted.SeenAt(buds);
        var likely = !seen && !counted.Seen.IsEmpty;
        var (low, high) = (Math.Max(0, bud - (counted.InternodeMm / 2)), Math.Min(stem.LengthMm, bud + (counted.InternodeMm / 2)));
        var facing = counted.FacingOf(buds);
        var target = new PlanBud(seen || likely ? Wording.Tenth(bud) : null, facing is { } f ? Wording.ClockNumber(f) : null, seen ? "seen" : likely ? "likely" : "look-for",
            seen || likely ? null : [Wording.Tenth(low), Wording.Tenth(high)], null);
        Set(new VineDecided(stem, "shorten", reason, flips, null,
            new VineCut(seen || likely ? Wording.Tenth(cutAt) : null, Tree.Axis(stem).At(cutAt), "above-bud", target, School.SlopeDeg, School.ClearanceMm),
            stage, "shorten",
            $"{lead} {(seen ? $"Cut {stem.Id} at {Wording.Mm(cutAt)}, {Wording.Mm(School.ClearanceMm)} above the {Ordinal(buds)} bud{(facing is { } way ? $", which faces {Wording.Clock(way)}" : "")}."
                : likely ? $"Count {Counted(buds)} up {stem.Id}, the {Ordinal(buds)} likely at {Wording.Mm(bud)}; the small one at the very base does not count. Cut {Wording.Mm(School.ClearanceMm)} above it." : $"Count {Counted(buds)} up {stem.Id}; the small one at the very base does not count. Cut {Wording.Mm(School.ClearanceMm)} above the {Ordinal(buds)}.")}".Trim(),
            ToolRack.For(Tree.DiameterAt(stem, cutAt)), CautionFor(stage, null), Buds: buds, LeftMm: cutAt));
    }

    /// <summary>Cuts old wood just beyond a younger stem that carries on.</summary>
    public void Join(Stem old, Stem young, string stage, string why, double? along = null)
    {
        var at = along ?? (young.Parent.AlongMm + School.ClearanceMm);
        var tool = ToolRack.For(Tree.DiameterAt(old, at));
        Set(new VineDecided(old, "shorten", new PlanReason("join", why, Provenance.Practice), null, young.Id,
            new VineCut(Wording.Tenth(at), Tree.Axis(old).At(at), "join", null, School.SlopeDeg, School.ClearanceMm), stage, "shorten",
            $"Cut {old.Id} off just beyond {young.Id}, {Wording.Mm(at)} along. {why}", tool, CautionFor(stage, tool), LeftMm: at));
    }

    /// <summary>The decisions in order of id: what stands on a stem that goes, or beyond a cut, goes with it and has no step of its own.</summary>
    public ImmutableArray<VineDecided> Finish()
    {
        foreach (var stem in Tree.Stems.Where(s => s.TopLevel))
        {
            Settle(stem);
        }

        return [.. Tree.Stems.Select(s => _decided[s.Id])];

        void Settle(Stem stem)
        {
            var own = _decided[stem.Id];
            foreach (var child in Tree.Children(stem))
            {
                if (own.Decision == "remove" || child.Parent.AlongMm > own.LeftMm)
                {
                    var text = own.Decision == "remove" ? $"It goes with {stem.Id}." : $"It stands beyond the cut on {stem.Id} and goes with that part.";
                    _decided[child.Id] = new VineDecided(child, "remove", new PlanReason("parent", text, Provenance.Practice), $"It would stay if {stem.Id} stayed.", LeftMm: 0);
                }

                Settle(child);
            }
        }
    }

    public static string Counted(int buds) => buds switch { 1 => "one bud", 2 => "two buds", 3 => "three buds", 4 => "four buds", _ => $"{buds} buds" };

    public static string Ordinal(int n) => n switch
    {
        1 => "first",
        2 => "second",
        3 => "third",
        _ when n % 100 is not (11 or 12 or 13) && n % 10 is 1 or 2 or 3 => $"{n}{(n % 10) switch { 1 => "st", 2 => "nd", _ => "rd" }}",
        _ => $"{n}th",
    };

    private static string? CautionFor(string stage, string? tool) =>
        stage == "diseased" ? $"{(tool == "saw" ? Saw + " " : "")}Wipe the blades with alcohol after this cut. {Disposal}" : tool == "saw" ? Saw : null;
}
