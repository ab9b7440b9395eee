import { describe, expect, it } from "vitest";
import { nextOf, type Schemas } from "../api/client";
import { columnsIn, linesOf } from "./gardenLines";

const plants = (...names: string[]) =>
  names.map((n) => ({ plant: { id: n, place: n[0] } }) as unknown as Schemas["PlantSummary"]);

const told = (names: string[], columns: number, open: string | null = null) =>
  linesOf(plants(...names), columns, open).map((l) => l.place ?? l.plants!.map((p) => p.plant.id).join(" "));

describe("the lines of the garden", () => {
  it("gives every place a heading and sets its cards side by side", () => {
    expect(told(["a1", "a2", "a3", "b1"], 2)).toEqual(["a", "a1 a2", "a3", "b", "b1"]);
    expect(told([], 3)).toEqual([]);
  });

  it("gives an open form a line of its own and loses nobody", () => {
    expect(told(["a1", "a2", "a3", "a4"], 3, "a2")).toEqual(["a", "a1", "a2", "a3 a4"]);
    expect(told(["a1"], 3, "a1")).toEqual(["a", "a1"]);
  });

  it("names each line once, so that what is measured stays with its line", () => {
    const keys = linesOf(plants("a1", "a2", "a3", "b1", "b2"), 2, "b1").map((l) => l.key);
    expect(new Set(keys).size).toBe(keys.length);
  });

  it("fits as many cards as there is room for, and always one", () => {
    expect([0, 339, 691, 692, 1180].map((w) => columnsIn(w, 12))).toEqual([1, 1, 1, 2, 3]);
  });
});

describe("pages", () => {
  it("reads the next page off the header", () => {
    expect(nextOf('</api/plants?q=a%20b&after=x1>; rel="next"')).toBe("x1");
    expect(nextOf('</api/plants?after=x1>; rel="prev"')).toBeNull();
    expect(nextOf(null)).toBeNull();
  });
});
