using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <summary>One rose from look to done, the way a gardener goes.</summary>
public sealed class JourneyTests
{
    [Fact]
    public void A_rose_is_added_walked_round_decided_on_pruned_and_remembered_after_a_restart()
    {
        using var app = new Application(ownProcess: true);
        using var page = new Page(app.Url);
        page.Go("/");
        page.Sees("The garden is empty");
        page.Press("Add your first plant");
        page.Type("Name", "Quarry Light");
        page.Type("Where it grows", "South bed");
        page.Press("Add it and walk round");
        page.Sees("No canes yet");

        // One cane by taps: bearing, thickness, age.
        page.Press("7 o'clock");
        page.Press("thumb");
        page.Press("2: darker");
        page.Sees("7 o'clock, 20 mm, 2 seasons");

        // Four by typed line; a word that is not understood keeps the text.
        void Line(string text)
        {
            page.Type("Type or say it in one line", text);
            page.Press("Add");
        }

        Line("10 thumb wibble 2y");
        page.Sees("Not understood: “wibble”");
        Assert.Equal("10 thumb wibble 2y", page.Field("Type or say it in one line").GetDomProperty("value"));
        page.Field("Type or say it in one line").SendKeys(Keys.Control + "a");
        Line("10 finger 1y 1.2m");
        Line("1 16mm 2y 1.15m");
        Line("half past 3 thumb 5y grey");
        Line("11:30 5mm 1y 60cm");
        page.Sees("half past 11, 5 mm");
        page.Saved();

        // Imperial at a touch, and back.
        page.Until(() => page.Driver.FindElements(By.CssSelector("header button")).Count > 1, "the header");
        page.Driver.FindElements(By.CssSelector("header button"))[0].Click();
        page.Sees("13/16 in");
        page.Driver.FindElements(By.CssSelector("header button"))[0].Click();
        page.Sees("16 mm");

        page.Press("See the plan");
        page.Sees("4 canes stay, 1 goes");
        page.Driver.FindElements(By.CssSelector("svg [role=button]"))
            .First(s => s.SpokenName().StartsWith("Cane E", StringComparison.Ordinal))
            .SendKeys(Keys.Enter);
        page.Sees("thinner than a pencil");

        // Argue: keep it, and everything else is solved again.
        page.Press("Keep it");
        page.Sees("You asked for it to stay");
        page.Sees("All 5 canes stay");
        page.Press("Decide for me");
        page.Sees("4 canes stay, 1 goes");
        page.Press("Keep it");
        page.Sees("All 5 canes stay");
        page.Press("Undo");
        page.Sees("4 canes stay, 1 goes");
        page.Saved();

        // Out of season the rest waits for its day, unless all of it is asked for.
        page.Press("All steps");
        page.ChooseDay("Day", "2027-06-20");
        page.Sees("is outside of the main prune");
        page.Press("Plan all of it for this day");
        page.Sees("You asked for all of it");
        page.Press("Leave the rest for its season");
        page.Sees("is outside of the main prune");
        for (var back = 0; back < 3; back++)
        {
            page.Press("Undo");
        }

        page.Sees("4 canes stay, 1 goes");
        page.Saved();

        // Do every step at phone width; one differently, one later.
        page.Press("Do it");
        page.Resize(390, 844);
        page.Sees("Step 1 of");
        page.Press("Done");
        page.Sees("Step 2 of");
        page.Press("Done");
        page.Sees("Step 3 of");
        page.Press("Differently");
        page.Press("Cut it elsewhere");
        page.Type("How far up did you cut?", "50 cm");
        page.Press("Record it");
        page.Until(
            () => page.HasButton("Record it all the same") || page.Text.Contains("Step 4 of", StringComparison.Ordinal),
            "step 4, or what the rest comes to"
        );
        if (page.HasButton("Record it all the same"))
        {
            page.Press("Record it all the same");
        }

        // Later is no outcome: the step comes back at the end.
        page.Sees("Step 4 of");
        page.Press("Later");
        page.Sees("Step 5 of");
        while (!page.Text.Contains("put off till now", StringComparison.Ordinal))
        {
            page.NextStep();
        }

        page.NextStep();
        page.Press("Finish this plant");
        page.Sees("Finished for this season");

        // A power cut once it is stored, then next morning. What waits on the device is another test's.
        using var client = new HttpClient { BaseAddress = new Uri(app.Url) };
        var id = new Uri(page.Driver.Url).Segments[2].Trim('/');
        page.Until(
            () =>
                client
                    .GetStringAsync($"/api/plants/{id}/work")
                    .GetAwaiter()
                    .GetResult()
                    .Contains("\"finished\":true", StringComparison.Ordinal),
            "the finish to be stored"
        );
        app.Kill();
        app.Start();
        page.Resize(1280, 800);
        page.Go("/garden");
        page.Sees("finished this season");
        page.Press("Quarry Light");
        page.Sees("Cut A at 50 cm");
        page.Sees("Finished:");
        Assert.Contains("thinner than a pencil", page.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void Two_windows_on_one_plant_the_second_is_told_and_nothing_is_overwritten()
    {
        using var app = new Application(demo: true);
        using var one = new Page(app.Url);
        using var two = new Page(app.Url);
        one.Go("/plants/demo-verdigris/look");
        two.Go("/plants/demo-verdigris/look");
        two.Sees("The walk so far");
        one.Type("Type or say it in one line", "12 thumb 1y");
        one.Press("Add");
        one.Saved();
        two.Type("Type or say it in one line", "6 pencil 2y");
        two.Press("Add");
        two.Sees("changed in another window");
        Assert.Contains("6 o'clock, 7 mm", two.Text, StringComparison.Ordinal);

        // Not saved, and not lost by a reload either.
        two.Driver.Navigate().Refresh();
        two.Sees("changed in another window");
        Assert.Contains("6 o'clock, 7 mm", two.Text, StringComparison.Ordinal);
        two.Press("Show theirs, drop mine");
        two.Sees("12 o'clock, 20 mm");
        two.Saved();
        Assert.DoesNotContain("6 o'clock, 7 mm", two.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void Edits_are_undone_reordered_and_survive_a_server_that_is_away()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url);
        page.Go("/plants/demo-lantern/look");
        page.Press("Edit cane B");
        page.Type("Thick at the base", "banana" + Keys.Tab);
        page.Sees("Not understood, or out of range; nothing was changed");
        page.Type("Thick at the base", "pencil" + Keys.Tab);
        page.Sees("9 o'clock, 7 mm");
        page.Press("Delete");
        page.Until(() => !page.HasButton("Edit cane B"), "B gone");
        page.Press("Undo");
        page.Sees("9 o'clock, 7 mm");
        page.Press("Undo");
        page.Sees("9 o'clock, 14 mm");
        page.Press("Move C up");
        page.Saved();
        app.Stop();
        page.Type("Type or say it in one line", "12 thumb 1y");
        page.Press("Add");
        page.Sees("12 o'clock, 20 mm");
        page.Until(() => page.Text.Contains("trying again", StringComparison.Ordinal), "the note that it is kept here");
        app.Start();
        page.Saved();
        page.Driver.Navigate().Refresh();
        page.Sees("12 o'clock, 20 mm");
        var order = page
            .Driver.FindElements(By.CssSelector("[data-stem]"))
            .Select(b => b.GetDomAttribute("data-stem"))
            .Take(3);
        Assert.Equal(["A", "C", "B"], order);
    }

    [Fact]
    public void The_application_listens_on_loopback_only()
    {
        using var app = new Application();
        var port = app.Port.ToString("X4", System.Globalization.CultureInfo.InvariantCulture);
        var listening = new[] { "/proc/net/tcp", "/proc/net/tcp6" }
            .SelectMany(File.ReadLines)
            .Select(l => l.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            .Where(f => f.Length > 3 && f[3] == "0A" && f[1].EndsWith(":" + port, StringComparison.Ordinal))
            .Select(f => f[1])
            .ToArray();
        Assert.Equal(["0100007F:" + port], listening);
    }

    [Fact]
    public void Another_bud_or_place_can_be_pinned_and_a_wrong_one_changes_nothing()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url);
        page.Go("/plants/demo-lantern/decide");
        page.Sees("Cut A at 51 cm");
        page.Driver.FindElements(By.CssSelector("svg [role=button]"))
            .First(s => s.SpokenName().StartsWith("Cane A:", StringComparison.Ordinal))
            .SendKeys(Keys.Space);
        page.Press("55 cm, faces half past 11");
        page.Sees("You chose the place of the cut");
        page.Sees("Cut A at 56 cm");
        page.Type("Or cut it at", "9 km");
        page.Press("Cut there");
        page.Sees("nothing was changed");
        page.Type("Or cut it at", "hip");
        page.Press("Cut there");
        page.Sees("Cut A at 90 cm");
        page.Saved();
        page.Driver.Navigate().Refresh();
        page.Sees("Cut A at 90 cm");
    }
}
