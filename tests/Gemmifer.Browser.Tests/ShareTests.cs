using System.Net.Http.Json;
using System.Security.Cryptography.X509Certificates;
using System.Text.RegularExpressions;
using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <summary>A shared garden: phones that sign in by a code, helpers, links to look, and how each ends.</summary>
public sealed partial class ShareTests : IDisposable
{
    private readonly Application _application = Application.Shared();
    private readonly Page _owner;

    public ShareTests()
    {
        _owner = new Page(_application.Url, 1280, 900);
        _owner.Go("/in#" + Codes()[0]);
        _owner.Sees("The garden is empty.");
    }

    public void Dispose()
    {
        _owner.Dispose();
        _application.Dispose();
    }

    /// <summary>The codes that were printed: for this machine, and for a phone.</summary>
    private string[] Codes()
    {
        // They are printed once it listens, which it does before it has said so.
        for (var i = 0; i < 200 && !Printed().IsMatch(_application.Said); i++)
        {
            Thread.Sleep(100);
        }

        return [.. Printed().Matches(_application.Said).Select(m => m.Groups[1].Value)];
    }

    [GeneratedRegex(@"/in#(\S+)")]
    private static partial Regex Printed();

    private Page Phone() => new(_application.Url, 390, 844);

    /// <summary>Scans what is shown to the owner, and opens it on a phone.</summary>
    private void Scan(Page phone)
    {
        string? says = null;
        _owner.Until(
            () =>
            {
                var code = _owner.Driver.FindElement(By.CssSelector("img[alt='The link as a QR code']"));
                return (says = Scanner.Read(code)) is not null;
            },
            "a code that can be scanned"
        );
        Assert.StartsWith(_application.Url + "/in#", says, StringComparison.Ordinal);
        phone.Driver.Navigate().GoToUrl(says!);
    }

    private void AddRose(string name, string place)
    {
        _owner.Go("/garden");
        _owner.Press(_owner.HasButton("Add a plant") ? "Add a plant" : "Add your first plant");
        _owner.Type("Name", name);
        _owner.Type("Where it grows", place);
        _owner.Press("Add it and walk round");
        foreach (
            var cane in (string[])
                ["12 o'clock, 14 mm, 2 seasons", "4 o'clock, 13 mm, 2 seasons", "8 o'clock, 5 mm, 1 season, dead"]
        )
        {
            _owner.Type("Type or say it in one line", cane + Keys.Enter);
            _owner.Saved();
        }
    }

    [Fact]
    public void A_phone_signs_in_by_the_printed_code_and_goes_its_round_over_https()
    {
        AddRose("Wall Lamp", "South wall");
        using var phone = Phone();
        phone.Go("/");
        phone.Sees("Sign in to this garden");
        Assert.Equal("", phone.AxeViolations());

        var printed = Scanner.Read(_application.Said);
        Assert.Equal($"{_application.Url}/in#{Codes()[1]}", printed);
        phone.Driver.Navigate().GoToUrl(printed!);
        phone.Sees("Wall Lamp");
        Assert.Equal(_application.Url + "/", phone.Driver.Url);

        // The whole round: the plan, a step, and its line in the log.
        phone.Press("See the plan of Wall Lamp");
        phone.Press("Do it");
        phone.NextStep();
        phone.Go(new Uri(phone.Driver.Url).AbsolutePath.Replace("/do", "/remember", StringComparison.Ordinal));
        phone.Sees("Done");

        // The code is used up.
        using var second = Phone();
        second.Driver.Navigate().GoToUrl(printed!);
        second.Sees("This link lets nobody in any more.");
        second.Go("/");
        second.Sees("Sign in to this garden");
    }

