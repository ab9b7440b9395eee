namespace Gemmifer.Core.Exchange;

/// <summary>The published JSON Schemas (2020-12) of the exchange formats.</summary>
public static class SchemaFiles
{
    /// <summary>The schema file of a name such as "survey-1.json", UTF-8; null where there is none.</summary>
    public static byte[]? Read(string name)
    {
        using var stream = typeof(SchemaFiles).Assembly.GetManifestResourceStream("schemas/" + name);
        if (stream is null)
        {
            return null;
        }

        var bytes = new byte[stream.Length];
        stream.ReadExactly(bytes);
        return bytes;
    }
}
