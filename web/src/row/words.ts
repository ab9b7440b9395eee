/** A row's plan in a sentence. Pure. */

import type { Plan } from "../drawing/scene";
import { outcome } from "../shared/outcome";
import type { Spoken } from "../survey/sentence";
import type { RowFacts } from "../survey/types";
import { counted } from "../survey/words";
import type { CaneClass, RowPlan } from "./canes";

const reasons: Record<CaneClass, [one: string, more: string]> = {
  spent: ["has fruited", "have fruited"],
  thin: ["is thin", "are thin"],
  surplus: ["is one too many", "are too many"],
  mown: ["goes to the ground", "go to the ground"],
  stay: ["stays", "stay"],
  fruiting: ["fruits", "fruit"],
};

/** "56 canes go: 44 have fruited, 12 are thin. 48 stay, 12 to the metre." */
export function rowSentence(row: RowPlan): Spoken {
  const go = row.classes.filter((c) => c.decision === "remove" && Number(c.canes) > 0);
  const stay = row.classes.filter((c) => c.decision === "keep").reduce((n, c) => n + Number(c.canes), 0);
  const out = go.reduce((n, c) => n + Number(c.canes), 0);
  const why = go.map((c) => `${c.canes} ${reasons[c.name!][Number(c.canes) === 1 ? 0 : 1]}`).join(", ");
  const goes =
    out === 0
      ? "No cane goes."
      : go.length === 1 && go[0]!.name === "mown"
        ? out === 1
          ? "The one cane goes to the ground."
          : `All ${out} canes go to the ground.`
        : `${counted(out, "cane")} ${out === 1 ? "goes" : "go"}: ${why}.`;
  const stays = `${stay} ${stay === 1 ? "stays" : "stay"}, ${Number(row.perMetre)} to the metre.`;
  return { text: stay === 0 ? goes : `${goes} ${stays}` };
}

/** The canes of a row as they were counted. */
export function canesCounted(row: RowFacts | null | undefined): number {
  return row ? (row.firstYear ?? 0) + (row.secondYear ?? 0) + (row.spent ?? 0) : 0;
}

/** How far looking and deciding have come. */
export function rowStates(canes: number, plan: Plan | null) {
  return {
    look: canes === 0 ? "start here" : counted(canes, "cane"),
    decide: plan ? outcome(plan.counts) : "no plan yet",
  };
}
