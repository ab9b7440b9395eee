using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Gemmifer.Core.Tests;

namespace Gemmifer.Trials;

/// <summary>
/// Sends bodies that are wrong in every way to every address that takes one, and looks whether the answer is ever a
/// fault,
/// or anything afterwards is.
/// </summary>
internal static class RequestTrial
{
    private static readonly string[] Types =
    [
        "application/json",
        "application/json; charset=utf-16",
        "text/plain",
        "application/x-www-form-urlencoded",
    ];

    public static async Task<int> RunAsync(int count, int seed)
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-fuzz-").FullName;
        var (server, _) = await ServerProcess.StartAsync(folder, "--empty", "true");
        var (faults, counts) = (0, new int[600]);
        using (server)
        {
            using var client = new HttpClient
            {
                BaseAddress = new Uri(server!.Url),
                Timeout = TimeSpan.FromSeconds(60),
            };
            string[] plants = ["rose.hybrid-tea", "vine.vinifera", "raspberry.summer", "rose.climber"];
            var ids = new List<string>();
            foreach (var kind in plants)
            {
                using var added = await client.PostAsync(
                    "/api/plants",
                    new StringContent($$"""{"name":"{{kind}}","kind":"{{kind}}"}""", Encoding.UTF8, "application/json")
                );
                ids.Add((string)JsonNode.Parse(await added.Content.ReadAsStringAsync())!["id"]!);
            }

            var next = seed;
            var copies = new System.Collections.Concurrent.ConcurrentQueue<string>();
            await Parallel.ForEachAsync(
                Enumerable.Range(0, count),
                new ParallelOptions { MaxDegreeOfParallelism = 6 },
                async (_, cancel) =>
                {
                    var s = Interlocked.Increment(ref next);
                    using var request = s % 500 == 0 ? OfCopies(s / 500, copies) : Make(new Random(s), s, ids);
                    using var answer = await client.SendAsync(request, cancel);
                    Interlocked.Increment(ref counts[(int)answer.StatusCode]);
                    if (request.RequestUri!.ToString() == "/api/copies" && answer.IsSuccessStatusCode)
                    {
                        copies.Enqueue(
                            (string)JsonNode.Parse(await answer.Content.ReadAsStringAsync(cancel))!["name"]!
                        );
                    }

                    if ((int)answer.StatusCode >= 500)
                    {
                        Interlocked.Increment(ref faults);
                        Console.WriteLine($"seed {s}: {request.Method} {request.RequestUri}: {(int)answer.StatusCode}");
                    }
                }
            );
            foreach (
                var path in ids.SelectMany(
                        id => new[] { "", "/survey", "/work", "/log" },
                        (id, s) => $"/api/plants/{id}{s}"
                    )
                    .Concat([
                        "/api/plants",
                        "/api/garden/plan",
                        "/api/visits",
                        "/api/blocks",
                        "/api/rules",
                        "/api/settings",
                    ])
            )
            {
                using var answer = await client.GetAsync(path);
                if (!answer.IsSuccessStatusCode)
                {
                    faults++;
                    Console.WriteLine($"afterwards {path}: {(int)answer.StatusCode}");
                }
            }

            await server.StopAsync();
        }

