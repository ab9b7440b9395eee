import { describe, expect, it } from "vitest";
import type { SurveyDocument } from "../survey/types";
import { cutWords, type Flowering, leafAt, leafOf, nextId, roundOf, wantsLeaves } from "./flowering";

const stem = (over: Partial<Flowering> = {}): Flowering => ({
  id: "F1",
  blooms: 1,
  finished: 1,
  leaves: [3, 3, 5],
  tall: false,
  ...over,
});
const document = {
  format: "gemmifer.survey/1",
  plant: { kind: "rose.floribunda" },
  date: "2027-02-20",
  school: { base: "open-bowl", set: { spacing: 250 } },
  stems: [{ id: "A" }],
  keepOut: [{}],
} as unknown as SurveyDocument;

describe("a round among the flowers", () => {
  it("finds the leaf a cut is made above, whichever it is", () => {
    for (let leaf = 0; leaf < 3; leaf++) expect(leafOf(stem(), leafAt(stem(), leaf) + 6)).toBe(leaf);
    expect(leafOf(stem(), 1)).toBeNull();
    expect(leafOf(stem(), null)).toBeNull();
  });

  it("says it in counted leaves and never in millimetres", () => {
    expect(cutWords(stem(), "cut", 2)).toBe("F1: cut just above the third leaf from the top, the one with 5 leaflets.");
    expect(cutWords(stem({ blooms: 5, finished: 2 }), "nip", null)).toContain("the others go on");
    expect(cutWords(stem(), "nip", null)).toContain("at its stalk");
    expect(cutWords(stem(), "none", null)).toContain("nothing today");
  });

  it("asks for leaves only where all of a head is over and no full leaf is known", () => {
    expect(wantsLeaves(stem({ leaves: [] }))).toBe(true);
    expect(wantsLeaves(stem({ leaves: [3, 3] }))).toBe(true);
    expect(wantsLeaves(stem())).toBe(false);
    expect(wantsLeaves(stem({ blooms: 5, finished: 2, leaves: [] }))).toBe(false);
  });

  it("is planned for today with what flowers alone, and keeps the values of its school", () => {
    const round = roundOf(document, "own-kind", "2027-07-10", "shallow", true, [
      stem(),
      stem({ id: "F2", tall: true }),
    ]);
    expect(round.date).toBe("2027-07-10");
    expect(round.stems.map((s) => s.id)).toEqual(["F1", "F2"]);
    expect(round.school).toEqual({ base: "open-bowl", set: { spacing: 250, deadhead: "shallow", hips: "keep" } });
    expect(round.keepOut).toEqual([]);
    expect(round.stems[1]!.length).toBeGreaterThan(round.stems[0]!.length as number);
    expect(roundOf({ ...document, school: null }, "own-kind", "2027-07-10", "shallow", false, []).school).toEqual({
      base: "own-kind",
      set: { deadhead: "shallow" },
    });
    expect(nextId([stem(), stem({ id: "F7" })])).toBe("F8");
    expect(nextId([])).toBe("F1");
  });
});
