import { describe, expect, it } from "vitest";
import type { SurveyDocument } from "../survey/types";
import { sudden } from "../survey/yearWords";
import { harmed, harmOf } from "./harm";

const document = {
  date: "2027-02-20",
  stems: [
    { id: "A", length: 900, seen: ["bark.green", "wound"] },
    { id: "B", length: 900 },
  ],
} as unknown as SurveyDocument;

describe("something sudden", () => {
  it("is marked on the canes it struck, once, and planned for the day", () => {
    const harm = harmOf["storm-break"]!;
    const after = harmed(document, harm, ["A"], 400, "2027-07-03");
    expect(after.date).toBe("2027-07-03");
    expect(after.stems[0]!.seen).toEqual(["bark.green", { what: "wound", at: 400 }]);
    expect(after.stems[1]).toBe(document.stems[1]);
    expect(harmed(document, harm, ["B"], null, "2027-07-03").stems[1]!.seen).toEqual(["wound"]);
  });

  it("is at no place beyond the cane", () => {
    expect(harmed(document, harmOf.hail!, ["B"], 2000, "2027-07-03").stems[1]!.seen).toEqual(["wound"]);
  });

  it("is known for each, but for a stake that is gone", () => {
    expect(sudden.filter((e) => !harmOf[e])).toEqual(["stake-gone"]);
  });
});
