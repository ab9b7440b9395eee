/** Where stems stand: the same arcs the planner uses, for drawing. Millimetres; x right, y away, z up. No framework here. */

import type { components } from "../api/schema";
import { isTopLevel, type KindDefaults, type SurveyStem } from "../survey/types";

type Resolved = components["schemas"]["ResolvedStem"];

export interface Point {
  x: number;
  y: number;
  z: number;
}

export interface Axis {
  stem: SurveyStem;
  start: Point;
  /** Bearing in radians clockwise from 12. */
  bearing: number;
  lean: number;
  tipLean: number;
  length: number;
  tipShare: number;
  /** Places along it at even distances, where it is tied and no arc any more. */
  path?: Point[];
  /** The length over which it tapers, where that is not the length shown. */
  taper?: number;
}

const radians = Math.PI / 180;

/** Unit vector of a clock bearing. */
export function direction(clock: number): { x: number; y: number } {
  const angle = clock * 30 * radians;
  return { x: Math.sin(angle), y: Math.cos(angle) };
}

/** Clock bearing of a horizontal vector, in (0, 12]. */
export function clockOf(x: number, y: number): number {
  const hours = ((Math.atan2(x, y) / radians + 360) % 360) / 30;
  return hours < 1e-9 ? 12 : hours;
}

/** The place at a distance along an axis (circular arc, lean changing evenly from base to tip). */
export function placeAt(axis: Axis, along: number): Point {
  if (axis.path) return onPath(axis.path, along / Math.max(1e-9, axis.length));
  const half = axis.length <= 0 ? 0 : ((axis.tipLean - axis.lean) * radians * (along / axis.length)) / 2;
  const middle = axis.lean * radians + half;
  const chord = Math.abs(half) < 1e-9 ? along : (along * Math.sin(half)) / half;
  const radial = chord * Math.sin(middle);
  return {
    x: axis.start.x + radial * Math.sin(axis.bearing),
    y: axis.start.y + radial * Math.cos(axis.bearing),
    z: axis.start.z + chord * Math.cos(middle),
  };
}

/** The place at a share of a path. */
function onPath(path: Point[], share: number): Point {
  const at = Math.min(1, Math.max(0, share)) * (path.length - 1);
  const i = Math.min(Math.floor(at), path.length - 2);
  const [a, b, t] = [path[i]!, path[i + 1]!, at - i];
  return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t };
}

/** The first place along an axis at a height above the soil, mm; its length where it never gets there. */
export function alongAtHeight(axis: Axis, height: number): number {
  const pieces = 200;
  for (let i = 0; i <= pieces; i++) {
    const along = (axis.length * i) / pieces;
    if (placeAt(axis, along).z >= height) return along;
  }
  return axis.length;
}

/** Thickness at a distance along an axis: an even taper. */
export function diameterAt(axis: Axis, along: number): number {
  const over = axis.taper ?? axis.length;
  const share = over <= 0 ? 0 : Math.min(1, Math.max(0, along / over));
  return axis.stem.diameter * (1 - (1 - axis.tipShare) * share);
}

/** The measures of a stem: as the gardener noted them, else as the plan took them, else as the kind's usually are. */
function measuresOf(stem: SurveyStem, plan: Resolved | undefined, kind: KindDefaults) {
  const usual = kind.usual[stem.role]!;
  return {
    lean: stem.lean ?? plan?.lean ?? usual.leanDeg,
    // A trunk needs no bearing: it stands where the plant does.
    clock: stem.clock ?? plan?.clock ?? 12,
    radius: stem.radius ?? plan?.radius ?? usual.radiusMm,
    length: stem.length ?? plan?.length ?? usual.lengthMm,
    at: stem.at ?? plan?.at,
  };
}

/**
 * Axes of all stems by id. What nobody measured is as the plan took it to be, or before there is a plan as the kind's stems usually
 * are. A stem whose parent is missing is left out.
 */
