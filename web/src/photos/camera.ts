/** A level pinhole camera, as the core has it (Photographs/Camera): where places of a plant are in a picture. Pure. */

import { clockOf, direction, type Point, type View } from "../drawing/geometry";

/** A place in a picture: pixels from its upper left corner, to the right and down. */
export type Px = [u: number, v: number];

/** A picture with its crown and its stick tapped. */
export interface Shot {
  id: string;
  /** The clock bearing at which the camera stands. */
  from: number;
  size: [width: number, height: number];
  focal35: number;
  crown: Px;
  stick: { a: Px; b: Px; mm: number };
}

/** What a phone's main camera has, where the picture does not say (assumption; the core takes the same). */
export const USUAL_FOCAL = 26;

/** The longer side of the film that focal lengths are told for, mm. */
const FILM = 36;

/** Nothing is seen nearer than this, mm. */
const NEAREST = 50;

type Flat = { x: number; y: number };
const dot = (a: Flat, b: Flat) => a.x * b.x + a.y * b.y;

/** What of a camera does not hang on where the stick stands. */
function aim(shot: Shot) {
  const focal = (shot.focal35 / FILM) * Math.max(...shot.size);
  const middle: Px = [shot.size[0] / 2, shot.size[1] / 2];
  // A crown beside the middle means a camera that is turned.
  const turned = Math.atan2(shot.crown[0] - middle[0], focal);
  const from = direction(shot.from);
  const [sin, cos] = [Math.sin(turned), Math.cos(turned)];
  const forward = { x: -from.x * cos + from.y * sin, y: -from.x * sin - from.y * cos };
  const right = { x: forward.y, y: -forward.x };
  /** How far ahead the stick is, mm. */
  const depth = (focal * shot.stick.mm) / (shot.stick.a[1] - shot.stick.b[1]);
  return { focal, middle, forward, right, from, cos, depth };
}

/**
 * Where the foot of the stick stands beside the crown: exactly from two pictures or more, in which it is the same; from
 * one as far off as the crown.
 *
 * @returns mm to the right (towards 3) and away (towards 12)
 */
export function stickFoot(shots: readonly Shot[]): Flat {
  // The stick is off to the side by what it is seen beside the crown: S·(r − k f) = l − k d, for each picture.
  const lines = shots.map((shot) => {
    const { focal, middle, forward, right, depth } = aim(shot);
    const k = (shot.crown[0] - middle[0]) / focal;
    const l = ((shot.stick.a[0] - middle[0]) * depth) / focal;
    return { n: { x: right.x - k * forward.x, y: right.y - k * forward.y }, value: l - k * depth };
  });
  const [xx, xy, yy] = [sum(lines, (l) => l.n.x ** 2), sum(lines, (l) => l.n.x * l.n.y), sum(lines, (l) => l.n.y ** 2)];
  const [bx, by] = [sum(lines, (l) => l.n.x * l.value), sum(lines, (l) => l.n.y * l.value)];
  const det = xx * yy - xy * xy;
  // Pictures from one side, or from opposite ones, tell nothing of how far off it is.
  if (det < 0.05 * (xx + yy) ** 2) return { x: bx / (xx + yy), y: by / (xx + yy) };
  return { x: (bx * yy - by * xy) / det, y: (by * xx - bx * xy) / det };
}

const sum = <T>(of: readonly T[], value: (t: T) => number) => of.reduce((s, t) => s + value(t), 0);

/** The same as a bearing from the crown (hours) and a distance, mm. */
export function stickAt(shots: readonly Shot[]): [clock: number, mm: number] {
  const foot = stickFoot(shots);
  const away = Math.hypot(foot.x, foot.y);
  return away < 1 ? [12, 0] : [Math.min(12, Math.max(0.01, clockOf(foot.x, foot.y))), away];
}

export interface Camera {
  at: Point;
  forward: Flat;
  right: Flat;
  focal: number;
  middle: Px;
  /** How far ahead the crown is, mm. */
  distance: number;
}

/** The camera of a picture; null where its stick would stand behind it. */
export function cameraOf(shot: Shot, foot: Flat): Camera | null {
  const { focal, middle, forward, right, from, cos, depth } = aim(shot);
  const distance = (depth - dot(foot, forward)) / cos;
  if (!Number.isFinite(distance) || distance < NEAREST || depth < NEAREST) return null;
  const height = ((shot.crown[1] - middle[1]) * distance * cos) / focal;
  return {
    at: { x: from.x * distance, y: from.y * distance, z: height },
    forward,
    right,
    focal,
    middle,
    distance: distance * cos,
  };
}

/** Where a place is in the picture; null where it is behind the camera. The crown is the origin, mm. */
export function see(camera: Camera, p: Point): Px | null {
  const off = { x: p.x - camera.at.x, y: p.y - camera.at.y };
  const depth = dot(off, camera.forward);
  if (depth < NEAREST) return null;
  return [
    camera.middle[0] + (camera.focal * dot(off, camera.right)) / depth,
    camera.middle[1] - (camera.focal * (p.z - camera.at.z)) / depth,
  ];
}

/** A picture as a view of the drawing: what is drawn on paper is drawn over it. */
export function viewOf(camera: Camera, crownHeight: number): View {
  return {
    scale: camera.focal / camera.distance,
    flat: (p) => {
      const px = see(camera, { x: p.x, y: p.y, z: p.z - crownHeight });
      return px ? { x: px[0], y: px[1] } : { x: -1e4, y: -1e4 };
    },
  };
}

/** A plant is at most so deep: what is seen beside its crown stands no farther before or behind it, mm. */
const DEEP = 1_500;

/**
 * The line in one picture on which a place must lie that was tapped in another (the epipolar line of two-view geometry,
 * published).
 *
 * @returns its two ends, clipped to the depth of a plant; null where it is behind the camera
 */
export function lineOf(tap: Px, one: Camera, other: Camera): [Px, Px] | null {
  const ray = (depth: number): Point => {
    const [a, b] = [(tap[0] - one.middle[0]) / one.focal, (one.middle[1] - tap[1]) / one.focal];
    return {
      x: one.at.x + depth * (one.forward.x + a * one.right.x),
      y: one.at.y + depth * (one.forward.y + a * one.right.y),
      z: one.at.z + depth * b,
    };
  };
  const near = see(other, ray(Math.max(NEAREST, one.distance - DEEP)));
  const far = see(other, ray(one.distance + DEEP));
  return near && far ? [near, far] : null;
}
