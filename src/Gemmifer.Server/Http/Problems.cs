using Gemmifer.Core.Exchange;
using Microsoft.AspNetCore.WebUtilities;

namespace Gemmifer.Server.Http;

/// <summary>Errors as problem details (RFC 9457), each with the fields that are wrong.</summary>
public static class Problems
{
    /// <summary>A problem of the request as a whole.</summary>
    /// <param name="code">What is wrong, as data.</param>
    public static IResult Of(
        int status,
        string code,
        string title,
        string? detail = null,
        IReadOnlyDictionary<string, object?>? more = null
    ) => Of(status, title, detail, [new ProblemField("", code, detail ?? title, null, null)], more);

    private static IResult Of(
        int status,
        string title,
        string? detail,
        ProblemField[] errors,
        IReadOnlyDictionary<string, object?>? more = null
    ) =>
        Results.Problem(
            title: title,
            detail: detail,
            statusCode: status,
            extensions: new Dictionary<string, object?>(more ?? new Dictionary<string, object?>())
            {
                ["errors"] = errors,
            }
        );

    /// <summary>422 with every field that is wrong.</summary>
    public static IResult Invalid(
        IEnumerable<SurveyError> errors,
        string title = "This cannot be stored or planned as it is."
    ) => Of(422, title, null, [.. errors.Select(e => new ProblemField(e.Path, e.Code, e.Message, e.Min, e.Max))]);

    /// <summary>404.</summary>
    public static IResult NotFound(string what) => Of(404, "not-found", $"There is no such {what}.");

    /// <summary>412: somebody else saved in between. Nothing was stored.</summary>
    public static IResult Conflict(int revision) =>
        Of(
            412,
            "revision",
            "This was changed elsewhere since you opened it.",
            "Your change was not stored, and the other one was not overwritten. "
                + "Load the newer state and make your change again.",
            new Dictionary<string, object?> { ["revision"] = revision }
        );

    /// <summary>412: the plan is another one than the gardener saw. Nothing was stored.</summary>
    public static IResult NotAsSeen() =>
        Of(
            412,
            "revision",
            "The plan changed since this was shown.",
            "Nothing was stored: another window recorded something, or changed the plant, its school or its place. "
                + "The list below is the current one."
        );

    /// <summary>409: it does not fit the state things are in.</summary>
    public static IResult Stale(string detail) => Of(409, "stale", "That step is no longer open.", detail);

    /// <summary>What the framework refused by itself.</summary>
    public static IResult OfStatus(int status) =>
        Of(
            status,
            status switch
            {
                401 => "sign-in",
                403 => "right",
                404 => "not-found",
                405 => "method",
                415 => "content-type",
                429 => "too-often",
                _ => "request",
            },
            status switch
            {
                401 => "Sign in first.",
                403 => "This is not yours to do here.",
                404 => "There is no such address.",
                405 => "This address does not do that.",
                429 => "That was tried too often. Wait a minute, then try again.",
                415 => "Send the body as application/json.",
                _ => ReasonPhrases.GetReasonPhrase(status) is { Length: > 0 } reason
                    ? $"{reason}."
                    : "This was refused.",
            }
        );
}

/// <summary>One field that is wrong.</summary>
public sealed record ProblemField(string Path, string Code, string Message, double? Min, double? Max);
