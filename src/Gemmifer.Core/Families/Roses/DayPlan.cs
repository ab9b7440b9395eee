using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// What of the whole work is right on the day of the survey: the three Ds, suckers, finished flowers and the gardener's
/// own word at any time; the rest waits for the main prune.
/// </summary>
/// <param name="light">In growth, where side shoots that have flowered are shortened and new canes tied in.</param>
/// <param name="options">Cuts of any stem.</param>
internal sealed class DayPlan(Survey survey, StemTree tree, bool light, OptionBuilder options)
{
    /// <summary>The stems as they are decided on the day; what waits stands in <see cref="Decided.Later"/>.</summary>
    public ImmutableArray<Decided> Of(ImmutableArray<Decided> whole)
    {
        var today = whole;
        if (survey.ElectiveWait)
        {
            var now = new Dictionary<StemId, Decided>();
            var byId = whole.ToDictionary(d => d.Stem.Id);
            foreach (var stem in tree.Stems.Where(s => s.TopLevel))
            {
                Wait(stem, false);
            }

            today = [.. whole.Select(d => now.GetValueOrDefault(d.Stem.Id, d))];

            void Wait(Stem stem, bool parent)
            {
                var d = byId[stem.Id];
                var waiting =
                    d.Decision is Decision.Shorten or Decision.Remove
                    && (d.Option is null ? parent : !AtOnce(d))
                    && !(d.Option is null && d.Decision == Decision.Shorten);
                if (waiting && Sick(d))
                {
                    var cut = AtSound(d);
                    now.Add(stem.Id, cut);
                    foreach (var child in tree.Children(stem))
                    {
                        if (cut.Decision == Decision.Remove || child.Parent.AlongMm > cut.Option?.AlongMm)
                        {
                            GoesWith(child, cut);
                        }
                        else
                        {
                            Wait(child, true);
                        }
                    }

                    return;
                }

                if (waiting)
                {
                    now.Add(stem.Id, Waits(d));
                }

                foreach (var child in tree.Children(stem))
                {
                    Wait(child, waiting);
                }
            }

            void GoesWith(Stem stem, Decided on)
            {
                var text =
                    on.Decision == Decision.Remove
                        ? $"It goes with {on.Stem.Id}."
                        : $"It stands above the cut on {on.Stem.Id} and goes with that part.";
                now.Add(
                    stem.Id,
                    byId[stem.Id] with
                    {
                        Decision = Decision.Remove,
                        Option = null,
                        Stage = on.Stage,
                        Reasons = [new PlanReason("parent", text, Provenance.Practice)],
                    }
                );
                foreach (var child in tree.Children(stem))
                {
                    GoesWith(child, now[stem.Id]);
                }
            }
        }

        return new Deadheading(survey, tree).On(today);
    }

    /// <summary>Whether what is wrong with it does not wait, though the cut that takes it does.</summary>
    private static bool Sick(Decided d) =>
        d.Stem.Pin is null
        && (d.Option is null || d.Option is { Sheared: true })
        && d.Finding.Verdict is Verdict.Dead or Verdict.Diseased or Verdict.Damaged or Verdict.Unsure;

    /// <summary>What is wrong with it alone is cut off today, or looked at.</summary>
    private Decided AtSound(Decided d)
    {
        var option =
            d.Finding.Verdict == Verdict.Unsure ? null
            : d.Finding.SoundToMm is { } to && options.ShortenTo(d.Stem, to) is { } cut ? cut
            : options.Removal(d.Stem);
        return d with
        {
            Decision =
                option is null ? Decision.Check
                : option.Keeps ? Decision.Shorten
                : Decision.Remove,
            Option = option,
            Stage = option is null ? Stage.Laterals : Stages.Of(d.Finding.Verdict),
            Reasons = [option is { Keeps: false } ? Musts.TooLow(d.Finding) : Musts.Reason(d.Finding)],
        };
    }

    private bool AtOnce(Decided d) =>
        SeasonWait.AtOnce(d.Stem, d.Option is { Sheared: true } ? Stage.Shorten : d.Stage)
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
