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
        using var first = Beside();
        var kept = Directory.CreateTempSubdirectory("gemmifer-demo-").FullName;
        first.Kill();
        Copy(Path.Combine(first.Folder, "demo"), kept);
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(kept, true);
        return kept;
    });

    private readonly List<string> _said = [];
    private readonly bool _beside;
    private readonly bool _share;

    /// <summary>An empty garden with the demo beside it, as somebody begins who just started it.</summary>
    public static Application Beside()
    {
        var application = new Application(beside: true, share: false);
        application.Start();
        return application;
    }

    /// <summary>A garden that is shared, on this machine only.</summary>
    public static Application Shared()
    {
        var application = new Application(beside: true, share: true);
        application.Start();
        return application;
    }

    /// <summary>A garden without the demo beside it.</summary>
    /// <param name="demo">Whether the plants of the demo grow in it.</param>
    public Application(bool demo = false)
        : this(beside: false, share: false)
    {
        if (demo)
        {
            Copy(Demos.Value, Folder);
        }

        Start();
    }

    private Application(bool beside, bool share)
    {
        (Folder, _beside, _share) = (Directory.CreateTempSubdirectory("gemmifer-app-").FullName, beside, share);
        using (var free = new TcpListener(IPAddress.Loopback, 0))
        {
            free.Start();
            Port = ((IPEndPoint)free.LocalEndpoint).Port;
        }
    }

    /// <summary>What it printed so far.</summary>
    public string Said
    {
        get
        {
            lock (_said)
            {
                return string.Join('\n', _said);
            }
        }
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

    public string Url => $"{(_share ? "https" : "http")}://127.0.0.1:{Port}";

    private Process Begin(params string[] more)
    {
        var root = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../../../.."));
        var configuration = AppContext.BaseDirectory.Contains("/Release/", StringComparison.Ordinal)
            ? "Release"
            : "Debug";
        var start = new ProcessStartInfo("dotnet")
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
            StandardOutputEncoding = System.Text.Encoding.UTF8,
        };
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
                    _beside ? "false" : "true",
                    .. _share ? (string[])["--share", "true", "--address", "127.0.0.1"] : [],
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
        _process.OutputDataReceived += (_, line) =>
        {
            lock (_said)
            {
                _said.Add(line.Data ?? "");
            }
        };
        _process.BeginOutputReadLine();

        // Only whether it answers is asked; the test of its certificate asks for that.
        using var any = new HttpClientHandler
        {
            ServerCertificateCustomValidationCallback = HttpClientHandler.DangerousAcceptAnyServerCertificateValidator,
        };
        using var client = new HttpClient(any);
        for (var i = 0; i < 200; i++)
        {
            try
            {
                if (client.GetAsync(Url + "/index.html").GetAwaiter().GetResult().IsSuccessStatusCode)
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
