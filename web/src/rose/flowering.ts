import type { SurveyDocument, SurveyStem } from "../survey/types";

/** A stem with flowers as it is noted on a round: what is open, what is over, and the leaves below, counted. */
export interface Flowering {
  id: string;
  /** Flowers and flower buds of its head, finished ones too. */
  blooms: number;
  finished: number;
  /** Leaflets of the leaves below the head, the uppermost first. */
  leaves: number[];
  /** How long it is, mm: only a stem that stands out is measured. */
  tall: boolean;
}

/** Where leaves of a stem stand that nobody measures: so far apart (assumption), and the head so far above the first. */
const APART = 40,
  USUAL = 600,
  TALL = 900;

/** A leaf with so many leaflets is a full one. */
export const FULL = 5;

/** How far along its stem a leaf stands, mm; the uppermost is the first. */
export const leafAt = (stem: Flowering, leaf: number): number => (stem.tall ? TALL : USUAL) - (leaf + 1) * APART;

/** The letters of stems in flower: F1, F2. */
export const nextId = (stems: readonly Flowering[]): string =>
  `F${Math.max(0, ...stems.map((s) => Number(s.id.slice(1)))) + 1}`;

/**
 * The survey of a round: only what flowers, on the day it is. Canes are not in it: nothing of them is cut.
 *
 * @param usual the school of the kind, where the plant names none
 */
export function roundOf(
  document: SurveyDocument,
  usual: string,
  today: string,
  depth: string | null,
  hips: boolean,
  stems: readonly Flowering[],
): SurveyDocument {
  const school = document.school;
  const set = {
    ...(typeof school === "object" && school !== null ? school.set : {}),
    ...(depth ? { deadhead: depth } : {}),
    ...(hips ? { hips: "keep" } : {}),
  };
  const named = (typeof school === "string" ? school : school?.base) ?? usual;
  return {
    ...document,
    date: today,
    keepOut: [],
    support: null,
    vine: null,
    row: null,
    school: Object.keys(set).length > 0 ? { base: named, set } : named,
    stems: stems.map(
      (s, i) =>
        ({
          id: s.id,
          role: "cane",
          parent: "crown",
          clock: ((i * 12) / Math.max(1, stems.length)) % 12 || 12,
          diameter: 8,
          length: s.tall ? TALL : USUAL,
          lean: 12,
          age: 1,
          head: { blooms: s.blooms, finished: s.finished },
          buds: s.leaves.map((leaflets, n) => ({ at: leafAt(s, n), leaflets })),
        }) as unknown as SurveyStem,
    ),
  } as SurveyDocument;
}

/** The leaf above which a cut is made, from 0; null where it is at no leaf. */
export function leafOf(stem: Flowering, cutAt: number | null | undefined): number | null {
  if (cutAt == null) return null;
  const at = stem.leaves.findIndex((_, n) => leafAt(stem, n) <= cutAt);
  return at < 0 ? null : at;
}

const ordinals = ["first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth"];

/** What is done to a stem, in a gardener's words: counted leaves, no millimetres nobody measured. */
export function cutWords(stem: Flowering, action: "cut" | "nip" | "none", leaf: number | null): string {
  if (action === "nip") {
    return stem.finished < stem.blooms
      ? `${stem.id}: nip the finished flowers off at their stalks; the others go on.`
      : `${stem.id}: take the finished head off at its stalk.`;
  }
  if (action === "none" || leaf === null) return `${stem.id}: nothing today.`;
  const leaflets = stem.leaves[leaf]!;
  return `${stem.id}: cut just above the ${ordinals[leaf] ?? `${leaf + 1}th`} leaf from the top, the one with ${leaflets} leaflets.`;
}

/** Whether enough is known of a stem for its cut: all of it is over and no full leaf was counted yet. */
export const wantsLeaves = (stem: Flowering): boolean =>
  stem.finished >= stem.blooms && stem.blooms > 0 && !stem.leaves.some((l) => l >= FULL);
