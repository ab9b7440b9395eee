using System.Xml.Linq;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Server.Files;

/// <summary>What of a plant is drawn, by its names in the exchange format.</summary>
public enum Drawn
{
    /// <summary>As it was found, with what is decided of each stem.</summary>
    Found,

    /// <summary>As it stands once the work is done.</summary>
    Cut,

    /// <summary>The shoots of the summer after.</summary>
    Summer,
}

/// <summary>
/// A plant from the front as SVG, a millimetre a unit: stems in the colour of their bark, what goes hatched and ringed,
/// cuts as a bar across, a letter at every cane. It carries its colours with it and nothing else.
/// </summary>
public static class PlantDrawing
{
    /// <summary>The drawing of a plan.</summary>
    public static string Of(Survey survey, PlanDocument plan, Drawn show)
    {
        var tree = StemTree.Build(survey.Stems, survey.Plant);
        var drawing = new PlantSketch(survey, tree, plan, show);
        return new XDeclaration("1.0", "utf-8", null) + "\n" + drawing.Draw();
    }
}
