namespace Gemmifer.Data.Files;

/// <summary>The garden cannot be opened; the message is one sentence or two that say why and what to do.</summary>
public sealed class GardenUnusable(string message, Exception? cause = null) : Exception(message, cause);
