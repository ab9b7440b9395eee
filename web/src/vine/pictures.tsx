import { useMemo } from "react";
import { documentOf } from "../survey/document";
import type { Schemas } from "../api/client";
import { type Plan, sceneOf } from "../drawing/scene";
import { SheetPhotographs, WithPhoto } from "../photos/OnPhoto";
import { usePlant } from "../shared/usePlant";
import { VineDrawing } from "./VineDrawing";
import { VinePicture } from "./VinePicture";

/** Where a step is done on a vine, close to its cut where there is one. */
export function VineStepPicture({ step, work }: { step: Schemas["PlanStep"]; work: Schemas["WorkView"] }) {
  const { kind } = usePlant();
  const scene = useMemo(
    () => sceneOf(documentOf(work.document), kind, work.plan ?? null),
    [work.document, kind, work.plan],
  );
  const state = step.stem || step.stage === "clean" ? "after" : "found";
  const zoom = step.stem && step.action === "shorten" ? step.stem : null;
  return (
    <WithPhoto
      step
      typed
      scene={scene}
      state={state}
      selected={step.stem}
      zoom={zoom}
      title={step.stem ? `Where ${step.stem} is cut` : "The vine"}
    >
      <VineDrawing
        scene={scene}
        plan={work.plan ?? null}
        state={state}
        selected={step.stem}
        zoom={zoom}
        title={step.stem ? `The cut on ${step.stem}, from the front` : "The vine from the front"}
      />
    </WithPhoto>
  );
}

/** The vine on the cut sheet. */
export function VineSheetPicture({ plan }: { plan: Plan }) {
  const { survey, kind } = usePlant();
  const scene = useMemo(() => sceneOf(survey.document, kind, plan), [survey.document, kind, plan]);
  return (
    <>
      <VinePicture
        goblet={plan.vine?.system === "goblet"}
        scene={scene}
        plan={plan}
        state="after"
        selected={null}
        title="The vine, after the cuts"
      />
      <SheetPhotographs typed scene={scene} />
    </>
  );
}
