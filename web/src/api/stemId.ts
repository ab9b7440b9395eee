/** Stands for all names a stem may have, so that no text counts as one of itself; there is nothing of it at run time. */
declare enum Named {
  Stem = "A",
  Another = "B",
}

/** What a stem is called within its survey, as in A or A1; it can be read as text, but no text is one of itself. */
export type StemId = Named;

/** Says that a text is what a stem is called. */
export const stemId = (text: string) => text as StemId;
