import type { SurveyDocument, SurveyStem } from "../survey/types";

/** What a stem is tapped for on a round. */
export type Why = "over" | "cluster" | "vase" | "blind" | "tall" | "path";

/** A leaf below a head, as it was counted. */
export interface CountedLeaf {
  leaflets: number;
  /** It faces into the plant. */
  inward: boolean;
}

/** A stem with flowers as it is noted on a round: what is open, what is over, and the leaves below, counted. */
export interface Flowering {
  id: string;
  why: Why;
  /** Flowers and flower buds of its head, finished ones too. */
  blooms: number;
  finished: number;
  /** The leaves below the head, the uppermost first. */
  leaves: CountedLeaf[];
  /** It has no more leaves than were counted. */
  counted: boolean;
  /** Of a tall stem the leaf as high as its neighbours, of one over a path the first that is clear of it; from 1. */
  upTo: number | null;
}

/** A leaf with so many leaflets is a full one, and so many of them stay on a stem for the vase. */
export const FULL = 5;
const VASE = 2;

/** The letters of stems in flower: F1, F2. */
export const nextId = (stems: readonly Flowering[]): string =>
  `F${Math.max(0, ...stems.map((s) => Number(s.id.slice(1)))) + 1}`;

/** A stem as it is tapped first. */
export const tapped = (stems: readonly Flowering[], why: Why): Flowering => ({
  id: nextId(stems),
  why,
  blooms: why === "cluster" ? 5 : why === "blind" ? 0 : 1,
  finished: why === "cluster" ? 2 : why === "over" ? 1 : 0,
  leaves: [],
  counted: false,
  upTo: null,
});

/** All of its flowers are over. */
export const isOver = (s: Flowering): boolean => s.blooms > 0 && s.finished >= s.blooms;

/** Whether leaves are counted on it: not where only finished flowers come off. */
export const asksLeaves = (s: Flowering): boolean => s.why !== "cluster" || isOver(s);

/** Whether enough is known of a stem for its cut. */
export function wantsMore(s: Flowering): boolean {
  if (s.why === "tall" || s.why === "path") return s.upTo === null;
  if (!asksLeaves(s) || s.counted) return false;
  const full = s.leaves.filter((l) => l.leaflets >= FULL).length;
  return full < (s.why === "vase" ? VASE : 1);
}

/** What stems a round is planned with: only what flowers, canes are not in it. */
export const stemsOf = (stems: readonly Flowering[]): SurveyStem[] =>
  stems.map((s, i) => {
    const clock = ((i * 12) / Math.max(1, stems.length)) % 12 || 12;
    return {
      id: s.id,
      role: "cane",
      parent: "crown",
      clock,
      diameter: 8,
      age: 1,
      head: {
        blooms: s.blooms,
        finished: s.finished,
        ...(s.why === "vase" && { vase: true }),
        ...(s.why === "tall" && { level: s.upTo ?? 1 }),
        ...(s.why === "path" && { clear: s.upTo ?? 1 }),
      },
      buds: s.leaves.map((l, n) => ({
        leaf: n + 1,
        leaflets: l.leaflets,
        // Nobody says which way a stem leans: what faces into the plant faces back over it.
        ...(l.inward && { clock: (clock + 6) % 12 || 12 }),
      })),
    } as unknown as SurveyStem;
  });

/**
 * The survey of a round: only what flowers, on the day it is. Canes are not in it: nothing of them is cut.
 *
 * @param usual the school of the kind, where the plant names none
 * @param depth how deep finished flowers are cut; null for as the school says
 */
export function roundOf(
  document: SurveyDocument,
  usual: string,
  today: string,
  depth: string | null,
  stems: readonly Flowering[],
): SurveyDocument {
  const school = document.school;
  const set = {
    ...(typeof school === "object" && school !== null ? school.set : {}),
    ...(depth ? { deadhead: depth } : {}),
  };
  const named = (typeof school === "string" ? school : school?.base) ?? usual;
  return {
    ...document,
    task: "round",
    date: today,
    keepOut: [],
    support: null,
    vine: null,
    row: null,
    rain: null,
    school: Object.keys(set).length > 0 ? { base: named, set } : named,
    stems: stemsOf(stems),
  } as SurveyDocument;
}

/** A stem of a stored round, as it is drawn. */
export function floweringOf(stem: SurveyStem): Flowering {
  const head = stem.head ?? {};
  const [blooms, finished] = [Number(head.blooms ?? 0), Number(head.finished ?? 0)];
  return {
    id: stem.id,
    why: head.clear
      ? "path"
      : head.vase
        ? "vase"
        : head.level
          ? "tall"
          : blooms === 0
            ? "blind"
            : blooms > 1
              ? "cluster"
              : "over",
    blooms,
    finished,
    leaves: [...(stem.buds ?? [])]
      .sort((a, b) => Number(a.leaf ?? 0) - Number(b.leaf ?? 0))
      .map((b) => ({ leaflets: Number(b.leaflets ?? 0), inward: b.clock != null })),
    counted: true,
    upTo: head.clear ?? head.level ?? null,
  };
}
