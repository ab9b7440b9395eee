namespace Gemmifer.Core.Plans;

/// <summary>Which stage a step belongs to.</summary>
public static class Stages
{
    /// <summary>Where what the evidence says of a stem is seen to; sound wood comes out when it is thinned.</summary>
    public static Stage Of(Verdict verdict) =>
        verdict switch
        {
            Verdict.Dead => Stage.Dead,
            Verdict.Diseased => Stage.Diseased,
            Verdict.Damaged => Stage.Damaged,
            Verdict.Sucker => Stage.Suckers,
            Verdict.Sound or Verdict.Soft or Verdict.Unsure => Stage.Thin,
        };

    /// <summary>
    /// Whether the work of a stage is right at any time of the year; the rest belongs to the main prune.
    /// </summary>
    public static bool AnyTime(Stage stage) =>
        stage is Stage.Dead or Stage.Diseased or Stage.Damaged or Stage.Suckers or Stage.Deadhead;
}
