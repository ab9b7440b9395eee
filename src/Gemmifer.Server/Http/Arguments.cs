using System.Globalization;
using System.Net;
using Gemmifer.Data.Files;

namespace Gemmifer.Server.Http;

/// <summary>What the server was started with; nothing else decides where it listens and who may ask.</summary>
/// <param name="Port">On loopback, 0 to 65535; 0 lets the system choose.</param>
/// <param name="Data">Folder of the garden.</param>
/// <param name="Empty">Whether a new garden begins without the demo.</param>
/// <param name="Restore">The copy to go on from; null where the garden is to be used as it is.</param>
/// <param name="Anew">Whether an empty garden may begin where there was one.</param>
/// <param name="Check">Whether to look the garden over instead of serving it.</param>
/// <param name="Root">Folder that holds the pages.</param>
/// <param name="Share">Whether other machines may ask as well, over HTTPS, when they are signed in.</param>
/// <param name="Certificate">A certificate of the owner's own to share with; null for the garden's own.</param>
/// <param name="Address">The one address to share at; null for all of this machine.</param>
public sealed record Arguments(
    int Port,
    string Data,
    bool Empty,
    string? Restore,
    bool Anew,
    bool Check,
    string Root,
    bool Share,
    string? Certificate,
    IPAddress? Address
)
{
    private const int UsualPort = 5080,
        SharedPort = 5443;

    /// <summary>Reads the command line: names with two hyphens, each followed by its value.</summary>
    /// <exception cref="GardenUnusable">A name or a value is wrong; the message says which.</exception>
    public static Arguments Read(string[] args)
    {
        var given = new Dictionary<string, string>(StringComparer.Ordinal);
        for (var i = 0; i < args.Length; i++)
        {
            var (name, value) = args[i].IndexOf('=') is var at and > 0
                ? (args[i][..at], args[i][(at + 1)..])
                : (args[i], i + 1 < args.Length ? args[++i] : null);
            given[name.TrimStart('-')] = value ?? throw new GardenUnusable($"{name} needs a value. See ./run --help.");
        }

        string? Text(string name) => given.Remove(name, out var value) ? value : null;
        bool Flag(string name) =>
            Text(name) switch
            {
                null or "false" => false,
                "true" => true,
                var other => throw new GardenUnusable($"--{name} is true or false, not {other}."),
            };
        var root = Path.GetFullPath(Text("contentRoot") ?? AppContext.BaseDirectory);
        var share = Flag("share");
        var arguments = new Arguments(
            PortOf(Text("port"), share ? SharedPort : UsualPort),
            Path.GetFullPath(Text("data") ?? Path.Combine(root, "data")),
            Flag("empty"),
            Text("restore"),
            Flag("anew"),
            Flag("check"),
            root,
            share,
            Text("cert"),
            Text("address") is { } address ? AddressOf(address) : null
        );
        if (!share && (arguments.Certificate is not null || arguments.Address is not null))
        {
            throw new GardenUnusable("--cert and --address go with --share. See ./run --help.");
        }

        // A host that tests the server names itself and its environment.
        _ = (Text("environment"), Text("applicationName"));
        return given.Keys.FirstOrDefault() is { } unknown
            ? throw new GardenUnusable($"There is no --{unknown}. See ./run --help.")
            : arguments;
    }

    private static IPAddress AddressOf(string text) =>
        IPAddress.TryParse(text, out var address)
            ? address
            : throw new GardenUnusable($"--address is an address of this machine, such as 192.168.1.20, not {text}.");

    private static int PortOf(string? text, int usual) =>
        text is null ? usual
        : int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port <= 65_535 ? port
        : throw new GardenUnusable($"--port is a number from 1 to 65535, not {text}.");
}
