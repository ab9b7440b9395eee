/** The weather as a picture: where its bars stand. Pure. */

export interface WeatherIn {
  day: string;
  low: number | null | undefined;
  high: number | null | undefined;
  rain: number | null | undefined;
  /** One standard deviation, °C; 0 for what was measured. */
  spread: number;
  /** How likely rain is, 0 to 1. */
  chance?: number;
}

export interface WeatherLine {
  width: number;
  height: number;
  step: number;
  /** Heights of whole degrees. */
  marks: { y: number; text: string }[];
  days: {
    day: string;
    x: number;
    low: number | null;
    high: number | null;
    /** Height of its bar of rain. */
    rain: number;
    frost: boolean;
    sure: boolean;
    label: string;
  }[];
  says: string;
}

const STEP = 30,
  HEIGHT = 240,
  TOP = 12,
  FOOT = 70,
  GUTTER = 38,
  MM = 2.2,
  CHANCE = 18;

const isNumber = (v: number | null | undefined): v is number => typeof v === "number" && Number.isFinite(v);

/** Places of the bars; what is to come is as wide as it is unsure. */
export function warmthLine(known: readonly WeatherIn[], outlook: readonly WeatherIn[]): WeatherLine {
  const all = [...known, ...outlook];
  const values = all.flatMap((d) => [
    ...(isNumber(d.low) ? [d.low - d.spread] : []),
    ...(isNumber(d.high) ? [d.high + d.spread] : []),
  ]);
  const [least, most] = [Math.min(0, ...values), Math.max(10, ...values)];
  const y = (degrees: number) => TOP + ((most - degrees) / (most - least)) * (HEIGHT - TOP - FOOT);
  const marks = [];
  for (let at = Math.ceil(least / 10) * 10; at <= most; at += 10) marks.push({ y: y(at), text: `${at}°` });
  const frosty = known.filter((d) => isNumber(d.low) && d.low <= 0).length;
  const likely = outlook.filter((d) => (d.chance ?? 0) > 0.5).length;
  return {
    width: GUTTER + Math.max(1, all.length) * STEP,
    height: HEIGHT,
    step: STEP,
    marks,
    days: all.map((d, i) => ({
      day: d.day,
      x: GUTTER + i * STEP,
      low: isNumber(d.low) ? y(d.low - d.spread) : null,
      high: isNumber(d.high) ? y(d.high + d.spread) : null,
      rain: isNumber(d.rain) ? Math.min(40, d.rain * MM) : (d.chance ?? 0) * CHANCE,
      frost: isNumber(d.low) && d.low <= 0,
      sure: i < known.length,
      label: i % 3 === 0 ? String(Number(d.day.slice(8))) : "",
    })),
    says:
      `${frosty === 0 ? "No frost" : `${frosty} ${frosty === 1 ? "night" : "nights"} of frost`} in the last ${known.length} days` +
      (outlook.length > 0
        ? `; in the next ${outlook.length} rain is likely on ${likely === 0 ? "none" : likely}.`
        : "; nothing is known of the days to come."),
  };
}
