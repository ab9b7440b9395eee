using Gemmifer.Core.Schools;
using Gemmifer.Core.Year;
using Google.OrTools.Algorithms;

namespace Gemmifer.Core.Tests.Year;

/// <summary>What to do in the minutes there are, against every combination and a general-purpose solver.</summary>
public class MinutesTests
{
    private static (double Minutes, double Worth)[] Jobs(int seed, int count)
    {
        var random = new Random(seed);
        return
        [
            .. Enumerable
                .Range(0, count)
                .Select(_ => ((double)random.Next(1, 40), Math.Round(random.NextDouble() * 3, 3))),
        ];
    }

    private static double Sum((double Minutes, double Worth)[] jobs, bool[] chosen) =>
        jobs.Where((_, i) => chosen[i]).Sum(j => j.Worth);

    [Fact]
    public void No_combination_that_fits_is_worth_more()
    {
        for (var seed = 0; seed < 150; seed++)
        {
            var jobs = Jobs(seed, 3 + (seed % 11));
            var available = seed % 90;
            var chosen = Minutes.Choose(jobs, available);
            Assert.True(jobs.Where((_, i) => chosen[i]).Sum(j => j.Minutes) <= available);
            var best = Enumerable
                .Range(0, 1 << jobs.Length)
                .Select(m => jobs.Where((_, i) => ((m >> i) & 1) == 1).ToArray())
                .Where(s => s.Sum(j => j.Minutes) <= available)
                .Max(s => s.Sum(j => j.Worth));
            Assert.Equal(best, Sum(jobs, chosen), 1e-9);
        }
    }

    [Fact]
    public void A_general_purpose_solver_finds_nothing_better()
    {
        for (var seed = 0; seed < 25; seed++)
        {
            var jobs = Jobs(1000 + seed, 120);
            var available = 20 + (seed * 10);
            using var solver = new KnapsackSolver(
                KnapsackSolver.SolverType.KNAPSACK_MULTIDIMENSION_BRANCH_AND_BOUND_SOLVER,
                "minutes"
            );
            var takes = new long[1, jobs.Length];
            for (var i = 0; i < jobs.Length; i++)
            {
                takes[0, i] = (long)jobs[i].Minutes;
            }

            solver.Init([.. jobs.Select(j => (long)Math.Round(j.Worth * 1000))], takes, [available]);
            Assert.Equal(solver.Solve() / 1000.0, Sum(jobs, Minutes.Choose(jobs, available)), 1e-6);
        }
    }

    [Fact]
    public void What_is_worth_nothing_is_left_and_of_equal_ones_the_earlier_is_done()
    {
        Assert.Equal([false, true], Minutes.Choose([(5, 0), (5, 1)], 40));
        Assert.Equal([true, false, false], Minutes.Choose([(20, 1), (20, 1), (20, 1)], 30));
        Assert.Equal([false], Minutes.Choose([(30.5, 1)], 30));
        Assert.Equal([true], Minutes.Choose([(30.5, 1)], 31));
        Assert.Empty(Minutes.Choose([], 40));
        Assert.Throws<ArgumentOutOfRangeException>(() => Minutes.Choose([], -1));
    }

    [Fact]
    public void A_job_is_worth_more_the_nearer_its_last_day_and_nothing_before_its_first()
    {
        var job = new DatedJob(
            "p",
            YearJob.MainPrune,
            [new(2027, 2, 1), new(2027, 3, 1)],
            new(2027, 2, 14),
            "",
            Provenance.Practice,
            "",
            30,
            3,
            2027
        );
        var worth = Enumerable
            .Range(0, 60)
            .Select(i => Minutes.Worth(job, new DateOnly(2027, 1, 20).AddDays(i)))
            .ToArray();
        Assert.All(worth.Take(12), w => Assert.Equal(0, w));
        Assert.Equal(worth.Order(), worth);
        Assert.Equal(3, worth[^1]);
        Assert.Equal(0, Minutes.Worth(job with { Weight = 0 }, new DateOnly(2027, 2, 20)));
    }
}
