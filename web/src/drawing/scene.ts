/** What is drawn: every stem with its decision, its cut and how it is told apart. Pure; no framework. */

import type { components } from "../api/schema";
import type { StemId } from "../api/stemId";
import {
  isTopLevel,
  seenWords,
  type KeepOut,
  type KindDefaults,
  type Support,
  type SurveyDocument,
  type SurveyStem,
} from "../survey/types";
import { alongAtHeight, type Axis, axesOf, direction, heightOf, placeAt, type Point, reachOf } from "./geometry";

export type Plan = components["schemas"]["PlanDocument"];
export type PlanStep = components["schemas"]["PlanStep"];
/** What a plan says of a stem; none where there is no plan yet. */
export type Decision = components["schemas"]["Decision"] | "none";
export type State = "found" | "after" | "summer";

export type NewShoot = components["schemas"]["NewShoot"];

export type Training = NonNullable<Plan["training"]>;

export interface DrawnStem {
  /** As it was found. */
  axis: Axis;
  /** As it lies once tied; null where it is not moved. */
  tied: Axis | null;
  id: StemId;
  /** What its letter says where that is not its id. */
  name?: string;
  decision: Decision;
  top: boolean;
  /** Carries on for the older stem it stands on, which is cut back to it. */
  takesOver: boolean;
  /** Its end stays and needs room. */
  stands: boolean;
  /** Stays up to here, mm along it; the length where nothing is cut. */
  keptTo: number;
  /** Where to look for the bud, when it has still to be found. */
  window: [number, number] | null;
  bud: { at: number; clock: number | null } | null;
  deadFrom: number | null;
  soft: boolean;
  /** Goes only because what it stands on goes. */
  falls: boolean;
  /** It bears no prickles. */
  smooth: boolean;
  /** A sentence for those who cannot see the drawing. */
  label: string;
}

export interface Scene {
  stems: DrawnStem[];
  crownHeight: number;
  buried: boolean;
  /** The canes hang from a head on a stem of its own. */
  standard: boolean;
  spacing: number | null;
  heights: { min: number; max: number } | null;
  keepOut: KeepOut[];
  support: Support | null;
  /** Canes are tied to it. */
  climbs: boolean;
  /** How the canes lie on the support; null where nothing is tied. */
  training: Training | null;
  /** Ties by cane. */
  ties: Map<string, PlanStep["ties"]>;
  /** The shoots expected next summer. */
  newShoots: NewShoot[];
}

export const decisionWords: Record<Decision, string> = {
  keep: "stays as it is",
  shorten: "stays, shortened",
  remove: "goes",
  check: "to be checked",
  untouched: "left alone",
  defer: "later",
  none: "not decided yet",
};

type Family = components["schemas"]["PlantFamily"];

const roleNames: Record<SurveyStem["role"], string> = {
  trunk: "Trunk",
  arm: "Arm",
  spur: "Spur",
  shoot: "Shoot",
  cane: "Cane",
  lateral: "Side shoot",
};

/** What tells the wood of one family from that of another in a drawing. */
const wood: Record<Family, { smooth: boolean; name: (stem: SurveyStem) => string }> = {
  rose: { smooth: false, name: (s) => (isTopLevel(s) ? "Cane" : "Side shoot") },
  shrub: { smooth: false, name: (s) => (isTopLevel(s) ? "Cane" : "Side shoot") },
  vine: { smooth: true, name: (s) => roleNames[s.role] },
  "cane-fruit": { smooth: false, name: (s) => (isTopLevel(s) ? "Cane" : "Side shoot") },
};

/** The scene of a survey, with its plan where there is one. */
export function sceneOf(survey: SurveyDocument, kind: KindDefaults, plan: Plan | null): Scene {
  const union = survey.plant.unionHeight ?? kind.unionHeight ?? 0;
  const limits = plan?.limits ?? null;
  const crownHeight = Math.max(0, union);
  const axes = axesOf(survey.stems, kind, crownHeight, plan?.resolved);
  const training = plan?.training ?? null;
  return {
    stems: drawnStems(axes, kind, plan),
    crownHeight,
    buried: union < 0,
    standard: kind.hangs === true,
    spacing: limits && limits.spacing > 0 ? Number(limits.spacing) : null,
    heights: kind.hangs ? null : heightsOf(limits, crownHeight),
    keepOut: survey.keepOut ?? [],
    support: survey.support ?? null,
    climbs: kind.climbs === true,
    training,
    ties: new Map((plan?.steps ?? []).filter((s) => s.stem && s.stage === "train").map((s) => [s.stem!, s.ties])),
    newShoots: plan?.forecast.newShoots ?? [],
  };
}

