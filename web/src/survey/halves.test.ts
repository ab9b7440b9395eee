import { describe, expect, it } from "vitest";
import { halfAYearOn, onHalf } from "./halves";

describe("the other half of the world", () => {
  it("has its frosts half a year on", () => {
    const north = { hemisphere: "north" as const, lastFrost: "04-15", firstFrost: "10-20", timeZone: "Europe/Vienna" };
    expect(onHalf(north, "south")).toEqual({
      hemisphere: "south",
      lastFrost: "10-15",
      firstFrost: "04-20",
      timeZone: "Europe/Vienna",
    });
    expect(onHalf(north, "north")).toBe(north);
  });

  it("comes back to the same days but for those a shorter month lacks", () => {
    for (let day = 0; day < 365; day++) {
      const at = new Date(Date.UTC(2001, 0, 1 + day)).toISOString().slice(5, 10);
      const there = halfAYearOn(at);
      expect(new Date(`2001-${there}T00:00:00Z`).toISOString().slice(5, 10)).toBe(there);
      const back = halfAYearOn(there);
      expect(back.slice(0, 2)).toBe(at.slice(0, 2));
      if (Number(at.slice(3)) <= 28) expect(back).toBe(at);
    }
  });
});
