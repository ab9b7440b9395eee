/** A survey as the server keeps it, made ready for the screens. Pure; no framework. */

import type { Support, SupportKind, SurveyDocument } from "./types";

/** Kinds of support of which nobody asks how wide they are, and how thick they are drawn, mm. */
export const thickness: Partial<Record<SupportKind, number>> = { stake: 50, post: 100 };

/** The document with the width of a support that has none. */
export function documentOf(stored: unknown): SurveyDocument {
  const document = stored as SurveyDocument;
  const support = document.support as (Omit<Support, "width"> & { width?: number | null }) | null | undefined;
  return support && support.width == null
    ? { ...document, support: { ...support, width: thickness[support.kind] ?? 1000 } }
    : document;
}
