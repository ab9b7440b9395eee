namespace Gemmifer.Server.Http;

/// <summary>So many plans wait that another would wait too long: 429.</summary>
public sealed class LineIsFullException() : Exception("Many plans are being made.");
