using System.Globalization;
using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <summary>The year round the cut: today's work, notes it learns from, the round among the flowers, files.</summary>
public sealed class YearRoundTests : IDisposable
{
    private static readonly string Calendar = File.ReadAllText(
        Path.Combine(AppContext.BaseDirectory, "../../../../../web/node_modules/ical.js/dist/ical.es5.min.cjs")
    );

    private readonly Application _application = new(demo: true);
    private readonly Page _page;

    public YearRoundTests() => _page = new Page(_application.Url);

    public void Dispose()
    {
        _page.Dispose();
        _application.Dispose();
    }

    private static string Day(int fromToday) =>
        DateTime.Today.AddDays(fromToday).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    /// <summary>Moves the frosts so that it is the middle of summer today, whatever day it is.</summary>
    private void MakeItSummer()
    {
        _page.Go("/");
        var status = (string)
            _page.Driver.ExecuteAsyncScript(
                """
                const [last, first, done] = arguments;
                fetch('/api/settings').then(r => r.json()).then(s => {
                  Object.assign(s.settings.place, { lastFrost: last.slice(5), firstFrost: first.slice(5) });
                  return fetch('/api/settings', { method: 'PUT', body: JSON.stringify(s.settings),
                    headers: { 'Content-Type': 'application/json', 'If-Match': `"${s.revision}"` } });
                }).then(r => done(String(r.status)));
                """,
                Day(-100),
                Day(120)
            )!;
        Assert.Equal("200", status);
    }

    [Fact]
    public void A_round_among_the_flowers_on_a_phone_says_where_to_cut_by_counted_leaves_and_is_noted()
    {
        MakeItSummer();
        _page.Resize(390, 844);
        _page.Go("/plants/demo-lantern/round");
        _page.Press("A single flower that is over");
        _page.Sees("Count on");
        _page.Press("F1: a leaf of 3");
        _page.Press("F1: a leaf of 3");
        _page.Press("F1: a leaf of 5");
        _page.Sees("above the third leaf from the top, the one of 5 leaflets.");
        _page.Press("just below the flowers");
        _page.Sees("above the first leaf from the top, the one of 3 leaflets.");
        _page.Press("to the first full leaf");
        _page.Sees("above the third leaf from the top");
        _page.Press("A cluster");
        _page.Sees("Nip the finished flowers off F2 at their stalks.");

        // What was tapped is there after a reload.
        _page.Driver.Navigate().Refresh();
        _page.Sees("Nip the finished flowers off F2");
        Assert.True(_page.TooWide <= 0);
        _page.Press("Cut them one by one");
        _page.Sees("Before the first cut");
        _page.NextStep();
        _page.Sees("Cut F1");
        Assert.DoesNotContain("Nip the finished", _page.Text, StringComparison.Ordinal);

        // Done differently: by the leaf, as nobody measured.
        _page.Press("Differently");
        _page.Press("Cut it elsewhere");
        _page.Press("above leaf 2, of 3");
        _page.Press("Record it");
        _page.Sees("Nip the finished flowers off F2");
        _page.NextStep();
        _page.Sees("Gather what you cut");
        _page.NextStep();
        _page.Sees("Every step is done");
        _page.Press("Finish this visit");
        _page.Sees("See the log");
        _page.Go("/plants/demo-lantern/remember");
        _page.Sees("Round among the flowers: 4 steps done.");
        _page.Sees("Nip the finished flowers off F2");
    }

    [Fact]
    public void A_round_that_was_cut_while_it_was_tapped_is_kept_with_a_tap()
    {
        MakeItSummer();
        _page.Go("/plants/demo-lantern/round");
        _page.Press("A shoot without a flower");
        _page.Press("F1: a leaf of 3");
        _page.Press("F1: no more leaves");
        _page.Sees("F1: nothing today.");
        _page.Press("F1: take the last leaf back");
        _page.Press("F1: a leaf of 7");
        _page.Sees("F1 came blind: cut");
        _page.Press("One for the vase");
        _page.Press("F2: a leaf of 5");
        _page.Press("F2: a leaf of 5");
        _page.Sees("Cut F2 for the vase");
        _page.Press("Done already: 2 stems");
        _page.Sees("Noted in the log.");
        _page.Go("/plants/demo-lantern/remember");
        _page.Sees("Round among the flowers: 4 steps done.");
        _page.Sees("1 visit so far");
    }

    [Fact]
    public void A_rose_is_covered_step_by_step_when_it_is_time_or_wanted()
    {
        _page.Go("/plants/demo-corkscrew/cover");
        _page.Sees("Draw mulch or soil over the base of the canes");
        if (_page.HasButton("Cover it today all the same"))
        {
            _page.Press("Cover it today all the same");
        }

        _page.Press("Begin to cover it");
        _page.Sees("Step 1 of 5");
        for (var step = 1; step <= 5; step++)
        {
            _page.Sees($"Step {step} of 5");
            _page.NextStep();
        }

        _page.Sees("Every step is done");
        _page.Sees("Look whether the wrap still holds");
        _page.Press("Finish this visit");
        _page.Sees("See the log");
        _page.Go("/plants/demo-corkscrew/remember");
        _page.Sees("Covered for the winter: 5 steps done.");
    }

