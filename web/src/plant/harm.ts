import type { Seen, SurveyDocument } from "../survey/types";
import type { YearEvent } from "../survey/yearWords";

/** What something sudden does to a cane, as a survey has it. */
export interface Harm {
  question: string;
  seen: Seen;
  /** It is at a place along the cane. */
  placed: boolean;
}

/** Of each sudden thing; a stake that is gone harms no cane. */
export const harmOf: Partial<Record<YearEvent, Harm>> = {
  "storm-break": { question: "Which canes broke?", seen: "wound", placed: true },
  hail: { question: "Which canes have open bark?", seen: "wound", placed: true },
  vole: { question: "Which canes are gnawed?", seen: "wound", placed: true },
  disease: { question: "On which canes does it show?", seen: "spotting", placed: false },
};

/**
 * A survey with what some canes suffered, planned for the day it is: cuts out of season wait, what broke does not.
 *
 * @param mm how far up, mm; null where nobody said
 */
export function harmed(
  document: SurveyDocument,
  harm: Harm,
  stems: readonly string[],
  mm: number | null,
  today: string,
): SurveyDocument {
  return {
    ...document,
    date: today,
    stems: document.stems.map((s) => {
      if (!stems.includes(s.id)) return s;
      const others = (s.seen ?? []).filter((e) => (typeof e === "string" ? e : e.what) !== harm.seen);
      const at = mm === null || (s.length != null && mm > s.length) ? null : mm;
      return { ...s, seen: [...others, at === null ? harm.seen : { what: harm.seen, at }] };
    }),
  };
}
