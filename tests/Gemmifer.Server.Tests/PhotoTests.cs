using System.Buffers.Binary;
using System.IO.Compression;
using System.Net.Http.Headers;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using SkiaSharp;

namespace Gemmifer.Server.Tests;

/// <summary>Photographs of a plant: what is kept of them, and what is refused whole.</summary>
public sealed class PhotoTests : IDisposable
{
    private readonly Garden _garden = new(now: new DateTimeOffset(2027, 2, 20, 9, 0, 0, TimeSpan.Zero));

    public void Dispose() => _garden.Dispose();

    private string PictureFolder => Path.Combine(_garden.Folder, "pictures");

    /// <summary>A picture of two halves: dark on the left, light on the right.</summary>
    private static byte[] Picture(int width, int height, SKEncodedImageFormat format = SKEncodedImageFormat.Jpeg)
    {
        using var bitmap = new SKBitmap(width, height);
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(SKColors.White);
            using var paint = new SKPaint { Color = SKColors.Black };
            canvas.DrawRect(0, 0, width / 2f, height, paint);
        }

        using var data = bitmap.Encode(format, 90);
        return data.ToArray();
    }

    /// <summary>
    /// A JPEG with an Exif segment (CIPA DC-008) that says how it is turned, and with what it was taken.
    /// </summary>
    private static byte[] Turned(byte[] jpeg, byte orientation)
    {
        var make = "Secret camera\0"u8.ToArray();
        byte[] tiff =
        [
            .. "MM"u8,
            0,
            42,
            .. Big(8, 4),
            // Two entries: Make (ASCII, after the directory), Orientation (short).
            .. Big(2, 2),
            .. Big(0x010f, 2),
            .. Big(2, 2),
            .. Big(make.Length, 4),
            .. Big(38, 4),
            .. Big(0x0112, 2),
            .. Big(3, 2),
            .. Big(1, 4),
            0,
            orientation,
            0,
            0,
            .. Big(0, 4),
            .. make,
        ];
        byte[] payload = [.. "Exif\0\0"u8, .. tiff];
        return [.. jpeg[..2], 0xff, 0xe1, .. Big(payload.Length + 2, 2), .. payload, .. jpeg[2..]];
    }

    private static byte[] Big(int value, int bytes)
    {
        var all = new byte[4];
        BinaryPrimitives.WriteInt32BigEndian(all, value);
        return all[(4 - bytes)..];
    }

    /// <summary>The cyclic redundancy code of PNG (ISO/IEC 15948, annex D).</summary>
    private static int Crc(byte[] of)
    {
        var crc = uint.MaxValue;
        foreach (var b in of)
        {
            crc ^= b;
            for (var bit = 0; bit < 8; bit++)
            {
                crc = (crc & 1) == 1 ? 0xedb88320 ^ (crc >> 1) : crc >> 1;
            }
        }

        return (int)~crc;
    }

    /// <summary>A PNG that says of itself how large it is, and holds next to nothing (ISO/IEC 15948).</summary>
    private static byte[] Bomb(int width, int height)
    {
        static byte[] Chunk(string type, byte[] data)
        {
            byte[] body = [.. Encoding.ASCII.GetBytes(type), .. data];
            return [.. Big(data.Length, 4), .. body, .. Big(Crc(body), 4)];
        }

        using var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, CompressionLevel.SmallestSize, leaveOpen: true))
        {
            zlib.Write(new byte[1_000]);
        }

        return
        [
            0x89,
            .. "PNG\r\n"u8,
            0x1a,
            0x0a,
            .. Chunk("IHDR", [.. Big(width, 4), .. Big(height, 4), 8, 0, 0, 0, 0]),
            .. Chunk("IDAT", packed.ToArray()),
            .. Chunk("IEND", []),
        ];
    }

    private static JsonObject Photo(byte[] picture, double from = 6, JsonNode? taps = null) =>
        new()
        {
            ["from"] = from,
            ["picture"] = Convert.ToBase64String(picture),
            ["taps"] = taps,
        };

    private Task<(System.Net.HttpStatusCode Status, JsonNode? Body)> PutAsync(
        string plant,
        string key,
        JsonObject body,
        int? revision = null
    ) => _garden.SendAsync(HttpMethod.Put, $"/api/plants/{plant}/photos/{key}", body, revision);

    private async Task<JsonArray> ListAsync(string plant) =>
        (await _garden.GetAsync($"/api/plants/{plant}/photos")).AsArray();

    private Task<byte[]> BytesAsync(string plant, string key, bool small = false) =>
        _garden.Client.GetByteArrayAsync($"/api/plants/{plant}/photos/{key}/picture" + (small ? "?small=true" : ""));

    [Fact]
    public async Task A_picture_is_kept_upright_under_its_hash_without_what_it_was_taken_with()
    {
        var plant = await _garden.PlantAsync();
        var sent = Turned(Picture(320, 200), 6);
        Assert.Contains("Secret camera", Encoding.Latin1.GetString(sent), StringComparison.Ordinal);
        var (status, made) = await PutAsync(plant, "front", Photo(sent));
        Assert.Equal(200, (int)status);
        Assert.Equal((200, 320), ((int)made!["width"]!, (int)made["height"]!));
        Assert.Equal("2027-02-20", (string)made["date"]!);
        var kept = await BytesAsync(plant, "front");
        Assert.Equal((string)made["hash"]!, Convert.ToHexStringLower(SHA256.HashData(kept)));
        Assert.Equal(kept, await File.ReadAllBytesAsync(Path.Combine(PictureFolder, $"{made["hash"]}.jpg")));
        var text = Encoding.Latin1.GetString(kept);
        Assert.DoesNotContain("Secret", text, StringComparison.Ordinal);
        Assert.DoesNotContain("Exif", text, StringComparison.Ordinal);

        // A quarter turn to the right: what lay on the left, the dark half, is above.
        using var seen = SKBitmap.Decode(kept);
        Assert.True(seen.GetPixel(100, 40).Red < 40 && seen.GetPixel(100, 280).Red > 215);
        using var small = SKBitmap.Decode(await BytesAsync(plant, "front", small: true));
        Assert.Equal((200, 320), (small.Width, small.Height));
    }

    [Theory]
    [InlineData(1, false, false)]
    [InlineData(2, true, false)]
    [InlineData(3, true, false)]
    [InlineData(4, false, false)]
    [InlineData(5, false, true)]
    [InlineData(6, false, true)]
    [InlineData(7, true, true)]
    [InlineData(8, true, true)]
    public async Task Every_turn_of_a_camera_is_turned_back(byte orientation, bool darkIsLast, bool stands)
    {
        // The table of Exif: where row 0 and column 0 of what is stored are to be seen; the dark half is column 0.
        var plant = await _garden.PlantAsync();
        await PutAsync(plant, "p", Photo(Turned(Picture(300, 160), orientation)));
        using var seen = SKBitmap.Decode(await BytesAsync(plant, "p"));
        Assert.Equal(stands ? (160, 300) : (300, 160), (seen.Width, seen.Height));
        var first = stands ? seen.GetPixel(80, 30) : seen.GetPixel(30, 80);
        var last = stands ? seen.GetPixel(80, 270) : seen.GetPixel(270, 80);
        Assert.Equal(darkIsLast, last.Red < first.Red);
    }

    [Fact]
    public async Task Taps_are_changed_from_what_was_seen_and_the_picture_never_is()
    {
        var plant = await _garden.PlantAsync();
        await PutAsync(plant, "front", Photo(Picture(400, 300)));
        var hash = (string)(await ListAsync(plant))[0]!["hash"]!;
        var taps = new JsonObject
        {
            ["crown"] = new JsonArray(200, 250),
            ["on"] = new JsonObject { ["A"] = new JsonArray(new JsonArray(1, 2), new JsonArray(400, 300)) },
        };
        var change = Photo(Picture(500, 300), 5.5, taps);
        Assert.Equal(428, (int)(await PutAsync(plant, "front", change)).Status);
        Assert.Equal(200, (int)(await PutAsync(plant, "front", change, 1)).Status);
        Assert.Equal(412, (int)(await PutAsync(plant, "front", change, 1)).Status);
        var photo = Assert.Single(await ListAsync(plant))!;
        Assert.Equal((hash, 5.5, 2), ((string)photo["hash"]!, (double)photo["from"]!, (int)photo["revision"]!));
        Assert.True(JsonNode.DeepEquals(taps, photo["taps"]));
        Assert.Equal(
            412,
            (int)(await _garden.SendAsync(HttpMethod.Delete, $"/api/plants/{plant}/photos/front", null, 1)).Status
        );
        Assert.Equal(
            204,
            (int)(await _garden.SendAsync(HttpMethod.Delete, $"/api/plants/{plant}/photos/front", null, 2)).Status
        );
        Assert.Empty(await ListAsync(plant));

        // Copies of the garden name it still.
        Assert.True(File.Exists(Path.Combine(PictureFolder, $"{hash}.jpg")));
    }

    public static TheoryData<string, string, string> Wrong =>
        new()
        {
            { "text", "/picture", "format" },
            { "gif", "/picture", "format" },
            { "part", "/picture", "format" },
            { "forty-megapixel", "/picture", "too-large" },
            { "bomb", "/picture", "too-large" },
            { "hollow", "/picture", "format" },
            { "heavy", "/picture", "too-long" },
            { "dot", "/picture", "too-small" },
            { "nothing", "/picture", "required" },
            { "no-base64", "/picture", "encoding" },
            { "nowhere", "/from", "range" },
            { "outside", "/taps/on/A/1", "range" },
            { "stick", "/taps/stick/mm", "range" },
            { "canes", "/taps/on", "too-many" },
            { "taps", "/taps/on/A", "too-many" },
            { "age", "/taps/said/A/age", "range" },
            { "sd", "/taps/widthSd/A", "range" },
            { "long", "/taps", "too-long" },
        };

    [Theory]
    [MemberData(nameof(Wrong))]
    public async Task What_is_wrong_is_named_and_nothing_of_it_is_kept(string what, string path, string code)
    {
        var plant = await _garden.PlantAsync();
        var fine = Picture(400, 300);
        JsonObject Taps(string name, JsonNode of) => Photo(fine, 6, new JsonObject { [name] = of });
        JsonArray Many(int count) => new([.. Enumerable.Range(0, count).Select(_ => new JsonArray(1, 1))]);
        var body = what switch
        {
            "text" => Photo("Dear rose,"u8.ToArray()),
            "gif" => Photo([.. "GIF89a"u8, 1, 0, 1, 0, 0, 0, 0, 0x3b]),
            "part" => Photo(fine[..(fine.Length / 3)]),
            "forty-megapixel" => Photo(Bomb(8_000, 5_000)),
            "bomb" => Photo(Bomb(60_000, 60_000)),
            "hollow" => Photo(Bomb(1_600, 1_600)),
            "heavy" => Photo([.. fine, .. new byte[2_000_000]]),
            "dot" => Photo(Picture(20, 20)),
            "nothing" => new JsonObject { ["from"] = 6 },
            "no-base64" => new JsonObject { ["from"] = 6, ["picture"] = "!!" },
            "nowhere" => Photo(fine, 13),
            "outside" => Taps(
                "on",
                new JsonObject { ["A"] = new JsonArray(new JsonArray(1, 1), new JsonArray(401, 20)) }
            ),
            "stick" => Taps("stick", new JsonObject { ["a"] = new JsonArray(1, 1), ["mm"] = 0 }),
            "canes" => Taps(
                "on",
                new JsonObject(Enumerable.Range(0, 1_000).Select(i => KeyValuePair.Create($"C{i}", (JsonNode?)Many(2))))
            ),
            "taps" => Taps("on", new JsonObject { ["A"] = Many(51) }),
            "age" => Taps("said", new JsonObject { ["A"] = new JsonObject { ["age"] = 0 } }),
            "sd" => Taps("widthSd", new JsonObject { ["A"] = -1 }),
            _ => Taps("notes", new string('x', 200_000)),
        };
        var (status, answer) = await PutAsync(plant, "p", body);
        Assert.Equal(422, (int)status);
        Assert.Contains(answer!["errors"]!.AsArray(), e => (string)e!["path"]! == path && (string)e["code"]! == code);
        Assert.Empty(await ListAsync(plant));
        Assert.True(!Directory.Exists(PictureFolder) || Directory.GetFiles(PictureFolder).Length == 0);
    }

    [Fact]
    public async Task A_body_beyond_all_bounds_is_refused_before_it_is_read()
    {
        var plant = await _garden.PlantAsync();
        var (status, _) = await PutAsync(plant, "p", new JsonObject { ["picture"] = new string('A', 4_100_000) });
        Assert.Equal(413, (int)status);
    }

    [Fact]
    public async Task Of_a_visit_twelve_are_kept_and_the_next_day_more()
    {
        var plant = await _garden.PlantAsync();
        for (var n = 0; n < 12; n++)
        {
            Assert.Equal(200, (int)(await PutAsync(plant, $"p{n}", Photo(Picture(80 + n, 80)))).Status);
        }

        var (status, answer) = await PutAsync(plant, "p12", Photo(Picture(80, 80)));
        Assert.Equal((422, "too-many"), ((int)status, (string)answer!["errors"]![0]!["code"]!));

        // The same picture twice is one file.
        Assert.Equal(24, Directory.GetFiles(PictureFolder).Length);

        // What waited a day on a phone counts as of its day.
        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/plants/{plant}/photos/earlier")
        {
            Content = new StringContent(Photo(Picture(90, 90)).ToJsonString(), Encoding.UTF8, "application/json"),
        };
        request.Headers.Add("Waited-Seconds", "86400");
        Assert.Equal(200, (int)(await _garden.Client.SendAsync(request)).StatusCode);
        Assert.Equal("2027-02-19", (string)(await ListAsync(plant))[^1]!["date"]!);
    }

    private static ByteArrayContent Zip(byte[] bytes) =>
        new(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("application/zip") } };

    [Fact]
    public async Task The_archive_takes_pictures_along_and_refuses_others_whole()
    {
        var plant = await _garden.PlantAsync();
        var taps = new JsonObject { ["crown"] = new JsonArray(10, 20) };
        await PutAsync(plant, "front", Photo(Picture(400, 300), 6, taps));
        await PutAsync(plant, "side", Photo(Picture(300, 400), 3));
        var sent = await _garden.Client.GetByteArrayAsync("/api/archive");
        using var other = new Garden(now: new DateTimeOffset(2027, 2, 20, 9, 0, 0, TimeSpan.Zero));

        byte[] Changed(Action<ZipArchive> change)
        {
            using var bytes = new MemoryStream();
            bytes.Write(sent);
            using (var zip = new ZipArchive(bytes, ZipArchiveMode.Update, leaveOpen: true))
            {
                change(zip);
            }

            return bytes.ToArray();
        }

        static ZipArchiveEntry OnePicture(ZipArchive zip) =>
            zip.Entries.First(e => e.FullName.StartsWith("pictures/", StringComparison.Ordinal));
        (Action<ZipArchive> Change, string Code)[] wrong =
        [
            (zip => OnePicture(zip).Delete(), "reference"),
            (
                zip =>
                {
                    var name = OnePicture(zip).FullName;
                    OnePicture(zip).Delete();
                    using var entry = zip.CreateEntry(name).Open();
                    entry.Write(Picture(64, 64));
                },
                "hash"
            ),
            (zip => zip.CreateEntry("pictures/holiday.jpg"), "unknown"),
            (zip => zip.CreateEntry("pictures/../../x.jpg"), "path"),
        ];
        foreach (var (change, code) in wrong)
        {
            using var refused = await other.Client.PostAsync("/api/archive", Zip(Changed(change)));
            var body = JsonNode.Parse(await refused.Content.ReadAsStringAsync())!;
            Assert.Equal((422, code), ((int)refused.StatusCode, (string)body["errors"]![0]!["code"]!));
            Assert.Empty((await other.GetAsync("/api/plants")).AsArray());
            Assert.False(Directory.Exists(Path.Combine(other.Folder, "pictures")));
        }

        using var taken = await other.Client.PostAsync("/api/archive", Zip(sent));
        Assert.Equal(2, (int)JsonNode.Parse(await taken.Content.ReadAsStringAsync())!["photos"]!);
        var (mine, theirs) = (await ListAsync(plant), (await other.GetAsync($"/api/plants/{plant}/photos")).AsArray());
        foreach (var photo in mine.Concat(theirs))
        {
            photo!.AsObject().Remove("revision");
        }

        Assert.True(JsonNode.DeepEquals(mine, theirs));
        foreach (var key in new[] { "front", "side" })
        {
            var at = $"/api/plants/{plant}/photos/{key}/picture";
            Assert.Equal(await BytesAsync(plant, key), await other.Client.GetByteArrayAsync(at));
            Assert.NotEmpty(await other.Client.GetByteArrayAsync(at + "?small=true"));
        }

        using var again = await other.Client.PostAsync("/api/archive", Zip(sent));
        Assert.Equal(0, (int)JsonNode.Parse(await again.Content.ReadAsStringAsync())!["photos"]!);
    }
}
