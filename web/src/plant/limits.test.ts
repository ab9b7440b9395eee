import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { schoolId, type SurveyDocument } from "../survey/types";
import { named } from "./Decide";
import { limitsOf } from "./PlantPage";

const value = (name: string, number: number) => ({
  name,
  number,
  word: null,
  label: name,
  unit: "mm",
  provenance: "practice",
  why: "test",
});
const schools = [
  {
    id: "low",
    name: "Low",
    summary: "",
    values: [value("spacing", 200), value("heightMin", 450), value("heightMax", 600)],
  },
  {
    id: "high",
    name: "High",
    summary: "",
    values: [value("spacing", 150), value("heightMin", 700), value("heightMax", 900)],
  },
] as unknown as Schemas["SchoolView"][];
const survey = (school: SurveyDocument["school"]) => ({ school, stems: [] }) as unknown as SurveyDocument;

describe("the limits that are drawn", () => {
  it.each([
    [null, { spacing: 200, min: 450, max: 600 }],
    ["high", { spacing: 150, min: 700, max: 900 }],
    [{ base: "high" }, { spacing: 150, min: 700, max: 900 }],
    [
      { base: "high", set: { spacing: 120 } },
      { spacing: 120, min: 700, max: 900 },
    ],
    [{ set: { heightMax: 650 } }, { spacing: 200, min: 450, max: 650 }],
  ] as [SurveyDocument["school"], object][])("of %j", (school, limits) =>
    expect(limitsOf(schools, survey(school), "low")).toEqual(limits),
  );

  it("are none for a school that is not known", () => expect(limitsOf(schools, survey("gone"), "low")).toBeNull());

  it("names the school chosen", () =>
    expect([schoolId(null), schoolId("a"), schoolId({ base: "b" }), schoolId({})]).toEqual([null, "a", "b", null]));
});

describe("the question that would help most", () => {
  it("names its stem where the sentence does not", () => {
    expect(named({ stem: "T", text: "Follow it down. Tag it." })).toBe("T: Follow it down. Tag it.");
    expect(named({ stem: "C", text: "Note one bud on C between 1 mm and 2 mm." })).toBe(
      "Note one bud on C between 1 mm and 2 mm.",
    );
    expect(named({ stem: null, text: "Look." })).toBe("Look.");
  });
});
