/** The kind of rose that is safest where nobody knows which it is: pruned as it, no rose loses more than it can spare. Pure. */

import data from "./whichRose.json";

export type Flowers = "once" | "again" | "unknown";
export type Tall = "knee" | "hip" | "head";
export type Habit = "stands" | "climbs" | "hangs";

export interface Known {
  flowers: Flowers | null;
  tall: Tall | null;
  habit: Habit | null;
}

export interface Safest {
  kind: string;
  why: string;
}

const asked = ["habit", "flowers", "tall"] as const;

const lines = data.safest as readonly (Safest & Partial<Record<(typeof asked)[number], string>>)[];

/** The first line that fits; null while something that matters is not answered. */
export const safestRose = (known: Known): Safest | null =>
  lines.find((line) => asked.every((of) => line[of] === undefined || line[of] === known[of])) ?? null;
