import { describe, expect, it } from "vitest";
import { stemId } from "../api/stemId";
import type { SurveyStem } from "../survey/types";
import { evidenceWords, placed, questions } from "./evidence";

const stem = (part: Partial<SurveyStem>): SurveyStem => ({
  id: stemId("A"),
  role: "cane",
  parent: "crown",
  clock: 3,
  diameter: 14,
  age: 2,
  ...part,
});

// The closed list of the exchange format.
const list =
  "bark.green bark.brown bark.grey bark.black scratch.green scratch.brown pith.green pith.brown leafing not-leafing snap.dry wound canker borer spotting distorted smooth leaflets-differ mildew below-union soft supple stiff forward spindly fruited fruited-twice productive unproductive held".split(
    " ",
  );

describe("evidence", () => {
  it("asks only what the exchange format knows, each once", () => {
    const asked = questions.flatMap((q) => q.answers.map((a) => a.what));
    asked.forEach((w) => expect(list).toContain(w));
    expect(new Set(asked).size).toBe(asked.length);
    [...placed].forEach((w) => expect(asked).toContain(w));
  });

  it("asks in plain words with something to look for", () =>
    questions.forEach((q) => {
      expect(q.question).toMatch(/\?$/);
      expect(q.help.length).toBeGreaterThan(30);
    }));

  it.each([
    [{}, ""],
    [{ seen: ["bark.grey"] }, "; grey bark"],
    [{ deadFrom: 0 }, "; dead"],
    [{ deadFrom: 400, seen: [{ what: "canker", at: 300 }] }, "; dead at the top, canker"],
    [{ parent: "rootstock", seen: ["smooth"] }, "; from the rootstock, unusually smooth"],
    [{ rubs: ["B", "C"] }, "; rubs on B, C"],
  ] as [Partial<SurveyStem>, string][])("%j reads %s", (part, words) => expect(evidenceWords(stem(part))).toBe(words));
});
