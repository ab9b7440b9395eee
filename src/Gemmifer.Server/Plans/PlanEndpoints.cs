using System.Text.Json;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Photographs;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Server.Http;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Schools;

namespace Gemmifer.Server.Plans;

/// <summary>The stateless planner, its schemas, and the rules it plans by.</summary>
public static class PlanEndpoints
{
    private const string Json = "application/json";

    /// <summary>Adds the routes.</summary>
    public static void MapPlans(this IEndpointRouteBuilder app)
    {
        app.MapPost("/api/plan", PlanAsync)
            .WithName("plan")
            .ForLookers()
            .WithSummary("A survey in, a plan out; nothing is stored.")
            .Accepts<JsonElement>(Json)
            .Produces<PlanDocument>()
            .ProducesProblem(400)
            .ProducesProblem(413)
            .ProducesProblem(415)
            .ProducesProblem(422)
            .ProducesProblem(429);
        app.MapPost("/api/year", YearAsync)
            .WithName("year")
            .WithSummary("The work of a year, dated; nothing is stored.")
            .ForLookers()
            .Accepts<System.Text.Json.JsonElement>("application/json")
            .Produces<YearAnswer>()
            .ProducesProblem(400)
            .ProducesProblem(413)
            .ProducesProblem(415)
            .ProducesProblem(422)
            .ProducesProblem(429);
        app.MapPost("/api/trace", TraceAsync)
            .WithName("trace")
            .WithSummary("Canes reckoned from taps on photographs, each measure with its spread; nothing is stored.")
            .ForLookers()
            .Accepts<System.Text.Json.JsonElement>("application/json")
            .Produces<TraceAnswer>()
            .ProducesProblem(400)
            .ProducesProblem(413)
            .ProducesProblem(415)
            .ProducesProblem(422)
            .ProducesProblem(429);
        app.MapGet("/schemas/{name}", (string name) =>
                SchemaFiles.Read(name) is { } schema
                    ? Results.Bytes(schema, "application/schema+json")
                    : Problems.NotFound("schema")
            )
            .ExcludeFromDescription()
            .ForLookers();
        app.MapGet("/api/kinds", Kinds).WithName("kinds").ForLookers().Produces<KindView[]>();
        app.MapGet("/api/schools", SchoolsAsync)
            .WithName("schools")
            .ForLookers()
            .Produces<SchoolView[]>()
            .ProducesProblem(404);
    }

    private static Task<IResult> PlanAsync(HttpRequest request, PlanMaker planner, CancellationToken cancel) =>
        ReckonAsync(
            request,
            planner,
            "This is not a survey that can be planned.",
            json =>
                SurveyReader.Read(json) is var reading && reading is SurveyReading.Valid valid
                    ? new Asked(() => planner.Make(valid.Survey, PlanDetail.Full, cancel).ToJson(), [])
                    : new Asked(null, ((SurveyReading.Invalid)reading).Errors),
            cancel
        );

    private static Task<IResult> YearAsync(HttpRequest request, PlanMaker planner, CancellationToken cancel) =>
        ReckonAsync(
            request,
            planner,
            "This is no year that can be planned.",
            json =>
                YearReader.Read(json) is var reading && reading is YearReading.Valid valid
                    ? new Asked(() => YearPlanner.Plan(valid.Asked, cancel).ToJson(), [])
                    : new Asked(null, ((YearReading.Invalid)reading).Errors),
            cancel
        );

    private static Task<IResult> TraceAsync(HttpRequest request, PlanMaker planner, CancellationToken cancel) =>
        ReckonAsync(
            request,
            planner,
            "These are no taps that can be reckoned.",
            json =>
                TraceReader.Read(json) is var reading && reading is TraceReading.Valid valid
                    ? new Asked(() => Trace.Canes(valid.Asked, cancel).ToJson(), [])
                    : new Asked(null, ((TraceReading.Invalid)reading).Errors),
            cancel
        );

    /// <summary>What was asked without a garden.</summary>
    /// <param name="Answer">Reckons it; null where it is no question.</param>
    private sealed record Asked(Func<byte[]>? Answer, IEnumerable<SurveyError> Errors);

    /// <summary>Reads a question, waits for its turn, and answers it; nothing is stored.</summary>
    private static Task<IResult> ReckonAsync(
        HttpRequest request,
        PlanMaker planner,
        string refused,
        Func<JsonElement, Asked> read,
        CancellationToken cancel
    ) =>
        Pipeline.WithBodyAsync(
            request,
            cancel,
            async json =>
            {
                var asked = read(json);
                if (asked.Answer is not { } answer)
                {
                    return Problems.Invalid(asked.Errors, refused);
                }

                using var place = await planner.WaitAsync(cancel);
                return Results.Bytes(await Task.Run(answer, cancel), Json);
            },
            depth: RequestBody.PlannedDepth
        );

