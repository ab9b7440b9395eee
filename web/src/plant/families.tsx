/** The one place where a screen of a plant asks for its family: what each family shows in its own way. */

import { type ComponentType, lazy } from "react";
import type { Schemas } from "../api/client";
import type { Plan } from "../drawing/scene";
import { RoseSheetPicture, RoseStepPicture } from "../rose/pictures";
import { roseStates } from "../rose/words";
import { Naming } from "../row/Naming";
import { RowSheetPicture, RowStepPicture } from "../row/pictures";
import { canesCounted, rowStates } from "../row/words";
import { usePlant } from "../shared/usePlant";
import type { SurveyDocument } from "../survey/types";
import { NextVine } from "../vine/NextVine";
import { VineSheetPicture, VineStepPicture } from "../vine/pictures";
import { together } from "../vine/together";
import { Prunings, VineYears } from "../vine/VineYears";
import { vineStates } from "../vine/words";

type OpenStep = Schemas["OpenStep"];

/** What the screens of a plant need of its family. */
export interface FamilyParts {
  /** Looking at the plant, and deciding. */
  Look: ComponentType;
  Decide: ComponentType;
  /** The drawing of one step while it is done, and of the whole on the cut sheet. */
  StepPicture: ComponentType<{ step: Schemas["PlanStep"]; work: Schemas["WorkView"] }>;
  SheetPicture: ComponentType<{ plan: Plan }>;
  /** The drawing of a step is wider than high. */
  wide: boolean;
  /** Whether enough is known for a plan. */
  ready: (survey: SurveyDocument, kind: Schemas["KindView"]) => boolean;
  /** How far looking and deciding have come, in a word or two. */
  states: (survey: SurveyDocument, plan: Plan | null, kind: Schemas["KindView"]) => { look: string; decide: string };
  /** The steps that are done and noted together with one. */
  together: (pending: readonly OpenStep[], open: OpenStep, survey: SurveyDocument) => OpenStep[];
  /** Stands beside the name of the plant. */
  Heading: ComponentType<{ id: string }> | null;
  /** What of its year is noted with a tap. */
  notes: NonNullable<Schemas["YearEvent"]>[];
  /** Stands above the log. */
  Record: ComponentType | null;
  /** Where what a step asks for is entered. */
  Asked: ComponentType<{ asks: NonNullable<Schemas["PlanStep"]["asks"]> }> | null;
  /** Its canes are measured by tapping them on photographs. */
  traces: boolean;
  /** It has visits beside the prune: rounds among its flowers, covering. */
  visits: boolean;
}

const alone = (_: readonly OpenStep[], open: OpenStep) => [open];

const rose: FamilyParts = {
  Look: lazy(() => import("../rose/RoseLook")),
  Decide: lazy(() => import("../rose/RoseDecide")),
  StepPicture: RoseStepPicture,
  SheetPicture: RoseSheetPicture,
  wide: false,
  ready: (survey, kind) => survey.stems.length > 0 || !kind.surveyed,
  states: roseStates,
  together: alone,
  Heading: null,
  Record: null,
  Asked: null,
  traces: true,
  visits: true,
  notes: ["bud-break", "first-bloom", "flush-end", "deadheaded", "tied", "fed", "covered", "uncovered"],
};

const parts: Record<Schemas["PlantFamily"], FamilyParts> = {
  rose,
  shrub: { ...rose, visits: false },
  vine: {
    Look: lazy(() => import("../vine/VineLook")),
    Decide: lazy(() => import("../vine/VineDecide")),
    StepPicture: VineStepPicture,
    SheetPicture: VineSheetPicture,
    wide: true,
    ready: (survey) => survey.stems.length > 0,
    states: vineStates,
    together,
    Heading: NextVine,
    Record: VineYears,
    Asked: Prunings,
    traces: false,
    visits: false,
    notes: ["bud-break", "first-bloom", "tied", "tipped", "fed", "harvested"],
  },
  "cane-fruit": {
    Look: lazy(() => import("../row/RowLook")),
    Decide: lazy(() => import("../row/RowDecide")),
    StepPicture: RowStepPicture,
    SheetPicture: RowSheetPicture,
    wide: true,
    ready: (survey) => survey.row != null,
    states: (survey, plan) => rowStates(canesCounted(survey.row), plan),
    together: alone,
    Heading: null,
    Record: UnknownCanes,
    Asked: null,
    traces: false,
    visits: false,
    notes: ["bud-break", "first-bloom", "tipped", "tied", "harvested", "fed"],
  },
};

/** What the screens show of a family in its own way. */
export const partsOf = (family: Schemas["PlantFamily"]): FamilyParts => parts[family];

/** The same of the plant in hand. */
export function useFamily(): FamilyParts {
  return partsOf(usePlant().kind.family);
}

/** Canes nobody knows the type of are named by what is seen of them. */
function UnknownCanes() {
  const { kind } = usePlant();
  // An answer kept from before kinds said so does not have it.
  return kind.named === false ? <Naming /> : null;
}
