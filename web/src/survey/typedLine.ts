/** One cane in one line, as typed, dictated or sent by a calliper: "4:30 thumb 2y 1.1m grey". */

import { type BodyMeasures, number, readLength } from "./measures";
import type { Evidence, Seen, SurveyStem } from "./types";

export interface TypedLine {
  stem: Partial<SurveyStem>;
  /** Words that were not understood, as typed. */
  unknown: string[];
  /** What is still needed. */
  missing: ("clock" | "diameter" | "age")[];
}

const evidence: Record<string, Seen> = {
  grey: "bark.grey",
  gray: "bark.grey",
  green: "bark.green",
  brown: "bark.brown",
  black: "bark.black",
  soft: "soft",
  supple: "supple",
  stiff: "stiff",
  wound: "wound",
  split: "wound",
  canker: "canker",
  borer: "borer",
  spots: "spotting",
  spotting: "spotting",
  distorted: "distorted",
  smooth: "smooth",
  mildew: "mildew",
  spindly: "spindly",
  leafing: "leafing",
  bare: "not-leafing",
  unproductive: "unproductive",
  productive: "productive",
  snaps: "snap.dry",
  forward: "forward",
};

const phrases: [RegExp, (stem: Partial<SurveyStem>) => void][] = [
  [/\bscratch(?:es|ed)? green\b/, (s) => add(s, "scratch.green")],
  [/\bscratch(?:es|ed)? brown\b/, (s) => add(s, "scratch.brown")],
  [/\bgreen pith\b|\bpith green\b/, (s) => add(s, "pith.green")],
  [/\bbrown pith\b|\bpith brown\b/, (s) => add(s, "pith.brown")],
  [/\bbelow (?:the )?union\b/, (s) => add(s, "below-union")],
  [/\b(?:other|different) leaves\b|\bleaves differ\b/, (s) => add(s, "leaflets-differ")],
  [/\bfrom (?:the )?(?:root|roots|rootstock)\b|\bsucker\b/, (s) => void (s.parent = "rootstock")],
  [/\bfrom (?:the )?ground\b/, (s) => void (s.parent = "ground")],
  [/\bfrom (?:\?|unknown|somewhere)/, (s) => void (s.parent = "unknown")],
];

function add(stem: Partial<SurveyStem>, what: Seen, at?: number) {
  const entry: Evidence = at === undefined ? what : { what, at };
  stem.seen = [...(stem.seen ?? []), entry];
}

function readClock(word: string): number | null {
  const time = /^(\d{1,2}):([0-5]\d)$/.exec(word);
  const hours = time
    ? Number(time[1]) + Number(time[2]) / 60
    : /^\d{1,2}(?:[.,]\d+)?(?:h|o'?clock)?$/.test(word)
      ? Number(word.replace(",", ".").replace(/h|o'?clock/, ""))
      : NaN;
  if (!(hours >= 0 && hours < 13)) return null;
  const wrapped = hours % 12;
  return wrapped === 0 ? 12 : wrapped;
}

/** Reads a line. The first number that can be a bearing is the bearing; then thickness, age and length in any order. */
export function readLine(text: string, body: BodyMeasures): TypedLine {
  const stem: Partial<SurveyStem> = {};
  const unknown: string[] = [];
  let rest = ` ${text.toLowerCase().trim()} `;
  for (const [pattern, apply] of phrases) {
    if (pattern.test(rest)) {
      apply(stem);
      rest = rest.replace(pattern, " ");
    }
  }
  rest = rest.replace(/\bhalf past (\d{1,2})\b/, (_, h: string) => ` ${h}:30 `);
  rest = rest.replace(/\bdead(?: from)? (\d+(?:[.,]\d+)?)\s*(mm|cm|m)?\b/, (_, n: string, u?: string) => {
    stem.deadFrom = readLength(`${n}${u ?? "cm"}`, body) ?? 0;
    return " ";
  });
  rest = rest.replace(
    /\b(canker|borer|wound|split) at (\d+(?:[.,]\d+)?)\s*(mm|cm|m)?\b/g,
    (_, w: string, n: string, u?: string) => {
      add(stem, evidence[w]!, readLength(`${n}${u ?? "cm"}`, body) ?? undefined);
      return " ";
    },
  );
  rest = rest.replace(/\blean(?:s|ing)? (\d+)\s*°?/, (_, n: string) => {
    stem.lean = Math.min(180, Number(n));
    return " ";
  });
  // A number and its unit may be typed apart.
  rest = rest.replace(
    /(\d)\s+(mm|cm|m|millimetres?|centimetres?|metres?|in|inch|inches|ft|foot|feet|y|yr|yrs|years?|seasons?|fists|hands|thumbs|pencils|fingers)\b/g,
    "$1$2",
  );
  for (const word of rest.split(/[\s,;]+/).filter(Boolean)) {
    if (!take(word, stem, body)) unknown.push(word);
  }
  if (stem.deadFrom == null && /\bdead\b/.test(rest)) {
    stem.deadFrom = 0;
    unknown.splice(unknown.indexOf("dead"), unknown.includes("dead") ? 1 : 0);
  }
  const missing = (["clock", "diameter", "age"] as const).filter((f) => stem[f] === undefined);
  return { stem, unknown, missing };
}

function take(word: string, stem: Partial<SurveyStem>, body: BodyMeasures): boolean {
  if (word in evidence) {
    add(stem, evidence[word]!);
    return true;
  }
  const age = /^(\d{1,2})(?:y|yr|yrs|year|years|s|season|seasons)$/.exec(word);
  if (age || word === "new" || word === "old") {
    stem.age = age ? Math.max(1, Number(age[1])) : word === "new" ? 1 : 5;
    return true;
  }
  if (/^\d{1,3}°$/.test(word)) {
    stem.lean = Number(word.slice(0, -1));
    return true;
  }
  if (stem.clock === undefined) {
    const clock = readClock(word);
    if (clock !== null) {
      stem.clock = clock;
      return true;
    }
  }
  // A bare number after the bearing is what a calliper sends: millimetres of thickness.
  const mm = readLength(word, body);
  if (mm === null || mm <= 0) return false;
  const bare = number(word) !== null;
  if (stem.diameter === undefined && (bare || mm <= 80)) {
    if (mm > 300) return false;
    // A little up first: a tie must not fall differently in another unit.
    stem.diameter = Math.round(mm * 10 + 1e-6) / 10;
    return true;
  }
  if (stem.length === undefined && mm >= 30 && mm <= 15000) {
    stem.length = Math.round(mm + 1e-6);
    return true;
  }
  return false;
}

/** What a line comes to, in a sentence, for the gardener to check while typing. */
export function missingWords(missing: TypedLine["missing"]): string {
  const names = { clock: "where it leans (4:30)", diameter: "how thick (thumb, 14 mm)", age: "how old (2y)" };
  return missing.map((m) => names[m]).join(", ");
}
