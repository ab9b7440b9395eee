using System.Collections.Frozen;
using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// Where the gardener's word goes against what must be: such a plan is not among those the rules allow, and what it
/// sets aside is counted against it.
/// </summary>
internal sealed class SetAside(StemTree tree, FrozenDictionary<StemId, Finding> findings)
{
    /// <summary>
    /// A word that cannot be followed beside another, and a place of one's own, weigh more than a rule.
    /// </summary>
    private const int NotFollowed = 2;

    /// <summary>Rules set aside, and words not followed.</summary>
    /// <param name="candidates">The canes of the choice.</param>
    /// <param name="unasked">The same as they would be without the gardener's word.</param>
    /// <param name="strongest">Those taken out that would have to stay as the strongest.</param>
    /// <param name="usual">What must become of a stem without the gardener's word; null where that is open.</param>
    /// <param name="asked">The same with it.</param>
    /// <param name="spares">Whether the gardener's word spares a side shoot that would go or be cut shorter.</param>
    public int Count(
        ImmutableArray<Candidate> candidates,
        ImmutableArray<Candidate> unasked,
        IReadOnlySet<StemId> strongest,
        Func<Stem, Fate?> usual,
        Func<Stem, Fate?> asked,
        Func<Stem, bool> spares
    ) =>
        tree.Stems.Count(s => s.TopLevel && usual(s) is { } must && must != asked(s))
        + (NotFollowed * tree.Stems.Count(s => s.Pin is Pin.Remove && tree.HoldsPinned(s)))
        + tree.Stems.Count(s =>
            !s.TopLevel && s.Pin is Pin.Keep or Pin.CutAt && (findings[s.Id].Verdict is not Verdict.Sound || spares(s))
        )
        + candidates.Zip(unasked).Where(c => !strongest.Contains(c.First.Stem.Id)).Sum(c => Against(c.First, c.Second))
        + strongest.Count;

    private int Against(Candidate asked, Candidate usual)
    {
        // A place of one's own is none of those above a bud that serves.
        bool Offered(double along) =>
            usual.Options.Any(o => o.Kind == OptionKind.Cut && Math.Abs(o.AlongMm - along) < 1e-6);
        return asked.Stem.Pin switch
        {
            Pin.Remove => usual.Options.All(o => o.Keeps) ? 1 : 0,
            Pin.CutAt cut => (Offered(cut.AlongMm) ? 0 : NotFollowed)
                + (tree.PinnedTo(asked.Stem) > cut.AlongMm ? NotFollowed : 0),
            _ => tree.PinnedTo(asked.Stem) > asked.Finding.SoundToMm
            || !asked.Options.All(o => !o.Keeps || usual.Options.Any(u => Same(o, u)))
                ? Math.Max(1, tree.Children(asked.Stem).Count(c => c.Pin is Pin.Keep or Pin.CutAt))
                : 0,
        };
    }

    private static bool Same(CutOption a, CutOption b) =>
        a.Kind == b.Kind && Math.Abs(a.AlongMm - b.AlongMm) < 1e-6 && a.TakeOver?.Stem.Id == b.TakeOver?.Stem.Id;
}
