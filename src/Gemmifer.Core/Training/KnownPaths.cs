namespace Gemmifer.Core.Training;

/// <summary>
/// Ways of canes to lines that were worked out once: a plan is made again and again with one stem changed, and the ways
/// of all others stay what they were. For one planning on one thread.
/// </summary>
public sealed class KnownPaths
{
    private readonly Dictionary<(CaneToTrain, TargetLine), CanePath> _paths = [];
    private readonly Dictionary<(CaneToTrain, TargetLine), StraightLine?> _halfWays = [];

    /// <summary>As <see cref="CanePath.To"/>.</summary>
    public CanePath To(CaneToTrain cane, TargetLine line)
    {
        if (!_paths.TryGetValue((cane, line), out var path))
        {
            path = CanePath.To(cane.Start, cane.Direction, cane.LengthMm, cane.DiameterMm, cane.Strain, line);
            _paths.Add((cane, line), path);
        }

        return path;
    }

    /// <summary>As <see cref="Trainer.HalfWay"/>.</summary>
    public StraightLine? HalfWay(CaneToTrain cane, TargetLine line, CanePath path)
    {
        if (!_halfWays.TryGetValue((cane, line), out var half))
        {
            half = Trainer.HalfWay(cane, line, path);
            _halfWays.Add((cane, line), half);
        }

        return half;
    }
}
