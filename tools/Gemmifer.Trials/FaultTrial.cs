using System.Diagnostics;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using Gemmifer.Data.Files;

namespace Gemmifer.Trials;

/// <summary>
/// Starts the server on every file, folder and port it cannot use: each time one sentence, exit code 2, no trace of the
/// stack, the file untouched.
/// </summary>
internal static class FaultTrial
{
    private sealed record Fault(string Name, Func<string, Task> Prepare, string Says, string[] Arguments);

    public static async Task<int> RunAsync()
    {
        var failed = 0;
        var made = Directory.CreateTempSubdirectory("gemmifer-fault-").FullName;
        var sound = Path.Combine(made, "sound");
        var (server, _) = await ServerProcess.StartAsync(sound);
        await server!.StopAsync();
        server.Dispose();
        foreach (var fault in Faults(sound))
        {
            var folder = Path.Combine(made, fault.Name.Replace(' ', '-'));
            Directory.CreateDirectory(folder);
            await fault.Prepare(folder);
            var before = Hash(folder);
            using var trial = ServerProcess.Begin(folder, fault.Arguments);
            var (code, _, error) = await trial.EndAsync();
            var lines = error.Split('\n', StringSplitOptions.RemoveEmptyEntries);
            string?[] wrong =
            [
                code == 2 ? null : $"exit code {code}",
                lines.Length == 1 ? null : $"{lines.Length} lines",
                error.Contains("   at ", StringComparison.Ordinal) ? "a trace of the stack" : null,
                error.Contains(fault.Says, StringComparison.Ordinal) ? null : $"does not say “{fault.Says}”",
                Hash(folder) == before ? null : "the file was changed",
            ];
            if (wrong.Any(w => w is not null))
            {
                failed++;
            }

            Console.WriteLine(
                $"{(wrong.Any(w => w is not null) ? "FAIL" : "ok  ")} {fault.Name}: "
                    + $"{string.Join(", ", wrong.OfType<string>())}"
            );
            Console.WriteLine($"     {error.Trim().Replace(made, "…", StringComparison.Ordinal)}");
        }

        failed += await SecondServerAsync(sound) + await TakenPortAsync(sound);
        failed += await OnSmallDiskAsync(made, "size=16k", "There is no room left");
        failed += await OnSmallDiskAsync(made, "size=80k", "There is no room left");
        failed += await OnSmallDiskAsync(made, "ro,size=1m", "cannot be written to");
        failed += await FillsWhileRunningAsync(made);
        Directory.Delete(made, true);
        Console.WriteLine($"{failed} failed");
        return failed == 0 ? 0 : 1;
    }

    private static IEnumerable<Fault> Faults(string sound)
    {
        var good = File.ReadAllBytes(Path.Combine(sound, GardenFolder.FileName));
        Fault With(string name, byte[] bytes, string says) =>
            new(name, f => File.WriteAllBytesAsync(Path.Combine(f, GardenFolder.FileName), bytes), says, []);
        yield return With("empty file", [], "is damaged (it is empty)");
        yield return With("file of something else", [.. "\x89PNG\r\n\x1a\n"u8, .. new byte[5000]], "is no garden");
        yield return With("text file", [.. "a shopping list"u8], "is no garden");
        yield return With("cut short", good[..(good.Length / 2)], "is damaged (it is cut short)");
        yield return With("cut within the header", good[..60], "is damaged (it is cut short)");
        var garbled = good.ToArray();
        new Random(1).NextBytes(garbled.AsSpan(4096, garbled.Length - 8192));
        yield return With("garbled", garbled, "is damaged");
        yield return new Fault(
            "database of something else",
            f =>
            {
                Sql(f, "CREATE TABLE Songs (Id INTEGER)");
                return Task.CompletedTask;
            },
            "is no garden",
            []
        );
        yield return new Fault(
            "newer version",
            f =>
            {
                File.WriteAllBytes(Path.Combine(f, GardenFolder.FileName), good);
                Sql(f, "INSERT INTO __EFMigrationsHistory VALUES ('29990101000000_Later', '99.0')");
                return Task.CompletedTask;
            },
            "newer version",
            []
        );
        static Task Nothing(string folder) => Task.CompletedTask;
        yield return new Fault("port that is no number", Nothing, "--port is a number", ["--port", "north"]);
        yield return new Fault("port that is too high", Nothing, "--port is a number", ["--port", "70000"]);
        yield return new Fault("argument nobody knows", Nothing, "There is no --colour", ["--colour", "red"]);
        yield return new Fault("copy that is not there", Nothing, "There is no copy", ["--restore", "none.db"]);
        yield return new Fault(
            "folder that is a file",
            Nothing,
            "is a file",
            ["--data", Path.Combine(sound, GardenFolder.FileName)]
        );
        if (Directory.Exists("/proc/self"))
        {
            yield return new Fault(
                "folder that cannot be made",
                Nothing,
                "Name another folder",
                ["--data", "/proc/garden"]
            );
        }
    }

    private static async Task<int> SecondServerAsync(string sound)
    {
        var (first, _) = await ServerProcess.StartAsync(sound);
        using (first)
        {
            using var second = ServerProcess.Begin(sound);
            var (code, _, error) = await second.EndAsync();
            var ok = code == 2 && error.Contains("Another Gemmifer is using the garden", StringComparison.Ordinal);
            Console.WriteLine($"{(ok ? "ok  " : "FAIL")} second server on the same folder: {error.Trim()}");
            return ok ? 0 : 1;
        }
    }

