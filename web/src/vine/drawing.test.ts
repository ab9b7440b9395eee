import { describe, expect, it } from "vitest";
import { together } from "../plant/together";
import { canesOf, type RowPlan } from "../row/canes";
import { rowSentence } from "../row/words";
import { lettered, sceneOf } from "../drawing/scene";
import type { SurveyDocument } from "../survey/types";
import { alongWire } from "./alongWire";
import { headScene } from "./head";
import { vineOf } from "./places";

const far = (a: { x: number; y: number; z: number }, b: { x: number; y: number; z: number }) =>
  Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);

describe("a cane laid along its wire", () => {
  it.each([
    [800, 900],
    [930, 900],
    [900, 900],
  ])("is as long as it is left and ends on the wire (from %i to %i)", (base, wire) => {
    for (const side of [-1, 1]) {
      const path = alongWire({ x: 0, y: 0, z: base }, side * 500, wire, 900);
      const length = path.slice(1).reduce((sum, p, i) => sum + far(p, path[i]!), 0);
      expect(length).toBeGreaterThan(860);
      expect(length).toBeLessThan(901);
      expect(path.at(-1)!.z).toBeCloseTo(wire, 6);
      expect(Math.sign(path.at(-1)!.x)).toBe(side);
    }
  });
});

describe("a goblet from above", () => {
  const document = {
    plant: { kind: "vine.hybrid" },
    stems: vineOf({ system: "goblet", head: 700, arms: 2, places: 6, room: 160 }),
  } as unknown as SurveyDocument;
  const kind = { family: "vine", defaults: {} } as never;
  const plan = (stems: { id: string; decision: string }[]) =>
    ({ stems: stems.map((s) => ({ ...s, reasons: [] })), steps: [], forecast: { newShoots: [] } }) as never;

  it("has no trunk, and each place is named once", () => {
    const head = headScene(sceneOf(document, kind, null));
    expect(head.stems.some((s) => s.axis.stem.role === "trunk")).toBe(false);
    expect(head.stems.filter((s) => s.top).map((s) => s.name)).toEqual(["S1", "S2", "S3", "S4", "S5", "S6"]);
  });

  it("names the shoot that stays", () => {
    const decided = sceneOf(
      document,
      kind,
      plan([
        { id: "S1a", decision: "remove" },
        { id: "S1b", decision: "shorten" },
      ]),
    );
    const head = headScene(decided);
    expect(head.stems.find((s) => s.name === "S1")!.id).toBe("S1b");
    expect(lettered(head, "after")).toHaveLength(6);
  });
});

describe("the steps of one place on a vine", () => {
  const document = {
    plant: { kind: "vine.vinifera" },
    stems: vineOf({ system: "cordon", head: 900, arms: 2, places: 3, room: 160 }),
  } as unknown as SurveyDocument;
  const step = (stem: string | null, stage = "count", action = "shorten") => ({
    key: `stem:${stem}`,
    step: { stem, stage, action },
  });

  it("belong together, and no others", () => {
    const pending = [step("L1"), step("L1a"), step("L2"), step("L2a"), step("L1b", "train", "tie")];
    expect(together(pending, pending[0]!, document).map((p) => p.step.stem)).toEqual(["L1", "L1a"]);
    expect(together(pending, pending[3]!, document).map((p) => p.step.stem)).toEqual(["L2", "L2a"]);
  });

  it("stand alone where they are no cut, and on a rose", () => {
    const pending = [step("L1", "train", "tie"), step("L1a"), step(null)];
    expect(together(pending, pending[0]!, document)).toHaveLength(1);
    expect(together(pending, pending[2]!, document)).toHaveLength(1);
    const rose = { ...document, plant: { kind: "rose.shrub" } } as SurveyDocument;
    expect(together(pending, pending[1]!, rose)).toHaveLength(1);
  });
});

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
    const { canes, each } = canesOf(row, plan, "after");
    expect(each).toBe(2);
    expect(canes.filter((c) => c.kind === "stay")).toHaveLength(24);
    expect(canes.filter((c) => c.kind === "spent")).toHaveLength(22);
    expect(canes.every((c) => c.along > 0 && c.along < 1)).toBe(true);
    expect(new Set(canes.map((c) => c.along)).size).toBe(canes.length);
    expect(canesOf(row, plan, "after")).toEqual({ canes, each });
  });

  it("shows next summer's fruit only on what stays", () => {
    expect(new Set(canesOf(row, plan, "summer").canes.map((c) => c.kind))).toEqual(new Set(["stay", "new"]));
  });

  it("is said in a sentence", () => {
    expect(rowSentence(plan)).toBe("56 canes go: 44 have fruited, 12 are thin. 48 stay, 12 to the metre.");
    const mown = [{ name: "mown", canes: 60, decision: "remove", text: "" }];
    expect(rowSentence({ ...plan, classes: mown } as RowPlan)).toBe("All 60 canes go to the ground.");
  });
});
