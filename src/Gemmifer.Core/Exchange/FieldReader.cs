using System.Globalization;
using System.Text.Json;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Exchange;

/// <summary>One thing wrong with a survey, as data.</summary>
/// <param name="Path">JSON Pointer (RFC 6901) of the field.</param>
/// <param name="Code">required, type, range, unknown, format, duplicate, cycle, reference, depth, too-many, too-long,
/// unsupported, reserved or order.</param>
/// <param name="Message">Value, limit and remedy in a sentence.</param>
public sealed record SurveyError(string Path, string Code, string Message, double? Min = null, double? Max = null);

/// <summary>Reads the fields of one JSON object, collecting every error and every field nobody asked for.</summary>
public sealed class FieldReader
{
    private readonly JsonElement _object;
    private readonly string _path;
    private readonly List<SurveyError> _errors;
    private readonly HashSet<string> _asked = new(StringComparer.Ordinal);

    /// <summary>Starts on an element; an error is noted where it is no object.</summary>
    public FieldReader(JsonElement element, string path, List<SurveyError> errors)
    {
        (_object, _path, _errors) = (element, path, errors);
        IsObject = element.ValueKind == JsonValueKind.Object;
        if (!IsObject)
        {
            Error(path, "type", "This is an object with named fields.");
        }
    }

    /// <summary>Whether there are fields to read.</summary>
    public bool IsObject { get; }

    /// <summary>JSON Pointer of the object.</summary>
    public string Path => _path;

    /// <summary>Everything found wrong so far, by all readers that share the list.</summary>
    public List<SurveyError> Errors => _errors;

    /// <summary>Notes an error.</summary>
    public void Error(string path, string code, string message, double? min = null, double? max = null) =>
        _errors.Add(new SurveyError(path, code, message, min, max));

    /// <summary>Whether the field was sent, if only as null.</summary>
    public bool Has(string name) => IsObject && _object.TryGetProperty(name, out _);

    /// <summary>The field, or null where it is missing or null.</summary>
    public JsonElement? Find(string name)
    {
        _asked.Add(name);
        return IsObject && _object.TryGetProperty(name, out var value) && value.ValueKind != JsonValueKind.Null
            ? value
            : null;
    }

    /// <summary>JSON Pointer of a field of this object.</summary>
    public string At(string name) => Pointer(_path, name);

