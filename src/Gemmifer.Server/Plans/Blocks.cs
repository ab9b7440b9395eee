using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Settings;
using Gemmifer.Server.Surveys;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Plans;

/// <summary>A rule of balanced pruning that ships.</summary>
/// <param name="Unit">g.</param>
public sealed record BudRuleView(
    string Id,
    string Name,
    string Kind,
    double Base,
    double Per,
    double Unit,
    Provenance Provenance,
    string Why
);

/// <summary>One number vines are judged by.</summary>
/// <param name="Share">A share, shown in per cent.</param>
public sealed record VineValueView(string Name, double Number, Provenance Provenance, string Why, bool Share);

/// <summary>What vines are counted and judged by, beside their schools.</summary>
public sealed record VineRulesView(BudRuleView[] BudRules, VineValueView[] Values);

/// <summary>A row of vines: those that stand in one place, in order.</summary>
/// <param name="Planned">Vines with a plan; the totals are estimates while some have none.</param>
/// <param name="Buds">Buds to leave; null while no vine has a plan. Likewise ties and minutes.</param>
public sealed record BlockView(
    string Place,
    int Vines,
    int Planned,
    int Finished,
    BlockTotal? Buds,
    BlockTotal? Ties,
    BlockTotal? Minutes,
    IReadOnlyList<GardenPlanLine> Lines
);

/// <summary>A row of vines to be planted into the garden at once.</summary>
/// <param name="Vine">What all of them have in common, as in the exchange format.</param>
public sealed record BlockInput(
    string Place,
    string Kind,
    int Count,
    int? PlantedYear,
    System.Text.Json.JsonElement? Vine,
    string? Id = null
) : IBody<BlockInput>
{
    private const int MostAtOnce = 500;

    internal static readonly string[] InBlocks =
    [
        .. PlantFamilies.All.Where(f => f.InBlocks).SelectMany(f => f.Kinds).Select(k => k.Id),
    ];

    static BlockInput IBody<BlockInput>.Read(FieldReader f, DateOnly today)
    {
        f.Require("place");
        f.Require("kind");
        f.Require("count");
        var input = new BlockInput(
            f.Text("place", 80)?.Trim() ?? "",
            f.Word("kind", InBlocks) ?? "",
            f.Whole("count", 1, MostAtOnce) ?? 0,
            f.Whole("plantedYear", SurveyLimits.FirstYear, today.Year),
            f.Find("vine"),
            RequestBody.OwnId(f)
        );
        if (f.Find("place") is not null && input.Place.Length == 0)
        {
            f.Error("/place", "required", "Give the row a name.");
        }

        return input;
    }
}

/// <summary>Rows of vines.</summary>
public static class Blocks
{
    /// <summary>Rows of a page; each of their vines is planned.</summary>
    private const int PageRows = 12;

    /// <summary>Adds the routes.</summary>
    public static void MapBlocks(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/vine-rules", () =>
                new VineRulesView(
                    [
                        .. VineRules.BudRules.Select(r => new BudRuleView(
                            r.Id,
                            r.Name,
                            r.Kind,
                            r.Rule.Base,
                            r.Rule.Per,
                            r.Rule.UnitGrams,
                            r.Provenance,
                            r.Why
                        )),
                    ],
                    [
                        .. VineRules
                            .Judged.Select(n => (Name: n, Value: VineRules.Values[n]))
                            .Select(v => new VineValueView(
                                v.Name,
                                v.Value.Number,
                                v.Value.Provenance,
                                v.Value.Why,
                                VineRules.Shares.Contains(v.Name)
                            )),
                    ]
                )
            )
            .WithName("vineRules")
            .ForLookers();
        app.MapGet("/api/blocks", ListAsync)
            .WithName("blocks")
            .ForHelpers()
            .WithSummary("A page of the rows of vines, in order of their places; the header Link names the next.")
            .Produces<BlockView[]>()
            .ProducesProblem(422);
        app.MapPost("/api/blocks", AddAsync)
            .WithName("addBlock")
            .Reads<BlockInput>()
            .Produces<BlockView>(201)
            .Produces<BlockView>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(
        string? limit,
        string? after,
        HttpRequest request,
        GardenContext garden,
        PlanMaker planner,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var errors = new List<SurveyError>();
        var paging = Paging.Read(limit, after, errors, PageRows);
        if (errors.Count > 0)
        {
            return Problems.Invalid(errors, "This list cannot be shown.");
        }

        // Places sort like the plants that grow there.
        var rows = garden
            .Plants.Where(p => p.RemovedAt == null && BlockInput.InBlocks.Contains(p.Kind))
            .GroupBy(p => p.Place)
            .Select(g => new { Place = g.Key, Order = g.Min(p => p.SortKey) });
        if (after is not null)
        {
            var walk = await garden.Places.Where(p => p.Name == after).Select(p => p.Walk).FirstOrDefaultAsync(cancel);
            var last = PlantOrder.EndOf(after, walk);
            rows = rows.Where(r => string.Compare(r.Order, last) > 0);
        }

        var places = await rows.OrderBy(r => r.Order).Select(r => r.Place).Take(paging.Limit + 1).ToListAsync(cancel);
        return Results.Ok(await ViewAsync(garden, planner, clock, paging.Page(request, places, p => p), cancel));
    }

