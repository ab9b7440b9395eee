/** Places along a cane as it was tapped. Pure. */

import type { Px } from "./camera";

/** The place at a share of taps on a cane, and the way the cane runs there. */
export function placeOn(on: readonly Px[], share: number): { at: Px; along: Px } {
  const steps = on.slice(1).map((p, i) => Math.hypot(p[0] - on[i]![0], p[1] - on[i]![1]));
  let left = share * steps.reduce((s, d) => s + d, 0);
  for (let i = 0; i < steps.length; i++) {
    const [a, b, d] = [on[i]!, on[i + 1]!, steps[i]!];
    if (left <= d || i === steps.length - 1) {
      const t = d > 0 ? Math.min(1, left / d) : 0;
      return { at: [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])], along: [b[0] - a[0], b[1] - a[1]] };
    }
    left -= d;
  }
  return { at: on[0]!, along: [0, -1] };
}

/** The share of taps on a cane that is nearest to a place. */
export function shareOf(on: readonly Px[], at: Px): number {
  let [best, share] = [Infinity, 0];
  for (let i = 0; i <= 100; i++) {
    const p = placeOn(on, i / 100).at;
    const far = Math.hypot(p[0] - at[0], p[1] - at[1]);
    if (far < best) [best, share] = [far, i / 100];
  }
  return share;
}
