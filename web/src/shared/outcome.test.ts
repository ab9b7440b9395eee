import { expect, it } from "vitest";
import { outcome, tieWords } from "./outcome";

const counts = (kept: number, removed: number, left = 0) => ({ kept, removed, left });

it.each([
  [counts(6, 3), "6 stay, 3 go"],
  [counts(8, 0), "all 8 stay"],
  [counts(1, 0), "the one cane stays"],
  [counts(1, 4, 1), "1 stays, 4 go, 1 waits"],
  [counts(0, 1, 2), "1 goes, 2 wait"],
  [counts(0, 0, 3), "3 wait"],
])("says %o as %s", (c, words) => expect(outcome(c)).toBe(words));

it("names the tie material to carry", () => {
  expect(tieWords([{ material: "jute", metres: 1.4 }])).toEqual(["1.4 m of jute"]);
});
