import { useId } from "react";
import type { StemId } from "../api/stemId";
import { useNarrow } from "../app/narrow";
import { useMeasures } from "../app/settings";
import {
  aslant,
  type Axis,
  drawnWidth,
  fromFront,
  heading,
  outline,
  placeAt,
  type Point,
  type View,
} from "../drawing/geometry";
import { Patterns, pointable, ShootShape, StemLabel, StemShape } from "../drawing/paper";
import { axisIn, type DrawnStem, type NewShoot, type Plan, rank, type Scene, type State } from "../drawing/scene";
import { SupportShape } from "../drawing/SupportShape";
import { draped, frameOf, laid, large, type Paper, permanent, small } from "./frame";
import { Trellis } from "./Trellis";
import { Buds, Names, type Position } from "./VineMarks";

export interface VineDrawingProps {
  scene: Scene;
  plan: Plan | null;
  state: State;
  /** A place or a stem. */
  selected: StemId | null;
  onSelect?: (id: StemId) => void;
  title: string;
  /** A stem to come close to. */
  zoom?: string | null;
  /** It stands beside another drawing. */
  narrow?: boolean;
}

/** Buds of a place as the picture has them: moved with a cane that is laid along its wire. */
function marksOf(p: Omit<Position, "at">, stems: Map<string, DrawnStem>, state: State): Point[] {
  const stem = p.shoot ? stems.get(p.shoot) : undefined;
  return p.marks.map((m) => {
    const at = { x: Number(m[0]), y: Number(m[1]), z: Number(m[2]) };
    if (!stem?.tied || state === "found") return at;
    const from = placeAt(stem.axis, 0);
    return placeAt(stem.tied, Math.hypot(at.x - from.x, at.y - from.y, at.z - from.z));
  });
}

/** A vine from the front: trunk, arms, spurs and shoots at their thickness, the buds that stay counted one by one. */
export function VineDrawing(props: VineDrawingProps) {
  const { scene, plan, state, selected } = props;
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  // A close look is the same at any width.
  const narrow = useNarrow();
  const paper = (narrow || props.narrow) && !props.zoom ? small : large;
  const { width, height, soilAt } = paper;
  const vine = plan?.vine ?? null;
  const stems = vine?.work === "summer" ? draped(scene.stems, plan, scene.support) : laid(scene.stems, plan);
  const byId = new Map(stems.map((s) => [s.id, s]));
  const positions = (vine?.positions ?? []).map((p) => ({ ...p, at: marksOf(p, byId, state) }));
  const frame = frameOf(
    stems,
    positions.flatMap((p) => p.at),
    state,
    scene.support,
    paper,
  );
  const foot = { x: width / 2 - frame.middle * frame.scale, y: soilAt + frame.floor * frame.scale };
  const trellis = scene.support?.kind === "t-trellis";
  const view = trellis ? aslant(foot, frame.scale * 0.86) : fromFront(foot, frame.scale);
  const zoomed = stems.find((s) => s.id === props.zoom);
  const close = zoomed ? view.flat(placeAt(axisIn(zoomed, state), Math.min(zoomed.keptTo, 160))) : null;
  return (
    <svg
      viewBox={close ? `${close.x - 130} ${close.y - 105} 260 190` : `0 0 ${width} ${height}`}
      role="group"
      aria-label={props.title}
      style={{ width: "100%", height: "100%", display: "block" }}
    >
      <Patterns id={prefix} />
      <clipPath id={`${prefix}-frame`}>
        <rect x="0" y="0" width={width} height={soilAt} />
      </clipPath>
      <Ground paper={paper} floor={frame.floor} prefix={prefix} />
      <g clipPath={`url(#${prefix}-frame)`}>
        <Held scene={scene} view={view} edge={width - 6} />
        <Wood stems={stems} view={view} prefix={prefix} shown={props} />
        {state === "summer" &&
          scene.newShoots.map((s, i) => <ShootShape key={i} shoot={moved(s, positions)} view={view} tight={false} />)}
      </g>
      <SoilLine paper={paper} floor={frame.floor} />
      {state === "after" && vine && <Buds positions={positions} view={view} />}
      {close && zoomed ? (
        <StemLabel stem={zoomed} state={state} x={close.x + 60} y={close.y + 30} lead={close} selected={false} />
      ) : (
        <Names stems={stems} state={state} view={view} selected={selected} paper={paper} />
      )}
    </svg>
  );
}

