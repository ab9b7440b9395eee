using System.Collections.Immutable;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>One cane that stays, on its support.</summary>
/// <param name="Owner">The cane of the plan; another than the stem where a side stem carries on for it.</param>
/// <param name="Cane">What of it there was to tie.</param>
/// <param name="Shape">How it runs once tied, over the length it keeps.</param>
/// <param name="Found">How the same length ran as it was found.</param>
/// <param name="Path">Its way to its line, or why there is none.</param>
/// <param name="Refused">The line the gardener wanted for it, where its wood does not bear that or another took
/// it.</param>
public sealed record CaneOnSupport(
    Stem Stem,
    StemId Owner,
    CaneToTrain Cane,
    Lies Lies,
    TargetLine? Line,
    CanePath? Path,
    CaneShape Shape,
    CaneShape Found,
    ImmutableArray<Tie> Ties,
    TargetLine? Refused
)
{
    /// <summary>Strain its wood bears.</summary>
    public double Allowed => Cane.Strain;

    /// <summary>Strain of the outer fibre in the tightest part; 0 where it is not bent.</summary>
    public double Strain => Path is CanePath.Bent bent && Lies != Lies.AsItStands ? bent.Strain : 0;

    /// <summary>
    /// What it is tied with (common practice, no source): what gives where wood thickens, what opens where it is moved
    /// again.
    /// </summary>
    public string Material =>
        Lies == Lies.HalfWay ? "hook-and-loop tape"
        : Stem.Age <= 2 ? "soft stretching tape"
        : "jute";

    /// <summary>Tie material it takes, metres.</summary>
    public double Metres => Core.Training.Ties.Metres(Ties.Length, Stem.DiameterMm);
}

/// <summary>All canes that stay, on their support.</summary>
/// <param name="CoveredMm">Length of line covered.</param>
/// <param name="CrossingGainMm">What crossing canes would gain, in line covered.</param>
public sealed record OnSupport(
    ImmutableArray<TargetLine> Lines,
    ImmutableArray<CaneOnSupport> Canes,
    double CoveredMm,
    double CrossingGainMm
);
