using System.IO.Compression;
using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Data.Files;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Settings;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Files;

/// <summary>
/// The whole garden as one zip of JSON files, out and in. It is read whole or not at all; read twice it doubles
/// nothing, and what is here already stays as it is.
/// </summary>
public static partial class Archive
{
    /// <summary>So much at most as it is sent, and so much of it unpacked beside its pictures.</summary>
    private const long MostSentBytes = 2_000_000_000,
        MostBytes = 200_000_000;

    private const int MostRatio = 200;

    private const string Head = "garden.json",
        Plants = "plants.json",
        Surveys = "surveys.json",
        Log = "log.json",
        Visits = "visits.json",
        Rounds = "rounds.json",
        Photos = "photos.json",
        Schools = "schools.json",
        Places = "places.json",
        Settings = "settings.json",
        Weather = "weather.json";

    /// <summary>Where the pictures are in it, each named by its hash.</summary>
    private const string PictureFolder = "pictures/",
        PictureEnd = ".jpg";

    private static readonly string[] Names =
    [
        Head,
        Plants,
        Surveys,
        Log,
        Visits,
        Rounds,
        Photos,
        Schools,
        Places,
        Settings,
        Weather,
    ];

    /// <summary>Adds the routes.</summary>
    public static void MapArchive(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/archive", SendAsync)
            .WithName("archive")
            .WithSummary("The whole garden as a zip of JSON.")
            .Produces(200, null, "application/zip");
        app.MapPost("/api/archive", TakeAsync)
            .WithName("takeArchive")
            .WithSummary("Reads an archive in, whole or not at all; what is here already stays as it is.")
            .Accepts<byte[]>(isOptional: true, "application/zip", "*/*")
            .Produces<ArchiveTaken>()
            .ProducesProblem(400)
            .ProducesProblem(413)
            .ProducesProblem(422);
    }

    /// <summary>An archive that is being packed.</summary>
    private sealed record Packed(ZipArchive Zip, CancellationToken Cancel)
    {
        /// <summary>Adds a file of JSON.</summary>
        public async Task PutAsync<T>(string name, T value)
        {
            await using var entry = await Zip.CreateEntry(name, CompressionLevel.Optimal).OpenAsync(Cancel);
            await JsonSerializer.SerializeAsync(entry, value, PartJson.Options, Cancel);
        }

        /// <summary>Adds a file of all that is asked for, each as the archive has it.</summary>
        /// <returns>What was asked for.</returns>
        public async Task<IReadOnlyList<T>> PutAsync<T, TIn>(string name, IQueryable<T> all, Func<T, TIn> of)
            where T : class
        {
            var stored = await all.AsNoTracking().ToListAsync(Cancel);
            await PutAsync(name, stored.Select(of));
            return stored;
        }
    }

    private static async Task PackPlantsAsync(Packed packed, GardenContext garden)
    {
        await packed.PutAsync(Plants, garden.Plants.OrderBy(p => p.Id), ArchivePlant.Of);
        await packed.PutAsync(Surveys, garden.Surveys.OrderBy(s => s.PlantId).ThenBy(s => s.Season), ArchiveSurvey.Of);
        await packed.PutAsync(
            Log,
            garden.Log.IgnoreQueryFilters([GardenContext.Standing]).OrderBy(l => l.PlantId).ThenBy(l => l.Id),
            ArchiveLine.Of
        );
        await packed.PutAsync(
            Visits,
            garden.Visits.OrderBy(v => v.PlantId).ThenBy(v => v.Season).ThenBy(v => v.Key),
            ArchiveVisit.Of
        );
        await packed.PutAsync(
            Rounds,
            garden.Rounds.OrderBy(r => r.PlantId).ThenBy(r => r.Season).ThenBy(r => r.Visit),
            ArchiveRound.Of
        );
    }

    private static async Task PackPhotosAsync(Packed packed, GardenContext garden, GardenFolder folder)
    {
        var photos = await packed.PutAsync(
            Photos,
            garden.Photos.IgnoreQueryFilters([GardenContext.Kept]).OrderBy(p => p.PlantId).ThenBy(p => p.Id),
            ArchivePhoto.Of
        );
        foreach (var hash in photos.Select(p => p.Hash).Distinct(StringComparer.Ordinal))
        {
            if (Pictures.PathOf(folder, hash) is { } path && File.Exists(path))
            {
                // They are packed already.
                await using var entry = await packed
                    .Zip.CreateEntry(PictureFolder + hash + PictureEnd, CompressionLevel.NoCompression)
                    .OpenAsync(packed.Cancel);
                await using var picture = File.OpenRead(path);
                await picture.CopyToAsync(entry, packed.Cancel);
            }
        }
    }

