using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Schools;

/// <summary>Where numbers of the trade come from.</summary>
public static class TradeProvenance
{
    extension(TradeNumber number)
    {
        /// <summary>Where it comes from.</summary>
        /// <exception cref="FormatException">The data say something that no rule may carry.</exception>
        public Provenance Provenance => SchoolValue.ReadProvenance(number.From);
    }
}
