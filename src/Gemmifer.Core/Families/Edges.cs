using System.Text.Json.Nodes;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families;

/// <summary>
/// Which decisions stand whatever the truth is within what was measured, and which hang on a measure. The plant is
/// planned again at the edges of its measures: first all of them moved at once in a balanced design (the columns of a
/// Hadamard matrix, published), then one by one those that could be to blame.
/// </summary>
/// <param name="decide">What becomes of each stem of a survey; null where that was not found for sure.</param>
internal sealed class Edges(Survey survey, Func<Survey, IReadOnlyDictionary<StemId, Decision>?> decide)
{
    /// <summary>Plans at the edges: so many with every measure moved, at most so many with one.</summary>
    private const int Together = 16,
        MostAlone = 32;

    /// <summary>The same of a plant with more stems than this on a support, where each plan takes long.</summary>
    private const int Large = 8,
        TogetherLarge = 8,
        MostAloneLarge = 8;

    private readonly (int Together, int Alone) _plans =
        survey.Support is not null && survey.Stems.Length > Large
            ? (TogetherLarge, MostAloneLarge)
            : (Together, MostAlone);

    /// <summary>A measure of a stem that was not measured without error.</summary>
    /// <param name="What">Its name in the exchange format.</param>
    /// <param name="Sd">One standard deviation.</param>
    private sealed record Uncertain(Stem Stem, string What, double Value, double Sd, double Least, double Most)
    {
        public double At(int sign) =>
            What == "clock"
                ? Bearing.FromClock(((Value + (sign * Sd) + 23.99) % 12) + 0.01).Clock
                : Math.Clamp(Value + (sign * Sd), Least, Most);

        public Stem Moved(Stem stem, int sign) =>
            What switch
            {
                "clock" => stem with { Bearing = Bearing.FromClock(At(sign)) },
                "lean" => stem with { LeanDeg = At(sign) },
                "tipLean" => stem with { TipLeanDeg = At(sign) },
                "length" => stem with { LengthMm = At(sign) },
                "diameter" => stem with { DiameterMm = At(sign) },
                _ => throw new InvalidOperationException($"'{What}' is no measure of a stem."),
            };

        public string Name =>
            What switch
            {
                "clock" => "the way it leans",
                "lean" => "its lean",
                "tipLean" => "how its tip leans",
                "length" => "its length",
                _ => "its thickness",
            };

        public string NameOf(string stem) =>
            What switch
            {
                "clock" => $"the way {stem} leans",
                "lean" => $"the lean of {stem}",
                "tipLean" => $"how the tip of {stem} leans",
                "length" => $"the length of {stem}",
                _ => $"the thickness of {stem}",
            };

        public string Range =>
            What switch
            {
                "clock" => $"{Wording.Number(Math.Round(At(-1), 1))} to {Wording.Number(Math.Round(At(1), 1))} o'clock",
                "lean" or "tipLean" => $"{Wording.Number(Math.Round(At(-1)))}° to {Wording.Number(Math.Round(At(1)))}°",
                "length" => Wording.Mm(Math.Round(At(-1)), Math.Round(At(1))),
                _ => Wording.Mm(Math.Round(At(-1), 1), Math.Round(At(1), 1)),
            };
    }

    /// <summary>The plan, with what each decision hangs on; the same where nothing has a spread.</summary>
    public PlanDocument Weigh(PlanDocument plan, CancellationToken cancel)
    {
        Uncertain[] measures = [.. survey.Stems.OrderBy(s => s.Id, StringComparer.Ordinal).SelectMany(Of)];
        if (measures.Length == 0)
        {
            return plan;
        }

        var own = plan.Stems.ToDictionary(s => s.Id, s => s.Decision);
        var moved = new HashSet<StemId>();
        var proved = true;
        for (var n = 0; n < _plans.Together; n++)
        {
            cancel.ThrowIfCancellationRequested();
            var differing = Differing(own, measures.Select((m, i) => (m, Sign(n, i))));
            proved &= differing is not null;
            moved.UnionWith(differing ?? []);
        }

        // Who is to blame: what was measured of those stems first, then the rest.
        var alone = new List<(Uncertain Measure, int Sign, HashSet<StemId> Changes)>();
        foreach (
            var (measure, sign) in measures
                .OrderBy(m => moved.Contains(m.Stem.Id) ? 0 : 1)
                .ThenBy(m => m.What == "diameter" ? 0 : 1)
                .SelectMany(m => new[] { (m, -1), (m, 1) })
                .Take(moved.Count == 0 ? 0 : _plans.Alone)
        )
        {
            cancel.ThrowIfCancellationRequested();
            alone.Add((measure, sign, [.. Differing(own, [(measure, sign)]) ?? []]));
        }

        var every = alone.Count == 2 * measures.Length;

        return plan with
        {
            Stems = [.. plan.Stems.Select(s => Told(s, moved, alone, proved, every))],
            AskFor = Asked(plan, alone),
        };
    }

