import { describe, expect, it } from "vitest";
import { defaultBody } from "./measures";
import { stemId } from "../api/stemId";
import { missingWords, readLine, writeLine } from "./typedLine";
import type { Seen, SurveyStem } from "./types";

const read = (text: string) => readLine(text, defaultBody);

const twoFieldsOf = (text: string) => {
  const { stem, unknown, asked } = read(text);
  return { stem, unknown, asked };
};

describe("a cane in one line", () => {
  it.each<[string, Partial<SurveyStem>]>([
    ["4:30 thumb 2y 1.1m grey", { clock: 4.5, diameter: 20, age: 2, length: 1100, seen: ["bark.grey"] }],
    ["half past 4 14 mm 3 years", { clock: 4.5, diameter: 14, age: 3 }],
    ["12 14.2 1y", { clock: 12, diameter: 14.2, age: 1 }],
    ["7 pencil new soft", { clock: 7, diameter: 7, age: 1, seen: ["soft"] }],
    ["9.5 1/2in 2y 4ft", { clock: 9.5, diameter: 12.7, age: 2, length: 1219 }],
    ["3 2 thumbs 5y dead", { clock: 3, diameter: 40, age: 5, deadFrom: 0 }],
    ["3 thumb 2y dead from 50", { clock: 3, diameter: 20, age: 2, deadFrom: 500 }],
    ["8 thumb 2y canker at 640mm", { clock: 8, diameter: 20, age: 2, seen: [{ what: "canker", at: 640 }] }],
    ["8 thumb 1y sucker smooth", { clock: 8, diameter: 20, age: 1, parent: "rootstock", seen: ["smooth"] }],
    ["2 finger 2y leaning 35", { clock: 2, diameter: 14, age: 2, lean: 35 }],
    ["1 finger 2y scratched brown snaps", { clock: 1, diameter: 14, age: 2, seen: ["scratch.brown", "snap.dry"] }],

    // What was read wrongly before.
    ["9 1.5 cm 3 years old", { clock: 9, diameter: 15, age: 3 }],
    ["9 1,5cm 3 years old", { clock: 9, diameter: 15, age: 3 }],
    ["4.30 thumb 2y", { clock: 4.5, diameter: 20, age: 2 }],

    // The application's own words.
    ["3 o'clock, little finger, grown last season", { clock: 3, diameter: 14, age: 1 }],
    ["3 o\u2019clock, thinner, older", { clock: 3, diameter: 5, age: 8 }],
    ["6 o'clock, thinner than a pencil, 3 to 5 years", { clock: 6, diameter: 5, age: 4 }],
    ["12 o'clock thicker 2 seasons", { clock: 12, diameter: 32, age: 2 }],
    ["2:15 thumb 2y hardly flowers", { clock: 2.25, diameter: 20, age: 2, seen: ["unproductive"] }],

    // Thick, thin, broken, rubbing, crossing, dead at.
    ["9 o'clock 60 mm thick 8 years 80 cm long", { clock: 9, diameter: 60, age: 8, length: 800 }],
    ["9 o'clock length 80 cm thickness 16 2y", { clock: 9, length: 800, diameter: 16, age: 2 }],
    ["5 thumb 2y broken at 40 cm", { clock: 5, diameter: 20, age: 2, seen: [{ what: "wound", at: 400 }] }],
    ["5 thumb 2y thin rubbing C", { clock: 5, diameter: 20, age: 2, seen: ["spindly"], rubs: [stemId("C")] }],
    ["5 thumb 2y crosses C and D2", { clock: 5, diameter: 20, age: 2, rubs: ["C", "D2"].map(stemId) }],
    ["5 thumb 2y dead at two fists", { clock: 5, diameter: 20, age: 2, deadFrom: 200 }],

    // Ranges, fractions in words, decimal commas, dictation.
    ["between 4 and 5 o'clock, 12-15 mm, 2y", { clock: 4.5, diameter: 13.5, age: 2 }],
    ["half past four, two and a half thumbs, three years old", { clock: 4.5, diameter: 50, age: 3 }],
    ["quarter to nine half a thumb two years", { clock: 8.75, diameter: 10, age: 2 }],
    ["ten past six, three quarters of an inch, two seasons", { clock: 6 + 1 / 6, diameter: 19.1, age: 2 }],
    [
      "four thirty, fourteen millimetres, two years, one point one metres",
      { clock: 4.5, diameter: 14, age: 2, length: 1100 },
    ],
    [
      "nine o'clock twelve millimetres one year one hundred and ten centimetres",
      { clock: 9, diameter: 12, age: 1, length: 1100 },
    ],
    ["9 o'clock 9½ mm 2y 5'6\"", { clock: 9, diameter: 9.5, age: 2, length: 1676 }],

    // As people say it.
    ["4:30 1 thumb 2y", { clock: 4.5, diameter: 20, age: 2 }],
    ["9 1 thumb 2y", { clock: 9, diameter: 20, age: 2 }],
    ["4:30 thumb 2y about a metre long", { clock: 4.5, diameter: 20, age: 2, length: 1000 }],
    ["3 o'clock 12mm x 120cm 2y", { clock: 3, diameter: 12, age: 2, length: 1200 }],
    ["left, thumb, 2y", { clock: 9, diameter: 20, age: 2 }],
    ["to the right pencil new", { clock: 3, diameter: 7, age: 1 }],
    ["towards me thumb 3y", { clock: 6, diameter: 20, age: 3 }],

    // The order does not matter.
    ["grey 1.1m 2y thumb 4:30", { clock: 4.5, diameter: 20, age: 2, length: 1100, seen: ["bark.grey"] }],
    ["2 years, 14 mm, 9 o'clock", { clock: 9, diameter: 14, age: 2 }],
    ["14.2 2y 9", { clock: 9, diameter: 14.2, age: 2 }],
    ["1.2 m 14 mm 9:00 2y", { clock: 9, diameter: 14, length: 1200, age: 2 }],
  ])("%s", (text, stem) => {
    const line = twoFieldsOf(text);
    expect(line.stem).toEqual({
      ...stem,
      ...(stem.clock === undefined ? {} : { clock: expect.closeTo(stem.clock, 9) as number }),
    });
    expect([line.unknown, line.asked]).toEqual([[], []]);
  });
});

