import { useId } from "react";
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
import { spreadOnLine } from "../drawing/labels";
import { Patterns, pointable, ShootShape, StemLabel, StemShape } from "../drawing/paper";
import { axisIn, type DrawnStem, type NewShoot, type Plan, rank, type Scene, type State } from "../drawing/scene";
import { SupportShape } from "../drawing/SupportShape";
import { useNarrow } from "../app/narrow";
import type { StemId } from "../api/stemId";
import { seenWords, type Support } from "../survey/types";
import { alongWire, overWire } from "./alongWire";
import { placesOf } from "./places";

/** The paper: a smaller one on a phone, so that letters stay legible. */
interface Paper {
  width: number;
  height: number;
  soilAt: number;
}

const large: Paper = { width: 760, height: 430, soilAt: 396 };
const small: Paper = { width: 430, height: 330, soilAt: 302 };
const top = 20;

type VinePlan = NonNullable<Plan["vine"]>;

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

const permanent = (s: DrawnStem) => s.axis.stem.role === "trunk" || s.axis.stem.role === "arm";

/** The part of the vine that the picture shows, mm: after the cuts it comes closer, so that the buds can be counted. */
function frameOf(stems: DrawnStem[], marks: Point[], state: State, support: Support | null, paper: Paper) {
  const { width, soilAt } = paper;
  let [left, right, high, low] = [-250, 250, 500, Infinity];
  const head = Math.max(0, ...stems.filter(permanent).map((s) => placeAt(s.axis, s.axis.length).z));
  for (const s of stems) {
    const close = state !== "found" && !permanent(s) && s.decision !== "none";
    if (close && s.decision === "remove") continue;
    const axis = axisIn(s, state);
    for (const to of [0, close ? Math.min(s.keptTo, axis.length) : axis.length]) {
      const p = placeAt(axis, to);
      [left, right, high] = [Math.min(left, p.x), Math.max(right, p.x), Math.max(high, p.z)];
      if (!permanent(s)) low = Math.min(low, p.z);
    }
  }
  if (state === "summer") high = Math.max(high, ...marks.map((m) => m.z + 900));
  if (state === "after") high = Math.max(high, head + 230, ...marks.map((m) => m.z));
  high += 80;
  if (support?.kind === "t-trellis") {
    const from = support.from ?? -support.width / 2;
    [left, right] = [Math.min(left, from), Math.max(right, from + support.width + 250)];
  }
  // Where buds are to be counted the trunk need not be in the picture down to the soil.
  const from = state === "after" && Number.isFinite(low) ? Math.max(0, low - 260) : 0;
  const wide = (width - 24) / (right - left + 160);
  const scale = Math.min(wide, (soilAt - top) / (high - (from > 120 ? from : 0)));
  const floor = Math.max(0, high - (soilAt - top) / scale);
  return { scale, floor, middle: (left + right) / 2 };
}

/** The canes that are laid along a wire as they lie once tied; everything else as it stands. */
function laid(stems: DrawnStem[], plan: Plan | null): DrawnStem[] {
  const ties = new Map(
    (plan?.steps ?? []).filter((s) => s.stem && s.stage === "train" && s.ties.length > 0).map((s) => [s.stem!, s.ties]),
  );
  // Canes that share a wire are drawn a finger apart.
  const onWire = new Map<string, number>();
  return stems.map((s) => {
    const own = ties.get(s.id);
    if (!own || s.decision === "remove" || s.axis.stem.role === "spur") return s;
    const last = own[own.length - 1]!;
    const base = placeAt(s.axis, 0);
    const key = `${last.on}${Number(last.x) < base.x}`;
    const before = onWire.get(key) ?? 0;
    onWire.set(key, before + 1);
    const path = alongWire(base, Number(last.x), Number(last.z) + before * 45, s.keptTo);
    return { ...s, tied: { ...s.axis, path, length: s.keptTo, taper: s.axis.length } };
  });
}