    [Fact]
    public void A_helper_does_and_notes_and_what_was_done_after_they_were_sent_out_waits_on_their_phone()
    {
        AddRose("Wall Lamp", "South wall");
        var plant = new Uri(_owner.Driver.Url).AbsolutePath.Replace("/look", "", StringComparison.Ordinal);
        _owner.Go("/sharing");
        _owner.Type("Whom", "Helping hand");
        _owner.Press("Let them in");
        _owner.Sees("For Helping hand");
        Assert.Equal("", _owner.AxeViolations());
        using var phone = Phone();
        Scan(phone);
        phone.Sees("Wall Lamp");
        phone.Go("/garden");
        phone.Sees("Wall Lamp");
        Assert.False(phone.HasButton("Add a plant"));
        Assert.False(phone.HasButton("Change Wall Lamp"));
        phone.Go("/rules");
        phone.Sees("The rules");
        Assert.False(phone.HasButton("Copy and change it"));
        phone.Go(plant + "/do");
        phone.NextStep();

        // Sent out on that device: nothing of the garden is shown, and the tap that came after it is not lost.
        phone.Go(plant + "/remember");
        phone.Sees("Done");
        _owner.Go("/sharing");
        _owner.Press("Sign it out");
        _owner.Sees("Not signed in anywhere yet.");
        phone.Type("What did you see today?", "Bud break" + Keys.Enter);
        phone.Sees("Sign in to this garden");
        phone.Sees("1 change waits on this device");
        _owner
            .Driver.FindElements(By.TagName("button"))
            .First(b =>
                b.Text == "Let another device in" && b.FindElement(By.XPath("ancestor::li")).Text.Contains("Helping")
            )
            .Click();
        _owner.Sees("another device of Helping hand");
        Scan(phone);
        phone.Sees("Wall Lamp");
        phone.Go(plant + "/remember");
        phone.Sees("Bud break");

        _owner.Go("/sharing");
        _owner.Press("Send away Helping hand");
        _owner.Until(() => !_owner.Text.Contains("Helping hand", StringComparison.Ordinal), "the helper to be gone");
        phone.Go("/garden");
        phone.Sees("Sign in to this garden");
    }

    [Fact]
    public void A_link_to_look_shows_one_plant_with_its_plan_and_its_log_till_it_is_ended()
    {
        AddRose("Wall Lamp", "South wall");
        var shown = new Uri(_owner.Driver.Url).AbsolutePath.Replace("/look", "", StringComparison.Ordinal);
        AddRose("Gate Lamp", "Gate");
        var hidden = new Uri(_owner.Driver.Url).AbsolutePath.Replace("/look", "", StringComparison.Ordinal);
        _owner.Go("/sharing");
        _owner.Choose("What it shows", "Wall Lamp");
        _owner.Press("Make the link");
        _owner.Sees("whoever is to look at Wall Lamp");
        using var phone = Phone();
        Scan(phone);
        phone.Sees("Wall Lamp");
        Assert.DoesNotContain("Gate Lamp", phone.Text, StringComparison.Ordinal);
        phone.Press("Wall Lamp");
        phone.Sees("Before the first cut");
        Assert.Equal("", phone.AxeViolations());
        Assert.False(phone.HasButton("Do"));
        phone.Go(shown + "/remember");
        phone.Sees("Nothing is written down yet.");
        Assert.DoesNotContain("What did you see today?", phone.Text, StringComparison.Ordinal);
        phone.Go(hidden + "/sheet", "There is no such plant.");
        _owner.Press("Done");
        _owner.Press("End it now");
        _owner.Until(() => !_owner.HasButton("End it now"), "the link to be ended");
        phone.Go("/garden");
        phone.Sees("Sign in to this garden");
    }

