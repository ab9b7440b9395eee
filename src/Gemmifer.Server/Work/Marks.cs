using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Gemmifer.Core.Work;

namespace Gemmifer.Server.Work;

/// <summary>Short names for what a screen shows, so that a change can say what it was made from.</summary>
public static class Marks
{
    /// <summary>Of a plan and the lines so far.</summary>
    public static string Of(int work, int season, int visit, ReadOnlySpan<byte> plan)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        hash.AppendData(
            Encoding.ASCII.GetBytes(string.Create(CultureInfo.InvariantCulture, $"{work};{season};{visit};"))
        );
        hash.AppendData(plan);
        return Convert.ToHexString(hash.GetHashAndReset())[..StepMark.Length];
    }
}
