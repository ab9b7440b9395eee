import { expect, it } from "vitest";
import { partsOf } from "./families";

it("every family is ready for a plan by what it is planned from", () => {
  const surveyed = { surveyed: true } as never;
  const canes = { stems: [{ id: "A", role: "cane" }] } as never;
  const nothing = { stems: [] } as never;
  expect(partsOf("rose").ready(canes, surveyed)).toBe(true);
  expect(partsOf("rose").ready(nothing, surveyed)).toBe(false);
  expect(partsOf("shrub").ready(nothing, { surveyed: false } as never)).toBe(true);
  expect(partsOf("vine").ready(nothing, { surveyed: false } as never)).toBe(false);
  expect(partsOf("cane-fruit").ready({ stems: [], row: { length: 3000 } } as never, surveyed)).toBe(true);
  expect(partsOf("cane-fruit").ready(nothing, surveyed)).toBe(false);
});

it("the steps of a rose are done one by one", () => {
  const open = (stem: string) => ({ key: stem, step: { stem, stage: "count", action: "shorten" } }) as never;
  const [a, b] = [open("A"), open("A1")];
  expect(partsOf("rose").together([a, b], a, { stems: [] } as never)).toEqual([a]);
});
