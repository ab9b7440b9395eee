// dotnet run -c Release --project bench/Gemmifer.Bench the choice against trying everything, and larger plants
// dotnet run -c Release --project bench/Gemmifer.Bench -- solver the choice beside a general-purpose solver, about ten
// minutes
// dotnet run -c Release --project bench/Gemmifer.Bench -- training canes to lines beside a general-purpose solver, and
// plans of climbers
// dotnet run -c Release --project bench/Gemmifer.Bench -- vines places along an arm beside a general-purpose solver,
// and plans of vines
// dotnet run -c Release --project bench/Gemmifer.Bench -- garden    10,000 plants through the built server
// dotnet run -c Release --project bench/Gemmifer.Bench -- URL from a click to the drawing, on a running application
using Gemmifer.Bench;

if (args is ["garden"])
{
    await GardenTimes.MeasureAsync();
}
else if (args is ["training"])
{
    TrainingTimes.Measure();
}
else if (args is ["vines"])
{
    VineTimes.Measure();
}
else if (args is ["solver"])
{
    SolverTimes.Measure();
}
else if (args.Length > 0)
{
    await ClickToDrawing.MeasureAsync(args[0].TrimEnd('/'));
}
else
{
    ChoiceTimes.Measure();
}
