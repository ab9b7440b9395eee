import { describe, expect, it } from "vitest";
import { dueWords, soon } from "../pages/due";
import { dayAfter, noteSky, skyOf, turn } from "./rain";
import { about, nextInRow } from "./rows";
import { spreadSum } from "./words";

const vine = (n: number, place = "South") => ({ id: `v${n}`, name: `${place} ${n}`, place, kind: "vine.vinifera" });

describe("a row of vines", () => {
  it("goes on in the order people count, and round again", () => {
    const row = [vine(10), vine(2), vine(1), vine(3, "North"), { ...vine(4), kind: "rose.shrub" }];
    expect(nextInRow(row, "v1")?.id).toBe("v2");
    expect(nextInRow(row, "v2")?.id).toBe("v10");
    expect(nextInRow(row, "v10")?.id).toBe("v1");
    expect(nextInRow(row, "v3")).toBeNull();
    expect(nextInRow(row, "v4")).toBeNull();
  });

  it("says what it comes to, and how sure that is", () => {
    expect(about({ total: 46, low: 46, high: 46 }, "buds")).toBe("46 buds");
    expect(about({ total: 1, low: 1, high: 1 }, "buds")).toBe("1 bud");
    expect(about({ total: 240.4, low: 210.2, high: 270.6 }, "buds")).toBe("about 240 buds (210 to 271)");
    expect(about(null, "buds")).toBe("no buds");
  });
});

describe("buds spread over the places", () => {
  it("are added up as one would on paper", () => {
    expect(spreadSum([{ buds: 3 }, { buds: 2 }, { buds: 3 }, { buds: 0 }])).toBe("2 × 3 + 1 × 2 = 8");
    expect(spreadSum([{ buds: 2 }, { buds: 2 }])).toBe("2 × 2 = 4");
    expect(spreadSum([{ buds: 2 }, { buds: 0 }])).toBeNull();
  });
});

describe("rain as it is noted", () => {
  it("turns from unknown to dry to rain and back, a day at a time", () => {
    const day = dayAfter("2027-02-27", 2);
    expect(day).toBe("2027-03-01");
    let rain = noteSky(null, day, turn(skyOf(null, day)));
    expect(rain).toEqual([{ date: day, mm: 0 }]);
    rain = noteSky(noteSky(rain, "2027-02-27", "dry"), day, turn(skyOf(rain, day)));
    expect(rain.map((r) => skyOf(rain, r.date))).toEqual(["dry", "rain"]);
    expect(noteSky(rain, day, turn(skyOf(rain, day)))).toEqual([{ date: "2027-02-27", mm: 0 }]);
  });
});

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
