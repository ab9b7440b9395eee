/** A vine's plan in a sentence. Pure. */

import type { Plan } from "../drawing/scene";
import type { SurveyDocument } from "../survey/types";
import type { Spoken } from "../survey/sentence";
import { counted } from "../survey/words";
import { placesOf } from "./places";

/** "36 buds stay on 12 spurs; the budget asks for 46." */
export function vineSentence(plan: Plan): Spoken {
  const vine = plan.vine!;
  const counts = plan.counts;
  if (vine.work === "summer") {
    const laid = plan.steps.filter((s) => s.stem && s.ties.length > 0).length;
    const tipped = plan.steps.filter((s) => s.action === "tip").length;
    const off = Number(counts.removed);
    const part = [
      laid > 0 ? `${counted(laid, "shoot")} to tie over the wire` : "",
      tipped > 0 ? `${tipped} to tip` : "",
      off > 0 ? `${off} to take off` : "",
    ].filter(Boolean);
    return { text: part.length > 0 ? `${part.join(", ")}.` : "Nothing needs a cut now." };
  }
  const young = vine.timeline.find((y) => y.now);
  if (vine.work === "training" && young) return young;
  const kept = vine.positions.filter((p) => p.shoot !== null && Number(p.buds) > 0).length;
  const what = vine.system === "long-cane" ? "shoot" : "spur";
  const asked = vine.budget ? Number(vine.budget.buds) : null;
  const left = Number(counts.budsLeft);
  const spurs = vine.system === "long-cane" && asked !== null ? left - asked : 0;
  const rest =
    asked === null || asked === left
      ? "."
      : spurs > 0
        ? `: ${asked} on the canes as the budget asks, ${spurs} on the spurs that renew them.`
        : `; the budget asks for ${asked}.`;
  return { text: `${counted(left, "bud")} ${left === 1 ? "stays" : "stay"} on ${counted(kept, what)}${rest}` };
}

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
