import { describe, expect, it } from "vitest";
import { readWeight, weight } from "./weights";

describe("weights", () => {
  // An international pound is 453.59237 g (exact by definition).
  it.each([
    ["760", "metric", 760],
    ["1.2 kg", "metric", 1200],
    ["1,2 kg", "metric", 1200],
    ["2.6 lb", "metric", 1179.340162],
    ["2.6", "imperial", 1179.340162],
    ["8 oz", "imperial", 226.796185],
    ["-3 kg", "metric", -3000],
  ] as const)("%s in %s", (text, units, grams) => expect(readWeight(text, units)).toBeCloseTo(grams, 4));

  it("says nothing of what it does not understand", () => {
    expect(readWeight("a lot", "metric")).toBeNull();
    expect(readWeight("3 stone", "metric")).toBeNull();
    expect(readWeight("", "metric")).toBeNull();
  });

  it("are written as people weigh", () => {
    expect([
      weight(760, "metric"),
      weight(1179, "metric"),
      weight(1179.34, "imperial"),
      weight(100, "imperial"),
    ]).toEqual(["760 g", "1.18 kg", "2.6 lb", "3.5 oz"]);
  });
});
