using System.Diagnostics;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Planning;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Tests;

// How long the choice takes, and how often it is proved, on seeded plants.
foreach (var canes in new[] { 8, 12, 15, 20, 25 })
{
    foreach (var vigour in new[] { "normal", "weak" })
    {
        var (solve, plan) = (new List<double>(), new List<double>());
        var (proved, nodes) = (0, new List<double>());
        for (var seed = 1; seed <= 20; seed++)
        {
            var survey = Surveys.Read(Surveys.Exactly(seed, canes).Plant("vigour", vigour));
            Planner.Plan(survey);
            var tree = StemTree.Build(survey);
            var sorted = Sorting.Sort(survey, tree);
            var model = new ModelBuilder(survey, tree, sorted.Candidates).Build();
            var watch = Stopwatch.StartNew();
            var choice = Relaxation.Solve(model, sorted.Limits, Planner.NodeLimit);
            solve.Add(watch.Elapsed.TotalMilliseconds);
            watch.Restart();
            Planner.Plan(survey);
            plan.Add(watch.Elapsed.TotalMilliseconds);
            proved += choice.Optimal ? 1 : 0;
            nodes.Add(choice.Result.Nodes);
        }

        static string Of(List<double> v) => $"{v.Order().ElementAt(v.Count / 2),8:0.0} {v.Order().ElementAt(v.Count * 9 / 10),8:0.0} {v.Max(),8:0.0}";
        Console.WriteLine($"{canes,3} canes {vigour,-7} proved {proved,2}/20   choice ms (median, 90 %, most) {Of(solve)}   whole plan ms {Of(plan)}   nodes {Of(nodes)}");
    }
}
