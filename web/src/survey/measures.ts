/** Lengths in the gardener's own measures. Everything inside is millimetres. */

import known from "../../../src/Gemmifer.Core/Plans/Data/round-things.json";

export type Units = "metric" | "imperial";

export interface BodyMeasures {
  pencil: number;
  finger: number;
  thumb: number;
  fist: number;
  hand: number;
  shears: number;
  hip: number;
  self: number;
  bucket: number;
}

export const defaultBody: BodyMeasures = {
  pencil: 7,
  finger: 14,
  thumb: 20,
  fist: 100,
  hand: 190,
  shears: 200,
  hip: 900,
  self: 1700,
  bucket: 330,
};

export const bodyLabels: Record<keyof BodyMeasures, string> = {
  pencil: "a pencil",
  finger: "little finger",
  thumb: "thumb",
  fist: "fist",
  hand: "hand",
  shears: "shears",
  hip: "hip height",
  self: "own height",
  bucket: "bucket, across the rim",
};

const inch = 25.4;

/** What the core names round things by; the gardener's own are as large as they were measured. */
const things = known.things as { radius: number; name: string; own?: "fist" | "bucket" }[];

/** A round thing that a bend of a radius may follow: the smallest that is no tighter, of the gardener's own and usual ones. */
export function roundThing(radius: number, body: BodyMeasures, units: Units): string {
  const fits = things
    .map((t) => ({ radius: t.own ? body[t.own] / 2 : t.radius, name: t.own ? `your ${t.own}` : t.name }))
    .sort((a, b) => a.radius - b.radius)
    .find((t) => t.radius >= radius);
  return fits ? fits.name : `a circle ${length(Math.ceil(radius / 100) * 200, units)} across`;
}

function trim(value: number, digits: number): string {
  return String(Number(value.toFixed(digits)));
}

/** A thickness: millimetres, or inches to the nearest sixteenth. */
export function thickness(mm: number, units: Units): string {
  if (units === "metric") return `${trim(mm, 1)} mm`;
  return Math.round((mm / inch) * 16) === 0 ? "under 1/16 in" : fraction(mm / inch, 16);
}

