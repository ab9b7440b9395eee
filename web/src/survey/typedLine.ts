/**
 * One cane in one line, as typed, dictated or sent by a calliper: "4:30 thumb 2y 1.1m grey". The grammar (line.peggy) says
 * what was said, in any order; here a cane is made of it. What could mean two things is asked about, never guessed.
 */

import { parse } from "./line.peggy";
import type { BodyMeasures } from "./measures";
import { stemId } from "../api/stemId";
import type { Evidence, Seen, SurveyStem } from "./types";

/** What was said, item by item. Lengths are millimetres, bearings hours, ages seasons. */
export type Said = { text: string } & (
  | { is: "unknown" | "alive" }
  | { is: "clock"; hours: number }
  | { is: "length"; mm: number; of: "diameter" | "length" | null }
  | { is: "size"; size: "thinner" | "thicker" }
  | { is: "body"; body: keyof BodyMeasures; count: number; of: "diameter" | "length" | null }
  | { is: "bare"; number: number; figures: string }
  | { is: "age"; from: number; to: number }
  | { is: "lean"; degrees: number }
  | { is: "dead"; at: Place }
  | { is: "rubs"; stems: string[] }
  | { is: "parent"; parent: "rootstock" | "ground" | "unknown" }
  | { is: "seen"; what: Seen; at: Place | null }
);

type Place = number | { body: keyof BodyMeasures; count: number };

export interface TypedLine {
  stem: Partial<SurveyStem>;
  /** Its thickness was told by the body, and not measured. */
  rough: boolean;
  /** Words that were not understood, as typed. */
  unknown: string[];
  /** What could mean two things, or was said twice, in words; nothing of it is in the stem. */
  asked: string[];
  /** Words with a slip in them, and what they were read as. */
  corrected: [typed: string, read: string][];
  /** What is still needed. */
  missing: ("clock" | "diameter" | "age")[];
}

/** A thickness above this, or a length below, is asked about unless it was said what it is, mm. */
const SURELY_THICK = 40;
const SURELY_LONG = 100;

/** No cane is thicker or longer, mm. */
const THICKEST = 300;
/** Thinner is asked about, mm. */
const THINNEST = 2;
const LONGEST = 15_000;

/** Words of which a slip of one letter is mended. None is a number, a unit of two letters, or would take a cane out. */
const mended = [
  ..."pencil pencils finger fingers thumb thumbs secateurs years season seasons older young".split(" "),
  ..."green brown black supple stiff wound wounded broken canker borer spotting spots distorted smooth".split(" "),
  ..."mildew spindly unproductive productive sucker rootstock scratched rubbing crossing leaning".split(" "),
];

/** Reads a line. */
export function readLine(text: string, body: BodyMeasures): TypedLine {
  const clean = text
    .normalize("NFC")
    .replace(/[\u2019\u2032]/g, "'")
    .replace(/[\u201c\u201d\u2033]/g, '"');
  const plain = halves(clean).replace(/\u00a0/g, " ");
  let items = parse(plain) as Said[];
  const corrected: TypedLine["corrected"] = [];
  for (const item of items) {
    const word = item.is === "unknown" ? near(item.text) : null;
    if (word) corrected.push([item.text, word]);
  }
  if (corrected.length > 0) {
    const words = new Map(corrected);
    items = parse(plain.replace(/[^\s,;]+/g, (w) => words.get(w.replace(/\.+$/, "")) ?? w)) as Said[];
  }
  return { ...caneOf(items, body), corrected };
}

/** ½, ¼ and ¾ as figures, apart from a whole number before them. */
const halves = (text: string): string =>
  text.replace(/(\d?)([½¼¾])/g, (_, whole: string, part: string) => {
    const figures = { "½": "1/2", "¼": "1/4", "¾": "3/4" }[part]!;
    return whole ? `${whole} ${figures}` : figures;
  });

/** The one word that differs from a typed one by a letter left out, put in, changed, or two changed about. */
function near(typed: string): string | null {
  const word = typed.toLowerCase();
  if (word.length < 4 || !/^[a-z]+$/.test(word)) return null;
  const found = mended.filter((m) => slip(word, m));
  return found.length === 1 ? found[0]! : null;
}

