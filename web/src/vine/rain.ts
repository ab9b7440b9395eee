/** Rain as a gardener notes it: a day is dry, wet, or nobody knows. Pure. */

export type Sky = "unknown" | "dry" | "rain";

type Days = { date: string; mm: number }[];

/** Rain of a day that is only said to be wet, mm. */
const wet = 5;

/** A day so many days after another. */
export function dayAfter(date: string, days: number): string {
  return new Date(Date.parse(`${date}T12:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}

/** What is known of a day. */
export function skyOf(rain: Days | null | undefined, date: string): Sky {
  const day = (rain ?? []).filter((r) => r.date === date);
  return day.length === 0 ? "unknown" : day.some((r) => r.mm >= 1) ? "rain" : "dry";
}

/** Notes a day; an unknown one is not kept. */
export function noteSky(rain: Days | null | undefined, date: string, sky: Sky): Days {
  const others = (rain ?? []).filter((r) => r.date !== date);
  const next = sky === "unknown" ? others : [...others, { date, mm: sky === "rain" ? wet : 0 }];
  return next.sort((a, b) => (a.date < b.date ? -1 : 1));
}

/** The next thing a tap says of a day. */
export function turn(sky: Sky): Sky {
  return sky === "unknown" ? "dry" : sky === "dry" ? "rain" : "unknown";
}
