using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// What is cut of a side shoot of which something can stay: back to sound wood first, then as the school has it.
/// </summary>
internal sealed class ShootPruning(Survey survey, StemTree tree, OptionBuilder options)
{
    /// <summary>Ways to cut a strong side shoot that are tried.</summary>
    private const int MostOptions = 24;

    private readonly School _school = survey.School;

    /// <summary>It stays because the gardener says so.</summary>
    public static ShootOutcome Stays { get; } =
        new(Decision.Keep, null, "pin", Stage.Laterals, "You asked for it to stay.", Provenance.User);

    /// <summary>Off at its ring.</summary>
    public ShootOutcome Take(Stem shoot, string rule, Stage stage, string text, Provenance provenance) =>
        new(Decision.Remove, options.Removal(shoot), rule, stage, text, provenance);

    /// <summary>Not cut.</summary>
    public static ShootOutcome Leave(Decision decision, string rule, string text) =>
        new(decision, null, rule, Stage.Laterals, text, Provenance.Practice);

    /// <summary>Whether it is dead, diseased or damaged, in part or wholly.</summary>
    public static bool Sick(Finding finding) => finding.Verdict is Verdict.Dead or Verdict.Diseased or Verdict.Damaged;

    /// <summary>What becomes of a stem with an option.</summary>
    public static Decision Shortened(CutOption option) =>
        option.Kind switch
        {
            OptionKind.Remove => Decision.Remove,
            OptionKind.Whole => Decision.Keep,
            OptionKind.Cut => Decision.Shorten,
            _ => throw new ArgumentOutOfRangeException(nameof(option)),
        };

    /// <summary>What has to come off a side shoot in any case.</summary>
    /// <param name="LimitMm">So far along it it may stay, mm.</param>
    /// <param name="Cut">Whether anything has to.</param>
    private sealed record Must(double LimitMm, bool Cut, string Rule, Stage Stage, string Text, Provenance Provenance);

    private Must MustOf(Stem shoot, Finding finding)
    {
        var limit = Math.Min(
            finding.SoundToMm ?? shoot.LengthMm,
            Math.Min(shoot.LengthMm, options.KeepOutLimit(tree.Axis(shoot)))
        );
        var cut = limit < shoot.LengthMm - Tolerance.LengthMm;
        return Sick(finding)
            ? new Must(
                limit,
                cut,
                Wording.Of(finding.Verdict),
                Stages.Of(finding.Verdict),
                finding.Text,
                finding.Provenance
            )
            : new Must(limit, cut, "keep-out", Stage.Shorten, "It reaches where nothing may stand.", Provenance.User);
    }

    /// <summary>What it comes to.</summary>
    /// <param name="keep">The gardener wants it to stay.</param>
    public ShootOutcome Of(Stem shoot, Finding finding, bool keep)
    {
        var must = MustOf(shoot, finding);
        if (_school.Sheared)
        {
            return
                must.Cut
                && Sick(finding)
                && CutBelow(shoot, must) is var own
                && (own.Cut is not { Kind: OptionKind.Cut } low || low.HeightMm < options.ShearHeightMm)
                ? own
                : Leave(Decision.Keep, "cut", "The shears take it together with the rest.");
        }

        if (survey.Plant.Kind.Climbs && _school.Climber == ClimberWay.KeepVolume)
        {
            return must.Cut
                ? CutBelow(shoot, must)
                : Leave(Decision.Keep, "climber", "Side shoots stay: they carry the bloom.");
        }

        if (survey.Plant.Vigour == Vigour.Weak)
        {
            return must.Cut
                ? CutBelow(shoot, must)
                : Leave(Decision.Keep, "vigour", "Side shoots of a weak plant stay: it needs them.");
        }

        return !keep && GrowsBack(shoot)
            ? Take(shoot, "centre", Stage.Crossing, "It grows back into the centre.", _school.Set.Centre.Provenance)
            : ByLength(shoot, finding, must);
    }

    /// <summary>Whether it grows back into a centre that is to be open.</summary>
    private bool GrowsBack(Stem shoot) =>
        _school.CentreOpen
        && survey.Plant.Look == PlantLook.Open
        && shoot.Bearing.AngleTo(StemTree.Outward(shoot, tree.Axis(shoot).Start))
            > RoseNumbers.Of.BackIntoCentre + Tolerance.LengthMm;

