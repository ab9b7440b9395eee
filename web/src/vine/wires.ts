import type { Support } from "../survey/types";

const [mostHeight, mostWires] = [9900, 50];

/** Posts that reach their wires. */
const tall = (support: Support): Support => ({
  ...support,
  height: Math.max(support.height, ...(support.wires ?? []).map((w) => w.height + 50)),
});

/** A row of wires at other heights, mm. Null where there is no wire, or one out of reach. */
export function withHeights(support: Support, heights: number[]): Support | null {
  if (heights.length === 0 || heights.length > mostWires || heights.some((h) => !(h > 0 && h <= mostHeight)))
    return null;
  return tall({ ...support, wires: heights.map((height) => ({ height })) });
}

/** A pair of wires of a T-trellis: how far from its middle and how high, mm. */
export interface WirePair {
  out: number;
  height: number;
}

const outOf = (w: { y?: number | null }) => Math.abs(w.y ?? 0);

/** The inner and the outer wires of a T-trellis; null where there is but one pair. */
export function pairsOf(support: Support): { inner: WirePair; outer: WirePair } | null {
  const wires = [...(support.wires ?? [])].sort((a, b) => outOf(a) - outOf(b));
  const [first, last] = [wires[0], wires.at(-1)];
  if (!first || !last || outOf(first) === outOf(last)) return null;
  return { inner: { out: outOf(first), height: first.height }, outer: { out: outOf(last), height: last.height } };
}

/** A T-trellis with one pair of its wires elsewhere; the other wires stay. */
export function withPair(support: Support, which: "inner" | "outer", to: WirePair): Support {
  const was = pairsOf(support)?.[which].out;
  return tall({
    ...support,
    wires: (support.wires ?? []).map((w) =>
      outOf(w) === was ? { ...w, y: Math.sign(w.y ?? 0) * to.out, height: to.height } : w,
    ),
  });
}
