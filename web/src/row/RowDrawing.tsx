import { useId } from "react";
import { useNarrow } from "../app/narrow";
import { useMeasures } from "../app/settings";
import type { RowFacts, Support } from "../survey/types";
import { usePlant } from "../shared/usePlant";
import { canesOf, type RowPlan, type RowState, type DrawnCane } from "./canes";

/** The paper: a smaller one on a phone, so that letters stay legible. */
const large = {
  width: 760,
  height: 330,
  soilAt: 292,
  side: { left: 16, right: 560 },
  section: { left: 612, right: 744 },
  most: 72,
};
const small = {
  width: 420,
  height: 270,
  soilAt: 236,
  side: { left: 4, right: 284 },
  section: { left: 334, right: 416 },
  most: 34,
};
const top = 30;

interface RowDrawingProps {
  row: RowFacts;
  plan: RowPlan | null;
  support: Support | null;
  state: RowState;
  title: string;
  /** Only this class in full, the others pale. */
  only?: string | null;
}

/** A row of canes from the side and in section: who stays, who goes, where they are tipped and tied. */
export function RowDrawing(props: RowDrawingProps) {
  const { row, plan, state } = props;
  const { long } = useMeasures();
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  const paper = useNarrow() ? small : large;
  const { width, height, soilAt, side, section } = paper;
  const { usualFacts } = usePlant().kind;
  const tall = Number(row.meanHeight ?? usualFacts["meanHeight"]);
  const broad = Number(row.width ?? usualFacts["width"]);
  const { canes, each } = canesOf(row, tall, plan, state, paper.most);
  const highest = Math.max(
    900,
    tall * 1.12,
    ...(plan?.wires ?? []).map((w) => Number(w) * 1.06),
    state === "summer" ? 1750 : 0,
  );
  const scale = (soilAt - top) / highest;
  const length = row.length;
  const x = (share: number) => side.left + 12 + share * (side.right - side.left - 24);
  const across = (share: number) => {
    const mid = (section.left + section.right) / 2;
    const half = Math.min((section.right - section.left) / 2 - 12, (broad / 2) * scale * 1.6);
    return mid + share * half;
  };
  const y = (mm: number) => soilAt - mm * scale;
  const wires = (plan?.wires ?? []).map(Number);
  const posts = Math.max(2, Math.ceil(length / 5000) + 1);
  const tip = plan?.tip && state === "after" ? Number(plan.tip.height) : null;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={props.title}
      style={{ width: "100%", height: "100%", display: "block" }}
    >
      <defs>
        <pattern id={`${prefix}-soil`} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(30)">
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--muted)" strokeWidth="1.3" />
        </pattern>
      </defs>
      <Ground prefix={prefix} soilAt={soilAt} side={side} section={section} />
      <Posts soilAt={soilAt} x={x} across={across} y={y} wires={wires} posts={posts} />
      <Wires long={long} side={side} x={x} across={across} y={y} wires={wires} />
      <Canes {...props} soilAt={soilAt} canes={canes} highest={highest} scale={scale} x={x} across={across} tip={tip} />
      {tip !== null && <Tip long={long} x={x} y={y} tip={tip} />}
      {[side, section].map((s, i) => (
        <line key={i} x1={s.left} x2={s.right} y1={soilAt} y2={soilAt} stroke="var(--ink)" strokeWidth="2" />
      ))}
      <text x={(side.left + side.right) / 2} y={soilAt + 20} textAnchor="middle" fontSize="13" fill="var(--ink)">
        along the row, {long(length)}
        {each > 1 ? `; one drawn for ${each}` : ""}
      </text>
      <text x={across(0)} y={soilAt + 20} textAnchor="middle" fontSize="13" fill="var(--ink)">
        {paper === small ? "" : "across, "}
        {long(broad)}
      </text>
    </svg>
  );
}

/** The ground of both views. */
function Ground({
  prefix,
  soilAt,
  side,
  section,
}: {
  prefix: string;
  soilAt: number;
  side: { left: number; right: number };
  section: { left: number; right: number };
}) {
  return [side, section].map((s, i) => (
    <g key={i}>
      <rect x={s.left} y={soilAt} width={s.right - s.left} height="26" fill="var(--soil)" />
      <rect x={s.left} y={soilAt} width={s.right - s.left} height="26" fill={`url(#${prefix}-soil)`} opacity={0.22} />
    </g>
  ));
}

