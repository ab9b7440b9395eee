/** The survey document gemmifer.survey/1 as the screens use it. Lengths mm, angles degrees, clock bearings in hours. */

export type Role = "cane" | "lateral" | "trunk" | "arm" | "shoot" | "spur";

export interface BudSeen {
  at: number;
  clock?: number | null;
  state?: string | null;
}

export type Evidence = string | { what: string; at?: number | null };

export type Pin = "keep" | "remove" | { cutAt: number };

/** What a plant is tied to, seen from the front: x to the right of the crown, z above the soil, y away; mm. */
export interface Support {
  kind: SupportKind;
  /** Left edge; half the width to the left where it is not given. */
  from?: number | null;
  width: number;
  height: number;
  y?: number | null;
  wires?: { height: number; y?: number | null }[] | null;
  openings?: Opening[] | null;
}

export type SupportKind = "wall" | "fence" | "wires" | "arch" | "obelisk" | "pergola" | "post" | "stake" | "t-trellis";

/** A place that stays free, by its lower left corner. */
export interface Opening {
  x: number;
  z: number;
  width: number;
  height: number;
}

/** Where on the support a cane is wanted. */
export interface Towards {
  x: number;
  z: number;
}

export interface SurveyStem {
  id: string;
  role: Role;
  /** crown, rootstock, ground, unknown, or the id of the stem it stands on. */
  parent: string;
  at?: number | null;
  clock: number;
  baseClock?: number | null;
  radius?: number | null;
  diameter: number;
  length?: number | null;
  lean?: number | null;
  tipLean?: number | null;
  age: number;
  seen?: Evidence[] | null;
  deadFrom?: number | null;
  rubs?: string[] | null;
  pin?: Pin | null;
  towards?: Towards | null;
  buds?: BudSeen[] | null;
}

export interface KeepOut {
  name?: string | null;
  side: number;
  from: number;
}

/** A school by id, or one with changed values, how hard, and the gardener's own school it comes from. */
export type SchoolChoice =
  string | { base?: string; set?: Record<string, unknown>; hardness?: number; own?: string; name?: string } | null;

export interface SurveyDocument {
  format: "gemmifer.survey/1";
  plant: {
    name?: string | null;
    kind: string;
    vigour?: string | null;
    unionHeight?: number | null;
    yearsPlanted?: number | null;
    rootstock?: boolean | null;
    neglected?: boolean | null;
    look?: string | null;
  };
  date: string;
  school?: SchoolChoice;
  support?: Support | null;
  keepOut?: KeepOut[] | null;
  stems: SurveyStem[];
  /** Rain seen or forecast, day by day. */
  rain?: { date: string; mm: number }[] | null;
  vine?: VineFacts | null;
  row?: RowFacts | null;
}

/** A vine as a whole; lengths mm, weights g. */
export interface VineFacts {
  system?: "goblet" | "cordon" | "long-cane" | "t-trellis" | "training" | null;
  year?: number | null;
  spacing?: number | null;
  rowSpacing?: number | null;
  pruningWeight?: number | null;
  winterLoss?: { cut: number; dead: number } | null;
  budRule?: { base: number; per: number; unit?: number | null } | null;
  rule?: "weight" | "metre" | "spurs" | null;
  perMetre?: number | null;
  stage?: number | null;
  records?: { season: number; pruningWeight?: number | null; crop?: number | null }[] | null;
}

/** A row of cane fruit by count; lengths mm. */
export interface RowFacts {
  length: number;
  width?: number | null;
  firstYear?: number | null;
  secondYear?: number | null;
  spent?: number | null;
  thin?: number | null;
  meanHeight?: number | null;
  plants?: number | null;
  observations?: { date: string; what: string }[] | null;
}

/** The defaults of a kind, used to draw what nobody measured. */
export interface KindDefaults {
  caneLength: number;
  lateralLength: number;
  caneLean: number;
  lateralLean: number;
  tipDiameterShare: number;
  /** Height of the crown where nobody measured it, mm. */
  unionHeight?: number;
  /** Canes hang from a head. */
  hangs?: boolean;
  /** Canes are trained and tied to a support. */
  climbs?: boolean;
  /** rose, vine, cane-fruit or shrub. */
  family?: string;
}

export const origins = ["crown", "rootstock", "ground", "unknown"] as const;

export function isTopLevel(stem: SurveyStem): boolean {
  return (origins as readonly string[]).includes(stem.parent);
}

/** What was seen on a stem, as words; places are dropped. */
export function seenWords(stem: SurveyStem): string[] {
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
  if (school.base != null) {
    return {
      base: school.base,
      set: (school.set ?? {}) as Record<string, unknown>,
      own: school.id,
      name: school.name,
      ...(hardness !== 0 ? { hardness } : {}),
    };
  }
  return hardness === 0 ? school.id : { base: school.id, hardness };
}

/** The same choice, as hard as said: values set in it, and whose school it is, stay. */
export function asHardAs(choice: SchoolChoice | undefined, fallback: string, hardness: number): SchoolChoice {
  if (choice == null || typeof choice === "string") {
    const id = choice ?? fallback;
    return hardness === 0 ? id : { base: id, hardness };
  }
  const rest = { ...choice };
  delete rest.hardness;
  const only = Object.keys(rest).length === 1 && rest.base !== undefined;
  return hardness !== 0 ? { ...rest, hardness } : only ? rest.base! : rest;
}

/** The next free letter for a cane, or letter and number for a side shoot. */
export function nextId(stems: SurveyStem[], parent?: string): string {
  const taken = new Set(stems.map((s) => s.id));
  if (parent !== undefined) {
    for (let n = 1; ; n++) {
      if (!taken.has(parent + n)) return parent + n;
    }
  }
  for (let n = 0; ; n++) {
    // After Z come AA, AB …: a letter and a number is a side shoot.
    const letter = (n >= 26 ? String.fromCharCode(64 + Math.floor(n / 26)) : "") + String.fromCharCode(65 + (n % 26));
    if (!taken.has(letter)) return letter;
  }
}