        Directory.Delete(folder, true);
        Console.WriteLine($"{count} requests, {faults} faults.");
        Console.WriteLine(
            string.Join(", ", counts.Select((n, s) => (n, s)).Where(x => x.n > 0).Select(x => $"{x.n} × {x.s}"))
        );
        return faults == 0 ? 0 : 1;
    }

    /// <summary>Copies are made, gone back to, asked for by names there are none of, and archives read in.</summary>
    private static HttpRequestMessage OfCopies(int n, System.Collections.Concurrent.ConcurrentQueue<string> copies)
    {
        // Gone back to a copy of this run, or to one that was taken away meanwhile.
        var name = copies.TryDequeue(out var copy) ? copy : "garden-none.db";
        return (n % 5) switch
        {
            0 or 1 => new HttpRequestMessage(HttpMethod.Post, "/api/copies"),
            2 => new HttpRequestMessage(HttpMethod.Post, $"/api/copies/{Uri.EscapeDataString(name)}/restore"),
            3 => new HttpRequestMessage(HttpMethod.Post, "/api/copies/..%2F..%2Fgemmifer.db/restore"),
            _ => new HttpRequestMessage(HttpMethod.Post, "/api/archive")
            {
                Content = new ByteArrayContent([80, 75, 3, 4, 0]),
            },
        };
    }

    private static HttpRequestMessage Make(Random random, int seed, List<string> ids)
    {
        var id = ids[random.Next(ids.Count)];
        var (method, path, good) = random.Next(15) switch
        {
            0 or 1 => (HttpMethod.Post, "/api/plan", EdgeSurveys.Of(seed % 20_000)),
            2 => (HttpMethod.Put, $"/api/plants/{id}/survey", EdgeSurveys.Of(seed % 20_000)),
            3 => (HttpMethod.Post, "/api/plants", new JsonObject { ["name"] = "X", ["kind"] = "no.kind" }),
            4 => (HttpMethod.Put, $"/api/plants/{id}", new JsonObject { ["name"] = "X", ["kind"] = "rose.shrub" }),
            5 => (
                HttpMethod.Post,
                $"/api/plants/{id}/work",
                new JsonObject
                {
                    ["key"] = "stem:A",
                    ["mark"] = "x",
                    ["outcome"] = "done",
                }
            ),
            6 => (HttpMethod.Post, $"/api/plants/{id}/log", new JsonObject { ["text"] = "x", ["key"] = "k" }),
            7 => (HttpMethod.Post, $"/api/plants/{id}/crop", new JsonObject { ["grams"] = 1, ["key"] = "c" }),
            8 => (
                HttpMethod.Post,
                "/api/rules",
                new JsonObject
                {
                    ["name"] = "x",
                    ["base"] = "none",
                    ["set"] = new JsonObject(),
                }
            ),
            9 => (
                HttpMethod.Post,
                "/api/blocks",
                new JsonObject
                {
                    ["place"] = "x",
                    ["kind"] = "none",
                    ["count"] = 1,
                }
            ),
            10 => (HttpMethod.Put, "/api/settings", new JsonObject { ["units"] = "metric" }),
            11 => (
                HttpMethod.Post,
                "/api/year",
                new JsonObject
                {
                    ["from"] = "2027-01-01",
                    ["to"] = "2027-12-31",
                    ["plants"] = new JsonArray(new JsonObject { ["id"] = "p", ["kind"] = "rose.shrub" }),
                }
            ),
            12 => (
                HttpMethod.Post,
                "/api/trace",
                new JsonObject { ["views"] = new JsonArray(), ["canes"] = new JsonArray() }
            ),
            13 => (HttpMethod.Put, $"/api/plants/{id}/photos/a", new JsonObject { ["from"] = 6, ["picture"] = "AAAA" }),
            _ => (HttpMethod.Post, "/api/visits/1", new JsonObject { ["outcome"] = "done" }),
        };
        return Dressed(random, method, path, good);
    }

    /// <summary>A request with its body spoiled and its headers as they should not be, now and then.</summary>
    private static HttpRequestMessage Dressed(Random random, HttpMethod method, string path, JsonObject good)
    {
        var request = new HttpRequestMessage(random.Next(40) == 0 ? HttpMethod.Patch : method, path)
        {
            Content = new ByteArrayContent(Spoil(random, Encoding.UTF8.GetBytes(good.ToJsonString()))),
        };
        request.Content.Headers.ContentType = MediaTypeHeaderValue.Parse(
            random.Next(8) > 0 ? Types[0] : Types[random.Next(Types.Length)]
        );
        if (random.Next(30) == 0)
        {
            request.Content.Headers.ContentEncoding.Add("gzip");
        }

        if (random.Next(4) > 0)
        {
            request.Headers.TryAddWithoutValidation(
                "If-Match",
                random.Next(3) == 0 ? "\"x\"" : $"\"{random.Next(4)}\""
            );
        }

        if (random.Next(30) == 0)
        {
            request.Headers.Host = "elsewhere.example";
        }

        if (random.Next(10) == 0)
        {
            request.Headers.TransferEncodingChunked = true;
        }

        return request;
    }

    private static byte[] Spoil(Random random, byte[] body)
    {
        var text = Encoding.UTF8.GetString(body);
        switch (random.Next(12))
        {
            case 0:
                return body[..random.Next(body.Length + 1)];
            case 1:
                body[random.Next(body.Length)] = (byte)random.Next(256);
                return body;
            case 2:
                return [0xEF, 0xBB, 0xBF, .. body];
            case 3:
                return Encoding.Unicode.GetBytes(text);
            case 4:
                return Encoding.UTF8.GetBytes(text.Replace("\"A\"", "\"\\ud800\"", StringComparison.Ordinal));
            case 5:
                return Encoding.UTF8.GetBytes(text.Replace("{", "{\"x\":1,\"x\":2,", StringComparison.Ordinal));
            case 6:
                var depth = random.Next(600);
                return Encoding.UTF8.GetBytes(
                    "{\"deep\":"
                        + new string('[', depth)
                        + new string(']', depth)
                        + (text.Length > 2 ? "," + text[1..] : "}")
                );
            case 7:
                // A number, a text, a list or nothing in the place of a value.
                string[] others =
                [
                    "null",
                    "1e999",
                    "-0",
                    "\"\"",
                    "[]",
                    "{}",
                    "true",
                    "12345678901234567890",
                    "\"\\u0000\"",
                ];
                var at = text.IndexOf(':', random.Next(text.Length));
                var end = at < 0 ? -1 : text.IndexOfAny([',', '}'], at);
                return Encoding.UTF8.GetBytes(
                    end < 0 ? text : text[..(at + 1)] + others[random.Next(others.Length)] + text[end..]
                );
            default:
                return body;
        }
    }
}
