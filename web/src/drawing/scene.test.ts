import { describe, expect, it } from "vitest";
import { stemId } from "../api/stemId";
import type { SurveyDocument, SurveyStem } from "../survey/types";
import { placeAt } from "./geometry";
import { nextId } from "../survey/types";
import { axisIn, barkOf, crowded, endOf, extentOf, lettered, type Plan, sceneOf, shootTip } from "./scene";

const kind = {
  family: "rose" as const,
  usual: {
    cane: { lengthMm: 1100, leanDeg: 20, radiusMm: 30 },
    lateral: { lengthMm: 350, leanDeg: 45, radiusMm: 30 },
  },
  tipDiameterShare: 0.5,
};
const cane = (id: string, clock: number, part: Partial<SurveyStem> = {}): SurveyStem => ({
  id: stemId(id),
  role: "cane",
  parent: "crown",
  clock,
  diameter: 14,
  age: 2,
  ...part,
});
const survey = (...stems: SurveyStem[]): SurveyDocument => ({
  format: "gemmifer.survey/1",
  plant: { kind: "rose.hybrid-tea", unionHeight: 20 },
  date: "2027-02-20",
  stems,
});
const limits = { spacing: 200, heightMin: 450, heightMax: 600 };

function planOf(...decisions: [string, string, number | null, [number, number]?][]): Plan {
  return {
    limits,
    forecast: {
      newShoots: [{ stem: "A", x: 0, y: 0, z: 500, clock: 3, lean: 30, length: 600, sure: true }],
      crowds: [],
    },
    stems: decisions.map(([id, decision]) => ({
      id,
      decision,
      verdict: "sound",
      reasons: [],
      flips: null,
      successor: null,
    })),
    steps: decisions
      .filter(([, d, at, w]) => (d === "remove" ? at !== null : at !== null || w))
      .map(([id, decision, at, window], i) => ({
        n: i + 1,
        stage: "shorten",
        stem: id,
        action: decision,
        ties: [],
        tool: "secateurs",
        disinfect: false,
        due: "2027-02-20",
        caution: null,
        text: "",
        cut: {
          at,
          bud: {
            at: at === null ? null : at - 6,
            clock: 3,
            known: window ? "look-for" : "seen",
            window: window ?? null,
            otherClock: null,
          },
          slope: 45,
          clearance: 6,
          where: "above-bud",
          x: 0,
          y: 0,
          z: 0,
        },
      })),
  } as unknown as Plan;
}

describe("a scene", () => {
  it("shows every stem undecided where there is no plan", () => {
    const scene = sceneOf(survey(cane("A", 3)), kind, null);
    expect(scene.stems[0]).toMatchObject({ decision: "none", keptTo: 1100, falls: false });
    expect(scene.heights).toBeNull();
  });

  it("ends a shortened stem at its cut, or where the plan takes it to end in the window to look in", () => {
    const [canes, plan] = [
      survey(cane("A", 3), cane("B", 9)),
      planOf(["A", "shorten", 500], ["B", "shorten", null, [480, 640]]),
    ];
    const place = placeAt(axisIn(sceneOf(canes, kind, null).stems[1]!, "found"), 610);
    Object.assign(plan.steps[1]!.cut!, place);
    const scene = sceneOf(canes, kind, plan);
    expect(scene.stems.map((s) => s.keptTo)).toEqual([500, 610]);
    expect(scene.stems[1]!.window).toEqual([480, 640]);
    expect(scene.stems[0]!.label).toBe("Cane A: stays, shortened.");
  });

  it("tells what falls with its parent from what is taken out itself", () => {
    const scene = sceneOf(
      survey(cane("A", 3), { ...cane("A1", 3), role: "lateral", parent: "A", at: 800 }),
      kind,
      planOf(["A", "remove", 0], ["A1", "remove", null]),
    );
    expect(scene.stems.map((s) => s.falls)).toEqual([false, true]);
  });

  it("marks ends that stand too close", () => {
    const close = sceneOf(
      survey(cane("A", 3), cane("B", 3.5), cane("C", 9)),
      kind,
      planOf(["A", "shorten", 500], ["B", "shorten", 500], ["C", "shorten", 500]),
    );
    expect([...crowded(close)].sort()).toEqual(["A", "B"]);
  });
});

