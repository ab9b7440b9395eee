import { useOutletContext } from "react-router";
import type { Schemas } from "../api/client";
import type { Plan, Scene } from "../drawing/scene";
import type { SurveyInHand } from "./useSurvey";
import type { WorkInHand } from "./useWork";

/** The plant whose page is open: its survey as it is worked on, its plan and what is drawn of both. */
export interface PlantInHand {
  plant: Schemas["PlantView"];
  kind: Schemas["KindView"];
  schools: Schemas["SchoolView"][];
  survey: SurveyInHand;
  inWork: WorkInHand;
  plan: Plan | null;
  planError: string | null;
  planning: boolean;
  scene: Scene;
}

/** The plant of the page this stands on. */
export function usePlant(): PlantInHand {
  return useOutletContext<PlantInHand>();
}
