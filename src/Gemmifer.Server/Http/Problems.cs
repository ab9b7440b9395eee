using Gemmifer.Core.Exchange;

namespace Gemmifer.Server.Http;

/// <summary>Errors as problem details (RFC 9457).</summary>
public static class Problems
{
    /// <summary>422 with every field that is wrong.</summary>
    public static IResult Invalid(
        IEnumerable<SurveyError> errors,
        string title = "This cannot be stored or planned as it is."
    ) =>
        Results.Problem(
            title: title,
            statusCode: 422,
            extensions: new Dictionary<string, object?>
            {
                ["errors"] = errors.Select(e => new ProblemField(e.Path, e.Code, e.Message, e.Min, e.Max)).ToArray(),
            }
        );

    /// <summary>404.</summary>
    public static IResult NotFound(string what) => Results.Problem(title: $"There is no such {what}.", statusCode: 404);

    /// <summary>412: somebody else saved in between. Nothing was stored.</summary>
    public static IResult Conflict(int revision) =>
        Results.Problem(
            title: "This was changed elsewhere since you opened it.",
            detail: "Your change was not stored, and the other one was not overwritten. "
                + "Load the newer state and make your change again.",
            statusCode: 412,
            extensions: new Dictionary<string, object?> { ["revision"] = revision }
        );

    /// <summary>409: it does not fit the state things are in.</summary>
    public static IResult Stale(string detail) =>
        Results.Problem(title: "That step is no longer open.", detail: detail, statusCode: 409);
}

/// <summary>One field that is wrong.</summary>
public sealed record ProblemField(string Path, string Code, string Message, double? Min, double? Max);
