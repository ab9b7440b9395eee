import { type Schemas } from "../api/client";
import { useMeasures } from "../app/settings";

export type School = Schemas["RuleSchool"];

export type Value = Schemas["RuleValue"];

/** Units that are counted. */
const singular: Record<string, string> = { canes: "cane", buds: "bud" };

export function useWords() {
  const { long } = useMeasures();
  return (v: { number?: number | null; word?: string | null }, of: Value): string => {
    if (v.word != null) return wordsFor(v.word);
    if (v.number == null) return "no limit";
    const n = Number(v.number);
    if (of.flag) return n > 0 ? "yes" : "no";
    if (of.unit === "mm") return long(n);
    if (of.unit === "share") return `${Math.round(n * 100)} %`;
    if (of.unit === "°") return n === 0 ? "square" : `${n}°`;
    return of.unit ? `${n} ${(n === 1 && singular[of.unit]) || of.unit}` : `${n}`;
  };
}

/** What a number may be: "0 to 200 canes"; empty for words. */
export function useRange() {
  const { long } = useMeasures();
  return (v: Value): string => {
    if (v.min == null || v.max == null || v.flag) return "";
    const [min, max] = [Number(v.min), Number(v.max)];
    if (v.unit === "mm") return `${min === 0 ? "0" : long(min)} to ${long(max)}`;
    if (v.unit === "share") return `${Math.round(min * 100)} to ${Math.round(max * 100)} %`;
    return v.unit === "°" ? `${min} to ${max}°` : `${min} to ${max} ${v.unit}`.trim();
  };
}

const wordNames: Record<string, string> = {
  outward: "facing out",
  any: "any node",
  "up-and-out": "up and out",
  open: "kept open",
  "may-stay": "a cane may stay that crosses nothing",
  bud: "each above its bud",
  shears: "all at once with shears",
};

export function wordsFor(word: string): string {
  return wordNames[word] ?? word;
}
