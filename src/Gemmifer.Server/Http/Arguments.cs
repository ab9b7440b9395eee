using System.Globalization;
using Gemmifer.Data.Files;

namespace Gemmifer.Server.Http;

/// <summary>What the server was started with; nothing else decides where it listens and who may ask.</summary>
/// <param name="Port">On loopback, 0 to 65535; 0 lets the system choose.</param>
/// <param name="Data">Folder of the garden.</param>
/// <param name="Empty">Whether a new garden begins without the demo.</param>
/// <param name="Restore">The copy to go on from; null where the garden is to be used as it is.</param>
/// <param name="Check">Whether to look the garden over instead of serving it.</param>
/// <param name="Root">Folder that holds the pages.</param>
public sealed record Arguments(int Port, string Data, bool Empty, string? Restore, bool Check, string Root)
{
    private const int UsualPort = 5080;

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
        var arguments = new Arguments(
            PortOf(Text("port")),
            Path.GetFullPath(Text("data") ?? Path.Combine(root, "data")),
            Flag("empty"),
            Text("restore"),
            Flag("check"),
            root
        );

        // A host that tests the server names itself and its environment.
        _ = (Text("environment"), Text("applicationName"));
        return given.Keys.FirstOrDefault() is { } unknown
            ? throw new GardenUnusable($"There is no --{unknown}. See ./run --help.")
            : arguments;
    }

    private static int PortOf(string? text) =>
        text is null ? UsualPort
        : int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port <= 65_535 ? port
        : throw new GardenUnusable($"--port is a number from 1 to 65535, not {text}.");
}
