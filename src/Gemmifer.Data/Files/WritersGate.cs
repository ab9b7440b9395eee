namespace Gemmifer.Data.Files;

/// <summary>Many write at once, or one replaces the whole garden alone.</summary>
public sealed class WritersGate : IDisposable
{
    private const int Places = 64;

    private readonly SemaphoreSlim _places = new(Places),
        _alone = new(1);

    /// <summary>
    /// Waits while the garden is replaced; the place is given back when what is returned is disposed.
    /// </summary>
    public async Task<IDisposable> WithOthersAsync(CancellationToken cancel)
    {
        await _places.WaitAsync(cancel);
        return new Taken(_places, 1);
    }

    /// <summary>Waits for everybody who writes, and keeps all others out.</summary>
    public async Task<IDisposable> AloneAsync()
    {
        await _alone.WaitAsync();
        try
        {
            // Places are given in the order they are asked for, so this ends when those who were there end.
            for (var n = 0; n < Places; n++)
            {
                await _places.WaitAsync();
            }
        }
        finally
        {
            _alone.Release();
        }

        return new Taken(_places, Places);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        _places.Dispose();
        _alone.Dispose();
    }

    private sealed class Taken(SemaphoreSlim places, int number) : IDisposable
    {
        private int _left = number;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref _left, 0) is > 0 and var give)
            {
                places.Release(give);
            }
        }
    }
}
