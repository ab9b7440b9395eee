import { expect, it } from "vitest";
import type { Plan } from "../drawing/scene";
import { cutElsewhere, differing } from "./differing";

const plan = (...stems: [string, string, unknown?][]) =>
  ({
    stems: stems.map(([id, decision]) => ({ id, decision })),
    steps: stems.filter((s) => s[2] !== undefined).map(([stem, , cut]) => ({ stem, cut })),
  }) as unknown as Plan;

it("names the stems that two plans decide differently, and no others", () =>
  expect(
    differing(plan(["A", "keep"], ["B", "remove"], ["C", "shorten"]), plan(["A", "keep"], ["B", "shorten"])),
  ).toEqual([{ id: "B", left: "remove", right: "shorten" }]));

it("finds nothing between a plan and itself", () =>
  expect(differing(plan(["A", "keep"]), plan(["A", "keep"]))).toEqual([]));

it("names the stems both shorten at places well apart, a window by its lower end", () =>
  expect(
    cutElsewhere(
      plan(["A", "shorten", { at: 500 }], ["B", "shorten", { at: 500 }], ["C", "remove", { at: 0 }]),
      plan(
        ["A", "shorten", { at: null, bud: { window: [150, 400] } }],
        ["B", "shorten", { at: 515 }],
        ["C", "shorten", { at: 150 }],
      ),
    ),
  ).toEqual([{ id: "A", left: 500, right: 150 }]));

it("says nothing of a cut whose place is not known", () =>
  expect(cutElsewhere(plan(["A", "shorten", {}]), plan(["A", "shorten", { at: 300 }]))).toEqual([]));