    [Fact]
    public async Task A_tag_that_is_scanned_opens_its_plant()
    {
        AddRose("Wall Lamp", "South wall");
        var plant = new Uri(_owner.Driver.Url).AbsolutePath.Replace("/look", "", StringComparison.Ordinal);
        _owner.Go("/garden/tags");
        _owner.Sees("Print 1 tag");
        string? says = null;
        _owner.Until(
            () => (says = Scanner.Read(_owner.Driver.FindElement(By.CssSelector("[data-tags] img")))) is not null,
            "a tag that can be scanned"
        );
        Assert.Equal(_application.Url + plant, says);
        _owner.Driver.Navigate().GoToUrl(says!);
        _owner.Sees("Wall Lamp");

        // A device that was told to trust the garden's root is content with its certificate (RFC 5280).
        using var any = new HttpClientHandler
        {
            ServerCertificateCustomValidationCallback = HttpClientHandler.DangerousAcceptAnyServerCertificateValidator,
        };
        using var first = new HttpClient(any);
        using var root = X509CertificateLoader.LoadCertificate(
            await first.GetByteArrayAsync(_application.Url + "/trust/gemmifer.crt")
        );
        using var trusting = new HttpClientHandler
        {
            ServerCertificateCustomValidationCallback = (_, certificate, _, errors) =>
            {
                using var chain = new X509Chain();
                chain.ChainPolicy.TrustMode = X509ChainTrustMode.CustomRootTrust;
                chain.ChainPolicy.CustomTrustStore.Add(root);
                chain.ChainPolicy.RevocationMode = X509RevocationMode.NoCheck;
                return chain.Build(certificate!)
                    && !errors.HasFlag(System.Net.Security.SslPolicyErrors.RemoteCertificateNameMismatch);
            },
        };
        using var client = new HttpClient(trusting);
        using var answer = await client.GetAsync(_application.Url + "/api/here");
        Assert.Equal(401, (int)answer.StatusCode);
        Assert.Equal(
            "sign-in",
            (string)(await answer.Content.ReadFromJsonAsync<System.Text.Json.Nodes.JsonNode>())!["errors"]![0]!["code"]!
        );
    }

    [Fact]
    public void A_device_that_was_ended_forgets_the_garden_and_sends_nothing_as_somebody_else()
    {
        AddRose("Wall Lamp", "South wall");
        var plant = new Uri(_owner.Driver.Url).AbsolutePath.Replace("/look", "", StringComparison.Ordinal);
        void LetIn(string name)
        {
            _owner.Go("/sharing");
            _owner.Type("Whom", name);
            _owner.Press("Let them in");
            _owner.Sees($"For {name}");
        }

        LetIn("First hand");
        using var phone = Phone();
        Scan(phone);
        phone.Sees("Wall Lamp");
        phone.Go(plant + "/remember");
        phone.Sees("Nothing is written down yet.");
        Assert.Contains("garden", Kept(phone), StringComparison.Ordinal);

        // Sent away while a note waits on the phone: at its next breath nothing of the garden is kept there.
        _owner.Go("/sharing");
        _owner.Press("Send away First hand");
        _owner.Until(() => !_owner.Text.Contains("First hand", StringComparison.Ordinal), "the helper to be gone");
        phone.Type("What did you see today?", "Bud break" + Keys.Enter);
        phone.Sees("Sign in to this garden");
        phone.Until(() => !Kept(phone).Contains("garden", StringComparison.Ordinal), "the garden to be forgotten");
        Assert.DoesNotContain("Wall Lamp", phone.Text, StringComparison.Ordinal);

        LetIn("Second hand");
        Scan(phone);
        phone.Sees("Wall Lamp");
        phone.Go("/waiting");
        phone.Sees("somebody else");
        phone.Go(plant + "/remember");
        Assert.Equal(0, Notes(phone, plant));
    }

    /// <summary>What the browser keeps of answers, by name.</summary>
    private static string Kept(Page phone) =>
        (string)
            phone.Driver.ExecuteAsyncScript("const tell = arguments[0]; caches.keys().then(k => tell(k.join(' ')));")!;

    /// <summary>How many notes of a plant the garden has.</summary>
    private static long Notes(Page phone, string plant) =>
        (long)
            phone.Driver.ExecuteAsyncScript(
                """
                const [plant, tell] = arguments;
                fetch(`/api${plant}/log`).then(r => r.json()).then(l => tell(l.filter(e => e.kind === 'note').length));
                """,
                plant
            )!;
}
