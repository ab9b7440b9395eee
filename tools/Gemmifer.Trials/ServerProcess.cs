using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace Gemmifer.Trials;

/// <summary>The built server as a process of its own.</summary>
internal sealed class ServerProcess : IDisposable
{
    /// <summary>How long a start or an end may take on a machine with much else to do.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(120);

    private readonly Process _process;

    private ServerProcess(Process process, int port) => (_process, Port) = (process, port);

    public int Port { get; }

    public string Url => $"http://127.0.0.1:{Port}";

    public int Id => _process.Id;

    /// <summary>Where the built server lies.</summary>
    public static string Root { get; } = FindRoot();

    private static string FindRoot()
    {
        for (var at = new DirectoryInfo(AppContext.BaseDirectory); at is not null; at = at.Parent)
        {
            if (File.Exists(Path.Combine(at.FullName, "Gemmifer.slnx")))
            {
                return at.FullName;
            }
        }

        throw new InvalidOperationException("This program runs from within the project.");
    }

    /// <summary>Begins to start it; does not wait.</summary>
    public static ServerProcess Begin(string folder, params string[] more)
    {
        var port = FreePort();
        var start = new ProcessStartInfo("dotnet") { RedirectStandardError = true, RedirectStandardOutput = true };
        foreach (
            var argument in (string[])
                [
                    Path.Combine(Root, "src/Gemmifer.Server/bin/Release/net10.0/Gemmifer.Server.dll"),
                    "--contentRoot",
                    Path.Combine(Root, "src/Gemmifer.Server"),
                    "--data",
                    folder,
                    .. more.Contains("--port") ? more : ["--port", $"{port}", .. more],
                ]
        )
        {
            start.ArgumentList.Add(argument);
        }

        return new ServerProcess(Process.Start(start)!, port);
    }

    /// <summary>Starts it and waits until it answers.</summary>
    /// <returns>Null where it ended or did not answer in time.</returns>
    public static async Task<(ServerProcess? Server, TimeSpan Took)> StartAsync(string folder, params string[] more)
    {
        var clock = Stopwatch.StartNew();
        var server = Begin(folder, more);
        using var client = new HttpClient { Timeout = TimeSpan.FromSeconds(10) };
        while (clock.Elapsed < Patience && !server._process.HasExited)
        {
            try
            {
                if ((await client.GetAsync(server.Url + "/api/kinds")).IsSuccessStatusCode)
                {
                    return (server, clock.Elapsed);
                }
            }
            catch (Exception e) when (e is HttpRequestException or TaskCanceledException)
            {
                // Not up yet.
            }

            await Task.Delay(20);
        }

        server.Dispose();
        return (null, clock.Elapsed);
    }

    /// <summary>Waits for it to end by itself; what it printed as errors, and its exit code.</summary>
    public async Task<(int? Code, string Said, string Error)> EndAsync()
    {
        var (said, error) = (_process.StandardOutput.ReadToEndAsync(), _process.StandardError.ReadToEndAsync());
        using var limit = new CancellationTokenSource(Patience);
        try
        {
            await _process.WaitForExitAsync(limit.Token);
        }
        catch (OperationCanceledException)
        {
            _process.Kill();
            return (null, await said, await error);
        }

        return (_process.ExitCode, await said, await error);
    }

    /// <summary>Ends it as a power cut would.</summary>
    public void Kill()
    {
        if (!_process.HasExited)
        {
            _process.Kill();
        }

        _process.WaitForExit();
    }

    /// <summary>Asks it to stop, as Ctrl+C does, and waits.</summary>
    public async Task<TimeSpan> StopAsync()
    {
        var clock = Stopwatch.StartNew();
        using var kill = Process.Start("kill", ["-TERM", $"{_process.Id}"]);
        await _process.WaitForExitAsync();
        return clock.Elapsed;
    }

    private static int FreePort()
    {
        using var free = new TcpListener(IPAddress.Loopback, 0);
        free.Start();
        return ((IPEndPoint)free.LocalEndpoint).Port;
    }

    public void Dispose()
    {
        Kill();
        _process.Dispose();
    }
}
