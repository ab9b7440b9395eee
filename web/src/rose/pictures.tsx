import { chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import { documentOf } from "../survey/document";
import type { Schemas } from "../api/client";
import { FromAbove } from "../drawing/FromAbove";
import { FromFront } from "../drawing/FromFront";
import { type Plan, type Scene, sceneOf } from "../drawing/scene";
import { SheetPhotographs, WithPhoto } from "../photos/OnPhoto";
import { effectOf } from "../shared/effects";
import { usePlant } from "../shared/usePlant";
import { ShrubPicture } from "./ShrubPicture";

/** Where a step is done: on the plant's own photograph where there is one, else in the drawing. */
export function RoseStepPicture({ step, work }: { step: Schemas["PlanStep"]; work: Schemas["WorkView"] }) {
  const { kind } = usePlant();
  const scene = useMemo(
    () => sceneOf(documentOf(work.document), kind, work.plan ?? null),
    [work.document, kind, work.plan],
  );
  const found = step.stage === "prepare" || (step.stem && effectOf(step.action) === "looked");
  return (
    <WithPhoto
      step
      scene={scene}
      state={found ? "found" : "after"}
      selected={step.stem}
      zoom={step.stem && (step.action === "shorten" || step.ties.length > 0) ? step.stem : null}
      title={step.stem ? `Where ${step.stem} is cut` : "The plant"}
    >
      <Drawn step={step} scene={scene} />
    </WithPhoto>
  );
}

/** On a support from the front, a cut close to it, everything else from above. */
function Drawn({ step, scene }: { step: Schemas["PlanStep"]; scene: Scene }) {
  if (scene.climbs && scene.support !== null) {
    return (
      <FromFront
        scene={scene}
        state={step.stage === "prepare" || (step.stem && effectOf(step.action) === "looked") ? "found" : "after"}
        selected={step.stem}
        zoom={step.stem && (step.action === "shorten" || step.ties.length > 0) ? step.stem : null}
        title={step.stem ? `Where ${step.stem} goes, from the front` : "The plant from the front"}
      />
    );
  }
  if (step.stem && step.action === "shorten") {
    return (
      <FromFront
        scene={scene}
        state="after"
        selected={step.stem}
        zoom={step.stem}
        title={`The cut on ${step.stem}, from the front`}
      />
    );
  }
  if (step.cut?.where === "height") {
    return (
      <FromFront
        scene={scene}
        state="found"
        selected={null}
        level={step.cut.at == null ? null : Number(step.cut.at)}
        title="The plant from the front, and the height it comes down to"
      />
    );
  }
  return (
    <FromAbove
      scene={scene}
      state={step.stem || step.stage === "clean" ? "after" : "found"}
      selected={step.stem}
      title={step.stem ? `Where ${step.stem} stands, from above` : "The plant from above"}
    />
  );
}

/** The plant on the cut sheet, and what the forms mean in black and white. */
export function RoseSheetPicture({ plan }: { plan: Plan }) {
  const { survey, kind } = usePlant();
  const scene = useMemo(() => sceneOf(survey.document, kind, plan), [survey.document, kind, plan]);
  const onSupport = scene.climbs && scene.support !== null;
  // What is pruned by a routine has no canes to draw.
  if (survey.document.stems.length === 0) return <ShrubPicture plan={plan} />;
  return (
    <>
      <chakra.div display="grid" gridTemplateColumns={onSupport ? "1fr" : "1.1fr 1fr"} gap="8px" marginBlock="8px">
        {!onSupport && (
          <FromAbove scene={scene} state="after" selected={null} title="The plant from above, after the cuts" />
        )}
        <FromFront scene={scene} state="after" selected={null} title="The plant from the front, after the cuts" />
      </chakra.div>
      <SheetPhotographs scene={scene} />
      <p className="key">
        Solid: stays. Hatched and struck through: goes. Short bar: the cut. Dotted part: comes off. Question mark: check
        first. Bracket: look for the bud there. {onSupport ? "Ring with a dot: a tie." : "You stand at 6 o'clock."}
      </p>
    </>
  );
}
