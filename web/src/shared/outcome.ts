/** How a plan turns out, in few words. */

interface Counts {
  kept: number | string;
  removed: number | string;
  left: number | string;
}

/** "6 stay, 3 go, 1 waits"; "all 8 stay" where nothing else happens. */
export function outcome(counts: Counts): string {
  const [kept, removed, left] = [Number(counts.kept), Number(counts.removed), Number(counts.left)];
  if (removed === 0 && left === 0) return kept === 1 ? "the one cane stays" : `all ${kept} stay`;
  const verbs: [number, string, string][] = [
    [kept, "stays", "stay"],
    [removed, "goes", "go"],
    [left, "waits", "wait"],
  ];
  return verbs
    .filter(([n]) => n > 0)
    .map(([n, one, more]) => `${n} ${n === 1 ? one : more}`)
    .join(", ");
}

/** A least distance as people would say it: whole centimetres, never more than it is, mm. */
export function atLeast(mm: number): number {
  return mm < 30 ? Math.floor(mm) : Math.floor(mm / 10) * 10;
}

/** Tie material to carry: "5.2 m of soft stretching tape". */
export function tieWords(of: readonly { material: string; metres: number | string }[]): string[] {
  return of.map((t) => `${Number(t.metres)} m of ${t.material}`);
}
