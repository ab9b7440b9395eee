import type { Flowering } from "./flowering";

const WIDTH = 96,
  TOP = 34,
  STEP = 30;

/**
 * A stem with its flowers and the leaves that were counted; a bar where it is cut.
 *
 * @param cut the leaf it is cut above, from 1; null where it is at none
 * @param nip its flowers alone come off
 */
export function RoundPicture(props: { of: Flowering; cut: number | null; nip: boolean; large?: boolean }) {
  const { of: s, nip } = props;
  const cut = props.cut === null ? null : props.cut - 1;
  const height = TOP + STEP * Math.max(4, s.leaves.length + 1) + 12;
  const x = WIDTH / 2;
  const leafY = (n: number) => TOP + STEP * (n + 1);
  const wanted = s.why === "vase" ? "wanted for the vase" : s.blooms === 0 ? "no flower" : null;
  const says = `${s.id}: ${wanted ?? `${s.finished} of ${s.blooms} flowers over`}${s.leaves.length ? `, leaves of ${s.leaves.map((l) => `${l.leaflets}${l.inward ? " facing in" : ""}`).join(", ")}` : ""}${cut !== null ? `, cut above leaf ${cut + 1}` : nip ? ", nipped" : ""}`;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      {...(props.large ? { width: "100%", height: "100%", style: { maxHeight: "56vh" } } : { width: WIDTH, height })}
      role="img"
      aria-label={says}
    >
      <line
        x1={x}
        x2={x}
        y1={cut === null ? TOP - 8 : leafY(cut) - 13}
        y2={height}
        stroke="var(--bark1)"
        strokeWidth="5"
      />
      {cut !== null && (
        <line
          x1={x}
          x2={x}
          y1={TOP - 8}
          y2={leafY(cut) - 13}
          stroke="var(--hip)"
          strokeWidth="5"
          strokeDasharray="3 4"
        />
      )}
      <Leaves s={s} x={x} leafY={leafY} />
      <Flowers s={s} x={x} />
      {cut !== null && (
        <line
          x1={x - 17}
          x2={x + 17}
          y1={leafY(cut) - 13 + (cut % 2 === 0 ? 4 : -4)}
          y2={leafY(cut) - 13 - (cut % 2 === 0 ? 4 : -4)}
          stroke="var(--hip)"
          strokeWidth="4"
        />
      )}
      {nip && <line x1={x - 26} x2={x + 4} y1={TOP - 4} y2={TOP - 12} stroke="var(--hip)" strokeWidth="3" />}
    </svg>
  );
}

/** Its leaves, numbered from the flower down. */
function Leaves({ s, x, leafY }: { s: Flowering; x: number; leafY: (n: number) => number }) {
  return s.leaves.map(({ leaflets, inward }, n) => {
    const side = n % 2 === 0 ? 1 : -1;
    return (
      <g key={n} transform={`translate(${x} ${leafY(n)})`}>
        <line x1="0" y1="0" x2={side * 30} y2="-10" stroke="var(--leaf)" strokeWidth="1.5" />
        <text x={-side * 7} y="6" fontSize="12" fill="var(--ink)" textAnchor={side > 0 ? "end" : "start"}>
          {n + 1}
          {inward ? " in" : ""}
        </text>
        {Array.from({ length: leaflets }, (_, k) => {
          const along = k === leaflets - 1 ? 1 : 0.35 + (Math.floor(k / 2) * 0.5) / Math.max(1, (leaflets - 1) / 2);
          const off = k === leaflets - 1 ? 0 : k % 2 === 0 ? -5 : 5;
          return (
            <ellipse
              key={k}
              cx={side * 32 * along}
              cy={-10 * along + off}
              rx="6"
              ry="3.6"
              fill="var(--leafWash)"
              stroke="var(--leaf)"
            />
          );
        })}
      </g>
    );
  });
}

/** Its flowers: over, or still to come. */
function Flowers({ s, x }: { s: Flowering; x: number }) {
  const many = Math.min(s.blooms, 5);
  return Array.from({ length: many }, (_, k) => {
    const over = k < Math.round((s.finished / s.blooms) * many);
    const [dx, dy] = many === 1 ? [0, -12] : [(k - 2) * 15, -10 - (2 - Math.abs(k - 2)) * 5];
    return (
      <g key={k}>
        <line x1={x} y1={TOP - 6} x2={x + dx} y2={TOP + dy} stroke="var(--bark1)" strokeWidth="2.5" />
        <circle
          cx={x + dx}
          cy={TOP + dy}
          r={many === 1 ? 12 : 7.5}
          fill={over ? "var(--soil)" : "var(--hipWash)"}
          stroke={over ? "var(--ink)" : "var(--hip)"}
          strokeWidth="2"
          strokeDasharray={over ? "3 2" : undefined}
        />
      </g>
    );
  });
}
