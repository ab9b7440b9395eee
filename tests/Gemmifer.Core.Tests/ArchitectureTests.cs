using ArchUnitNET.Domain;
using ArchUnitNET.Fluent.Slices;
using ArchUnitNET.Loader;

namespace Gemmifer.Core.Tests
{
    /// <summary>The house stands: over the compiled types, bodies of methods included.</summary>
    public class ArchitectureTests
    {
        private static readonly Architecture Core = Load(typeof(Planner));

        [Fact]
        public void Namespaces_form_no_cycle()
        {
            Assert.True(
                Core.Namespaces.Count(n => n.FullName.StartsWith("Gemmifer.Core.", StringComparison.Ordinal)) > 15
            );
            Assert.Empty(Cycles(Core, "Gemmifer.Core.(**)"));
        }

        [Fact]
        public void A_cycle_in_the_body_of_a_method_is_found() =>
            Assert.NotEmpty(Cycles(Load(typeof(ArchitectureTests)), "Gemmifer.Core.Tests.Knot.(**)"));

        private static Architecture Load(System.Type of) => new ArchLoader().LoadAssemblies(of.Assembly).Build();

        private static string[] Cycles(Architecture architecture, string pattern) =>
            [
                .. SliceRuleDefinition
                    .Slices()
                    .Matching(pattern)
                    .Should()
                    .BeFreeOfCycles()
                    .Evaluate(architecture)
                    .Where(r => !r.Passed)
                    .Select(r => r.Description),
            ];
    }
}

namespace Gemmifer.Core.Tests.Knot.Here
{
    internal static class Hither
    {
        public static int Go(int n) => n == 0 ? 0 : There.Thither.Go(n - 1);
    }
}

namespace Gemmifer.Core.Tests.Knot.There
{
    internal static class Thither
    {
        public static int Go(int n) => n == 0 ? 0 : Here.Hither.Go(n - 1);
    }
}
