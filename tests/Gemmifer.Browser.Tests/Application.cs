using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Gemmifer.Browser.Tests;

/// <summary>
/// The built application over a garden in a folder of its own, listening on a port of its own. Most share the process
/// of the tests, which compiles it once for all of them; where what counts is how a process starts, speaks or dies, it
/// is one of its own.
/// </summary>
public sealed class Application : IDisposable
{
    private Process? _process;
    private WebApplicationFactory<Program>? _here;

    /// <summary>A garden as the first start with the demo leaves it, made once; every test has a copy.</summary>
    private static readonly Lazy<string> Demos = new(() =>
    {
        using var first = Beside();
        var kept = Directory.CreateTempSubdirectory("gemmifer-demo-").FullName;
        first.Stop();
        Copy(Path.Combine(first.Folder, "demo"), kept);
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(kept, true);
        return kept;
    });

    private readonly List<string> _said = [];
    private readonly bool _beside;
    private readonly bool _share;
    private readonly bool _own;

    /// <summary>An empty garden with the demo beside it, as somebody begins who just started it.</summary>
    public static Application Beside()
    {
        var application = new Application(beside: true, share: false, own: false);
        application.Start();
        return application;
    }

    /// <summary>
    /// A garden that is shared, on this machine only: a process of its own, that prints whom it lets in.
    /// </summary>
    public static Application Shared()
    {
        var application = new Application(beside: true, share: true, own: true);
        application.Start();
        return application;
    }

    /// <summary>A garden without the demo beside it.</summary>
    /// <param name="demo">Whether the plants of the demo grow in it.</param>
    /// <param name="ownProcess">Whether it is a process of its own, that can be killed.</param>
    public Application(bool demo = false, bool ownProcess = false)
        : this(beside: false, share: false, ownProcess)
    {
        if (demo)
        {
            Copy(Demos.Value, Folder);
        }

        Start();
    }

    private Application(bool beside, bool share, bool own)
    {
        (Folder, _beside, _share, _own) = (
            Directory.CreateTempSubdirectory("gemmifer-app-").FullName,
            beside,
            share,
            own
        );
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
        if (!_own)
        {
            _here = new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
            {
                host.UseSetting("port", Port.ToString(System.Globalization.CultureInfo.InvariantCulture));
                host.UseSetting("data", Folder);
                host.UseSetting("empty", _beside ? "false" : "true");
            });
            // As the application says itself where it listens.
            _here.UseKestrel();
            _here.StartServer();
            return;
        }

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

    /// <summary>Ends it as a power cut would, where it is a process of its own.</summary>
    public void Kill()
    {
        if (!_own)
        {
            throw new InvalidOperationException("Only a process of its own can be killed; this one can be stopped.");
        }

        Stop();
    }

    /// <summary>Ends it: nothing answers there any more.</summary>
    public void Stop()
    {
        _here?.Dispose();
        _here = null;
        _process?.Kill();
        _process?.WaitForExit();
        _process?.Dispose();
        _process = null;
    }

    public void Dispose()
    {
        Stop();
        Directory.Delete(Folder, true);
    }
}