function slip(a: string, b: string): boolean {
  if (Math.abs(a.length - b.length) > 1) return false;
  let i = 0;
  while (i < a.length && a[i] === b[i]) i++;
  const rest = (s: string, n: number) => s.slice(i + n);
  return (
    rest(a, 1) === rest(b, 1) ||
    rest(a, 1) === rest(b, 0) ||
    rest(a, 0) === rest(b, 1) ||
    (a[i] === b[i + 1] && a[i + 1] === b[i] && rest(a, 2) === rest(b, 2))
  );
}

type Field = "clock" | "diameter" | "length" | "age" | "lean" | "deadFrom" | "parent";

/** What was read of a line so far, and what is left to be sorted when all of it was read. */
class Reading {
  readonly stem: Partial<SurveyStem> = {};
  readonly unknown: string[] = [];
  readonly asked: string[] = [];
  readonly lengths: { mm: number; text: string }[] = [];
  readonly bare: { number: number; figures: string; text: string }[] = [];
  rough = false;
  alive = false;
  constructor(private readonly body: BodyMeasures) {}
  set = (field: Field, value: number | string, text: string) => {
    const had = this.stem[field];
    if (had === undefined) Object.assign(this.stem, { [field]: value });
    else if (had !== value) this.asked.push(`${names[field]} is said twice: ${text}`);
  };
  size = (field: "diameter" | "length", mm: number, text: string) => {
    const most = field === "diameter" ? THICKEST : LONGEST;
    // A cane of a millimetre or two is one that was meant in centimetres.
    if (field === "diameter" && mm > 0 && mm < THINNEST && /[a-z]/i.test(text))
      this.asked.push(`${text}: that is hardly a cane; in cm?`);
    else if (mm > 0 && mm <= most) this.set(field, field === "diameter" ? tenths(mm) : Math.round(mm + 1e-6), text);
    else this.asked.push(`${text}: no cane is so ${field === "diameter" ? "thick" : "long"}`);
  };
  private mmOf = (p: Place) => (typeof p === "number" ? p : this.body[p.body] * p.count);
  private age(item: { from: number; to: number; text: string }) {
    const age = (item.from + item.to) / 2;
    if (Number.isInteger(age) && age >= 1 && age <= 99 && item.from <= item.to) this.set("age", age, item.text);
    else this.asked.push(`${item.text}: say one number of seasons`);
  }
  private bodied(item: Extract<Said, { is: "body" }>) {
    const of = item.of ?? (["pencil", "finger", "thumb"].includes(item.body) ? "diameter" : "length");
    this.rough ||= of === "diameter";
    this.size(of, this.body[item.body] * item.count, item.text);
  }
  private sized(item: Extract<Said, { is: "size" }>) {
    this.rough = true;
    const mm = item.size === "thinner" ? this.body.pencil * 0.7 : this.body.thumb * 1.6;
    this.size("diameter", Math.round(mm), item.text);
  }
  private measured(item: Extract<Said, { is: "length" }>) {
    if (item.of) this.size(item.of, item.mm, item.text);
    else this.lengths.push({ mm: item.mm, text: item.text });
  }
  /** Takes one thing that was said. */
  take(item: Said) {
    const { text } = item;
    switch (item.is) {
      case "unknown":
        return void this.unknown.push(text);
      case "alive":
        return void (this.alive = true);
      case "clock":
        return this.set("clock", wrapped(item.hours), text);
      case "size":
        return this.sized(item);
      case "body":
        return this.bodied(item);
      case "length":
        return this.measured(item);
      case "bare":
        return void this.bare.push(item);
      case "age":
        return this.age(item);
      case "lean":
        return this.set("lean", item.degrees, text);
      case "dead":
        return this.set("deadFrom", Math.round(this.mmOf(item.at) + 1e-6), text);
      case "parent":
        return this.set("parent", item.parent, text);
      case "rubs":
        return void (this.stem.rubs = [...new Set([...(this.stem.rubs ?? []), ...item.stems.map(stemId)])]);
      case "seen":
        return add(this.stem, item.what, item.at === null ? undefined : Math.round(this.mmOf(item.at) + 1e-6));
    }
  }
}

