import { describe, expect, it } from "vitest";
import { spreadApart, spreadOnLine, spreadOnRing } from "./labels";

/** Seeded, so that a failure can be run again. */
function random(seed: number) {
  return () => ((seed = (seed * 16807) % 2147483647) - 1) / 2147483646;
}

describe("labels", () => {
  it.each(Array.from({ length: 40 }, (_, i) => i + 1))("never overlap on a line (seed %d)", (seed) => {
    const next = random(seed);
    const wanted = Array.from({ length: 2 + Math.floor(next() * 10) }, () => next() * 400);
    const placed = spreadOnLine(wanted, 27, 16, 384);
    const sorted = [...placed].sort((a, b) => a - b);
    sorted.slice(1).forEach((p, i) => expect(p - sorted[i]!).toBeGreaterThan(27 - 1e-6));
    expect(sorted[0]).toBeGreaterThanOrEqual(16 - 1e-9);
    expect(sorted[sorted.length - 1]).toBeLessThanOrEqual(384 + 1e-9);
    // Their order is kept.
    wanted.forEach((w, i) => wanted.forEach((v, j) => w < v && expect(placed[i]!).toBeLessThan(placed[j]!)));
  });

  it.each(Array.from({ length: 40 }, (_, i) => i + 1))("never overlap on a ring (seed %d)", (seed) => {
    const next = random(seed * 7);
    const wanted = Array.from({ length: 2 + Math.floor(next() * 14) }, () => next() * 360);
    const sorted = spreadOnRing(wanted, 8.4).sort((a, b) => a - b);
    sorted.forEach((p, i) => {
      const to = i + 1 < sorted.length ? sorted[i + 1]! : sorted[0]! + 360;
      expect(to - p).toBeGreaterThan(8.4 - 1e-6);
    });
  });

  it("stay where they are wanted when there is room", () => {
    expect(spreadOnLine([50, 200], 27, 0, 400)).toEqual([50, 200]);
    expect(spreadOnRing([10, 350, 180], 8).map((a) => Math.round(a))).toEqual([10, 350, 180]);
  });

  it("give way evenly when there is not enough room", () =>
    expect(spreadOnLine([5, 5, 5], 100, 0, 100)).toEqual([0, 50, 100]));
});

describe("labels in the plane", () => {
  const box = { left: 0, right: 400, top: 0, bottom: 300 };

  it("none is nearer to another than the gap, and all stay inside", () => {
    const wanted = Array.from({ length: 14 }, (_, i) => ({ x: 200 + (i % 3), y: 150 + (i % 2) }));
    const places = spreadApart(wanted, 27, box);
    places.forEach((a, i) =>
      places.slice(i + 1).forEach((b) => expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(25)),
    );
    expect(places.every((p) => p.x >= 0 && p.x <= 400 && p.y >= 0 && p.y <= 300)).toBe(true);
  });

  it("those that have room stay where they were wanted", () => {
    const wanted = [
      { x: 50, y: 50 },
      { x: 200, y: 60 },
    ];
    expect(spreadApart(wanted, 27, box)).toEqual(wanted);
    expect(spreadApart([{ x: -30, y: 900 }], 27, box)).toEqual([{ x: 0, y: 300 }]);
  });
});
