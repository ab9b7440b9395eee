/** A cane bent over and laid along a wire, as places along it. Pure; mm. */

import type { Point } from "../drawing/geometry";

/** A cane bows over a height above the wire of this share of its way there, so that it need not be bent sharply. */
const bow = 0.35;

/**
 * From its base in a bow up to the wire and along it to one side, as long as the cane is left.
 * @param endX which side it goes to: left of the base or right of it.
 * @param wireZ height of the wire.
 */
export function alongWire(base: Point, endX: number, wireZ: number, length: number): Point[] {
  const side = endX < base.x ? -1 : 1;
  const rise = wireZ - base.z;
  const run = Math.max(120, Math.abs(rise) * 1.1);
  const steps = 12;
  const raw: Point[] = Array.from({ length: steps + 1 }, (_, i) => {
    const t = i / steps;
    // A smooth step up to the wire with a bow above it.
    const ease = t * t * (3 - 2 * t);
    return {
      x: base.x + side * run * t,
      y: base.y,
      z: base.z + rise * ease + Math.sin(Math.PI * t) * run * bow * 0.5,
    };
  });
  raw.push({ x: base.x + side * Math.max(run + 1, length * 2), y: base.y, z: wireZ });
  return evenly(raw, length, 24);
}

/** A shoot laid over a wire: out to it in a bow, then hanging down on the far side, as long as it is. */
export function overWire(base: Point, wire: Point, length: number): Point[] {
  const out = Math.sign(wire.y - base.y) || 1;
  const raw: Point[] = Array.from({ length: 13 }, (_, i) => {
    const t = i / 12;
    return {
      x: base.x + (wire.x - base.x) * t * 0.5,
      y: base.y + (wire.y - base.y) * t,
      z: base.z + (wire.z - base.z) * t + Math.sin(Math.PI * t) * 160,
    };
  });
  const last = raw[raw.length - 1]!;
  for (let i = 1; i <= 8; i++) {
    const t = i / 8;
    raw.push({ x: last.x, y: last.y + out * 90 * Math.sin((t * Math.PI) / 2), z: last.z - 90 * t * t });
  }
  const tip = raw[raw.length - 1]!;
  raw.push({ ...tip, z: tip.z - length });
  return evenly(raw, length, 30);
}

/** Places at even distances along a path, up to a length. */
function evenly(path: Point[], length: number, pieces: number): Point[] {
  const points: Point[] = [path[0]!];
  const every = length / pieces;
  let [need, from] = [every, path[0]!];
  for (let i = 1; i < path.length && points.length <= pieces;) {
    const to = path[i]!;
    const gap = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z);
    if (gap < need) {
      need -= gap;
      from = to;
      i++;
      continue;
    }
    const t = need / gap;
    from = { x: from.x + (to.x - from.x) * t, y: from.y + (to.y - from.y) * t, z: from.z + (to.z - from.z) * t };
    points.push(from);
    need = every;
  }
  return points;
}
