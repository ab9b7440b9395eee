/** What is tapped on the photographs of a visit, what is asked next, and what is asked of the core. Pure. */

import type { Schemas } from "../api/client";
import { type StemId, stemId } from "../api/stemId";
import type { SurveyDocument, SurveyStem } from "../survey/types";
import { type Px, type Shot, stickAt, USUAL_FOCAL } from "./camera";
import { shareOf } from "./along";

/** What was said of a cane while it was tapped. */
export interface Said {
  age?: number;
  bark?: "bark.green" | "bark.brown" | "bark.grey" | "bark.black";
  /** The cane a side shoot stands on. */
  parent?: string;
  /** Its thickness by a body measure, where the picture does not tell, mm. */
  diameter?: number;
  /** Which way it leans, where one picture does not tell, hours. */
  clock?: number;
  /** It is dead down to its base. */
  dead?: boolean;
  /** What else is seen on it. */
  seen?: ("wound" | "spindly")[];
}

/** What was tapped on one picture, as it is kept with it. */
export interface Taps {
  crown?: Px;
  stick?: { a?: Px; b?: Px; mm: number };
  /** By cane: its foot, places on it, its tip. */
  on?: Record<string, Px[]>;
  /** By cane: a place on either side, and one standard deviation of how far apart they are, pixels. */
  width?: Record<string, [Px, Px]>;
  widthSd?: Record<string, number>;
  said?: Record<string, Said>;
  /** Canes that cannot be seen in this picture. */
  hidden?: string[];
}

/** A photograph with what was tapped on it. */
export interface Photo {
  key: string;
  from: number;
  focal35: number | null;
  width: number;
  height: number;
  taps: Taps;
}

/** A stick or tape of so many mm, where nobody said. */
export const USUAL_STICK = 1000;

export type Asking =
  | { what: "crown" }
  | { what: "stick-foot" }
  | { what: "stick-top" }
  | { what: "foot"; cane: StemId }
  | { what: "tip"; cane: StemId };

/** What the next tap on a picture is; null where all canes that are known are tapped. */
export function asks(photo: Photo, cane: StemId | null): Asking | null {
  const { crown, stick, on = {} } = photo.taps;
  if (!crown) return { what: "crown" };
  if (!stick?.a) return { what: "stick-foot" };
  if (!stick.b) return { what: "stick-top" };
  if (cane === null) return null;
  const taps = on[cane] ?? [];
  return taps.length === 0 ? { what: "foot", cane } : taps.length === 1 ? { what: "tip", cane } : null;
}

/** The taps with one more. */
export function tapped(taps: Taps, asking: Asking, at: Px, stickMm: number): Taps {
  switch (asking.what) {
    case "crown":
      return { ...taps, crown: at };
    case "stick-foot":
      return { ...taps, stick: { mm: stickMm, a: at } };
    case "stick-top":
      return { ...taps, stick: { ...taps.stick, mm: stickMm, b: at } };
    default:
      return { ...taps, on: { ...taps.on, [asking.cane]: [...(taps.on?.[asking.cane] ?? []), at] } };
  }
}

/** One more place on a cane, where it bends: between those it is nearest to. */
export function bent(taps: Taps, cane: StemId, at: Px): Taps {
  const on = taps.on?.[cane] ?? [];
  if (on.length < 2) return taps;
  let [best, where] = [Infinity, 1];
  for (let i = 1; i < on.length; i++) {
    const [a, b] = [on[i - 1]!, on[i]!];
    const detour = far(a, at) + far(at, b) - far(a, b);
    if (detour < best) [best, where] = [detour, i];
  }
  return { ...taps, on: { ...taps.on, [cane]: [...on.slice(0, where), at, ...on.slice(where)] } };
}

/** A point of the picture that can be moved: what it is of, and which of its taps. */
export type Handle = { of: "crown" | "stick-foot" | "stick-top" } | { of: "cane"; cane: StemId; tap: number };

