using System.Globalization;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace Gemmifer.Pictures;

/// <summary>Puts the pictures of the demo's camera into a running demo, tapped where the plants were drawn.</summary>
internal static class DemoPhotos
{
    /// <summary>Keeps photographs for the pictures of the README; those that are there stay.</summary>
    /// <param name="url">Of the demo garden.</param>
    /// <param name="folder">Where the camera's pictures are.</param>
    /// <param name="truth">The file that says where in them what is.</param>
    public static async Task KeepAsync(string url, string folder, string truth)
    {
        var places = JsonNode.Parse(await File.ReadAllTextAsync(truth))!;
        (string Plant, string View, int From, string? Only)[] photos =
        [
            ("demo-lantern", "front", 6, null),
            ("demo-lantern", "side", 3, null),
            ("demo-kiln", "front", 6, null),
            ("demo-kiln", "after", 6, null),
            ("demo-ferry", "side", 3, null),
            ("demo-ferry", "front", 6, "ABC"),
        ];
        using var http = new HttpClient();
        foreach (var (plant, view, from, only) in photos)
        {
            var place = places[plant]![view]!;
            var on = new JsonObject(
                place["on"]!
                    .AsObject()
                    .Where(c => c.Key.Length == 1 && only?.Contains(c.Key, StringComparison.Ordinal) != false)
                    .Select(c => KeyValuePair.Create(c.Key, c.Value?.DeepClone()))
            );
            var body = new JsonObject
            {
                ["from"] = from,
                ["focal35"] = 26,
                ["picture"] = Convert.ToBase64String(
                    await File.ReadAllBytesAsync(Path.Combine(folder, $"{plant}-{view}.jpg"))
                ),
                ["taps"] = new JsonObject
                {
                    ["crown"] = place["crown"]!.DeepClone(),
                    ["stick"] = new JsonObject
                    {
                        ["a"] = place["stick"]![0]!.DeepClone(),
                        ["b"] = place["stick"]![1]!.DeepClone(),
                        ["mm"] = 1000,
                    },
                    ["on"] = on,
                    ["said"] = new JsonObject(
                        on.Select(c => KeyValuePair.Create(c.Key, (JsonNode?)new JsonObject { ["age"] = 2 }))
                    ),
                },
            };
            using var request = new HttpRequestMessage(
                HttpMethod.Put,
                string.Create(CultureInfo.InvariantCulture, $"{url}/api/plants/{plant}/photos/{view}")
            )
            {
                Content = new StringContent(body.ToJsonString(), Encoding.UTF8, "application/json"),
            };
            request.Headers.IfMatch.Add(EntityTagHeaderValue.Any);
            (await http.SendAsync(request)).EnsureSuccessStatusCode();
        }
    }
}
