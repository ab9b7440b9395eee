using System.Globalization;
using System.Text.Json;
using Gemmifer.Core;
using Gemmifer.Core.Plans;
using Gemmifer.Data;
using Gemmifer.Data.Files;
using Gemmifer.Server.Schools;
using Gemmifer.Server.Settings;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Surveys;

/// <summary>Looks a garden's file over and says what it finds; changes nothing.</summary>
public static class GardenCheck
{
    /// <summary>Writes a line for each finding.</summary>
    /// <returns>0 where all is well, 2 where something is wrong.</returns>
    public static int Report(string data, TextWriter to)
    {
        var file = Path.Combine(data, GardenFolder.FileName);
        Inspection found;
        try
        {
            found = GardenInspection.Look(file, GardenStore.Known, thorough: true);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or SqliteException)
        {
            to.WriteLine($"{file} cannot be read: {GardenStore.Because(e)}.");
            return 2;
        }

        if (found.State == FileState.Absent)
        {
            to.WriteLine($"There is no garden in {data}.");
            return 2;
        }

        Copies(data, to);
        if (found.State != FileState.Sound)
        {
            to.WriteLine(
                found.State == FileState.Newer
                    ? $"{file} was used with a newer version of Gemmifer ({found.Detail})."
                    : $"{file} is not sound: {found.Detail}."
            );
            return 2;
        }

        var pending = GardenStore.Known.Except(found.Applied).Count();
        to.WriteLine(
            $"{file} is sound: {Size(new FileInfo(file).Length)}, "
                + (pending == 0 ? "up to date." : $"{Wording.Count(pending, "step", "steps")} behind this version.")
        );
        return pending > 0 ? 0 : Contents(file, to);
    }

    private static void Copies(string data, TextWriter to)
    {
        var copies = Backups.AllIn(Path.Combine(data, GardenFolder.BackupName));
        to.WriteLine(
            copies is [var newest, ..]
                ? $"{Wording.Count(copies.Count, "copy", "copies")}; the newest is {newest.Name}, "
                    + $"{newest.MadeAt.ToLocalTime().ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture)}, "
                    + (
                        GardenInspection
                            .Look(
                                Path.Combine(data, GardenFolder.BackupName, newest.Name),
                                GardenStore.Known,
                                thorough: true
                            )
                            .State == FileState.Sound
                            ? "sound."
                            : "not sound."
                    )
                : "There are no copies of it."
        );
    }

    private static int Contents(string file, TextWriter to)
    {
        using var garden = new GardenContext(
            new DbContextOptionsBuilder<GardenContext>()
                .UseSqlite(
                    new SqliteConnectionStringBuilder
                    {
                        DataSource = file,
                        Mode = SqliteOpenMode.ReadOnly,
                        Pooling = false,
                    }.ToString()
                )
                .Options
        );
        static string Counted(int n) => n.ToString("N0", CultureInfo.InvariantCulture);
        to.WriteLine(
            $"{Counted(garden.Plants.Count())} plants, {Counted(garden.Surveys.Count())} surveys, "
                + $"{Counted(garden.Log.Count())} lines in the log."
        );
        var (unread, looked) = (0, 0);
        var place = SettingsEndpoints.LoadAsync(garden, CancellationToken.None).GetAwaiter().GetResult().Settings.Place;
        var own = OwnSchools.ByIdAsync(garden, CancellationToken.None).GetAwaiter().GetResult();
        foreach (
            var both in garden
                .Surveys.AsNoTracking()
                .Join(garden.Plants, s => s.PlantId, p => p.Id, (s, p) => new { Survey = s, Plant = p })
                .AsEnumerable()
        )
        {
            looked++;
            if (Fault(() => SurveyDocuments.Compose(both.Plant, both.Survey, place, own)) is { } fault)
            {
                unread++;
                to.WriteLine(
                    $"The survey of plant {both.Plant.Id}, season {both.Survey.Season}, cannot be read: {fault}"
                );
            }
        }

        to.WriteLine(
            unread == 0 ? $"All {looked} surveys can be read." : $"{unread} of {looked} surveys cannot be read."
        );
        return unread == 0 ? 0 : 2;
    }

    /// <summary>Why a survey cannot be read; null where it can, or only has no stems yet.</summary>
    private static string? Fault(Func<System.Text.Json.Nodes.JsonObject> compose)
    {
        try
        {
            var document = compose();
            var reading = SurveyDocuments.Read(document);
            return reading is SurveyReading.Invalid invalid && !SurveyDocuments.OnlyEmpty(reading, document)
                ? invalid.Errors[0].Message
                : null;
        }
        catch (Exception e)
            when (e is JsonException or InvalidOperationException or FormatException or KeyNotFoundException)
        {
            return e.Message;
        }
    }

    private static string Size(long bytes) =>
        bytes < 1_000_000
            ? string.Create(CultureInfo.InvariantCulture, $"{bytes / 1000} kB")
            : string.Create(CultureInfo.InvariantCulture, $"{bytes / 1_000_000.0:0.#} MB");
}
