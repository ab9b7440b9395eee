import { describe, expect, it } from "vitest";
import { stemId } from "../api/stemId";
import { budsLeft, mark, markOf, marks, markShoot, noteGrowth, placesOf, shootMarkOf, vineOf } from "./places";
import type { SurveyStem } from "../survey/types";

const cordon = vineOf({ system: "cordon", head: 900, arms: 2, places: 6, room: 160 });

describe("a vine drawn from four taps", () => {
  it("has two arms with six places each, two shoots to a place", () => {
    const places = placesOf(cordon);
    expect(places).toHaveLength(12);
    expect(places.map((p) => p.id).slice(0, 6)).toEqual(["L1", "L2", "L3", "L4", "L5", "L6"]);
    expect(places.every((p) => p.shoots.length === 2 && markOf(p) === "two")).toBe(true);
    expect(new Set(cordon.map((s) => s.id)).size).toBe(cordon.length);
  });

  it("stands on stems that are there, within their length", () => {
    for (const system of ["cordon", "goblet", "long-cane", "t-trellis", "training"] as const) {
      const stems = vineOf({ system, head: 900, arms: 2, places: 8, room: 160 });
      const byId = new Map<string, SurveyStem>(stems.map((s) => [s.id, s]));
      for (const s of stems.filter((x) => x.parent !== "ground")) {
        const on = byId.get(s.parent)!;
        expect(on, s.id).toBeDefined();
        expect(s.at!, s.id).toBeGreaterThanOrEqual(0);
        expect(s.at!, s.id).toBeLessThanOrEqual(on.length!);
        expect(s.clock, s.id).toBeGreaterThan(0);
        expect(s.clock, s.id).toBeLessThanOrEqual(12);
      }
    }
  });
});

describe("what is noted at a place", () => {
  it("comes back as the mark that was set, and touches no other place", () => {
    for (const { mark: what } of marks) {
      const after = mark(cordon, placesOf(cordon)[3]!, what);
      const places = placesOf(after);
      expect(markOf(places.find((p) => p.id === stemId("L4"))!)).toBe(what);
      expect(places.filter((p) => p.id !== stemId("L4")).every((p) => markOf(p) === "two")).toBe(true);
    }
  });

  it("can be changed again, and a bare spur gets its shoots back", () => {
    const bare = mark(cordon, placesOf(cordon)[0]!, "none");
    expect(bare).toHaveLength(cordon.length - 2);
    const again = mark(bare, placesOf(bare)[0]!, "two");
    expect(new Set(again.map((s) => s.id))).toEqual(new Set(cordon.map((s) => s.id)));
  });

  it("goes round a head clockwise from the gardener's side", () => {
    const head = vineOf({ system: "goblet", head: 600, arms: 1, places: 4, room: 100 });
    const clocks = placesOf(head).map((p) => (p.old!.clock + 6) % 12);
    expect(clocks).toEqual([...clocks].sort((a, b) => a - b));
  });

  it("tells shoots near the head by their thickness", () => {
    const stems = vineOf({ system: "long-cane", head: 800, arms: 1, places: 4, room: 100 });
    const after = markShoot(markShoot(markShoot(stems, stemId("A"), "thin"), stemId("B"), "gone"), stemId("C"), "dead");
    expect(after.map((s) => s.id)).toEqual(["T", "A", "C", "D"]);
    expect(after.filter((s) => s.role === "shoot").map(shootMarkOf)).toEqual(["thin", "dead", "pencil"]);
  });
});

describe("the second visit", () => {
  it("notes which buds grow where they were seen, or evenly along what was left", () => {
    const seen = {
      ...cordon.find((s) => s.id === stemId("L1a"))!,
      length: 262,
      buds: [{ at: 40 }, { at: 180 }, { at: 250 }],
    };
    expect(budsLeft(seen)).toBe(3);
    expect(noteGrowth(seen, ["grows", "not-yet", "grows"]).buds).toEqual([
      { at: 40, state: "shooting" },
      { at: 180, state: "dormant" },
      { at: 250, state: "shooting" },
    ]);
    const unseen = { ...seen, length: 162, buds: [] };
    expect(budsLeft(unseen)).toBe(2);
    const buds = noteGrowth(unseen, ["grows", "grows"]).buds!;
    expect(buds.every((b) => b.at > 8 && b.at < 162)).toBe(true);
    expect(buds[0]!.at).toBeLessThan(buds[1]!.at);
  });
});
