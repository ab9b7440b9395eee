using System.Text.Json;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Exchange;

/// <summary>Values of a school that the gardener changed.</summary>
public static class SchoolSettings
{
    /// <summary>The school with the changes; errors name the value at fault.</summary>
    public static School Apply(School school, JsonElement set, string path, SurveyNotes notes)
    {
        var before = notes.Errors.Count;
        var f = notes.Fields(set, path);
        foreach (var spec in SchoolValueSpec.All)
        {
            if (f.Find(spec.Name) is not { } value)
            {
                continue;
            }

            var (number, word, fits) = value.ValueKind switch
            {
                JsonValueKind.Number when !spec.Flag => (value.GetDouble(), null, true),
                JsonValueKind.String => (0.0, value.GetString(), true),
                JsonValueKind.True or JsonValueKind.False => (value.GetBoolean() ? 1.0 : 0.0, null, spec.Flag),
                _ => (0.0, (string?)null, false),
            };
            var issue = fits
                ? spec.Check(number, word)
                : new SchoolIssue(
                    spec.Name,
                    "type",
                    spec.Flag
                        ? $"{spec.Name} is true or false."
                        : $"{spec.Name} is a {(spec.Words.Length > 0 ? "word" : "number")}."
                );
            if (issue is not null)
            {
                notes.Errors.Add(new SurveyError(f.At(issue.Name), issue.Code, issue.Message, issue.Min, issue.Max));
            }
            else
            {
                school = school.With(spec.Name, number, word);
            }
        }

        notes.Finish(f);
        if (notes.Errors.Count == before)
        {
            notes.Errors.AddRange(
                SchoolCatalog.Check(school).Select(i => new SurveyError(f.At(i.Name), i.Code, i.Message, i.Min, i.Max))
            );
        }

        return school;
    }
}