    [Fact]
    public void What_a_storm_broke_is_marked_and_the_plan_for_today_follows()
    {
        MakeItSummer();
        _page.Go("/plants/demo-lantern/remember");
        _page.Sees("Something else, or of another day");
        _page.Driver.FindElement(By.CssSelector("main details summary")).Click();
        _page.Choose("What it is", "Storm break");
        _page.Press("Note it down");
        _page.Sees("Which canes broke?");
        _page.Press("A");
        _page.Type("How far up", "30 cm");
        _page.Press("Mark them");
        _page.Sees("A is marked in Look.");
        _page.Press("What is right today");
        _page.Until(() => _page.Text.Contains("Step 1 of", StringComparison.Ordinal), "the steps of today");

        // A step on the broken cane stands in today's work, and the prune does not.
        var stages = (string)
            _page.Driver.ExecuteAsyncScript(
                """
                const done = arguments[0];
                fetch('/api/plants/demo-lantern/work').then(r => r.json()).then(w => done(w.pending
                  .filter(p => p.step.stage !== 'return' && p.step.stem === 'A').map(p => p.step.stage).join()
                  + ' ' + w.pending.filter(p => p.step.stage === 'shorten' || p.step.stage === 'thin').length));
                """
            )!;
        Assert.Equal("damaged 0", stages);
    }

    [Fact]
    public void From_prune_to_bloom_the_interval_is_learned_and_reckons_back_from_a_day_in_flower()
    {
        var year = DateTime.Today.Year;
        _page.Go("/plants/demo-slate/remember");
        foreach (var (what, day) in new[] { ("Pruned", $"{year - 1}-03-01"), ("First bloom", $"{year - 1}-06-09") })
        {
            if (what == "Pruned")
            {
                _page.Sees("Something else, or of another day");
                _page.Driver.FindElement(By.CssSelector("main details summary")).Click();
                _page.Choose("What it is", what);
                _page.ChooseDay("The day it was", day);
                _page.Press("Note it down");
                _page.Sees("Pruned.");
                continue;
            }

            // A tap is of today; it is dated back where the line stands.
            _page.Press(what);
            _page.Sees("First bloom.");
            _page.Until(() => !_page.Text.Contains("Waits to be sent", StringComparison.Ordinal), "it to be stored");
            _page.Press("Correct: First bloom.");
            _page.ChooseDay("The day it was", day, last: true);
            _page.Press("Correct it");
            _page.Sees("Corrected once");
        }

        _page.Sees("Days from prune to first bloom");
        var days = (new DateTime(year - 1, 6, 9) - new DateTime(year - 1, 3, 1)).Days;
        _page.Driver.ExecuteScript("document.querySelectorAll('figure details').forEach(d => { d.open = true; })");
        _page.Sees($"{days} days");

        // A day it is to flower on is reckoned back by its own interval.
        var summer = DateTime.Today.Month >= 3 ? year + 1 : year;
        var answer = (string)
            _page.Driver.ExecuteAsyncScript(
                """
                const [day, done] = arguments;
                fetch('/api/plants/demo-slate').then(r => r.json()).then(p =>
                  fetch('/api/plants/demo-slate', { method: 'PUT', body: JSON.stringify({ ...p, flowerOn: day }),
                    headers: { 'Content-Type': 'application/json', 'If-Match': `"${p.revision}"` } }))
                  .then(() => fetch(`/api/garden/year?from=${day.slice(0, 4)}-01-01`)).then(r => r.json())
                  .then(y => done(y.jobs.filter(j => j.plant === 'demo-slate' && j.because.includes(day))
                    .map(j => `${j.best} ${j.because}`).join('\n')));
                """,
                $"{summer}-06-20"
            )!;
        var best = new DateTime(summer, 6, 20).AddDays(-days).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
        Assert.Contains($"{best} To flower on {summer}-06-20: {days} days before", answer);
        Assert.Contains("the mean of its own one time", answer);
    }

    [Fact]
    public async Task A_whole_garden_goes_out_as_a_file_and_into_an_empty_one_from_the_screen()
    {
        _page.Go("/files");
        _page.Sees("Save the garden as a file");
        var file = Path.Combine(_application.Folder, "garden.zip");
        using (var client = new HttpClient())
        {
            await File.WriteAllBytesAsync(file, await client.GetByteArrayAsync(_application.Url + "/api/archive"));
        }

        using var empty = new Application();
        using var page = new Page(empty.Url);
        page.Go("/files");
        page.Driver.FindElement(By.CssSelector("input[accept*=zip]")).SendKeys(file);
        page.Sees("Read in: 35 plants");
        page.Driver.FindElement(By.CssSelector("input[accept*=zip]")).SendKeys(file);
        page.Sees("All of it was here already; nothing changed.");
        page.Go("/garden");
        page.Sees("Bramble Hedge");

        // What is no garden is refused by name, and the garden is as it was.
        var wrong = Path.Combine(_application.Folder, "wrong.zip");
        await File.WriteAllTextAsync(wrong, "no zip");
        page.Go("/files");
        page.Driver.FindElement(By.CssSelector("input[accept*=zip]")).SendKeys(wrong);
        page.Sees("This archive is refused whole; the garden is as it was.");
    }

