using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Photographs;
using Gemmifer.Core.Plans;
using Gemmifer.Photos;
using SkiaSharp;

// Pictures of plants of known shape.
//   draw FILE [SEED]              one picture from the front, to look at
//   demo GARDEN FOLDER FILE       those of the demo's plants, and where in them what is, for tests
//   trial [COUNT] [SEED] [FILE]   traces so many plants by a script and writes how far off it was
static int Whole(string[] args, int at, int otherwise) =>
    args.Length > at ? int.Parse(args[at], CultureInfo.InvariantCulture) : otherwise;

switch (args.FirstOrDefault())
{
    case "draw" when args.Length > 1:
        var (canes, front, _) = Trial.Plant(new Random(Whole(args, 2, 1)));
        using (var picture = Scene.Draw(canes, front, 1))
        using (
            var data = picture.Encode(
                args[1].EndsWith(".png", StringComparison.Ordinal)
                    ? SKEncodedImageFormat.Png
                    : SKEncodedImageFormat.Jpeg,
                88
            )
        )
        await using (var file = File.Create(args[1]))
        {
            data.SaveTo(file);
        }

        return 0;
    case "demo" when args.Length > 3:
        DemoPictures.Draw(args[1], args[2], args[3]);
        return 0;
    case "trial":
        var report = Trial.Run(Whole(args, 1, 300), Whole(args, 2, 1));
        Console.Write(report);
        if (args.Length > 3)
        {
            // What is written there by hand below the report stays.
            const string ByHand = "## Taps";
            var before = File.Exists(args[3]) ? await File.ReadAllTextAsync(args[3]) : "";
            var kept = before.IndexOf(ByHand, StringComparison.Ordinal);
            await File.WriteAllTextAsync(args[3], report + (kept < 0 ? "" : "\n" + before[kept..]));
        }

        return 0;
    default:
        Console.Error.WriteLine("usage: draw FILE [SEED] | demo GARDEN FOLDER FILE | trial [COUNT] [SEED] [FILE]");
        return 2;
}

/// <summary>Plants of known shape, drawn, tapped with the error of a finger, reckoned and planned.</summary>
internal static class Trial
{
    private const double TapSd = Trace.TapPx;

