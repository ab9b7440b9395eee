import { describe, expect, it } from "vitest";
import { capital, counted, listed } from "./words";

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
  it("begin large", () => expect([capital("all stay"), capital("")]).toEqual(["All stay", ""]));
});
