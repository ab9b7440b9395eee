using Gemmifer.Core.Exchange;

namespace Gemmifer.Server.Http;

/// <summary>A body as it is sent: one record says what may stand in it, and reads it.</summary>
internal interface IBody<T>
    where T : IBody<T>
{
    /// <summary>
    /// Reads it. What is wrong stands in the reader's errors; where there are any, the record holds what could be read.
    /// </summary>
    /// <param name="today">The day it was sent, or made where it waited.</param>
    static abstract T Read(FieldReader f, DateOnly today);
}

/// <summary>Routes that take a body.</summary>
internal static class BodyRoutes
{
    /// <summary>Describes the body by the record that reads it.</summary>
    public static RouteHandlerBuilder Reads<T>(this RouteHandlerBuilder route)
        where T : class, IBody<T> => route.Accepts<T>("application/json");
}
