/** Sentences of the plan in the gardener's own units: written from the numbers that come with them, never by reading the words. Pure. */

import type { components } from "../api/schema";
import { type BodyMeasures, dayWords, defaultBody, length, roundThing, type Units } from "./measures";
import { weight } from "./weights";

type Measure = components["schemas"]["Measure"];

/** A sentence and the measures that stand in it. */
export interface Spoken {
  text: string;
  measures?: readonly Measure[] | null;
}

/** A sentence with its measures in the units in use and its days in words. */
export function spoken({ text, measures }: Spoken, units: Units, body: BodyMeasures = defaultBody): string {
  let [words, from] = ["", 0];
  for (const m of measures ?? []) {
    words += text.slice(from, m.at) + measureWords(m, units, body);
    from = m.at + m.length;
  }
  return words + text.slice(from);
}

/** What else is said at a step; null where nothing is. */
export function moreOf(step: { more?: string | null; moreMeasures?: readonly Measure[] | null }): Spoken | null {
  return step.more ? { text: step.more, measures: step.moreMeasures } : null;
}

function measureWords(m: Measure, units: Units, body: BodyMeasures): string {
  if (m.bend != null) return roundThing(m.bend, body, units);
  if (m.day != null) return dayWords(m.day);
  const [value, write] = m.mm != null ? [m.mm, length] : [m.g ?? 0, weight];
  const high = m.to == null ? null : write(m.to, units);
  // "2 to 6 cm", not "20 mm to 6 cm".
  const low =
    units === "metric" && m.mm != null && high?.endsWith(" cm") && value < 30
      ? `${Number((value / 10).toFixed(1))} cm`
      : write(value, units);
  return high === null || high === low ? low : range(low, high);
}

/** "15 to 20 cm", but "28 cm to 1.2 m": the unit is said once where both have it. */
function range(low: string, high: string): string {
  const [lowUnit, highUnit] = [low, high].map((w) => w.slice(w.lastIndexOf(" ")));
  return lowUnit === highUnit ? `${low.slice(0, low.lastIndexOf(" "))} to ${high}` : `${low} to ${high}`;
}