/** Inches to the nearest fraction of them: "21 1/4 in". */
function fraction(inches: number, of: number): string {
  const parts = Math.round(Math.abs(inches) * of);
  const whole = Math.floor(parts / of);
  let [top, bottom] = [parts % of, of];
  while (top > 0 && top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  const sign = inches < 0 ? "-" : "";
  return `${sign}${whole > 0 || top === 0 ? whole : ""}${whole > 0 && top > 0 ? " " : ""}${top > 0 ? `${top}/${bottom}` : ""} in`;
}

/** A length along a stem or a height: centimetres and metres, or inches (as fine as a cut needs) and feet. */
export function length(mm: number, units: Units): string {
  if (units === "metric") {
    if (Math.abs(mm) < 30) return `${trim(mm, 0)} mm`;
    return Math.abs(mm) < 1000 ? `${trim(mm / 10, mm < 300 ? 1 : 0)} cm` : `${trim(mm / 1000, 2)} m`;
  }
  const inches = mm / inch;
  if (Math.abs(inches) < 2) return thickness(mm, units);
  const feet = Math.round(inches * 4) / 48;
  if (feet >= 2 && Number.isInteger(feet)) return `${feet} ft`;
  if (Math.abs(inches) < 48) return fraction(inches, Math.abs(inches) < 12 ? 8 : 4);
  const rounded = Math.round(inches);
  return rounded % 12 === 0 ? `${rounded / 12} ft` : `${Math.floor(rounded / 12)} ft ${rounded % 12} in`;
}

/** A day in full words: "20 February 2027". */
export function dayWords(iso: string): string {
  return new Date(`${iso.slice(0, 10)}T12:00:00`).toLocaleDateString("en-GB", {
    day: "numeric",
    month: "long",
    year: "numeric",
  });
}

/** The day of an instant as ISO 8601 writes it, on this device. */
export function isoOf(at: Date): string {
  const two = (n: number) => `${n}`.padStart(2, "0");
  return `${`${at.getFullYear()}`.padStart(4, "0")}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** An instant as its day and time of day, on this device: "29 November 2026, 14:31". */
export function momentWords(at: string): string {
  const time = new Date(at);
  const two = (n: number) => `${n}`.padStart(2, "0");
  return `${dayWords(isoOf(time))}, ${two(time.getHours())}:${two(time.getMinutes())}`;
}

const unitSizes: Record<string, number> = {
  mm: 1,
  millimetre: 1,
  millimetres: 1,
  cm: 10,
  centimetre: 10,
  centimetres: 10,
  m: 1000,
  metre: 1000,
  metres: 1000,
  in: inch,
  inch: inch,
  inches: inch,
  '"': inch,
  ft: 12 * inch,
  foot: 12 * inch,
  feet: 12 * inch,
  "'": 12 * inch,
};

export function number(text: string): number | null {
  const clean = text.replace(",", ".");
  const fraction = /^(?:(\d+)[ -])?(\d+)\/(\d+)$/.exec(clean);
  if (fraction) return Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]);
  return /^\d*\.?\d+$/.test(clean) ? Number(clean) : null;
}

/**
 * Reads a length: "1.1m", "45 cm", "1/2in", "5ft", a body measure, or several of one ("2 fists").
 * A bare number counts in the given unit. Null where it cannot be read.
 */
export function readLength(text: string, body: BodyMeasures, bare: "mm" | "cm" = "mm"): number | null {
  const clean = text.trim().toLowerCase();
  const feetInches = /^(\d+)\s*(?:ft|'|feet|foot)\s*(\d+(?:\.\d+)?)\s*(?:in|"|inches)?$/.exec(clean);
  if (feetInches) return Number(feetInches[1]) * 12 * inch + Number(feetInches[2]) * inch;
  const parts = /^([\d.,/ -]*\d)?\s*([a-z"' ]*)$/.exec(clean);
  if (!parts) return null;
  const count = parts[1] === undefined ? 1 : number(parts[1].trim());
  if (count === null) return null;
  const unit = (parts[2] ?? "").trim();
  if (unit === "") return parts[1] === undefined ? null : count * (bare === "cm" ? 10 : 1);
  if (unit in unitSizes) return parts[1] === undefined ? null : count * unitSizes[unit]!;
  const name = unit.replace(/^(a|an|my) /, "").replace(/^(half a?) /, "half ");
  const half = name.startsWith("half ");
  const word = half ? name.slice(5) : name;
  for (const key of Object.keys(bodyLabels) as (keyof BodyMeasures)[]) {
    if (word === key || word === `${key}s` || word === bodyLabels[key] || word === bodyLabels[key].replace(/^a /, "")) {
      return body[key] * count * (half ? 0.5 : 1);
    }
  }
  return null;
}

/** A thumb is a thumb give or take: one standard deviation of what is told by the body, as a share (assumption). */
const GIVE = 0.12;

/** How well a thickness is known that was told by the body, mm: one standard deviation. */
export const giveOf = (mm: number): number => Math.round(mm * GIVE * 10) / 10;

/** Whether a length was told by the body, and not measured. */
export function toldByBody(text: string, body: BodyMeasures): boolean {
  const twice = Object.fromEntries(Object.entries(body).map(([k, v]) => [k, 2 * Number(v)])) as unknown as BodyMeasures;
  const mm = readLength(text, body);
  return mm !== null && mm !== readLength(text, twice);
}

/** "4 o'clock", "half past 4", "4:15": a bearing in words. */
export function clockWords(hours: number): string {
  const quarter = Math.round((((hours % 12) + 12) % 12) * 4) % 48;
  const hour = Math.floor(quarter / 4) || 12;
  const rest = quarter % 4;
  return rest === 0 ? `${hour} o'clock` : rest === 2 ? `half past ${hour}` : `${hour}:${rest === 1 ? "15" : "45"}`;
}

/** "4:30" for a bearing in hours. */
export function clockShort(hours: number): string {
  const minutes = Math.round((((hours % 12) + 12) % 12) * 60) % 720;
  return `${Math.floor(minutes / 60) || 12}:${String(minutes % 60).padStart(2, "0")}`;
}

/** The seasons of a stem in words. */
export function ageWords(age: number): string {
  return age === 1 ? "grown last season" : `${age} seasons`;
}

/** How old a cane is by its looks, as it is asked with taps; seasons. */
export const ageChoices = [
  { value: 1, text: "1: green, supple" },
  { value: 2, text: "2: darker" },
  { value: 4, text: "3 to 5: grey" },
  { value: 8, text: "older: rough" },
];
