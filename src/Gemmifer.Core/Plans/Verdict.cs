namespace Gemmifer.Core.Plans;

/// <summary>What the evidence says about a stem.</summary>
public enum Verdict
{
    Sound,
    Dead,
    Diseased,
    Damaged,
    Sucker,
    Soft,
    Unsure,
}
