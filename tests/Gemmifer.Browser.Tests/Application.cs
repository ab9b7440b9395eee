using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace Gemmifer.Browser.Tests;

/// <summary>The built application as a process of its own, over a garden in a folder.</summary>
public sealed class Application : IDisposable
{
    private Process? _process;

    /// <summary>A garden as the first start with the demo leaves it, made once; every test has a copy.</summary>
    private static readonly Lazy<string> Demos = new(() =>
    {
        using var first = new Application(demo: true, Directory.CreateTempSubdirectory("gemmifer-app-").FullName);
        first.Start();
        var kept = Directory.CreateTempSubdirectory("gemmifer-demo-").FullName;
        first.Kill();
        Copy(first.Folder, kept);
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(kept, true);
        return kept;
    });

    public Application(bool demo = false)
        : this(demo, Directory.CreateTempSubdirectory("gemmifer-app-").FullName)
    {
        if (demo)
        {
            Copy(Demos.Value, Folder);
        }

        Start();
    }

    private Application(bool demo, string folder)
    {
        Folder = folder;
        using (var free = new TcpListener(IPAddress.Loopback, 0))
        {
            free.Start();
            Port = ((IPEndPoint)free.LocalEndpoint).Port;
        }

        Demo = demo;
    }

    private static void Copy(string from, string to)
    {
        foreach (var file in Directory.EnumerateFiles(from, "*.db*"))
        {
            File.Copy(file, Path.Combine(to, Path.GetFileName(file)));
        }
    }

    public string Folder { get; }

    public int Port { get; }

    public bool Demo { get; }

    public string Url => $"http://127.0.0.1:{Port}";

    private Process Begin(params string[] more)
    {
        var root = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../../../.."));
        var configuration = AppContext.BaseDirectory.Contains("/Release/", StringComparison.Ordinal)
            ? "Release"
            : "Debug";
        var start = new ProcessStartInfo("dotnet") { RedirectStandardError = true };
        foreach (
            var argument in (string[])
                [
                    Path.Combine(root, $"src/Gemmifer.Server/bin/{configuration}/net10.0/Gemmifer.Server.dll"),
                    "--contentRoot",
                    Path.Combine(root, "src/Gemmifer.Server"),
                    "--port",
                    Port.ToString(System.Globalization.CultureInfo.InvariantCulture),
                    "--data",
                    Folder,
                    "--empty",
                    Demo ? "false" : "true",
                    .. more,
                ]
        )
        {
            start.ArgumentList.Add(argument);
        }

        return Process.Start(start)!;
    }

    /// <summary>A start that ends by itself: its exit code, and what it says.</summary>
    public (int Code, string Said) Refuses()
    {
        using var process = Begin();
        var said = process.StandardError.ReadToEnd();
        process.WaitForExit();
        return (process.ExitCode, said);
    }

    /// <summary>Starts it and waits until it answers.</summary>
    public void Start(params string[] more)
    {
        _process = Begin(more);
        _process.ErrorDataReceived += (_, line) => Console.Error.WriteLine(line.Data);
        _process.BeginErrorReadLine();
        using var client = new HttpClient();
        for (var i = 0; i < 200; i++)
        {
            try
            {
                if (client.GetAsync(Url + "/api/kinds").GetAwaiter().GetResult().IsSuccessStatusCode)
                {
                    return;
                }
            }
            catch (HttpRequestException)
            {
                // Not up yet.
            }

            Thread.Sleep(100);
        }

        throw new InvalidOperationException("The application did not start.");
    }

    /// <summary>Ends it as a power cut would.</summary>
    public void Kill()
    {
        _process?.Kill();
        _process?.WaitForExit();
        _process?.Dispose();
        _process = null;
    }

    public void Dispose()
    {
        Kill();
        Directory.Delete(Folder, true);
    }
}