/** Where a handle is; null where it was not tapped. */
export function placeOf(taps: Taps, handle: Handle): Px | null {
  switch (handle.of) {
    case "crown":
      return taps.crown ?? null;
    case "stick-foot":
      return taps.stick?.a ?? null;
    case "stick-top":
      return taps.stick?.b ?? null;
    default:
      return taps.on?.[handle.cane]?.[handle.tap] ?? null;
  }
}

/** The taps with one moved. What was found of a cane's thickness there is found anew. */
export function moved(taps: Taps, handle: Handle, at: Px): Taps {
  switch (handle.of) {
    case "crown":
      return { ...taps, crown: at };
    case "stick-foot":
      return taps.stick ? { ...taps, stick: { ...taps.stick, a: at } } : taps;
    case "stick-top":
      return taps.stick ? { ...taps, stick: { ...taps.stick, b: at } } : taps;
    default: {
      const on = [...(taps.on?.[handle.cane] ?? [])];
      on[handle.tap] = at;
      return { ...taps, on: { ...taps.on, [handle.cane]: on } };
    }
  }
}

/** The taps without a cane. */
export function without(taps: Taps, cane: StemId): Taps {
  const drop = <T>(of: Record<string, T> | undefined) =>
    of && Object.fromEntries(Object.entries(of).filter(([id]) => id !== cane));
  const next: Taps = { ...taps, hidden: taps.hidden?.filter((id) => id !== cane) };
  next.on = drop(taps.on);
  next.width = drop(taps.width);
  next.widthSd = drop(taps.widthSd);
  next.said = drop(taps.said);
  return next;
}

/** All canes that were tapped in any picture, in the order of their first. */
export function canesOf(photos: readonly Photo[]): StemId[] {
  return [...new Set(photos.flatMap((p) => tappedIn(p.taps)))];
}

/** The canes that were tapped in a picture, in the order of their first. */
export const tappedIn = (taps: Taps): StemId[] => Object.keys(taps.on ?? {}).map(stemId);

/** A cane that was tapped with foot and tip. */
export const whole = (taps: Taps, cane: StemId): boolean => (taps.on?.[cane]?.length ?? 0) >= 2;

/** The next cane to be found in a picture: one that was tapped in another; null where there is none. */
export function nextToFind(photo: Photo, photos: readonly Photo[]): StemId | null {
  return (
    canesOf(photos.filter((p) => p !== photo)).find(
      (cane) =>
        !whole(photo.taps, cane) &&
        !photo.taps.hidden?.includes(cane) &&
        photos.some((p) => p !== photo && whole(p.taps, cane)),
    ) ?? null
  );
}

/** What was said of a cane, in whichever picture. */
export const saidOf = (photos: readonly Photo[], cane: StemId): Said =>
  Object.assign({}, ...photos.map((p) => p.taps.said?.[cane] ?? {})) as Said;

/** The taps with something said of a cane. */
export const saying = (taps: Taps, cane: StemId, said: Said): Taps => ({
  ...taps,
  said: { ...taps.said, [cane]: { ...taps.said?.[cane], ...said } },
});

/** A picture as the camera of the core sees it; null until crown and stick are tapped. */
export function shotOf(photo: Photo): Shot | null {
  const { crown, stick } = photo.taps;
  if (!crown || !stick?.a || !stick.b) return null;
  const [a, b] = stick.a[1] >= stick.b[1] ? [stick.a, stick.b] : [stick.b, stick.a];
  // A stick of no length tells no distance; the core says so too.
  if (a[1] - b[1] < 10) return null;
  return {
    id: photo.key,
    from: photo.from,
    size: [photo.width, photo.height],
    focal35: photo.focal35 ?? USUAL_FOCAL,
    crown,
    stick: { a, b, mm: stick.mm },
  };
}

/** The core reckons from so many pictures. */
const MOST_VIEWS = 4;

export type TraceAnswer = Schemas["TraceAnswer"];

