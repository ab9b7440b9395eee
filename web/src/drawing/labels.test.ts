import { describe, expect, it } from "vitest";
import { spreadOnLine, spreadOnRing } from "./labels";

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
