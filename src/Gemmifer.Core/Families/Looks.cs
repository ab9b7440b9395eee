using System.Collections.Immutable;
using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families;

/// <summary>An answer a look could give.</summary>
/// <param name="Patch">The survey as it then is, as a merge patch (RFC 7396) with <c>stems</c> keyed by id.</param>
/// <param name="Survey">The same survey.</param>
internal sealed record Answer(JsonObject Patch, Survey Survey)
{
    /// <summary>One stem seen otherwise.</summary>
    /// <param name="fields">The fields of the stem that change.</param>
    public static Answer Of(Survey survey, Stem changed, JsonObject fields) =>
        new(
            new JsonObject { ["stems"] = new JsonObject { [changed.Id] = fields } },
            survey with
            {
                Stems = [.. survey.Stems.Select(s => s.Id == changed.Id ? changed : s)],
            }
        );

    /// <summary>What was seen on a stem, as a survey writes it.</summary>
    public static JsonArray Written(ImmutableArray<Evidence> seen) =>
        new([
            .. seen.Select(e =>
            {
                var item = new JsonObject { ["what"] = WireNames.Of(e.What) };
                if (e.AtMm is { } at)
                {
                    item["at"] = at;
                }

                return (JsonNode)item;
            }),
        ]);

    /// <summary>The buds of a stem, as a survey writes them.</summary>
    public static JsonArray Written(ImmutableArray<Bud> buds) =>
        new([
            .. buds.Select(b =>
            {
                var item = new JsonObject { ["at"] = b.AlongMm, ["state"] = WireNames.Of(b.State) };
                if (b.Facing is { } facing)
                {
                    item["clock"] = facing.Clock;
                }

                if (b.Face is { } face)
                {
                    item["face"] = WireNames.Of(face);
                }

                if (b.Leaflets is { } leaflets)
                {
                    item["leaflets"] = leaflets;
                }

                return (JsonNode)item;
            }),
        ]);
}

/// <summary>A look that could be taken, and what it could find.</summary>
internal sealed record Look(PlanQuestion Question, IReadOnlyList<Answer> Answers);

/// <summary>
/// Which looks help: each answer is planned, and a look of which no answer changes anything is not asked for.
/// </summary>
internal static class Looks
{
    /// <summary>Looks tried at most; each costs as many plans as it has answers.</summary>
    private const int MostTried = 4;

    /// <summary>The looks that help, those that change most first.</summary>
    /// <param name="replan">The plan of a changed survey; null where it may not be compared.</param>
    public static IReadOnlyList<PlanQuestion> That(
        PlanDocument plan,
        IEnumerable<Look> looks,
        Func<Survey, PlanDocument?> replan
    ) =>
        [
            .. looks
                .Take(MostTried)
                .Select(look => Tried(plan, look, replan))
                .OfType<PlanQuestion>()
                .Select((q, i) => (q, i))
                .OrderByDescending(x => x.q.Changes)
                .ThenBy(x => x.i)
                .Select(x => x.q),
        ];

    private static PlanQuestion? Tried(PlanDocument plan, Look look, Func<Survey, PlanDocument?> replan)
    {
        var tried = look
            .Answers.Select(a => (Answer: a, Then: replan(a.Survey)))
            .Where(t => t.Then is not null)
            .Select(t => (t.Answer.Patch, Differs: Differs(plan, t.Then!), Changes: Decisions(plan, t.Then!)))
            .ToArray();
        if (!tried.Any(t => t.Differs))
        {
            return null;
        }

        var most = tried.Max(t => t.Changes);
        return look.Question with
        {
            Changes = most,
            Tried = [.. tried.Select(t => new PlanTried(t.Patch, t.Changes))],
            Text =
                most == 0
                    ? look.Question.Text
                    : (Sentence)(
                        $"{look.Question.Text.Marked} "
                        + $"{(plan.Row is not null && plan.Stems.Count == 0 ? Wording.Count(most, "thing", "things") : most == 1 ? "One stem" : $"{most} stems")} "
                        + "might be decided otherwise."
                    ),
        };
    }

    /// <summary>Decisions that differ: of stems, and of the classes of a row.</summary>
    private static int Decisions(PlanDocument plan, PlanDocument then)
    {
        var stems = then.Stems.ToDictionary(s => s.Id, s => s.Decision);
        var classes = (then.Row?.Classes ?? []).ToDictionary(c => c.Name, c => (c.Canes, c.Decision));
        var own = plan.Row?.Classes ?? [];
        return plan.Stems.Count(s => !stems.TryGetValue(s.Id, out var d) || d != s.Decision)
            + own.Count(c => !classes.TryGetValue(c.Name, out var d) || d != (c.Canes, c.Decision))
            + classes.Keys.Count(n => own.All(c => c.Name != n));
    }

    /// <summary>Whether anything is done otherwise.</summary>
    private static bool Differs(PlanDocument plan, PlanDocument then)
    {
        static IEnumerable<string> Work(PlanDocument p) =>
            p.Steps.Select(s =>
                $"{s.Stage} {s.Stem} {s.Action} {s.Cut?.Where} {s.Cut?.At} {s.Cut?.Bud?.Known} {s.Cut?.Bud?.At} {s.Ties.Count}"
            );
        return Decisions(plan, then) > 0 || !Work(plan).SequenceEqual(Work(then));
    }
}