/** What the core is asked; null where nothing is whole yet. */
export function asked(photos: readonly Photo[], bearings: Record<string, number | undefined>) {
  // A picture without canes, of after the cuts for one, tells nothing of them; of many those with most are asked about.
  const count = (p: Photo) => canesOf([p]).filter((c) => whole(p.taps, c)).length;
  const most = photos
    .filter((p) => shotOf(p) !== null && count(p) > 0)
    .sort((a, b) => count(b) - count(a))
    .slice(0, MOST_VIEWS);
  const ready = photos.filter((p) => most.includes(p));
  const shots = ready.map(shotOf).filter((s): s is Shot => s !== null);
  const canes = canesOf(ready).filter((c) => ready.some((p) => whole(p.taps, c)));
  if (canes.length === 0) return null;
  const at = stickAt(shots);
  return {
    views: shots.map((s) => ({ ...s, stick: { ...s.stick, at } })),
    canes: canes.map((id) => {
      const of = <T>(pick: (t: Taps) => T | undefined) =>
        Object.fromEntries(
          ready.flatMap((p) => {
            const tapped = pick(p.taps);
            return tapped === undefined ? [] : [[p.key, tapped] as const];
          }),
        );
      return {
        id,
        on: of((t) => (whole(t, id) ? t.on?.[id] : undefined)),
        width: of((t) => (whole(t, id) ? t.width?.[id] : undefined)),
        widthSd: of((t) => (whole(t, id) ? t.widthSd?.[id] : undefined)),
        ...(bearings[id] !== undefined && { clock: bearings[id] }),
      };
    }),
  };
}

/** How a cane that is a side shoot stands on the one it comes from: how far along it, mm. */
function alongParent(photos: readonly Photo[], cane: StemId, parent: string, length: number): number | undefined {
  for (const { taps } of photos) {
    const [foot, on] = [taps.on?.[cane]?.[0], taps.on?.[parent]];
    if (!foot || !on || on.length < 2) continue;
    const steps = on.slice(1).map((p, i) => far(p, on[i]!));
    const total = steps.reduce((s, d) => s + d, 0);
    let [best, along, before] = [Infinity, 0, 0];
    on.slice(1).forEach((b, i) => {
      const a = on[i]!;
      const t = clamp(((foot[0] - a[0]) * (b[0] - a[0]) + (foot[1] - a[1]) * (b[1] - a[1])) / (steps[i]! ** 2 || 1));
      const off = far(foot, [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]);
      if (off < best) [best, along] = [off, before + t * steps[i]!];
      before += steps[i]!;
    });
    return Math.round((length * along) / total);
  }
  return undefined;
}

const clamp = (t: number) => Math.min(1, Math.max(0, t));
const far = (a: Px, b: Px) => Math.hypot(a[0] - b[0], a[1] - b[1]);
const round = (value: number, by: number) => Math.round(value / by) * by;

/** How thick a cane is at its base, of what was measured further up: it tapers evenly, mm. */
function atBase(photos: readonly Photo[], cane: StemId, diameter: number, tipShare: number): number {
  const shares = photos.flatMap(({ taps }) => {
    const [sides, on] = [taps.width?.[cane], taps.on?.[cane]];
    if (!sides || !on || on.length < 2) return [];
    return [shareOf(on, [(sides[0][0] + sides[1][0]) / 2, (sides[0][1] + sides[1][1]) / 2])];
  });
  const share = shares.length === 0 ? 0 : shares.reduce((s, x) => s + x, 0) / shares.length;
  return diameter / (1 - (1 - tipShare) * share);
}

/** Why a cane that was tapped cannot go into the survey yet; null where it can. */
export function lacks(stem: Schemas["TracedStem"], said: Said): "clock" | "shape" | "thickness" | "age" | null {
  if (stem.clock == null) return "clock";
  if (stem.length == null || stem.lean == null) return "shape";
  if (stem.diameter == null && said.diameter === undefined) return "thickness";
  return said.age === undefined ? "age" : null;
}

