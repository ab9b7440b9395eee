/** What a school does with a plant, as a small drawing: what stays, what goes, what it is tied to. */

type Part = [path: string, width?: number];

interface Picture {
  /** What stays. */
  stays?: Part[];
  /** Old wood that stays. */
  old?: Part[];
  /** What goes or is cut off. */
  goes?: Part[];
  /** Posts, wires, and the line of the shears. */
  on?: Part[];
  fruit?: [x: number, y: number][];
}

const pictures: Record<string, Picture> = {
  "open-bowl": {
    stays: [["M40 50L24 34M40 50L33 30M40 50L47 30M40 50L56 34"]],
    goes: [["M24 34L12 18M33 30L26 10M47 30L54 10M56 34L68 18M40 48V12"]],
  },
  hard: {
    stays: [["M40 50L29 42M40 50L35 40M40 50V39M40 50L45 40M40 50L51 42"]],
    goes: [["M29 42L12 22M35 40L26 8M40 39V6M45 40L54 8M51 42L68 22"]],
  },
  "moderate-half": {
    stays: [["M40 50L24 32M40 50L31 29M40 50L38 28M40 50L44 28M40 50L50 29M40 50L57 32"]],
    goes: [["M24 32L10 14M31 29L23 9M38 28L36 7M44 28L48 7M50 29L59 10M57 32L71 15"]],
  },
  "light-hand": {
    stays: [["M40 50L12 18M40 50L24 10M40 50L36 7M40 50L56 10M40 50L70 20"]],
    goes: [["M40 50L47 8"]],
  },
  "rough-shear": {
    stays: [["M40 50L18 27M40 50L26 27M40 50L33 27M40 50L40 27M40 50L47 27M40 50L54 27M40 50L62 27"]],
    goes: [["M18 27L8 17M26 27L18 10M33 27L30 8M40 27V6M47 27L51 8M54 27L63 11M62 27L72 17"]],
    on: [["M6 27H74", 2]],
  },
  "renewal-by-age": {
    stays: [["M40 50L16 14M40 50L30 8M40 50L66 16"]],
    goes: [["M40 50L52 12", 7]],
  },
  restart: {
    stays: [["M40 50L30 38M40 50L40 36M40 50L50 38"]],
    goes: [["M30 38L12 16M40 36V8M50 38L66 14M40 50L22 24M40 50L58 24"]],
  },
  "keep-volume": {
    stays: [["M40 50C34 34 24 24 14 16M40 50C38 30 34 18 30 8M40 50C44 30 54 18 64 12", 4]],
    old: [["M26 27l-9 4M30 22l6-6M50 26l-5-8M55 20l9 3M35 20l-7 0", 2]],
    goes: [["M40 50L52 34"]],
  },
  "flat-fan": {
    on: [["M6 14H74M6 27H74M6 40H74", 1.5]],
    stays: [["M40 52L8 36M40 52L12 20M40 52L30 9M40 52L50 9M40 52L68 20M40 52L72 36"]],
    goes: [["M40 52V10", 6]],
  },
  halve: {
    on: [["M6 14H74M6 27H74M6 40H74", 1.5]],
    stays: [["M40 52L24 30M40 52L34 28M40 52L46 28M40 52L56 30"]],
    goes: [["M24 30L10 10M34 28L29 6M46 28L51 6M56 30L70 10"]],
  },
  upright: {
    on: [["M40 52V4", 3]],
    stays: [["M37 52C34 36 36 20 37 6M45 52C46 40 45 32 44 24"]],
    old: [["M36 38l-7-3M36 28l-7-3M37 18l-7-3M37 34l7-3M37 22l7-3", 2]],
    goes: [["M29 35l-9-4M29 25l-9-4M30 15l-9-4"]],
  },
  spur: {
    on: [["M6 10H74", 1.5]],
    old: [["M40 54V28C40 24 44 24 70 24M40 28C40 24 36 24 10 24", 5]],
    stays: [["M16 23v-7M27 23v-7M53 23v-7M64 23v-7", 3.5]],
    goes: [["M16 16V3M27 16V3M53 16V3M64 16V3"]],
  },
  goblet: {
    old: [["M40 54V36M40 36L26 28M40 36L54 28M40 36L40 27", 6]],
    stays: [["M26 28L22 21M40 27V20M54 28L58 21", 3.5]],
    goes: [["M22 21L14 6M40 20V4M58 21L66 6"]],
  },
  "long-cane": {
    on: [["M6 30H74M6 12H74", 1.5]],
    old: [["M24 54V34", 6]],
    stays: [
      ["M24 34C24 28 30 29 38 29H70", 4],
      ["M24 34L19 27", 3.5],
    ],
    goes: [["M24 34L14 8M24 34L32 6"]],
  },
  "one-crop": {
    on: [["M6 18H74", 1.5]],
    stays: [["M16 52V8M34 52V6M52 52V9M68 52V7", 3.5]],
    goes: [["M25 52V14M43 52V12M60 52V14", 4]],
  },
  "two-crops": {
    on: [["M6 18H74", 1.5]],
    stays: [["M16 52V22M34 52V21M52 52V22M68 52V21", 3.5]],
    goes: [["M16 22V6M34 21V5M52 22V6M68 21V5M25 52V20M43 52V20"]],
    fruit: [
      [20, 30],
      [30, 34],
      [56, 30],
      [64, 36],
    ],
  },
  "branching-tip": {
    stays: [
      ["M22 52V24M56 52V24", 4],
      ["M22 28L10 18M22 26L33 17M22 34L9 29M56 28L44 18M56 26L68 17M56 34L70 29", 3],
    ],
    goes: [["M22 24V5M56 24V5"]],
  },
};

const looks = {
  on: { stroke: "var(--muted)", dash: undefined, width: 1.5 },
  old: { stroke: "var(--bark4)", dash: undefined, width: 4 },
  stays: { stroke: "var(--leaf)", dash: undefined, width: 4 },
  goes: { stroke: "var(--hip)", dash: "4 4", width: 3 },
} as const;

/** A school small: green stays, red dashes go. Nothing for one that has no drawing. */
export function SchoolPicture({ id }: { id: string }) {
  const picture = pictures[id];
  if (!picture) return null;
  return (
    <svg width="80" height="58" viewBox="0 0 80 58" aria-hidden style={{ flexShrink: 0 }}>
      <path d="M4 53H76" stroke="var(--line)" strokeWidth="1.5" />
      {(["on", "old", "goes", "stays"] as const).map((kind) =>
        (picture[kind] ?? []).map(([d, width]) => (
          <path
            key={d}
            d={d}
            fill="none"
            stroke={looks[kind].stroke}
            strokeWidth={width ?? looks[kind].width}
            strokeDasharray={looks[kind].dash}
            strokeLinecap="round"
          />
        )),
      )}
      {(picture.fruit ?? []).map(([x, y]) => (
        <circle key={`${x} ${y}`} cx={x} cy={y} r="3" fill="var(--hip)" />
      ))}
    </svg>
  );
}

/** The schools that have a drawing. */
export const drawnSchools = Object.keys(pictures);
