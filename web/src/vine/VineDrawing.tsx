import { useId } from "react";
import { useMeasures } from "../app/settings";
import { aslant, fromFront, outline, placeAt, type View } from "../drawing/geometry";
import { spreadOnLine } from "../drawing/labels";
import { Patterns, pointable, ShootShape, StemLabel, StemShape } from "../drawing/paper";
import { type DrawnStem, type Plan, rank, type Scene, type State } from "../drawing/scene";
import { SupportShape } from "../drawing/SupportShape";
import { placesOf } from "./places";

const width = 760;
const height = 430;
const soilAt = 396;
const top = 20;

type VinePlan = NonNullable<Plan["vine"]>;

interface Props {
  scene: Scene;
  plan: Plan | null;
  state: State;
  /** A place or a stem. */
  selected: string | null;
  onSelect?: (id: string) => void;
  title: string;
  /** A stem to come close to. */
  zoom?: string | null;
}

const permanent = (s: DrawnStem) => s.axis.stem.role === "trunk" || s.axis.stem.role === "arm";

/** How far the picture reaches, mm: after the cuts it comes closer, so that the buds can be counted. */
function extent(scene: Scene, plan: VinePlan | null, state: State) {
  let [left, right, high] = [-250, 250, 500];
  const points = scene.stems.flatMap((s) => {
    const to = state === "after" && !permanent(s) && s.decision !== "none" ? Math.max(s.keptTo, 0) : s.axis.length;
    return s.decision === "remove" && state !== "found" ? [] : [placeAt(s.axis, 0), placeAt(s.axis, to)];
  });
  for (const p of points) {
    left = Math.min(left, p.x);
    right = Math.max(right, p.x);
    high = Math.max(high, p.z);
  }
  const head = Math.max(0, ...scene.stems.filter(permanent).map((s) => placeAt(s.axis, s.axis.length).z));
  const marks = (plan?.positions ?? []).flatMap((p) => p.marks.map((m) => Number(m[2])));
  if (state === "summer") high = Math.max(high, ...marks.map((z) => z + 900));
  if (state === "after") high = Math.max(...marks, head + 260, ...points.map((p) => p.z));
  return { left: left - 90, right: right + 90, height: high + 70 };
}

/** A vine from the front: trunk, arms, spurs and shoots at their thickness, the buds that stay counted one by one. */
export function VineDrawing(props: Props) {
  const { scene, plan, state, selected } = props;
  const { long } = useMeasures();
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  const vine = plan?.vine ?? null;
  const reach = extent(scene, vine, state);
  const trellis = scene.support?.kind === "t-trellis";
  const scale = Math.min((soilAt - top) / reach.height, (width - 30) / (reach.right - reach.left));
  const foot = { x: width / 2 - ((reach.left + reach.right) / 2) * scale, y: soilAt };
  const view = trellis ? aslant(foot, scale * 0.86) : fromFront(foot, scale);
  const order = [...scene.stems].sort((a, b) => layer(a) - layer(b));
  const zoomed = scene.stems.find((s) => s.id === props.zoom);
  const close = zoomed ? view.flat(placeAt(zoomed.axis, Math.min(zoomed.keptTo, 160))) : null;
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
      <rect x="0" y={soilAt} width={width} height={height - soilAt} fill="var(--soil)" />
      <rect x="0" y={soilAt} width={width} height={height - soilAt} fill={`url(#${prefix}-soil)`} opacity={0.22} />
      {scene.support &&
        (trellis ? (
          <Trellis scene={scene} view={view} />
        ) : (
          <SupportShape support={scene.support} view={view} words={long} />
        ))}
      <g clipPath={`url(#${prefix}-frame)`}>
        {order.map((s) => {
          const chosen = s.id === selected;
          return (
            <g key={s.id} {...pointable(s, chosen, props.onSelect)}>
              {props.onSelect && <path d={outline(s.axis, 0, s.axis.length, view, 12)} fill="transparent" />}
              <StemShape stem={s} state={state} view={view} prefix={prefix} selected={chosen} />
            </g>
          );
        })}
        {state === "summer" &&
          scene.newShoots.map((s, i) => <ShootShape key={i} shoot={s} view={view} tight={false} />)}
      </g>
      <line x1="0" x2={width} y1={soilAt} y2={soilAt} stroke="var(--ink)" strokeWidth="2" />
      {state === "after" && vine && <Buds positions={vine.positions} view={view} />}
      {close && zoomed ? (
        <StemLabel stem={zoomed} state={state} x={close.x + 60} y={close.y + 30} lead={close} selected={false} />
      ) : (
        <Names scene={scene} state={state} view={view} selected={selected} plan={vine} />
      )}
    </svg>
  );
}

