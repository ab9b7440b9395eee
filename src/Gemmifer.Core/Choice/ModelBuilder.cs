using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Choice;

/// <summary>
/// Turns candidates and a school into the numbers of a <see cref="ChoiceModel"/>: every want is a term of one option or
/// of a pair.
/// </summary>
/// <param name="young">Ids of the young canes of a climber that can take the place of old ones; null for other
/// kinds.</param>
/// <param name="contacts">Where canes come close to each other, as far as that is known already.</param>
/// <param name="known">The first model of the plant; null where none is kept.</param>
internal sealed class ModelBuilder(
    Survey survey,
    StemTree tree,
    ImmutableArray<Candidate> candidates,
    IReadOnlySet<StemId>? young = null,
    KnownContacts? contacts = null,
    KnownModel? known = null
)
{
    private readonly ImmutableArray<(double From, double Width)> _gaps = OpenSides.Of(survey.School, candidates);
    private OptionTerms? _options;
    private PairTerms? _pairs;

    private OptionTerms Options => _options ??= new OptionTerms(survey, tree, candidates, _gaps);

    private PairTerms Pairs =>
        _pairs ??= new PairTerms(survey, tree, candidates, _gaps, Options, contacts ?? new KnownContacts());

    /// <summary>The model. Candidates and their options keep their order.</summary>
    public ChoiceModel Build(CancellationToken cancel = default)
    {
        var model = new ChoiceModel([.. candidates.Select(c => c.Options.Length)]);
        var same = known?.Same(candidates, _gaps);
        PairTerms.Seen[][] seen = [.. candidates.Select(c => c.Options.Select(o => Pairs.SeenOf(c.Stem, o)).ToArray())];
        for (var i = 0; i < candidates.Length; i++)
        {
            cancel.ThrowIfCancellationRequested();
            for (var k = 0; k < candidates[i].Options.Length; k++)
            {
                var (c, option, o) = (candidates[i], candidates[i].Options[k], model.First[i] + k);
                model.Points[o] = Thousandths(OptionPoints(c, option));
                model.TieBreak[o] = Hash(c.Stem.Id, option);
                model.Keeps[o] = option.Keeps;
                model.RemovedMm[o] = (long)Math.Ceiling(option.RemovedMm - Tolerance.LengthMm);
                model.RemovesOld[o] = c.Old && option.Kind == OptionKind.Remove;
                model.UsesYoung[o] =
                    young is not null && option.Kind == OptionKind.Remove && (c.Old || young.Contains(c.Stem.Id));
            }

            for (var j = 0; j < i; j++)
            {
                if (same is not null && same[i] >= 0 && same[j] >= 0)
                {
                    known!.CopyPairs(model, i, same[i], j, same[j]);
                }
                else
                {
                    Pairs.Fill(model, i, j, seen);
                }
            }
        }

        FillPlaces(model);
        known?.Remember(model, candidates, _gaps);
        return model;
    }

    /// <summary>Points of one option; a removal has none.</summary>
    public double OptionPoints(Candidate candidate, CutOption option) => Options.Points(candidate, option);

    /// <summary>The points of an option that keeps its cane, want by want.</summary>
    public IEnumerable<(Want Want, double Points)> Terms(Candidate candidate, CutOption option) =>
        Options.Of(candidate, option);

    /// <summary>
    /// What a pair of options is worth, part by part, as <see cref="ChoiceModel.PairPoints"/> has it.
    /// </summary>
    public PairParts Pair(Stem a, CutOption p, Stem b, CutOption q) => Pairs.Of(a, p, b, q);

    /// <summary>
    /// Where along a stem it rubs on another, mm; null where it was not seen to, or where the drawing has them far
    /// apart.
    /// </summary>
    public double? RubsAt(Stem stem, Stem on) => Pairs.RubsAt(stem, on);

    /// <summary>
    /// Where the shoot of a bud will stand, seen from the crown, if that is a side on which no cane stands; null
    /// otherwise.
    /// </summary>
    public Bearing? FillsGap(CutOption option) => OpenSides.Filled(_gaps, option);

    /// <summary>The height aimed at above the crown, mm.</summary>
    public double AimHeightMm => Options.AimHeightMm;

    /// <summary>
    /// Lines as places in their order. A side stem that takes over may stand elsewhere than its cane, and a cane that
    /// is led by hand may cross: those are left to the pairs.
    /// </summary>
    private void FillPlaces(ChoiceModel model)
    {
        var lines = candidates
            .SelectMany(c => c.Options)
            .Select(o => o.Laid?.Line)
            .OfType<TargetLine>()
            .DistinctBy(l => l.Number)
            .OrderBy(l => -Math.Round(l.AngleFromRight, 9))
            .ThenBy(l => l.Number)
            .Select((l, i) => (l.Number, i))
            .ToDictionary(l => l.Number, l => l.i);
        if (lines.Count == 0)
        {
            return;
        }

        var inOrder = survey.Support is { Flat: true };
        for (var i = 0; i < candidates.Length; i++)
        {
            for (var k = 0; k < candidates[i].Options.Length; k++)
            {
                if (
                    candidates[i].Options[k] is { Laid: { Line: { } line } laid } option
                    && (!inOrder || (option.TakeOver is null && !laid.Wanted))
                )
                {
                    model.Place[model.First[i] + k] = lines[line.Number];
                }
            }
        }

        if (inOrder)
        {
            var rank = new int[candidates.Length];
            foreach (
                var (i, r) in Enumerable
                    .Range(0, candidates.Length)
                    .OrderBy(i => Pairs.Standing(candidates[i].Stem))
                    .Select((i, r) => (i, r))
            )
            {
                rank[i] = r;
            }

            model.Rank = rank;
        }
    }

    /// <summary>Points as a model has them.</summary>
    internal static long Thousandths(double points) => (long)Math.Round(points * 1000, MidpointRounding.AwayFromZero);

    /// <summary>Of what identifies an option whichever way the plant is turned.</summary>
    private static byte Hash(string id, CutOption option) =>
        (byte)(StableHash.Of($"{id}|{(int)option.Kind}|{(long)Math.Round(option.AlongMm)}") >> 13);
}
