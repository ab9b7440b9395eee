import type { StemId } from "../api/stemId";
import { type Axis, budMark, direction, heading, outline, placeAt, prickles, type View } from "./geometry";
import { axisIn, barkOf, type DrawnStem, type NewShoot, shootTip, type State } from "./scene";

const bark = { young: "var(--bark1)", second: "var(--bark2)", grey: "var(--bark3)", black: "var(--bark4)" };

/** Letters that stay legible over whatever lies under them. */
export const halo = {
  stroke: "var(--paper)",
  strokeWidth: 4,
  paintOrder: "stroke",
  strokeLinejoin: "round",
} as const;

/** Hatching and fades shared by both views; ids carry a prefix so that two drawings can stand on one page. */
export function Patterns(props: { id: string }) {
  const hatch = (id: string, color: string, angle: number) => (
    <pattern
      id={`${props.id}-${id}`}
      width="5"
      height="5"
      patternUnits="userSpaceOnUse"
      patternTransform={`rotate(${angle})`}
    >
      <line x1="0" y1="0" x2="0" y2="5" stroke={color} strokeWidth="1.3" />
    </pattern>
  );
  return (
    <defs>
      {hatch("goes", "var(--hip)", 45)}
      {hatch("dead", "var(--bark4)", -45)}
      {hatch("soil", "var(--muted)", 30)}
    </defs>
  );
}

interface StemShapeProps {
  stem: DrawnStem;
  state: State;
  view: View;
  prefix: string;
  selected: boolean;
  /** How far behind it stands, 0 to 1: paler. */
  far?: number;
}

/** One stem in one state: solid stays, hollow and hatched goes, faint is what a cut takes off, dotted is soft. */
export function StemShape(props: StemShapeProps) {
  const { stem, state, view, selected } = props;
  const axis = axisIn(stem, state);
  const fate = fateOf(stem, state);
  if (fate === "gone") return null;
  return (
    <g>
      {selected && (
        <path d={outline(axis, 0, axis.length, view, 13)} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.6" />
      )}
      {fate === "stays" ? <Wood {...props} axis={axis} /> : <Whole {...props} axis={axis} fate={fate} />}
    </g>
  );
}

type Fate = "gone" | "falls" | "remove" | "check" | "defer" | "soft" | "stays";

/** As what a stem is drawn: whole, by what becomes of it, or as the wood that stays. */
function fateOf(stem: DrawnStem, state: State): Fate {
  const after = state !== "found";
  if (state === "summer" && (stem.decision === "remove" || stem.falls)) return "gone";
  if (after && stem.falls) return "falls";
  const { decision } = stem;
  if (after && (decision === "remove" || decision === "check" || decision === "defer")) return decision;
  return stem.soft || (after && decision === "untouched") ? "soft" : "stays";
}

const edgeOf = (selected: boolean) => ({ strokeLinejoin: "round" as const, strokeWidth: selected ? 1.8 : 0.7 });

/** A stem by its whole outline: what falls, goes, is looked at first, waits, or is soft. */
function Whole(props: StemShapeProps & { axis: Axis; fate: Exclude<Fate, "gone" | "stays"> }) {
  const { axis, view, prefix, selected } = props;
  const d = outline(axis, 0, axis.length, view);
  const edge = edgeOf(selected);
  switch (props.fate) {
    case "falls":
      return <path d={d} fill="none" stroke="var(--hip)" strokeWidth="0.9" strokeDasharray="2 3.5" opacity={0.6} />;
    case "remove":
      return (
        <path d={d} fill={`url(#${prefix}-goes)`} stroke="var(--hip)" strokeDasharray="5 3" {...edge} opacity={0.85} />
      );
    case "check":
      return <path d={d} fill="var(--ochreWash)" stroke="var(--ochre)" {...edge} strokeWidth={1.8} />;
    case "defer":
      return (
        <>
          <path d={d} fill={bark[barkOf(axis.stem)]} opacity={0.45} />
          <path d={d} fill="none" stroke="var(--ochre)" strokeDasharray="7 4" {...edge} strokeWidth={1.8} />
        </>
      );
    case "soft":
      return (
        <path
          d={d}
          fill="var(--leafWash)"
          stroke="var(--leaf)"
          strokeDasharray="1.5 3.5"
          strokeLinecap="round"
          {...edge}
          strokeWidth={1.8}
        />
      );
  }
}

