import { useId, useRef, useState } from "react";
import { useNarrow } from "../app/narrow";
import { useMeasures } from "../app/settings";
import type { StemId } from "../api/stemId";
import type { Towards, Support } from "../survey/types";
import { aslant, type Flat, fromFront, heading, outline, placeAt, type View } from "./geometry";
import { spreadApart } from "./labels";
import { Patterns, pointable, StemLabel, StemShape } from "./paper";
import { axisIn, endOf, lettered, rank, type Scene, type State, type DrawnStem } from "./scene";
import { frameOf, supports, SupportShape } from "./SupportShape";
import { Lines, AsFound, TieMark, Grip, Flowers, Bare, Measures } from "./supportMarks";

/** Paper for a wide window and for a phone: the same size of letters on both. */
const wide = { width: 640, height: 456 };

const phone = { width: 400, height: 330 };

const soil = 36;

const top = 34;

export interface OnSupportProps {
  scene: Scene;
  state: State;
  selected: StemId | null;
  marked?: Set<string>;
  onSelect?: (id: StemId) => void;
  /** The gardener leads a cane to a place on the support. */
  onTowards?: (id: StemId, towards: Towards) => void;
  title: string;
  /** A stem to come close to. */
  zoom?: string | null;
}

/** The front of the support: canes on their lines, ties, and where flowers will come. */
export function OnSupport(props: OnSupportProps) {
  const { scene, state, selected } = props;
  const support = scene.support!;
  const { long } = useMeasures();
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  const frame = frameOf(support);
  const { width, height } = useNarrow() ? phone : wide;
  const soilAt = height - soil;
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<Flat | null>(null);
  const { scale, foot, view } = drawnOn(scene, support, frame, width, soilAt);
  const after = state !== "found";
  const chosen = scene.stems.find((s) => s.id === selected && s.top && s.tied) ?? null;
  const lines = after ? (scene.training?.lines ?? []) : [];
  const zoomed = scene.stems.find((s) => s.id === props.zoom);
  const close = zoomed ? closeUp(zoomed, state, view, scene) : null;
  const place = (e: React.PointerEvent): Flat => {
    const box = svg.current!.getBoundingClientRect();
    return { x: ((e.clientX - box.left) / box.width) * width, y: ((e.clientY - box.top) / box.height) * height };
  };
  const lead = (at: Flat) =>
    chosen &&
    props.onTowards?.(chosen.id, {
      x: Math.round((at.x - foot.x) / scale),
      z: Math.max(0, Math.round((soilAt - at.y) / scale)),
    });
  return (
    <svg
      ref={svg}
      viewBox={close ?? `0 0 ${width} ${height}`}
      role="group"
      aria-label={props.title}
      style={{
        width: "100%",
        height: "100%",
        display: "block",
        touchAction: chosen && props.onTowards ? "none" : undefined,
      }}
      onPointerMove={(e) => drag && setDrag(place(e))}
      onPointerUp={(e) => {
        if (!drag) return;
        lead(place(e));
        setDrag(null);
      }}
    >
      <Patterns id={prefix} />
      <rect x="0" y={soilAt} width={width} height={height - soilAt} fill="var(--soil)" />
      <rect x="0" y={soilAt} width={width} height={height - soilAt} fill={`url(#${prefix}-soil)`} opacity={0.22} />
      <SupportShape support={support} view={view} words={long} />
      {state === "summer" && <Bare scene={scene} view={view} words={long} />}
      <Lines state={state} view={view} lines={lines} />
      {chosen && state === "after" && <AsFound view={view} chosen={chosen} />}
      <Stems {...props} prefix={prefix} view={view} chosen={chosen} />
      <ellipse cx={foot.x} cy={soilAt} rx={Math.max(10, 60 * scale)} ry="5" fill="var(--bark3)" stroke="var(--ink)" />
      <Ties {...props} view={view} after={after} />
      {state === "summer" && <Flowers scene={scene} view={view} />}
      <line x1="0" x2={width} y1={soilAt} y2={soilAt} stroke="var(--ink)" strokeWidth="2" />
      <Measures scene={scene} view={view} words={long} />
      <Letters {...props} width={width} soilAt={soilAt} view={view} />
      {chosen && state === "after" && props.onTowards && (
        <>
          <OtherLines {...props} view={view} chosen={chosen} lines={lines} />
          <Grip
            at={drag ?? view.flat(endOf(chosen, state))}
            from={view.flat(placeAt(axisIn(chosen, state), axisIn(chosen, state).length * 0.3))}
            dragging={drag !== null}
            onDown={(e) => (e.currentTarget.ownerSVGElement?.setPointerCapture(e.pointerId), setDrag(place(e)))}
          />
        </>
      )}
    </svg>
  );
}

