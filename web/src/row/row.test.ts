import { describe, expect, it } from "vitest";
import { canesOf, type RowPlan } from "./canes";

describe("a row as it is drawn", () => {
  const row = { length: 4000, firstYear: 60, thin: 12, spent: 44, meanHeight: 1700 };
  const plan = {
    perMetre: 12,
    least: 40,
    most: 60,
    classes: [
      { name: "spent", canes: 44, decision: "remove", text: "" },
      { name: "thin", canes: 12, decision: "remove", text: "" },
      { name: "stay", canes: 48, decision: "keep", text: "" },
    ],
    tip: null,
    laterals: null,
    wires: [900],
    compare: [],
    naming: null,
  } as unknown as RowPlan;

  it("shows every class in its share, each cane in a place of its own, the same every time", () => {
    const { canes, each } = canesOf(row, 1600, plan, "after");
    expect(each).toBe(2);
    expect(canes.filter((c) => c.kind === "stay")).toHaveLength(24);
    expect(canes.filter((c) => c.kind === "spent")).toHaveLength(22);
    expect(canes.every((c) => c.along > 0 && c.along < 1)).toBe(true);
    expect(new Set(canes.map((c) => c.along)).size).toBe(canes.length);
    expect(canesOf(row, 1600, plan, "after")).toEqual({ canes, each });
  });

  it("shows next summer's fruit only on what stays", () => {
    expect(new Set(canesOf(row, 1600, plan, "summer").canes.map((c) => c.kind))).toEqual(new Set(["stay", "new"]));
  });
});