/** What the measuring tells of a stem, rounded to what can be read; what it does not tell is as the gardener said. */
function measuresOf(photos: readonly Photo[], traced: Schemas["TracedStem"], said: Said, of: Reading) {
  const { spread } = traced;
  const { give, tipShare, parent, at } = of;
  const thick = traced.diameter == null ? null : Number(traced.diameter);
  return {
    clock: round(Number(traced.clock), 0.1) || 12,
    lean: round(Number(traced.lean), 0.5),
    ...(traced.tipLean != null && { tipLean: round(Number(traced.tipLean), 0.5) }),
    length: Math.round(Number(traced.length)),
    diameter: thick === null ? said.diameter! : Math.max(0.5, round(atBase(photos, traced.id, thick, tipShare), 0.5)),
    ...(traced.baseClock != null &&
      !parent && {
        baseClock: round(Number(traced.baseClock), 0.1) || 12,
        radius: Math.round(Number(traced.radius)),
      }),
    ...(at !== undefined && { at }),
    spread: {
      ...(spread && Number(spread.clock) > 0 && { clock: Number(spread.clock) }),
      ...(spread && { lean: Number(spread.lean), tipLean: Number(spread.tipLean), length: Number(spread.length) }),
      diameter: thick === null ? give(said.diameter!) : Number(spread?.diameter ?? give(thick)),
    },
  } satisfies Partial<SurveyStem>;
}

interface Reading {
  /** How far off a thickness by a body measure is, mm. */
  give: (mm: number) => number;
  /** Of the thickness at its base that a cane has at its tip. */
  tipShare: number;
  /** The stem it grows on; none where it grows from the crown. */
  parent: string | undefined;
  /** How far up that stem, mm. */
  at: number | undefined;
}

/** The stem as it goes into the survey: what was seen on it stays, unless the gardener said something else now. */
function stemOf(old: SurveyStem | null, id: StemId, said: Said, measures: Partial<SurveyStem>, parent?: string) {
  const kept = (old?.seen ?? []).filter(
    (s) => !(said.bark && barks.includes(wordOf(s))) && !said.seen?.some((w) => w === wordOf(s)),
  );
  const seen = [...kept, ...(said.bark ? [said.bark] : []), ...(said.seen ?? [])];
  return {
    ...(old ?? { id, role: parent ? "lateral" : "cane", parent: parent ?? "crown" }),
    ...measures,
    age: said.age!,
    ...(seen.length > 0 && { seen }),
    ...(said.dead !== undefined && { deadFrom: said.dead ? 0 : null }),
  } as SurveyStem;
}

/**
 * The survey with canes as they were measured: what is known of a cane already stays, its measures are the new ones.
 *
 * @param give how far off a thickness by a body measure is, mm
 * @param tipShare of the thickness at its base that a cane has at its tip
 */
export function measured(
  document: SurveyDocument,
  photos: readonly Photo[],
  answer: TraceAnswer,
  give: (mm: number) => number,
  tipShare: number,
): SurveyDocument {
  const stems = [...document.stems];
  for (const traced of answer.stems) {
    const there = stems.findIndex((s) => s.id === traced.id);
    const old = there < 0 ? null : stems[there]!;
    const said = { ...(old && { age: old.age, diameter: old.diameter }), ...saidOf(photos, traced.id) };
    if (lacks(traced, said)) continue;
    const parent = said.parent ?? (old && old.parent !== "crown" ? old.parent : undefined);
    const length = answer.stems.find((s) => s.id === parent)?.length ?? stems.find((s) => s.id === parent)?.length;
    const at = parent && length != null ? alongParent(photos, traced.id, parent, Number(length)) : undefined;
    const measures = measuresOf(photos, traced, said, { give, tipShare, parent, at });
    const stem = stemOf(old, traced.id, said, measures, parent);
    if (there < 0) stems.push(stem);
    else stems[there] = stem;
  }
  return { ...document, stems };
}

const barks: string[] = ["bark.green", "bark.brown", "bark.grey", "bark.black"];
const wordOf = (seen: NonNullable<SurveyStem["seen"]>[number]): string => (typeof seen === "string" ? seen : seen.what);
