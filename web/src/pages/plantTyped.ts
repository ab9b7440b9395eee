/** What a form of a plant holds, from a plant and to one. Pure. */

import { newId, type Schemas } from "../api/client";

export interface Typed {
  name: string;
  /** Empty till one is chosen: then the first that is offered. */
  kind: string;
  place: string;
  planted: string;
  vigour: string;
  union: string;
  covered: boolean;
  neglected: boolean;
  grafted: string;
  sun: string;
  cover: boolean;
  hips: boolean;
  flowerOn: string;
  /** Made once, so that what is sent twice is added once. */
  own: string;
}

/** How far a crown that is covered lies below the soil, mm: nobody digs to measure it. */
const COVERED = -40;

/** What was typed, with a kind: the first that is offered, while none is chosen. */
export const withKind = (typed: Typed, offered: Schemas["KindView"][] = []): Typed => ({
  ...typed,
  kind: typed.kind || (offered[0]?.id ?? ""),
});

const nothing = (): Typed => ({
  name: "",
  kind: "",
  place: "",
  planted: "",
  vigour: "normal",
  union: "",
  covered: false,
  neglected: false,
  grafted: "usual",
  sun: "full",
  cover: false,
  hips: false,
  flowerOn: "",
  own: newId(),
});

/** What a form begins with: the plant as it is known, or nothing. */
export function typedOf(plant: Schemas["PlantView"] | undefined, long: (mm: number) => string): Typed {
  if (!plant) return nothing();
  const { unionHeight: union } = plant;
  return {
    ...nothing(),
    name: plant.name,
    kind: plant.kind,
    place: plant.place ?? "",
    planted: plant.plantedYear?.toString() ?? "",
    vigour: plant.vigour ?? "normal",
    union: union == null || union < 0 ? "" : long(union),
    covered: (union ?? 0) < 0,
    neglected: plant.neglected,
    grafted: plant.rootstock == null ? "usual" : plant.rootstock ? "yes" : "no",
    ...yearOf(plant),
  };
}

const yearOf = (plant: Schemas["PlantView"]) => ({
  sun: plant.sun ?? "full",
  cover: plant.cover ?? false,
  hips: plant.hips ?? false,
  flowerOn: plant.flowerOn ?? "",
});

/** What hangs on the kind: what is asked of it, and whether it flowers for its own sake. */
export interface Asks {
  of: (fact: Schemas["PlantFact"]) => boolean;
  flowers: boolean;
}

/** What is sent of a form; what its kind is not asked is as usual. */
export function inputOf(
  typed: Typed,
  asks: Asks,
  unionMm: number | null,
  look: Schemas["PlantInput"]["look"],
): Schemas["PlantInput"] {
  const { name, kind, place, planted, covered, grafted, sun, flowerOn } = typed;
  return {
    name,
    kind,
    place,
    plantedYear: planted.trim() === "" ? null : Number(planted),
    vigour: asks.of("vigour") ? typed.vigour : "normal",
    neglected: asks.of("neglected") && typed.neglected,
    unionHeight: !asks.of("union") ? null : covered ? COVERED : unionMm,
    rootstock: !asks.of("rootstock") || grafted === "usual" ? null : grafted === "yes",
    look,
    sun: sun === "full" ? null : (sun as Schemas["Sun"]),
    cover: asks.flowers && typed.cover,
    hips: asks.flowers && typed.hips,
    flowerOn: asks.flowers && flowerOn !== "" ? flowerOn : null,
  };
}

/** So many characters of a name or a place are kept. */
const MOST_CHARS = 80;

/** What is said of a text that is too long to be kept whole; nothing of it is cut off. */
export const tooLong = (text: string): string | null =>
  text.length > MOST_CHARS ? `${MOST_CHARS} characters at most; this is ${text.length}.` : null;