/** The soil is in the picture. */
const onSoil = (floor: number) => floor < 1;

function Ground({ paper, floor, prefix }: { paper: Paper; floor: number; prefix: string }) {
  const { width, height, soilAt } = paper;
  return (
    onSoil(floor) && (
      <g>
        <rect x="0" y={soilAt} width={width} height={height - soilAt} fill="var(--soil)" />
        <rect x="0" y={soilAt} width={width} height={height - soilAt} fill={`url(#${prefix}-soil)`} opacity={0.22} />
      </g>
    )
  );
}

/** Where the soil begins, or how far down it is. */
function SoilLine({ paper, floor }: { paper: Paper; floor: number }) {
  const { long } = useMeasures();
  const { width, soilAt } = paper;
  return onSoil(floor) ? (
    <line x1="0" x2={width} y1={soilAt} y2={soilAt} stroke="var(--ink)" strokeWidth="2" />
  ) : (
    <text x={width / 2} y={soilAt + 20} textAnchor="middle" fontSize="13" fill="var(--muted)">
      the soil is {long(Math.round(floor / 10) * 10)} further down
    </text>
  );
}

/** What the vine is tied to. */
function Held({ scene, view, edge }: { scene: Scene; view: View; edge: number }) {
  const { long } = useMeasures();
  if (!scene.support) return null;
  return scene.support.kind === "t-trellis" ? (
    <Trellis scene={scene} view={view} edge={edge} />
  ) : (
    <SupportShape support={scene.support} view={view} words={long} under edge={edge} />
  );
}

/** Its wood, what goes below what stays. */
function Wood(props: { stems: DrawnStem[]; view: View; prefix: string; shown: VineDrawingProps }) {
  const { view, prefix } = props;
  const { state, selected, onSelect } = props.shown;
  return [...props.stems]
    .sort((a, b) => layer(a) - layer(b))
    .map((s) => {
      const axis = axisIn(s, state);
      return (
        <g key={s.id} {...pointable(s, s.id === selected, onSelect)}>
          {onSelect && <path d={outline(axis, 0, axis.length, view, 12)} fill="transparent" />}
          <StemShape stem={s} state={state} view={view} prefix={prefix} selected={s.id === selected} />
          {permanent(s) && s.decision !== "remove" && <Bark axis={axis} view={view} />}
        </g>
      );
    });
}

/** A shoot of next summer starts where its bud lies once the cane is tied. */
function moved(shoot: NewShoot, positions: Position[]): NewShoot {
  const p = positions.find((x) => x.shoot === shoot.stem);
  const i = p?.marks.findIndex((m) => Number(m[0]) === Number(shoot.x) && Number(m[2]) === Number(shoot.z)) ?? -1;
  const at = i >= 0 ? p!.at[i]! : null;
  return at ? { ...shoot, x: at.x, y: at.y, z: at.z } : shoot;
}

/** Old bark hangs in strips: fine lines along the wood. */
function Bark({ axis, view }: { axis: Axis; view: View }) {
  const lines = [-0.28, 0.05, 0.3].map((side, n) => {
    const points = Array.from({ length: 15 }, (_, i) => {
      const along = (axis.length * (i + 0.2)) / 15;
      const p = view.flat(placeAt(axis, along));
      const turn = (heading(axis, along, view) ?? -Math.PI / 2) + Math.PI / 2;
      const off = drawnWidth(axis, along, view) * (side + 0.06 * Math.sin(i * 2.3 + n * 1.7));
      return `${(p.x + Math.cos(turn) * off).toFixed(1)} ${(p.y + Math.sin(turn) * off).toFixed(1)}`;
    });
    return `M${points.join("L")}`;
  });
  return (
    <path d={lines.join("")} fill="none" stroke="var(--ink)" strokeWidth="0.7" opacity={0.4} strokeDasharray="9 4" />
  );
}

/** Wood that goes lies under the frame of the vine, what stays over it. */
function layer(s: DrawnStem): number {
  return permanent(s) ? 1.5 : rank(s.decision) + (s.axis.stem.role === "spur" ? 0.6 : 0.8);
}
