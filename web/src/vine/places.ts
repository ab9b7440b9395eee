/** The places of a vine from which shoots come, and the few marks a gardener sets on each. Pure; no framework. */

import { type StemId, stemId } from "../api/stemId";
import { isTopLevel, seenWords, type SurveyStem, type VineFacts } from "../survey/types";

export type System = NonNullable<VineFacts["system"]>;

export interface Place {
  /** The spur's id, or that of the shoot where it comes from the arm itself. */
  id: StemId;
  on: string;
  at: number;
  old: SurveyStem | null;
  /** Last season's shoots here, the lowest first. */
  shoots: SurveyStem[];
}

/** What was found at a place, in one word. */
export type Mark = "two" | "one" | "thin" | "dead" | "doubt" | "none";

export const marks: { mark: Mark; text: string; hint: string }[] = [
  { mark: "two", text: "Two good shoots", hint: "both of pencil thickness or more, brown and ripe" },
  { mark: "one", text: "One good shoot", hint: "of pencil thickness or more, brown and ripe" },
  { mark: "thin", text: "Lower one thin", hint: "thinner than a pencil" },
  { mark: "dead", text: "Lower one dead", hint: "brown under the bark, dry" },
  { mark: "doubt", text: "A bud in doubt", hint: "one of the lowest two looks dead or hurt" },
  { mark: "none", text: "Nothing grew", hint: "the spur is bare" },
];

/** What was found of a single shoot near the head. */
export type ShootMark = "thin" | "pencil" | "finger" | "thick" | "dead" | "gone";

export const shootMarks: { mark: ShootMark; text: string; diameter: number }[] = [
  { mark: "thin", text: "Thinner than a pencil", diameter: 5.5 },
  { mark: "pencil", text: "Pencil", diameter: 8.5 },
  { mark: "finger", text: "Little finger", diameter: 12 },
  { mark: "thick", text: "Thicker than a thumb", diameter: 24 },
  { mark: "dead", text: "Dead", diameter: 9 },
  { mark: "gone", text: "There is none", diameter: 0 },
];

const old = (s: SurveyStem) => s.role !== "trunk" && s.role !== "arm" && s.age >= 2;

/** Every place, along each arm in order; shoots low on the trunk are places of their own. */
export function placesOf(stems: SurveyStem[]): Place[] {
  const byId = new Map<string, SurveyStem>(stems.map((s) => [s.id, s]));
  const rootOf = (shoot: SurveyStem): SurveyStem | null => {
    let root: SurveyStem | null = null;
    for (let at = byId.get(shoot.parent); at && old(at); at = byId.get(at.parent)) root = at;
    return root;
  };
  const places = new Map<StemId, Place>();
  for (const s of stems) {
    if (old(s) && (isTopLevel(s) || !old(byId.get(s.parent) ?? s))) {
      places.set(s.id, { id: s.id, on: s.parent, at: s.at ?? 0, old: s, shoots: [] });
    }
  }
  for (const s of stems) {
    if (s.role === "trunk" || s.role === "arm" || s.age !== 1) continue;
    const parent = byId.get(s.parent);
    if (parent && parent.age === 1 && parent.role !== "trunk" && parent.role !== "arm") continue;
    const root = rootOf(s);
    const place = root ? places.get(root.id) : undefined;
    if (place) place.shoots.push(s);
    else places.set(s.id, { id: s.id, on: s.parent, at: s.at ?? 0, old: null, shoots: [s] });
  }
  for (const p of places.values()) p.shoots.sort((a, b) => (a.at ?? 0) - (b.at ?? 0) || (a.id < b.id ? -1 : 1));
  // Along an arm from the trunk outwards; round a head clockwise, the nearest first, as the walk goes.
  const order = (p: Place) =>
    byId.get(p.on)?.role === "arm" ? p.at : (((p.old ?? p.shoots[0]!).clock ?? 12) + 6) % 12;
  return [...places.values()].sort((a, b) =>
    a.on === b.on ? order(a) - order(b) || (a.id < b.id ? -1 : 1) : a.on < b.on ? -1 : 1,
  );
}

