import { describe, expect, it } from "vitest";
import type { SurveyDocument } from "../survey/types";
import { type Flowering, floweringOf, nextId, roundOf, stemsOf, tapped, wantsMore } from "./flowering";

const leaf = (leaflets: number, inward = false) => ({ leaflets, inward });
const stem = (over: Partial<Flowering> = {}): Flowering => ({
  ...tapped([], "over"),
  leaves: [leaf(3), leaf(3), leaf(5)],
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
  it("asks for leaves only where its cut hangs on them and they were not all counted", () => {
    expect(wantsMore(stem({ leaves: [] }))).toBe(true);
    expect(wantsMore(stem({ leaves: [leaf(3), leaf(3)] }))).toBe(true);
    expect(wantsMore(stem({ leaves: [leaf(3)], counted: true }))).toBe(false);
    expect(wantsMore(stem())).toBe(false);
    expect(wantsMore(tapped([], "cluster"))).toBe(false);
    expect(wantsMore({ ...tapped([], "cluster"), finished: 5 })).toBe(true);
    expect(wantsMore(stem({ why: "vase" }))).toBe(true);
    expect(wantsMore(stem({ why: "vase", leaves: [leaf(5), leaf(7)] }))).toBe(false);
    expect(wantsMore(stem({ why: "tall" }))).toBe(true);
    expect(wantsMore(stem({ why: "path", upTo: 2 }))).toBe(false);
  });

  it("says of each stem what it was tapped for", () => {
    const heads = (["over", "cluster", "vase", "blind"] as const).map((w) => stemsOf([tapped([], w)])[0]!.head);
    expect(heads).toEqual([
      { blooms: 1, finished: 1 },
      { blooms: 5, finished: 2 },
      { blooms: 1, finished: 0, vase: true },
      { blooms: 0, finished: 0 },
    ]);
    expect(stemsOf([stem({ why: "tall", upTo: 3 })])[0]!.head).toMatchObject({ level: 3 });
    expect(stemsOf([stem({ why: "path", upTo: 2 })])[0]!.head).toMatchObject({ clear: 2 });
  });

  it("counts leaves and measures nothing, and what faces in faces back over its stem", () => {
    const [one] = stemsOf([stem({ leaves: [leaf(3), leaf(5, true)] })]);
    expect(one!.buds).toEqual([
      { leaf: 1, leaflets: 3 },
      { leaf: 2, leaflets: 5, clock: 6 },
    ]);
    expect(one!.clock).toBe(12);
    expect(one!.length).toBeUndefined();
  });

  it("is drawn from what was stored as it was tapped", () => {
    for (const why of ["over", "cluster", "vase", "blind", "tall", "path"] as const) {
      const one = {
        ...tapped([], why),
        leaves: [leaf(3), leaf(7, true)],
        upTo: why === "tall" || why === "path" ? 2 : null,
      };
      expect(floweringOf(stemsOf([one])[0]!)).toEqual({ ...one, counted: true });
    }
  });

  it("is planned for today with what flowers alone, and keeps the values of its school", () => {
    const round = roundOf(document, "own-kind", "2027-07-10", "shallow", [stem(), stem({ id: "F2" })]);
    expect(round.date).toBe("2027-07-10");
    expect(round.task).toBe("round");
    expect(round.stems.map((s) => s.id)).toEqual(["F1", "F2"]);
    expect(round.school).toEqual({ base: "open-bowl", set: { spacing: 250, deadhead: "shallow" } });
    expect(round.keepOut).toEqual([]);
    expect(roundOf({ ...document, school: null }, "own-kind", "2027-07-10", "shallow", []).school).toEqual({
      base: "own-kind",
      set: { deadhead: "shallow" },
    });
    expect(nextId([stem(), stem({ id: "F7" })])).toBe("F8");
    expect(nextId([])).toBe("F1");
  });
});
