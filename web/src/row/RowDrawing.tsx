import { useId } from "react";
import { useMeasures } from "../app/settings";
import type { RowFacts, Support } from "../survey/types";
import { canesOf, type RowPlan, type RowState } from "./canes";

const width = 760;
const height = 330;
const soilAt = 292;
const top = 30;
const side = { left: 16, right: 560 };
const section = { left: 600, right: 744 };

/** A row of canes from the side and in section: who stays, who goes, where they are tipped and tied. */
export function RowDrawing(props: {
  row: RowFacts;
  plan: RowPlan | null;
  support: Support | null;
  state: RowState;
  title: string;
  /** Only this class in full, the others pale. */
  only?: string | null;
}) {
  const { row, plan, state } = props;
  const { long } = useMeasures();
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  const tall = Number(row.meanHeight ?? 1600);
  const { canes, each } = canesOf(row, plan, state);
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
    const half = Math.min((section.right - section.left) / 2 - 12, ((row.width ?? 400) / 2) * scale * 1.6);
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
      {[side, section].map((s, i) => (
        <g key={i}>
          <rect x={s.left} y={soilAt} width={s.right - s.left} height="26" fill="var(--soil)" />
          <rect
            x={s.left}
            y={soilAt}
            width={s.right - s.left}
            height="26"
            fill={`url(#${prefix}-soil)`}
            opacity={0.22}
          />
        </g>
      ))}
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
      {wires.map((w) => (
        <g key={w}>
          <line x1={x(0)} x2={x(1)} y1={y(w)} y2={y(w)} stroke="var(--ink)" strokeWidth="1.3" opacity={0.65} />
          {[-0.55, 0.55].map((s) => (
            <circle key={s} cx={across(s)} cy={y(w)} r="3" fill="var(--ink)" />
          ))}
          <text x={side.right + 4} y={y(w) + 4} fontSize="12.500" fill="var(--muted)">
            {long(w)}
          </text>
        </g>
      ))}
      {canes.map((c) => {
        const h = Math.min(c.height, highest / 1.02);
        const pale = props.only != null && props.only !== c.kind;
        return (
          <g key={c.key} opacity={pale ? 0.22 : 1} data-cane={c.kind}>
            <Cane
              kind={c.kind}
              x={x(c.along)}
              lean={c.lean}
              height={h * scale}
              tip={tip !== null && c.kind === "stay" ? tip * scale : null}
              state={state}
              laterals={c.laterals}
            />
            <Cane
              kind={c.kind}
              x={across(c.across)}
              lean={c.lean * 0.4 + c.across * 4}
              height={h * scale}
              tip={tip !== null && c.kind === "stay" ? tip * scale : null}
              state={state}
              laterals={0}
            />
          </g>
        );
      })}
      {tip !== null && (
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
      )}
      {[side, section].map((s, i) => (
        <line key={i} x1={s.left} x2={s.right} y1={soilAt} y2={soilAt} stroke="var(--ink)" strokeWidth="2" />
      ))}
      <text x={(side.left + side.right) / 2} y={soilAt + 20} textAnchor="middle" fontSize="13" fill="var(--ink)">
        along the row, {long(length)}
        {each > 1 ? `; each cane drawn stands for ${each}` : ""}
      </text>
      <text x={across(0)} y={soilAt + 20} textAnchor="middle" fontSize="13" fill="var(--ink)">
        across, {long(row.width ?? 400)}
      </text>
    </svg>
  );
}

/** One cane: solid stays, hollow and broken goes, grey is spent. */
function Cane(props: {
  kind: string;
  x: number;
  lean: number;
  height: number;
  tip: number | null;
  state: RowState;
  laterals: number;
}) {
  const { kind, x, lean, height: h } = props;
  const goes = props.state === "after" && kind !== "stay" && kind !== "fruiting";
  const at = (share: number) => ({ x: x + lean * share * share, y: soilAt - h * share });
  const path = (from: number, to: number) => {
    const [a, b, m] = [at(from), at(to), at((from + to) / 2)];
    return `M${a.x} ${a.y}Q${2 * m.x - (a.x + b.x) / 2} ${2 * m.y - (a.y + b.y) / 2} ${b.x} ${b.y}`;
  };
  const wide = kind === "thin" ? 1.3 : kind === "spent" ? 2.2 : 2.8;
  const colour = kind === "spent" ? "var(--bark3)" : kind === "fruiting" ? "var(--bark2)" : "var(--bark1)";
  if (goes) {
    return (
      <g>
        <path d={path(0, 1)} fill="none" stroke="var(--hip)" strokeWidth={wide} strokeDasharray="4 3" opacity={0.75} />
        <line x1={x - 5} x2={x + 5} y1={soilAt - 3} y2={soilAt - 3} stroke="var(--hip)" strokeWidth="2.5" />
      </g>
    );
  }
  const share = props.tip === null ? 1 : Math.min(1, props.tip / h);
  const fruit = props.state === "summer" && (kind === "stay" || kind === "new-fruit");
  return (
    <g>
      {share < 1 && (
        <path d={path(share, 1)} fill="none" stroke="var(--hip)" strokeWidth="1" strokeDasharray="2 3" opacity={0.7} />
      )}
      <path d={path(0, share)} fill="none" stroke={colour} strokeWidth={wide} strokeLinecap="round" />
      {kind === "spent" &&
        [0.55, 0.7, 0.85].map((s, i) => {
          const p = at(s);
          return <path key={s} d={`M${p.x} ${p.y}l${i % 2 === 0 ? 8 : -8} -5`} stroke={colour} strokeWidth="1.2" />;
        })}
      {Array.from({ length: props.laterals }, (_, i) => {
        const p = at(0.45 + (i * 0.4) / Math.max(1, props.laterals));
        return (
          <path
            key={i}
            d={`M${p.x} ${p.y}l${i % 2 === 0 ? 13 : -13} -7`}
            stroke={colour}
            strokeWidth="1.5"
            strokeLinecap="round"
          />
        );
      })}
      {fruit &&
        [0.62, 0.75, 0.88].map((s, i) => {
          const p = at(s * share);
          const dx = i % 2 === 0 ? 7 : -7;
          return (
            <g key={s}>
              <path d={`M${p.x} ${p.y}q${dx / 2} -2 ${dx} 3`} fill="none" stroke="var(--leaf)" strokeWidth="1" />
              <circle cx={p.x + dx} cy={p.y + 5} r="2.6" fill="var(--hip)" />
            </g>
          );
        })}
      {(props.state === "summer" || kind === "new") && (
        <path
          d={`M${at(share).x} ${at(share).y}q5 -6 9 -2M${at(share).x} ${at(share).y}q-5 -6 -9 -2`}
          fill="none"
          stroke="var(--leaf)"
          strokeWidth="1.4"
        />
      )}
    </g>
  );
}
