/** Where a garden is; days as month and day. */
interface Place {
  hemisphere: "north" | "south";
  lastFrost: string;
  firstFrost: string;
  latitude?: number | null;
}

/** The same day half a year on: "04-15" is "10-15". */
export function halfAYearOn(day: string): string {
  const [month, date] = day.split("-").map(Number) as [number, number];
  const other = ((month + 5) % 12) + 1;
  // In a common year: no frost falls on a day that is not in every year.
  const last = new Date(Date.UTC(2001, other, 0)).getUTCDate();
  return `${String(other).padStart(2, "0")}-${String(Math.min(date, last)).padStart(2, "0")}`;
}

/** The place on the other half of the world: its frosts come half a year on; on the same half it is as it was. */
export const onHalf = <P extends Place>(place: P, hemisphere: Place["hemisphere"]): P =>
  hemisphere === place.hemisphere
    ? place
    : {
        ...place,
        hemisphere,
        lastFrost: halfAYearOn(place.lastFrost),
        firstFrost: halfAYearOn(place.firstFrost),
        ...(place.latitude != null && { latitude: -place.latitude }),
      };