/** From mm on the support to places on the paper, with room for every cane and its letter. */
function drawnOn(
  scene: Scene,
  support: Support,
  frame: { left: number; right: number; height: number; y: number },
  width: number,
  soilAt: number,
) {
  const shown = scene.stems.filter((s) => s.top);
  const points = shown.flatMap((s) => [0.5, 1].map((t) => placeAt(s.axis, s.axis.length * t)));
  const left = Math.min(frame.left, ...points.map((p) => p.x)) - 120;
  const right = Math.max(frame.right, ...points.map((p) => p.x)) + 120;
  const high = Math.max(frame.height * supports[support.kind].tall, ...points.map((p) => p.z)) + 120;
  const scale = Math.min((soilAt - top) / high, (width - 20) / (right - left));
  const foot = { x: width / 2 - ((left + right) / 2) * scale, y: soilAt };
  // Canes run side by side over an arch and along a beam: seen a little aslant.
  const deep = supports[support.kind].sideways;
  const view: View = deep ? aslant(foot, scale) : fromFront(foot, scale);
  return { scale, foot, view };
}

/** All stems, the chosen one on top. */
function Stems(
  props: OnSupportProps & {
    prefix: string;
    view: View;
    chosen: DrawnStem | null;
  },
) {
  const { scene, state, selected, prefix, view, chosen } = props;
  const order = [...scene.stems].sort(
    (a, b) => rank(a.decision) - rank(b.decision) || (a.id === selected ? 1 : b.id === selected ? -1 : 0),
  );
  return order.map((s) => (
    <g
      key={s.id}
      {...pointable(s, s.id === selected, props.onSelect)}
      {...(s === chosen ? keys(props, scene, s.id) : {})}
    >
      {props.onSelect && (
        <path d={outline(axisIn(s, state), 0, axisIn(s, state).length, view, 16)} fill="transparent" />
      )}
      <StemShape stem={s} state={state} view={view} prefix={prefix} selected={s.id === selected} />
    </g>
  ));
}

/** Where the canes are tied, numbered on the one that is looked at. */
function Ties(props: OnSupportProps & { view: View; after: boolean }) {
  const { scene, selected, view, after } = props;
  return (
    after &&
    [...scene.ties].map(([id, ties]) =>
      ties.map((t) => (
        <TieMark
          key={`${id}-${t.n}`}
          at={view.flat({ x: Number(t.x), y: Number(t.y), z: Number(t.z) })}
          number={id === selected || id === props.zoom ? t.n : null}
        />
      )),
    )
  );
}

/** The letters of the stems, beside their ends. */
function Letters(
  props: OnSupportProps & {
    width: number;
    soilAt: number;
    view: View;
  },
) {
  const { scene, state, selected, width, soilAt, view } = props;
  const tops = lettered(scene, state);
  const ends = tops.map((s) => view.flat(endOf(s, state)));
  const spots = spreadApart(
    tops.map((s, i) => beyond(s, state, view, ends[i]!)),
    27,
    { left: 16, right: width - 16, top: 14, bottom: soilAt - 14 },
  );
  return tops.map((s, i) => (
    <StemLabel
      key={s.id}
      stem={s}
      state={state}
      x={spots[i]!.x}
      y={spots[i]!.y}
      lead={Math.hypot(spots[i]!.x - ends[i]!.x, spots[i]!.y - ends[i]!.y) > 24 ? ends[i] : undefined}
      selected={s.id === selected}
      marked={props.marked?.has(s.id)}
    />
  ));
}