/** The posts along the row, and one in section. */
function Posts({
  soilAt,
  x,
  across,
  y,
  wires,
  posts,
}: {
  soilAt: number;
  x: (share: number) => number;
  across: (share: number) => number;
  y: (mm: number) => number;
  wires: number[];
  posts: number;
}) {
  return (
    <>
      {Array.from({ length: posts }, (_, i) => {
        const px = x(i / (posts - 1));
        return (
          <rect
            key={i}
            x={px - 4}
            y={y(Math.max(...wires, 900) + 60)}
            width="8"
            height={soilAt - y(Math.max(...wires, 900) + 60)}
            fill="var(--soil)"
            stroke="var(--muted)"
          />
        );
      })}
      <rect
        x={across(0) - 4}
        y={y(Math.max(...wires, 900) + 60)}
        width="8"
        height={soilAt - y(Math.max(...wires, 900) + 60)}
        fill="var(--soil)"
        stroke="var(--muted)"
        opacity={0.7}
      />
    </>
  );
}

/** The wires, with their heights. */
function Wires({
  long,
  side,
  x,
  across,
  y,
  wires,
}: {
  long: (mm: number) => string;
  side: { left: number; right: number };
  x: (share: number) => number;
  across: (share: number) => number;
  y: (mm: number) => number;
  wires: number[];
}) {
  return wires.map((w) => (
    <g key={w}>
      <line x1={x(0)} x2={x(1)} y1={y(w)} y2={y(w)} stroke="var(--ink)" strokeWidth="1.3" opacity={0.65} />
      {[-0.55, 0.55].map((s) => (
        <circle key={s} cx={across(s)} cy={y(w)} r="3" fill="var(--ink)" />
      ))}
      <text x={side.right + 4} y={y(w) + 4} fontSize="12.500" fill="var(--muted)">
        {long(w)}
      </text>
    </g>
  ));
}

/** All canes, and every third in section. */
function Canes(
  props: RowDrawingProps & {
    soilAt: number;
    canes: DrawnCane[];
    highest: number;
    scale: number;
    x: (share: number) => number;
    across: (share: number) => number;
    tip: number | null;
  },
) {
  const { state, soilAt, canes, highest, scale, x, across, tip } = props;
  return canes.map((c, i) => {
    const h = Math.min(c.height, highest / 1.02);
    const pale = props.only != null && props.only !== c.kind;
    return (
      <g key={c.key} opacity={pale ? 0.22 : 1} data-cane={c.kind}>
        <Cane
          soilAt={soilAt}
          kind={c.kind}
          x={x(c.along)}
          lean={c.lean}
          height={h * scale}
          tip={tip !== null && c.kind === "stay" ? tip * scale : null}
          state={state}
          laterals={c.laterals}
        />
        {i % 3 === 0 && (
          <Cane
            soilAt={soilAt}
            kind={c.kind}
            x={across(c.across)}
            lean={c.lean * 0.4 + c.across * 4}
            height={h * scale}
            tip={tip !== null && c.kind === "stay" ? tip * scale : null}
            state={state}
            laterals={0}
          />
        )}
      </g>
    );
  });
}

/** The height to which the canes are tipped. */
function Tip({
  long,
  x,
  y,
  tip,
}: {
  long: (mm: number) => string;
  x: (share: number) => number;
  y: (mm: number) => number;
  tip: number;
}) {
  return (
    <g>
      <line x1={x(0)} x2={x(1)} y1={y(tip)} y2={y(tip)} stroke="var(--hip)" strokeWidth="2" strokeDasharray="7 4" />
      <text
        x={x(0) + 10}
        y={y(tip) - 6}
        fontSize="13.500"
        fontWeight="700"
        fill="var(--hip)"
        stroke="var(--paper)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        tip at {long(tip)}
      </text>
    </g>
  );
}

/** The place so far along a cane, of 1. */
type Along = (share: number) => { x: number; y: number };

interface CaneProps {
  kind: string;
  x: number;
  lean: number;
  height: number;
  tip: number | null;
  state: RowState;
  laterals: number;
  soilAt: number;
}