describe("how a scene is framed", () => {
  it("comes closer after the cuts, with room for the rings", () => {
    const scene = sceneOf(survey(cane("A", 3, { lean: 40 })), kind, planOf(["A", "shorten", 500]));
    const end = 30 + 500 * Math.sin((40 * Math.PI) / 180);
    expect(extentOf(scene, "after").reach).toBeCloseTo(end + 100, 6);
    expect(extentOf(scene, "found").reach).toBeGreaterThan(700);
  });

  it("shows the heights of the plan above the crown, and none where canes hang", () => {
    const plan = planOf(["A", "shorten", 500]);
    expect(sceneOf(survey(cane("A", 3)), kind, plan).heights).toEqual({ min: 470, max: 620 });
    expect(sceneOf(survey(cane("A", 3)), { ...kind, hangs: true }, plan).heights).toBeNull();
  });

  it("makes room for next summer's shoots", () => {
    const scene = sceneOf(survey(cane("A", 3)), kind, planOf(["A", "shorten", 500]));
    expect(extentOf(scene, "summer").height).toBeCloseTo(500 + 600 * Math.cos(Math.PI / 6) + 60, 6);
    expect(shootTip(scene.newShoots[0]!).x).toBeCloseTo(300, 6);
  });

  it("gives room and a letter to the stem that takes over, not to the stump it stands on", () => {
    const plan = planOf(["A", "shorten", 180], ["A1", "shorten", 400]);
    for (const s of plan.stems) s.reasons = [{ rule: "join" }] as never;
    const young = cane("A1", 3, { role: "lateral", parent: "A", at: 170 });
    const scene = sceneOf(survey(cane("A", 3), young, cane("B", 9)), kind, plan);
    expect(scene.stems.map((s) => [s.id, s.stands])).toEqual([
      ["A", false],
      ["A1", true],
      ["B", false],
    ]);
    expect(lettered(scene, "after").map((s) => s.id)).toEqual(["A", "A1", "B"]);
    expect(lettered(scene, "found").map((s) => s.id)).toEqual(["A", "B"]);
  });

  it("ends sheared canes at the height of the shears", () => {
    const plan = planOf(["A", "shorten", null]);
    plan.steps.push({ stage: "rough", tool: "shears", cut: { at: 300 } } as never);
    const scene = sceneOf(survey(cane("A", 3, { lean: 0 })), kind, plan);
    expect(scene.stems[0]!.keptTo).toBeGreaterThan(270);
    expect(scene.stems[0]!.keptTo).toBeLessThan(300);
  });

  it("shades bark by age and by what was seen", () =>
    expect(
      [cane("A", 1, { age: 1 }), cane("A", 1), cane("A", 1, { age: 4 }), cane("A", 1, { seen: ["bark.black"] })].map(
        barkOf,
      ),
    ).toEqual(["young", "second", "grey", "black"]));
});

describe("names of new stems", () => {
  it("take the next free letter, and letter and number on a cane", () => {
    expect(nextId([cane("A", 1), cane("C", 1)])).toBe("B");
    expect(nextId([cane("A", 1), cane("A1", 1)], stemId("A"))).toBe("A2");
    expect(nextId(Array.from({ length: 26 }, (_, i) => cane(String.fromCharCode(65 + i), 1)))).toBe("AA");
  });
});

describe("a climber on its support", () => {
  const climbing = { ...kind, climbs: true };
  const onWall = (...stems: SurveyStem[]): SurveyDocument => ({
    ...survey(...stems),
    support: { kind: "wall", width: 3000, height: 2400, y: 80 },
  });
  const trained = (plan: Plan, ...canes: { stem: string; how: string; path: number[][] }[]): Plan =>
    ({
      ...plan,
      training: { lines: [], canes, covered: 0, crossingGain: 0, bloomFound: 1, bloomTied: 9, bloom: [], bareTo: null },
    }) as unknown as Plan;
  const level = Array.from({ length: 11 }, (_, i) => [i * 100, 80, 300]);

  it("shows a tied cane where it was found, and after the work where it lies", () => {
    const plan = trained(planOf(["A", "keep", null]), { stem: "A", how: "line", path: level });
    const scene = sceneOf(onWall(cane("A", 9)), climbing, plan);
    const a = scene.stems[0]!;
    expect(endOf(a, "found").x).toBeLessThan(0);
    expect(endOf(a, "after")).toEqual({ x: 1000, y: 80, z: 300 });
    expect(axisIn(a, "after").length).toBeCloseTo(1000, 6);
    expect(axisIn(a, "after").taper).toBe(1100);
    expect(extentOf(scene, "after").reach).toBeGreaterThan(1000);
  });

  it("moves side shoots along with the cane they stand on", () => {
    const shoot: SurveyStem = { ...cane("A1", 12), role: "lateral", parent: "A", at: 500, length: 200 };
    const plan = trained(planOf(["A", "keep", null], ["A1", "keep", null]), { stem: "A", how: "line", path: level });
    const scene = sceneOf(onWall(cane("A", 9), shoot), climbing, plan);
    expect(
      axisIn(
        scene.stems.find((s) => s.id === stemId("A1"))!,
        "after",
      ).start.x,
    ).toBeCloseTo(500, 6);
  });

  it("leaves a cane that stays where it stands as it was found", () => {
    const plan = trained(planOf(["A", "keep", null]), { stem: "A", how: "as-it-stands", path: level });
    expect(sceneOf(onWall(cane("A", 9)), climbing, plan).stems[0]!.tied).toBeNull();
  });

  it("has a support only where one was said, and climbs only if its kind does", () => {
    expect(sceneOf(survey(cane("A", 9)), climbing, null).support).toBeNull();
    expect(sceneOf(onWall(cane("A", 9)), kind, null).climbs).toBe(false);
  });
});
