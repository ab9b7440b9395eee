import { isoOf } from "../survey/measures";

/** Noon, so that no change of the clock makes it another day. */
const noon = (iso: string) => new Date(`${iso.slice(0, 10)}T12:00:00`);

/**
 * A day so many days and months on; a month that has no such day gives its last.
 *
 * @param iso the day to go from
 */
export function moved(iso: string, days: number, months = 0): string {
  const at = noon(iso);
  if (months !== 0) {
    const day = at.getDate();
    at.setDate(1);
    at.setMonth(at.getMonth() + months);
    at.setDate(Math.min(day, new Date(at.getFullYear(), at.getMonth() + 1, 0, 12).getDate()));
  }
  at.setDate(at.getDate() + days);
  return isoOf(at);
}

/** "February 2027" of "2027-02". */
export const monthWords = (month: string): string =>
  noon(`${month}-15`).toLocaleDateString("en-GB", { month: "long", year: "numeric" });

/** The days of a month in weeks that begin on Monday; null where the week has a day of another month. */
export function daysOfMonth(month: string): (string | null)[][] {
  const first = noon(`${month}-01`);
  const many = new Date(first.getFullYear(), first.getMonth() + 1, 0, 12).getDate();
  const before = (first.getDay() + 6) % 7;
  const cells = [
    ...Array.from({ length: before }, () => null),
    ...Array.from({ length: many }, (_, i) => `${month}-${String(i + 1).padStart(2, "0")}`),
  ];
  return Array.from({ length: Math.ceil(cells.length / 7) }, (_, w) =>
    Array.from({ length: 7 }, (_, d) => cells[w * 7 + d] ?? null),
  );
}
