/** Which steps belong together: the cuts of one place on a vine. Pure. */

import type { Schemas } from "../api/client";
import type { StemId } from "../api/stemId";
import type { SurveyDocument, SurveyStem } from "../survey/types";

interface Open {
  key: string;
  step: { stem?: StemId | null; stage: string; action: Schemas["StepAction"] };
}

/** The oldest wood but trunk and arm that a stem stands on; the stem itself where that is the arm. */
function rootOf(document: SurveyDocument, id: StemId): StemId {
  const byId = new Map<string, SurveyStem>(document.stems.map((s) => [s.id, s]));
  let root = id;
  for (let at = byId.get(id); at; at = byId.get(at.parent)) {
    if (at.role === "trunk" || at.role === "arm") break;
    root = at.id;
  }
  return root;
}

/** The open step and those of the same place in the same stage, in order; the step alone on anything but a vine's spur. */
export function together<T extends Open>(pending: readonly T[], open: T, document: SurveyDocument): T[] {
  const { stem, stage } = open.step;
  const cuts = (s: Open["step"]) => s.action === "shorten" || s.action === "remove";
  if (!stem || stage !== "count" || !cuts(open.step)) return [open];
  const root = rootOf(document, stem);
  return pending.filter(
    (p) => p.step.stem && p.step.stage === stage && cuts(p.step) && rootOf(document, p.step.stem) === root,
  );
}
