import { describe, expect, it } from "vitest";
import { type Flowers, type Habit, safestRose, type Tall } from "./whichRose";

const kind = (flowers: Flowers | null, tall: Tall | null, habit: Habit | null) =>
  safestRose({ flowers, tall, habit })?.kind ?? null;

// Common practice, no source: what flowers once is pruned after its flowers, what may flower once as well.
describe("a rose nobody knows", () => {
  it.each<[Flowers | null, Tall | null, Habit | null, string | null]>([
    ["once", "hip", "stands", "rose.once-flowering"],
    ["unknown", "hip", "stands", "rose.once-flowering"],
    ["unknown", null, "stands", "rose.once-flowering"],
    ["again", "knee", "stands", "rose.miniature"],
    ["again", "hip", "stands", "rose.shrub"],
    ["again", "head", "stands", "rose.shrub"],
    ["once", "head", "climbs", "rose.rambler"],
    ["again", "head", "climbs", "rose.climber"],
    ["unknown", null, "climbs", "rose.climber"],
    [null, null, "hangs", "rose.weeping-standard"],
    ["again", null, "stands", null],
    [null, "hip", "stands", null],
    ["once", "hip", null, null],
  ])("flowers %s, %s high, %s: %s", (flowers, tall, habit, expected) => {
    expect(kind(flowers, tall, habit)).toBe(expected);
  });
});
