using System.Text.Json;
using System.Text.Json.Nodes;
using System.Threading.RateLimiting;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;
using Gemmifer.Server.Http;
using Microsoft.Extensions.Caching.Memory;

namespace Gemmifer.Server.Planning;

/// <summary>A plan, or the reference under which its failure stands in the log.</summary>
/// <param name="Fault">Null where there is a plan.</param>
public sealed record Planned(PlanDocument? Plan, string? Fault);

/// <summary>
/// The one way the server plans. A plan that fails harms nothing else; plans wait for each other in a line that has an
/// end, so that other requests do not wait for plans.
/// </summary>
public class PlanMaker(ILogger<PlanMaker> logger) : IAsyncDisposable
{
    private const int LongestLine = 24;

    /// <summary>The gardener's own plants do not wait behind what others send to be planned.</summary>
    private readonly ConcurrencyLimiter _line = NewLine(),
        _own = NewLine();

    /// <summary>
    /// Plans of late by all they hang on: a step is recorded on the plan that was made when it was shown.
    /// </summary>
    private readonly MemoryCache _late = new(new MemoryCacheOptions { SizeLimit = 64 });

    /// <summary>One core is left to everything else.</summary>
    private static ConcurrencyLimiter NewLine() =>
        new(
            new ConcurrencyLimiterOptions
            {
                PermitLimit = Math.Max(1, Environment.ProcessorCount - 1),
                QueueLimit = LongestLine,
                QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
            }
        );

    /// <summary>Plans a survey.</summary>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public virtual PlanDocument Make(Survey survey, PlanDetail detail, CancellationToken cancel) =>
        Planner.Plan(survey, detail, cancel);

    /// <summary>Plans a survey; a failure is logged under a reference.</summary>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public Planned Try(Survey survey, PlanDetail detail, CancellationToken cancel)
    {
        try
        {
            return new Planned(Make(survey, detail, cancel), null);
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            return new Planned(null, Failed(e));
        }
    }

    /// <summary>The work on a plant, from its survey and the steps recorded.</summary>
    /// <returns>
    /// No state where the survey cannot be planned, with the reference of the fault where it should be.
    /// </returns>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public (WorkState? State, string? Fault) Work(
        JsonObject survey,
        IReadOnlyList<StepDone> done,
        PlanDetail detail,
        CancellationToken cancel
    )
    {
        string? fault = null;
        var hangsOn = (survey.ToJsonString(), JsonSerializer.Serialize(done, PartJson.Options), detail);
        var state = WorkState.Of(survey, done, pinned =>
        {
            if (_late.TryGetValue(hangsOn, out PlanDocument? plan))
            {
                return plan;
            }

            (plan, fault) = Try(pinned, detail, cancel);
            return plan is null ? null : _late.Set(hangsOn, plan, new MemoryCacheEntryOptions { Size = 1 });
        });
        return (state, fault);
    }

    /// <summary>Logs what went wrong with one plant.</summary>
    /// <returns>The reference under which it stands in the log.</returns>
    public string Failed(Exception e)
    {
        var reference = Faults.NewReference();
        logger.LogError(
            "Plan {Reference} failed: {Kind}{NewLine}{Trace}",
            reference,
            e.GetType().FullName,
            Environment.NewLine,
            e.StackTrace
        );
        return reference;
    }

    /// <summary>Waits for a place in the line; the place is given back when what is returned is disposed.</summary>
    /// <exception cref="LineIsFullException">The line is full.</exception>
    public Task<RateLimitLease> WaitAsync(CancellationToken cancel) => WaitAsync(_line, cancel);

    /// <summary>The same for a plant of the garden itself.</summary>
    /// <exception cref="LineIsFullException">The line is full.</exception>
    public Task<RateLimitLease> WaitForOwnAsync(CancellationToken cancel) => WaitAsync(_own, cancel);

    private static async Task<RateLimitLease> WaitAsync(ConcurrencyLimiter line, CancellationToken cancel)
    {
        var lease = await line.AcquireAsync(1, cancel);
        if (lease.IsAcquired)
        {
            return lease;
        }

        lease.Dispose();
        throw new LineIsFullException();
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        await _line.DisposeAsync();
        await _own.DisposeAsync();
        _late.Dispose();
        GC.SuppressFinalize(this);
    }
}
