using System.Security.Claims;
using Gemmifer.Core.Exchange;
using Gemmifer.Server.Http;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Identity;

namespace Gemmifer.Server.Sharing;

/// <summary>Where a browser is, and what may be done from it.</summary>
/// <param name="Demo">Whether there is a demo garden beside one's own.</param>
/// <param name="Shared">Whether the garden is shared in the network.</param>
/// <param name="Role">What may be done.</param>
/// <param name="Name">What the owner calls whoever is signed in; null where nobody is, and for a link.</param>
/// <param name="Person">Id of who is signed in; null for a link, and where the garden is not shared.</param>
/// <param name="OnlyPlant">The one plant a link shows; null for others.</param>
/// <param name="OnlyPlace">The bed a link shows; null for others.</param>
/// <param name="EndsAt">When a link ends; null for others.</param>
public sealed record HereView(
    bool Demo,
    bool Shared,
    Role Role,
    string? Person,
    string? Name,
    string? OnlyPlant,
    string? OnlyPlace,
    DateTimeOffset? EndsAt
);

/// <summary>What a device brings to be let in.</summary>
public sealed record EnterInput(string Code) : IBody<EnterInput>
{
    private const int MostCode = 200;

    static EnterInput IBody<EnterInput>.Read(FieldReader f, DateOnly today) =>
        new(f.Require("code") ? f.Text("code", MostCode) ?? "" : "");
}

/// <summary>Coming in, going out, and who one is.</summary>
public static class EnterEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void MapEnter(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/here", (HttpContext context, Gardens gardens) =>
                Results.Ok(ViewOf(Visitor.Of(context)!, gardens, context))
            )
            .WithName("here")
            .WithSummary("Which gardens there are, and what may be done from this browser.")
            .Produces<HereView>()
            .ForLookers();
        app.MapPost("/api/sign-in", EnterAsync)
            .WithName("signIn")
            .WithSummary("Signs this browser in with a code: one of a person once, one to look till it ends.")
            .Reads<EnterInput>()
            .Produces<HereView>()
            .ProducesProblem(403)
            .ProducesProblem(409)
            .ProducesProblem(429)
            .AllowAnonymous()
            .RequireRateLimiting(SharingSetup.SignInLimit);
        app.MapPost("/api/sign-out", (Delegate)LeaveAsync)
            .WithName("signOut")
            .WithSummary("Ends the session of this browser.")
            .Produces(204)
            .ForLookers();
        app.MapGet("/trust/gemmifer.crt", (HttpContext context) =>
                context.RequestServices.GetService<Share>()?.Root is { } root
                    ? Results.File(root, "application/x-x509-ca-cert", "gemmifer.crt")
                    : Problems.NotFound("certificate")
            )
            .WithName("certificate")
            .ExcludeFromDescription()
            .AllowAnonymous();
    }

    private static HereView ViewOf(Visitor visitor, Gardens gardens, HttpContext context) =>
        new(
            gardens.Demo is not null && visitor.Role != Role.Looker,
            context.RequestServices.GetService<Share>() is not null,
            visitor.Role,
            visitor.Person,
            visitor.Name.Length > 0 ? visitor.Name : null,
            visitor.Only?.Plant,
            visitor.Only?.Place,
            visitor.EndsAt
        );

    private static async Task<IResult> EnterAsync(HttpContext context, Gardens gardens, CancellationToken cancel)
    {
        if (context.RequestServices.GetService<Doorkeeper>() is not { } door)
        {
            return People.NotShared();
        }

        return await Pipeline.WithBodyAsync<EnterInput>(context.Request, cancel, async (input, f) =>
        {
            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors, "This is no code to sign in with.");
            }

            var before = Visitor.Of(context);
            if (await door.EnterAsync(input.Code, DeviceOf(context.Request), before) is not { } visitor)
            {
                return Problems.Of(
                    403,
                    "code",
                    "This link lets nobody in any more.",
                    "A link that signs somebody in works once and ends. Ask for a new one."
                );
            }

            if (visitor == before)
            {
                return Results.Ok(ViewOf(visitor, gardens, context));
            }

            // Who was signed in here before is not any more.
            if (before?.Device is { } device)
            {
                await door.SendOutAsync(device);
            }

            await context.SignInAsync(
                IdentityConstants.ApplicationScheme,
                Rights.PrincipalOf(visitor, IdentityConstants.ApplicationScheme),
                new AuthenticationProperties { IsPersistent = true }
            );
            return Results.Ok(ViewOf(visitor, gardens, context));
        });
    }

    private static async Task<IResult> LeaveAsync(HttpContext context)
    {
        if (
            context.RequestServices.GetService<Doorkeeper>() is { } door
            && context.User.FindFirstValue(ClaimTypes.SerialNumber) is { } device
        )
        {
            await door.SendOutAsync(device);
            await context.SignOutAsync(IdentityConstants.ApplicationScheme);
        }

        return Results.NoContent();
    }

    /// <summary>What kind of device asks, as it says itself.</summary>
    private static string DeviceOf(HttpRequest request)
    {
        var says = request.Headers.UserAgent.ToString();
        return says.Contains("iPhone", StringComparison.Ordinal) ? "iPhone"
            : says.Contains("iPad", StringComparison.Ordinal) ? "iPad"
            : says.Contains("Android", StringComparison.Ordinal)
                ? says.Contains("Mobile", StringComparison.Ordinal) ? "Android phone"
                    : "Android tablet"
            : says.Contains("Windows", StringComparison.Ordinal) ? "Windows computer"
            : says.Contains("Macintosh", StringComparison.Ordinal) ? "Mac"
            : says.Contains("Linux", StringComparison.Ordinal) ? "Linux computer"
            : "Some device";
    }
}
