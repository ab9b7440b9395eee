using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Supports;

/// <summary>How canes lie on a support.</summary>
public enum SupportForm
{
    /// <summary>Fanned out flat.</summary>
    Face,

    /// <summary>Wound round it.</summary>
    Round,

    /// <summary>Up one leg and over.</summary>
    Arch,

    /// <summary>Up a post and along a beam.</summary>
    Beam,

    /// <summary>Not fanned at all: arms on wires, shoots draped over others.</summary>
    Trellis,
}

/// <summary>Whether canes can grow through a support, or behind it, and be strangled there.</summary>
public enum GrownThrough
{
    Never,
    WithoutWires,
    Always,
}

/// <summary>The ways lines may lie that more than one is tried of; from <c>Supports/Data/supports.json</c>.</summary>
public static class SupportWays
{
    /// <summary>How flat a spiral may lie, from vertical, degrees, 0 to 90, the flattest first.</summary>
    public static ImmutableArray<double> SpiralLeansDeg { get; } = Read("spiralLeans", 90);

    /// <summary>How gently canes may turn from the post onto a beam, mm, above 0.</summary>
    public static ImmutableArray<double> BeamTurnsMm { get; } = Read("beamTurns", SupportLimits.HeightMm);

    private static ImmutableArray<double> Read(string name, double most)
    {
        ImmutableArray<double> values =
        [
            .. DataFiles
                .Read("supports.json")
                .GetProperty(name)
                .GetProperty("value")
                .EnumerateArray()
                .Select(v => v.GetDouble()),
        ];
        return values is [_, ..] && values.All(v => v > 0 && v <= most)
            ? values
            : throw new FormatException($"supports.json, {name}: one or more numbers above 0, to {most}.");
    }
}

/// <summary>What is to be known of a kind of support; from <c>Supports/Data/supports.json</c>.</summary>
/// <param name="Noun">What it is called in a sentence.</param>
/// <param name="Canes">Canes of a framework it has room for; null where that goes by its width.</param>
/// <param name="Solid">Air has to stay between it and the canes.</param>
/// <param name="ThicknessMm">Thickness of one nobody measured, mm; null where its width has to be said.</param>
public sealed record SupportTraits(
    SupportForm Form,
    string Noun,
    int? Canes,
    GrownThrough GrownThrough,
    bool Solid,
    double? ThicknessMm
)
{
    private static readonly FrozenDictionary<SupportKind, SupportTraits> All = DataFiles
        .Read("supports.json")
        .GetProperty("supports")
        .EnumerateObject()
        .ToFrozenDictionary(s => Word<SupportKind>(s.Name), s => Read(s.Value));

    /// <summary>Of a kind of support.</summary>
    public static SupportTraits Of(SupportKind kind) => All[kind];

    private static SupportTraits Read(JsonElement s) =>
        new(
            Word<SupportForm>(s.GetProperty("form").GetString()!),
            s.GetProperty("noun").GetString()!,
            s.TryGetProperty("canes", out var canes) ? canes.GetProperty("value").GetInt32() : null,
            Word<GrownThrough>(s.GetProperty("grownThrough").GetString()!),
            s.TryGetProperty("solid", out var solid) && solid.GetBoolean(),
            s.TryGetProperty("thickness", out var thick) ? thick.GetProperty("value").GetDouble() : null
        );

    /// <summary>"t-trellis" is TTrellis.</summary>
    private static T Word<T>(string word)
        where T : struct, Enum => Enum.Parse<T>(word.Replace("-", "", StringComparison.Ordinal), ignoreCase: true);
}