/** In summer: shoots as they hang once laid over their wire. */
function draped(stems: DrawnStem[], plan: Plan | null, support: Support | null): DrawnStem[] {
  const ties = new Map(
    (plan?.steps ?? []).filter((s) => s.stem && s.ties.length > 0).map((s) => [s.stem!, s.ties[0]!]),
  );
  return stems.map((s) => {
    const tie = ties.get(s.id);
    const held = seenWords(s.axis.stem).includes("held") ? outerWire(support, Math.cos(s.axis.bearing)) : null;
    if ((!tie && !held) || s.decision === "remove") return s;
    const over = tie
      ? { x: Number(tie.x), y: Number(tie.y), z: Number(tie.z) }
      : { x: placeAt(s.axis, 0).x, y: held!.y ?? 0, z: held!.height };
    const path = overWire(placeAt(s.axis, 0), over, s.axis.length);
    return { ...s, tied: { ...s.axis, path, taper: s.axis.length } };
  });
}

/** The outer wire on a side of a trellis; null where there is none. */
function outerWire(support: Support | null, side: number) {
  const own = (support?.wires ?? []).filter((w) => Math.sign(w.y ?? 0) === Math.sign(side));
  return own.sort((a, b) => Math.abs(b.y ?? 0) - Math.abs(a.y ?? 0))[0] ?? null;
}

/** Buds of a place as the picture has them: moved with a cane that is laid along its wire. */
function marksOf(p: VinePlan["positions"][number], stems: Map<string, DrawnStem>, state: State): Point[] {
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
  const { long } = useMeasures();
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  // A close look is the same at any width.
  const narrow = useNarrow();
  const paper = (narrow || props.narrow) && !props.zoom ? small : large;
  const { width, height, soilAt } = paper;
  const vine = plan?.vine ?? null;
  const stems = vine?.work === "summer" ? draped(scene.stems, plan, scene.support) : laid(scene.stems, plan);
  const byId = new Map(stems.map((s) => [s.id, s]));
  const positions = (vine?.positions ?? []).map((p) => ({ ...p, at: marksOf(p, byId, state) }));
  const trellis = scene.support?.kind === "t-trellis";
  const frame = frameOf(
    stems,
    positions.flatMap((p) => p.at),
    state,
    scene.support,
    paper,
  );
  const foot = { x: width / 2 - frame.middle * frame.scale, y: soilAt + frame.floor * frame.scale };
  const view = trellis ? aslant(foot, frame.scale * 0.86) : fromFront(foot, frame.scale);
  const order = [...stems].sort((a, b) => layer(a) - layer(b));
  const zoomed = stems.find((s) => s.id === props.zoom);
  const close = zoomed ? view.flat(placeAt(axisIn(zoomed, state), Math.min(zoomed.keptTo, 160))) : null;
  const soil = frame.floor < 1;
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
      {soil && (
        <g>
          <rect x="0" y={soilAt} width={width} height={height - soilAt} fill="var(--soil)" />
          <rect x="0" y={soilAt} width={width} height={height - soilAt} fill={`url(#${prefix}-soil)`} opacity={0.22} />
        </g>
      )}
      <g clipPath={`url(#${prefix}-frame)`}>
        {scene.support &&
          (trellis ? (
            <Trellis scene={scene} view={view} edge={width - 6} />
          ) : (
            <SupportShape support={scene.support} view={view} words={long} under edge={width - 6} />
          ))}
        {order.map((s) => {
          const chosen = s.id === selected;
          const axis = axisIn(s, state);
          return (
            <g key={s.id} {...pointable(s, chosen, props.onSelect)}>
              {props.onSelect && <path d={outline(axis, 0, axis.length, view, 12)} fill="transparent" />}
              <StemShape stem={s} state={state} view={view} prefix={prefix} selected={chosen} />
              {permanent(s) && s.decision !== "remove" && <Bark axis={axis} view={view} />}
            </g>
          );
        })}
        {state === "summer" &&
          scene.newShoots.map((s, i) => <ShootShape key={i} shoot={moved(s, positions)} view={view} tight={false} />)}
      </g>
      {soil ? (
        <line x1="0" x2={width} y1={soilAt} y2={soilAt} stroke="var(--ink)" strokeWidth="2" />
      ) : (
        <text x={width / 2} y={soilAt + 20} textAnchor="middle" fontSize="13" fill="var(--muted)">
          the soil is {long(Math.round(frame.floor / 10) * 10)} further down
        </text>
      )}
      {state === "after" && vine && <Buds positions={positions} view={view} />}
      {close && zoomed ? (
        <StemLabel stem={zoomed} state={state} x={close.x + 60} y={close.y + 30} lead={close} selected={false} />
      ) : (
        <Names stems={stems} state={state} view={view} selected={selected} paper={paper} />
      )}
    </svg>
  );
}

