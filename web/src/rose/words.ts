/** A rose's plan in few words. Pure. */

import type { Schemas } from "../api/client";
import type { Plan } from "../drawing/scene";
import { outcome } from "../shared/outcome";
import type { SurveyDocument } from "../survey/types";
import { counted } from "../survey/words";

/** How far looking and deciding have come. */
export function roseStates(survey: SurveyDocument, plan: Plan | null, kind: Schemas["KindView"]) {
  const canes = survey.stems.filter((s) => s.role === "cane").length;
  return {
    look: canes > 0 ? counted(canes, "cane") : kind.surveyed ? "start here" : "not needed",
    decide: !plan ? "no plan yet" : canes === 0 ? "the routine" : outcome(plan.counts),
  };
}
