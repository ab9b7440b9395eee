using System.Security.Cryptography;

namespace Gemmifer.Data.Files;

/// <summary>
/// Pictures in a garden's folder, each under the hash of its content. None is ever written over or taken away: the
/// garden's copies name them too.
/// </summary>
public static class Pictures
{
    /// <summary>Digits of a hash.</summary>
    public const int HashChars = 64;

    /// <summary>Whether a text can be the hash of a picture.</summary>
    public static bool IsHash(string? text) =>
        text?.Length == HashChars && text.All(c => char.IsAsciiDigit(c) || c is >= 'a' and <= 'f');

    /// <summary>SHA-256 of a picture, 64 digits.</summary>
    public static string HashOf(ReadOnlySpan<byte> picture) => Convert.ToHexStringLower(SHA256.HashData(picture));

    /// <summary>Where the picture of a hash lies.</summary>
    /// <param name="small">Its small version.</param>
    public static string PathOf(GardenFolder folder, string hash, bool small = false) =>
        IsHash(hash)
            ? Path.Combine(folder.PictureFolder, small ? $"{hash}-small.jpg" : $"{hash}.jpg")
            : throw new ArgumentException("This is no hash.", nameof(hash));

    /// <summary>Keeps a picture: whole, or not at all.</summary>
    /// <returns>Whether it is new here.</returns>
    public static bool Keep(GardenFolder folder, string hash, ReadOnlySpan<byte> picture, bool small = false)
    {
        var path = PathOf(folder, hash, small);
        if (File.Exists(path))
        {
            return false;
        }

        GardenFolder.MakeOwn(folder.PictureFolder);
        var unfinished = $"{path}.{Guid.NewGuid():n}.unfinished";
        try
        {
            using (var file = new FileStream(unfinished, FileMode.CreateNew, FileAccess.Write, FileShare.None))
            {
                file.Write(picture);
                file.Flush(flushToDisk: true);
            }

            GardenFolder.ForOwner(unfinished);
            File.Move(unfinished, path, overwrite: true);
        }
        catch
        {
            File.Delete(unfinished);
            throw;
        }

        return true;
    }
}
