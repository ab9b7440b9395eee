using System.Globalization;

namespace Gemmifer.Data.Files;

/// <summary>
/// Which copies are kept. Those that were asked for stand by themselves; of the others the newest few of each kind
/// stay,
/// and by age one a day, one a week, one a month and one a year. Counted in copies rather than from today, so that a
/// clock that is wrong takes none away.
/// </summary>
public static class Retention
{
    /// <summary>So many that were asked for.</summary>
    public const int Asked = 50;

    /// <summary>So many of each other kind, however close together they were made.</summary>
    public const int OfAKind = 5;

    /// <summary>So many days, weeks and months of which the newest copy is kept; of years, all.</summary>
    public const int Days = 7,
        Weeks = 5,
        Months = 12;

    /// <summary>Which copies may be taken away. The newest of its kind never is.</summary>
    /// <param name="newestFirst">Every copy, the newest first.</param>
    /// <param name="held">Names that are in use or wanted.</param>
    public static IReadOnlyList<Backup> Surplus(
        IReadOnlyList<Backup> newestFirst,
        IReadOnlyCollection<string>? held = null
    )
    {
        var others = newestFirst.Where(b => b.Why != CopyReason.Asked).ToArray();
        HashSet<string> kept =
        [
            .. held ?? [],
            .. newestFirst.Where(b => b.Why == CopyReason.Asked).Take(Asked).Select(b => b.Name),
            .. others.GroupBy(b => b.Why).SelectMany(kind => kind.Take(OfAKind)).Select(b => b.Name),
            .. NewestOf(others, at => $"{at:yyyy-MM-dd}", Days),
            .. NewestOf(others, at => $"{ISOWeek.GetYear(at)}-{ISOWeek.GetWeekOfYear(at)}", Weeks),
            .. NewestOf(others, at => $"{at:yyyy-MM}", Months),
            .. NewestOf(others, at => $"{at:yyyy}", int.MaxValue),
        ];
        return [.. newestFirst.Where(b => !kept.Contains(b.Name))];
    }

    private static IEnumerable<string> NewestOf(IEnumerable<Backup> copies, Func<DateTime, string> span, int spans) =>
        copies.GroupBy(b => span(b.MadeAt.UtcDateTime)).Take(spans).Select(g => g.First().Name);
}
