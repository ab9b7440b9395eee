/** Sentences of the plan in the gardener's own units: written from the numbers that come with them, never by reading the words. Pure. */

import type { components } from "../api/schema";
import { dayWords, length, type Units } from "./measures";
import { weight } from "./weights";

type Measure = components["schemas"]["Measure"];

/** A sentence and the measures that stand in it. */
export interface Spoken {
  text: string;
  measures?: readonly Measure[] | null;
}

/** A sentence with its measures in the units in use and its days in words. */
export function spoken({ text, measures }: Spoken, units: Units): string {
  let [words, from] = ["", 0];
  for (const m of measures ?? []) {
    words += text.slice(from, m.at) + measureWords(m, units);
    from = m.at + m.length;
  }
  return words + text.slice(from);
}

/** A sentence without a part of it: where that begins and how long it is. */
export function without(sentence: Spoken, part: readonly number[] | null | undefined): Spoken {
  const [at, long] = part ?? [];
  if (at === undefined || long === undefined) return sentence;
  return {
    text: sentence.text.slice(0, at) + sentence.text.slice(at + long),
    measures: (sentence.measures ?? [])
      .filter((m) => m.at < at || m.at >= at + long)
      .map((m) => (m.at < at ? m : { ...m, at: m.at - long })),
  };
}

function measureWords(m: Measure, units: Units): string {
  if (m.day != null) return dayWords(m.day);
  const [value, write] = m.mm != null ? [m.mm, length] : [m.g ?? 0, weight];
  const [low, high] = [write(value, units), m.to == null ? null : write(m.to, units)];
  return high === null || high === low ? low : range(low, high);
}

/** "15 to 20 cm", but "28 cm to 1.2 m": the unit is said once where both have it. */
function range(low: string, high: string): string {
  const [lowUnit, highUnit] = [low, high].map((w) => w.slice(w.lastIndexOf(" ")));
  return lowUnit === highUnit ? `${low.slice(0, low.lastIndexOf(" "))} to ${high}` : `${low} to ${high}`;
}
