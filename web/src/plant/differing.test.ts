import { expect, it } from "vitest";
import type { Plan } from "../drawing/scene";
import { differing } from "./differing";

const plan = (...stems: [string, string][]) =>
  ({ stems: stems.map(([id, decision]) => ({ id, decision })) }) as unknown as Plan;

it("names the stems that two plans decide differently, and no others", () =>
  expect(
    differing(plan(["A", "keep"], ["B", "remove"], ["C", "shorten"]), plan(["A", "keep"], ["B", "shorten"])),
  ).toEqual([{ id: "B", left: "remove", right: "shorten" }]));

it("finds nothing between a plan and itself", () =>
  expect(differing(plan(["A", "keep"]), plan(["A", "keep"]))).toEqual([]));
