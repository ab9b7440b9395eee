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

    private const string LockName = "gemmifer.lock";
    private const UnixFileMode OwnerFolder = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
    private const UnixFileMode OwnerFile = UnixFileMode.UserRead | UnixFileMode.UserWrite;

    private readonly FileStream _held;

    private GardenFolder(string folder, FileStream held) => (FullName, _held) = (folder, held);

    /// <summary>Full path of the folder.</summary>
    public string FullName { get; }

    /// <summary>Full path of the garden's file.</summary>
    public string File => Path.Combine(FullName, FileName);

    /// <summary>Full path of the folder of its copies.</summary>
    public string BackupFolder => Path.Combine(FullName, "backups");

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
                held.SetLength(0);
                held.Write(
                    System.Text.Encoding.ASCII.GetBytes(Environment.ProcessId.ToString(CultureInfo.InvariantCulture))
                );
                held.Flush(flushToDisk: true);
                return new GardenFolder(folder, held);
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

    private static string Say(IOException e, string folder) =>
        e.HResult switch
        {
            // Resource temporarily unavailable, on Linux and on macOS; sharing violation on Windows.
            11 or 35 or unchecked((int)0x80070020) =>
                $"Another Gemmifer is using the garden in {folder}. End that one, or name another folder with --data.",
            28 or unchecked((int)0x80070070) => $"There is no room left on the disk of {folder}. Make room, then "
                + "start again.",
            30 => $"{folder} is on a disk that cannot be written to. Name another folder with --data.",
            _ => $"{folder} cannot be used: {e.Message} Name another folder with --data.",
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
    public void Dispose() => _held.Dispose();
}