    /// <summary>JSON Pointer (RFC 6901) of a field of an object.</summary>
    /// <param name="path">JSON Pointer of the object.</param>
    public static string Pointer(string path, string name) =>
        path + "/" + name.Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal);

    /// <summary>Notes an error where the field is missing or null.</summary>
    public bool Require(string name)
    {
        if (Find(name) is not null)
        {
            return true;
        }

        if (IsObject)
        {
            Error(At(name), "required", $"{name} is needed.");
        }

        return false;
    }

    /// <summary>A finite number within a range, ends included; null where missing or wrong.</summary>
    public double? Number(string name, double min, double max) => Number(name, n => n >= min, "from", min, max);

    /// <summary>A finite number above a bound and up to another; null where missing or wrong.</summary>
    public double? NumberAbove(string name, double min, double max) => Number(name, n => n > min, "above", min, max);

    private double? Number(string name, Func<double, bool> enough, string from, double min, double max)
    {
        if (Find(name) is not { } value)
        {
            return null;
        }

        if (value.ValueKind != JsonValueKind.Number)
        {
            Error(At(name), "type", $"{name} is a number.", min, max);
            return null;
        }

        var number = value.GetDouble();
        if (double.IsFinite(number) && number <= max && enough(number))
        {
            return number;
        }

        Error(
            At(name),
            "range",
            Invariant($"{name} is {Short(value.GetRawText())}; it may be {from} {min} to {max}."),
            min,
            max
        );
        return null;
    }

    /// <summary>A whole number within a range; null where missing or wrong.</summary>
    public int? Whole(string name, int min, int max)
    {
        if (Number(name, min, max) is not { } number)
        {
            return null;
        }

        if (number == Math.Floor(number))
        {
            return (int)number;
        }

        Error(At(name), "range", Invariant($"{name} is {number}; it is a whole number from {min} to {max}."), min, max);
        return null;
    }

    /// <summary>True or false; null where missing or wrong.</summary>
    public bool? Flag(string name)
    {
        if (Find(name) is not { } value)
        {
            return null;
        }

        if (value.ValueKind is JsonValueKind.True or JsonValueKind.False)
        {
            return value.GetBoolean();
        }

        Error(At(name), "type", $"{name} is true or false.");
        return null;
    }

    /// <summary>Text of at most so many characters; null where missing or wrong.</summary>
    public string? Text(string name, int max = SurveyLimits.Text)
    {
        if (Find(name) is not { } value)
        {
            return null;
        }

        if (value.ValueKind != JsonValueKind.String)
        {
            Error(At(name), "type", $"{name} is text.");
            return null;
        }

        var text = value.GetString()!;
        if (text.Length <= max)
        {
            return text;
        }

        Error(At(name), "too-long", Invariant($"{name} has {text.Length} characters; it may have {max}."), 0, max);
        return null;
    }

    /// <summary>A word of a closed list; null where missing or wrong.</summary>
    public string? Word(string name, IReadOnlyCollection<string> words)
    {
        var text = Text(name);
        if (text is null || words.Contains(text))
        {
            return text;
        }

        Error(At(name), "unknown", $"'{text}' is not known here; {name} is one of: {string.Join(", ", words)}.");
        return null;
    }

    /// <summary>
    /// One of the names of a closed choice, as <see cref="WireNames"/> writes them; null where missing or wrong.
    /// </summary>
    public T? Choice<T>(string name)
        where T : struct, Enum => Word(name, WireNames.All<T>()) is { } word ? WireNames.Read<T>(word) : null;

    /// <summary>A month and a day like 04-15; null where missing or wrong.</summary>
    public (int Month, int Day)? MonthDay(string name)
    {
        if (Text(name) is not { } text)
        {
            return null;
        }

        // A leap year, so that 02-29 is a day.
        if (
            DateOnly.TryParseExact(
                "2000-" + text,
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var day
            )
        )
        {
            return (day.Month, day.Day);
        }

        Error(At(name), "format", $"{name} is a month and a day like 04-15.");
        return null;
    }

    /// <summary>A day in ISO 8601 within the years that can be planned; null where missing or wrong.</summary>
    public DateOnly? Date(string name)
    {
        var text = Text(name);
        if (text is null)
        {
            return null;
        }

        if (
            !DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date)
        )
        {
            Error(At(name), "format", $"{name} is a day like 2027-02-20.");
            return null;
        }

        const int first = SurveyLimits.FirstYear,
            last = SurveyLimits.LastYear;
        if (date.Year is >= first and <= last)
        {
            return date;
        }

        Error(
            At(name),
            "range",
            Invariant($"{name} is in {date.Year}; years from {first} to {last} can be planned."),
            first,
            last
        );
        return null;
    }

    /// <summary>
    /// Items of a list with their paths; empty where it is missing; an error where it is no list or too long.
    /// </summary>
    public IEnumerable<(JsonElement Item, string Path)> List(string name, int max)
    {
        if (Find(name) is not { } value)
        {
            return [];
        }

        if (value.ValueKind != JsonValueKind.Array)
        {
            Error(At(name), "type", $"{name} is a list.");
            return [];
        }

        var count = value.GetArrayLength();
        if (count <= max)
        {
            return value
                .EnumerateArray()
                .Select((item, i) => (item, At(name) + "/" + i.ToString(CultureInfo.InvariantCulture)));
        }

        Error(At(name), "too-many", Invariant($"{name} has {count} entries; it may have {max}."), 0, max);
        return [];
    }

    /// <summary>A warning for every field nobody asked for.</summary>
    public IEnumerable<Warning> Unknown() =>
        !IsObject
            ? []
            : _object
                .EnumerateObject()
                .Where(p => !_asked.Contains(p.Name))
                .Select(p => new Warning(
                    "unknown-field",
                    $"{(p.Name.Length > 60 ? At(p.Name[..60]) + "…" : At(p.Name))} is not known and was ignored.",
                    At(p.Name)
                ));

    private static string Invariant(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);

    private static string Short(string raw) => raw[..Math.Min(20, raw.Length)];
}

/// <summary>The limits of the survey format; used by the check, the message and the schema test.</summary>
public static class SurveyLimits
{
    public const int Stems = 200;
    public const int BudsPerStem = 200;
    public const int Buds = 2000;
    public const double LengthMm = 15_000;
    public const double DiameterMm = 300;
    public const double RadiusMm = 3_000;
    public const int Age = 80;
    public const int YearsPlanted = 500;
    public const int Text = 200;
    public const int Nesting = 8;
    public const int FirstYear = 1900;
    public const int LastYear = 2200;
    public const double UnionMinMm = -1_000;
    public const double UnionMaxMm = 2_500;
    public const double LeastMm = 0.1;

    /// <summary>Largest body of a request, bytes.</summary>
    public const int BodyBytes = 1_000_000;
}