    private static IEnumerable<Uncertain> Of(Stem stem)
    {
        if (stem.Spread is not { } spread || stem.DeadFromMm == 0)
        {
            yield break;
        }

        (string What, double Value, double? Sd, double Least, double Most)[] all =
        [
            (
                "diameter",
                stem.DiameterMm,
                spread.DiameterMm,
                Exchange.SurveyLimits.LeastMm,
                Exchange.SurveyLimits.DiameterMm
            ),
            ("length", stem.LengthMm, spread.LengthMm, Furthest(stem), Exchange.SurveyLimits.LengthMm),
            ("clock", stem.Bearing.Clock, spread.ClockHours, 0, 12),
            ("lean", stem.LeanDeg, spread.LeanDeg, 0, 180),
            ("tipLean", stem.TipLeanDeg, spread.TipLeanDeg, 0, 180),
        ];
        foreach (var (what, value, sd, least, most) in all.Where(m => m.Sd > 0))
        {
            yield return new Uncertain(stem, what, value, sd!.Value, least, most);
        }
    }

    /// <summary>A stem is at least as long as the furthest that was noted on it.</summary>
    private static double Furthest(Stem stem) =>
        stem
            .Buds.Select(b => b.AlongMm)
            .Concat(stem.Seen.Select(e => e.AtMm ?? 0))
            .Append(stem.DeadFromMm ?? 0)
            .Append(stem.Pin is Pin.CutAt cut ? cut.AlongMm : 0)
            .Append(stem.FruitToMm ?? 0)
            .Append(Exchange.SurveyLimits.LeastMm)
            .Max();

    /// <summary>The sign of a measure in a plan of the balanced design: every pair meets in every way.</summary>
    private int Sign(int plan, int measure)
    {
        var column = 1 + (measure % (_plans.Together - 1));
        var reversed = measure / (_plans.Together - 1) % 2 == 1 ? 1 : 0;
        return (int.PopCount(plan & column) + reversed) % 2 == 0 ? 1 : -1;
    }

    /// <summary>Stems that are decided otherwise; null where that could not be found for sure.</summary>
    private IEnumerable<StemId>? Differing(
        Dictionary<StemId, Decision> own,
        IEnumerable<(Uncertain Measure, int Sign)> changes
    )
    {
        var byStem = changes.ToLookup(c => c.Measure.Stem.Id);
        var changed = survey with
        {
            Stems =
            [
                .. survey.Stems.Select(s => byStem[s.Id].Aggregate(s, (stem, c) => c.Measure.Moved(stem, c.Sign))),
            ],
        };
        return decide(changed) is { } decisions
            ? own.Where(o => decisions.TryGetValue(o.Key, out var now) && now != o.Value).Select(o => o.Key)
            : null;
    }

    /// <param name="proved">Whether every plan at the edges was found for sure.</param>
    /// <param name="every">Whether every measure was moved by itself as well.</param>
    private static PlanStem Told(
        PlanStem stem,
        HashSet<StemId> moved,
        List<(Uncertain Measure, int Sign, HashSet<StemId> Changes)> alone,
        bool proved,
        bool every
    )
    {
        var blame = alone
            .Where(a => a.Changes.Contains(stem.Id))
            .OrderBy(a => a.Measure.Stem.Id == stem.Id ? 0 : 1)
            .Select(a => a.Measure)
            .FirstOrDefault();
        if (blame is null)
        {
            return stem with
            {
                Sure =
                    moved.Contains(stem.Id) ? false
                    : proved ? true
                    : null,
                HangsOn = moved.Contains(stem.Id)
                    ? new PlanHang(
                        null,
                        null,
                        null,
                        null,
                        every
                            ? "It hangs on several measures together."
                            : "It hangs on what the canes measure, as well as they were measured."
                    )
                    : null,
            };
        }

        var name = blame.Stem.Id == stem.Id ? blame.Name : blame.NameOf(blame.Stem.Id);
        return stem with
        {
            Sure = false,
            HangsOn = new PlanHang(
                blame.Stem.Id,
                blame.What,
                Math.Round(blame.At(-1), 2),
                Math.Round(blame.At(1), 2),
                $"It hangs on {name} ({blame.Range})."
            ),
        };
    }

    /// <summary>What to look at, the measure that would settle most first.</summary>
    private static IReadOnlyList<PlanQuestion> Asked(
        PlanDocument plan,
        List<(Uncertain Measure, int Sign, HashSet<StemId> Changes)> alone
    )
    {
        var settles = alone
            .GroupBy(a => a.Measure)
            .Select(g =>
                (Measure: g.Key, Stems: g.SelectMany(a => a.Changes).Distinct().Order().ToArray(), Tried: g.ToArray())
            )
            .Where(s => s.Stems.Length > 0)
            .OrderByDescending(s => s.Stems.Length)
            .ThenBy(s => s.Measure.Stem.Id, StringComparer.Ordinal)
            .ThenBy(s => s.Measure.What, StringComparer.Ordinal)
            .FirstOrDefault();
        if (settles.Measure is not { } measure)
        {
            return plan.AskFor;
        }

        var question = new PlanQuestion(
            measure.Stem.Id,
            measure.What,
            $"Measure {measure.NameOf(measure.Stem.Id)} again: what becomes of {Wording.Some(settles.Stems)} hangs "
                + "on it.",
            settles.Stems.Length
        )
        {
            Tried =
            [
                .. settles.Tried.Select(t => new PlanTried(
                    new JsonObject
                    {
                        ["stems"] = new JsonObject
                        {
                            [measure.Stem.Id] = new JsonObject { [measure.What] = Math.Round(measure.At(t.Sign), 3) },
                        },
                    },
                    t.Changes.Count
                )),
            ],
        };
        return [question, .. plan.AskFor.Where(q => q.Stem != measure.Stem.Id || q.What != measure.What)];
    }
}
