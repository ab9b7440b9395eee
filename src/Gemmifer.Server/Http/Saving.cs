using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Http;

/// <summary>What a save that failed says.</summary>
public static class Saving
{
    private const int Constraint = 19;

    /// <summary>Whether what was to be stored is there already.</summary>
    public static bool Doubled(DbUpdateException e) =>
        e.InnerException is SqliteException { SqliteErrorCode: Constraint };
}
