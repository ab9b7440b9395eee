using Gemmifer.Core.Geometry;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Tests.Supports;

public class SupportTraitsTests
{
    [Fact]
    public void Every_kind_of_support_has_its_data_and_lines_that_go_with_its_form()
    {
        foreach (var kind in Enum.GetValues<SupportKind>())
        {
            var support = new Support(kind, 0, 2000, 2400, 0, [], []);
            var ways = SupportLines.Ways(support, new Point3(0, 0, 0), 2).ToArray();
            Assert.Equal(support.Traits.Form == SupportForm.Trellis, ways.Length == 0);
            Assert.Equal(support.Traits.Form is SupportForm.Face or SupportForm.Trellis, support.Traits.Canes is null);
            Assert.NotEmpty(support.Traits.Noun);
        }
    }
}
