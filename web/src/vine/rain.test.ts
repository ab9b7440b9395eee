import { describe, expect, it } from "vitest";
import { dayAfter, noteSky, skyOf, turn } from "./rain";

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
