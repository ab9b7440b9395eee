using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Year;

/// <summary>Reckons back from the day on which a plant is to flower to the cut that makes it.</summary>
internal static class BackFromDay
{
    /// <summary>
    /// What makes a plant flower on a wanted day: its main prune so long before, or a round of deadheading where it
    /// flowers again and again.
    /// </summary>
    public static void Backwards(
        YearAsked asked,
        YearPlant plant,
        DateOnly wanted,
        PlantYear[] years,
        List<DatedJob> jobs,
        List<YearWarning> warnings
    )
    {
        var name = YearPlanner.Day(wanted);
        foreach (var year in years.Where(y => wanted > y.FirstFrostBefore && wanted <= y.FirstFrost))
        {
            var (days, own) = year.PruneToBloom;
            var best = wanted.AddDays(-(int)Math.Round(days));
            var told = own > 0 ? $"the mean of its own {Times(own)}" : "as its kind takes";

            // Shoots begin after the last frost: nothing flowers sooner after it than its kind can.
            var soonest = year.LastFrost.AddDays(plant.Kind.FlowerFromDays);
            if (best >= year.Prune.From && best <= year.Prune.To && wanted >= soonest && year.Repeats)
            {
                jobs.RemoveAll(j =>
                    j.Plant == plant.Id && j.Job == YearJob.MainPrune && j.Window[0] == year.Prune.From
                );
                jobs.Add(
                    new DatedJob(
                        plant.Id,
                        YearJob.MainPrune,
                        [year.Prune.From, year.Prune.To],
                        best,
                        $"To flower on {name}: {Math.Round(days)} days before, {told}.",
                        Provenance.Practice,
                        $"What is cut later flowers after {name}.",
                        RuleOf(plant, YearJob.MainPrune).Minutes,
                        RuleOf(plant, YearJob.MainPrune).Weight,
                        year.Year
                    )
                );
                return;
            }

            var round = year.Round;
            var cut = wanted.AddDays(-(int)Math.Round(round.Days));
            if (year.Repeats && cut >= year.Bloom.Early && wanted <= year.FirstFrost.AddDays(-1))
            {
                jobs.Add(
                    new DatedJob(
                        plant.Id,
                        YearJob.Deadhead,
                        [cut.AddDays(-4), cut.AddDays(4)],
                        cut,
                        $"To flower on {name}: {Math.Round(round.Days)} days before, "
                            + (round.Own > 0 ? $"the mean of its own {Times(round.Own)}." : "by common practice."),
                        Provenance.Practice,
                        $"The round then comes after {name}.",
                        RuleOf(plant, YearJob.Deadhead).Minutes,
                        RuleOf(plant, YearJob.Deadhead).Weight,
                        year.Year,
                        RuleOf(plant, YearJob.Deadhead).How
                    )
                );
                return;
            }

            if (wanted >= year.Bloom.Early && wanted <= year.FlushEnd.Late)
            {
                warnings.Add(
                    new YearWarning(
                        "flower-on",
                        $"It flowers about {name} by itself, from {YearPlanner.Day(year.Bloom.Early)} on; "
                            + "no cut moves that.",
                        plant.Id
                    )
                );
                return;
            }
        }

        warnings.Add(
            new YearWarning(
                "flower-on",
                $"It cannot be made to flower on {name}: no cut of that year leads there.",
                plant.Id
            )
        );
    }

    private static string Times(int count) => count == 1 ? "one time" : $"{count} times";

    private static JobRule RuleOf(YearPlant plant, YearJob job) =>
        JobRules.Of(plant.Kind.Family).First(r => r.Job == job);
}