    private static async Task<BlockView[]> ViewAsync(
        GardenContext garden,
        PlanMaker planner,
        TimeProvider clock,
        IReadOnlyList<string> places,
        CancellationToken cancel
    )
    {
        var order = places.Select((p, i) => (p, i)).ToDictionary(p => p.p, p => p.i);
        var lines = new List<GardenPlanLine>();
        await foreach (
            var line in GardenPlan.LinesAsync(
                garden,
                planner,
                clock,
                p => BlockInput.InBlocks.Contains(p.Kind) && places.Contains(p.Place),
                cancel
            )
        )
        {
            lines.Add(line);
        }

        return
        [
            .. lines
                .GroupBy(l => l.Place)
                .OrderBy(g => order[g.Key])
                .Select(row =>
                {
                    var (all, planned) = (
                        row.OrderBy(l => PlantOrder.SortKeyOf(l.Place, l.Name), StringComparer.Ordinal).ToArray(),
                        row.Where(l => l.State == PlanState.Planned).ToArray()
                    );

                    // Finished vines are no longer part of what is to be done.
                    var open = all.Count(l => l.State != PlanState.Finished);
                    BlockTotal? Total(Func<GardenPlanLine, double> of) =>
                        BlockSample.Total([.. planned.Select(of)], Math.Max(open, planned.Length));
                    return new BlockView(
                        row.Key,
                        all.Length,
                        planned.Length,
                        all.Count(l => l.State == PlanState.Finished),
                        Total(l => l.Buds),
                        Total(l => l.TieCount),
                        Total(l => l.Minutes),
                        all
                    );
                }),
        ];
    }

    /// <summary>The ids of a row's vines follow from that of the row.</summary>
    private static string IdOf(string row, int n) => row[..^3] + n.ToString("x3", CultureInfo.InvariantCulture);

    /// <summary>What is said of every plant of the row, as it was read; errors are noted.</summary>
    private static JsonObject ReadPart(FieldReader f, string kind, string name)
    {
        var part = f.Find(name);
        var check = new Plant("", PlantKinds.Of(kind), Vigour.Normal, null, false, 0, true, PlantLook.Open);
        var notes = new SurveyNotes();
        PlantFamilies.Of(check.Kind).Read(part, check, null, notes);
        f.Errors.AddRange(notes.Errors);
        if (notes.Errors.Count > 0 || part is not { ValueKind: JsonValueKind.Object } said)
        {
            return [];
        }

        var document = new JsonObject { [name] = JsonNode.Parse(said.GetRawText()) };
        SurveyDocuments.Keep(document, notes.Warnings.Select(w => w.Path).OfType<string>());
        return document[name]!.AsObject();
    }

    private static async Task<IResult> AddAsync(
        HttpRequest request,
        GardenContext garden,
        PlanMaker planner,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        return await Pipeline.WithBodyAsync<BlockInput>(request, cancel, async (input, f) =>
        {
            var (place, kind, count, planted, _, own) = input;
            var id = own ?? Guid.CreateVersion7(clock.GetUtcNow()).ToString("n");
            var name = kind.Length == 0 ? null : PlantFamilies.Of(PlantKinds.Of(kind)).Part;
            var part = name is null ? [] : ReadPart(f, kind, name);
            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            var first = IdOf(id, 1);
            if (await garden.Plants.AnyAsync(p => p.Id == first, cancel))
            {
                return Results.Ok((await ViewAsync(garden, planner, clock, [place], cancel)).Single());
            }

            var settings = (await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place;
            var (today, taken) = (
                PlantEndpoints.Today(clock),
                await garden.Plants.CountAsync(p => p.Place == place && p.RemovedAt == null, cancel)
            );
            for (var n = 1; n <= count; n++)
            {
                var plant = new PlantRecord
                {
                    Id = IdOf(id, n),
                    Name = $"{place} {taken + n}",
                    Kind = kind,
                    Place = place,
                    PlantedYear = planted,
                    Revision = 1,
                    CreatedAt = clock.GetUtcNow(),
                };
                plant.Surveys.Add(
                    new SurveyRecord
                    {
                        PlantId = plant.Id,
                        Season = PruningYear.Of(today, settings.Hemisphere),
                        Date = SurveyDocuments.PlanDay(plant, settings, today),
                        Stems = "[]",
                        KeepOut = "[]",
                        Parts = name is null ? null : new JsonObject { [name] = part.DeepClone() }.ToJsonString(),
                        Revision = 1,
                        UpdatedAt = clock.GetUtcNow(),
                    }
                );
                garden.Add(plant);
            }

            try
            {
                await garden.SaveChangesAsync(cancel);
            }
            catch (DbUpdateException e) when (Saving.Doubled(e))
            {
                // The same row, sent twice at the same moment.
                return Results.Ok((await ViewAsync(garden, planner, clock, [place], cancel)).Single());
            }

            return Results.Created("/api/blocks", (await ViewAsync(garden, planner, clock, [place], cancel)).Single());
        });
    }
}
