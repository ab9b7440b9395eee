using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Families;
using SkiaSharp;

namespace Gemmifer.Photos;

/// <summary>The pictures that the demo's camera offers: its invented plants as their surveys describe them.</summary>
internal static class DemoPictures
{
    private const string Day = "2027-02-20";

    private const int Quality = 76;

    private static readonly string[] Plants =
    [
        "demo-ferry",
        "demo-lantern",
        "demo-kiln",
        "demo-verdigris",
        "demo-frostgate",
    ];

    /// <summary>What stands where the demo has not looked yet.</summary>
    private static readonly (string Plant, double[][] Canes) Unseen = (
        "demo-ferry",
        // clock, diameter, age, length, lean, tipLean
        [
            [6.4, 12, 2, 860, 16, 26],
            [8.1, 10, 1, 820, 22, 30],
            [9.9, 13, 2, 900, 20, 26],
            [11.4, 15, 4, 780, 14, 18],
            [1.2, 11, 1, 880, 19, 27],
            [3.0, 9, 1, 760, 24, 34],
            [4.6, 12, 2, 840, 18, 24],
        ]
    );

    /// <summary>
    /// Distance and height as a share of how long the longest cane is, so that the plant fills the picture.
    /// </summary>
    private static readonly Standing[] Views = [new("front", 6, 1.85, 0.46, 1.5), new("side", 3, 1.9, 0.48, -1.5)];

    /// <summary>
    /// Draws each from the front and from the side, and from the front once it is cut as it is planned.
    /// </summary>
    /// <param name="garden">The demo's garden, JSON.</param>
    /// <param name="folder">Where the pictures go.</param>
    /// <param name="truth">The file that says where in them what is.</param>
    public static void Draw(string garden, string folder, string truth)
    {
        Directory.CreateDirectory(folder);
        var plants = JsonNode.Parse(File.ReadAllText(garden))!["plants"]!.AsArray();
        var all = new JsonObject();
        foreach (var id in Plants)
        {
            var (canes, after) = Canes(plants.First(p => (string)p!["id"]! == id)!.AsObject());
            var places = new JsonObject();
            var longest = Math.Max(1_000, canes.Max(c => c.Length));
            Standing[] views =
            [
                .. Views.Select(v => v with { Distance = v.Distance * longest, Height = v.Height * longest }),
            ];
            for (var v = 0; v < views.Length; v++)
            {
                Save(canes, views[v], v, Path.Combine(folder, $"{id}-{views[v].Id}.jpg"));
                places[views[v].Id] = Places(canes, views[v]);
            }

            var again = views[0] with { Id = "after", Distance = views[0].Distance * 1.04 };
            Save(after, again, views.Length, Path.Combine(folder, $"{id}-after.jpg"));
            places["after"] = Places(after, again);
            all[id] = places;
        }

        File.WriteAllText(truth, all.ToJsonString() + "\n");
    }

    private static void Save(IReadOnlyList<ShownCane> canes, Standing from, int seed, string path)
    {
        using var picture = Scene.Draw(canes, from, seed, noise: 5);
        using var data = picture.Encode(SKEncodedImageFormat.Jpeg, Quality);
        using var file = File.Create(path);
        data.SaveTo(file);
    }

    private static JsonArray Pixel(Standing from, (double X, double Y, double Z) at)
    {
        var (u, v, _) = from.See(at);
        return [Math.Round(u, 1), Math.Round(v, 1)];
    }

    private static JsonObject Places(IReadOnlyList<ShownCane> canes, Standing from)
    {
        var (x, y, mm) = Scene.Stick;
        var on = new JsonObject();
        foreach (var cane in canes)
        {
            on[cane.Id] = new JsonArray(
                Pixel(from, cane.At(0)),
                Pixel(from, cane.At(cane.Upto / 2)),
                Pixel(from, cane.At(cane.Upto))
            );
        }

        return new JsonObject
        {
            ["crown"] = Pixel(from, (0, 0, 0)),
            ["stick"] = new JsonArray(Pixel(from, (x, y, 0)), Pixel(from, (x, y, mm))),
            ["on"] = on,
        };
    }

