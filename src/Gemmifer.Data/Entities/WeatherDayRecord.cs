namespace Gemmifer.Data.Entities;

/// <summary>What the weather was on a day where the garden is; what was not measured is null.</summary>
public sealed class WeatherDayRecord
{
    public DateOnly Day { get; set; }

    /// <summary>Lowest, °C.</summary>
    public double? Tmin { get; set; }

    /// <summary>Highest, °C.</summary>
    public double? Tmax { get; set; }

    /// <summary>mm.</summary>
    public double? Rain { get; set; }
}
