/** What of a vine a picture shows, and how its wood lies there: laid along wires, or hanging over them. Pure. */

import { placeAt, type Point } from "../drawing/geometry";
import { axisIn, type DrawnStem, type Plan, type State } from "../drawing/scene";
import { seenWords, type Support } from "../survey/types";
import { alongWire, overWire } from "./alongWire";

/** The paper: a smaller one on a phone, so that letters stay legible. */
export interface Paper {
  width: number;
  height: number;
  soilAt: number;
}

export const large: Paper = { width: 760, height: 430, soilAt: 396 };
export const small: Paper = { width: 430, height: 330, soilAt: 302 };
const top = 20;

/** Wood that is not cut in winter. */
export const permanent = (s: DrawnStem) => s.axis.stem.role === "trunk" || s.axis.stem.role === "arm";

/** The part of the vine that the picture shows, mm: after the cuts it comes closer, so that the buds can be counted. */
export function frameOf(stems: DrawnStem[], marks: Point[], state: State, support: Support | null, paper: Paper) {
  const { width, soilAt } = paper;
  let [left, right, high, low] = [-250, 250, 500, Infinity];
  const head = Math.max(0, ...stems.filter(permanent).map((s) => placeAt(s.axis, s.axis.length).z));
  for (const s of stems) {
    const close = state !== "found" && !permanent(s) && s.decision !== "none";
    if (close && s.decision === "remove") continue;
    const axis = axisIn(s, state);
    for (const to of [0, close ? Math.min(s.keptTo, axis.length) : axis.length]) {
      const p = placeAt(axis, to);
      [left, right, high] = [Math.min(left, p.x), Math.max(right, p.x), Math.max(high, p.z)];
      if (!permanent(s)) low = Math.min(low, p.z);
    }
  }
  if (state === "summer") high = Math.max(high, ...marks.map((m) => m.z + 900));
  if (state === "after") high = Math.max(high, head + 230, ...marks.map((m) => m.z));
  high += 80;
  if (support?.kind === "t-trellis") {
    const from = support.from ?? -support.width / 2;
    [left, right] = [Math.min(left, from), Math.max(right, from + support.width + 250)];
  }
  // Where buds are to be counted the trunk need not be in the picture down to the soil.
  const from = state === "after" && Number.isFinite(low) ? Math.max(0, low - 260) : 0;
  const wide = (width - 24) / (right - left + 160);
  const scale = Math.min(wide, (soilAt - top) / (high - (from > 120 ? from : 0)));
  const floor = Math.max(0, high - (soilAt - top) / scale);
  return { scale, floor, middle: (left + right) / 2 };
}

/** The canes that are laid along a wire as they lie once tied; everything else as it stands. */
export function laid(stems: DrawnStem[], plan: Plan | null): DrawnStem[] {
  const ties = new Map(
    (plan?.steps ?? []).filter((s) => s.stem && s.stage === "train" && s.ties.length > 0).map((s) => [s.stem!, s.ties]),
  );
  // Canes that share a wire are drawn a finger apart.
  const onWire = new Map<string, number>();
  return stems.map((s) => {
    const own = ties.get(s.id);
    if (!own || s.decision === "remove" || s.axis.stem.role === "spur") return s;
    const last = own[own.length - 1]!;
    const base = placeAt(s.axis, 0);
    const key = `${last.on}${Number(last.x) < base.x}`;
    const before = onWire.get(key) ?? 0;
    onWire.set(key, before + 1);
    const path = alongWire(base, Number(last.x), Number(last.z) + before * 45, s.keptTo);
    return { ...s, tied: { ...s.axis, path, length: s.keptTo, taper: s.axis.length } };
  });
}

/** In summer: shoots as they hang once laid over their wire. */
export function draped(stems: DrawnStem[], plan: Plan | null, support: Support | null): DrawnStem[] {
  const ties = new Map(
    (plan?.steps ?? []).filter((s) => s.stem && s.ties.length > 0).map((s) => [s.stem!, s.ties[0]!]),
  );
  return stems.map((s) => {
    const tie = ties.get(s.id);
    const held = seenWords(s.axis.stem).includes("held") ? outerWire(support, Math.cos(s.axis.bearing)) : null;
    if ((!tie && !held) || s.decision === "remove") return s;
    const over = tie
      ? { x: Number(tie.x), y: Number(tie.y), z: Number(tie.z) }
      : { x: placeAt(s.axis, 0).x, y: held!.y ?? 0, z: held!.height };
    const path = overWire(placeAt(s.axis, 0), over, s.axis.length);
    return { ...s, tied: { ...s.axis, path, taper: s.axis.length } };
  });
}

/** The outer wire on a side of a trellis; null where there is none. */
function outerWire(support: Support | null, side: number) {
  const own = (support?.wires ?? []).filter((w) => Math.sign(w.y ?? 0) === Math.sign(side));
  return own.sort((a, b) => Math.abs(b.y ?? 0) - Math.abs(a.y ?? 0))[0] ?? null;
}
