using ArchUnitNET.Fluent.Slices;
using ArchUnitNET.Loader;
using Gemmifer.Server.Work;

namespace Gemmifer.Server.Tests;

/// <summary>The house stands: over the compiled types, bodies of methods included.</summary>
public class ArchitectureTests
{
    [Fact]
    public void Namespaces_form_no_cycle()
    {
        var server = new ArchLoader().LoadAssemblies(typeof(WorkStore).Assembly).Build();
        Assert.True(
            server.Namespaces.Count(n => n.FullName.StartsWith("Gemmifer.Server.", StringComparison.Ordinal)) > 5
        );
        Assert.Empty(
            SliceRuleDefinition
                .Slices()
                .Matching("Gemmifer.Server.(**)")
                .Should()
                .BeFreeOfCycles()
                .Evaluate(server)
                .Where(r => !r.Passed)
                .Select(r => r.Description)
        );
    }
}