    private ShootOutcome ByLength(Stem shoot, Finding finding, Must must)
    {
        var tip = tree.Axis(shoot).At(shoot.LengthMm).Z - survey.Plant.CrownHeightMm;
        var shortEnough = Leave(Decision.Keep, "lateralLength", "It is short enough as it is.");
        if (
            !must.Cut
            && shoot.LengthMm <= _school.LateralLengthMm + Tolerance.LengthMm
            && (tip <= _school.HeightMaxMm || survey.Plant.Kind.Hangs)
        )
        {
            return shortEnough;
        }

        if (ToHeight(shoot, finding, must.LimitMm) is { } high)
        {
            return new ShootOutcome(
                Decision.Shorten,
                high,
                must.Cut ? must.Rule : "height",
                must.Cut ? must.Stage : Stage.Laterals,
                must.Cut ? must.Text : "A strong side shoot is cut to the height of the canes.",
                Provenance.Practice
            );
        }

        var longEnough = shoot.LengthMm > _school.LateralLengthMm + survey.Plant.Kind.InternodeMm;
        if ((must.Cut || longEnough) && ToBuds(shoot, must.LimitMm) is { } cut)
        {
            return new ShootOutcome(
                Decision.Shorten,
                cut,
                must.Cut ? must.Rule : "lateralBuds",
                must.Cut ? must.Stage : Stage.Laterals,
                must.Cut
                    ? must.Text
                    : $"Side shoots keep {_school.LateralBuds} buds, or about {Wording.Mm(_school.LateralLengthMm)}.",
                _school.Set.LateralBuds.Provenance
            );
        }

        return must.Cut ? CutBelow(shoot, must) : shortEnough;
    }

    /// <summary>
    /// The best cut of a strong side shoot within the heights; null where it is slight, or none serves.
    /// </summary>
    private CutOption? ToHeight(Stem shoot, Finding finding, double limitMm)
    {
        if (shoot.DiameterMm < _school.ThinBelowMm || survey.Plant.Kind.Climbs || survey.Plant.Kind.Hangs)
        {
            return null;
        }

        var window = options
            .BuildKept(shoot with { Pin = null }, limitMm, MostOptions)
            .Where(o => o.Kind == OptionKind.Cut && o.HeightMm >= _school.HeightMinMm - 1)
            .ToArray();
        var builder = new ModelBuilder(survey, tree, []);
        var candidate = new Candidate(shoot, finding, [.. window], false);
        return window
            .OrderByDescending(o => Math.Round(builder.OptionPoints(candidate, o), 3))
            .ThenBy(o => o.AlongMm)
            .FirstOrDefault();
    }

    private ShootOutcome CutBelow(Stem shoot, Must must)
    {
        var cut = options.ShortenTo(shoot, must.LimitMm);
        return cut is null && shoot.Pin is Pin.Keep ? Stays
            : cut is null ? Take(shoot, must.Rule, must.Stage, must.Text, must.Provenance)
            : new ShootOutcome(Decision.Shorten, cut, must.Rule, must.Stage, must.Text, must.Provenance);
    }

    /// <summary>A cut that leaves a side shoot its buds; null where no place serves.</summary>
    private CutOption? ToBuds(Stem shoot, double limitMm)
    {
        if (shoot.Buds.Any(b => b.Facing is not null))
        {
            // Buds too near the ring to be cut above count all the same: they stay.
            var buds = Phyllotaxis
                .Expect(shoot, survey.Plant.Kind.DivergenceDeg, survey.Plant.Kind.InternodeMm)
                .Where(b => b.Usable)
                .Select(b => b.AlongMm)
                .ToArray();
            var all = options.CutsBetween(shoot, 0, limitMm).ToArray();
            var cuts = all.Where(c => c.Bud is not { Known: BudKnowledge.LookFor, AtScar: false }).ToArray();
            return cuts.LastOrDefault(c => buds.Count(at => at <= c.AlongMm) <= Math.Max(1, _school.LateralBuds))
                ?? cuts.FirstOrDefault()
                ?? all.FirstOrDefault();
        }

        return options
            .CutsBetween(
                shoot,
                Math.Min(limitMm, _school.LateralLengthMm / 2),
                Math.Min(limitMm, _school.LateralLengthMm)
            )
            .LastOrDefault();
    }
}
