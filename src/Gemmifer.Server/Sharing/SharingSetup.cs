using System.Net;
using System.Security.Claims;
using System.Security.Cryptography.X509Certificates;
using System.Threading.RateLimiting;
using Gemmifer.Data;
using Gemmifer.Data.Files;
using Gemmifer.Data.People;
using Gemmifer.Server.Http;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Sharing;

/// <summary>Puts together who is let in: all sign in where the garden is shared, nobody where it is not.</summary>
public static class SharingSetup
{
    /// <summary>Name of the limit on signing in.</summary>
    public const string SignInLimit = "sign-in";

    private const int SignedInDays = 180,
        TriesAMinute = 10;

    /// <summary>Where the garden is reached and with what certificate; null where it is not shared.</summary>
    /// <exception cref="GardenUnusable">The certificate cannot be used.</exception>
    public static (Share Share, X509Certificate2 Certificate)? Open(Arguments arguments, string folder)
    {
        if (!arguments.Share)
        {
            return null;
        }

        var keys = KeysIn(folder);
        var machine = OwnCertificate.Plain(Environment.MachineName);
        string[] hosts =
        [
            .. (arguments.Address is { } only ? [only] : Share.Addresses()).Select(a => a.ToString()),
            machine,
            $"{machine}.local",
            "localhost",
            "127.0.0.1",
        ];
        hosts = [.. hosts.Distinct()];
        if (arguments.Certificate is { } file)
        {
            var brought = OwnCertificate.Brought(file);
            string[] named = [brought.GetNameInfo(X509NameType.DnsName, false), .. hosts];
            return (new Share(arguments.Port, [.. named.Where(n => n.Length > 0).Distinct()], null), brought);
        }

        var now = TimeProvider.System.GetUtcNow();
        using var root = OwnCertificate.Root(keys, machine, now);
        return (
            new Share(arguments.Port, hosts, root.Export(X509ContentType.Cert)),
            OwnCertificate.Server(root, hosts, now)
        );
    }

    /// <summary>Where the keys lie that sign devices in and vouch for the garden; its owner's alone.</summary>
    private static string KeysIn(string folder)
    {
        var keys = Path.Combine(folder, "share");
        GardenFolder.MakeOwn(keys);
        return keys;
    }

    /// <summary>Sets up who is let in.</summary>
    public static void AddSharing(this IServiceCollection services, Share? share, string folder)
    {
        services.AddRights();
        services.AddRateLimiter(limits =>
        {
            limits.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            limits.AddPolicy(SignInLimit, context =>
                RateLimitPartition.GetFixedWindowLimiter(
                    context.Connection.RemoteIpAddress ?? IPAddress.None,
                    _ => new FixedWindowRateLimiterOptions
                    {
                        PermitLimit = TriesAMinute,
                        Window = TimeSpan.FromMinutes(1),
                    }
                )
            );
        });
        if (share is null)
        {
            services
                .AddAuthentication(ThisMachine.Name)
                .AddScheme<AuthenticationSchemeOptions, ThisMachine>(ThisMachine.Name, null);
            return;
        }

        services.AddSingleton(share);
        services.AddDbContext<PeopleContext>(options => options.UseSqlite(PeopleContext.ConnectionString(folder)));
        services.AddScoped<Doorkeeper>();
        services
            .AddDataProtection()
            .SetApplicationName("Gemmifer")
            .PersistKeysToFileSystem(new DirectoryInfo(KeysIn(folder)));
        services
            .AddAuthentication(IdentityConstants.ApplicationScheme)
            .AddIdentityCookies(cookies =>
                cookies.ApplicationCookie!.Configure(cookie =>
                {
                    cookie.Cookie.Name = "__Host-gemmifer";
                    cookie.Cookie.HttpOnly = true;
                    cookie.Cookie.SecurePolicy = CookieSecurePolicy.Always;
                    cookie.Cookie.SameSite = SameSiteMode.Strict;
                    cookie.Cookie.Path = "/";
                    cookie.ExpireTimeSpan = TimeSpan.FromDays(SignedInDays);
                    cookie.SlidingExpiration = true;
                    cookie.Events = new CookieAuthenticationEvents
                    {
                        OnValidatePrincipal = KnowAsync,
                        OnRedirectToLogin = context => Answer(context, StatusCodes.Status401Unauthorized),
                        OnRedirectToAccessDenied = context => Answer(context, StatusCodes.Status403Forbidden),
                    };
                })
            );
        services
            .AddIdentityCore<Person>()
            .AddRoles<IdentityRole>()
            .AddEntityFrameworkStores<PeopleContext>()
            .AddSignInManager();
    }