    private static async Task PackPlaceAsync(Packed packed, GardenContext garden)
    {
        await packed.PutAsync(Schools, garden.Schools.OrderBy(s => s.Id), ArchiveSchool.Of);
        await packed.PutAsync(Places, garden.Places.OrderBy(p => p.Name), p => new ArchivePlace(
            p.Name,
            p.Later,
            p.Walk
        ));
        await packed.PutAsync(Weather, garden.Weather.OrderBy(d => d.Day), d => new ArchiveDay(
            d.Day,
            d.Tmin,
            d.Tmax,
            d.Rain
        ));
        if (await garden.Settings.AnyAsync(packed.Cancel))
        {
            await packed.PutAsync(Settings, (await SettingsEndpoints.LoadAsync(garden, packed.Cancel)).Settings);
        }
    }

    private static async Task<IResult> SendAsync(
        HttpContext context,
        GardenContext garden,
        Gardens gardens,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        // Into a file first: what breaks off on the way is then no archive anybody could take for whole.
        var file = new FileStream(
            Path.GetTempFileName(),
            FileMode.Create,
            FileAccess.ReadWrite,
            FileShare.None,
            64 * 1024,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );
        await using var together = await garden.Database.BeginTransactionAsync(cancel);
        await using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        {
            var packed = new Packed(zip, cancel);
            await packed.PutAsync(Head, new ArchiveHead(ArchiveHead.Name, ArchiveHead.Latest, clock.GetUtcNow()));
            await PackPlantsAsync(packed, garden);
            await PackPhotosAsync(packed, garden, gardens.Here);
            await PackPlaceAsync(packed, garden);
        }

        file.Position = 0;
        context.Response.RegisterForDisposeAsync(file);
        return Results.Stream(
            file,
            "application/zip",
            $"garden-{CsvTable.Text(PlantEndpoints.Today(clock))}.zip",
            enableRangeProcessing: false
        );
    }

    private static async Task<IResult> TakeAsync(
        HttpContext context,
        Gardens gardens,
        GardenContext garden,
        GardenClock zone,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
        {
            size.MaxRequestBodySize = MostSentBytes;
        }

        await using var file = new FileStream(
            Path.GetTempFileName(),
            FileMode.Create,
            FileAccess.ReadWrite,
            FileShare.None,
            64 * 1024,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );
        var chunk = new byte[64 * 1024];
        int read;
        while ((read = await context.Request.Body.ReadAsync(chunk, cancel)) > 0)
        {
            await file.WriteAsync(chunk.AsMemory(0, read), cancel);
            if (file.Length > MostSentBytes)
            {
                return Problems.Of(413, "too-long", "The archive is larger than 2 GB.");
            }
        }

        file.Position = 0;
        try
        {
            using var zip = new ZipArchive(file, ZipArchiveMode.Read, leaveOpen: true);
            var reader = new Reader(zip, PlantEndpoints.Today(clock));
            var contents = await reader.ReadAsync(cancel);
            using var place = await gardens.Here.Writing.WithOthersAsync(cancel);
            return Writing.OfAnother(context.Request, gardens.Here)
                ?? await StoreAsync(contents, reader, gardens, garden, zone, clock, cancel);
        }
        catch (ArchiveRefused e)
        {
            return Problems.Invalid(
                [new SurveyError(e.At, e.Code, e.Message)],
                "This archive is refused whole; the garden is as it was."
            );
        }
        catch (InvalidDataException)
        {
            return Problems.Invalid(
                [new SurveyError("", "format", "This is no zip file, or a part of it is missing.")],
                "This archive is refused whole; the garden is as it was."
            );
        }
    }