function caneOf(items: Said[], body: BodyMeasures): Omit<TypedLine, "corrected"> {
  const read = new Reading(body);
  items.forEach((item) => read.take(item));
  const { stem, asked, lengths } = read;
  sortBare(withoutOne(read.bare, items, stem), stem, read.set, read.size, asked);
  // "9 1/2 in" is nine and a half inches, or nine o'clock and half an inch.
  const joined = stem.clock === undefined ? lengths.filter((l) => /^([1-9]|1[0-2])\s+\d+\/\d/.test(l.text)) : [];
  for (const l of joined) asked.push(`${l.text}: write the bearing as ${l.text.split(/\s/)[0]}:00, or say o'clock`);
  sortLengths(
    lengths.filter((l) => !joined.includes(l)),
    stem,
    read.size,
    asked,
  );
  if (read.alive && stem.deadFrom === 0) {
    delete stem.deadFrom;
    asked.push("alive and dead: which of the two?");
  }
  const missing = (["clock", "diameter", "age"] as const).filter((f) => stem[f] === undefined);
  return { stem, rough: read.rough, unknown: read.unknown, asked, missing };
}

/**
 * "1 thumb" is one o'clock and a thumb thick, unless the bearing was said besides: then it is one thumb.
 */
function withoutOne<B extends { text: string; figures: string; number: number }>(
  bare: B[],
  items: readonly Said[],
  stem: Partial<SurveyStem>,
): B[] {
  const one = items.find((item, i) => {
    const next = items[i + 1];
    return item.is === "bare" && item.number === 1 && next?.is === "body" && next.count === 1;
  });
  const other = stem.clock !== undefined || bare.some((b) => b !== (one as unknown) && isBearing(b));
  return one && other ? bare.filter((b) => b !== (one as unknown)) : bare;
}

/** Lengths of which nobody said what they are: the smaller of two is the thickness; of one it has to be plain. */
function sortLengths(
  lengths: { mm: number; text: string }[],
  stem: Partial<SurveyStem>,
  size: (field: "diameter" | "length", mm: number, text: string) => void,
  asked: string[],
) {
  const [a, b] = [...lengths].sort((x, y) => x.mm - y.mm);
  if (lengths.length > 2) asked.push(`${lengths.map((l) => l.text).join(", ")}: which is which?`);
  else if (a && b) {
    if (a.mm <= SURELY_THICK && b.mm >= SURELY_LONG && stem.diameter === undefined && stem.length === undefined) {
      size("diameter", a.mm, a.text);
      size("length", b.mm, b.text);
    } else asked.push(`${a.text} and ${b.text}: say which is thick and which is long`);
  } else if (a) {
    const other = stem.diameter !== undefined ? "length" : stem.length !== undefined ? "diameter" : null;
    if (a.mm <= SURELY_THICK && other !== "length") size("diameter", a.mm, a.text);
    else if (a.mm >= SURELY_LONG && other !== "diameter") size("length", a.mm, a.text);
    else if (a.mm > SURELY_THICK && a.mm < SURELY_LONG && other) size(other, a.mm, a.text);
    else asked.push(`${a.text}: thick or long?`);
  }
}

/** Numbers without a word: the bearing, and what a calliper sends, where only one of them can be which. */
function sortBare(
  bare: { number: number; figures: string; text: string }[],
  stem: Partial<SurveyStem>,
  set: (field: Field, value: number, text: string) => void,
  size: (field: "diameter" | "length", mm: number, text: string) => void,
  asked: string[],
) {
  const all = bare.map((b) => b.text).join(" and ");
  const bearings = stem.clock === undefined ? bare.filter((b) => isBearing(b)) : [];
  const rest = bare.filter((b) => !bearings.includes(b));
  // "4 30" is half past four, or four o'clock and 30 mm.
  const time = bare.length === 2 && bearings[0] === bare[0] && /^(00|15|30|45)$/.test(bare[1]!.figures);
  if (time || bearings.length > 1 || rest.length > 1 || (rest.length === 1 && stem.diameter !== undefined)) {
    asked.push(`${all}: say o'clock, mm or years`);
    return;
  }
  if (bearings.length === 1 && rest.length === 0 && bare.length === 1 && stem.diameter === undefined) {
    // It may be either; what comes first in a line is the bearing, as the page asks for it.
    set("clock", wrapped(bearings[0]!.number), bearings[0]!.text);
    return;
  }
  for (const b of bearings) set("clock", wrapped(b.number), b.text);
  for (const b of rest) size("diameter", b.number, b.text);
}