    private static async Task<int> TakenPortAsync(string sound)
    {
        var other = Directory.CreateTempSubdirectory("gemmifer-fault-").FullName;
        var (first, _) = await ServerProcess.StartAsync(sound);
        using (first)
        {
            using var second = ServerProcess.Begin(other, "--port", $"{first!.Port}");
            var (code, _, error) = await second.EndAsync();
            var ok =
                code == 2
                && error.Contains("is taken", StringComparison.Ordinal)
                && !error.Contains("   at ", StringComparison.Ordinal);
            Console.WriteLine($"{(ok ? "ok  " : "FAIL")} port that is taken: {error.Trim()}");
            Directory.Delete(other, true);
            return ok ? 0 : 1;
        }
    }

    /// <summary>
    /// A disk of its own needs the right to mount one; without it the trial is left out, and says so.
    /// </summary>
    private static async Task<int> OnSmallDiskAsync(string made, string options, string says)
    {
        if (await MountAsync(made, options) is not { } folder)
        {
            return 0;
        }

        try
        {
            using var trial = ServerProcess.Begin(folder);
            var (code, _, error) = await trial.EndAsync();
            var ok =
                code == 2
                && error.Contains(says, StringComparison.Ordinal)
                && !error.Contains("   at ", StringComparison.Ordinal)
                && error.Trim().Split('\n').Length == 1;
            Console.WriteLine($"{(ok ? "ok  " : "FAIL")} disk with {options}: {error.Trim()}");
            return ok ? 0 : 1;
        }
        finally
        {
            await RunAsync("umount", [folder]);
        }
    }

    private static async Task<string?> MountAsync(string made, string options)
    {
        var folder = Directory.CreateDirectory(Path.Combine(made, "disk")).FullName;
        if (await RunAsync("mount", ["-t", "tmpfs", "-o", options, "tmpfs", folder]) == 0)
        {
            return folder;
        }

        Console.WriteLine($"left out: a disk with {options} cannot be mounted here");
        return null;
    }

    /// <summary>
    /// The disk fills while the garden is open: what does not fit is refused with the reason, reading goes on, and so
    /// does writing once there is room; nothing acknowledged is missing.
    /// </summary>
    private static async Task<int> FillsWhileRunningAsync(string made)
    {
        if (await MountAsync(made, "size=3m") is not { } folder)
        {
            return 0;
        }

        try
        {
            var (server, _) = await ServerProcess.StartAsync(folder, "--empty", "true");
            using (server)
            {
                using var client = new HttpClient { BaseAddress = new Uri(server!.Url) };
                var filler = Path.Combine(folder, "filler");
                await using (var fill = File.Create(filler))
                {
                    try
                    {
                        for (var block = new byte[4096]; ; )
                        {
                            await fill.WriteAsync(block);
                            await fill.FlushAsync();
                        }
                    }
                    catch (IOException)
                    {
                        // Full.
                    }
                }

                var (kept, refused) = (0, 0);
                string? reason = null;
                async Task AddAsync()
                {
                    using var answer = await client.PostAsync(
                        "/api/plants",
                        new StringContent(
                            $$"""{"name":"{{new string('n', 70)}}","kind":"rose.hybrid-tea"}""",
                            Encoding.UTF8,
                            "application/json"
                        )
                    );
                    var body = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
                    kept += (int)answer.StatusCode == 201 ? 1 : 0;
                    refused += (int)answer.StatusCode == 507 ? 1 : 0;
                    reason = (string?)body["title"] ?? reason;
                }

                const int tries = 40;
                for (var n = 0; n < tries; n++)
                {
                    await AddAsync();
                }

                var full = (kept, refused);
                var read = await CountAsync(client);
                File.Delete(filler);
                await AddAsync();
                var after = await CountAsync(client);
                var ok =
                    full.refused > 0
                    && full.kept + full.refused == tries
                    && read == full.kept
                    && kept == full.kept + 1
                    && after == kept;
                Console.WriteLine(
                    $"{(ok ? "ok  " : "FAIL")} disk that fills while it runs: {full.refused} of {tries} refused "
                        + $"({reason}), {read} of {full.kept} kept are read; with room again {after} of {kept}"
                );
                return ok ? 0 : 1;
            }
        }
        finally
        {
            await RunAsync("umount", [folder]);
        }
    }

    private static async Task<int> CountAsync(HttpClient client) =>
        JsonNode.Parse(await client.GetStringAsync("/api/plants?limit=200"))!.AsArray().Count;

    private static async Task<int> RunAsync(string program, string[] arguments)
    {
        try
        {
            using var process = Process.Start(
                new ProcessStartInfo(program, arguments) { RedirectStandardError = true }
            )!;
            await process.WaitForExitAsync();
            return process.ExitCode;
        }
        catch (System.ComponentModel.Win32Exception)
        {
            return -1;
        }
    }

    private static void Sql(string folder, string text)
    {
        using var connection = new Microsoft.Data.Sqlite.SqliteConnection(
            $"Data Source={Path.Combine(folder, GardenFolder.FileName)};Pooling=false"
        );
        connection.Open();
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // The statements stand above.
        command.CommandText = text;
#pragma warning restore CA2100
        command.ExecuteNonQuery();
    }

    private static string Hash(string folder)
    {
        var file = Path.Combine(folder, GardenFolder.FileName);
        return File.Exists(file) ? Convert.ToHexString(SHA256.HashData(File.ReadAllBytes(file))) : "";
    }
}
