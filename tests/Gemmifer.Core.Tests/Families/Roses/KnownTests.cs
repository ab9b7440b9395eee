using System.Text.Json.Nodes;
using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>What is kept from one plan to the next, with one stem changed, is what working it out anew gives.</summary>
public class KnownTests
{
    private static readonly CaneTask Task = new("rose", []);

    /// <summary>Every number of the models of a plant.</summary>
    private static string[] Numbers(Survey survey, Known known)
    {
        var planner = new CanePlanner(survey, Task, default, CanePlanner.QuestionNodes, known);
        return
        [
            .. planner
                .Models()
                .Select(m =>
                    string.Join(
                        ' ',
                        [
                            .. m.Laid.Candidates.Select(c => c.Stem.Id),
                            .. m.Laid.Candidates.SelectMany(c => c.Options).Select(o => $"{o.Kind} {o.AlongMm:R}"),
                            .. m.Model.First.Select(n => $"{n}"),
                            .. m.Model.Points.Select(n => $"{n}"),
                            .. m.Model.RemovedMm.Select(n => $"{n}"),
                            .. m.Model.PairPoints.Cast<long>().Select(n => $"{n}"),
                            .. m.Model.SpacingShortMm.Cast<int>().Select(n => $"{n}"),
                            .. m.Model.LevelBroken.Cast<bool>().Select(n => $"{n}"),
                            .. m.Model.Excluded.Cast<bool>().Select(n => $"{n}"),
                            $"{m.Limits}",
                        ]
                    )
                ),
        ];
    }

    /// <summary>Changes that a look or the gardener's word makes to one stem.</summary>
    private static IEnumerable<Stem> Changed(Stem stem) =>
        [
            stem with
            {
                Pin = new Pin.Keep(),
            },
            stem with
            {
                Pin = new Pin.Remove(),
            },
            stem with
            {
                DiameterMm = stem.DiameterMm + 3,
            },
            stem with
            {
                LengthMm = stem.LengthMm * 1.2,
            },
            stem with
            {
                Seen = [new Evidence(Sign.Mildew, null)],
            },
            stem with
            {
                Seen = [new Evidence(Sign.Canker, null)],
            },
            stem with
            {
                Seen = [new Evidence(Sign.SnapDry, null)],
            },
            stem with
            {
                Buds = [],
                Age = 3,
            },
        ];

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public void A_model_made_with_what_is_known_is_the_one_made_anew(int part) =>
        Same(Enumerable.Range(0, 12).Select(s => Surveys.Varied((4 * s) + part)));

    /// <summary>A dead cane leaves a gap that a bud of another fills, and every bud was looked at.</summary>
    [Fact]
    public void So_it_is_where_a_side_comes_to_stand_empty() =>
        Same(Enumerable.Range(1, 12).Select(s => Surveys.WithBuds(s, 4, 6)));

    /// <summary>Of many canes each has fewer options, and one more of them where one cane drops out.</summary>
    [Fact]
    public void So_it_is_where_one_cane_fewer_leaves_the_others_more_options() =>
        Same([Surveys.WithBuds(1, 26, 26)], stems: 1, change: s =>
            [s with { Seen = [new Evidence(Sign.SnapDry, null)] }]
        );

    private static void Same(
        IEnumerable<JsonObject> plants,
        int stems = 5,
        Func<Stem, IEnumerable<Stem>>? change = null
    )
    {
        var (differing, unchanged, tried) = (new List<string>(), 0, 0);
        foreach (var survey in plants.Select(Surveys.Read))
        {
            var known = new Known();
            var first = Numbers(survey, known);
            foreach (var stem in survey.Stems.Take(stems))
            {
                foreach (var changed in (change ?? Changed)(stem))
                {
                    var other = survey with { Stems = [.. survey.Stems.Select(s => s.Id == stem.Id ? changed : s)] };
                    var anew = Numbers(other, new Known());
                    tried++;
                    unchanged += anew.SequenceEqual(first) ? 1 : 0;
                    if (!anew.SequenceEqual(Numbers(other, known)))
                    {
                        differing.Add($"{survey.Stems.Length} {stem.Id} {changed}");
                    }
                }
            }
        }

        Assert.Empty(differing);
        Assert.True(unchanged <= tried / 2, $"{unchanged} of {tried} changes change nothing of the model.");
    }
}
