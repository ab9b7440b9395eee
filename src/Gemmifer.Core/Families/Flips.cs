using System.Collections.Immutable;
using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families;

/// <summary>
/// What would change the decision on each stem. A change to one stem is made to the survey and planned again: what is
/// said came of that, and goes with the change as data, so that anyone can try it again. What was not tried is not
/// said.
/// </summary>
/// <param name="replan">What becomes of each stem of a changed survey; null where that was not found out.</param>
/// <param name="most">Plans made anew at most.</param>
/// <param name="pinned">The same, sooner, where one stem is kept or taken out; null where it has to be planned anew.
/// Stems it does not name stay as they are.</param>
internal sealed class Flips(
    Survey survey,
    PlanDocument plan,
    Func<Survey, IReadOnlyDictionary<StemId, Decision>?> replan,
    int most,
    Func<StemId, bool, IReadOnlyDictionary<StemId, Decision>?>? pinned = null
)
{
    /// <summary>Plans made anew for one plan, where a plan takes little; stems beyond that get none.</summary>
    public const int ManyPlans = 16;

    /// <summary>The same where the choice takes longer, and most changes are tried without a new plan.</summary>
    public const int FewPlans = 2;

    /// <summary>Stems named in one sentence; more are counted.</summary>
    private const int MostNamed = 3;

    private readonly Dictionary<StemId, Decision> _decided = plan.Stems.ToDictionary(s => s.Id, s => s.Decision);
    private readonly Dictionary<string, IReadOnlyDictionary<StemId, Decision>?> _tried = [];

    /// <summary>One change to one stem.</summary>
    /// <param name="Patch">The fields of the survey that change, as a merge patch (RFC 7396).</param>
    /// <param name="If">The condition in words; null where the change is to keep a stem or to take it out.</param>
    /// <param name="Keep">For the gardener's word alone: to keep it, or to take it out; null for other changes.</param>
    private sealed record Change(
        Stem Stem,
        Func<Stem, Stem> Apply,
        JsonObject Patch,
        string? If = null,
        bool? Keep = null
    );

    /// <summary>The plan with what would flip each stem; nothing where the plan itself is not proved.</summary>
    public PlanDocument Find(CancellationToken cancel)
    {
        if (!plan.Optimal)
        {
            return plan;
        }

        var stems = survey.Stems.ToDictionary(s => s.Id);
        return plan with
        {
            Stems =
            [
                .. plan.Stems.Select(planned =>
                {
                    cancel.ThrowIfCancellationRequested();
                    return stems.TryGetValue(planned.Id, out var stem) ? With(planned, stem) : planned;
                }),
            ],
        };
    }

    private PlanStem With(PlanStem planned, Stem stem)
    {
        foreach (var change in Changes(planned, stem))
        {
            if (
                Try(change, planned.Id) is { } then
                && then.TryGetValue(planned.Id, out var decision)
                && decision != planned.Decision
                && Say(change, planned, decision, then) is { } words
            )
            {
                return planned with
                {
                    Flips = words,
                    Flip = new PlanFlip(
                        new JsonObject { ["stems"] = new JsonObject { [change.Stem.Id] = change.Patch.DeepClone() } },
                        decision
                    ),
                };
            }
        }

        return planned;
    }

    /// <summary>What every stem comes to after a change; null where that was not found out to the end.</summary>
    /// <param name="id">The stem it is asked for.</param>
    private IReadOnlyDictionary<StemId, Decision>? Try(Change change, StemId id)
    {
        if (change.Keep is { } keep && pinned?.Invoke(change.Stem.Id, keep) is { } quick && quick.ContainsKey(id))
        {
            return quick;
        }

        var key = $"{change.Stem.Id} {change.Patch.ToJsonString()}";
        if (!_tried.TryGetValue(key, out var then))
        {
            then =
                _tried.Count < most
                    ? replan(
                        survey with
                        {
                            Stems = [.. survey.Stems.Select(s => s.Id == change.Stem.Id ? change.Apply(s) : s)],
                        }
                    )
                    : null;
            _tried.Add(key, then);
        }

        return then;
    }

    /// <summary>Changes worth trying on a stem, the most telling first.</summary>
    private IEnumerable<Change> Changes(PlanStem planned, Stem stem)
    {
        if (stem.Pin is not null)
        {
            yield return new Change(
                stem,
                s => s with { Pin = null },
                new JsonObject { ["pin"] = null },
                "Without your word on it"
            );
            yield break;
        }

        if (planned.Reasons.Any(r => r.Rule == "parent") && stem.Parent.StemId is { } parent)
        {
            var below = survey.Stems.First(s => s.Id == parent);
            if (below.Pin is null && _decided.GetValueOrDefault(parent) == Decision.Remove)
            {
                yield return Pinned(below, new Pin.Keep(), "keep", $"If {parent} stayed");
            }

            yield break;
        }

        foreach (var looked in Looked(planned.Verdict, stem))
        {
            yield return looked;
        }

        if (planned.Decision is Decision.Remove or Decision.Defer)
        {
            var thin = survey.School.ThinBelowMm;
            if (planned.Decision == Decision.Remove && planned.Verdict == Verdict.Sound && stem.DiameterMm < thin)
            {
                var thick = Math.Floor(thin) + 1;
                yield return new Change(
                    stem,
                    s => s with { DiameterMm = thick },
                    new JsonObject { ["diameter"] = thick },
                    $"Were it {Wording.Thickness(thick)} thick"
                );
            }

            yield return Pinned(stem, new Pin.Keep(), "keep", null);
        }
        else if (planned.Decision is Decision.Keep or Decision.Shorten)
        {
            yield return Pinned(stem, new Pin.Remove(), "remove", null);
        }
    }

    private static Change Pinned(Stem stem, Pin pin, string word, string? condition) =>
        new(stem, s => s with { Pin = pin }, new JsonObject { ["pin"] = word }, condition, pin is Pin.Keep);

    /// <summary>What another look could find.</summary>
    private static IEnumerable<Change> Looked(Verdict verdict, Stem stem)
    {
        Change Seen(string condition, Func<Sign, bool> gone, Sign? found, bool alive = false)
        {
            ImmutableArray<Evidence> seen =
            [
                .. stem.Seen.Where(e => !gone(e.What)),
                .. found is { } sign ? [new Evidence(sign, null)] : (Evidence[])[],
            ];
            var patch = new JsonObject { ["seen"] = Answer.Written(seen) };
            if (alive && stem.DeadFromMm is not null)
            {
                patch["deadFrom"] = null;
            }

            return new Change(
                stem,
                s => s with { Seen = seen, DeadFromMm = alive ? null : s.DeadFromMm },
                patch,
                condition
            );
        }

        static bool Death(Sign s) => EvidenceList.DeadStrong.Contains(s) || EvidenceList.DeadWeak.Contains(s);
        static bool Harm(Sign s) => s is Sign.Canker or Sign.Borer or Sign.Spotting or Sign.Distorted or Sign.Wound;
        switch (verdict)
        {
            case Verdict.Dead:
                yield return Seen(
                    "If a scratch near its base showed bright green",
                    Death,
                    Sign.ScratchGreen,
                    alive: true
                );
                break;
            case Verdict.Diseased or Verdict.Damaged:
                yield return Seen("Were its wood sound", Harm, null);
                break;
            case Verdict.Soft:
                yield return Seen("Once it has firmed", s => s == Sign.Soft, null);
                break;
            case Verdict.Unsure when stem.DeadFromMm is not null || stem.Seen.Any(e => Death(e.What)):
                yield return Seen(
                    "If a scratch near its base showed bright green",
                    Death,
                    Sign.ScratchGreen,
                    alive: true
                );
                break;
            case Verdict.Unsure when stem.Seen.Any(e => Harm(e.What)):
                yield return Seen("Were its wood sound", Harm, null);
                break;
            case Verdict.Sound or Verdict.Sucker or Verdict.Unsure:
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(verdict), verdict, null);
        }
    }

    /// <summary>In words; null where it says nothing that is not known.</summary>
    private string? Say(Change change, PlanStem planned, Decision decision, IReadOnlyDictionary<StemId, Decision> then)
    {
        var own = survey.Stems.ToDictionary(s => s.Id, s => s.Parent.StemId);
        var others = plan
            .Stems.Where(s => s.Id != planned.Id && s.Id != change.Stem.Id && own[s.Id] is null)
            .Where(s => then.ContainsKey(s.Id))
            .ToArray();
        string[] goes = [.. others.Where(s => Stands(s.Decision) && !Stands(then[s.Id])).Select(s => s.Id)];
        string[] stays = [.. others.Where(s => !Stands(s.Decision) && Stands(then[s.Id])).Select(s => s.Id)];
        var rest = (goes.Length, stays.Length) switch
        {
            (0, 0) => "",
            (_, 0) => $"{Named(goes)} would go",
            (0, _) => $"{Named(stays)} would stay",
            _ => $"{Named(goes)} would go and {Named(stays)} stay",
        };
        if (change.If is { } condition)
        {
            return $"{condition}, it would {WhatBecomes(decision)}{(rest.Length == 0 ? "" : $", and {rest}")}.";
        }

        return (change.Keep == true, rest.Length) switch
        {
            (true, 0) => "If you keep it, nothing else has to go.",
            (true, _) => $"If you keep it, {rest} instead.",

            // That a stem goes where the gardener takes it out need not be said.
            (false, 0) => null,
            (false, _) => $"If you take it out, {rest} instead.",
        };
    }

    private static bool Stands(Decision decision) => decision is not (Decision.Remove or Decision.Defer);

    private static string Named(string[] ids) =>
        ids.Length <= MostNamed ? Wording.List(ids) : Wording.Count(ids.Length, "other", "others");

    private static string WhatBecomes(Decision decision) =>
        decision switch
        {
            Decision.Keep => "stay as long as it is",
            Decision.Shorten => "stay, cut back",
            Decision.Remove => "go",
            Decision.Defer => "go another winter",
            Decision.Check => "be checked first",
            Decision.Untouched => "be left alone",
        };
}