/** A shoot of next summer starts where its bud lies once the cane is tied. */
function moved(
  shoot: NewShoot,
  positions: { shoot?: string | null; marks: readonly (readonly unknown[])[]; at: Point[] }[],
): NewShoot {
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

/** The buds that stay, counted from the base; on a long cane the last one bears the number. */
function Buds(props: { positions: (VinePlan["positions"][number] & { at: Point[] })[]; view: View }) {
  return (
    <g data-counted={props.positions.reduce((n, p) => n + p.at.length, 0)}>
      {props.positions.flatMap((p) =>
        p.at.map((m, i) => {
          const at = props.view.flat(m);
          const side = i % 2 === 0 ? 1 : -1;
          const many = p.at.length > 4;
          const last = i === p.at.length - 1;
          if (many && !last) {
            return (
              <path
                key={`${p.id}-${i}`}
                d={`M${at.x} ${at.y - 3}L${at.x + side * 7} ${at.y - 6}L${at.x} ${at.y + 2}Z`}
                fill="var(--leaf)"
                stroke="var(--paper)"
                strokeWidth="0.6"
              />
            );
          }
          const x = at.x + side * (many ? 13 : 10);
          return (
            <g key={`${p.id}-${i}`}>
              <path
                d={`M${at.x} ${at.y - 3}L${x} ${at.y - 4}L${at.x} ${at.y + 3}Z`}
                fill={p.doubt && last ? "var(--ochre)" : "var(--leaf)"}
              />
              <circle
                cx={x}
                cy={at.y - 3}
                r={many ? 9.5 : 7.5}
                fill={p.doubt && last ? "var(--ochreWash)" : "var(--leafWash)"}
                stroke={p.doubt && last ? "var(--ochre)" : "var(--leaf)"}
                strokeWidth="1.2"
                strokeDasharray={p.doubt && last ? "2 1.5" : undefined}
              />
              <text
                x={x}
                y={at.y + 1.5}
                textAnchor="middle"
                fontSize="12.500"
                fontWeight="700"
                fill={p.doubt && last ? "var(--ochre)" : "var(--leaf)"}
              >
                {i + 1}
              </text>
            </g>
          );
        }),
      )}
    </g>
  );
}

/** The names of the places: under the arms where there are any, so that they cover no shoot; else in a line above. */
function Names(props: { stems: DrawnStem[]; state: State; view: View; selected: StemId | null; paper: Paper }) {
  const { stems, view, state } = props;
  const { width, soilAt } = props.paper;
  const byId = new Map(stems.map((s) => [s.id, s]));
  const places = placesOf(stems.map((s) => s.axis.stem));
  const arms = stems.filter((s) => s.axis.stem.role === "arm");
  const shown = places.filter((p) => byId.has(p.id) && (state !== "summer" || byId.get(p.id)!.decision !== "remove"));
  const ends = shown.map((p) => {
    // Round a head the name hangs over the shoot that stays, or the first; on an arm at the foot of the place.
    const shoots = p.shoots.flatMap((s) => byId.get(s.id) ?? []);
    const over = shoots.find((s) => state !== "found" && s.decision !== "remove") ?? shoots[0];
    const stem = arms.length > 0 ? byId.get(p.id)! : (over ?? byId.get(p.id)!);
    const axis = axisIn(stem, state);
    const closeTo = stem.decision === "remove" ? 300 : stem.keptTo;
    const to = arms.length > 0 ? 0 : state !== "found" ? closeTo : axis.length;
    const at = view.flat(placeAt(axis, Math.min(axis.length, to)));
    return { x: Math.min(width - 20, Math.max(20, at.x)), y: Math.min(soilAt - 8, Math.max(34, at.y)) };
  });
  const y = arms.length > 0 ? Math.min(soilAt - 16, Math.max(...arms.map((s) => view.flat(s.axis.start).y)) + 46) : 16;
  const xs = spreadOnLine(
    ends.map((p) => p.x),
    36,
    20,
    width - 20,
  );
  return (
    <g>
      {shown.map((p, i) => (
        <StemLabel
          key={p.id}
          stem={byId.get(p.id)!}
          state={state}
          x={xs[i]!}
          y={y}
          lead={ends[i]!}
          selected={props.selected === p.id || p.shoots.some((s) => s.id === props.selected)}
        />
      ))}
    </g>
  );
}

/** Two T-posts with their wires, seen a little from the right and above. */
function Trellis({ scene, view, edge }: { scene: Scene; view: View; edge: number }) {
  const { long } = useMeasures();
  const support = scene.support!;
  const left = support.from ?? -support.width / 2;
  const wires = support.wires ?? [];
  const wide = Math.max(300, ...wires.map((w) => Math.abs(w.y ?? 0)));
  const high = Math.max(...wires.map((w) => w.height), support.height - 60);
  const line = (a: [number, number, number], b: [number, number, number]) => {
    const [p, q] = [view.flat({ x: a[0], y: a[1], z: a[2] }), view.flat({ x: b[0], y: b[1], z: b[2] })];
    return `M${p.x} ${p.y}L${q.x} ${q.y}`;
  };
  // The names stand in a column beside the wires, as much of them as there is room for.
  const ends = wires.map((w) => view.flat({ x: left + support.width, y: w.y ?? 0, z: w.height }));
  const widest = Math.max(0, ...ends.map((e) => e.x));
  const room = edge - widest;
  const namesAt = room > 54 ? widest + 12 : Math.min(widest + 8, edge - 8);
  const words = (height: number, i: number) =>
    room > 110 ? `wire ${i + 1}, ${long(height)}` : room > 54 ? `wire ${i + 1}` : `${i + 1}`;
  const ys = spreadOnLine(
    ends.map((e) => e.y + 4),
    15,
    20,
    1000,
  );
  return (
    <g data-support="t-trellis" fill="none" stroke="var(--muted)" strokeLinecap="round">
      {[left, left + support.width].map((x) => (
        <g key={x} strokeWidth="5" stroke="var(--soil)">
          <path d={line([x, 0, 0], [x, 0, high])} />
          <path d={line([x, -wide - 60, high], [x, wide + 60, high])} />
          <path d={line([x, 0, 0], [x, 0, high])} stroke="var(--muted)" strokeWidth="1" />
        </g>
      ))}
      {wires.map((w, i) => (
        <path
          key={i}
          d={line([left, w.y ?? 0, w.height], [left + support.width, w.y ?? 0, w.height])}
          stroke="var(--ink)"
          strokeWidth="1.2"
          opacity={0.65}
        />
      ))}
      {wires.map((w, i) => (
        <g key={i}>
          <path
            d={`M${ends[i]!.x + 2} ${ends[i]!.y}L${namesAt - 3} ${ys[i]! - 4}`}
            strokeWidth="0.8"
            strokeDasharray="1 2.5"
          />
          <text x={namesAt} y={ys[i]} fontSize="12.500" fill="var(--muted)" stroke="none">
            {words(w.height, i)}
          </text>
        </g>
      ))}
    </g>
  );
}