    [Fact]
    public void The_calendar_reads_in_a_parser_of_somebody_else()
    {
        _page.Go("/");

        // ical.js, an independent parser of iCalendar (RFC 5545).
        var read = (string)
            _page.Driver.ExecuteAsyncScript(
                $$"""
                const done = arguments[arguments.length - 1];
                const module = { exports: {} };
                (function (module, exports) { {{Calendar}} })(module, module.exports);
                const ICAL = module.exports.default ?? module.exports;
                Promise.all(['/api/calendar.ics', '/api/garden/year'].map(a => fetch(a).then(r => a.endsWith('ics') ? r.text() : r.json())))
                  .then(([text, year]) => {
                    const calendar = new ICAL.Component(ICAL.parse(text));
                    const events = calendar.getAllSubcomponents('vevent').map(e => new ICAL.Event(e));
                    const uids = new Set(events.map(e => e.uid));
                    const days = new Set(events.map(e => e.startDate.toString()));
                    const missing = year.jobs.filter(j => j.best <= new Date(Date.now() + 300 * 864e5).toISOString().slice(0, 10)
                      && j.best >= year.today && !days.has(j.best)).length;
                    done([calendar.getFirstPropertyValue('version'), events.length > 50, uids.size === events.length, missing,
                      events.every(e => e.startDate.isDate && e.summary && e.description)].join(' '));
                  }).catch(e => done(String(e)));
                """
            )!;
        Assert.Equal("2.0 true true 0 true", read);
    }

    [Fact]
    public void A_line_as_it_is_said_is_read_back_before_it_is_noted_and_a_whole_bed_is_taken_back()
    {
        _page.Go("/log");
        _page.Type("What, on which plant or bed, when", "first bloom" + Keys.Enter);
        _page.Sees("Of which plant or bed? Nothing is noted yet.");
        _page.Type("What, on which plant or bed, when", "first bloom hill lantern today" + Keys.Enter);
        _page.Sees("Hill Lantern");
        _page.Press("Note it");
        _page.Sees("Hill Lantern: First bloom. Noted.");
        _page.Press("Upper terrace");
        _page.Press("Hail");
        _page.Press("Note it on all of Upper terrace");
        _page.Sees("Upper terrace: Struck by hail. Noted on 3 plants.");
        _page.Press("Take it back");
        _page.Until(() => !_page.Text.Contains("Struck by hail", StringComparison.Ordinal), "it to be taken back");
    }

    [Fact]
    public void Beds_are_put_in_the_order_one_walks_by_keys_and_today_follows()
    {
        _page.Go("/garden/places");
        _page.Sees("Along the north fence");
        _page.Button("Move Behind the shed up").SendKeys(Keys.ArrowUp);
        _page.Sees("Behind the shed is number 1 of");
        _page.Sees("and kept.");
        _page.Until(
            () =>
                _page.Text.IndexOf("Behind the shed", StringComparison.Ordinal)
                < _page.Text.IndexOf("Along the north fence", StringComparison.Ordinal),
            "the shed first"
        );
        _page.Driver.Navigate().Refresh();
        _page.Sees("Along the north fence");
        Assert.True(
            _page.Text.IndexOf("Behind the shed", StringComparison.Ordinal)
                < _page.Text.IndexOf("Along the north fence", StringComparison.Ordinal)
        );
        _page.Go("/");
        _page.Sees("Today");
        _page.Press("20 minutes");
        _page.Until(
            () =>
                _page.Text.Contains("in the order you walk", StringComparison.Ordinal)
                || _page.Text.Contains("Nothing", StringComparison.Ordinal)
                || _page.Text.Contains("Waits for better weather", StringComparison.Ordinal),
            "what fits"
        );
    }

    [Fact]
    public void A_file_of_weather_is_shown_before_it_is_taken_and_fahrenheit_is_told()
    {
        var file = Path.Combine(_application.Folder, "station.csv");
        File.WriteAllText(file, "date,tmin,tmax,rain\n2026-07-01,68,104,0\n2026-07-03,70,106,0\n");
        _page.Go("/weather");
        _page.Sees("Take in a file of your station");
        _page.Driver.FindElement(By.CssSelector("input[type=file]")).SendKeys(file);
        _page.Sees("read as °F");
        _page.Sees("1 day is missing");
        _page.Press("Take these days in");
        _page.Sees("They are stored.");
        File.WriteAllText(file, "date,tmin,tmax,rain\n2026-07-01,68,x,0\n");
        _page.Driver.FindElement(By.CssSelector("input[type=file]")).SendKeys(file);
        _page.Sees("Line 2, tmax");
    }
}
