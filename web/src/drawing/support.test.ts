import { describe, expect, it } from "vitest";
import { fromOf, keepOutOf, openingOf, readWires, supportOf, supportWords, wiresUpTo } from "./support";

const read = (word: string) => (/^\d+$/.test(word) ? Number(word) * 10 : null);

describe("supports as people say them", () => {
  it("an arch and a pergola begin at the plant, the rest stands evenly about it", () => {
    expect(fromOf("arch", 1400)).toBe(0);
    expect(fromOf("wall", 3000)).toBe(-1500);
    expect(supportOf("pergola", null).from).toBe(0);
  });

  it("changing what it is keeps the measures that can mean the same", () => {
    const wall = { ...supportOf("wall", null), width: 4200, height: 2100 };
    expect(supportOf("fence", wall)).toMatchObject({ width: 4200, height: 2100 });
    expect(supportOf("post", wall).width).toBeLessThan(500);
    const window = { x: 300, z: 900, width: 800, height: 900 };
    expect(supportOf("wires", { ...wall, openings: [window] }).openings).toEqual([window]);
  });

  it("wires come with a support of wires, none above it", () => {
    expect(supportOf("wires", null).wires!.length).toBeGreaterThan(2);
    expect(wiresUpTo(1500).every((w) => w.height <= 1500)).toBe(true);
    expect(wiresUpTo(100)).toHaveLength(1);
    expect(supportOf("wall", null).wires).toBeUndefined();
  });

  it("heights of wires are read as typed, and one that is not understood refuses all", () => {
    expect(readWires("40, 75; 110", read)).toEqual([{ height: 400 }, { height: 750 }, { height: 1100 }]);
    expect(readWires("40, high", read)).toBeNull();
    expect(readWires("  ", read)).toEqual([]);
  });

  it("a window or door to begin with fits its wall", () => {
    for (const width of [600, 1200, 3000]) {
      const wall = { ...supportOf("wall", null), width, from: -width / 2, height: 2000 };
      for (const what of ["window", "door"] as const) {
        const o = openingOf(what, wall);
        expect(o.z + o.height).toBeLessThanOrEqual(2000);
        expect(o.width).toBeLessThanOrEqual(width / 2);
        expect(o.z === 0).toBe(what === "door");
      }
    }
    expect(keepOutOf("drive")).toEqual({ name: "drive", side: 6, from: 500 });
  });

  it("is told in a sentence", () => {
    const words = (mm: number) => `${mm / 10} cm`;
    const wall = { ...supportOf("wall", null), openings: [{ x: 0, z: 0, width: 1, height: 1 }] };
    expect(supportWords(wall, words)).toBe("A wall, 300 cm wide and 240 cm high, with one opening");
    expect(supportWords(supportOf("wires", null), words)).toMatch(/^Wires, .* with \d wires$/);
  });
});