/** Shoots whose buds were not yet seen on the second visit; the first of them is asked for. */
export const isUnseen = (shoot: SurveyStem) =>
  !(shoot.buds ?? []).some((b) => b.state === "shooting" || b.state === "dormant");

/** The mark that fits what is noted at a place; null where it was noted in more detail. */
export function markOf(place: Place): Mark | null {
  const [low, high] = place.shoots;
  if (!low) return place.old && seenWords(place.old).includes("unproductive") ? "none" : null;
  if ((low.buds ?? []).some((b) => b.state === "damaged" || b.state === "blind")) return "doubt";
  if (low.deadFrom === 0) return "dead";
  if (low.diameter < 7) return high ? "thin" : null;
  return high ? "two" : "one";
}

/** Notes a mark at a place of spurs: its shoots are as the mark says. */
export function mark(stems: SurveyStem[], place: Place, what: Mark): SurveyStem[] {
  // That a spur is bare is something seen; where nothing is noted a shoot is taken to stand on it.
  const others = stems
    .filter((s) => !place.shoots.some((x) => x.id === s.id || x.id === s.parent))
    .map((s) =>
      s.id === place.old?.id
        ? {
            ...s,
            seen: [
              ...(s.seen ?? []).filter((e) => e !== "unproductive"),
              ...(what === "none" ? (["unproductive"] as const) : []),
            ],
          }
        : s,
    );
  if (!place.old) return what === "none" ? others : stems;
  const { old: spur } = place;
  const length = spur.length ?? 60;
  // On an arm the two grow apart along the row; round a head both lean the way of their spur.
  const ring = stems.find((s) => s.id === spur.parent)?.role !== "arm";
  const shoot = (letter: string, at: number, diameter: number): SurveyStem => ({
    ...(place.shoots.find((s) => s.id === spur.id + letter) ?? {}),
    id: stemId(spur.id + letter),
    role: "shoot",
    parent: spur.id,
    at: Math.round(at),
    clock: ring ? spur.clock : letter === "a" ? 9 : 3,
    diameter,
    age: 1,
    length: 1200,
    lean: (ring ? (spur.lean ?? 50) * 0.5 : 6) + (letter === "a" ? 0 : 7),
    deadFrom: null,
    buds: [],
  });
  const low = shoot("a", Math.min(20, length * 0.3), what === "thin" ? 5.5 : 10);
  const high = shoot("b", Math.max(25, length - 12), 10);
  const made: Record<Mark, SurveyStem[]> = {
    two: [low, high],
    one: [low],
    thin: [low, high],
    dead: [{ ...low, deadFrom: 0 }, high],
    doubt: [
      {
        ...low,
        buds: [{ at: 45 }, { at: 120, state: "damaged" }, { at: 195 }, { at: 270 }],
      },
      high,
    ],
    none: [],
  };
  return [...others, ...made[what]];
}

/** The mark that fits a single shoot. */
export function shootMarkOf(shoot: SurveyStem): ShootMark {
  if (shoot.deadFrom === 0) return "dead";
  return shoot.diameter < 7 ? "thin" : shoot.diameter < 10.5 ? "pencil" : shoot.diameter <= 20 ? "finger" : "thick";
}

/** Notes a mark on a single shoot. */
export function markShoot(stems: SurveyStem[], id: StemId, what: ShootMark): SurveyStem[] {
  if (what === "gone") return stems.filter((s) => s.id !== id && s.parent !== id);
  const diameter = shootMarks.find((m) => m.mark === what)!.diameter;
  return stems.map((s) => (s.id === id ? { ...s, diameter, deadFrom: what === "dead" ? 0 : null } : s));
}

export interface Frame {
  system: System;
  /** Height of the head or the wire, mm. */
  head: number;
  /** One or two arms. */
  arms: number;
  /** Places on each arm, or round the head, or shoots near it. */
  places: number;
  /** Room between places on an arm, mm. */
  room: number;
}