    /// <summary>The canes as they stand, and as they stand once they are cut.</summary>
    private static (ShownCane[] Now, ShownCane[] After) Canes(JsonObject plant)
    {
        JsonNode? Of(string name) => plant[name]?.DeepClone();
        var survey = new JsonObject
        {
            ["format"] = "gemmifer.survey/1",
            ["date"] = Day,
            ["plant"] = new JsonObject
            {
                ["name"] = Of("name"),
                ["kind"] = Of("kind"),
                ["vigour"] = Of("vigour"),
                ["yearsPlanted"] = Of("years"),
                ["unionHeight"] = Of("unionHeight"),
                ["rootstock"] = Of("rootstock"),
            },
        };
        var stems =
            (string)plant["id"]! != Unseen.Plant
                ? plant["stems"]!.AsArray()
                : new JsonArray([
                    .. Unseen.Canes.Select(
                        (c, i) =>
                            new JsonObject
                            {
                                ["id"] = ((char)('A' + i)).ToString(),
                                ["role"] = "cane",
                                ["parent"] = "crown",
                                ["clock"] = c[0],
                                ["diameter"] = c[1],
                                ["age"] = (int)c[2],
                                ["length"] = c[3],
                                ["lean"] = c[4],
                                ["tipLean"] = c[5],
                            }
                    ),
                ]);
        survey["stems"] = stems.DeepClone();
        var plan = JsonNode.Parse(Offline.Plan(survey.ToJsonString(), PlanDetail.Decisions))!;
        var resolved = plan["resolved"]!.AsArray().ToDictionary(r => (string)r!["id"]!, r => r!);
        var decisions = plan["stems"]!.AsArray().ToDictionary(s => (string)s!["id"]!, s => (string)s!["decision"]!);
        var cuts = plan["steps"]!
            .AsArray()
            .Where(s => s!["stem"] is not null && s["cut"] is not null)
            .ToLookup(s => (string)s!["stem"]!, s => s!["cut"]!);
        var (now, after) = (new Dictionary<string, ShownCane>(), new List<ShownCane>());
        var crown = (double?)plant["unionHeight"] ?? 0;
        foreach (var stem in stems)
        {
            var (id, parent) = ((string)stem!["id"]!, (string)stem["parent"]!);
            var r = resolved[id];
            double N(string name) => (double)r[name]!;
            var base_ = N("baseClock") * Math.PI / 6;
            var foot = now.TryGetValue(parent, out var on)
                ? on.At(N("at") / on.Length)
                : (N("radius") * Math.Sin(base_), N("radius") * Math.Cos(base_), Math.Max(0, crown));
            var cane = new ShownCane(
                id,
                N("clock"),
                N("lean"),
                N("tipLean"),
                N("length"),
                (double)stem["diameter"]!,
                Math.Min(4, (int)stem["age"]!),
                foot.Item1,
                foot.Item2,
                foot.Item3
            );
            now[id] = cane;
            if (decisions[id] is "remove" || (on is not null && after.All(a => a.Id != parent)))
            {
                continue;
            }

            var at = cuts[id].Select(c => (double?)c["at"] ?? Middle(c["bud"]?["window"])).OfType<double>().ToArray();
            var share = at.Length > 0 ? Math.Clamp(at.Min() / cane.Length, 0.02, 1) : 1;
            if (on is null || N("at") <= after.First(a => a.Id == parent).Upto * on.Length)
            {
                after.Add(cane with { Upto = share });
            }
        }

        return ([.. now.Values], [.. after]);
    }

    private static double? Middle(JsonNode? window) =>
        window is JsonArray { Count: 2 } w ? ((double)w[0]! + (double)w[1]!) / 2 : null;
}
