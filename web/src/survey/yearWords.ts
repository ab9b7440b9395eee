import type { Schemas } from "../api/client";

export type YearEvent = NonNullable<Schemas["YearEvent"]>;

/** What of a plant's year is noted: as it stands on a button. */
export const noteWords: Record<YearEvent, string> = {
  pruned: "Pruned",
  "bud-break": "Bud break",
  "first-bloom": "First bloom",
  "flush-end": "Flush over",
  deadheaded: "Deadheaded",
  tied: "Tied",
  tipped: "Tipped",
  covered: "Covered",
  uncovered: "Uncovered",
  fed: "Fed",
  harvested: "Harvested",
  height: "Height",
  prunings: "Prunings weighed",
  disease: "Disease seen",
  sprayed: "Sprayed",
  "storm-break": "Storm break",
  hail: "Hail",
  vole: "Voles",
  "stake-gone": "A stake is gone",
  "leaves-cleared": "Leaves cleared",
  mulched: "Mulched",
  "rubbed-off": "Rubbed off",
  "path-cleared": "Path cleared",
  looked: "Walked round",
};

/** What comes of itself and wants a look at once. */
export const sudden: readonly YearEvent[] = ["storm-break", "hail", "vole", "stake-gone", "disease"];
