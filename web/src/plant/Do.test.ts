import { expect, it } from "vitest";
import { asksFirst } from "./Do";

const early = { text: "It is outside of the main prune." };

it("asks before work of a later day, and before what is out of season, but not about dead wood", () => {
  const today = { today: "2026-11-28", early: null };
  expect(asksFirst(today, { stage: "shorten", due: "2026-11-28" })).toBe(false);
  expect(asksFirst(today, { stage: "shorten", due: "2027-01-30" })).toBe(true);
  expect(asksFirst(today, { stage: "dead", due: "2027-01-30" })).toBe(false);
  expect(asksFirst({ ...today, early }, { stage: "thin", due: "2026-11-28" })).toBe(true);
  expect(asksFirst({ ...today, early }, { stage: "suckers", due: "2026-11-28" })).toBe(false);
});