    /// <summary>A plant nobody chose, and where two pictures of it are taken from.</summary>
    public static (ShownCane[] Canes, Standing Front, Standing Side) Plant(Random random)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var count = random.Next(4, 10);
        var turn = random.NextDouble() * 12;
        var canes = Enumerable
            .Range(0, count)
            .Select(i =>
            {
                var clock = ((turn + ((i + Between(-0.3, 0.3)) * 12 / count)) % 12) + 1e-3;
                var (away, side) = (Between(15, 45), clock * Math.PI / 6);
                var age = random.Next(1, 5);
                return new ShownCane(
                    ((char)('A' + i)).ToString(),
                    clock,
                    Between(8, 32),
                    Between(20, 60),
                    Between(700, 1500),
                    Between(8, 20),
                    age,
                    away * Math.Sin(side),
                    away * Math.Cos(side)
                );
            })
            .ToArray();
        return (
            canes,
            new Standing("front", 6, Between(2100, 2700), Between(450, 700), Between(-3, 3)),
            new Standing("side", 3, Between(2100, 2700), Between(450, 700), Between(-3, 3))
        );
    }

    public static string Run(int count, int seed)
    {
        var (off, told) = (new List<double>[4], 0);
        for (var m = 0; m < off.Length; m++)
        {
            off[m] = [];
        }

        var z = new List<double>[5];
        for (var m = 0; m < z.Length; m++)
        {
            z[m] = [];
        }

        var thick = new List<double>();
        var (canesAll, same, widthsFound) = (0, 0, 0);
        for (var n = 0; n < count; n++)
        {
            var random = new Random((seed * 100_003) + n);
            var (canes, front, side) = Plant(random);
            Standing[] views = [front, side];
            using var frontPicture = Scene.Draw(canes, front, n);
            using var sidePicture = Scene.Draw(canes, side, n + 1);
            var patches = new[] { PatchOf(frontPicture), PatchOf(sidePicture) };
            var measured = new Dictionary<string, double>();
            var asked = Asked(canes, views, patches, random, measured);
            using var document = JsonDocument.Parse(asked.ToJsonString());
            if (TraceReader.Read(document.RootElement) is not TraceReading.Valid valid)
            {
                throw new InvalidOperationException("The taps of a trial cannot be read.");
            }

            var answer = Trace.Canes(valid.Asked);
            foreach (var (truth, found) in canes.Zip(answer.Stems))
            {
                canesAll++;
                if (found.Spread is not { } sd)
                {
                    told++;
                    continue;
                }

                var hours = Math.Abs(Math.IEEERemainder(found.Clock!.Value - truth.Clock, 12));
                var (lean, tip) = (
                    Math.Abs(found.Lean!.Value - truth.Lean),
                    Math.Abs(found.TipLean!.Value - truth.TipLean)
                );
                var length = Math.Abs(found.Length!.Value - truth.Length);
                off[0].Add(hours * 60);
                off[1].Add(lean);
                off[2].Add(tip);
                off[3].Add(length / truth.Length * 100);
                z[0].Add(hours / sd.Clock);
                z[1].Add(lean / sd.Lean);
                z[2].Add(tip / sd.TipLean);
                z[3].Add(length / sd.Length);
                if (found.Diameter is { } d)
                {
                    widthsFound++;
                    var real = truth.ThickAt(measured[truth.Id]);
                    thick.Add(Math.Abs(d - real) / real * 100);
                    z[4].Add(Math.Abs(d - real) / sd.Diameter!.Value);
                }
            }

            same += Alike(canes, answer, measured);
        }

        return Report(count, canesAll, told, off, thick, z, widthsFound, same);
    }

    /// <summary>The lowest place of a cane that stands clear of the others in a picture, as a share of it.</summary>
    private static double? Alone(ShownCane cane, ShownCane[] all, Standing view, double? only = null)
    {
        var others = all.Where(o => o != cane)
            .SelectMany(o => Enumerable.Range(0, 61).Select(i => view.See(o.At(i / 60.0))))
            .Concat(
                Enumerable.Range(0, 11).Select(i => view.See((Scene.Stick.X, Scene.Stick.Y, Scene.Stick.Mm * i / 10)))
            )
            .ToArray();
        for (var share = only ?? 0.06; share < 0.62 && (only is null || share == only); share += 0.04)
        {
            var (u, v, _) = view.See(cane.At(share));
            if (others.All(o => Math.Sqrt(((o.U - u) * (o.U - u)) + ((o.V - v) * (o.V - v))) > ClearPx))
            {
                return share;
            }
        }

        return null;
    }

    private const double ClearPx = 28;

    private static Patch PatchOf(SKBitmap picture)
    {
        var pixels = picture.GetPixelSpan();
        var bright = new byte[picture.Width * picture.Height];
        for (var i = 0; i < bright.Length; i++)
        {
            bright[i] = (byte)((0.299 * pixels[4 * i]) + (0.587 * pixels[(4 * i) + 1]) + (0.114 * pixels[(4 * i) + 2]));
        }

        return new Patch(picture.Width, picture.Height, bright);
    }

    private static JsonObject Asked(
        ShownCane[] canes,
        Standing[] views,
        Patch[] patches,
        Random random,
        Dictionary<string, double> measured
    )
    {
        double Off() =>
            TapSd * Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        JsonArray Px((double U, double V, double D) p) =>
            [
                Math.Round(Math.Clamp(p.U + Off(), 0, Standing.Width), 2),
                Math.Round(Math.Clamp(p.V + Off(), 0, Standing.High), 2),
            ];
        var stick = Scene.Stick;
        var (clock, away) = (
            (((Math.Atan2(stick.X, stick.Y) * 6 / Math.PI) + 12) % 12),
            Math.Sqrt((stick.X * stick.X) + (stick.Y * stick.Y))
        );
        return new JsonObject
        {
            ["views"] = new JsonArray([
                .. views.Select(v =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["id"] = v.Id,
                            ["from"] = v.From,
                            ["size"] = new JsonArray(Standing.Width, Standing.High),
                            ["focal35"] = Standing.Focal35,
                            ["crown"] = Px(v.See((0, 0, 0))),
                            ["stick"] = new JsonObject
                            {
                                ["a"] = Px(v.See((stick.X, stick.Y, 0))),
                                ["b"] = Px(v.See((stick.X, stick.Y, stick.Mm))),
                                ["mm"] = stick.Mm,
                                ["at"] = new JsonArray(clock, away),
                            },
                        }
                ),
            ]),
            ["canes"] = new JsonArray([
                .. canes.Select(c =>
                {
                    var on = new JsonObject();
                    var (width, sds) = (new JsonObject(), new JsonObject());
                    foreach (var (view, patch) in views.Zip(patches))
                    {
                        on[view.Id] = new JsonArray(
                            Px(view.See(c.At(0))),
                            Px(view.See(c.At(0.5))),
                            Px(view.See(c.At(1)))
                        );

                        // The edges are looked for where a finger tapped, on a piece that stands by itself.
                        if (
                            Alone(c, canes, view, measured.TryGetValue(c.Id, out var had) ? had : null) is not { } share
                        )
                        {
                            continue;
                        }

                        var (here, there) = (view.See(c.At(share)), view.See(c.At(share + 0.05)));
                        var tapped = new Pixel(here.U + Off(), here.V + Off());
                        measured[c.Id] = share;
                        if (EdgeWidth.Of(patch, tapped, there.U - here.U, there.V - here.V) is { } edges)
                        {
                            width[view.Id] = new JsonArray(
                                new JsonArray(edges.A.U, edges.A.V),
                                new JsonArray(edges.B.U, edges.B.V)
                            );
                            sds[view.Id] = edges.SdPx;
                        }
                    }

                    return (JsonNode)
                        new JsonObject
                        {
                            ["id"] = c.Id,
                            ["on"] = on,
                            ["width"] = width,
                            ["widthSd"] = sds,
                        };
                }),
            ]),
        };
    }

    /// <summary>How many canes are decided alike by the plan of what was traced and of what is true.</summary>
    private static int Alike(ShownCane[] canes, TraceAnswer answer, Dictionary<string, double> measured)
    {
        var (truth, traced) = (
            Planned([.. canes.Select(c => (c, c.Clock, c.Lean, c.TipLean, c.Length, c.Diameter))]),
            Planned([
                .. canes.Zip(answer.Stems, (c, s) =>
                    (
                        c,
                        s.Clock ?? c.Clock,
                        s.Lean ?? c.Lean,
                        s.TipLean ?? c.TipLean,
                        s.Length ?? c.Length,
                        s.Diameter is { } d ? d / (1 - (0.65 * measured[c.Id])) : c.Diameter
                    )
                ),
            ])
        );
        return truth.Stems.Join(traced.Stems, t => t.Id, s => s.Id, (t, s) => t.Decision == s.Decision).Count(a => a);
    }

    private static PlanDocument Planned(
        (ShownCane Cane, double Clock, double Lean, double TipLean, double Length, double Diameter)[] canes
    )
    {
        var survey = new JsonObject
        {
            ["format"] = "gemmifer.survey/1",
            ["plant"] = new JsonObject { ["name"] = "Trial", ["kind"] = "rose.hybrid-tea" },
            ["date"] = "2027-02-20",
            ["stems"] = new JsonArray([
                .. canes.Select(c =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["id"] = c.Cane.Id,
                            ["role"] = "cane",
                            ["parent"] = "crown",
                            ["clock"] = Math.Max(0.01, Math.Round(c.Clock, 2)),
                            ["diameter"] = Math.Round(c.Diameter, 1),
                            ["length"] = Math.Round(c.Length),
                            ["lean"] = Math.Round(c.Lean, 1),
                            ["tipLean"] = Math.Round(c.TipLean, 1),
                            ["age"] = c.Cane.Age,
                        }
                ),
            ]),
        };
        using var document = JsonDocument.Parse(survey.ToJsonString());
        return SurveyReader.Read(document.RootElement) is SurveyReading.Valid valid
            ? Planner.Plan(valid.Survey, Gemmifer.Core.Families.PlanDetail.Brief)
            : throw new InvalidOperationException("The survey of a trial cannot be read.");
    }

    private static string Report(
        int count,
        int canes,
        int told,
        List<double>[] off,
        List<double> thick,
        List<double>[] z,
        int widths,
        int same
    )
    {
        static double At(List<double> values, double share) =>
            values.Count == 0
                ? double.NaN
                : values.Order().ElementAt((int)Math.Min(values.Count - 1, share * values.Count));
        static double Within(List<double> own, double sd) => own.Count(v => v < sd) * 100.0 / Math.Max(1, own.Count);
        string Row(string name, string unit, List<double> values, List<double> own, string aim) =>
            string.Create(
                CultureInfo.InvariantCulture,
                $"| {name} | {At(values, 0.5):0.00} {unit} | {At(values, 0.95):0.00} {unit} | {aim} "
            ) + string.Create(CultureInfo.InvariantCulture, $"| {Within(own, 1):0} % | {Within(own, 2):0} % |\n");
        var alike = (same * 100.0 / canes).ToString("0.0", CultureInfo.InvariantCulture);
        return $"""
                # Photographs: how well taps measure a plant

                {count} plants of known shape ({canes} canes), drawn by `tools/Gemmifer.Photos` in true perspective with
                bark, leaves, a wall and noise, each from the front and from the side; tapped by a script with an error of
                4 pixels (one standard deviation) in each coordinate of every tap, those on crown and stick too: foot,
                middle and tip of each cane. Thickness is found across the stem by its edges, where a finger tapped a piece
                that stands by itself. Written by `trial 300 1 docs/photographs.md`.

                | measure | median error | 95 of 100 below | aim | within one told spread | within two |
                |---|---|---|---|---|---|

                """
            + Row("bearing", "min", off[0], z[0], "15 min")
            + Row("lean at the foot", "°", off[1], z[1], "1.5°")
            + Row("lean at the tip", "°", off[2], z[2], "1.5°")
            + Row("length", "%", off[3], z[3], "2 %")
            + Row("thickness", "%", thick, z[4], "10 %")
            + $"""

                Bearings in minutes of a clock face; the aims are for the median. An honest spread holds 68 and 95 in a
                hundred. Shaded bark makes a stem look a third of a pixel wider than it is; its spread has room for that.

                - Canes whose taps contradict each other and are told so: {told} of {canes}.
                - Canes whose thickness was found: {widths} of {canes}; of the others nothing is said.
                - Decisions of the plan of what was traced that are those of the plan of what is true: {same} of {canes}
                  ({alike} %; aim 95 %).

                """;
    }
}
