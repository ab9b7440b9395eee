import { base } from "./base";
import { KEPT } from "./kept";

/** The header in which the garden says which one it is: it is another one once an earlier state was put back. */
export const GARDEN = "Gemmifer-Garden";
/** The header in which a change says who made it. */
export const PERSON = "Gemmifer-Person";

const SEEN = `gemmifer.incarnation${base}`;
const WHO = "gemmifer.person";

const listeners = new Set<() => void>();

/** Which garden this device saw last; null before it saw any. */
export const incarnation = (): string | null => localStorage.getItem(SEEN);

/** Who is signed in here, as the garden said last; null where nobody has to sign in. */
export const person = (): string | null => localStorage.getItem(WHO);

/** Notes who is signed in here. */
export function notePerson(id: string | null): void {
  if (id === null) localStorage.removeItem(WHO);
  else localStorage.setItem(WHO, id);
}

/** Tells when the garden was put back to an earlier state: what is shown here is of another one. */
export function onPutBack(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Reads in an answer which garden gave it. */
export function noteGarden(answer: Response): void {
  const now = answer.headers.get(GARDEN);
  if (now === null || now === "" || answer.headers.has(KEPT)) return;
  const before = incarnation();
  if (before === now) return;
  localStorage.setItem(SEEN, now);
  if (before !== null) listeners.forEach((l) => l());
}
