import { describe, expect, it } from "vitest";
import { defaultBody } from "./measures";
import { missingWords, readLine } from "./typedLine";

const read = (text: string) => readLine(text, defaultBody);

describe("a cane in one line", () => {
  it("reads bearing, thickness, age, length and bark", () => {
    const line = read("4:30 thumb 2y 1.1m grey");
    expect(line).toEqual({
      stem: { clock: 4.5, diameter: 20, age: 2, length: 1100, seen: ["bark.grey"] },
      unknown: [],
      missing: [],
    });
  });

  it.each([
    ["half past 4 14 mm 3 years", { clock: 4.5, diameter: 14, age: 3 }],
    ["12 14.2 1y", { clock: 12, diameter: 14.2, age: 1 }],
    ["7 pencil new soft", { clock: 7, diameter: 7, age: 1, seen: ["soft"] }],
    ["9.5 1/2in 2y 4ft", { clock: 9.5, diameter: 12.7, age: 2, length: 1219 }],
    ["3 2 thumbs old dead", { clock: 3, diameter: 40, age: 5, deadFrom: 0 }],
    ["3 thumb 2y dead from 50", { clock: 3, diameter: 20, age: 2, deadFrom: 500 }],
    ["8 thumb 2y canker at 640mm", { clock: 8, diameter: 20, age: 2, seen: [{ what: "canker", at: 640 }] }],
    ["8 thumb 1y sucker smooth", { clock: 8, diameter: 20, age: 1, parent: "rootstock", seen: ["smooth"] }],
    ["2 finger 2y leaning 35", { clock: 2, diameter: 14, age: 2, lean: 35 }],
    ["1 finger 2y scratched brown snaps", { clock: 1, diameter: 14, age: 2, seen: ["scratch.brown", "snap.dry"] }],
  ])("%s", (text, stem) => {
    const line = read(text);
    expect(line.stem).toEqual(stem);
    expect(line.unknown).toEqual([]);
  });

  it("says what it did not understand and what is missing", () => {
    const line = read("4:30 wibble 2y");
    expect(line.unknown).toEqual(["wibble"]);
    expect(line.missing).toEqual(["diameter"]);
    expect(missingWords(line.missing)).toContain("thick");
  });

  it.each(["13:00 thumb 2y", "-3 thumb 2y", "99 thumb 2y"])("does not take %s for a bearing", (text) => {
    expect(read(text).missing).toContain("clock");
  });
});

describe("units do not matter", () => {
  // 1 in = 25.4 mm exactly (international yard and pound agreement, 1959).
  it.each(Array.from({ length: 40 }, (_, seed) => seed + 1))("seed %i", (seed) => {
    const [thick, long] = [(seed % 16) + 1, 16 + seed];
    const cane = (thickness: string, length: string) => read(`7:30 ${thickness} 2y ${length}`);
    const mm = cane(`${(thick / 16) * 25.4}mm`, `${long * 25.4}mm`);
    expect(mm.missing).toEqual([]);
    expect(cane(`${thick}/16in`, `${long}in`)).toEqual(mm);
    expect(cane(`${(thick / 16) * 2.54}cm`, `${long * 2.54}cm`)).toEqual(mm);
    expect(cane(`${(thick / 16) * 25.4} mm`, `${long * 0.0254}m`)).toEqual(mm);
    expect(cane(`${thick / 16} inch`, `${long / 12}ft`)).toEqual(mm);
  });
});
