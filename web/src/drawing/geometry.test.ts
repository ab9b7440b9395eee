import { describe, expect, it } from "vitest";
import { stemId } from "../api/stemId";
import type { SurveyStem } from "../survey/types";
import { axesOf, clockOf, diameterAt, direction, fromAbove, fromFront, outline, placeAt, reachOf } from "./geometry";

const kind = {
  family: "rose" as const,
  usual: {
    cane: { lengthMm: 1100, leanDeg: 20, radiusMm: 30 },
    lateral: { lengthMm: 350, leanDeg: 45, radiusMm: 30 },
  },
  tipDiameterShare: 0.5,
};
const cane = (part: Partial<SurveyStem>): SurveyStem => ({
  id: stemId("A"),
  role: "cane",
  parent: "crown",
  clock: 3,
  diameter: 14,
  age: 2,
  ...part,
});
const axis = (part: Partial<SurveyStem>) => axesOf([cane(part)], kind, 0).get("A")!;

describe("axes", () => {
  it.each([
    [20, 20],
    [15, 60],
    [80, 140],
  ])("lean %d to %d: agrees with adding up small steps", (lean, tipLean) => {
    const a = axis({ lean, tipLean, length: 1000, radius: 0 });
    let [x, z] = [0, 0];
    for (let i = 0; i < 20000; i++) {
      const angle = ((lean + ((tipLean - lean) * (i + 0.5)) / 20000) * Math.PI) / 180;
      x += Math.sin(angle) / 20;
      z += Math.cos(angle) / 20;
    }
    expect(placeAt(a, 1000).x).toBeCloseTo(x, 3);
    expect(placeAt(a, 1000).z).toBeCloseTo(z, 3);
    expect(placeAt(a, 1000).y).toBeCloseTo(0, 6);
  });

  it("starts canes at the crown, others at the soil, side shoots on their parent", () => {
    const stems = [
      cane({ id: stemId("A"), clock: 12 }),
      cane({ id: stemId("S"), parent: "rootstock", clock: 6 }),
      { ...cane({ id: stemId("A1"), parent: "A", at: 400 }), role: "lateral" as const },
      cane({ id: stemId("Z"), parent: "nobody" }),
    ];
    const axes = axesOf(stems, kind, 25);
    expect(axes.get("A")!.start.x).toBeCloseTo(0, 9);
    expect(axes.get("A")!.start).toMatchObject({ y: 30, z: 25 });
    expect(axes.get("S")!.start.z).toBe(0);
    expect(axes.get("A1")!.start).toEqual(placeAt(axes.get("A")!, 400));
    expect(axes.has("Z")).toBe(false);
  });

  it("tapers evenly", () => expect([diameterAt(axis({}), 0), diameterAt(axis({}), 1100)]).toEqual([14, 7]));
  it("reaches as far as its tip", () =>
    expect(reachOf(axis({ lean: 90, tipLean: 90, length: 500, radius: 30 }))).toBeCloseTo(530, 6));
});

describe("views", () => {
  it.each([1, 3, 4.5, 6, 9, 12])("clock %d and back", (clock) => {
    const d = direction(clock);
    expect(clockOf(d.x, d.y)).toBeCloseTo(clock, 9);
  });

  it("puts 12 up from above and height up from the front", () => {
    expect(fromAbove({ x: 100, y: 100 }, 0.5).flat({ x: 0, y: 40, z: 9 })).toEqual({ x: 100, y: 80 });
    expect(fromFront({ x: 100, y: 100 }, 0.5).flat({ x: 10, y: 40, z: 60 })).toEqual({ x: 105, y: 70 });
  });

  it("draws a thicker stem thicker even where both are thin on paper", () => {
    const width = (diameter: number) => {
      const path = outline(axis({ diameter, lean: 0, tipLean: 0 }), 0, 100, fromFront({ x: 0, y: 0 }, 0.1));
      const xs = [...path.matchAll(/[ML](-?[\d.]+) /g)].map((m) => Number(m[1]));
      return Math.max(...xs) - Math.min(...xs);
    };
    expect(width(20)).toBeGreaterThan(width(8) + 1);
    expect(width(4)).toBeGreaterThan(2);
  });

  it("never writes a number that is none", () =>
    expect(outline(axis({ length: 0.1 }), 0, 0, fromAbove({ x: 0, y: 0 }, 1))).not.toMatch(/NaN|Infinity/));
});
