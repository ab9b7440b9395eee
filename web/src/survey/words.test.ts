import { describe, expect, it } from "vitest";
import { capital, counted, listed, timeWords } from "./words";

describe("words", () => {
  it("count", () =>
    expect([counted(1, "cane"), counted(0, "cane"), counted(2, "body", "bodies")]).toEqual([
      "1 cane",
      "0 canes",
      "2 bodies",
    ]));
  it("list", () =>
    expect([listed([]), listed(["A"]), listed(["A", "B"]), listed(["A", "B", "C"], "or")]).toEqual([
      "",
      "A",
      "A and B",
      "A, B or C",
    ]));
  it("tell the time", () =>
    expect([0, 1, 25, 89, 90, 119, 130, 150].map(timeWords)).toEqual([
      "no work on this day",
      "about 1 minute",
      "about 25 minutes",
      "about 89 minutes",
      "about 1½ hours",
      "about 2 hours",
      "about 2 hours",
      "about 2½ hours",
    ]));
  it("begin large", () => expect([capital("all stay"), capital("")]).toEqual(["All stay", ""]));
});
