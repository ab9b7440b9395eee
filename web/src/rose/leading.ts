import { useCallback } from "react";
import type { SurveyDocument, Towards } from "../survey/types";
import { usePlant } from "../shared/usePlant";

/** The survey with a cane led to a place on the support, or left to the plan again. */
export function ledTo(survey: SurveyDocument, id: string, towards: Towards | null): SurveyDocument {
  return { ...survey, stems: survey.stems.map((s) => (s.id === id ? { ...s, towards } : s)) };
}

/** Leads a cane of the plant in hand; everything else is solved again. */
export function useLead(): (id: string, towards: Towards | null) => void {
  const { survey } = usePlant();
  const { change } = survey;
  return useCallback((id, towards) => change((d) => ledTo(d, id, towards)), [change]);
}
