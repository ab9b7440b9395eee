using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>What becomes of the canes of a row, by count.</summary>
/// <param name="Row">The counts; null where only single canes were noted.</param>
/// <param name="Mow">Every cane goes to the ground.</param>
/// <param name="MowLater">They would, but it is summer.</param>
/// <param name="Stay">First-year canes that stay.</param>
/// <param name="Thin">Thin ones that go.</param>
/// <param name="Surplus">Sturdy ones that go because the row has no room.</param>
/// <param name="Least">Fewest the row should keep.</param>
/// <param name="Most">Most it should keep.</param>
/// <param name="Waits">Sound canes that go wait for the main prune.</param>
/// <param name="TipNow">Canes that stay are tipped with this work.</param>
internal sealed record RowWork(
    RowFacts? Row,
    bool InGrowth,
    bool Mow,
    bool MowLater,
    int Stay,
    int Thin,
    int Surplus,
    int Least,
    int Most,
    bool TipNow,
    int Plants,
    bool PerPlant,
    bool Waits = false
)
{
    /// <summary>Decides the classes of a row.</summary>
    public static RowWork Of(Survey survey)
    {
        var inGrowth = survey.Season.InGrowth && !survey.Anyway;
        var later = inGrowth || survey.ElectiveWait;
        var (school, kind, row) = (survey.School, RowRules.Kind(survey.Plant.Kind.Id), survey.Row);
        var oneCrop = kind.Autumn is not null && school.Id == RowRules.Crops.One;
        var plants = row?.Plants
            ?? Math.Max(1, (int)Math.Round((row?.LengthMm ?? 0) / kind.PlantSpacingMm, MidpointRounding.AwayFromZero));
        var metres = (row?.LengthMm ?? 1000) / 1000;
        var most = kind.PerPlant
            ? school.CanesMax * plants
            : Math.Max(1, (int)Math.Floor((school.CanesMax * metres) + 1e-9));
        var least = kind.PerPlant ? school.CanesMin * plants : (int)Math.Ceiling((school.CanesMin * metres) - 1e-9);
        var nothing = new RowWork(
            row,
            inGrowth,
            false,
            false,
            0,
            0,
            0,
            least,
            most,
            false,
            plants,
            kind.PerPlant,
            survey.ElectiveWait
        );
        if (oneCrop)
        {
            // All of it goes in midwinter; until then it carries the crop.
            return later ? nothing with { MowLater = true, Stay = row?.FirstYear ?? 0 }
                : row is null ? nothing with { Mow = true }
                : new RowWork(row, false, true, false, 0, 0, 0, 0, most, false, plants, false);
        }

        return row is null ? nothing : Counted(survey, kind, row, nothing);
    }

    /// <summary>The classes of a row that is thinned.</summary>
    /// <param name="nothing">The work while nothing was decided.</param>
    private static RowWork Counted(Survey survey, RowKind kind, RowFacts row, RowWork nothing)
    {
        // The thin rule may not empty a row that has nothing but thin canes.
        var sturdy = row.FirstYear - row.Thin;
        var thinStay = sturdy == 0 ? Math.Min(row.Thin, Math.Max(1, nothing.Least)) : 0;
        var stay = Math.Min(sturdy + thinStay, nothing.Most);
        return nothing with
        {
            Stay = stay,
            Thin = row.Thin - thinStay,
            Surplus = Math.Max(0, sturdy + thinStay - nothing.Most),
            TipNow =
                stay > 0
                && RowPlanner.Taller(survey, row.MeanHeightMm)
                && (!survey.ElectiveWait || (nothing.InGrowth && kind.TipDays is not null)),
        };
    }

    /// <summary>Length of the row, m; one metre where single canes were noted.</summary>
    public double Metres => (Row?.LengthMm ?? 1000) / 1000;

    /// <summary>A row is reckoned as no shorter than this, m.</summary>
    private const double ShortestMetres = 0.1;

    /// <summary>Last season's canes that stay, to the metre, to a tenth.</summary>
    public double PerMetre => Math.Round(Stay / Math.Max(ShortestMetres, Metres), 1);

    /// <summary>What becomes of sound canes that are too many: out with the main prune.</summary>
    private Decision Elective => Waits ? Decision.Defer : Decision.Remove;

    /// <summary>Canes by what becomes of them.</summary>
    public IReadOnlyList<PlanClass> Classes()
    {
        if (Row is null)
        {
            return [];
        }

        PlanClass[] all = Mow
            ?
            [
                new PlanClass(
                    CaneClass.Mown,
                    Row.FirstYear + Row.SecondYear,
                    Decision.Remove,
                    "All canes go level with the ground; next autumn's crop comes on new ones."
                ),
                new PlanClass(CaneClass.Spent, Row.Spent, Decision.Remove, "They have fruited and die."),
            ]
            :
            [
                new PlanClass(CaneClass.Spent, Row.Spent, Decision.Remove, "They have fruited and die."),
                new PlanClass(
                    CaneClass.Thin,
                    Thin,
                    Elective,
                    "Thinner than a pencil: they bear little and crowd the others."
                ),
                new PlanClass(CaneClass.Surplus, Surplus, Elective, "More than the row has room and light for."),
                new PlanClass(
                    CaneClass.Fruiting,
                    Row.SecondYear,
                    Decision.Keep,
                    "In their fruiting summer: they stay until they have borne."
                ),
                MowLater
                    ? new PlanClass(
                        CaneClass.Stay,
                        Stay,
                        Decision.Defer,
                        "They carry the crop, and go to the ground in midwinter."
                    )
                    : new PlanClass(CaneClass.Stay, Stay, Decision.Keep, "The sturdiest of last season's canes."),
            ];
        return [.. all.Where(c => c.Canes > 0)];
    }

    /// <summary>Heights of the wires along the row, mm.</summary>
    public double[] Wires(Survey survey)
    {
        // Nothing is tied to a wire above the tips; what is led along wires turns down over the highest.
        var (kind, tip) = (RowRules.Kind(survey.Plant.Kind.Id), RowPlanner.TipHeight(survey));
        double[] wires = survey.Support is { Wires.IsEmpty: false } support
            ? [.. support.Wires.Select(w => w.HeightMm).Order()]
            : [.. kind.WiresMm];
        return [.. wires.Where(w => kind.Led || tip <= 0 || w <= tip).DefaultIfEmpty(wires[0])];
    }

    /// <summary>Totals of the row.</summary>
    public PlanCounts Counts(Survey survey)
    {
        var kept = Mow ? 0 : (MowLater ? 0 : Stay) + Row!.SecondYear;
        var waiting =
            MowLater ? Stay
            : Waits ? Thin + Surplus
            : 0;
        var removed =
            Mow ? Row!.FirstYear + Row.SecondYear + Row.Spent
            : Waits || MowLater ? Row!.Spent
            : Row!.Spent + Thin + Surplus;
        var height = Row.MeanHeightMm ?? survey.Plant.Kind.CaneLengthMm;
        var tip = TipNow ? RowPlanner.TipHeight(survey) : height;
        var share = Tally.Share(removed + (TipNow ? Stay * (height - tip) / height : 0), kept + removed + waiting);
        return new PlanCounts(
            kept,
            removed,
            waiting,
            (kept + (MowLater ? Stay : 0)) * (int)Math.Floor(tip / survey.Plant.Kind.InternodeMm),
            Arithmetic(survey),
            share,
            null,
            null,
            null
        );
    }

    /// <summary>"56 canes go: 44 have fruited, 12 are thin. 48 stay, 12 to the metre."</summary>
    public string Summary()
    {
        var classes = Classes();
        var go = classes.Where(c => c.Decision == Decision.Remove).ToArray();
        var wait = classes.Where(c => c.Decision == Decision.Defer).Sum(c => c.Canes);
        var later = wait == 0 ? "" : $" {Wording.Count(wait, "goes", "go")} with the main prune.";
        var (stay, gone) = (classes.Where(c => c.Decision == Decision.Keep).Sum(c => c.Canes), go.Sum(c => c.Canes));
        var why = string.Join(", ", go.Select(Why));
        var goes =
            gone == 0 ? "No cane goes."
            : go is [{ Name: CaneClass.Mown }]
                ? gone == 1 ? "The one cane goes to the ground."
                    : $"All {gone} canes go to the ground."
            : $"{Wording.Count(gone, "cane goes", "canes go")}: {why}.";
        return stay == 0
            ? goes + later
            : $"{goes}{later} {Wording.Count(stay, "stays", "stay")}, {Wording.Number(PerMetre)} to the metre.";
    }

    private static string Why(PlanClass gone) =>
        gone.Name switch
        {
            CaneClass.Spent => Wording.Count(gone.Canes, "has fruited", "have fruited"),
            CaneClass.Thin => Wording.Count(gone.Canes, "is thin", "are thin"),
            CaneClass.Surplus => Wording.Count(gone.Canes, "is one too many", "are too many"),
            CaneClass.Mown => Wording.Count(gone.Canes, "goes to the ground", "go to the ground"),
            CaneClass.Stay or CaneClass.Fruiting => throw new InvalidOperationException("It stays."),
        };

    private string Arithmetic(Survey survey)
    {
        if (MowLater)
        {
            return $"{Row!.FirstYear} stay until midwinter, then go to the ground";
        }

        if (Mow)
        {
            return $"{Row!.FirstYear} + {Row.SecondYear} + {Row.Spent} = {Row.FirstYear + Row.SecondYear + Row.Spent} "
                + "to the ground";
        }

        var room = PerPlant
            ? $"{survey.School.CanesMax} × {Plants} plants = {Most}"
            : $"{survey.School.CanesMax} × {Wording.Number(Row!.LengthMm / 1000)} m = {Most}";
        return $"{Row!.FirstYear} − {Thin} thin = {Row.FirstYear - Thin}; room for {room}; "
            + $"{Wording.Count(Stay, "stays", "stay")}";
    }
}
