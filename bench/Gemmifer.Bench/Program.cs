// dotnet run -c Release --project bench/Gemmifer.Bench -- WHAT
//   (nothing)  the choice against trying everything, and larger plants
//   solver     the choice beside a general-purpose solver, about ten minutes
//   training   canes to lines beside a general-purpose solver, and plans of climbers
//   climbers   canes and their lines as one choice beside a general-purpose solver
//   vines      places along an arm beside a general-purpose solver, and plans of vines
//   cancel     how soon a plan stops that nobody waits for any more, beside how long it would take
//   garden     10,000 plants through the built server
//   lists      the lists of 10,000 plants with five seasons, beside bare queries of the same rows
//   browser URL  plans by the core in a browser beside the server's, on a running application
//   URL        from a click to the drawing, on a running application
using Gemmifer.Bench;

if (args is ["garden"])
{
    await GardenTimes.MeasureAsync();
}
else if (args is ["lists"])
{
    await ListTimes.MeasureAsync();
}
else if (args is ["training"])
{
    TrainingTimes.Measure();
}
else if (args is ["climbers"])
{
    ClimberTimes.Measure();
}
else if (args is ["vines"])
{
    VineTimes.Measure();
}
else if (args is ["cancel"])
{
    CancelTimes.Measure();
}
else if (args is ["solver"])
{
    SolverTimes.Measure();
}
else if (args is ["browser", var url])
{
    await InBrowserTimes.MeasureAsync(url.TrimEnd('/'));
}
else if (args.Length > 0)
{
    await ClickToDrawing.MeasureAsync(args[0].TrimEnd('/'));
}
else
{
    ChoiceTimes.Measure();
}
