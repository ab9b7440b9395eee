import type { Schemas } from "../api/client";
import { direction } from "../drawing/geometry";

/** What plants of a family are called. */
export const familyWords: Record<Schemas["PlantFamily"], string> = {
  rose: "roses",
  vine: "vines",
  "cane-fruit": "cane fruit",
  shrub: "shrubs",
};

interface Glyph {
  canes: Schemas["DrawnCane"][];
  size?: number;
  known?: boolean;
}

const shapes: Record<Schemas["PlantFamily"], (props: Glyph) => React.ReactNode> = {
  rose: Clock,
  shrub: Clock,
  vine: (p) => <Side {...p} shape={p.canes.some((c) => c.role === "arm") ? "arms" : "head"} />,
  "cane-fruit": (p) => <Side {...p} shape="row" />,
};

/** A plant small, as its family is best told. */
export function PlantGlyph({ family, ...glyph }: Glyph & { family: Schemas["PlantFamily"] }) {
  return <>{shapes[family](glyph)}</>;
}

const [usualLength, usualThickness] = [1100, 10];

const lengthOf = (c: Schemas["DrawnCane"]) => Number(c.length ?? usualLength);

/** A plant as a small clock of its canes, by thickness and age; a little bush where it can be planned without them. */
function Clock({ canes, size = 84, known }: Glyph) {
  const shown = canes.filter((c) => ["crown", "rootstock", "ground", "unknown"].includes(c.parent) && c.clock != null);
  const longest = Math.max(1, ...shown.map(lengthOf));
  return (
    <svg width={size} height={size} viewBox="-42 -42 84 84" aria-hidden style={{ flexShrink: 0 }}>
      <circle r="40" fill="var(--paper)" stroke="var(--line)" />
      {[0, 3, 6, 9].map((h) => {
        const d = direction(h);
        return <line key={h} x1={d.x * 36} y1={-d.y * 36} x2={d.x * 40} y2={-d.y * 40} stroke="var(--muted)" />;
      })}
      {shown.map((c, i) => {
        const d = direction(Number(c.clock));
        const far = 5 + (33 * lengthOf(c)) / longest;
        const age = Number(c.age ?? 1);
        const color = age >= 3 ? "var(--bark3)" : age === 2 ? "var(--bark2)" : "var(--bark1)";
        return (
          <line
            key={i}
            x1={d.x * 5}
            y1={-d.y * 5}
            x2={d.x * far}
            y2={-d.y * far}
            stroke={color}
            strokeWidth={Math.max(1.5, Math.min(7, Number(c.diameter ?? usualThickness) / 4))}
            strokeLinecap="round"
            strokeDasharray={c.parent === "crown" ? undefined : "4 4"}
          />
        );
      })}
      {shown.length === 0 && known && (
        <path
          d="M0 0Q-4 -14 -18 -22M-8 -13Q-20 -10 -26 -2M0 0Q6 -14 20 -20M10 -12Q18 -6 28 -6M0 0Q-2 14 -12 24M0 0Q8 12 18 22M-4 10Q-16 12 -24 18"
          fill="none"
          stroke="var(--bark3)"
          strokeWidth="3.5"
          strokeLinecap="round"
        />
      )}
      <circle r="5" fill="var(--bark4)" />
      {shown.length === 0 && !known && (
        <text y="-12" textAnchor="middle" fontSize="13" fill="var(--muted)">
          ?
        </text>
      )}
    </svg>
  );
}

/** A vine or a row of canes, small, from the side. */
function Side({ size = 84, known, shape }: Glyph & { shape: "arms" | "head" | "row" }) {
  const wood = { fill: "none", stroke: known ? "var(--bark3)" : "var(--line)", strokeLinecap: "round" } as const;
  const young = { fill: "none", stroke: known ? "var(--bark1)" : "var(--line)", strokeLinecap: "round" } as const;
  return (
    <svg width={size} height={size} viewBox="-42 -42 84 84" aria-hidden style={{ flexShrink: 0 }}>
      <circle r="40" fill="var(--paper)" stroke="var(--line)" />
      <path d="M-30 26H30" stroke="var(--muted)" strokeWidth="1.5" />
      {shape === "arms" && (
        <>
          <path d="M0 26V4C0 0 -4 0 -27 0M0 4C0 0 4 0 27 0" {...wood} strokeWidth="5" />
          <path d="M-23 -3v-17M-14 -3v-19M-5 -3v-16M6 -3v-18M15 -3v-20M24 -3v-16" {...young} strokeWidth="3" />
        </>
      )}
      {shape === "head" && (
        <>
          <path d="M0 26V6M0 6L-8 -2M0 6L8 -2M0 6V-5" {...wood} strokeWidth="6" />
          <path d="M-8 -3L-20 -22M-8 -3L-10 -26M8 -3L20 -22M8 -3L10 -26M0 -6V-28" {...young} strokeWidth="3" />
        </>
      )}
      {shape === "row" && (
        <>
          <path d="M-30 -8H30" stroke="var(--muted)" />
          <path
            d="M-25 26C-24 8 -27 -8 -26 -24M-16 26C-17 6 -14 -6 -16 -27M-7 26C-6 4 -8 -10 -6 -25M3 26C2 6 5 -8 3 -28M13 26C14 8 11 -8 13 -24M23 26C22 6 25 -6 23 -26"
            {...young}
            strokeWidth="3"
          />
        </>
      )}
      {!known && (
        <text y="-28" textAnchor="middle" fontSize="13" fill="var(--muted)">
          ?
        </text>
      )}
    </svg>
  );
}
