/** Blocks, the rows of vines that stand together: totals in words. Pure. */

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
