using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using Gemmifer.Core;
using Gemmifer.Core.Families;

namespace Gemmifer.InBrowser;

/// <summary>The core as a page calls it: the same code as on the server, texts in and texts out.</summary>
[SupportedOSPlatform("browser")]
public static partial class CoreInBrowser
{
    private static void Main() { }

    /// <summary>The plan of a survey; see <see cref="Offline.Plan"/>.</summary>
    [JSExport]
    internal static string Plan(string survey, string detail) => Offline.Plan(survey, Enum.Parse<PlanDetail>(detail));

    /// <summary>The work on a plant; see <see cref="Offline.Work"/>.</summary>
    [JSExport]
    internal static string Work(string asked) => Offline.Work(asked);

    /// <summary>Where a new plant begins; see <see cref="Offline.New"/>.</summary>
    [JSExport]
    internal static string New(string asked) => Offline.New(asked);

    /// <summary>Canes from taps on photographs; see <see cref="Offline.Traced"/>.</summary>
    [JSExport]
    internal static string Traced(string asked) => Offline.Traced(asked);

    /// <summary>How wide a stem is in a piece of a picture; see <see cref="Offline.Edges"/>.</summary>
    [JSExport]
    internal static string Edges(string asked) => Offline.Edges(asked);
}
