using System.Security.Cryptography;
using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Work;

/// <summary>A short name for a step as it is shown, so that what was done can say what it was made from.</summary>
public static class StepMark
{
    /// <summary>Digits of a mark.</summary>
    public const int Length = 16;

    /// <summary>Of one step, wherever in the plan it stands.</summary>
    public static string Of(PlanStep step) =>
        Convert.ToHexString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(step with { N = 0 }, PlanJson.Web)))[
            ..Length
        ];
}
