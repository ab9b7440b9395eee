import { describe, expect, it } from "vitest";
import { stemId } from "../api/stemId";
import { together } from "./together";
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
  const kind = {
    family: "vine",
    usual: Object.fromEntries(
      ["trunk", "spur", "shoot"].map((role) => [role, { lengthMm: 400, leanDeg: 20, radiusMm: 30 }]),
    ),
    tipDiameterShare: 0.5,
  } as never;
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
  const step = (stem: string | null, stage = "count", action: "shorten" | "tie" = "shorten") => ({
    key: `stem:${stem}`,
    step: { stem: stem === null ? null : stemId(stem), stage, action },
  });

  it("belong together, and no others", () => {
    const pending = [step("L1"), step("L1a"), step("L2"), step("L2a"), step("L1b", "train", "tie")];
    expect(together(pending, pending[0]!, document).map((p) => p.step.stem)).toEqual(["L1", "L1a"]);
    expect(together(pending, pending[3]!, document).map((p) => p.step.stem)).toEqual(["L2", "L2a"]);
  });

  it("stand alone where they are no cut", () => {
    const pending = [step("L1", "train", "tie"), step("L1a"), step(null)];
    expect(together(pending, pending[0]!, document)).toHaveLength(1);
    expect(together(pending, pending[2]!, document)).toHaveLength(1);
  });
});
