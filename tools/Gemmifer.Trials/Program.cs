using System.Globalization;
using Gemmifer.Core.Tests.Truth;
using Gemmifer.Trials;

// Tries to break what is kept and guarded.
//   kill [COUNT] [SEED]          ends the server at random moments and looks whether anything was lost
//   plans [COUNT] [SEED]         plans legal surveys at their edges and looks for one that fails
//   truth [COUNT] [SEED]         reads plans with their surveys and looks for anything untrue, rule by rule
//   nudge [COUNT] [SEED]         measures one stem a little otherwise and counts the decisions that move
//   show SEED                    the survey of a seed and its plan
//   requests [COUNT] [SEED]      sends bodies that are wrong in every way
//   load                         fifty slow plans at once, and ordinary requests beside them
//   garden FOLDER [PLANTS]       makes a big garden in a folder
//   faults                       starts it on files, folders and ports it cannot use
static int Whole(string[] args, int at, int otherwise) =>
    args.Length > at ? int.Parse(args[at], CultureInfo.InvariantCulture) : otherwise;

switch (args.FirstOrDefault())
{
    case "kill":
        return await KillTrial.RunAsync(Whole(args, 1, 100), Whole(args, 2, 1));
    case "plans":
        return PlanTrial.Run(Whole(args, 1, 100_000), Whole(args, 2, 0));
    case "truth":
        var report = Truths.Read(Whole(args, 2, 0), Whole(args, 1, 1000));
        Console.Write(report.Write(Whole(args, 3, 5)));
        return report.Found.Values.Sum(f => f.Length) == 0 ? 0 : 1;
    case "nudge":
        return NudgeTrial.Run(Whole(args, 1, 1000), Whole(args, 2, 0));
    case "show" when args.Length > 1:
        Console.WriteLine(Truths.Show(Whole(args, 1, 0)));
        return 0;
    case "requests":
        return await RequestTrial.RunAsync(Whole(args, 1, 500_000), Whole(args, 2, 1));
    case "load":
        return await LoadTrial.RunAsync();
    case "garden" when args.Length > 1:
        await BigGarden.MakeAsync(args[1], Whole(args, 2, 10_000));
        return 0;
    case "faults":
        return await FaultTrial.RunAsync();
    default:
        Console.Error.WriteLine(
            "usage: kill [COUNT] [SEED] | faults | plans [COUNT] [SEED] | "
                + "truth [COUNT] [SEED] | nudge [COUNT] [SEED] | "
                + "show SEED | requests [COUNT] [SEED] | load | "
                + "garden FOLDER [PLANTS]"
        );
        return 2;
}