/** The wood that stays: up to its cut, with its prickles, its buds and what is dead on it; what comes off is faint. */
function Wood(props: StemShapeProps & { axis: Axis }) {
  const { stem, state, view, axis, selected } = props;
  const cut = state !== "found" && stem.decision === "shorten";
  const marked = cut && state !== "summer";
  const to = cut ? stem.keptTo : axis.length;
  const depth = 1 - 0.45 * (props.far ?? 0);
  const d = outline(axis, 0, to, view);
  return (
    <>
      {marked && !axis.path && (
        <path
          d={outline(axis, to, axis.length, view)}
          fill="none"
          stroke="var(--hip)"
          strokeWidth="1"
          strokeDasharray="2 3.5"
          opacity={0.7}
        />
      )}
      <path d={d} fill="var(--paper)" />
      <path d={d} fill={bark[barkOf(axis.stem)]} stroke="var(--ink)" {...edgeOf(selected)} opacity={depth} />
      {!stem.smooth && <path d={prickles(axis, 0, to, view)} fill="var(--prickle)" opacity={depth} />}
      {state === "found" && <DeadEnd {...props} />}
      {(axis.stem.buds ?? [])
        .filter((b) => b.at <= to)
        .map((b, i) => (
          <Bud key={i} d={budMark(axis, b.at, b.clock ?? null, view)} width="0.7" />
        ))}
      {cut && stem.bud && <Bud d={budMark(axis, stem.bud.at, stem.bud.clock, view)} width="0.8" />}
      {marked && stem.window && <WindowMark stem={stem} axis={axis} view={view} />}
      {marked && <CutMark stem={stem} axis={axis} view={view} />}
    </>
  );
}

const Bud = ({ d, width }: { d: string; width: string }) => (
  <path d={d} fill="var(--leaf)" stroke="var(--paper)" strokeWidth={width} />
);

/** What is dead of a stem, as it was found. */
function DeadEnd({ stem, axis, view, prefix, selected }: StemShapeProps & { axis: Axis }) {
  const dead = stem.deadFrom;
  if (dead === null || dead >= axis.length) return null;
  const d = outline(axis, dead, axis.length, view);
  return (
    <>
      <path d={d} fill="var(--paper)" />
      <path d={d} fill={`url(#${prefix}-dead)`} stroke="var(--bark4)" {...edgeOf(selected)} />
    </>
  );
}

/** A shoot of next summer: a green line that rises out of its bud, with leaves; doubtful ones broken, crowding ones marked. */
export function ShootShape(props: { shoot: NewShoot; view: View; tight: boolean }) {
  const { shoot, view } = props;
  const from = view.flat({ x: Number(shoot.x), y: Number(shoot.y), z: Number(shoot.z) });
  const tip = shootTip(shoot);
  const to = view.flat(tip);
  const d = direction(Number(shoot.clock));
  const out = Number(shoot.length) * 0.4;
  const bend = view.flat({
    x: Number(shoot.x) + d.x * out,
    y: Number(shoot.y) + d.y * out,
    z: Number(shoot.z) + out * 0.7,
  });
  const colour = props.tight ? "var(--ochre)" : "var(--leaf)";
  const on = (t: number) => ({
    x: (1 - t) * (1 - t) * from.x + 2 * t * (1 - t) * bend.x + t * t * to.x,
    y: (1 - t) * (1 - t) * from.y + 2 * t * (1 - t) * bend.y + t * t * to.y,
  });
  const angle = Math.atan2(to.y - from.y, to.x - from.x);
  return (
    <g opacity={0.9} data-shoot={shoot.stem}>
      <path
        d={`M${from.x} ${from.y}Q${bend.x} ${bend.y} ${to.x} ${to.y}`}
        fill="none"
        stroke={colour}
        strokeWidth={props.tight ? 2.6 : 2}
        strokeLinecap="round"
        strokeDasharray={shoot.sure ? undefined : "6 3"}
      />
      {[0.4, 0.6, 0.8, 1].map((t, i) => {
        const p = on(t);
        const turn = ((angle + (i % 2 === 0 ? 0.9 : -0.9)) * 180) / Math.PI;
        return (
          <path
            key={t}
            d="M0 0C3 -3.4 8 -3.4 11 0C8 3.4 3 3.4 0 0Z"
            transform={`translate(${p.x} ${p.y}) rotate(${t === 1 ? (angle * 180) / Math.PI : turn}) scale(${t === 1 ? 0.75 : 0.9})`}
            fill={props.tight ? "var(--ochreWash)" : "var(--leafWash)"}
            stroke={colour}
            strokeWidth="0.9"
          />
        );
      })}
    </g>
  );
}