    private static async Task<IResult> StoreAsync(
        Contents contents,
        Reader reader,
        Gardens gardens,
        GardenContext garden,
        GardenClock zone,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        await using var together = await garden.Database.BeginTransactionAsync(cancel);
        garden.ChangeTracker.AutoDetectChangesEnabled = false;
        var fresh = await FreshAsync(contents, garden, cancel);
        var copy =
            fresh.IsEmpty || !await garden.Plants.AnyAsync(cancel)
                ? null
                : await Backups.MakeAsync(gardens.Here, CopyReason.Import, clock.GetUtcNow(), cancel: cancel);
        garden.AddRange(fresh.Plants);
        garden.AddRange(fresh.Surveys);
        garden.AddRange(fresh.Lines);
        garden.AddRange(fresh.Visits);
        garden.AddRange(fresh.Rounds);
        garden.AddRange(fresh.Photos);
        garden.AddRange(fresh.Schools);
        garden.AddRange(fresh.Places);
        garden.AddRange(fresh.Weather);
        if (fresh.Settings is { } settings)
        {
            garden.Add(
                new SettingsRecord
                {
                    Id = 1,
                    Document = JsonSerializer.Serialize(settings, PlanJson.Web),
                    Revision = 1,
                }
            );
        }

        // What came by archive is the gardener's, whatever it is called: it is not taken for a demo of before.
        await garden.Garden.ExecuteUpdateAsync(set => set.SetProperty(g => g.DemoInside, false), cancel);

        // On the disk before anything names them.
        foreach (var hash in fresh.Photos.Select(p => p.Hash).Distinct(StringComparer.Ordinal))
        {
            Pictures.Keep(gardens.Here, hash, await reader.PictureAsync(hash, cancel) ?? []);
        }

        try
        {
            await garden.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException e) when (Saving.Doubled(e))
        {
            return Problems.Stale("Another window read the same archive at the same moment. The garden is as it was.");
        }

        await together.CommitAsync(cancel);
        zone.Set((await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place.TimeZone);
        return Results.Ok(
            new ArchiveTaken(
                fresh.Plants.Count,
                contents.Plants.Count - fresh.Plants.Count,
                fresh.Surveys.Count,
                fresh.Lines.Count,
                fresh.Visits.Count,
                fresh.Weather.Count,
                copy?.Name,
                fresh.Photos.Count
            )
        );
    }

    /// <summary>What of an archive is not here yet.</summary>
    private static async Task<Contents> FreshAsync(Contents contents, GardenContext garden, CancellationToken cancel)
    {
        var plants = (await garden.Plants.AsNoTracking().Select(p => p.Id).ToListAsync(cancel)).ToHashSet();
        var surveys = (await garden.Surveys.AsNoTracking().Select(s => new { s.PlantId, s.Season }).ToListAsync(cancel))
            .Select(s => (s.PlantId, s.Season))
            .ToHashSet();
        var logged = await garden.Log.IgnoreQueryFilters([GardenContext.Standing]).AsNoTracking().ToListAsync(cancel);
        var prints = logged.Select(ArchiveLine.PrintOf).ToHashSet();
        var keys = logged.Where(l => l.Key is not null).Select(l => (l.PlantId, l.Key!)).ToHashSet();
        var visited = (
            await garden
                .Visits.AsNoTracking()
                .Select(v => new
                {
                    v.PlantId,
                    v.Season,
                    v.Key,
                })
                .ToListAsync(cancel)
        ).Select(v => (v.PlantId, v.Season, v.Key)).ToHashSet();
        var rounds = await garden
            .Rounds.AsNoTracking()
            .Select(r => new
            {
                r.PlantId,
                r.Season,
                r.Visit,
                r.Key,
            })
            .ToListAsync(cancel);
        var begun = rounds.Select(r => (r.PlantId, r.Key)).ToHashSet();
        var numbered = rounds.Select(r => (r.PlantId, r.Season, r.Visit)).ToHashSet();
        var pictured = (
            await garden
                .Photos.IgnoreQueryFilters([GardenContext.Kept])
                .AsNoTracking()
                .Select(p => new { p.PlantId, p.Key })
                .ToListAsync(cancel)
        )
            .Select(p => (p.PlantId, p.Key))
            .ToHashSet();
        var schools = (await garden.Schools.AsNoTracking().Select(s => s.Id).ToListAsync(cancel)).ToHashSet();
        var places = (await garden.Places.AsNoTracking().Select(p => p.Name).ToListAsync(cancel)).ToHashSet();
        var days = (await garden.Weather.AsNoTracking().Select(d => d.Day).ToListAsync(cancel)).ToHashSet();
        return new Contents(
            [.. contents.Plants.Where(p => !plants.Contains(p.Id))],
            [.. contents.Surveys.Where(s => surveys.Add((s.PlantId, s.Season)))],
            [
                .. contents.Lines.Where(l =>
                    prints.Add(ArchiveLine.PrintOf(l)) && (l.Key is null || keys.Add((l.PlantId, l.Key)))
                ),
            ],
            [.. contents.Visits.Where(v => visited.Add((v.PlantId, v.Season, v.Key)))],
            [
                .. contents.Rounds.Where(r =>
                    begun.Add((r.PlantId, r.Key)) && numbered.Add((r.PlantId, r.Season, r.Visit))
                ),
            ],
            [.. contents.Photos.Where(p => pictured.Add((p.PlantId, p.Key)))],
            [.. contents.Schools.Where(s => schools.Add(s.Id))],
            [.. contents.Places.Where(p => places.Add(p.Name))],
            [.. contents.Weather.Where(d => days.Add(d.Day))],
            await garden.Settings.AnyAsync(cancel) ? null : contents.Settings
        );
    }
}
