using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Schools;

/// <summary>The rules with their sources, and the gardener's own copies.</summary>
public static class OwnSchools
{
    /// <summary>Adds the routes.</summary>
    public static void MapOwnSchools(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/rules", RulesAsync).WithName("rules").ForHelpers().Produces<RuleSchool[]>();
        app.MapPost("/api/rules", AddAsync)
            .WithName("copySchool")
            .Reads<OwnSchoolInput>()
            .Produces<RuleSchool>(201)
            .Produces<RuleSchool>()
            .ProducesProblem(422);
        app.MapPut("/api/rules/{id}", PutAsync)
            .WithName("saveSchool")
            .Reads<OwnSchoolInput>()
            .Produces<RuleSchool>()
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(422)
            .ProducesProblem(428);
        app.MapDelete(
                "/api/rules/{id}",
                (string id, HttpRequest request, GardenContext garden, TimeProvider clock, CancellationToken cancel) =>
                    SetRemovedAsync(id, clock.GetUtcNow(), request, garden, cancel)
            )
            .WithName("removeSchool")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
        app.MapPost(
                "/api/rules/{id}/restore",
                (string id, HttpRequest request, GardenContext garden, CancellationToken cancel) =>
                    SetRemovedAsync(id, null, request, garden, cancel)
            )
            .WithName("restoreSchool")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412);
    }

    /// <summary>The gardener's own schools that serve a kind.</summary>
    public static async Task<IEnumerable<(OwnSchoolRecord Record, School School)>> ForAsync(
        GardenContext garden,
        string kind,
        CancellationToken cancel
    )
    {
        var own = await garden
            .Schools.AsNoTracking()
            .Where(s => s.RemovedAt == null)
            .OrderBy(s => s.Name)
            .ToListAsync(cancel);
        return own.Select(r => (Record: r, School: Apply(r.Base, kind, r.Name, JsonNode.Parse(r.Set)!.AsObject(), [])))
            .Where(x => x.School is not null)
            .Select(x => (x.Record, x.School!));
    }

    /// <summary>
    /// Fills a survey's reference to an own school with the values that school has now; a reference to none stays as it
    /// was stored.
    /// </summary>
    public static JsonNode? Fresh(JsonNode? school, IReadOnlyDictionary<string, OwnSchoolRecord> own)
    {
        if (
            school is not JsonObject chosen
            || (string?)chosen["own"] is not { } id
            || !own.TryGetValue(id, out var record)
        )
        {
            return school;
        }

        var fresh = new JsonObject
        {
            ["base"] = record.Base,
            ["set"] = JsonNode.Parse(record.Set),
            ["own"] = id,
            ["name"] = record.Name,
        };
        if (chosen["hardness"] is { } hardness)
        {
            fresh["hardness"] = hardness.DeepClone();
        }

        return fresh;
    }

    /// <summary>All own schools by id, those taken out included: surveys made with them still mean them.</summary>
    public static async Task<IReadOnlyDictionary<string, OwnSchoolRecord>> ByIdAsync(
        GardenContext garden,
        CancellationToken cancel
    ) => await garden.Schools.AsNoTracking().ToDictionaryAsync(s => s.Id, cancel);

    private static School? Apply(string id, string kind, string name, JsonObject set, List<SurveyError> errors)
    {
        if (SchoolCatalog.For(id, kind) is not { } school)
        {
            return null;
        }

        using var document = JsonDocument.Parse(set.ToJsonString());
        var notes = new SurveyNotes();
        var applied = SchoolSettings.Apply(school, document.RootElement, "/set", notes) with { Name = name };
        errors.AddRange(notes.Errors);
        return applied;
    }

    private static async Task<IResult> RulesAsync(GardenContext garden, CancellationToken cancel)
    {
        var own = await garden
            .Schools.AsNoTracking()
            .Where(s => s.RemovedAt == null)
            .OrderBy(s => s.Name)
            .ToListAsync(cancel);
        return Results.Ok(
            SchoolCatalog.Ids.Select(id => ViewOf(id, null)).Concat(own.Select(o => ViewOf(o.Base, o))).ToArray()
        );
    }

    private static RuleSchool ViewOf(string id, OwnSchoolRecord? own)
    {
        var file = SchoolCatalog.File(id)!;
        var set = own is null ? [] : JsonNode.Parse(own.Set)!.AsObject();
        var general = own is null ? file.General : ApplyTo(file.General, set);
        return new RuleSchool(
            own?.Id ?? id,
            own?.Name ?? general.Name,
            general.Summary,
            own is not null,
            own?.Base,
            own?.Revision ?? 0,
            [.. file.Kinds],
            file.Family,
            [
                .. SchoolValueSpec
                    .All.Where(spec => !general.Values[spec.Name].Unused)
                    .Select(spec =>
                        ValueOf(
                            spec,
                            general,
                            [.. file.Kinds.Where(_ => !set.ContainsKey(spec.Name)).Select(k => (k, file.For(k)!))]
                        )
                    ),
            ],
            [
                .. general
                    .Weights.OrderByDescending(w => w.Value.Number)
                    .ThenBy(w => w.Key, StringComparer.Ordinal)
                    .Select(w => new RuleWeight(w.Key, w.Value.Number, w.Value.Provenance, w.Value.Why)),
            ]
        );
    }

    private static School ApplyTo(School school, JsonObject set)
    {
        using var document = JsonDocument.Parse(set.ToJsonString());
        return SchoolSettings.Apply(school, document.RootElement, "/set", new SurveyNotes());
    }

    private static RuleValue ValueOf(SchoolValueSpec spec, School general, (string Kind, School School)[] kinds)
    {
        var value = general.Values[spec.Name];
        static double? Number(SchoolValue v) => v.Word is null && v.Limited ? v.Number : null;
        var numeric = spec.Words.Length == 0 && !spec.Flag;
        return new RuleValue(
            spec.Name,
            spec.Label,
            spec.Unit,
            Number(value),
            value.Word,
            numeric ? spec.Min : null,
            numeric ? spec.Max : null,
            spec.Whole,
            [.. spec.Words],
            spec.Flag,
            value.Provenance,
            value.Why,
            [
                .. kinds
                    .Select(k => (k.Kind, Value: k.School.Values[spec.Name]))
                    .Where(k => k.Value.Number != value.Number || k.Value.Word != value.Word)
                    .Select(k => new RuleByKind(
                        PlantKinds.Of(k.Kind).Name,
                        Number(k.Value),
                        k.Value.Word,
                        k.Value.Provenance,
                        k.Value.Why
                    )),
            ]
        );
    }

    private static async Task<IResult> AddAsync(
        HttpRequest request,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var record = new OwnSchoolRecord
        {
            Id = Guid.CreateVersion7(clock.GetUtcNow()).ToString("n"),
            Name = "",
            Base = "",
            Set = "{}",
            Revision = 1,
            CreatedAt = clock.GetUtcNow(),
        };
        if (await FillAsync(record, request, cancel) is { } error)
        {
            return error;
        }

        if (await garden.Schools.AsNoTracking().FirstOrDefaultAsync(s => s.Id == record.Id, cancel) is { } had)
        {
            return Results.Ok(ViewOf(had.Base, had));
        }

        garden.Add(record);
        try
        {
            await garden.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException e) when (Saving.Doubled(e))
        {
            // The same school, sent twice at the same moment.
            return Results.Ok(ViewOf(record.Base, record));
        }

        return Results.Created($"/api/rules/{record.Id}", ViewOf(record.Base, record));
    }

    private static async Task<IResult> PutAsync(
        string id,
        HttpRequest request,
        GardenContext garden,
        CancellationToken cancel
    )
    {
        return await Pipeline.AsSeenAsync(
            request,
            "school of your own",
            () => garden.Schools.FirstOrDefaultAsync(s => s.Id == id && s.RemovedAt == null, cancel),
            s => s.Revision,
            async record =>
            {
                if (await FillAsync(record, request, cancel) is { } error)
                {
                    return error;
                }

                record.Revision++;
                return await Pipeline.SaveAsync(
                    garden,
                    () => record.Revision,
                    () => Results.Ok(ViewOf(record.Base, record)),
                    cancel
                );
            }
        );
    }

    /// <summary>Takes a school out of the list, or back in. Doing what is done already changes nothing.</summary>
    private static Task<IResult> SetRemovedAsync(
        string id,
        DateTimeOffset? at,
        HttpRequest request,
        GardenContext garden,
        CancellationToken cancel
    ) =>
        Pipeline.SetRemovedAsync(
            request,
            garden,
            "school of your own",
            () => garden.Schools.FirstOrDefaultAsync(s => s.Id == id, cancel),
            at,
            cancel
        );

    /// <summary>
    /// Where one of two values that hang together was changed, the other is set with it, so that no kind's own value
    /// contradicts.
    /// </summary>
    private static JsonObject Whole(JsonObject set, School school)
    {
        foreach (
            var (low, high) in SchoolValueSpec.Ordered.Where(p => set.ContainsKey(p.Low) || set.ContainsKey(p.High))
        )
        {
            foreach (var name in (string[])[low, high])
            {
                if (school.Values[name] is { Limited: true } value)
                {
                    set[name] = value.Number;
                }
            }
        }

        return set;
    }

    private static async Task<IResult?> FillAsync(OwnSchoolRecord record, HttpRequest request, CancellationToken cancel)
    {
        return await Pipeline.WithBodyAsync<IResult?>(request, cancel, async json =>
        {
            var f = new FieldReader(json, "", []);

            // Only what is added has an id of the page's making.
            var id = record.Name.Length == 0 ? RequestBody.OwnId(f) : null;
            Fill(record, OwnSchoolInput.Read(f), f);
            record.Id = id ?? record.Id;
            return f.Errors.Count > 0 ? Problems.Invalid(f.Errors, "This school cannot be stored as it is.") : null;
        });
    }

    /// <summary>Fills a school from what was sent; what is wrong stands in the errors.</summary>
    internal static void Fill(OwnSchoolRecord record, OwnSchoolInput input, FieldReader f)
    {
        var (errors, set, from) = (f.Errors, input.Set, input.Base);
        if (set.ValueKind != JsonValueKind.Undefined && from.Length > 0)
        {
            var notes = new SurveyNotes();
            var school = SchoolSettings.Apply(SchoolCatalog.File(from)!.General, set, f.At("set"), notes);
            errors.AddRange(notes.Errors);
            errors.AddRange(notes.Warnings.Select(w => new SurveyError(f.At("set"), "unknown", w.Text)));
            record.Set =
                errors.Count == 0
                    ? Whole(JsonNode.Parse(set.GetRawText())!.AsObject(), school).ToJsonString()
                    : record.Set;
        }

        if (errors.Count == 0)
        {
            (record.Name, record.Base) = (input.Name, from);
        }
    }
}