    private static KindView[] Kinds() =>
        [
            .. PlantKinds.All.Select(k => new KindView(
                k.Id,
                k.Name,
                k.Note,
                k.DefaultSchool,
                k.Rootstock,
                k.TipDiameterShare,
                k.Surveyed,
                k.Hangs,
                k.UnionHeightMm,
                k.OldFrom,
                k.Climbs,
                k.Family,
                UsualOf(k),
                PlantFamilies.Of(k).UsualFacts(k),
                PlantFamilies.Of(k).Asks,
                PlantFamilies.Of(k).IsNamed(k)
            )),
        ];

    private static Dictionary<string, UsualStem> UsualOf(PlantKind kind) =>
        Enum.GetValues<StemRole>()
            .ToDictionary(
                r => WireNames.Of(r),
                r => PlantFamilies.Of(kind).Usual(kind, r, null, r is StemRole.Cane or StemRole.Trunk)
            );

    private static async Task<IResult> SchoolsAsync(string kind, GardenContext garden, CancellationToken cancel)
    {
        if (PlantKinds.Find(kind) is null)
        {
            return Problems.NotFound("kind");
        }

        static SchoolValueView[] Values(School s) =>
            [
                .. SchoolValueSpec
                    .All.Where(spec => !s.Values[spec.Name].Unused)
                    .Select(spec => ViewOf(spec, s.Values[spec.Name])),
            ];
        var own = await OwnSchools.ForAsync(garden, kind, cancel);
        return Results.Ok(
            SchoolCatalog
                .AllFor(kind)
                .Select(s => new SchoolView(s.Id, s.Name, s.Summary, null, null, Values(s)))
                .Concat(
                    own.Select(o => new SchoolView(
                        o.Record.Id,
                        o.Record.Name,
                        o.School.Summary,
                        o.Record.Base,
                        JsonSerializer.Deserialize<JsonElement>(o.Record.Set),
                        Values(o.School)
                    ))
                )
                .ToArray()
        );
    }

    private static SchoolValueView ViewOf(SchoolValueSpec spec, SchoolValue value) =>
        new(
            spec.Name,
            spec.Label,
            spec.Unit,
            value.Word is null && value.Limited ? value.Number : null,
            value.Word,
            value.Provenance,
            value.Why
        );
}

/// <summary>A kind of plant that can be planned.</summary>
/// <remarks>Lengths mm, angles degrees: the defaults for what nobody looked at.</remarks>
/// <param name="Asks">What of a plant as a whole its plans hang on.</param>
/// <param name="Surveyed">False where a simple routine does without a walk round the canes.</param>
/// <param name="Hangs">Canes hang from a head; heights are measured along them.</param>
/// <param name="Climbs">Canes are trained and tied to a support.</param>
/// <param name="Usual">What a stem of each role is taken to be where nobody measured it.</param>
/// <param name="UsualFacts">What the facts of the whole plant are taken to be where nobody measured them, by their
/// names in the survey.</param>
/// <param name="Named">False where what is seen of the plants tells what they are.</param>
/// <param name="OldFrom">Seasons from which wood counts as old.</param>
public sealed record KindView(
    string Id,
    string Name,
    string Note,
    string DefaultSchool,
    bool Rootstock,
    double TipDiameterShare,
    bool Surveyed,
    bool Hangs,
    double UnionHeight,
    int OldFrom,
    bool Climbs,
    PlantFamily Family,
    Dictionary<string, UsualStem> Usual,
    IReadOnlyDictionary<string, double> UsualFacts,
    IReadOnlyList<PlantFact> Asks,
    bool Named
);

/// <summary>A school as it applies to one kind.</summary>
/// <param name="Base">For the gardener's own: the school it was copied from.</param>
/// <param name="Set">For the gardener's own: the values changed, as in the exchange format.</param>
public sealed record SchoolView(
    string Id,
    string Name,
    string Summary,
    string? Base,
    JsonElement? Set,
    SchoolValueView[] Values
);

/// <summary>One value of a school with its provenance.</summary>
public sealed record SchoolValueView(
    string Name,
    string Label,
    string Unit,
    double? Number,
    string? Word,
    Provenance Provenance,
    string Why
);
