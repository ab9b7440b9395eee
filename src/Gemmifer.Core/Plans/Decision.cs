namespace Gemmifer.Core.Plans;

/// <summary>What becomes of a stem.</summary>
public enum Decision
{
    /// <summary>Stays as long as it is.</summary>
    Keep,

    /// <summary>Stays, cut somewhere above its base.</summary>
    Shorten,

    /// <summary>Goes, by its own cut or with what it stands on.</summary>
    Remove,

    /// <summary>Its only cut is one of a later day.</summary>
    Defer,

    /// <summary>Left until it was looked at once more.</summary>
    Check,

    /// <summary>Left alone, because it is soft or stands on what is left alone.</summary>
    Untouched,
}

/// <summary>What belongs together in the work, in the order of work.</summary>
public enum Stage
{
    Prepare,
    Rough,
    Dead,
    Diseased,
    Damaged,
    Suckers,
    Crossing,
    Thin,
    Shorten,
    Laterals,

    /// <summary>Finished flowers.</summary>
    Deadhead,
    Count,
    Train,
    Clean,

    /// <summary>Work of a later day.</summary>
    Return,
}

/// <summary>What is done in a step.</summary>
public enum StepAction
{
    Remove,
    Shorten,
    Tie,
    Check,
    Defer,

    /// <summary>The tip comes off.</summary>
    Tip,

    /// <summary>Broken or rubbed off by hand while it is short.</summary>
    RubOff,

    /// <summary>Anything else.</summary>
    Do,
}

/// <summary>Where a cut is made.</summary>
public enum CutPlace
{
    /// <summary>A little above a bud.</summary>
    AboveBud,

    /// <summary>Where the stem starts at the crown, the root or the trunk.</summary>
    Base,

    /// <summary>At the ring of the stem it stands on.</summary>
    Ring,

    /// <summary>Level with the ground.</summary>
    Ground,

    /// <summary>On the older stem, just above the younger one that takes over.</summary>
    Join,

    /// <summary>At a height above the soil.</summary>
    Height,

    /// <summary>The stalk of a finished flower.</summary>
    Stalk,
}

/// <summary>What a step is done with, from the lightest cut to the heaviest.</summary>
public enum Tool
{
    Secateurs,
    Loppers,
    Saw,
    Shears,
    Fingers,
}

/// <summary>How hard the work is.</summary>
public enum Effort
{
    Light,
    Steady,
    Heavy,
}
