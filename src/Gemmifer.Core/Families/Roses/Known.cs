using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses;

/// <summary>What changes little where one stem of a plant is changed and planned again.</summary>
internal sealed class Known
{
    public KnownPaths Paths { get; } = new();

    public KnownContacts Contacts { get; } = new();

    public KnownModel Model { get; } = new();

    public KnownOptions Options { get; } = new();

    /// <summary>What this plan may cost, all its whatifs among it.</summary>
    public SearchEffort Effort { get; } = new(SearchEffort.OfPlan);

    private Dictionary<StemId, CutOption>? _chosen;

    /// <summary>What was chosen first, of each cane.</summary>
    public void Remember(SolvedChoice first) =>
        _chosen ??= first
            .Sorted.Candidates.Select((c, i) => (c.Stem.Id, Option: c.Options[first.Choice.Result.Chosen[i]]))
            .ToDictionary(c => c.Id, c => c.Option);

    /// <summary>The same in numbers of options that are no longer quite the same; null before anything was
    /// chosen.</summary>
    public int[]? Near(ImmutableArray<Candidate> candidates) =>
        _chosen is null
            ? null
            :
            [
                .. candidates.Select(c =>
                    _chosen.TryGetValue(c.Stem.Id, out var option)
                        ? c
                            .Options.Select((o, k) => (o, k))
                            .Where(x => x.o.Kind == option.Kind)
                            .OrderBy(x => Math.Abs(x.o.AlongMm - option.AlongMm))
                            .Select(x => x.k)
                            .FirstOrDefault()
                        : 0
                ),
            ];
}

/// <summary>
/// The options of canes, worked out once: those of a cane that is as it was, with all that grows on it, are the same
/// again. For one planning on one thread.
/// </summary>
internal sealed class KnownOptions
{
    private readonly Dictionary<string, Entry> _known = [];
    private Survey? _first;

    /// <summary>What the options of one cane were worked out from, and what they are.</summary>
    /// <param name="Grown">The cane and what grows on it, in the order of the tree, with what was found of
    /// each.</param>
    /// <param name="Most">Cut options at most.</param>
    private sealed record Entry(
        (Stem Stem, Finding Finding)[] Grown,
        int Most,
        bool TwoYears,
        ImmutableArray<CutOption> Options
    );

    /// <summary>
    /// The options of a cane of a plant, from the first time they were worked out where nothing differs.
    /// </summary>
    /// <param name="plant">The plant without its stems.</param>
    public ImmutableArray<CutOption> Of(
        Survey plant,
        (Stem Stem, Finding Finding)[] grown,
        int most,
        bool twoYears,
        Func<ImmutableArray<CutOption>> build
    )
    {
        // Shears cut at one height for all, and what a climber's cane comes to hangs on the others.
        if (plant.School.Sheared || plant.Plant.Kind.Climbs || (_first is not null && _first != plant))
        {
            return build();
        }

        _first = plant;
        var id = grown[0].Stem.Id;
        if (!_known.TryGetValue(id, out var entry))
        {
            entry = new Entry(grown, most, twoYears, build());
            _known.Add(id, entry);
            return entry.Options;
        }

        return entry.Most == most && entry.TwoYears == twoYears && Same(entry.Grown, grown) ? entry.Options : build();
    }

    private static bool Same((Stem Stem, Finding Finding)[] one, (Stem Stem, Finding Finding)[] other) =>
        one.Length == other.Length
        && one.Zip(other).All(p => ReferenceEquals(p.First.Stem, p.Second.Stem) && p.First.Finding == p.Second.Finding);
}
