/** The survey document gemmifer.survey/1 as the screens use it: what its schema says, read off it. */

import type { components } from "../api/schema";
import type { Bud, Stem, Survey } from "./schema";
import { type StemId, stemId } from "../api/stemId";

type Given<T> = NonNullable<T>;

export type Role = Stem["role"];
export type BudSeen = Bud & { at: number };
export type Evidence = Given<Stem["seen"]>[number];
/** The word of what was seen, out of the closed list. */
export type Seen = Extract<Evidence, string>;
export type Pin = Given<Stem["pin"]>;

/** What a plant is tied to, seen from the front: x to the right of the crown, z above the soil, y away; mm. */
export type Support = Given<Survey["support"]> & { width: number };
export type SupportKind = Support["kind"];

/** A place that stays free, by its lower left corner. */
export type Opening = Given<Support["openings"]>[number];

/** Where on the support a cane is wanted. */
export type Towards = Given<Stem["towards"]>;

export type KeepOut = Given<Survey["keepOut"]>[number];

/** A school of the exchange format by its id. */
export type SchoolId = Extract<Survey["school"], string>;

/** A school by id, or one with changed values, how hard, and the gardener's own school it comes from. */
export type SchoolChoice = Survey["school"];

/** A vine as a whole; lengths mm, weights g. */
export type VineFacts = Given<Survey["vine"]>;

/** A row of cane fruit by count; lengths mm. */
export type RowFacts = Given<Survey["row"]>;

/** A stem; the way it leans is asked of every one but a trunk. */
export type SurveyStem = Omit<Stem, "buds"> & { clock: number; buds?: BudSeen[] | null };

/** A survey with its stems, which may be none. */
export type SurveyDocument = Omit<Survey, "stems" | "support"> & { stems: SurveyStem[]; support?: Support | null };

/** What the server says of a kind that is needed to draw what nobody measured. */
export interface KindDefaults {
  family: components["schemas"]["PlantFamily"];
  /** What a stem of each role is taken to be. */
  usual: { [role: string]: components["schemas"]["UsualStem"] };
  tipDiameterShare: number;
  /** Height of the crown where nobody measured it, mm. */
  unionHeight?: number;
  /** Canes hang from a head. */
  hangs?: boolean;
  /** Canes are trained and tied to a support. */
  climbs?: boolean;
}

export const origins = ["crown", "rootstock", "ground", "unknown"] as const;

export function isTopLevel(stem: SurveyStem): boolean {
  return (origins as readonly string[]).includes(stem.parent);
}

/** What was seen on a stem, as words; places are dropped. */
export function seenWords(stem: SurveyStem): Seen[] {
  return (stem.seen ?? []).map((e) => (typeof e === "string" ? e : e.what));
}

/** The id of the school chosen, the gardener's own or one that ships, or null for the kind's own. */
export function schoolId(choice: SchoolChoice | undefined): string | null {
  return choice == null ? null : typeof choice === "string" ? choice : (choice.own ?? choice.base ?? null);
}

/** How much harder (above 0) or lighter than the school says. */
export function hardnessOf(choice: SchoolChoice | undefined): number {
  return choice == null || typeof choice === "string" ? 0 : (choice.hardness ?? 0);
}

/** A school offered for a kind; one's own has what it was copied from and what was changed. */
export interface OfferedSchool {
  id: string;
  name: string;
  base?: string | null;
  set?: unknown;
}

/** The choice of an offered school, as hard as said; the shortest way to write it. */
export function chooseSchool(school: OfferedSchool, hardness: number): SchoolChoice {
  // Ids and values come from the server, which offers only what the format has.
  const [id, base] = [school.id as SchoolId, school.base as SchoolId | null | undefined];
  if (base != null) {
    return {
      base,
      set: (school.set ?? {}) as object,
      own: school.id,
      name: school.name,
      ...(hardness !== 0 ? { hardness } : {}),
    };
  }
  return hardness === 0 ? id : { base: id, hardness };
}

/** The same choice, as hard as said: values set in it, and whose school it is, stay. */
export function asHardAs(choice: SchoolChoice | undefined, fallback: string, hardness: number): SchoolChoice {
  if (choice == null || typeof choice === "string") {
    const id = choice ?? (fallback as SchoolId);
    return hardness === 0 ? id : { base: id, hardness };
  }
  const rest = { ...choice };
  delete rest.hardness;
  const only = Object.keys(rest).length === 1 && rest.base !== undefined;
  return hardness !== 0 ? { ...rest, hardness } : only ? rest.base! : rest;
}

/**
 * The next free letter for a cane, or letter and number for a side shoot.
 *
 * @param earlier what canes of the last winters were called, so that the log means no other
 */
export function nextId(
  stems: readonly Pick<SurveyStem, "id">[],
  parent?: StemId,
  earlier: readonly string[] = [],
): StemId {
  const taken = new Set<string>([...stems.map((s) => s.id), ...earlier]);
  if (parent !== undefined) {
    for (let n = 1; ; n++) {
      if (!taken.has(parent + n)) return stemId(parent + n);
    }
  }
  for (let n = 0; ; n++) {
    // After Z come AA, AB …: a letter and a number is a side shoot.
    const letter = (n >= 26 ? String.fromCharCode(64 + Math.floor(n / 26)) : "") + String.fromCharCode(65 + (n % 26));
    if (!taken.has(letter)) return stemId(letter);
  }
}
