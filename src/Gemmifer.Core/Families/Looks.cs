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

/// <summary>What a plan comes to, as far as looks are weighed by it.</summary>
/// <param name="Decisions">Of stems by their id, and of the classes of a row by their names.</param>
/// <param name="Work">What is done, piece by piece.</param>
/// <param name="Told">What the steps say; null where the work is put together from them.</param>
internal sealed record Outcome(
    IReadOnlyDictionary<string, string> Decisions,
    IReadOnlyList<string> Work,
    Lazy<string>? Told = null
)
{
    /// <summary>Of a whole plan.</summary>
    public static Outcome Of(PlanDocument plan) =>
        new(
            plan.Stems.Select(s => (Key: s.Id.Value, Of: $"{s.Decision}"))
                .Concat((plan.Part?.Decided ?? []).Select(d => (Key: $"/{d.Name}", Of: d.Decision)))
                .ToDictionary(x => x.Key, x => x.Of),
            [
                .. plan.Steps.Select(s =>
                    $"{s.Stage} {s.Stem} {s.Action} {s.Cut?.Where} {s.Cut?.At} {s.Cut?.Bud?.Known} {s.Cut?.Bud?.At} "
                    + $"{s.Ties.Count}"
                ),
            ]
        );

    /// <summary>Whether something else is done, and the steps tell.</summary>
    public bool Differs(Outcome other) =>
        !Work.SequenceEqual(other.Work) && (Told is null || Told.Value != other.Told?.Value);

    /// <summary>How many decisions differ.</summary>
    public int Changes(Outcome other) =>
        Decisions
            .Keys.Union(other.Decisions.Keys)
            .Count(k => Decisions.GetValueOrDefault(k) != other.Decisions.GetValueOrDefault(k));
}

/// <summary>
/// Which looks help: each answer is planned, and a look of which no answer changes anything is not asked for.
/// </summary>
internal static class Looks
{
    /// <summary>Looks tried at most; each costs as many plans as it has answers.</summary>
    public const int MostTried = 4;

    /// <summary>The looks that help, those that change most first.</summary>
    /// <param name="things">What is decided: stems, or things where there are none.</param>
    /// <param name="replan">What a changed survey comes to; null where it may not be compared.</param>
    /// <param name="most">Looks tried at most.</param>
    public static IReadOnlyList<PlanQuestion> That(
        Outcome now,
        string things,
        IEnumerable<Look> looks,
        Func<Survey, Outcome?> replan,
        int most = MostTried
    ) =>
        [
            .. looks
                .Take(most)
                .Select(look => Tried(now, things, look, replan))
                .OfType<PlanQuestion>()
                .Select((q, i) => (q, i))
                .OrderByDescending(x => x.q.Changes)
                .ThenBy(x => x.i)
                .Select(x => x.q),
        ];

    private static PlanQuestion? Tried(Outcome now, string things, Look look, Func<Survey, Outcome?> replan)
    {
        var tried = look
            .Answers.Select(a => (a.Patch, Then: replan(a.Survey)))
            .Where(t => t.Then is not null)
            .Select(t => (t.Patch, Then: t.Then!, Changes: now.Changes(t.Then!)))
            .ToArray();
        if (!tried.Any(t => t.Changes > 0) && !tried.Any(t => now.Differs(t.Then)))
        {
            return null;
        }

        var most = tried.Max(t => t.Changes);
        var said = Wording.Capital(most == 1 ? $"one {things}" : $"{most} {things}s");
        return look.Question with
        {
            Changes = most,
            Tried = [.. tried.Select(t => new PlanTried(t.Patch, t.Changes))],
            Text =
                most == 0 ? look.Question.Text : (Sentence)$"{look.Question.Text} {said} might be decided otherwise.",
        };
    }
}