/** The lines to which the chosen cane could be led with a tap. */
function OtherLines(
  props: OnSupportProps & {
    view: View;
    chosen: DrawnStem;
    lines: { n: number; name: string; path: number[][] }[];
  },
) {
  const { scene, view, chosen, lines } = props;
  return lines.map((l) => {
    const [x, z] = l.path[l.path.length - 1]!;
    const p = view.flat({ x: Number(x), y: 0, z: Number(z) });
    const own = scene.training?.canes.find((c) => c.stem === chosen.id)?.line === l.n;
    return own ? null : (
      <g
        key={l.n}
        style={{ cursor: "pointer" }}
        onClick={() => props.onTowards!(chosen.id, { x: Number(x), z: Number(z) })}
        data-line={l.n}
      >
        <circle cx={p.x} cy={p.y} r="15" fill="var(--sheet)" stroke="var(--leaf)" strokeWidth="2" />
        <text x={p.x} y={p.y + 5} textAnchor="middle" fontSize="14" fontWeight="700" fill="var(--leaf)">
          {l.n}
        </text>
      </g>
    );
  });
}

/** A label's wanted place: a little beyond the end, the way the cane runs. */
function beyond(stem: Scene["stems"][number], state: State, view: View, end: Flat): Flat {
  const axis = axisIn(stem, state);
  const to = state !== "found" && stem.decision === "shorten" ? Math.min(stem.keptTo, axis.length) : axis.length;
  const angle = heading(axis, to, view) ?? -Math.PI / 2;
  return { x: end.x + Math.cos(angle) * 22, y: end.y + Math.sin(angle) * 22 };
}

/** Close to what is done on a stem: its cut, or the length of a cane that is tied. */
function closeUp(stem: Scene["stems"][number], state: State, view: View, scene: Scene): string {
  const ties = scene.ties.get(stem.id) ?? [];
  const spots =
    ties.length > 0
      ? ties.map((t) => view.flat({ x: Number(t.x), y: Number(t.y), z: Number(t.z) }))
      : [view.flat(placeAt(axisIn(stem, state), Math.min(stem.keptTo, axisIn(stem, state).length)))];
  const [x0, x1] = [Math.min(...spots.map((s) => s.x)) - 60, Math.max(...spots.map((s) => s.x)) + 60];
  const [y0, y1] = [Math.min(...spots.map((s) => s.y)) - 50, Math.max(...spots.map((s) => s.y)) + 50];
  const across = Math.max(x1 - x0, ((y1 - y0) * 24) / 19, 200);
  return `${(x0 + x1 - across) / 2} ${(y0 + y1 - (across * 19) / 24) / 2} ${across} ${(across * 19) / 24}`;
}

/** Left and right arrows lead the chosen cane to the next line that way. */
function keys(props: OnSupportProps, scene: Scene, id: StemId): React.SVGProps<SVGGElement> {
  const lines = [...(scene.training?.lines ?? [])].sort(
    (a, b) => Number(a.path[a.path.length - 1]![0]) - Number(b.path[b.path.length - 1]![0]),
  );
  return {
    "aria-keyshortcuts": "ArrowLeft ArrowRight",
    onKeyDown: (e) => {
      const by = e.key === "ArrowRight" ? 1 : e.key === "ArrowLeft" ? -1 : 0;
      if (by === 0 || !props.onTowards) {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          props.onSelect?.(id);
        }
        return;
      }
      e.preventDefault();
      const now = scene.training?.canes.find((c) => c.stem === id)?.line;
      const at = lines.findIndex((l) => l.n === now);
      const next = lines[at < 0 ? (by > 0 ? 0 : lines.length - 1) : at + by];
      if (next) {
        const [x, z] = next.path[next.path.length - 1]!;
        props.onTowards(id, { x: Number(x), z: Number(z) });
      }
    },
  };
}
