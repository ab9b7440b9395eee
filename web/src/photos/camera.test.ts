import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { cameraOf, lineOf, type Px, see, type Shot, stickAt, stickFoot, viewOf } from "./camera";

/**
 * Where in the demo's pictures what is, as it was drawn: the drawing program projects with code of its own
 * (tools/Gemmifer.Photos), so this is checked against something else. Rounded there to a tenth of a pixel.
 */
const truth = JSON.parse(
  readFileSync(join(process.cwd(), "../tests/Gemmifer.Browser.Tests/camera.json"), "utf8"),
) as Record<string, Record<"front" | "side" | "after", { crown: Px; stick: [Px, Px]; on: Record<string, Px[]> }>>;

/** The stick beside the crown, and the focal length it was drawn for. */
const [stick, focal35] = [{ x: 260, y: -60 }, 26];

const shotOf = (plant: string, view: "front" | "side", from: number): Shot => {
  const { crown, stick: ends } = truth[plant]![view];
  return { id: view, from, size: [1600, 1200], focal35, crown, stick: { a: ends[0], b: ends[1], mm: 1000 } };
};

describe.each(Object.keys(truth))("the pictures of %s", (plant) => {
  const [front, side] = [shotOf(plant, "front", 6), shotOf(plant, "side", 3)];

  it("tell together where the stick stands", () => {
    const foot = stickFoot([front, side]);
    expect(Math.hypot(foot.x - stick.x, foot.y - stick.y)).toBeLessThan(3);
    const [clock, away] = stickAt([front, side]);
    expect(clock).toBeCloseTo((Math.atan2(stick.x, stick.y) * 6) / Math.PI, 1);
    expect(away).toBeCloseTo(Math.hypot(stick.x, stick.y), -1);
  });

  it("see crown and stick where they were tapped", () => {
    for (const shot of [front, side]) {
      const camera = cameraOf(shot, stick)!;
      const places: [Px, { x: number; y: number; z: number }][] = [
        [shot.crown, { x: 0, y: 0, z: 0 }],
        [shot.stick.b, { ...stick, z: 1000 }],
      ];
      for (const [px, place] of places) {
        const [u, v] = see(camera, place)!;
        expect(Math.hypot(u - px[0], v - px[1])).toBeLessThan(2);
      }
    }
  });

  it("lead from a tap in one to the line on which it lies in the other", () => {
    const foot = stickFoot([front, side]);
    const [one, other] = [cameraOf(front, foot)!, cameraOf(side, foot)!];
    for (const [cane, on] of Object.entries(truth[plant]!.front.on)) {
      on.forEach((tap, i) => {
        const [a, b] = lineOf(tap, one, other)!;
        const p = truth[plant]!.side.on[cane]![i]!;
        const off =
          Math.abs((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) /
          Math.hypot(b[0] - a[0], b[1] - a[1]);
        // It lies between its ends, however far before or behind the crown it stands.
        expect(p[0], `${cane} ${i}`).toBeGreaterThan(Math.min(a[0], b[0]));
        expect(p[0], `${cane} ${i}`).toBeLessThan(Math.max(a[0], b[0]));
        // The middle is half of the length, where it is the same place in both.
        expect(off, `${cane} ${i}`).toBeLessThan(2.5);
      });
    }
  });
});

describe("one picture", () => {
  const front = shotOf("demo-lantern", "front", 6);

  it("takes the stick to be as far off as the crown", () => {
    const foot = stickFoot([front]);
    expect(foot.x).toBeGreaterThan(200);
    expect(Math.abs(foot.y)).toBeLessThan(20);
    // A second one from the same side, or from the opposite one, tells no more.
    expect(stickFoot([front, { ...front, id: "again" }]).x).toBeCloseTo(foot.x, 6);
  });

  it("has no camera where the stick would stand behind it", () => {
    expect(cameraOf({ ...front, stick: { ...front.stick, mm: 0.01 } }, { x: 0, y: 0 })).toBeNull();
    expect(cameraOf({ ...front, stick: { ...front.stick, b: front.stick.a } }, { x: 0, y: 0 })).toBeNull();
  });

  it("shows nothing of what is behind the camera, and lifts what stands on a crown", () => {
    const camera = cameraOf(front, stick)!;
    expect(see(camera, { x: 0, y: -9000, z: 0 })).toBeNull();
    expect(viewOf(camera, 40).flat({ x: 0, y: 0, z: 40 }).y).toBeCloseTo(front.crown[1], 6);
    expect(viewOf(camera, 0).flat({ x: 0, y: 0, z: 40 }).y).toBeLessThan(front.crown[1] - 10);
  });
});
