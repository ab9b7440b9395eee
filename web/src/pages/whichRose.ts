/** The kind of rose that is safest where nobody knows which it is: pruned as it, no rose loses more than it can spare. Pure. */

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

/** Null while something that matters is not answered. Common practice, no source. */
export function safestRose({ flowers, tall, habit }: Known): Safest | null {
  if (habit === "hangs")
    return {
      kind: "rose.weeping-standard",
      why: "Canes that hang from a head on a stem are thinned there, not shortened.",
    };
  if (habit === null || flowers === null) return null;
  if (habit === "climbs")
    return flowers === "once"
      ? {
          kind: "rose.rambler",
          why: "It flowers once, on last year's canes: what has flowered goes after the flowers, not in winter.",
        }
      : {
          kind: "rose.climber",
          why:
            flowers === "again"
              ? "It flowers again: its main canes stay, and their side shoots are shortened."
              : "Its main canes stay and only side shoots are shortened: if it flowers but once, some of one summer's flowers are lost, and no cane.",
        };
  if (flowers !== "again")
    return {
      kind: "rose.once-flowering",
      why:
        flowers === "once"
          ? "It flowers once, on last year's canes: it is pruned after the flowers."
          : "Pruned after its first flowers it loses none of them, and one that flowers again has the summer to grow.",
    };
  if (tall === null) return null;
  return tall === "knee"
    ? { kind: "rose.miniature", why: "Low and flowering again: it is shaped in late winter, whatever its name." }
    : {
        kind: "rose.shrub",
        why: "Cut back by about half, and old canes give way to young ones: other roses that flower again stand that too.",
      };
}