/** One cane: solid stays, hollow goes, grey with dry stalks has fruited; it arches over a little at its tip. */
function Cane(props: CaneProps) {
  const { kind, x, lean, height: h, soilAt } = props;
  const goes = props.state === "after" && kind !== "stay" && kind !== "fruiting";
  const at = (share: number) => ({ x: x + lean * share ** 3, y: soilAt - h * share * (1 - 0.04 * share ** 2) });
  const path = (from: number, to: number) => {
    const points = Array.from({ length: 9 }, (_, i) => at(from + ((to - from) * i) / 8));
    return `M${points.map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join("L")}`;
  };
  const wide = kind === "thin" ? 1.6 : kind === "spent" ? 3 : 4;
  const colour = kind === "spent" ? "var(--bark3)" : kind === "fruiting" ? "var(--bark2)" : "var(--bark1)";
  const stalks = (stroke: string) =>
    kind === "spent" &&
    [0.5, 0.62, 0.74, 0.86].map((s, i) => {
      const p = at(s);
      return <path key={s} d={`M${p.x} ${p.y}l${i % 2 === 0 ? 9 : -9} -6`} stroke={stroke} strokeWidth="1.3" />;
    });
  if (goes) {
    return (
      <g>
        <path d={path(0, 1)} fill="none" stroke="var(--hip)" strokeWidth={wide + 0.6} opacity={0.8} />
        <path d={path(0, 1)} fill="none" stroke="var(--paper)" strokeWidth={Math.max(0, wide - 1.4)} />
        {stalks("var(--hip)")}
        <line x1={x - 6} x2={x + 6} y1={soilAt - 2} y2={soilAt - 6} stroke="var(--hip)" strokeWidth="2.6" />
      </g>
    );
  }
  const share = props.tip === null ? 1 : Math.min(1, props.tip / h);
  const fruit = props.state === "summer" && (kind === "stay" || kind === "new-fruit");
  const leafy = props.state === "summer" || kind === "new" || kind === "new-fruit";
  return (
    <g>
      {share < 1 && (
        <path d={path(share, 1)} fill="none" stroke="var(--hip)" strokeWidth="1" strokeDasharray="2 3" opacity={0.8} />
      )}
      <path
        d={path(0, share)}
        fill="none"
        stroke={colour}
        strokeWidth={kind === "new" || kind === "new-fruit" ? 2.4 : wide}
        strokeLinecap="round"
      />
      {stalks(colour)}
      {!leafy &&
        kind !== "spent" &&
        [0.2, 0.34, 0.48, 0.62, 0.76, 0.9].map((s, i) => {
          const p = at(s * share);
          const side = i % 2 === 0 ? 1 : -1;
          return (
            <path key={s} d={`M${p.x + (side * wide) / 2} ${p.y}l${side * 3} -3`} stroke={colour} strokeWidth="1.4" />
          );
        })}
      <Laterals {...props} at={at} colour={colour} share={share} />
      {leafy && <Leaves at={at} share={share} />}
      {fruit && <Fruit at={at} share={share} kind={kind} />}
    </g>
  );
}

/** Its side shoots. */
function Laterals(props: CaneProps & { at: Along; colour: string; share: number }) {
  const { at, colour, share } = props;
  return Array.from({ length: props.laterals }, (_, i) => {
    const p = at((0.45 + (i * 0.45) / Math.max(1, props.laterals)) * share);
    return (
      <path
        key={i}
        d={`M${p.x} ${p.y}q${i % 2 === 0 ? 8 : -8} -1 ${i % 2 === 0 ? 15 : -15} -10`}
        fill="none"
        stroke={colour}
        strokeWidth="1.8"
        strokeLinecap="round"
      />
    );
  });
}

/** Its leaves in summer. */
function Leaves({ at, share }: { at: Along; share: number }) {
  return [0.3, 0.46, 0.6, 0.72, 0.84, 0.97].map((s, i) => {
    const p = at(s * share);
    return (
      <path
        key={s}
        d="M0 0C3 -4 9 -4 12 0C9 4 3 4 0 0Z"
        transform={`translate(${p.x} ${p.y}) rotate(${i % 2 === 0 ? -28 : 208})`}
        fill="var(--leafWash)"
        stroke="var(--leaf)"
        strokeWidth="0.8"
      />
    );
  });
}

/** Its fruit: at the tip of a cane of this year, along one of the last. */
function Fruit({ at, share, kind }: { at: Along; share: number; kind: string }) {
  return (kind === "new-fruit" ? [0.84, 0.91, 0.98] : [0.56, 0.7, 0.82, 0.93]).map((s, i) => {
    const p = at(s * share);
    const dx = i % 2 === 0 ? -6 : 6;
    return <circle key={s} cx={p.x + dx} cy={p.y + 4} r="2.8" fill="var(--hip)" />;
  });
}
