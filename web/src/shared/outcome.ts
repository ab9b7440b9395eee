/** How a plan turns out, in few words. */

import { capital, counted } from "../survey/words";

interface Counts {
  kept: number | string;
  removed: number | string;
  left: number | string;
}

/** "6 stay, 3 go, 1 waits"; "all 8 stay" where nothing else happens. */
export function outcome(counts: Counts): string {
  return parts(
    counts,
    (n) => `${n}`,
    (n) => `all ${n}`,
  ).join(", ");
}

/** The same as the start of a sentence about canes: "6 canes stay, 3 go". */
export function outcomeSentence(counts: Counts): string {
  const canes = (n: number) => counted(n, "cane");
  return capital(parts(counts, canes, (n) => `all ${canes(n)}`).join(", "));
}

/** What stays, goes and waits; the first of them, and all of them where that is the only one, named by its own function. */
function parts(counts: Counts, first: (n: number) => string, all: (n: number) => string): string[] {
  const [kept, removed, left] = [Number(counts.kept), Number(counts.removed), Number(counts.left)];
  if (removed === 0 && left === 0) return [kept === 1 ? "the one cane stays" : `${all(kept)} stay`];
  const verbs: [number, string, string][] = [
    [kept, "stays", "stay"],
    [removed, "goes", "go"],
    [left, "waits", "wait"],
  ];
  return verbs.filter(([n]) => n > 0).map(([n, one, more], i) => `${i === 0 ? first(n) : n} ${n === 1 ? one : more}`);
}

/** A least distance as people would say it: whole centimetres, never more than it is, mm. */
export function atLeast(mm: number): number {
  return mm < 30 ? Math.floor(mm) : Math.floor(mm / 10) * 10;
}

/** What tying gains, as the rest of a sentence about what comes off. */
export function bloomSentence(t: { bloomFound: number | string; bloomTied: number | string }): string {
  const [found, tied] = [Number(t.bloomFound), Number(t.bloomTied)];
  return tied > found
    ? `; tied like this, what stays flowers from about ${tied} places instead of ${found}.`
    : `; what stays flowers from about ${tied} places.`;
}

/** Tie material to carry: "5.2 m of soft stretching tape". */
export function tieWords(of: readonly { material: string; metres: number | string }[]): string[] {
  return of.map((t) => `${Number(t.metres)} m of ${t.material}`);
}
