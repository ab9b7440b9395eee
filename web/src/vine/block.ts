/** Blocks, the rows of vines that stand together: totals in words, and which vine comes next. Pure. */

import { counted } from "../survey/words";

interface Total {
  total: number | string;
  low: number | string;
  high: number | string;
}

/** "46 buds"; "about 240 buds (210 to 270)" where it was reckoned from a sample; null where there are none. */
export function about(total: Total | null | undefined, one: string): string | null {
  if (!total) return null;
  const [sum, low, high] = [Number(total.total), Number(total.low), Number(total.high)].map(Math.round) as [
    number,
    number,
    number,
  ];
  if (sum === 0) return null;
  return low === high ? counted(sum, one) : `about ${counted(sum, one)} (${low} to ${high})`;
}

interface InBlock {
  id: string;
  name: string;
  place: string;
  family: string;
}

const natural = new Intl.Collator("en", { numeric: true, sensitivity: "base" });

/** The vine after one in its block, in the order of their names; the first again after the last. Null where it stands alone. */
export function nextInBlock(plants: readonly InBlock[], id: string): InBlock | null {
  const here = plants.find((p) => p.id === id);
  if (!here || here.family !== "vine") return null;
  const block = plants
    .filter((p) => p.place === here.place && p.family === "vine")
    .sort((a, b) => natural.compare(a.name, b.name) || (a.id < b.id ? -1 : 1));
  return block.length < 2 ? null : block[(block.findIndex((p) => p.id === id) + 1) % block.length]!;
}