export function axesOf(
  stems: SurveyStem[],
  kind: KindDefaults,
  crownHeight: number,
  resolved: readonly Resolved[] = [],
): Map<string, Axis> {
  const taken = new Map(resolved.map((r) => [r.id, r]));
  const byId = new Map<string, SurveyStem>(stems.map((s) => [s.id, s]));
  const axes = new Map<string, Axis>();
  const place = (stem: SurveyStem, depth: number): Axis | null => {
    const known = axes.get(stem.id);
    if (known) return known;
    if (depth > 8) return null;
    const top = isTopLevel(stem);
    const parent = top ? null : byId.get(stem.parent);
    const on = parent ? place(parent, depth + 1) : null;
    if (!top && !on) return null;
    const is = measuresOf(stem, taken.get(stem.id), kind);
    const base = direction(stem.baseClock ?? is.clock);
    const axis: Axis = {
      stem,
      start: on
        ? placeAt(on, is.at ?? on.length / 2)
        : { x: base.x * is.radius, y: base.y * is.radius, z: stem.parent === "crown" ? Math.max(0, crownHeight) : 0 },
      bearing: is.clock * 30 * radians,
      lean: is.lean,
      tipLean: stem.tipLean ?? is.lean,
      length: is.length,
      tipShare: kind.tipDiameterShare,
    };
    axes.set(stem.id, axis);
    return axis;
  };
  stems.forEach((s) => place(s, 0));
  return axes;
}

export interface Flat {
  x: number;
  y: number;
}

/** A flat view: from the plant to the paper, in paper units per mm. */
export interface View {
  flat(p: Point): Flat;
  scale: number;
}

/** From above: 12 o'clock up. */
export function fromAbove(centre: Flat, scale: number): View {
  return { scale, flat: (p) => ({ x: centre.x + p.x * scale, y: centre.y - p.y * scale }) };
}

/** From the front: the gardener stands at 6 o'clock. */
export function fromFront(foot: Flat, scale: number): View {
  return { scale, flat: (p) => ({ x: foot.x + p.x * scale, y: foot.y - p.z * scale }) };
}

/** From the front and a little from the right and above, so that what runs one behind the other can be told apart. */
export function aslant(foot: Flat, scale: number): View {
  return {
    scale,
    flat: (p) => ({ x: foot.x + (p.x + p.y * 0.55) * scale, y: foot.y - (p.z + p.y * 0.3) * scale }),
  };
}

const fixed = (n: number) => (Math.round(n * 10) / 10).toString();

/** Width on paper: true where that can be seen, otherwise thin but still thicker for a thicker stem. */
export function drawnWidth(axis: Axis, along: number, view: View): number {
  const mm = diameterAt(axis, along);
  return Math.max(mm * view.scale, 2 + mm * 0.17);
}

/** Outline of a stretch of stem as a path, at true thickness but never thinner than can be seen. */
export function outline(axis: Axis, from: number, to: number, view: View, least = 0): string {
  const pieces = axis.path ? 40 : 14;
  const left: Flat[] = [];
  const right: Flat[] = [];
  for (let i = 0; i <= pieces; i++) {
    const along = from + ((to - from) * i) / pieces;
    const p = view.flat(placeAt(axis, along));
    const a = view.flat(placeAt(axis, Math.max(0, along - 1)));
    const b = view.flat(placeAt(axis, along + 1));
    const size = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const normal = { x: -(b.y - a.y) / size, y: (b.x - a.x) / size };
    const half = Math.max(least, drawnWidth(axis, along, view)) / 2;
    left.push({ x: p.x + normal.x * half, y: p.y + normal.y * half });
    right.push({ x: p.x - normal.x * half, y: p.y - normal.y * half });
  }
  const points = [...left, ...right.reverse()];
  return `M${points.map((p) => `${fixed(p.x)} ${fixed(p.y)}`).join("L")}Z`;
}