describe("a line that leaves something open", () => {
  it.each([
    ["9 12 2y", "clock"],
    ["4 30 2y", "clock"],
    ["9 1/2 in 2y", "diameter"],
    ["9 o'clock 1.5 mm 2y", "diameter"],
    ["9 o'clock 70 mm 2y", "diameter"],
    ["9 o'clock 12 mm 15 mm 2y", "diameter"],
    ["9 o'clock thumb 2 or 3 years", "age"],
  ])("asks what %s means and stores nothing of it", (text, field) => {
    const line = read(text);
    expect(line.asked.length).toBe(1);
    expect(line.stem[field as "clock"]).toBeUndefined();
  });

  it.each([
    "4:30 5:30 thumb 2y",
    "9 o'clock thumb 14 mm thick 2y",
    "9 o'clock thumb 2y 3 years",
    "9:00 thumb 2y alive dead",
  ])("says that something is said twice: %s", (text) => expect(read(text).asked.length).toBe(1));

  it.each([
    ["4:30 wibble 2y", ["wibble"], ["diameter"]],
    ["half four thumb 2y", ["half"], []],
    ["9 o'clock thumb old", ["old"], ["age"]],
    ["9 o'clock thumb 2y rubbing", ["rubbing"], []],
    ["9 o'clock thumb 2y dead tip", ["dead", "tip"], []],
    ["4.3 thumb 2y", [], ["clock"]],
  ])("says what it did not understand of %s and what is missing", (text, unknown, missing) => {
    const line = read(text);
    if (unknown.length > 0) expect(line.unknown).toEqual(unknown);
    else expect(line.asked.length).toBe(1);
    expect(line.missing).toEqual(missing);
    expect(missingWords(["diameter"])).toContain("thick");
  });

  it.each(["13:00 thumb 2y", "-3 thumb 2y", "99 thumb 2y", "4:75 thumb 2y"])(
    "does not take %s for a bearing",
    (text) => {
      expect(read(text).missing).toContain("clock");
    },
  );

  it("mends a slip in a word, and says so", () => {
    const line = read("9 o'clock thmub 2 yeras cankre at 40 cm");
    expect(line.stem).toEqual({ clock: 9, diameter: 20, age: 2, seen: [{ what: "canker", at: 400 }] });
    expect(line.corrected).toEqual([
      ["thmub", "thumb"],
      ["yeras", "years"],
      ["cankre", "canker"],
    ]);
  });
});

