using System.Text.Json;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Exchange;

/// <summary>Values of a school that the gardener changed.</summary>
public static class SchoolSettings
{
    /// <summary>The school with the changes; errors name the value at fault.</summary>
    public static School Apply(School school, JsonElement set, string path, List<SurveyError> errors, List<Warning> warnings)
    {
        var before = errors.Count;
        var f = new FieldReader(set, path, errors);
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
            var issue = fits ? SchoolCatalog.CheckValue(spec, number, word)
                : new SchoolIssue(spec.Name, "type", spec.Flag ? $"{spec.Name} is true or false." : $"{spec.Name} is a {(spec.Words.Length > 0 ? "word" : "number")}.");
            if (issue is not null)
            {
                errors.Add(new SurveyError(f.At(issue.Name), issue.Code, issue.Message, issue.Min, issue.Max));
            }
            else
            {
                school = school.With(spec.Name, number, word);
            }
        }

        warnings.AddRange(f.Unknown());
        if (errors.Count == before)
        {
            errors.AddRange(SchoolCatalog.Check(school).Select(i => new SurveyError(f.At(i.Name), i.Code, i.Message, i.Min, i.Max)));
        }

        return school;
    }
}
