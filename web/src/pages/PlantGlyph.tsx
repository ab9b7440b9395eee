import { direction } from "../drawing/geometry";

export interface GlyphCane {
  clock?: number;
  parent: string;
  diameter: number;
  age: number;
  length?: number;
}

/** A plant as a small clock of its canes, by thickness and age; a little bush where it can be planned without them. */
export function PlantGlyph({ canes, size = 84, known }: { canes: GlyphCane[]; size?: number; known?: boolean }) {
  const shown = canes.filter((c) => ["crown", "rootstock", "ground", "unknown"].includes(c.parent) && c.clock != null);
  const longest = Math.max(1, ...shown.map((c) => c.length ?? 1100));
  return (
    <svg width={size} height={size} viewBox="-42 -42 84 84" aria-hidden style={{ flexShrink: 0 }}>
      <circle r="40" fill="var(--paper)" stroke="var(--line)" />
      {[0, 3, 6, 9].map((h) => {
        const d = direction(h);
        return <line key={h} x1={d.x * 36} y1={-d.y * 36} x2={d.x * 40} y2={-d.y * 40} stroke="var(--muted)" />;
      })}
      {shown.map((c, i) => {
        const d = direction(c.clock!);
        const far = 5 + (33 * (c.length ?? 1100)) / longest;
        const color = c.age >= 3 ? "var(--bark3)" : c.age === 2 ? "var(--bark2)" : "var(--bark1)";
        return (
          <line
            key={i}
            x1={d.x * 5}
            y1={-d.y * 5}
            x2={d.x * far}
            y2={-d.y * far}
            stroke={color}
            strokeWidth={Math.max(1.5, Math.min(7, c.diameter / 4))}
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