describe("units do not matter", () => {
  // 1 in = 25.4 mm exactly (international yard and pound agreement, 1959).
  it.each(Array.from({ length: 40 }, (_, seed) => seed + 1))("seed %i", (seed) => {
    const [thick, long] = [(seed % 15) + 2, 16 + seed];
    const cane = (thickness: string, length: string) => read(`7:30 ${thickness} 2y ${length}`);
    const mm = cane(`${(thick / 16) * 25.4}mm`, `${long * 25.4}mm`);
    expect(mm.missing).toEqual([]);
    expect(cane(`${thick}/16in`, `${long}in`)).toEqual(mm);
    expect(cane(`${(thick / 16) * 2.54}cm`, `${long * 2.54}cm`)).toEqual(mm);
    expect(cane(`${(thick / 16) * 25.4} mm`, `${long * 0.0254}m`)).toEqual(mm);
    expect(cane(`${thick / 16} inch`, `${long / 12}ft`)).toEqual(mm);
  });
});

/** Numbers that look random and are the same every time: mulberry32. */
function random(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const signs: Seen[] = [
  ..."bark.green bark.brown bark.grey bark.black scratch.green scratch.brown pith.green pith.brown leafing".split(" "),
  ..."not-leafing snap.dry wound canker borer spotting distorted smooth leaflets-differ mildew below-union".split(" "),
  ..."soft supple stiff forward spindly fruited fruited-twice productive unproductive held".split(" "),
] as Seen[];

/** A cane that a gardener may note. */
function cane(next: () => number): Partial<SurveyStem> {
  const whole = (from: number, to: number) => from + Math.floor(next() * (to - from + 1));
  const some = <T>(part: T): T | undefined => (next() < 0.4 ? part : undefined);
  const minutes = whole(0, 719);
  const stem: Partial<SurveyStem> = {
    clock: minutes / 60 < 1 ? 12 + (minutes / 60 === 0 ? 0 : minutes / 60 - 12) || 12 : minutes / 60,
    diameter: whole(20, 900) / 10,
    age: whole(1, 20),
    length: some(whole(100, 9000)),
    lean: some(whole(1, 120)),
    deadFrom: some(whole(0, 2000)),
    parent: some(["rootstock", "ground", "unknown"][whole(0, 2)]!),
    rubs: some([String.fromCharCode(65 + whole(0, 25)), `B${whole(1, 9)}`].map(stemId)),
    seen: some([signs[whole(0, signs.length - 1)]!, { what: signs[whole(0, signs.length - 1)]!, at: whole(10, 3000) }]),
  };
  return Object.fromEntries(Object.entries(stem).filter(([, v]) => v !== undefined));
}

const settled = (stem: Partial<SurveyStem>) => ({ ...stem, clock: Math.round((stem.clock ?? -1) * 1e6) / 1e6 });

/** Many lines take a while where another program is busy beside it, ms. */
const PATIENCE = 120_000;

describe("what is written out reads back equal", { timeout: PATIENCE }, () => {
  it("for 2,000 canes, their parts in any order", () => {
    for (let seed = 0; seed < 2000; seed++) {
      const next = random(seed);
      const stem = cane(next);
      const parts = writeLine(stem).split(", ");
      const order = parts
        .map((part) => [next(), part] as const)
        .sort(([a], [b]) => a - b)
        .map(([, part]) => part);
      for (const text of [parts.join(", "), order.join(" ")]) {
        const line = read(text);
        expect([text, line.unknown, line.asked]).toEqual([text, [], []]);
        const back = settled(line.stem);
        // Signs stand in the order they were said in.
        const by = (s: Partial<SurveyStem>) => (s.seen ?? []).map((e) => JSON.stringify(e)).sort();
        expect({ ...back, seen: by(back) }).toEqual({ ...settled(stem), seen: by(stem) });
      }
    }
  });
});

const words =
  "thumb thumbs pencil finger little years year seasons season o'clock half past quarter millimetres centimetres metres inches dead from canker rubs leans rootstock thick long three four fourteen two grey".split(
    " ",
  );

/** A word with one letter left out, put in, changed, or changed about with the next; never another word it knows. */
function misspelt(word: string, next: () => number): string {
  const at = Math.floor(next() * word.length);
  const letter = String.fromCharCode(97 + Math.floor(next() * 26));
  const slips = [
    word.slice(0, at) + word.slice(at + 1),
    word.slice(0, at) + letter + word.slice(at),
    word.slice(0, at) + letter + word.slice(at + 1),
    word.slice(0, at) + (word[at + 1] ?? "") + word[at]! + word.slice(at + 2),
  ];
  const slip = slips[Math.floor(next() * slips.length)]!;
  const known = (w: string) => {
    const { unknown, corrected } = read(w);
    return words.includes(w) || (unknown.length === 0 && corrected.length === 0);
  };
  return slip === word || slip.length < 3 || known(slip) ? misspelt(word, next) : slip;
}

const lines = [
  "half past four thumb two years 110 centimetres",
  "9 o'clock 14 millimetres 3 years 1.1 metres long grey",
  "quarter past three little finger 2 seasons dead from 40 centimetres",
  "3 o'clock pencil four years canker at 640 millimetres",
  "12 o'clock fourteen millimetres thick 2 years leans 35 degrees",
  "7:30 three quarters of an inch 2 years from the rootstock",
  "6 o'clock two thumbs 5 years rubs C",
  "between 4 and 5 o'clock 12 to 15 millimetres 2 seasons",
];

describe("no misspelt line stores a wrong number", { timeout: PATIENCE }, () => {
  it("in 1,000 of them", () => {
    let mendedOnes = 0;
    for (let seed = 0; seed < 1000; seed++) {
      const next = random(seed);
      const line = lines[seed % lines.length]!;
      const right = read(line);
      expect([line, right.unknown, right.asked, right.missing]).toEqual([line, [], [], []]);
      const all = line.split(" ");
      const spots = all.map((w, i) => [w, i] as const).filter(([w]) => words.includes(w));
      const [word, at] = spots[Math.floor(next() * spots.length)]!;
      const text = [...all.slice(0, at), misspelt(word, next), ...all.slice(at + 1)].join(" ");
      const got = read(text);
      const told = got.unknown.length > 0 || got.asked.length > 0 || got.missing.length > 0;
      if (!told) {
        // Taken as it stands: then every number is the one that was meant.
        mendedOnes++;
        expect([text, settled(got.stem)]).toEqual([text, settled(right.stem)]);
      }
    }
    expect(mendedOnes).toBeGreaterThan(100);
  });

  it("and any text can be read", () => {
    for (let seed = 0; seed < 2000; seed++) {
      const next = random(seed);
      const bits = [
        "9",
        "1/2",
        "½",
        "cm",
        ",",
        ".",
        ":",
        "'",
        '"',
        "dead",
        "at",
        "from",
        "°",
        "half",
        "\u{1f339}",
        "rubs",
        "-",
        "3",
        "to",
      ];
      const text = Array.from(
        { length: 12 },
        () => bits[Math.floor(next() * bits.length)]! + (next() < 0.5 ? " " : ""),
      ).join("");
      expect(() => read(text)).not.toThrow();
    }
  });
});
