/** A vine in few words. Pure. */

import type { Plan } from "../drawing/scene";
import type { SurveyDocument } from "../survey/types";
import { counted } from "../survey/words";
import { placesOf } from "./places";

/** How the buds are spread over the places: "10 × 3 + 2 × 2 = 34"; null where only one place carries any. */
export function spreadSum(positions: readonly { buds: number | string }[]): string | null {
  const buds = positions.map((p) => Number(p.buds)).filter((n) => n > 0);
  if (buds.length < 2) return null;
  const sizes = [...new Set(buds)].sort((a, b) => b - a);
  const parts = sizes.map((n) => `${buds.filter((b) => b === n).length} × ${n}`);
  return `${parts.join(" + ")} = ${buds.reduce((a, b) => a + b, 0)}`;
}

/** How far looking and deciding have come. */
export function vineStates(survey: SurveyDocument, plan: Plan | null) {
  return {
    look: survey.stems.length === 0 ? "start here" : counted(placesOf(survey.stems).length, "place"),
    decide: !plan
      ? "no plan yet"
      : plan.vine?.work === "summer"
        ? "summer work"
        : `${counted(Number(plan.counts.budsLeft), "bud")} ${Number(plan.counts.budsLeft) === 1 ? "stays" : "stay"}`,
  };
}
