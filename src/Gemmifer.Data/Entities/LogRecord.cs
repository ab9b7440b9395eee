using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;

namespace Gemmifer.Data.Entities;

/// <summary>One line of a plant's log.</summary>
public sealed class LogRecord
{
    public int Id { get; set; }

    public required string PlantId { get; set; }

    public int Season { get; set; }

    public DateTimeOffset At { get; set; }

    public required LogKind Kind { get; set; }

    public required string Text { get; set; }

    /// <summary>The measures in the text, JSON; null where there are none, or none were kept.</summary>
    public string? Measures { get; set; }

    public string? Stem { get; set; }

    /// <summary>The stage of a step on a stem; the key of a step on the whole plant.</summary>
    public string? Stage { get; set; }

    public StepAction? Action { get; set; }

    /// <summary>Null unless a step.</summary>
    public StepOutcome? Outcome { get; set; }

    /// <summary>What was done instead; null unless different.</summary>
    public Instead? Instead { get; set; }

    /// <summary>Where it was cut, mm along the stem; null where not noted.</summary>
    public double? CutAt { get; set; }

    public string? Note { get; set; }

    /// <summary>
    /// For a cane that was tied: how it lies since (clock, lean, tipLean) and where it ends (x, z), JSON; null
    /// otherwise.
    /// </summary>
    public string? Tied { get; set; }

    /// <summary>The visit of the season it belongs to.</summary>
    public int Visit { get; set; } = 1;

    /// <summary>When it was struck out; null where it stands. What is struck out counts for nothing.</summary>
    public DateTimeOffset? StruckAt { get; set; }

    /// <summary>
    /// Whether it was taken back by somebody else than who wrote it: it lies in the bin, and can be put back.
    /// </summary>
    public bool Binned { get; set; }

    /// <summary>Who wrote it: a person's id; null for whoever sits at the garden's own machine.</summary>
    public string? By { get; set; }

    /// <summary>What it said before each correction, JSON; null where it never was corrected.</summary>
    public string? History { get; set; }

    /// <summary>What was weighed, g; null unless a crop. The season is then the summer the crop grew in.</summary>
    public double? Grams { get; set; }

    /// <summary>What of a plant's year it notes: bud break, first bloom; null for other lines.</summary>
    public YearEvent? Event { get; set; }

    /// <summary>How high it stood, mm; null unless a height.</summary>
    public double? Mm { get; set; }

    /// <summary>The growth stage by the BBCH code, 0 to 99; null where none was noted.</summary>
    public int? Bbch { get; set; }

    /// <summary>
    /// Made by the page that sent it, so that a line sent twice is kept once; null where the page made none.
    /// </summary>
    public string? Key { get; set; }

    /// <summary>What it says was done, and on which day where the garden is.</summary>
    public StepDone ToStep(TimeZoneInfo zone) =>
        ToStep() with
        {
            On = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(At, zone).DateTime),
        };

    /// <summary>What it says was done.</summary>
    public StepDone ToStep() =>
        StepDone.Kept(
            StemId.Maybe(Stem),
            Stage,
            Action,
            Outcome,
            Instead,
            CutAt,
            Tied is null ? null : JsonSerializer.Deserialize<TiedCane>(Tied, PartJson.Options)
        );
}
