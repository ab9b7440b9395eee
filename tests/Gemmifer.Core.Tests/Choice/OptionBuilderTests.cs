using System.Collections.Immutable;
using System.Text.Json.Nodes;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Tests.Choice;

public class OptionBuilderTests
{
    private static ImmutableArray<CutOption> Of(
        JsonObject cane,
        Func<JsonObject, JsonObject>? change = null,
        double? soundTo = null
    )
    {
        var document = Surveys.Of(cane);
        var survey = Surveys.Read(change is null ? document : change(document));
        return new OptionBuilder(survey, StemTree.Build(survey.Stems, survey.Plant), (_, _) => 0).Build(
            survey.Stems[0],
            soundTo,
            24
        );
    }

    private static JsonObject Upright(double length = 1100) => Surveys.Cane("A", 3, 14, 2, length, 0);

    [Fact]
    public void A_cane_with_buds_seen_is_cut_above_those_in_the_window()
    {
        var cuts = Of(Upright().Buds((430, 3), (480, 7.8), (530, 0.6), (580, 5.4), (630, 10.2)))
            .Where(o => o.Kind == OptionKind.Cut)
            .ToArray();
        // None in the window faces out; the one just below it does, and is offered too.
        Assert.Equal([436, 486, 536, 586], cuts.Select(c => c.AlongMm));
        Assert.All(cuts, c =>
            Assert.Equal(
                (BudKnowledge.Seen, 0.0, c.AlongMm),
                (c.Bud!.Known, c.End.A.DistanceTo(c.End.B), Math.Round(c.HeightMm))
            )
        );
        Assert.Equal([664, 614, 564, 514], cuts.Select(c => c.RemovedMm));
    }

    [Fact]
    public void The_window_ends_count_in()
    {
        var cuts = Of(Upright().Buds((444, 3), (594, 3), (443, 9), (595, 9)))
            .Where(o => o.Bud?.Known == BudKnowledge.Seen);
        Assert.Equal([450, 600], cuts.Select(c => c.AlongMm));
    }

    [Fact]
    public void Without_a_bud_seen_the_end_is_a_stretch_within_the_window()
    {
        var cuts = Of(Upright()).Where(o => o.Kind == OptionKind.Cut).ToArray();
        Assert.NotEmpty(cuts);
        Assert.All(cuts, c =>
        {
            Assert.Equal(BudKnowledge.LookFor, c.Bud!.Known);
            Assert.Null(c.Bud.AlongMm);
            Assert.InRange(c.Bud.FromMm, 450, c.Bud.ToMm);
            Assert.InRange(c.Bud.ToMm, c.Bud.FromMm, 600);
            Assert.Equal(c.Bud.ToMm - c.Bud.FromMm, c.End.A.DistanceTo(c.End.B), 1e-6);
            Assert.InRange(c.Place.Z, c.End.A.Z, c.End.B.Z);
        });
    }

    [Fact]
    public void Heights_are_counted_from_where_the_canes_start()
    {
        var high = Of(Upright().Buds((500, 3)), s => s.Plant("unionHeight", 80))
            .Single(o => o.Bud?.Known == BudKnowledge.Seen);
        Assert.Equal((506.0, 586.0), (high.HeightMm, high.Place.Z));
        var buried = Of(Upright().Buds((500, 3)), s => s.Plant("unionHeight", -80))
            .Single(o => o.Bud?.Known == BudKnowledge.Seen);
        Assert.Equal(506, buried.Place.Z);
    }

    [Fact]
    public void A_short_cane_may_stay_whole_and_a_tall_one_may_not()
    {
        Assert.Contains(Of(Upright(420)), o => o.Kind == OptionKind.Whole);
        Assert.DoesNotContain(Of(Upright(420)), o => o.Kind == OptionKind.Cut);
        Assert.DoesNotContain(Of(Upright(1100)), o => o.Kind == OptionKind.Whole);
        Assert.Contains(Of(Upright(1100), s => s.Plant("vigour", "weak")), o => o.Kind == OptionKind.Whole);
    }

    [Fact]
    public void Only_sound_wood_is_cut_into()
    {
        Assert.All(Of(Upright(), null, 520).Where(o => o.Kind == OptionKind.Cut), o =>
            Assert.InRange(o.Bud!.ToMm, 450, 520)
        );
        var low = Assert.Single(
            Of(Upright().Buds((150, 3), (200, 9), (250, 3)), null, 240).Where(o => o.Kind == OptionKind.Cut)
        );

        // The bud at 200 mm faces in.
        Assert.Equal(156, low.AlongMm);
        Assert.DoesNotContain(Of(Upright(), null, 240), o => o.Kind == OptionKind.Whole);
    }

    [Theory]
    [InlineData("blind")]
    [InlineData("damaged")]
    [InlineData("basal")]
    [InlineData("flower")]
    public void A_bud_that_cannot_shoot_is_not_cut_to(string state)
    {
        var cane = Upright()
            .With(
                "buds",
                new JsonArray(
                    new JsonObject
                    {
                        ["at"] = 500,
                        ["clock"] = 3,
                        ["state"] = state,
                    },
                    new JsonObject { ["at"] = 550, ["clock"] = 7.8 }
                )
            );
        Assert.DoesNotContain(Of(cane), o =>
            o.Bud is { Known: not BudKnowledge.LookFor } && Math.Abs(o.AlongMm - 506) < 20
        );
    }

    [Fact]
    public void A_keep_out_ends_a_cane_where_it_begins()
    {
        static JsonObject Path(JsonObject s) =>
            s.With("keepOut", new JsonArray(new JsonObject { ["side"] = 3, ["from"] = 230 }));
        var leaning = Surveys.Cane("A", 3, 14, 2, 1100, 20);
        Assert.All(Of(leaning, Path).Where(o => o.Keeps), o =>
            Assert.True(Math.Max(o.End.A.X, o.End.B.X) <= 230 + 0.02)
        );
        Assert.Equal(
            Of(Surveys.Cane("A", 9, 14, 2, 1100, 20)).Length,
            Of(Surveys.Cane("A", 9, 14, 2, 1100, 20), Path).Length
        );
    }

    [Theory]
    [InlineData(0, OptionKind.Remove)]
    [InlineData(512, OptionKind.Cut)]
    [InlineData(1100, OptionKind.Whole)]
    public void A_pinned_place_is_the_only_option(double at, OptionKind kind)
    {
        var option = Assert.Single(Of(Upright().Buds((506, 3)).With("pin", new JsonObject { ["cutAt"] = at })));
        Assert.Equal((kind, at), (option.Kind, option.AlongMm));
        Assert.Equal(kind == OptionKind.Cut ? 506 : null, option.Bud?.AlongMm);
    }

    [Fact]
    public void What_may_not_go_has_no_removal()
    {
        var survey = Surveys.Read(Surveys.Of(Upright()));
        var options = new OptionBuilder(survey, StemTree.Build(survey.Stems, survey.Plant), (_, _) => 0);
        Assert.Equal(
            options.Build(survey.Stems[0], null, 24).Where(o => o.Kind != OptionKind.Remove),
            options.BuildKept(survey.Stems[0], null, 24)
        );
    }

    [Fact]
    public void A_hanging_cane_that_never_rises_can_still_be_decided()
    {
        var options = Of(Surveys.Cane("A", 3, 14, 2, 1100, 100).With("tipLean", 150));
        Assert.Contains(options, o => o.Kind == OptionKind.Remove);
        Assert.Contains(options, o => o.Keeps);
    }
}
