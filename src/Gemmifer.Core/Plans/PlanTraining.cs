using System.Text.Json.Serialization;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Plans;

/// <summary>What becomes of a cane on the support.</summary>
public enum Lies
{
    /// <summary>Tied along a line.</summary>
    Line,

    /// <summary>Tied as far towards its line as its wood allows this year.</summary>
    HalfWay,

    /// <summary>Left in the place where it stands.</summary>
    AsItStands,
}

/// <summary>How the canes that stay lie on the support. Lengths mm, in the frame of the survey.</summary>
/// <param name="Lines">The lines of the support, in the order of their numbers.</param>
/// <param name="Covered">Length of line that is covered, of all lines, 0 to 1.</param>
/// <param name="CrossingGain">What letting canes cross would gain, millimetres of line covered; 0 where
/// nothing.</param>
/// <param name="BloomFound">Points from which flowers would come if the same wood stayed as it was found.</param>
/// <param name="BloomTied">The same as tied.</param>
/// <param name="Bloom">Where they stand on the face of the support as tied.</param>
/// <param name="BareTo">Below this height hardly anything flowers; null where the foot is not bare.</param>
public sealed record PlanTraining(
    IReadOnlyList<PlanLine> Lines,
    IReadOnlyList<PlanTrainedCane> Canes,
    double Covered,
    double CrossingGain,
    int BloomFound,
    int BloomTied,
    IReadOnlyList<PlanBloom> Bloom,
    double? BareTo
);

/// <summary>A line on the support.</summary>
/// <param name="Path">Places along it, x and z.</param>
/// <param name="Name">Where it leads, in words.</param>
public sealed record PlanLine(int N, string Name, IReadOnlyList<double[]> Path);

/// <summary>One cane on the support.</summary>
/// <param name="Line">The number of its line; null where it has none.</param>
/// <param name="Path">Places along it once tied, x, y and z, from its base to its end.</param>
/// <param name="Strain">Strain of the outer fibre in the tightest part; 0 where it is not bent.</param>
/// <param name="Allowed">Strain its wood bears.</param>
/// <param name="Radius">Tightest bend, mm; null where it is straight.</param>
/// <param name="Needed">Tightest bend its wood takes, mm; null where it takes none.</param>
/// <param name="Material">What it is tied with.</param>
/// <param name="Lies">As a survey would note it once tied.</param>
/// <param name="Text">In a sentence.</param>
public sealed record PlanTrainedCane(
    StemId Stem,
    Lies How,
    int? Line,
    IReadOnlyList<double[]> Path,
    double Strain,
    double Allowed,
    double? Radius,
    double? Needed,
    string Material,
    double Metres,
    PlanLies Lies,
    Sentence Text
)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}

/// <summary>Bearing, hours, and lean at base and tip, degrees.</summary>
public sealed record PlanLies(double Clock, double Lean, double TipLean);

/// <summary>Bloom points round a place on the face.</summary>
public sealed record PlanBloom(double X, double Z, int Points);
