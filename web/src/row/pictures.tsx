import { documentOf } from "../survey/document";
import type { Schemas } from "../api/client";
import type { Plan } from "../drawing/scene";
import { usePlant } from "../shared/usePlant";
import { RowDrawing } from "./RowDrawing";

/** Where a step is done along the row: the canes it is about in full, the others pale. */
export function RowStepPicture({ step, work }: { step: Schemas["PlanStep"]; work: Schemas["WorkView"] }) {
  const document = documentOf(work.document);
  return document.row ? (
    <RowDrawing
      row={document.row}
      plan={work.plan?.row ?? null}
      support={document.support ?? null}
      state={step.stage === "prepare" ? "found" : "after"}
      only={step.class ?? null}
      title="The row from the side and in section"
    />
  ) : null;
}

/** The row on the cut sheet. */
export function RowSheetPicture({ plan }: { plan: Plan }) {
  const { survey } = usePlant();
  const { row, support } = survey.document;
  return row ? (
    <RowDrawing
      row={row}
      plan={plan.row ?? null}
      support={support ?? null}
      state="after"
      title="The row, and what goes"
    />
  ) : null;
}
