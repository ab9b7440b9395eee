using System.Net.Http.Json;
using System.Security.Cryptography.X509Certificates;
using System.Text;
using System.Text.Json.Nodes;
using Gemmifer.Data.Files;
using Gemmifer.Server.Http;
using Gemmifer.Server.Sharing;

namespace Gemmifer.Server.Tests;

/// <content>Who is let in where, and how.</content>
public sealed partial class SharingTests
{
    [Fact]
    public async Task A_shared_garden_is_asked_for_over_https_for_good()
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/plants");
        request.Headers.Host = "127.0.0.1";
        using var answer = await _owner.SendAsync(request);
        Assert.Equal("max-age=15552000", Assert.Single(answer.Headers.GetValues("Strict-Transport-Security")));
    }

    [Fact]
    public async Task Every_address_refuses_whoever_may_not_ask_it()
    {
        var plant = await PlantAsync("Lent", "bed");
        var addresses = await EveryAddressAsync(plant);

        // Nothing new is open to anybody before it was thought about: every address stands in one of the lists.
        Assert.Equal(
            Helping.Concat(Owning).Append("signIn").Order(StringComparer.Ordinal),
            addresses.Select(a => a.Name).Order(StringComparer.Ordinal)
        );
        using var stranger = _garden.Stranger();
        using var helper = await LetInAsync(await OwnerPostsAsync("/api/people", new { name = "Helping hand" }));
        using var looker = await LetInAsync(await OwnerPostsAsync("/api/links", new { plant, days = 3 }));
        foreach (var (method, path, name) in addresses.Where(a => a.Name is not "signIn" and not "signOut"))
        {
            // Without a body, and of nothing that is there where it would take something away: whoever may is told so.
            var at = method == HttpMethod.Delete ? path.Replace(plant, "none", StringComparison.Ordinal) : path;
            var body = method == HttpMethod.Post || method == HttpMethod.Put ? "null" : null;
            Assert.Equal((name, 401), (name, await StatusAsync(stranger, at, method, body)));
            Assert.Equal(
                (name, Looking.Contains(name)),
                (name, await StatusAsync(looker, at, method, body) is not 403)
            );
            Assert.Equal(
                (name, Helping.Contains(name)),
                (name, await StatusAsync(helper, at, method, body) is not 403)
            );
            Assert.False(await StatusAsync(_owner, at, method, body) is 401 or 403, name);
        }

        // In the demo as well; a link to a part of one's own garden leads nowhere there.
        foreach (var client in (HttpClient[])[stranger, looker])
        {
            Assert.True(await StatusAsync(client, "/demo/api/plants") is 401 or 403 or 404);
        }
    }

    [Fact]
    public async Task A_link_to_look_shows_its_plant_or_its_bed_and_nothing_of_the_others()
    {
        var beds = new Dictionary<string, string[]>
        {
            ["south"] = [await PlantAsync("One", "south"), await PlantAsync("Two", "south")],
            ["north"] = [await PlantAsync("Three", "north")],
            ["west"] = [await PlantAsync("Four", "west"), await PlantAsync("Five", "west")],
        };
        var all = beds.SelectMany(b => b.Value).ToArray();
        var links = beds
            .Keys.Select(place => (Sees: beds[place], Body: (object)new { place, days = 2 }))
            .Concat(all.Select(plant => (Sees: (string[])[plant], Body: (object)new { plant, days = 2 })));
        foreach (var (sees, body) in links)
        {
            using var looker = await LetInAsync(await OwnerPostsAsync("/api/links", body));
            Assert.Equal(
                sees.Order(),
                (await looker.GetFromJsonAsync<JsonArray>("/api/plants"))!
                    .Select(p => (string)p!["plant"]!["id"]!)
                    .Order()
            );
            foreach (var plant in all)
            {
                var expected = sees.Contains(plant) ? 200 : 404;
                foreach (var tail in (string[])["", "/survey", "/work", "/log"])
                {
                    Assert.Equal(
                        (plant, tail, expected),
                        (plant, tail, await StatusAsync(looker, $"/api/plants/{plant}{tail}"))
                    );
                }

                // What writes is not theirs, seen or not.
                foreach (var tail in (string[])["/log", "/work", "/crop", "/work/finish"])
                {
                    var path = $"/api/plants/{plant}{tail}";
                    Assert.Equal(403, await StatusAsync(looker, path, HttpMethod.Post, "{}"));
                }
            }
        }

        using var south = await LetInAsync(await OwnerPostsAsync("/api/links", new { place = "south", days = 2 }));
        // What is moved out of the bed, or taken out, is out of sight.
        Assert.Equal(
            200,
            await StatusAsync(
                await SeenAsync(beds["south"][1]),
                $"/api/plants/{beds["south"][1]}",
                HttpMethod.Put,
                """{"name":"Two","kind":"rose.hybrid-tea","place":"north"}"""
            )
        );
        Assert.Equal(404, await StatusAsync(south, $"/api/plants/{beds["south"][1]}"));
    }

    /// <summary>The owner, with the revision of a plant at hand.</summary>
    private async Task<HttpClient> SeenAsync(string plant)
    {
        var revision = (int)(await _owner.GetFromJsonAsync<JsonNode>($"/api/plants/{plant}"))!["revision"]!;
        _owner.DefaultRequestHeaders.Remove("If-Match");
        _owner.DefaultRequestHeaders.Add("If-Match", $"\"{revision}\"");
        return _owner;
    }

    [Fact]
    public async Task A_code_signs_in_once_and_not_after_it_ended()
    {
        var code = await OwnerCodeAsync();
        var clients = Enumerable.Range(0, 4).Select(_ => _garden.Stranger()).ToArray();
        var answers = await Task.WhenAll(
            clients.Select(c => StatusAsync(c, "/api/sign-in", HttpMethod.Post, $$"""{"code":"{{code}}"}"""))
        );
        Assert.Single(answers, 200);
        Assert.Equal(3, answers.Count(a => a == 403));
        var ended = await OwnerCodeAsync(TimeSpan.FromSeconds(-1));
        Assert.Equal(403, await StatusAsync(clients[0], "/api/sign-in", HttpMethod.Post, $$"""{"code":"{{ended}}"}"""));
        Assert.Equal(422, await StatusAsync(clients[0], "/api/sign-in", HttpMethod.Post, """{"kode":"x"}"""));
        Array.ForEach(clients, c => c.Dispose());
    }

    [Fact]
    public async Task Whoever_is_signed_in_stays_who_they_are_when_they_open_a_link_to_look()
    {
        var plant = await PlantAsync("Lent", "bed");
        var link = await OwnerPostsAsync("/api/links", new { plant, days = 3 });
        Assert.Equal("owner", (string)(await EnterAsync(_owner, CodeOf(link)))["role"]!);
        Assert.Equal(200, await StatusAsync(_owner, "/api/people"));
        using var looker = await LetInAsync(link);
        Assert.Equal("looker", (string)(await looker.GetFromJsonAsync<JsonNode>("/api/here"))!["role"]!);

        // By a code of their own somebody becomes more; the browser has one session then.
        await EnterAsync(looker, CodeOf(await OwnerPostsAsync("/api/people", new { name = "Helping hand" })));
        Assert.Equal("helper", (string)(await looker.GetFromJsonAsync<JsonNode>("/api/here"))!["role"]!);
        Assert.Equal(0, (int)(await _owner.GetFromJsonAsync<JsonNode>("/api/people"))!["links"]![0]!["opened"]!);
    }

    [Fact]
    public async Task Guessing_codes_is_slowed_down()
    {
        using var stranger = _garden.Stranger();
        var answers = new List<int>();
        for (var i = 0; i < 14; i++)
        {
            answers.Add(await StatusAsync(stranger, "/api/sign-in", HttpMethod.Post, $$"""{"code":"guess {{i}}"}"""));
        }

        Assert.Contains(403, answers);
        Assert.Equal(429, answers[^1]);
    }

    [Fact]
    public async Task A_session_ends_at_once()
    {
        var invited = await OwnerPostsAsync("/api/people", new { name = "Helping hand" });
        using var phone = await LetInAsync(invited);
        using var tablet = await LetInAsync(
            await OwnerPostsAsync($"/api/people/{(string)invited["id"]!}/code", new { })
        );
        Assert.Equal("helper", (string)(await phone.GetFromJsonAsync<JsonNode>("/api/here"))!["role"]!);

        var people = (await _owner.GetFromJsonAsync<JsonNode>("/api/people"))!["people"]!.AsArray();
        var devices = people.Single(p => (string)p!["name"]! == "Helping hand")!["devices"]!.AsArray();
        Assert.Equal(2, devices.Count);
        Assert.Equal(204, await StatusAsync(_owner, $"/api/devices/{(string)devices[0]!["id"]!}", HttpMethod.Delete));
        Assert.Equal((401, 200), (await StatusAsync(phone, "/api/now"), await StatusAsync(tablet, "/api/now")));

        // All of a person's at once; and one's own.
        Assert.Equal(204, await StatusAsync(_owner, $"/api/people/{(string)invited["id"]!}", HttpMethod.Delete));
        Assert.Equal(401, await StatusAsync(tablet, "/api/now"));
        Assert.Equal(204, await StatusAsync(_owner, "/api/sign-out", HttpMethod.Post));
        Assert.Equal(401, await StatusAsync(_owner, "/api/plants"));
    }

    [Fact]
    public async Task The_owner_cannot_be_sent_away_and_a_link_can_be_ended()
    {
        var plant = await PlantAsync("Lent", "bed");
        var people = (await _owner.GetFromJsonAsync<JsonNode>("/api/people"))!["people"]!.AsArray();
        Assert.Equal(
            409,
            await StatusAsync(_owner, $"/api/people/{(string)Assert.Single(people)!["id"]!}", HttpMethod.Delete)
        );
        var link = await OwnerPostsAsync("/api/links", new { plant, days = 30 });
        using var looker = await LetInAsync(link);
        Assert.Equal(200, await StatusAsync(looker, $"/api/plants/{plant}"));
        var told = (await _owner.GetFromJsonAsync<JsonNode>("/api/people"))!["links"]!.AsArray();
        Assert.Equal(("Lent", 1), ((string)told[0]!["shows"]!, (int)told[0]!["opened"]!));
        Assert.Equal(204, await StatusAsync(_owner, $"/api/links/{(string)link["id"]!}", HttpMethod.Delete));
        Assert.Equal(401, await StatusAsync(looker, $"/api/plants/{plant}"));
    }

    [Theory]
    [InlineData("""{"days":3}""", "/plant")]
    [InlineData("""{"plant":"none","days":3}""", "/plant")]
    [InlineData("""{"place":"nowhere","days":3}""", "/place")]
    [InlineData("""{"place":"bed","days":0}""", "/days")]
    [InlineData("""{"place":"bed","days":400}""", "/days")]
    [InlineData("""{"place":"bed"}""", "/days")]
    public async Task A_link_that_cannot_be_names_the_field(string body, string field)
    {
        await PlantAsync("Lent", "bed");
        using var answer = await _owner.PostAsync(
            "/api/links",
            new StringContent(body, Encoding.UTF8, "application/json")
        );
        Assert.Equal(422, (int)answer.StatusCode);
        var problem = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal(field, (string)problem["errors"]![0]!["path"]!);
    }

    [Fact]
    public async Task A_helper_walks_a_plant_and_leaves_its_school()
    {
        var plant = await PlantAsync("Lent", "bed");
        using var helper = await LetInAsync(await OwnerPostsAsync("/api/people", new { name = "Helping hand" }));
        helper.DefaultRequestHeaders.Add("If-Match", "\"0\"");
        var survey = Garden.Survey(Garden.Cane("A", 1));
        survey["school"] = new JsonObject { ["base"] = "hard" };
        var path = $"/api/plants/{plant}/survey";
        Assert.Equal(403, await StatusAsync(helper, path, HttpMethod.Put, survey.ToJsonString()));
        survey["school"] = null;
        Assert.Equal(200, await StatusAsync(helper, path, HttpMethod.Put, survey.ToJsonString()));
    }

    [Fact]
    public async Task A_cookie_is_only_for_the_garden_itself_over_https()
    {
        using var client = _garden.Stranger();
        using var answer = await client.PostAsJsonAsync("/api/sign-in", new { code = await OwnerCodeAsync() });
        var cookie = Assert.Single(answer.Headers.GetValues("Set-Cookie"));

        // RFC 6265bis: the prefix __Host- holds a cookie to this host, this scheme and every path.
        Assert.StartsWith("__Host-", cookie, StringComparison.Ordinal);
        foreach (var part in (string[])["secure", "httponly", "samesite=strict", "path=/"])
        {
            Assert.Contains(part, cookie, StringComparison.OrdinalIgnoreCase);
        }
    }

    [Fact]
    public async Task Another_host_is_not_answered_and_what_is_no_code_signs_nobody_in()
    {
        using var stranger = _garden.Stranger();
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/here");
        request.Headers.Host = "elsewhere.example";
        using var answer = await stranger.SendAsync(request);
        Assert.Equal(421, (int)answer.StatusCode);
        using var forged = _garden.Stranger();
        forged.DefaultRequestHeaders.Add("Cookie", "__Host-gemmifer=CfDJ8forged");
        Assert.Equal(401, await StatusAsync(forged, "/api/plants"));
    }

    [Fact]
    public async Task Not_shared_nobody_signs_in_and_nobody_is_let_in()
    {
        using var garden = new Garden();
        Assert.Equal("owner", (string)(await garden.GetAsync("/api/here"))["role"]!);
        Assert.Equal(409, await StatusAsync(garden.Client, "/api/people"));
        Assert.Equal(409, await StatusAsync(garden.Client, "/api/sign-in", HttpMethod.Post, """{"code":"x"}"""));
        Assert.False(File.Exists(Path.Combine(garden.Folder, "people.db")));
    }

    [Fact]
    public void A_certificate_of_ones_own_needs_its_key_and_is_named_where_it_cannot_be_used()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-cert-").FullName;
        try
        {
            using var root = OwnCertificate.Root(folder, "shed", DateTimeOffset.UtcNow);
            using var server = OwnCertificate.Server(root, ["garden.example"], DateTimeOffset.UtcNow);
            string Write(string name, string text)
            {
                var path = Path.Combine(folder, name);
                File.WriteAllText(path, text);
                return path;
            }

            var (certificate, key) = (
                server.ExportCertificatePem(),
                server.GetECDsaPrivateKey()!.ExportPkcs8PrivateKeyPem()
            );
            using var pem = OwnCertificate.Brought(Write("both.pem", certificate + "\n" + key));
            Assert.Equal(server.Thumbprint, pem.Thumbprint);
            File.WriteAllBytes(Path.Combine(folder, "both.pfx"), server.Export(X509ContentType.Pkcs12));
            using var pfx = OwnCertificate.Brought(Path.Combine(folder, "both.pfx"));
            Assert.True(pfx.HasPrivateKey);
            File.WriteAllBytes(Path.Combine(folder, "alone.pfx"), server.Export(X509ContentType.Cert));
            foreach (
                var file in (string[])
                    [
                        Write("alone.pem", certificate),
                        Write("scraps.pem", "no certificate"),
                        Path.Combine(folder, "alone.pfx"),
                        Path.Combine(folder, "none.pem"),
                    ]
            )
            {
                Assert.Contains(
                    file,
                    Assert.Throws<GardenUnusable>(() => OwnCertificate.Brought(file)).Message,
                    StringComparison.Ordinal
                );
            }
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }

    [Theory]
    [InlineData("--cert", "a.pem")]
    [InlineData("--address", "127.0.0.1")]
    [InlineData("--share", "perhaps")]
    [InlineData("--address", "here", "--share", "true")]
    public void What_makes_no_sense_on_the_command_line_is_said(params string[] args) =>
        Assert.Contains(
            args[0],
            Assert.Throws<GardenUnusable>(() => Arguments.Read(args)).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void A_shared_garden_has_a_port_of_its_own_unless_one_is_named()
    {
        Assert.Equal(5080, Arguments.Read([]).Port);
        Assert.Equal(5443, Arguments.Read(["--share", "true"]).Port);
        Assert.Equal(7000, Arguments.Read(["--share", "true", "--port", "7000"]).Port);
    }

    /// <summary>A chain as a phone builds it that was told to trust the garden's root (RFC 5280, 6.1).</summary>
    [Fact]
    public void The_certificate_holds_for_this_machine_and_its_network_and_for_nothing_else()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-root-").FullName;
        try
        {
            var now = DateTimeOffset.UtcNow;
            using var root = OwnCertificate.Root(folder, "shed", now);
            using var again = OwnCertificate.Root(folder, "shed", now.AddDays(100));
            Assert.Equal(root.Thumbprint, again.Thumbprint);
            if (!OperatingSystem.IsWindows())
            {
                Assert.Equal(
                    UnixFileMode.UserRead | UnixFileMode.UserWrite,
                    File.GetUnixFileMode(Directory.GetFiles(folder).Single())
                );
            }

            bool Holds(params string[] hosts)
            {
                using var server = OwnCertificate.Server(root, hosts, now);
                Assert.All(hosts, h => Assert.True(server.MatchesHostname(h), h));
                Assert.True(server.NotAfter - server.NotBefore < TimeSpan.FromDays(400));
                using var chain = new X509Chain();
                chain.ChainPolicy.TrustMode = X509ChainTrustMode.CustomRootTrust;
                chain.ChainPolicy.CustomTrustStore.Add(root);
                chain.ChainPolicy.RevocationMode = X509RevocationMode.NoCheck;
                return chain.Build(server);
            }

            Assert.True(Holds("192.168.1.20", "shed", "shed.local", "localhost", "127.0.0.1"));
            Assert.True(Holds("10.1.2.3"));
            Assert.True(Holds("172.31.255.1"));
            Assert.False(Holds("172.32.0.1"));
            Assert.False(Holds("8.8.8.8"));
            Assert.False(Holds("bank.example"));

            // Made anew in time: one that ends within a year is no use to a phone.
            using var later = OwnCertificate.Root(folder, "shed", now.AddYears(9).AddDays(2));
            Assert.NotEqual(root.Thumbprint, later.Thumbprint);
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }
}
