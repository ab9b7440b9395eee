import { describe, expect, it } from "vitest";
import { dueWords, soon } from "./due";

describe("when a visit is due", () => {
  it.each([
    ["2027-04-29", "2027-04-29", "today"],
    ["2027-04-30", "2027-04-29", "tomorrow"],
    ["2027-05-08", "2027-04-29", "in 9 days"],
    ["2027-04-28", "2027-04-29", "due since yesterday"],
    ["2027-04-20", "2027-04-29", "due for 9 days"],
    ["2027-06-04", "2027-04-29", "about 4 June"],
    ["2027-04-29", "2026-11-25", "about 29 April 2027"],
  ])("%s seen from %s", (due, today, words) => expect(dueWords(due, today)).toBe(words));

  it("is pressing within a week", () => {
    expect(soon("2027-05-06", "2027-04-29")).toBe(true);
    expect(soon("2027-05-07", "2027-04-29")).toBe(false);
  });
});
