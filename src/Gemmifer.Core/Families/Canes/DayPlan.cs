using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Canes;

/// <summary>
/// What of the whole work is right on the day of the survey: the three Ds, suckers, finished flowers and the gardener's
/// own word at any time; the rest waits for the main prune.
/// </summary>
/// <param name="light">In growth, where side shoots that have flowered are shortened and new canes tied in.</param>
internal sealed class DayPlan(Survey survey, StemTree tree, bool light)
{
    /// <summary>The stems as they are decided on the day; what waits stands in <see cref="Decided.Later"/>.</summary>
    public ImmutableArray<Decided> Of(ImmutableArray<Decided> whole)
    {
        var today = whole;
        if (survey.ElectiveWait)
        {
            var waits = new HashSet<string>();
            var byId = whole.ToDictionary(d => d.Stem.Id);
            foreach (var stem in tree.Stems.Where(s => s.TopLevel))
            {
                Wait(stem, false);
            }

            today = [.. whole.Select(d => waits.Contains(d.Stem.Id) ? Waits(d) : d)];

            void Wait(Stem stem, bool parent)
            {
                var d = byId[stem.Id];
                var waiting =
                    d.Decision is Decision.Shorten or Decision.Remove
                    && (d.Option is null ? parent : !AtOnce(d))
                    && !(d.Option is null && d.Decision == Decision.Shorten);
                if (waiting)
                {
                    waits.Add(stem.Id);
                }

                foreach (var child in tree.Children(stem))
                {
                    Wait(child, waiting);
                }
            }
        }

        return new Deadheading(survey, tree).On(today);
    }

    private bool AtOnce(Decided d) =>
        d.Stem.Pin is Pin.Remove or Pin.CutAt
        || (Stages.AnyTime(d.Stage) && d.Option is not { Sheared: true })
        || (light && d.Stage == Stage.Laterals);

    private Decided Waits(Decided d) =>
        d with
        {
            Decision = Decision.Defer,
            Option = null,
            Stage = Stage.Return,
            Later = new Waiting(d.Decision, d.Option, d.Stage),
            Reasons = d.Option is null ? d.Reasons : [SeasonWarning.Waits(survey.Season), .. d.Reasons],
        };
}
