using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Server.Http;

namespace Gemmifer.Server.Work;

/// <summary>A visit that is to come.</summary>
public sealed record VisitView(
    int Id,
    string PlantId,
    string Plant,
    string PlantKind,
    string Place,
    VisitKind Kind,
    string Text,
    IReadOnlyList<Measure>? Measures,
    DateOnly Due
);

/// <summary>What became of a visit.</summary>
/// <param name="Days">With later: so many days on, 1 to 60; a week where not said.</param>
/// <param name="Due">The day it was shown to be due; put off from there only.</param>
public sealed record VisitInput(VisitOutcome Outcome, int? Days, DateOnly? Due) : IBody<VisitInput>
{
    static VisitInput IBody<VisitInput>.Read(FieldReader f, DateOnly today)
    {
        f.Require("outcome");
        return new VisitInput(f.Choice<VisitOutcome>("outcome") ?? default, f.Whole("days", 1, 60), f.Date("due"));
    }
}

/// <summary>What became of a visit.</summary>
public enum VisitOutcome
{
    Done,
    Later,

    /// <summary>It was taken back: it is to come again, on the day that is said.</summary>
    Open,
}
