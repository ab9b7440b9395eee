import type { Schemas } from "../api/client";

/** What a step does to the stem it is about. */
export type Effect = "off" | "shorter" | "tied" | "looked" | "later" | "other";

/** The one place that has to know of every action: a new one does not compile before it is told here. */
const effects: Record<Schemas["StepAction"], Effect> = {
  remove: "off",
  "rub-off": "off",
  shorten: "shorter",
  tip: "shorter",
  tie: "tied",
  check: "looked",
  defer: "later",
  do: "other",
};

/** What an action does to the stem; null where nothing was kept of it. */
export const effectOf = (action: Schemas["StepAction"] | null | undefined): Effect | null =>
  action ? effects[action] : null;
