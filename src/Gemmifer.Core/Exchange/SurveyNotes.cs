using System.Text.Json;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Exchange;

/// <summary>
/// What is gathered while a survey is read: everything wrong, everything assumed, everything noticed.
/// </summary>
public sealed class SurveyNotes
{
    public List<SurveyError> Errors { get; } = [];

    public List<Assumption> Assumed { get; } = [];

    public List<Warning> Warnings { get; } = [];

    /// <summary>Starts on the fields of an object; an error is noted where it is none.</summary>
    public FieldReader Fields(JsonElement element, string path) => new(element, path, Errors);

    /// <summary>Notes a default that was used.</summary>
    public void Assume(string? stem, string field, object? value, string text) =>
        Assumed.Add(new Assumption(StemId.Maybe(stem), field, value, text));

    /// <summary>Notes every field of an object that nobody asked for.</summary>
    public void Finish(FieldReader fields) => Warnings.AddRange(fields.Unknown());
}
