namespace Gemmifer.Core.Photographs;

/// <summary>
/// What the fits of one reckoning may cost together, in taps looked at. Counted, never timed, so that the same taps
/// give the same canes.
/// </summary>
/// <param name="looks">Taps that may be looked at.</param>
internal sealed class TraceEffort(long looks)
{
    /// <summary>
    /// Enough for some hundred canes of a few taps in each of four pictures, or for ten of twelve; one to three seconds
    /// of one core (measured, docs/reliability.md).
    /// </summary>
    public const long OfRequest = 6_000_000;

    private long _left = looks;

    /// <summary>Counts taps that are looked at.</summary>
    /// <exception cref="TraceSpentException">There is nothing left.</exception>
    public void Spend(int taps)
    {
        _left -= taps;
        if (_left < 0)
        {
            throw new TraceSpentException();
        }
    }
}

/// <summary>All that one reckoning may cost is spent.</summary>
internal sealed class TraceSpentException : Exception;
