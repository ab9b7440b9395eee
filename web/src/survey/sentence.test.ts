import { describe, expect, it } from "vitest";
import { defaultBody } from "./measures";
import { moreOf, type Spoken, spoken } from "./sentence";

const at = (text: string, words: string) => ({ at: text.indexOf(words), length: words.length });

describe("a sentence of the plan", () => {
  const text = "Cut A at 457 mm, 6 mm above the bud. Slope it 45°, 4 mm lower behind. Look again on 2027-05-02.";
  const cut: Spoken = {
    text,
    measures: [
      { ...at(text, "457 mm"), mm: 457 },
      { ...at(text, "6 mm above"), length: 4, mm: 6 },
      { ...at(text, "4 mm lower"), length: 4, mm: 4 },
      { ...at(text, "2027-05-02"), day: "2027-05-02" },
    ],
  };

  it("is said in the units in use, from its numbers", () => {
    expect(spoken(cut, "metric")).toBe(
      "Cut A at 46 cm, 6 mm above the bud. Slope it 45°, 4 mm lower behind. Look again on 2 May 2027.",
    );
    expect(spoken(cut, "imperial")).toBe(
      "Cut A at 18 in, 1/4 in above the bud. Slope it 45°, 3/16 in lower behind. Look again on 2 May 2027.",
    );
  });

  it("keeps every other word, numbers and units of people's own too", () => {
    const own = { text: "Row 12 mm, said 2027-05-02 by B." };
    expect(spoken(own, "imperial")).toBe(own.text);
  });

  it("says the unit of a range once, where both ends have the same", () => {
    const range = (words: string, measure: object) => ({
      text: words,
      measures: [{ ...at(words, words), ...measure }],
    });
    expect(spoken(range("150 to 200 mm", { mm: 150, to: 200 }), "metric")).toBe("15 to 20 cm");
    expect(spoken(range("280 to 1200 mm", { mm: 280, to: 1200 }), "metric")).toBe("28 cm to 1.2 m");
    expect(spoken(range("2.2 to 4.5 kg", { g: 2200, to: 4500 }), "imperial")).toBe("4.85 to 9.92 lb");
    expect(spoken(range("450 to 451 mm", { mm: 450, to: 451 }), "metric")).toBe("45 cm");
  });

  it("says both ends of a range in one unit where one is in mm and the other in cm", () => {
    const range = (words: string, measure: object) => ({
      text: words,
      measures: [{ ...at(words, words), ...measure }],
    });
    expect(spoken(range("20 to 60 mm", { mm: 20, to: 60 }), "metric")).toBe("2 to 6 cm");
    expect(spoken(range("6 to 13 mm", { mm: 6, to: 13 }), "metric")).toBe("6 to 13 mm");
  });

  it("has what else is said at a step beside it", () => {
    expect(moreOf({ more: null })).toBeNull();
    const more = { more: "About 6 mm out.", moreMeasures: [{ at: 6, length: 4, mm: 6 }] };
    expect(spoken(moreOf(more)!, "imperial")).toBe("About 1/4 in out.");
  });

  it("names the gardener's own round things for a bend", () => {
    const words = "no tighter than a bucket";
    const bend: Spoken = { text: words, measures: [{ ...at(words, "a bucket"), bend: 160 }] };
    expect(spoken(bend, "metric")).toBe("no tighter than your bucket");
    expect(spoken(bend, "metric", { ...defaultBody, bucket: 300 })).toBe("no tighter than a dustbin lid");
    const fist: Spoken = { text: "your fist", measures: [{ at: 0, length: 9, bend: 45 }] };
    expect(spoken(fist, "metric", { ...defaultBody, fist: 80 })).toBe("a saucer");
    const wide: Spoken = { text: "a circle 1400 mm across", measures: [{ at: 0, length: 23, bend: 620 }] };
    expect(spoken(wide, "metric")).toBe("a circle 1.4 m across");
  });
});