/** A whole or a half hour; a measured number has its own decimals. */
const isBearing = (b: { number: number; figures: string }): boolean =>
  b.number >= 1 &&
  b.number < 13 &&
  (/^\d+$/.test(b.figures) || /^\d+[.,]5$/.test(b.figures) || /^[a-z ]+$/i.test(b.figures));

const names: Record<Field, string> = {
  clock: "where it leans",
  diameter: "how thick it is",
  length: "how long it is",
  age: "how old it is",
  lean: "how far it leans",
  deadFrom: "from where it is dead",
  parent: "where it comes from",
};

const tenths = (mm: number) => Math.round(mm * 10 + 1e-6) / 10;

function wrapped(hours: number): number {
  const h = ((hours % 12) + 12) % 12;
  return h === 0 ? 12 : h;
}

function add(stem: Partial<SurveyStem>, what: Seen, at?: number) {
  const entry: Evidence = at === undefined ? what : { what, at };
  stem.seen = [...(stem.seen ?? []), entry];
}

/** What a line comes to, in a sentence, for the gardener to check while typing. */
export function missingWords(missing: TypedLine["missing"]): string {
  const needed = { clock: "where it leans (4:30)", diameter: "how thick (thumb, 14 mm)", age: "how old (2y)" };
  return missing.map((m) => needed[m]).join(", ");
}

const signs: Partial<Record<Seen, string>> = {
  "bark.grey": "grey",
  "bark.green": "green",
  "bark.brown": "brown",
  "bark.black": "black",
  "scratch.green": "scratch green",
  "scratch.brown": "scratch brown",
  "pith.green": "green pith",
  "pith.brown": "brown pith",
  "below-union": "below the union",
  "leaflets-differ": "other leaves",
  "not-leafing": "bare",
  "snap.dry": "snaps dry",
  "fruited-twice": "fruited twice",
};

/** A sign in the words of the typed line. */
export const signWords = (what: Seen): string => signs[what] ?? what;

/** A cane as a line that reads back equal. */
export function writeLine(stem: Partial<SurveyStem>): string {
  const minutes = stem.clock === undefined ? 0 : Math.round((stem.clock % 12) * 60);
  const hour = Math.floor(minutes / 60) || 12;
  const exact = Math.abs(((stem.clock ?? 0) % 12) - minutes / 60) < 1e-9;
  return [
    stem.clock !== undefined && (exact ? `${hour}:${String(minutes % 60).padStart(2, "0")}` : `${stem.clock} o'clock`),
    stem.diameter !== undefined && `${stem.diameter} mm thick`,
    stem.age !== undefined && `${stem.age} years`,
    stem.length != null && `${stem.length} mm long`,
    stem.lean != null && `leans ${stem.lean}°`,
    stem.parent === "rootstock" && "from the rootstock",
    stem.parent === "ground" && "from the ground",
    stem.parent === "unknown" && "from somewhere",
    stem.deadFrom != null && (stem.deadFrom === 0 ? "dead" : `dead from ${stem.deadFrom} mm`),
    ...(stem.seen ?? []).map((e) => {
      const [what, at] = typeof e === "string" ? [e, undefined] : [e.what, e.at];
      return signWords(what) + (at == null ? "" : ` at ${at} mm`);
    }),
    (stem.rubs?.length ?? 0) > 0 && `rubs ${stem.rubs!.join(" and ")}`,
  ]
    .filter(Boolean)
    .join(", ");
}
