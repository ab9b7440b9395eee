/** Weights in the gardener's units. Everything inside is grams. */

import { number, type Units } from "./measures";

const pound = 453.59237;
const sizes: Record<string, number> = {
  g: 1,
  gram: 1,
  grams: 1,
  kg: 1000,
  kilo: 1000,
  kilos: 1000,
  lb: pound,
  lbs: pound,
  pound: pound,
  pounds: pound,
  oz: pound / 16,
  ounce: pound / 16,
  ounces: pound / 16,
};

/** "760 g", "1.2 kg"; "2.6 lb", "9 oz". */
export function weight(grams: number, units: Units): string {
  const short = (n: number, digits: number) => String(Number(n.toFixed(digits)));
  if (units === "metric") return grams < 1000 ? `${short(grams, 0)} g` : `${short(grams / 1000, 2)} kg`;
  return grams < pound ? `${short((grams / pound) * 16, 1)} oz` : `${short(grams / pound, 2)} lb`;
}

/** Reads "760", "1.2 kg", "2.6 lb"; a bare number is grams, or pounds where those are in use. Null where it cannot be read. */
export function readWeight(text: string, units: Units): number | null {
  const parts = /^(-?[\d.,/ ]*\d)\s*([a-z]*)$/.exec(text.trim().toLowerCase());
  if (!parts) return null;
  const negative = parts[1]!.startsWith("-");
  const count = number(parts[1]!.replace("-", "").trim());
  const size = parts[2] === "" ? (units === "metric" ? 1 : pound) : sizes[parts[2]!];
  return count === null || size === undefined ? null : (negative ? -1 : 1) * count * size;
}
