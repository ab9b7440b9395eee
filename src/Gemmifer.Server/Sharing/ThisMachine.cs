using System.Text.Encodings.Web;
using Gemmifer.Server.Http;
using Microsoft.AspNetCore.Authentication;
using Microsoft.Extensions.Options;

namespace Gemmifer.Server.Sharing;

/// <summary>Not shared, the garden listens on this machine only, and whoever sits there is its owner.</summary>
internal sealed class ThisMachine(
    IOptionsMonitor<AuthenticationSchemeOptions> options,
    ILoggerFactory logger,
    UrlEncoder encoder
) : AuthenticationHandler<AuthenticationSchemeOptions>(options, logger, encoder)
{
    /// <summary>Name of the scheme.</summary>
    public const string Name = "this-machine";

    protected override Task<AuthenticateResult> HandleAuthenticateAsync()
    {
        Visitor.OfThisMachine.Enter(Context);
        var principal = Rights.PrincipalOf(Visitor.OfThisMachine, Name);
        return Task.FromResult(AuthenticateResult.Success(new AuthenticationTicket(principal, Name)));
    }
}
