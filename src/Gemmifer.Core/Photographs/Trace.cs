using System.Globalization;
using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Photographs;

/// <summary>
/// Reckons canes from taps on photographs: bearing, lean, length and thickness, each with its spread. Pure: the same
/// taps give the same canes.
/// </summary>
public static class Trace
{
    /// <summary>One standard deviation of each coordinate of a tap, pixels: a finger (assumption).</summary>
    public const double TapPx = 4;

    /// <summary>Pictures that disagree by more standard deviations than this contradict each other.</summary>
    public const double Contradiction = 4;

    /// <summary>A foot further from the crown than this is likely not its foot, mm.</summary>
    private const double FarFootMm = 400;

    /// <summary>The spread of a bearing of which nothing is known: even all round the clock, hours.</summary>
    private const double AnyClock = 3.46;

    /// <summary>The canes that were tapped.</summary>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public static TraceAnswer Canes(TraceAsked asked, CancellationToken cancel = default)
    {
        var stems = new List<TracedStem>();
        var warnings = new List<TraceWarning>(asked.Noticed);
        var effort = new TraceEffort(TraceEffort.OfRequest);
        var spent = 0;
        foreach (var cane in asked.Canes)
        {
            try
            {
                stems.Add(Of(cane, asked, warnings, effort, cancel));
            }
            catch (TraceSpentException)
            {
                spent++;
                stems.Add(Unknown(cane));
            }
        }

        if (spent > 0)
        {
            warnings.Add(
                new TraceWarning(
                    "effort",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{spent} of {asked.Canes.Length} canes were not reckoned, as all of them take too long: "
                    ) + "ask for fewer at once."
                )
            );
        }

        return new TraceAnswer(stems, warnings);
    }

    private static TracedStem Unknown(TappedCane cane) => new(cane.Id, null, null, null, null, null, null);

    private static TracedStem Of(
        TappedCane cane,
        TraceAsked asked,
        List<TraceWarning> warnings,
        TraceEffort effort,
        CancellationToken cancel
    )
    {
        var fit = new StemFit(cane, asked.Views, cane.Clock, effort, cancel);
        var unsaid = !fit.SeenRound && cane.Clock is null;
        if (unsaid)
        {
            // Square to the picture: what is seen is then all of it, and the least it can be.
            fit = new StemFit(cane, asked.Views, Square(cane, asked), effort, cancel);
            warnings.Add(
                new TraceWarning(
                    "one-view",
                    $"Which way {cane.Id} leans cannot be seen from one side: lean and length are the least they can "
                        + "be.",
                    cane.Id
                )
            );
        }

        if (fit.Fit() is not { } found)
        {
            warnings.Add(new TraceWarning("contradict", $"No cane runs through the taps of {cane.Id}.", cane.Id));
            return Unknown(cane);
        }

        if (found.Worst > Contradiction)
        {
            warnings.Add(
                new TraceWarning(
                    "contradict",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"The taps of {cane.Id} contradict each other by {found.Worst:0.#} standard deviations: "
                    ) + "is it the same cane in each picture?",
                    cane.Id
                )
            );
            return Unknown(cane);
        }

        var arc = found.Arc;
        var away = Math.Sqrt((arc.Start.X * arc.Start.X) + (arc.Start.Y * arc.Start.Y));
        var far = Math.Max(away, Math.Abs(arc.Start.Z));
        if (far > FarFootMm)
        {
            warnings.Add(
                new TraceWarning(
                    "foot",
                    $"The foot of {cane.Id} lies {Math.Round(far / 100) * 100} mm from the crown: is that its tip?",
                    cane.Id
                )
            );
        }

        double Sd(int i) => Math.Sqrt(Math.Max(0, found.Covariance[i, i]));
        var tipVariance = found.Covariance[4, 4] + found.Covariance[5, 5] + (2 * found.Covariance[4, 5]);
        var (diameter, across) = Thickness(cane, asked, found, warnings);
        var clock = arc.Bearing.Clock;
        return new TracedStem(
            cane.Id,
            unsaid ? null : Round(clock, 2),
            Round(Math.Clamp(arc.LeanDeg, 0, 180), 2),
            Round(Math.Clamp(arc.TipLeanDeg, 0, 180), 2),
            Round(arc.LengthMm, 1),
            diameter is { } d ? Round(d, 2) : null,
            new TraceSpread(
                fit.SeenRound ? Round(Math.Min(AnyClock, Sd(3) * 6 / Math.PI), 3) : 0,
                Round(Sd(4) * 180 / Math.PI, 2),
                Round(Math.Sqrt(Math.Max(0, tipVariance)) * 180 / Math.PI, 2),
                Round(Sd(6) * 1000, 1),
                across is { } s ? Round(s, 2) : null
            ),
            fit.SeenRound ? Round((Bearing.FromVector(arc.Start.X, arc.Start.Y) ?? arc.Bearing).Clock, 2) : null,
            fit.SeenRound ? Round(away, 1) : null
        );
    }

    /// <summary>The bearing square to the one picture a cane is in, on the side to which it leans there.</summary>
    private static Bearing Square(TappedCane cane, TraceAsked asked)
    {
        var view = asked.Views.First(v => cane.On.ContainsKey(v.Id));
        var taps = cane.On[view.Id];
        return view.From.Turn(taps[^1].U >= taps[0].U ? -90 : 90);
    }

    /// <summary>
    /// The thickness across the stem in each picture where it was tapped, the surer the more it counts; null where it
    /// was in none.
    /// </summary>
    private static (double? Mm, double? Sd) Thickness(
        TappedCane cane,
        TraceAsked asked,
        StemFit.Fitted found,
        List<TraceWarning> warnings
    )
    {
        var seen = new List<(double Mm, double Sd)>();
        foreach (var width in cane.Width)
        {
            var view = asked.Views.First(v => v.Id == width.View);
            var middle = new Pixel((width.A.U + width.B.U) / 2, (width.A.V + width.B.V) / 2);
            if (Camera.Of(view) is not { } camera || StemFit.Near(found, camera, middle) is not { } near)
            {
                continue;
            }

            // Across the stem, however the two points lie.
            var across = Math.Abs(((width.B.U - width.A.U) * near.V) - ((width.B.V - width.A.V) * near.U));
            var scale = near.DepthMm / camera.FocalPx;
            seen.Add((across * scale, width.SdPx * scale));
        }

        if (seen.Count == 0)
        {
            return (null, null);
        }

        var weights = seen.Sum(s => 1 / (s.Sd * s.Sd));
        var mean = seen.Sum(s => s.Mm / (s.Sd * s.Sd)) / weights;
        if (seen.Any(s => Math.Abs(s.Mm - mean) > Contradiction * s.Sd))
        {
            warnings.Add(
                new TraceWarning("width", $"The pictures disagree how thick {cane.Id} is: tap both its sides.", cane.Id)
            );
            return (null, null);
        }

        return (mean, Math.Sqrt(1 / weights));
    }

    private static double Round(double value, int digits) => Math.Round(value, digits, MidpointRounding.AwayFromZero);
}
