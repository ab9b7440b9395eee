import type { ComponentType } from "react";
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
  /** The visit that is worked on beside the season's work; absent for that work. */
  visit?: VisitInHand;
}

/** A visit beside the work of the season: its name, and how its steps are shown. */
export interface VisitInHand {
  key: string;
  task: Exclude<Schemas["SurveyTask"], "prune">;
  /** What stands over each step; its stage where not said. */
  heading?: string;
  /** The drawing of one step; that of the family where not said. */
  StepPicture?: ComponentType<{ step: Schemas["PlanStep"]; work: Schemas["WorkView"] }>;
  /** The drawing on its sheet of paper; that of the family where not said. */
  SheetPicture?: ComponentType<{ plan: Plan }>;
  /** The leaves of a stem that may be cut to, by their number from the top, and where each is, mm along it. */
  leavesOf?: (stem: string) => { nth: number; words: string; at: number }[];
}

/** The plant of the page this stands on. */
export function usePlant(): PlantInHand {
  return useOutletContext<PlantInHand>();
}