/** Wood that goes lies under the frame of the vine, what stays over it. */
function layer(s: DrawnStem): number {
  return permanent(s) ? 1.5 : rank(s.decision) + (s.axis.stem.role === "spur" ? 0.6 : 0.8);
}

/** The buds that stay, counted from the base; on a long cane the last one bears the number. */
function Buds(props: { positions: VinePlan["positions"]; view: View }) {
  return (
    <g data-counted={props.positions.reduce((n, p) => n + p.marks.length, 0)}>
      {props.positions.flatMap((p) =>
        p.marks.map((m, i) => {
          const at = props.view.flat({ x: Number(m[0]), y: Number(m[1]), z: Number(m[2]) });
          const side = i % 2 === 0 ? 1 : -1;
          const many = p.marks.length > 4;
          const last = i === p.marks.length - 1;
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

/** The names of the places, under the arms where there are any, so that they cover no shoot. */
function Names(props: { scene: Scene; state: State; view: View; selected: string | null; plan: VinePlan | null }) {
  const { scene, view, state } = props;
  const byId = new Map(scene.stems.map((s) => [s.id, s]));
  const places = placesOf(scene.stems.map((s) => s.axis.stem));
  const low = Math.min(
    ...scene.stems.filter((s) => s.axis.stem.role === "arm").map((s) => view.flat(s.axis.start).y),
    soilAt,
  );
  const arms = scene.stems.some((s) => s.axis.stem.role === "arm");
  const shown = places.filter((p) => byId.has(p.id) && (state !== "summer" || byId.get(p.id)!.decision !== "remove"));
  const at = shown.map((p) => {
    const stem = byId.get(p.id)!;
    return view.flat(
      placeAt(
        stem.axis,
        arms || p.old
          ? 0
          : Math.min(stem.axis.length, state === "after" && stem.decision === "shorten" ? stem.keptTo : 330),
      ),
    );
  });
  const y = arms ? Math.min(soilAt - 16, low + 46) : null;
  const xs = spreadOnLine(
    at.map((p) => p.x),
    arms ? 34 : 30,
    20,
    width - 20,
  );
  return (
    <g>
      {shown.map((p, i) => {
        const stem = byId.get(p.id)!;
        const own = y ?? Math.min(soilAt - 14, at[i]!.y + (p.old ? 52 + (i % 3) * 24 : -16));
        return (
          <StemLabel
            key={p.id}
            stem={stem}
            state={state}
            x={arms ? xs[i]! : p.old ? xs[i]! : at[i]!.x + (at[i]!.x < width / 2 ? -16 : 16)}
            y={own}
            lead={at[i]!}
            selected={props.selected === p.id || p.shoots.some((s) => s.id === props.selected)}
          />
        );
      })}
    </g>
  );
}

/** Two T-posts with their wires, seen a little from the right and above. */
function Trellis({ scene, view }: { scene: Scene; view: View }) {
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
  return (
    <g data-support="t-trellis" fill="none" stroke="var(--muted)" strokeLinecap="round">
      {[left, left + support.width].map((x) => (
        <g key={x} strokeWidth="5" stroke="var(--soil)">
          <path d={line([x, 0, 0], [x, 0, high])} />
          <path d={line([x, -wide - 60, high], [x, wide + 60, high])} />
          <path d={line([x, 0, 0], [x, 0, high])} stroke="var(--muted)" strokeWidth="1" />
        </g>
      ))}
      {wires.map((w, i) => {
        const y = w.y ?? 0;
        const end = view.flat({ x: left + support.width, y, z: w.height });
        return (
          <g key={i}>
            <path
              d={line([left, y, w.height], [left + support.width, y, w.height])}
              stroke="var(--ink)"
              strokeWidth="1.2"
              opacity={0.65}
            />
            {y < 0 && (
              <text x={end.x - 4} y={end.y + 13} textAnchor="end" fontSize="12.500" fill="var(--muted)" stroke="none">
                wire {i + 1}, {long(w.height)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
