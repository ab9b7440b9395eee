/** A row in few words. Pure. */

import type { Plan } from "../drawing/scene";
import { outcome } from "../shared/outcome";
import type { RowFacts } from "../survey/types";
import { counted } from "../survey/words";

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
