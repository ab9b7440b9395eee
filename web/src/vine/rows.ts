/** Rows of vines: totals in words, and which vine comes next. Pure. */

interface Total {
  total: number | string;
  low: number | string;
  high: number | string;
}

/** "46 buds"; "about 240 buds (210 to 270)" where it was reckoned from a sample. */
export function about(total: Total | null | undefined, what: string): string {
  if (!total) return `no ${what}`;
  const [sum, low, high] = [Number(total.total), Number(total.low), Number(total.high)].map(Math.round) as [
    number,
    number,
    number,
  ];
  const one = sum === 1 ? what.replace(/ies$/, "ie").replace(/s$/, "") : what;
  return low === high ? `${sum} ${one}` : `about ${sum} ${one} (${low} to ${high})`;
}

interface InRow {
  id: string;
  name: string;
  place: string;
  kind: string;
}

const natural = new Intl.Collator("en", { numeric: true, sensitivity: "base" });

/** The vine after one in its row, in the order of their names; the first again after the last. Null where it stands alone. */
export function nextInRow(plants: readonly InRow[], id: string): InRow | null {
  const here = plants.find((p) => p.id === id);
  if (!here || !here.kind.startsWith("vine.")) return null;
  const row = plants
    .filter((p) => p.place === here.place && p.kind.startsWith("vine."))
    .sort((a, b) => natural.compare(a.name, b.name) || (a.id < b.id ? -1 : 1));
  return row.length < 2 ? null : row[(row.findIndex((p) => p.id === id) + 1) % row.length]!;
}
