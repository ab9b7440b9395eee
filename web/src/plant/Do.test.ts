import { expect, it } from "vitest";
import { asksFirst } from "./Do";

const early = { text: "It is outside of the main prune." };

it("asks before work of a later day, and before what is out of season, but not about dead wood", () => {
  const today = { today: "2026-11-28", early: null };
  expect(asksFirst(today, { anyTime: false, due: "2026-11-28" })).toBe(false);
  expect(asksFirst(today, { anyTime: false, due: "2027-01-30" })).toBe(true);
  expect(asksFirst(today, { anyTime: true, due: "2027-01-30" })).toBe(false);
  expect(asksFirst({ ...today, early }, { anyTime: false, due: "2026-11-28" })).toBe(true);
  expect(asksFirst({ ...today, early }, { anyTime: true, due: "2026-11-28" })).toBe(false);
});