/** Where a bud has still to be looked for: a bracket along the stem. */
function WindowMark(props: { stem: DrawnStem; axis: Axis; view: View }) {
  const { stem, axis, view } = props;
  const [from, to] = stem.window!;
  return (
    <path
      d={outline(axis, Math.min(from, axis.length), Math.min(to, axis.length), view, 9)}
      fill="none"
      stroke="var(--ochre)"
      strokeWidth="1.3"
      strokeDasharray="3 2.5"
    />
  );
}

/** The cut: a short stroke across the stem, sloping. */
function CutMark(props: { stem: DrawnStem; axis: Axis; view: View }) {
  const { stem, axis, view } = props;
  const p = view.flat(placeAt(axis, stem.keptTo));
  const along = heading(axis, Math.min(stem.keptTo, axis.length), view) ?? -Math.PI / 2;
  const angle = along + Math.PI / 2 - 0.6;
  const half = Math.max(8, (stem.axis.stem.diameter * view.scale) / 2 + 5);
  return (
    <line
      x1={p.x - Math.cos(angle) * half}
      y1={p.y - Math.sin(angle) * half}
      x2={p.x + Math.cos(angle) * half}
      y2={p.y + Math.sin(angle) * half}
      stroke="var(--hip)"
      strokeWidth="3"
      strokeLinecap="round"
    />
  );
}

/** The letter beside a stem in its form: plain stays, struck goes, question mark to be checked. */
export function StemLabel(props: {
  stem: DrawnStem;
  state: State;
  x: number;
  y: number;
  selected: boolean;
  /** Ringed a second time, to be noticed. */
  marked?: boolean;
  lead?: { x: number; y: number };
}) {
  const { stem, x, y } = props;
  const decided = props.state === "found" ? "none" : stem.decision;
  const goes = decided === "remove";
  const unsure = decided === "check" || decided === "untouched" || decided === "defer";
  const color = goes ? "var(--hip)" : unsure ? "var(--ochre)" : "var(--ink)";
  const text = (stem.name ?? stem.id) + (decided === "check" ? "?" : "");
  const wide = Math.max(11, text.length * 5.2 + 5);
  return (
    <g pointerEvents="none">
      {props.lead && (
        <line
          x1={props.lead.x}
          y1={props.lead.y}
          x2={x}
          y2={y}
          stroke="var(--muted)"
          strokeWidth="0.8"
          strokeDasharray="1 2.5"
        />
      )}
      {props.marked && (
        <rect
          x={x - wide - 4}
          y={y - 15}
          width={wide * 2 + 8}
          height={30}
          rx="15"
          fill="var(--ochreWash)"
          stroke="var(--ochre)"
          strokeWidth="2"
        />
      )}
      <rect
        x={x - wide}
        y={y - 11}
        width={wide * 2}
        height={22}
        rx="11"
        fill={props.selected ? "var(--ink)" : "var(--paper)"}
        stroke={color}
        strokeWidth="1.2"
        strokeDasharray={goes ? "3 2" : unsure ? "1 2.5" : undefined}
      />
      <text
        x={x}
        y={y + 5}
        textAnchor="middle"
        fontSize="15"
        fontWeight="700"
        fill={props.selected ? "var(--paper)" : color}
        textDecoration={goes ? "line-through" : undefined}
      >
        {text}
      </text>
    </g>
  );
}

/** What every shape that can be pointed at shares: role, name, keys. One that is seen twice is named by where from. */
export function pointable(stem: DrawnStem, selected: boolean, onSelect?: (id: StemId) => void, from?: string) {
  return onSelect
    ? {
        role: "button",
        tabIndex: 0,
        "aria-label": from ? stem.label.replace(":", `, ${from}:`) : stem.label,
        "aria-pressed": selected,
        className: "stem",
        style: { cursor: "pointer" },
        onClick: (e: React.MouseEvent) => {
          e.stopPropagation();
          onSelect(stem.id);
        },
        onKeyDown: (e: React.KeyboardEvent) => {
          if (e.key === "Enter" || e.key === " ") {
            e.preventDefault();
            onSelect(stem.id);
          }
        },
      }
    : {};
}