/** Between which heights above the soil the cuts lie; null where the plan says none. */
function heightsOf(limits: Plan["limits"] | null, crownHeight: number): Scene["heights"] {
  if (limits?.heightMin == null || limits.heightMax == null) return null;
  return { min: Number(limits.heightMin) + crownHeight, max: Number(limits.heightMax) + crownHeight };
}

/** All stems as they are drawn: where each lies, and what the plan does with it. */
function drawnStems(axes: Map<string, Axis>, kind: KindDefaults, plan: Plan | null): DrawnStem[] {
  const decisions = new Map((plan?.stems ?? []).map((s) => [s.id as string, s]));
  const cuts = new Map((plan?.steps ?? []).filter((s) => s.stem && s.cut).map((s) => [s.stem as string, s.cut!]));
  const shears = plan?.steps.find((s) => s.stage === "rough" && s.tool === "shears")?.cut?.at ?? null;
  const tied = tiedAxes(axes, plan?.training ?? null);
  return [...axes.values()].map((axis): DrawnStem => {
    const { id } = axis.stem;
    const decided = decisions.get(id);
    const decision = decided?.decision ?? "none";
    const name = wood[kind.family].name(axis.stem);
    return {
      axis,
      tied: tied.get(id) ?? null,
      id,
      decision,
      ...standing(axis, decided),
      ...cutOn(axis, decision, cuts.get(id) ?? null, shears === null ? null : Number(shears)),
      deadFrom: axis.stem.deadFrom ?? (decided?.verdict === "dead" && decision === "remove" ? 0 : null),
      soft: seenWords(axis.stem).includes("soft"),
      falls: decision === "remove" && !cuts.has(id),
      smooth: wood[kind.family].smooth,
      label: `${name} ${id}: ${decisionWords[decision]}.`,
    };
  });
}

/** Whether a stem has a letter and room of its own, or takes over from the one it stands on. */
function standing(axis: Axis, decided: Plan["stems"][number] | undefined) {
  const top = isTopLevel(axis.stem);
  const kept = decided?.decision === "keep" || decided?.decision === "shorten";
  const takesOver = !top && kept && decided.reasons[0]?.rule === "join";
  return { top, takesOver, stands: takesOver || (top && kept && decided.reasons.every((r) => r.rule !== "join")) };
}

/** How far up a stem stays, between what the cut lies, and above which bud. */
function cutOn(axis: Axis, decision: Decision, cut: PlanStep["cut"], shears: number | null) {
  if (decision !== "shorten") return { keptTo: decision === "remove" ? 0 : axis.length, window: null, bud: null };
  const between = cut?.bud?.window;
  const window = between?.length === 2 ? ([between[0]!, between[1]!] as [number, number]) : null;
  return { keptTo: Number(endAt(axis, cut, window, shears)), window, bud: budOf(cut) };
}

/** Where a shortened stem ends: at its cut, at the likeliest place of a window, or at the height of the shears. */
function endAt(axis: Axis, cut: PlanStep["cut"], window: [number, number] | null, shears: number | null) {
  if (!cut) return shears === null ? axis.length : alongAtHeight(axis, shears);
  return cut.at ?? (window ? nearest(axis, cut, window) : axis.length);
}

/** The bud above which a cut is made, where it was seen. */
function budOf(cut: PlanStep["cut"]): DrawnStem["bud"] {
  if (cut?.bud?.at == null) return null;
  return { at: Number(cut.bud.at), clock: cut.bud.clock == null ? null : Number(cut.bud.clock) };
}

/** Canes as they lie on the support, and what stands on them moved along. */
function tiedAxes(axes: Map<string, Axis>, training: Training | null): Map<string, Axis> {
  const tied = new Map<string, Axis>();
  for (const cane of training?.canes ?? []) {
    const own = axes.get(cane.stem);
    if (!own || cane.how === "as-it-stands") continue;
    const path = cane.path.map(([x, y, z]) => ({ x: Number(x), y: Number(y), z: Number(z) }));
    // Where a side stem carries on for the cane, it is the one that was laid.
    const first = path[0]!;
    const along = [...axes.values()].find(
      (a) => a.stem.parent === cane.stem && Math.hypot(a.start.x - first.x, a.start.z - first.z) < 1,
    );
    const laid = along && Math.hypot(own.start.x - first.x, own.start.z - first.z) > 1 ? along : own;
    const length = path.slice(1).reduce((sum, p, i) => sum + distance(p, path[i]!), 0);
    tied.set(laid.stem.id, { ...laid, path, length, taper: laid.length });
  }
  for (const axis of axes.values()) {
    const on = tied.get(axis.stem.parent);
    if (on && !tied.has(axis.stem.id)) {
      tied.set(axis.stem.id, { ...axis, start: placeAt(on, Math.min(on.length, axis.stem.at ?? on.length / 2)) });
    }
  }
  return tied;
}

