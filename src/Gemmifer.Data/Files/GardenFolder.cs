using System.Globalization;

namespace Gemmifer.Data.Files;

/// <summary>
/// The folder of one garden, held by one process. The operating system lets go of the hold when the process ends,
/// however
/// it ends.
/// </summary>
public sealed class GardenFolder : IDisposable
{
    /// <summary>Name of the garden's file.</summary>
    public const string FileName = "gemmifer.db";

    /// <summary>Name of the folder of its copies.</summary>
    public const string BackupName = "backups";

    private const string LockName = "gemmifer.lock";
    private const UnixFileMode OwnerFolder = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
    private const UnixFileMode OwnerFile = UnixFileMode.UserRead | UnixFileMode.UserWrite;

    private readonly FileStream _held;

    /// <summary>What the lock begins with, of one length: whether there ever was a garden in the folder.</summary>
    private const string Held = "garden\n",
        NeverHeld = "empty \n";

    private GardenFolder(string folder, FileStream held) => (FullName, _held) = (folder, held);

    /// <summary>Which garden it is, while one is open.</summary>
    public string Incarnation { get; internal set; } = "";

    /// <summary>Everybody who writes into the garden has a place here; who replaces it has all of them.</summary>
    public WritersGate Writing { get; } = new();

    /// <summary>Copies are made one at a time.</summary>
    internal SemaphoreSlim Copying { get; } = new(1);

    /// <summary>
    /// Whether there ever was a garden in the folder: it said so itself, or something of one is left in it.
    /// </summary>
    internal bool EverHeld =>
        Mark() == Held
        || Directory.Exists(PictureFolder)
        || (Directory.Exists(BackupFolder) && Directory.EnumerateFiles(BackupFolder, "*.db").Any())
        || Directory.EnumerateFiles(FullName, "damaged-*.db").Any()
        || System.IO.File.Exists(File + "-wal");

    private string Mark()
    {
        Span<byte> mark = stackalloc byte[Held.Length];
        _held.Position = 0;
        return _held.ReadAtLeast(mark, mark.Length, throwOnEndOfStream: false) == mark.Length
            ? System.Text.Encoding.ASCII.GetString(mark)
            : NeverHeld;
    }

    /// <summary>Notes in the folder that there is a garden in it.</summary>
    internal void Remember()
    {
        _held.Position = 0;
        _held.Write(System.Text.Encoding.ASCII.GetBytes(Held));
        _held.Flush(flushToDisk: true);
    }

    /// <summary>Full path of the folder.</summary>
    public string FullName { get; }

    /// <summary>Full path of the garden's file.</summary>
    public string File => Path.Combine(FullName, FileName);

    /// <summary>Full path of the folder of its copies.</summary>
    public string BackupFolder => Path.Combine(FullName, BackupName);

    /// <summary>Full path of the folder of its pictures.</summary>
    public string PictureFolder => Path.Combine(FullName, "pictures");

    /// <summary>Makes the folder where it is missing, and takes hold of it.</summary>
    /// <exception cref="GardenUnusable">Another process holds it, or it cannot be written to.</exception>
    public static GardenFolder Hold(string folder)
    {
        folder = Path.GetFullPath(folder);
        try
        {
            if (System.IO.File.Exists(folder))
            {
                throw new GardenUnusable($"{folder} is a file, not a folder. Name a folder with --data.");
            }

            MakeOwn(folder);
            var held = new FileStream(
                Path.Combine(folder, LockName),
                FileMode.OpenOrCreate,
                FileAccess.ReadWrite,
                FileShare.None
            );
            try
            {
                ForOwner(held.Name);
                var here = new GardenFolder(folder, held);
                var text = here.Mark() + Environment.ProcessId.ToString(CultureInfo.InvariantCulture);
                held.Position = 0;
                held.Write(System.Text.Encoding.ASCII.GetBytes(text));
                held.SetLength(held.Position);
                held.Flush(flushToDisk: true);
                return here;
            }
            catch
            {
                held.Dispose();
                throw;
            }
        }
        catch (UnauthorizedAccessException e)
        {
            throw new GardenUnusable(
                $"{folder} cannot be written to. Give yourself the right to write there, or name another folder "
                    + "with --data.",
                e
            );
        }
        catch (IOException e)
        {
            throw new GardenUnusable(Say(e, folder), e);
        }
    }

    /// <summary>Whether a disk took no more: full on Linux and on Windows, or the quota of its user.</summary>
    public static bool NoRoom(IOException e) => e.HResult is 28 or 122 or unchecked((int)0x80070070);

    private static string Say(IOException e, string folder) =>
        e.HResult switch
        {
            // Resource temporarily unavailable, on Linux and on macOS; sharing violation on Windows.
            11 or 35 or unchecked((int)0x80070020) =>
                $"Another Gemmifer is using the garden in {folder}. End that one, or name another folder with --data.",
            _ when NoRoom(e) => $"There is no room left on the disk of {folder}. Make room, then " + "start again.",
            30 => $"{folder} is on a disk that cannot be written to. Name another folder with --data.",
            _ => $"{folder} cannot be used: the disk does not take it. Name another folder with --data.",
        };

    /// <summary>Makes a folder that only its owner can look into; one that is there stays as it is.</summary>
    public static void MakeOwn(string folder)
    {
        if (Directory.Exists(folder))
        {
            return;
        }

        if (OperatingSystem.IsWindows())
        {
            Directory.CreateDirectory(folder);
        }
        else
        {
            Directory.CreateDirectory(folder, OwnerFolder);
        }
    }

    /// <summary>Lets only its owner read and write a file.</summary>
    public static void ForOwner(string file)
    {
        if (!OperatingSystem.IsWindows() && System.IO.File.Exists(file))
        {
            System.IO.File.SetUnixFileMode(file, OwnerFile);
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        _held.Dispose();
        Writing.Dispose();
        Copying.Dispose();
    }
}