    private static Task Answer(RedirectContext<CookieAuthenticationOptions> context, int status)
    {
        context.Response.StatusCode = status;
        return Task.CompletedTask;
    }

    /// <summary>
    /// Looks at every request whether the device is still let in, and as whom: an ended session is over at once.
    /// </summary>
    private static async Task KnowAsync(CookieValidatePrincipalContext context)
    {
        var door = context.HttpContext.RequestServices.GetRequiredService<Doorkeeper>();
        var visitor = context.Principal?.FindFirstValue(ClaimTypes.SerialNumber) is { } device
            ? await door.KnownAsync(device)
            : null;
        if (visitor is null)
        {
            context.RejectPrincipal();
            await context.HttpContext.SignOutAsync(context.Scheme.Name);
            return;
        }

        visitor.Enter(context.HttpContext);
        context.ReplacePrincipal(Rights.PrincipalOf(visitor, context.Scheme.Name));
    }

    /// <summary>The garden, or the part of it that whoever asks may look at.</summary>
    public static GardenContext GardenFor(IServiceProvider services)
    {
        var options = services.GetRequiredService<DbContextOptions<GardenContext>>();
        var asked = services.GetRequiredService<IHttpContextAccessor>().HttpContext;
        var visitor = Visitor.Of(asked) ?? Visitor.OfThisMachine;
        var author = new Author(visitor.Person, visitor.Role == Role.Owner);
        return visitor.Only is { } part
            ? new PartOfGarden(options, part) { Author = author }
            : new GardenContext(options) { Author = author };
    }

    /// <summary>Makes the owner of a shared garden before anybody asks: there is one, whoever asks.</summary>
    public static async Task ReadyAsync(IServiceProvider services)
    {
        await using var scope = services.CreateAsyncScope();
        if (scope.ServiceProvider.GetService<Doorkeeper>() is { } door)
        {
            await door.OwnerAsync();
        }
    }

    /// <summary>Prints how to get in.</summary>
    public static async Task AnnounceAsync(IServiceProvider services, TextWriter output)
    {
        if (services.GetService<Share>() is not { } share)
        {
            return;
        }

        await using var scope = services.CreateAsyncScope();
        var door = scope.ServiceProvider.GetRequiredService<Doorkeeper>();
        var owner = await door.OwnerAsync();
        var (_, here) = await door.SignInCodeAsync(owner.Id, Doorkeeper.OnScreen);
        var (_, phone) = await door.SignInCodeAsync(owner.Id, Doorkeeper.OnScreen);
        await output.WriteLineAsync(
            $"""

            On this machine, to sign in as the owner (works once, for an hour):
              {Share.EnterUrl(share.UrlOf("localhost"), here)}

            With a phone in the same network, also as the owner (works once, for an hour):
              {Share.EnterUrl(share.Url, phone)}

            {Share.Printed(Share.EnterUrl(share.Url, phone), !Console.IsOutputRedirected)}
            """
        );
        if (share.Root is not null)
        {
            await output.WriteLineAsync(
                $"The browser warns till it trusts this garden's own certificate: {share.Url}/trust shows how."
            );
        }
    }
}