const distance = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);

/** The axis of a stem in a state: as found, or as it lies once tied. */
export function axisIn(stem: DrawnStem, state: State): Axis {
  return state === "found" ? stem.axis : (stem.tied ?? stem.axis);
}

/** How far the picture must reach: sideways and up, mm. After the cuts it comes closer, so that the ends can be read. */
export function extentOf(scene: Scene, state: State): { reach: number; height: number } {
  const close = state !== "found" && scene.stems.some((s) => s.decision !== "none");
  const shown = scene.stems.filter((s) => s.top || s.takesOver);
  const reach = shown.map((s) =>
    close && s.decision !== "check" && s.decision !== "untouched"
      ? reachOf(axisIn(s, state), s.keptTo)
      : reachOf(s.axis),
  );
  const height = shown.map((s) =>
    close && (s.decision === "keep" || s.decision === "shorten" || s.decision === "remove")
      ? heightOf(axisIn(s, state), s.keptTo)
      : heightOf(s.axis),
  );
  const ring = close ? (scene.spacing ?? 0) / 2 : 0;
  const tips = state === "summer" && !scene.training ? scene.newShoots.map(shootTip) : [];
  return {
    reach: Math.max(240, ...reach.map((r) => r + ring), ...tips.map((t) => Math.hypot(t.x, t.y) + 40)),
    height: Math.max(420, ...height.map((h) => h + (close ? 120 : 0)), ...tips.map((t) => t.z + 60)),
  };
}

/** Where a new shoot will end. */
export function shootTip(shoot: NewShoot): Point {
  const d = direction(Number(shoot.clock));
  const lean = (Number(shoot.lean) * Math.PI) / 180;
  const [run, rise] = [Number(shoot.length) * Math.sin(lean), Number(shoot.length) * Math.cos(lean)];
  return { x: Number(shoot.x) + d.x * run, y: Number(shoot.y) + d.y * run, z: Number(shoot.z) + rise };
}

/** Where in a window the plan takes the end to stand: it keeps its room from the others there. */
function nearest(axis: Axis, place: { x: number; y: number; z: number }, [from, to]: [number, number]): number {
  const off = (along: number) => {
    const p = placeAt(axis, along);
    return Math.hypot(p.x - place.x, p.y - place.y, p.z - place.z);
  };
  let best = from;
  for (let along = from; along <= to; along++) if (off(along) < off(best)) best = along;
  return best;
}

/** Where a stem is taken to end in a state: its cut end, or its tip. */
export function endOf(stem: DrawnStem, state: State): Point {
  const axis = axisIn(stem, state);
  return placeAt(axis, state !== "found" && stem.decision === "shorten" ? stem.keptTo : axis.length);
}

/** Bark by age, as a class of shade: fresh green to blackish. */
export function barkOf(stem: SurveyStem): "young" | "second" | "grey" | "black" {
  const seen = seenWords(stem);
  if (seen.includes("bark.black") || stem.age >= 10) return "black";
  if (seen.includes("bark.grey") || stem.age >= 3) return "grey";
  return stem.age === 2 ? "second" : "young";
}

/** Pairs of kept ends that stand closer than the room they need. */
export function crowded(scene: Scene): Set<string> {
  const ids = new Set<string>();
  if (scene.spacing === null) return ids;
  const kept = scene.stems.filter((s) => s.stands);
  kept.forEach((a, i) =>
    kept.slice(i + 1).forEach((b) => {
      const [p, q] = [endOf(a, "after"), endOf(b, "after")];
      if (Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z) < scene.spacing! - 0.1) ids.add(a.id).add(b.id);
    }),
  );
  return ids;
}

/** The stems that bear a letter in a state: canes, and side stems that carry on for one. */
export function lettered(scene: Scene, state: State): DrawnStem[] {
  return scene.stems.filter(
    (s) => (s.top || (s.takesOver && state !== "found")) && !(state === "summer" && s.decision === "remove"),
  );
}

/** The highest place of a stem that the picture shows, for its label. */
export function heightOfShown(stem: DrawnStem, state: State, height: number): Point {
  const to = state !== "found" && stem.decision === "shorten" ? stem.keptTo : stem.axis.length;
  const axis = axisIn(stem, state);
  let best = placeAt(axis, 0);
  for (let i = 1; i <= 16; i++) {
    const p = placeAt(axis, (to * i) / 16);
    if (p.z <= height && p.z > best.z) best = p;
  }
  return best;
}

/** What goes lies under what stays. */
export function rank(decision: string): number {
  return decision === "remove" ? 0 : decision === "check" || decision === "untouched" ? 1 : 2;
}
