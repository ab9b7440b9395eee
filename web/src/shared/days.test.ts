import { describe, expect, it } from "vitest";
import { isoOf } from "../survey/measures";
import { daysOfMonth, monthWords, moved } from "./days";

describe("days", () => {
  it("go on over months, years, leap days and changes of the clock", () => {
    expect(moved("2027-02-28", 1)).toBe("2027-03-01");
    expect(moved("2028-02-28", 1)).toBe("2028-02-29");
    expect(moved("2026-12-31", 1)).toBe("2027-01-01");
    expect(moved("2027-03-28", -1)).toBe("2027-03-27");
    expect(moved("2027-01-31", 0, 1)).toBe("2027-02-28");
    expect(moved("2027-03-31", 0, -1)).toBe("2027-02-28");
    expect(moved("2027-01-15", 0, -1)).toBe("2026-12-15");
    let day = "2027-01-01";
    for (let n = 0; n < 365; n++) day = moved(day, 1);
    expect(day).toBe("2028-01-01");
  });

  it("stand in weeks that begin on Monday", () => {
    // 1 February 2027 is a Monday: four whole weeks.
    expect(daysOfMonth("2027-02")).toHaveLength(4);
    expect(daysOfMonth("2027-02")[0]![0]).toBe("2027-02-01");
    const may = daysOfMonth("2027-05");
    expect(may[0]).toEqual([null, null, null, null, null, "2027-05-01", "2027-05-02"]);
    expect(may.flat().filter((d) => d !== null)).toHaveLength(31);
    for (const week of may) expect(week).toHaveLength(7);
  });

  it("are said in words", () => {
    expect(monthWords("2027-02")).toBe("February 2027");
    expect(isoOf(new Date(2027, 1, 3, 23, 59))).toBe("2027-02-03");
  });
});
