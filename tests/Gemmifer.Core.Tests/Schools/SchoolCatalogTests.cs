using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Tests.Schools;

public class SchoolCatalogTests
{
    [Fact]
    public void Every_value_has_a_provenance_and_a_reason_and_lies_in_its_range()
    {
        foreach (var school in PlantKinds.All.Select(k => k.Id).SelectMany(SchoolCatalog.AllFor))
        {
            Assert.Empty(SchoolCatalog.Check(school));
            Assert.All(school.Values.Values.Concat(school.Weights.Values), v =>
                Assert.True(v.Provenance != Provenance.Observed && v.Why.Length > 5)
            );
        }

        Assert.Equal(
            [
                "branching-tip",
                "flat-fan",
                "goblet",
                "halve",
                "hard",
                "keep-volume",
                "light-hand",
                "long-cane",
                "moderate-half",
                "one-crop",
                "open-bowl",
                "renewal-by-age",
                "restart",
                "rough-shear",
                "spur",
                "two-crops",
                "upright",
            ],
            SchoolCatalog.Ids
        );
    }

    [Fact]
    public void Every_kind_has_a_school_of_its_own() =>
        Assert.All(PlantKinds.All, k => Assert.NotNull(SchoolCatalog.For(k.DefaultSchool, k.Id)));

    [Theory]
    [InlineData("spacing", "{\"value\": -1, \"provenance\": \"practice\", \"why\": \"test\"}")]
    [InlineData("canesMin", "{\"value\": 9, \"provenance\": \"practice\", \"why\": \"test\"}")]
    [InlineData("bud", "{\"value\": \"sideways\", \"provenance\": \"practice\", \"why\": \"test\"}")]
    [InlineData("slope", "{\"value\": 45, \"provenance\": \"hearsay\", \"why\": \"test\"}")]
    [InlineData("oldShare", "{\"value\": 1.01, \"provenance\": \"practice\", \"why\": \"test\"}")]
    public void A_file_with_a_wrong_value_is_refused_by_name(string name, string value)
    {
        using var stream = typeof(SchoolCatalog).Assembly.GetManifestResourceStream("schools/open-bowl.json")!;
        var file = JsonNode.Parse(stream)!;
        file["values"]![name] = JsonNode.Parse(value);
        var error = Assert.Throws<FormatException>(() =>
            SchoolCatalog.Parse(JsonDocument.Parse(file.ToJsonString()).RootElement)
        );
        Assert.Contains(name, error.Message);
    }

    [Fact]
    public void The_core_knows_no_web_no_database_and_no_other_project()
    {
        var names = typeof(SchoolCatalog).Assembly.GetReferencedAssemblies().Select(a => a.Name!).ToArray();

        // Numerics is arithmetic: it reads nothing, writes nothing and asks nobody.
        Assert.All(names, n =>
            Assert.True(n.StartsWith("System.", StringComparison.Ordinal) || n is "System" or "MathNet.Numerics", n)
        );
        Assert.DoesNotContain(names, n => n.Contains("Net.Http") || n.Contains("FileSystem") || n.Contains("Data"));
    }
}
