using System.Globalization;
using System.Text.RegularExpressions;
using Gemmifer.Data.Entities;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Data;

/// <summary>
/// Where a plant stands in the lists of the garden, and what it is found by: by place, those that were put in walking
/// order first, then by name, numbers in the order people count, capitals or not. Stored with the plant, so that a list
/// is read page by page.
/// </summary>
public static partial class PlantOrder
{
    private const int Digits = 12;

    /// <summary>Sorts before every other character, so that a place is whole before the next begins.</summary>
    private const char Between = '\u0001';

    /// <summary>Orders plants by place and name; places that differ in capitals alone are kept apart.</summary>
    /// <param name="walk">When one comes to the place, from 1; null where nobody put it in order.</param>
    public static string SortKeyOf(string place, string name, int? walk = null) =>
        Before(walk) + Counted(place) + Between + place + Between + Counted(name);

    /// <summary>After every plant of a place, and before those of the next.</summary>
    public static string EndOf(string place, int? walk = null) =>
        Before(walk) + Counted(place) + Between + place + (char)(Between + 1);

    /// <summary>What stands first in the key of a place that was put in order; nothing for the others.</summary>
    private static string Before(int? walk) =>
        walk is { } at ? string.Create(CultureInfo.InvariantCulture, $"{Between}{at:D8}{Between}") : "";

    /// <summary>The words a plant is found by, as <see cref="Sought"/> writes what is looked for.</summary>
    public static string SearchTextOf(string place, string name) => Sought(name) + Between + Sought(place);

    /// <summary>Words in the writing they are looked for in.</summary>
    public static string Sought(string words) => words.ToLowerInvariant();

    /// <summary>Writes it beside a plant that is about to be stored.</summary>
    internal static void Keep(PlantRecord plant, IReadOnlyDictionary<string, int?> walks) =>
        (plant.SortKey, plant.SearchText) = (
            SortKeyOf(plant.Place, plant.Name, walks.GetValueOrDefault(plant.Place)),
            SearchTextOf(plant.Place, plant.Name)
        );

    /// <summary>Writes it beside the plants of an older make.</summary>
    internal static async Task FillAsync(GardenContext garden, CancellationToken cancel)
    {
        await foreach (
            var plant in garden.Plants.Where(p => p.SortKey == "").AsAsyncEnumerable().WithCancellation(cancel)
        )
        {
            Keep(plant, new Dictionary<string, int?>());
        }
    }

    private static string Counted(string words) =>
        Numbers().Replace(Sought(words), m => m.Value.TrimStart('0').PadLeft(Digits, '0'));

    [GeneratedRegex("[0-9]+")]
    private static partial Regex Numbers();
}