/** Angle on paper in which a stem runs at a distance along it, radians; null where it is seen end on. */
export function heading(axis: Axis, along: number, view: View): number | null {
  const a = view.flat(placeAt(axis, Math.max(0, along - 4)));
  const b = view.flat(placeAt(axis, Math.min(axis.length, along + 4)));
  return Math.hypot(b.x - a.x, b.y - a.y) < 0.02 ? null : Math.atan2(b.y - a.y, b.x - a.x);
}

/** Prickles: small curved hooks on alternating sides, as a path. */
export function prickles(axis: Axis, from: number, to: number, view: View): string {
  const every = Math.max(26, 9 / view.scale);
  let path = "";
  let side = 1;
  for (let along = from + every * 0.6; along < to - every * 0.3; along += every) {
    const angle = heading(axis, along, view);
    if (angle === null) continue;
    side = -side;
    const p = view.flat(placeAt(axis, along));
    const half = drawnWidth(axis, along, view) / 2;
    const [nx, ny] = [-Math.sin(angle) * side, Math.cos(angle) * side];
    const [tx, ty] = [Math.cos(angle), Math.sin(angle)];
    const size = Math.min(5, Math.max(2.4, half * 0.8));
    const [bx, by] = [p.x + nx * half * 0.9, p.y + ny * half * 0.9];
    path += `M${fixed(bx + tx * size * 0.6)} ${fixed(by + ty * size * 0.6)}L${fixed(bx + nx * size - tx * size * 0.5)} ${fixed(by + ny * size - ty * size * 0.5)}L${fixed(bx - tx * size * 0.4)} ${fixed(by - ty * size * 0.4)}Z`;
  }
  return path;
}

/** A bud as a small pointed mark that leaves the stem in the way it faces. */
export function budMark(axis: Axis, along: number, clock: number | null, view: View): string {
  const p = placeAt(axis, along);
  const half = drawnWidth(axis, along, view) / view.scale / 2;
  const d = clock === null ? { x: 0, y: 0 } : direction(clock);
  const at = view.flat({ x: p.x + d.x * half, y: p.y + d.y * half, z: p.z });
  const up = heading(axis, along, view) ?? -Math.PI / 2;
  const reach = view.flat({ x: p.x + d.x * (half + 100), y: p.y + d.y * (half + 100), z: p.z + 60 });
  const [rx, ry] = [reach.x - at.x, reach.y - at.y];
  const far = Math.hypot(rx, ry);
  const angle = far < 1e-3 ? up : Math.atan2(ry, rx);
  const size = 7;
  const tip = { x: at.x + Math.cos(angle) * size, y: at.y + Math.sin(angle) * size };
  const side = (s: number) => ({
    x: at.x + Math.cos(angle + s * 1.9) * size * 0.42,
    y: at.y + Math.sin(angle + s * 1.9) * size * 0.42,
  });
  const [l, r] = [side(1), side(-1)];
  return `M${fixed(l.x)} ${fixed(l.y)}Q${fixed(at.x + Math.cos(angle) * size * 0.6)} ${fixed(at.y + Math.sin(angle) * size * 0.6)} ${fixed(tip.x)} ${fixed(tip.y)}Q${fixed(at.x + Math.cos(angle) * size * 0.3)} ${fixed(at.y + Math.sin(angle) * size * 0.3)} ${fixed(r.x)} ${fixed(r.y)}Z`;
}

/** Furthest horizontal reach of a stretch of stem from the crown, mm. */
export function reachOf(axis: Axis, to = axis.length): number {
  let reach = 0;
  for (let i = 0; i <= 8; i++) {
    const p = placeAt(axis, (to * i) / 8);
    reach = Math.max(reach, Math.hypot(p.x, p.y));
  }
  return reach;
}

/** Greatest height of a stretch of stem above the soil, mm. */
export function heightOf(axis: Axis, to = axis.length): number {
  let height = 0;
  for (let i = 0; i <= 8; i++) height = Math.max(height, placeAt(axis, (to * i) / 8).z);
  return height;
}
