import { useMemo } from "react";
import type { Schemas } from "../api/client";
import { FromAbove } from "../drawing/FromAbove";
import { FromFront } from "../drawing/FromFront";
import { sceneOf } from "../drawing/scene";
import { RowDrawing } from "../row/RowDrawing";
import type { SurveyDocument } from "../survey/types";
import { VineDrawing } from "../vine/VineDrawing";
import { usePlant } from "./PlantPage";

/** Where a step is done: the drawing of the plant's family, close to the place where there is one. */
export function StepPicture({ step, work }: { step: Schemas["PlanStep"]; work: Schemas["WorkView"] }) {
  const { kind } = usePlant();
  const document = work.document as unknown as SurveyDocument;
  const scene = useMemo(() => sceneOf(document, kind, work.plan ?? null), [document, kind, work.plan]);
  if (kind.family === "vine") {
    return (
      <VineDrawing
        scene={scene}
        plan={work.plan ?? null}
        state={step.stem || step.stage === "clean" ? "after" : "found"}
        selected={step.stem}
        zoom={step.stem && step.action === "shorten" ? step.stem : null}
        title={step.stem ? `The cut on ${step.stem}, from the front` : "The vine from the front"}
      />
    );
  }
  if (kind.family === "cane-fruit" && document.row) {
    return (
      <RowDrawing
        row={document.row}
        plan={work.plan?.row ?? null}
        support={document.support ?? null}
        state={step.stage === "prepare" ? "found" : "after"}
        only={classOf(step)}
        title="The row from the side and in section"
      />
    );
  }
  const onSupport = scene.climbs && scene.support !== null;
  return onSupport ? (
    <FromFront
      scene={scene}
      state={step.stage === "prepare" || (step.stem && step.action === "check") ? "found" : "after"}
      selected={step.stem}
      zoom={step.stem && (step.action === "shorten" || step.ties.length > 0) ? step.stem : null}
      title={step.stem ? `Where ${step.stem} goes, from the front` : "The plant from the front"}
    />
  ) : step.stem && step.action === "shorten" ? (
    <FromFront
      scene={scene}
      state="after"
      selected={step.stem}
      zoom={step.stem}
      title={`The cut on ${step.stem}, from the front`}
    />
  ) : step.cut?.where === "height" ? (
    <FromFront
      scene={scene}
      state="found"
      selected={null}
      level={step.cut.at == null ? null : Number(step.cut.at)}
      title="The plant from the front, and the height it comes down to"
    />
  ) : (
    <FromAbove
      scene={scene}
      state={step.stem || step.stage === "clean" ? "after" : "found"}
      selected={step.stem}
      title={step.stem ? `Where ${step.stem} stands, from above` : "The plant from above"}
    />
  );
}

/** The class of canes a step is about; null where it is about all of them. */
function classOf(step: Schemas["PlanStep"]): string | null {
  if (step.action === "tip" || step.action === "tie" || step.stage === "laterals") return "stay";
  if (step.action !== "remove") return null;
  return /thin cane/.test(step.text)
    ? "thin"
    : /spent/.test(step.text)
      ? "spent"
      : /more cane/.test(step.text)
        ? "surplus"
        : null;
}
