using System.Net.Sockets;
using Microsoft.AspNetCore.Connections;

namespace Gemmifer.Server.Http;

/// <summary>Why the server cannot listen, in a sentence.</summary>
public static class Listening
{
    /// <summary>What is said of a port or an address that cannot be used, and what to do.</summary>
    public static string Refused(Exception e, Arguments arguments) =>
        Cause<AddressInUseException>(e) is not null || Code(e) is SocketError.AddressAlreadyInUse
            ? $"Port {arguments.Port} is taken. Choose another: ./run --port {arguments.Port + 1}"
            : Code(e) switch
            {
                SocketError.AccessDenied =>
                    $"Port {arguments.Port} may not be used by you. Choose one above 1023: ./run --port 5080",
                SocketError.AddressNotAvailable =>
                    $"This machine has no address {arguments.Address}. Name one of its own with --address.",
                _ => $"Port {arguments.Port} cannot be listened at. Choose another: ./run --port {arguments.Port + 1}",
            };

    private static SocketError? Code(Exception e) => Cause<SocketException>(e)?.SocketErrorCode;

    private static T? Cause<T>(Exception? e)
        where T : Exception
    {
        for (; e is not null; e = e.InnerException)
        {
            if (e is T found)
            {
                return found;
            }
        }

        return null;
    }
}
