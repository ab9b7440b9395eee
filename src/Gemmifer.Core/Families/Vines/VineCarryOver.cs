using System.Text.Json.Nodes;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Work;

namespace Gemmifer.Core.Families.Vines;

/// <summary>
/// How a vine's cut shoots go on as old wood: a shoot on a spur becomes its end, one on an arm a spur, a headed one the
/// trunk.
/// </summary>
internal static class VineCarryOver
{
    /// <summary>Canes laid along a wire lie level, degrees from vertical.</summary>
    private const double LevelDeg = 90;

    /// <summary>
    /// The stems of a vine, a season older already, with last season's shoots turned into what they are now, and the
    /// spur that each shoot became the end of.
    /// </summary>
    public static (IReadOnlyList<NotedStem> Stems, IReadOnlyDictionary<StemId, StemId> Merged) Grown(
        IReadOnlyList<CarriedStem> carried
    )
    {
        // A cane lies along its wire once it was tied there.
        var all = carried.Select(c => c.Laid ? c.Stem with { Lean = LevelDeg, TipLean = LevelDeg } : c.Stem).ToList();
        var merged = new Dictionary<StemId, StemId>();
        for (var i = 0; i < all.Count; i++)
        {
            if (all[i] is { Age: 2, Role: StemRole.Shoot or StemRole.Cane or StemRole.Spur } shoot)
            {
                Turn(all, i, shoot, merged);
            }
        }

        return ([.. all.Where(s => !merged.ContainsKey(s.Id))], merged);
    }

    private static void Turn(List<NotedStem> all, int i, NotedStem shoot, Dictionary<StemId, StemId> merged)
    {
        var on = all.FindIndex(s => s.Id == shoot.Parent);
        if (on < 0)
        {
            // A headed shoot from the ground is the trunk now.
            all[i] = shoot with { Role = all.Any(s => s.Role == StemRole.Trunk) ? StemRole.Cane : StemRole.Trunk };
        }
        else if ((shoot.Length ?? 0) > VineNumbers.Of.SpurCut)
        {
            all[i] = shoot with { Role = StemRole.Cane };
        }
        else if (
            all[on] is { Role: StemRole.Spur, Age: > 2 } spur
            && !all.Any(s => s.Id != shoot.Id && s.Parent == spur.Id && s.Age == 2)
        )
        {
            all[on] = spur with { Length = Math.Round((shoot.At ?? 0) + (shoot.Length ?? 0), 1) };
            merged[shoot.Id] = spur.Id;
        }
        else
        {
            all[i] = shoot with { Role = StemRole.Spur };
        }
    }

    /// <summary>
    /// A vine as a whole, some seasons on: what was weighed and cut in a sample this winter is not next winter's.
    /// </summary>
    public static JsonObject? Facts(JsonObject? vine, int seasons)
    {
        if (vine is null)
        {
            return null;
        }

        var next = vine.DeepClone().AsObject();
        foreach (var past in (string[])["pruningWeight", "winterLoss", "stage"])
        {
            next.Remove(past);
        }

        if (Exchange.WireNames.Find<BudgetBy>((string?)next["rule"]) == BudgetBy.Weight)
        {
            next.Remove("rule");
        }

        if (next["year"] is JsonValue year)
        {
            next["year"] = (int)(double)year + seasons;
        }

        return next;
    }
}
