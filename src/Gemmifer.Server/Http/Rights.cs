using System.Security.Claims;
using System.Threading.RateLimiting;
using Gemmifer.Core.Exchange;
using Microsoft.AspNetCore.Authorization;

namespace Gemmifer.Server.Http;

/// <summary>Who may ask what. An address that says nothing is the owner's alone.</summary>
public static class Rights
{
    private const string Looking = "look",
        Helping = "help";

    /// <summary>Sets the rights up.</summary>
    public static void AddRights(this IServiceCollection services) =>
        services.AddAuthorization(options =>
        {
            options.AddPolicy(Looking, Of(Role.Owner, Role.Helper, Role.Looker));
            options.AddPolicy(Helping, Of(Role.Owner, Role.Helper));
            options.DefaultPolicy = Of(Role.Owner);
            options.FallbackPolicy = options.DefaultPolicy;
        });

    private static AuthorizationPolicy Of(params Role[] roles) =>
        new AuthorizationPolicyBuilder().RequireRole(roles.Select(WireNames.Of)).Build();

    /// <summary>Opens an address to whoever may look at a part of the garden; it shows them that part only.</summary>
    public static TBuilder ForLookers<TBuilder>(this TBuilder address)
        where TBuilder : IEndpointConventionBuilder => address.RequireAuthorization(Looking);

    /// <summary>Opens an address to helpers.</summary>
    public static TBuilder ForHelpers<TBuilder>(this TBuilder address)
        where TBuilder : IEndpointConventionBuilder => address.RequireAuthorization(Helping);

    /// <summary>A visitor as the framework knows those it lets in.</summary>
    public static ClaimsPrincipal PrincipalOf(Visitor visitor, string scheme)
    {
        List<Claim> claims = [new(ClaimTypes.Role, WireNames.Of(visitor.Role)), new(ClaimTypes.Name, visitor.Name)];
        if (visitor.Person is { } person)
        {
            claims.Add(new Claim(ClaimTypes.NameIdentifier, person));
        }

        if (visitor.Device is { } device)
        {
            claims.Add(new Claim(ClaimTypes.SerialNumber, device));
        }

        return new ClaimsPrincipal(new ClaimsIdentity(claims, scheme));
    }

    /// <summary>So much a link may ask for: at once, and by the minute after that.</summary>
    private const int AskedAtOnce = 80,
        AskedAMinute = 60;

    /// <summary>Whoever looks by a link looks at one thing after another: what they ask for is bounded.</summary>
    private static readonly PartitionedRateLimiter<Visitor> Asking = PartitionedRateLimiter.Create<Visitor, string>(
        visitor => RateLimitPartition.GetTokenBucketLimiter(visitor.Device ?? "", _ => new TokenBucketRateLimiterOptions
            {
                TokenLimit = AskedAtOnce,
                TokensPerPeriod = AskedAMinute / 6,
                ReplenishmentPeriod = TimeSpan.FromSeconds(10),
            })
    );

    /// <summary>
    /// The demo is for people, not for links to a part of one's own garden; and a link may ask for little.
    /// </summary>
    public static void UseOwnGardenForLookers(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
            {
                if (
                    Visitor.Of(context) is not { Role: Role.Looker } looker
                    || !context.Request.Path.StartsWithSegments("/api")
                )
                {
                    return next(context);
                }

                if (Gardens.InDemo(context))
                {
                    return Problems.OfStatus(403).ExecuteAsync(context);
                }

                using var asked = Asking.AttemptAcquire(looker);
                if (asked.IsAcquired)
                {
                    return next(context);
                }

                context.Response.Headers.RetryAfter = "10";
                return Problems.OfStatus(429).ExecuteAsync(context);
            }
        );
}
