import { at, inDemo } from "../api/base";
import { GARDEN, incarnation, noteGarden, person, PERSON } from "../api/incarnation";
import { entry } from "../api/reach";
import type { SurveyDocument } from "../survey/types";

/** A survey that was changed on this device and not stored yet, and the revision it was made from. */
export interface Draft {
  revision: number;
  document: SurveyDocument;
  /** The garden it was made on, and who was signed in then. */
  garden?: string | null;
  by?: string | null;
}

const PREFIX = inDemo ? "gemmifer.demo-draft." : "gemmifer.draft.";

/** What is kept of a plant's survey in this browser; null where nothing is. */
export function readDraft(id: string): Draft | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + id) ?? "null") as Draft | null;
  } catch {
    return null;
  }
}

export function keepDraft(id: string, revision: number, document: SurveyDocument) {
  const draft: Draft = { revision, document, garden: incarnation(), by: person() };
  localStorage.setItem(PREFIX + id, JSON.stringify(draft));
}

export const dropDraft = (id: string) => localStorage.removeItem(PREFIX + id);

/** The plants of which something is kept. */
export const draftsOf = (): string[] =>
  Object.keys(localStorage)
    .filter((k) => k.startsWith(PREFIX))
    .map((k) => k.slice(PREFIX.length));

/** What the garden knows of the plant itself, and what a visit is for: nobody notes it with a survey. */
type OfTheGarden = "format" | "plant" | "place" | "task" | "anyway";

/** What is stored of a document: all that was noted, the parts of families that this page does not know too. */
export function storedOf(document: SurveyDocument): Omit<SurveyDocument, OfTheGarden> {
  const { format, plant, place, task, anyway, ...noted } = document;
  // A part that is not sent stays as it is stored: one that is gone is sent as nothing.
  return Object.fromEntries(Object.entries(noted).map(([name, part]) => [name, part ?? null])) as typeof noted;
}

/** A plant that is open saves its survey itself. */
const open = new Map<string, () => Promise<void>>();

export function savesItself(id: string, save: () => Promise<void>): () => void {
  open.set(id, save);
  return () => {
    if (open.get(id) === save) open.delete(id);
  };
}

/**
 * Sends a survey that is kept here, as what is done to a plant hangs on it.
 *
 * @returns false where the garden cannot be reached
 */
export async function sendDraft(id: string): Promise<boolean> {
  const draft = readDraft(id);
  if (!draft) return true;
  const save = open.get(id);
  if (save) {
    await save();
    return true;
  }
  try {
    const response = await fetch(at(`/api/plants/${id}/survey`), {
      method: "PUT",
      headers: {
        "If-Match": `"${draft.revision}"`,
        "Content-Type": "application/json",
        ...(draft.garden ? { [GARDEN]: draft.garden } : {}),
        ...(draft.by ? { [PERSON]: draft.by } : {}),
      },
      body: JSON.stringify(storedOf(draft.document)),
    });
    noteGarden(response);
    // Refused: it stays, and the plant's own page shows it and asks.
    if (response.ok && JSON.stringify(readDraft(id)) === JSON.stringify(draft)) dropDraft(id);
    if (response.status === 401) entry.set(false);
    return response.status < 500 && response.status !== 401;
  } catch {
    return false;
  }
}
