/** How one photograph of a plant lies on another. Pure. */

import { type Photo, shotOf } from "./taps";

/** Where the second picture goes in the pixels of the first: moved by x and y after it was scaled. */
export interface Alignment {
  x: number;
  y: number;
  scale: number;
}

/**
 * Crown on crown, and the plant as large: a stick of the same length beside it is. Without crown and stick in both the
 * second is only scaled to the first.
 */
export function alignment(before: Photo, after: Photo): Alignment {
  const [one, two] = [shotOf(before), shotOf(after)];
  if (!one || !two) return { x: 0, y: 0, scale: before.width / after.width };
  const perMm = (s: typeof one) => (s.stick.a[1] - s.stick.b[1]) / s.stick.mm;
  const scale = perMm(one) / perMm(two);
  return { x: one.crown[0] - scale * two.crown[0], y: one.crown[1] - scale * two.crown[1], scale };
}