/** Shoots near the head, one after another to the left and to the right. */
const longCanes = (frame: Frame): SurveyStem[] =>
  Array.from({ length: frame.places }, (_, i): SurveyStem => ({
    id: stemId(String.fromCharCode(65 + i)),
    role: "shoot",
    parent: "T",
    at: Math.round(frame.head - 15 - i * 9),
    clock: i % 2 === 0 ? 9 : 3,
    diameter: 9,
    age: 1,
    length: 1500,
    lean: 26 + ((i * 7) % 22),
  }));

/** A whole vine as it usually stands, to be mended place by place. */
export function vineOf(frame: Frame): SurveyStem[] {
  if (frame.system === "training") {
    return [
      {
        id: stemId("A"),
        role: "cane",
        parent: "ground",
        clock: 12,
        diameter: 9,
        age: 1,
        length: frame.head + 300,
        lean: 2,
      },
    ];
  }
  const trunk: SurveyStem = {
    id: stemId("T"),
    role: "trunk",
    parent: "ground",
    clock: 12,
    diameter: 45,
    age: 8,
    length: frame.head,
    lean: 0,
    radius: 0,
  };
  if (frame.system === "long-cane") return [trunk, ...longCanes(frame)];
  const ring = frame.system === "goblet";
  const sides = ring ? ["S"] : frame.arms === 1 ? ["R"] : ["L", "R"];
  const length = frame.room * frame.places + 60;
  const arms: SurveyStem[] = ring
    ? []
    : sides.map((side) => ({
        id: stemId(side),
        role: "arm",
        parent: "T",
        at: frame.head - 15,
        clock: side === "L" ? 9 : 3,
        diameter: 28,
        age: 6,
        length,
        lean: 90,
      }));
  let stems = [trunk, ...arms];
  for (const side of sides) {
    for (let n = 1; n <= frame.places; n++) {
      const clock = ring
        ? (((n - 1) * 12) / frame.places + 11.9) % 12 || 12
        : frame.system === "t-trellis" && n % 2 === 0
          ? 6
          : 12;
      const spur: SurveyStem = {
        id: stemId(`${side}${n}`),
        role: "spur",
        parent: ring ? "T" : side,
        at: ring ? Math.round(frame.head - 10 - ((n * 7) % 25)) : Math.round(frame.room * n - frame.room / 4),
        clock: Math.max(0.1, Math.round(clock * 10) / 10),
        diameter: 18,
        age: 4,
        length: 62,
        lean: ring ? 50 : 8,
      };
      stems = mark([...stems, spur], { id: spur.id, on: spur.parent, at: spur.at!, old: spur, shoots: [] }, "two");
    }
  }
  return stems;
}

/** The state of the first so many buds of a shoot on the second visit. */
export type Grows = "grows" | "not-yet";

/** Notes which of a spur's buds grow; buds stand where they were noted, or evenly along what was left. */
export function noteGrowth(stem: SurveyStem, grows: Grows[]): SurveyStem {
  const known = (stem.buds ?? []).filter((b) => b.state !== "basal");
  const length = stem.length ?? 200;
  return {
    ...stem,
    buds: grows.map((g, i) => ({
      ...(known[i] ?? {}),
      at: known[i]?.at ?? Math.round(((i + 0.75) * (length - 5)) / grows.length),
      state: g === "grows" ? "shooting" : "dormant",
    })),
  };
}

/** How many buds were left on a shoot by its length: seen ones, or one to every internode. */
export function budsLeft(stem: SurveyStem, internode = 75): number {
  const noted = (stem.buds ?? []).filter((b) => b.state !== "basal").length;
  return Math.max(1, Math.min(6, noted || Math.round(((stem.length ?? 200) - 12) / internode)));
}

/** Whether a shoot is soft or otherwise not counted among the ripe. */
export function unripe(stem: SurveyStem): boolean {
  return seenWords(stem).includes("soft");
}
