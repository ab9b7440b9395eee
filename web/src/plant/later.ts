import type { Schemas } from "../api/client";

type Work = Pick<Schemas["WorkView"], "season" | "visit">;
type OpenStep = Schemas["OpenStep"];

/** Steps put off till later are kept in this browser: nothing came of them yet, so the garden need not know. */
const keyOf = (plant: string, work: Work) => `gemmifer.later.${plant}.${work.season}.${work.visit}`;

/** The keys of the steps put off, in the order in which they were. */
export function putOff(plant: string, work: Work): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(plant, work)) ?? "[]");
    return Array.isArray(kept) ? kept.filter((k): k is string => typeof k === "string") : [];
  } catch {
    return [];
  }
}

/** Puts steps off till all others are done; what was put off before comes before them. */
export function putOffTill(plant: string, work: Work, keys: string[]): string[] {
  const all = [...putOff(plant, work).filter((k) => !keys.includes(k)), ...keys];
  localStorage.setItem(keyOf(plant, work), JSON.stringify(all));
  return all;
}

/** Open steps in the order in which they come up: as planned, those put off at the end. */
export function inTurn(open: readonly OpenStep[], later: readonly string[]): OpenStep[] {
  const rank = (s: OpenStep) => later.indexOf(s.key);
  return [...open].sort((a, b) => rank(a) - rank(b));
}
