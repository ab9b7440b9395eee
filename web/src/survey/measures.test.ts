import { describe, expect, it } from "vitest";
import {
  ageWords,
  clockShort,
  clockWords,
  defaultBody,
  length,
  readLength,
  thickness,
  giveOf,
  toldByBody,
} from "./measures";

describe("reading a length", () => {
  it.each([
    ["14", 14],
    ["14mm", 14],
    ["1.1m", 1100],
    ["1,1 m", 1100],
    ["110 cm", 1100],
    ["1/2in", 12.7],
    ["1 1/2 in", 38.1],
    ["5ft", 1524],
    ["5ft 6in", 1676.4],
    ["thumb", 20],
    ["a pencil", 7],
    ["2 fists", 200],
    ["my hip", 900],
    ["half hip", 450],
    ["little finger", 14],
  ])("%s is %d mm", (text, mm) => expect(readLength(text, defaultBody)).toBeCloseTo(mm, 6));

  it.each(["", "banana", "12 parsecs", "-5", "1.2.3", "m", "0x10"])("%s is not a length", (text) =>
    expect(readLength(text, defaultBody)).toBeNull(),
  );

  it("takes one's own measures", () => expect(readLength("thumb", { ...defaultBody, thumb: 23 })).toBe(23));
  it("counts a bare number as asked", () => expect(readLength("46", defaultBody, "cm")).toBe(460));
});

describe("writing a length", () => {
  it.each([
    [6, "6 mm"],
    [14.5, "14.5 mm"],
  ])("%d mm thick in metric is %s", (mm, text) => expect(thickness(mm, "metric")).toBe(text));
  it.each([
    [25.4, "1 in"],
    [14, "9/16 in"],
    [38.1, "1 1/2 in"],
    [0.5, "under 1/16 in"],
  ])("%d mm thick in imperial is %s", (mm, text) => expect(thickness(mm, "imperial")).toBe(text));
  it.each([
    [6, "6 mm"],
    [456, "46 cm"],
    [1280, "1.28 m"],
  ])("%d mm long in metric is %s", (mm, text) => expect(length(mm, "metric")).toBe(text));
  it.each([
    [457.2, "18 in"],
    [530, "20 3/4 in"],
    [536, "21 in"],
    [171, "6 3/4 in"],
    [900, "35 1/2 in"],
    [608, "2 ft"],
    [914.4, "3 ft"],
    [1676.4, "5 ft 6 in"],
  ])("%d mm long in imperial is %s", (mm, text) => expect(length(mm, "imperial")).toBe(text));
});

describe("bearings and ages in words", () => {
  it.each([
    [12, "12 o'clock", "12:00"],
    [4.5, "half past 4", "4:30"],
    [0.25, "12:15", "12:15"],
    [6.75, "6:45", "6:45"],
  ])("%d", (hours, words, short) => {
    expect(clockWords(hours)).toBe(words);
    expect(clockShort(hours)).toBe(short);
  });
  it("names last season's wood", () => expect([ageWords(1), ageWords(3)]).toEqual(["grown last season", "3 seasons"]));
});

describe("how well a thickness is known", () => {
  it("is give or take where it was told by the body, and exact where it was measured", () => {
    for (const told of ["thumb", "2 thumbs", "half a thumb", "my pencil"])
      expect(toldByBody(told, defaultBody)).toBe(true);
    for (const measured of ["14", "14 mm", "1/2 in", "1.4 cm", "nonsense", ""])
      expect(toldByBody(measured, defaultBody)).toBe(false);
    expect(giveOf(20)).toBe(2.4);
  });
});
