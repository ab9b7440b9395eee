import { describe, expect, it } from "vitest";
import type { Support } from "../survey/types";
import { pairsOf, withHeights, withPair } from "./wires";

const wires: Support = { kind: "wires", width: 2400, height: 1500, wires: [{ height: 900 }, { height: 1300 }] };
const trellis: Support = {
  kind: "t-trellis",
  width: 3000,
  height: 1300,
  wires: [
    { height: 1100, y: -150 },
    { height: 1100, y: 150 },
    { height: 1180, y: -600 },
    { height: 1180, y: 600 },
  ],
};

describe("wires of a vine", () => {
  it("take the heights said, as many as there are, and the posts reach them", () => {
    const set = withHeights(wires, [800, 1200, 1600])!;
    expect(set.wires).toEqual([{ height: 800 }, { height: 1200 }, { height: 1600 }]);
    expect(set.height).toBe(1650);
    expect(withHeights(wires, [700])!.height).toBe(1500);
  });

  it.each([[[]], [[0]], [[-5, 900]], [[20000]], [[Number.NaN]]])("refuses %j", (heights) => {
    expect(withHeights(wires, heights)).toBeNull();
  });

  it("of a T-trellis are moved in pairs, to both sides alike", () => {
    expect(pairsOf(wires)).toBeNull();
    expect(pairsOf(trellis)).toEqual({ inner: { out: 150, height: 1100 }, outer: { out: 600, height: 1180 } });
    const set = withPair(trellis, "outer", { out: 750, height: 1500 });
    expect(set.wires!.map((w) => [w.height, w.y])).toEqual([
      [1100, -150],
      [1100, 150],
      [1500, -750],
      [1500, 750],
    ]);
    expect(set.height).toBe(1550);
    expect(pairsOf(withPair(trellis, "inner", { out: 150, height: 1000 }))!.inner.height).toBe(1000);
  });
});
