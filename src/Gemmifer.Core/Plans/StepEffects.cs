namespace Gemmifer.Core.Plans;

/// <summary>What a step does to the stem it is about.</summary>
public enum StepEffect
{
    /// <summary>It comes off.</summary>
    Off,

    /// <summary>It gets shorter.</summary>
    Shorter,

    /// <summary>It is laid and tied.</summary>
    Tied,

    /// <summary>It is looked at.</summary>
    Looked,

    /// <summary>Nothing yet.</summary>
    Later,

    /// <summary>Something else, which leaves the wood as it is.</summary>
    Other,
}

/// <summary>What one comes back to a plant for.</summary>
public enum VisitKind
{
    /// <summary>A vine after bud break.</summary>
    SecondVisit,
    Remove,
    Shorten,
    Tie,
    Check,
    Defer,
    Tip,
    RubOff,
    Do,
}

/// <summary>
/// What each action does. The one place that has to know of every action: whatever is done with a step asks here, so
/// that a new one does not compile before it is told.
/// </summary>
public static class StepEffects
{
    /// <summary>What an action does to the stem.</summary>
    public static StepEffect Effect(this StepAction action) =>
        action switch
        {
            StepAction.Remove or StepAction.RubOff => StepEffect.Off,
            StepAction.Shorten or StepAction.Tip => StepEffect.Shorter,
            StepAction.Tie => StepEffect.Tied,
            StepAction.Check => StepEffect.Looked,
            StepAction.Defer => StepEffect.Later,
            StepAction.Do => StepEffect.Other,
        };

    /// <summary>What one comes back for where it is put off.</summary>
    public static VisitKind Visit(this StepAction action) =>
        action switch
        {
            StepAction.Remove => VisitKind.Remove,
            StepAction.Shorten => VisitKind.Shorten,
            StepAction.Tie => VisitKind.Tie,
            StepAction.Check => VisitKind.Check,
            StepAction.Defer => VisitKind.Defer,
            StepAction.Tip => VisitKind.Tip,
            StepAction.RubOff => VisitKind.RubOff,
            StepAction.Do => VisitKind.Do,
        };
}
