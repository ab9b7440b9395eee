import { describe, expect, it } from "vitest";
import { bloomSentence, outcome, outcomeSentence, tieWords } from "./outcome";

const counts = (kept: number, removed: number, left = 0) => ({ kept, removed, left });

it.each([
  [counts(6, 3), "6 stay, 3 go", "6 canes stay, 3 go"],
  [counts(8, 0), "all 8 stay", "All 8 canes stay"],
  [counts(1, 0), "the one cane stays", "The one cane stays"],
  [counts(1, 4, 1), "1 stays, 4 go, 1 waits", "1 cane stays, 4 go, 1 waits"],
  [counts(0, 1, 2), "1 goes, 2 wait", "1 cane goes, 2 wait"],
  [counts(0, 0, 3), "3 wait", "3 canes wait"],
])("says %o as %s", (c, short, long) => {
  expect(outcome(c)).toBe(short);
  expect(outcomeSentence(c)).toBe(long);
});

describe("what tying gains", () => {
  it("is told against the same wood as it was found, and not where nothing is gained", () => {
    expect(bloomSentence({ bloomFound: 12, bloomTied: 50 })).toBe(
      "; tied like this, what stays flowers from about 50 places instead of 12.",
    );
    expect(bloomSentence({ bloomFound: 50, bloomTied: 50 })).toBe("; what stays flowers from about 50 places.");
  });

  it("names the tie material to carry", () => {
    expect(tieWords([{ material: "jute", metres: 1.4 }])).toEqual(["1.4 m of jute"]);
  });
});
