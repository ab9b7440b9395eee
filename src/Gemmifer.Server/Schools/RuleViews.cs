using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Server.Http;

namespace Gemmifer.Server.Schools;

/// <summary>A school of the gardener's own: a copy of another with some values changed.</summary>
/// <param name="Set">The changed values by name, as in the exchange format.</param>
/// <param name="Id">Made by the page that adds it, 32 digits and letters from a to f; sent twice it is added
/// once.</param>
public sealed record OwnSchoolInput(string Name, string Base, JsonElement Set, string? Id = null)
    : IBody<OwnSchoolInput>
{
    static OwnSchoolInput IBody<OwnSchoolInput>.Read(FieldReader f, DateOnly today) => Read(f);

    internal static OwnSchoolInput Read(FieldReader f)
    {
        f.Require("name");
        f.Require("base");
        f.Require("set");
        var name = f.Text("name", 80)?.Trim();
        if (name is "")
        {
            f.Error(f.At("name"), "required", "Give your school a name you will know it by.");
        }

        return new OwnSchoolInput(
            name ?? "",
            f.Word("base", [.. SchoolCatalog.Ids]) ?? "",
            f.Find("set") ?? default,
            RequestBody.IdIn(f)
        );
    }
}

/// <summary>
/// A school as the rules screen shows it: every value with its source, its range and, where the gardener set it, what
/// it was.
/// </summary>
/// <param name="Own">Whether it is the gardener's own copy.</param>
/// <param name="Base">The school it was copied from; null for one that ships.</param>
/// <param name="Revision">0 for one that ships.</param>
public sealed record RuleSchool(
    string Id,
    string Name,
    string Summary,
    bool Own,
    string? Base,
    int Revision,
    string[] Kinds,
    PlantFamily Family,
    RuleValue[] Values,
    RuleWeight[] Weights
);

/// <summary>What a wish is worth in points when the choice is weighed; below 0 it counts against.</summary>
public sealed record RuleWeight(string Name, double Points, Provenance Provenance, string Why);

/// <summary>One value of a school.</summary>
/// <param name="Min">Least it may be; null for a word or a yes or no.</param>
/// <param name="Words">What it may be; empty for a number.</param>
/// <param name="Flag">Yes or no; then Number is 1 or 0.</param>
/// <param name="ByKind">What it is for kinds that differ.</param>
public sealed record RuleValue(
    string Name,
    string Label,
    string Unit,
    double? Number,
    string? Word,
    double? Min,
    double? Max,
    bool Whole,
    string[] Words,
    bool Flag,
    Provenance Provenance,
    string Why,
    RuleByKind[] ByKind
);

/// <summary>What a value is for one kind.</summary>
public sealed record RuleByKind(string Kind, double? Number, string? Word, Provenance Provenance, string Why);
