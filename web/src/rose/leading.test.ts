import { describe, expect, it } from "vitest";
import type { SurveyDocument } from "../survey/types";
import { ledTo } from "./leading";

describe("leading a cane by hand", () => {
  const survey = {
    format: "gemmifer.survey/1",
    plant: { kind: "rose.climber" },
    date: "2027-02-20",
    stems: [
      { id: "A", role: "cane", parent: "crown", clock: 9, diameter: 12, age: 1 },
      { id: "B", role: "cane", parent: "crown", clock: 3, diameter: 12, age: 1 },
    ],
  } as SurveyDocument;

  it("notes the place on that cane alone, and can be left to the plan again", () => {
    const led = ledTo(survey, "B", { x: -900, z: 300 });
    expect(led.stems.map((s) => s.towards ?? null)).toEqual([null, { x: -900, z: 300 }]);
    expect(survey.stems[1]!.towards).toBeUndefined();
    expect(ledTo(led, "B", null).stems[1]!.towards).toBeNull();
  });
});
