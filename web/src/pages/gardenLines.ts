import type { Schemas } from "../api/client";

/** The lines a garden's list is drawn in: a heading for each place, then its cards side by side. Pure. */

type Summary = Schemas["PlantSummary"];

const leastCard = 340;

export type GardenLine =
  { key: string; place: string; plants?: undefined } | { key: string; place?: undefined; plants: Summary[] };

/** Cards that fit side by side; at least one. Both in CSS pixels. */
export function columnsIn(width: number, gap: number): number {
  return Math.max(1, Math.floor((width + gap) / (leastCard + gap)));
}

/** The lines for plants that are in order of their places. The plant whose form is open has a line of its own. */
export function linesOf(plants: readonly Summary[], columns: number, open: string | null): GardenLine[] {
  const lines: GardenLine[] = [];
  let place: string | undefined;
  let row: Summary[] = [];
  const close = () => {
    if (row.length > 0) lines.push({ key: row[0]!.plant.id, plants: row });
    row = [];
  };
  for (const p of plants) {
    if (p.plant.place !== place) {
      close();
      place = p.plant.place;
      lines.push({ key: `place ${place}`, place });
    }
    if (p.plant.id === open || row.length === columns) close();
    row.push(p);
    if (p.plant.id === open) close();
  }
  close();
  return lines;
}
