import { useId, useRef, useState } from "react";
import { useNarrow } from "../app/narrow";
import { useMeasures } from "../app/settings";
import type { StemId } from "../api/stemId";
import type { Towards } from "../survey/types";
import { aslant, type Flat, fromFront, heading, outline, placeAt, type View } from "./geometry";
import { spreadApart } from "./labels";
import { halo, Patterns, pointable, StemLabel, StemShape } from "./paper";
import { axisIn, endOf, lettered, rank, type Scene, type State } from "./scene";
import { thickness } from "../survey/document";
import { frameOf, supports, SupportShape } from "./SupportShape";

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
  const after = state !== "found";
  const tops = lettered(scene, state);
  const ends = tops.map((s) => view.flat(endOf(s, state)));
  const spots = spreadApart(
    tops.map((s, i) => beyond(s, state, view, ends[i]!)),
    27,
    { left: 16, right: width - 16, top: 14, bottom: soilAt - 14 },
  );
  const order = [...scene.stems].sort(
    (a, b) => rank(a.decision) - rank(b.decision) || (a.id === selected ? 1 : b.id === selected ? -1 : 0),
  );
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
      {state === "after" &&
        lines.map((l) => (
          <polyline
            key={l.n}
            points={l.path.map(([x, z]) => onPaper(view, Number(x), Number(z))).join(" ")}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1"
            strokeDasharray="1 6"
            opacity={0.75}
          />
        ))}
      {chosen && state === "after" && (
        <path
          d={outline(chosen.axis, 0, chosen.axis.length, view)}
          fill="none"
          stroke="var(--muted)"
          strokeWidth="1"
          strokeDasharray="3 4"
          data-was={chosen.id}
        />
      )}
      {order.map((s) => (
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
      ))}
      <ellipse cx={foot.x} cy={soilAt} rx={Math.max(10, 60 * scale)} ry="5" fill="var(--bark3)" stroke="var(--ink)" />
      {after &&
        [...scene.ties].map(([id, ties]) =>
          ties.map((t) => (
            <TieMark
              key={`${id}-${t.n}`}
              at={view.flat({ x: Number(t.x), y: Number(t.y), z: Number(t.z) })}
              number={id === selected || id === props.zoom ? t.n : null}
            />
          )),
        )}
      {state === "summer" && <Flowers scene={scene} view={view} />}
      <line x1="0" x2={width} y1={soilAt} y2={soilAt} stroke="var(--ink)" strokeWidth="2" />
      <Measures scene={scene} view={view} words={long} />
      {tops.map((s, i) => (
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
      ))}
      {chosen && state === "after" && props.onTowards && (
        <>
          {lines.map((l) => {
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
          })}
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

const onPaper = (view: View, x: number, z: number) => {
  const p = view.flat({ x, y: 0, z });
  return `${p.x.toFixed(1)},${p.y.toFixed(1)}`;
};

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

/** A tie: a loop across the cane, numbered where it is asked for. */
export function TieMark({ at, number }: { at: Flat; number: number | null }) {
  return number === null ? (
    <g>
      <circle cx={at.x} cy={at.y} r="4.2" fill="var(--ochreWash)" stroke="var(--ochre)" strokeWidth="1.5" />
      <circle cx={at.x} cy={at.y} r="1.3" fill="var(--ochre)" />
    </g>
  ) : (
    <g>
      <circle cx={at.x} cy={at.y} r="9" fill="var(--ochreWash)" stroke="var(--ochre)" strokeWidth="1.8" />
      <text x={at.x} y={at.y + 4.2} textAnchor="middle" fontSize="12.500" fontWeight="700" fill="var(--ink)">
        {number}
      </text>
    </g>
  );
}

/** The end of the chosen cane, to take hold of. */
function Grip(props: {
  at: Flat;
  from: Flat;
  dragging: boolean;
  onDown: (e: React.PointerEvent<SVGGElement>) => void;
}) {
  const { at } = props;
  return (
    <g style={{ cursor: props.dragging ? "grabbing" : "grab" }} onPointerDown={props.onDown} data-grip>
      {props.dragging && (
        <line
          x1={props.from.x}
          y1={props.from.y}
          x2={at.x}
          y2={at.y}
          stroke="var(--leaf)"
          strokeWidth="3"
          strokeDasharray="7 5"
          strokeLinecap="round"
        />
      )}
      <circle cx={at.x} cy={at.y} r="26" fill="transparent" />
      <circle cx={at.x} cy={at.y} r="11" fill="var(--leafWash)" stroke="var(--leaf)" strokeWidth="2.5" />
      <path
        d={`M${at.x - 5} ${at.y}H${at.x + 5}M${at.x} ${at.y - 5}V${at.y + 5}`}
        stroke="var(--leaf)"
        strokeWidth="2"
        strokeLinecap="round"
      />
    </g>
  );
}

/** Flowers where they are expected: so many rosettes to a square of the face as it has points, up to what can be told apart. */
function Flowers({ scene, view }: { scene: Scene; view: View }) {
  return (
    <g>
      {(scene.training?.bloom ?? []).flatMap((b, cell) =>
        Array.from({ length: Math.min(7, b.points) }, (_, i) => {
          // Strewn over the square by the golden angle, the same every time.
          const [turn, far] = [(i + cell * 0.37) * 2.39996, 82 * Math.sqrt((i + 0.5) / 7)];
          const p = view.flat({ x: Number(b.x) + far * Math.cos(turn), y: 0, z: Number(b.z) + far * Math.sin(turn) });
          return (
            <g key={`${cell}-${i}`} transform={`translate(${p.x.toFixed(1)} ${p.y.toFixed(1)})`}>
              <path d={rosette} fill="var(--hipWash)" stroke="var(--hip)" strokeWidth="0.9" />
              <circle r="1.4" fill="var(--ochre)" />
            </g>
          );
        }),
      )}
    </g>
  );
}

const rosette =
  Array.from({ length: 5 }, (_, i) => {
    const a = (i * 72 * Math.PI) / 180;
    const [x, y] = [Math.sin(a) * 5.4, -Math.cos(a) * 5.4];
    const side = (s: number) => `${(Math.sin(a + s) * 4.6).toFixed(1)} ${(-Math.cos(a + s) * 4.6).toFixed(1)}`;
    return `M0 0Q${side(-0.62)} ${x.toFixed(1)} ${y.toFixed(1)}Q${side(0.62)} 0 0`;
  }).join("") + "Z";

/** The foot of the support where hardly anything flowers. */
function Bare({ scene, view, words }: { scene: Scene; view: View; words: (mm: number) => string }) {
  const to = scene.training?.bareTo;
  if (to == null) return null;
  const frame = frameOf(scene.support!);
  const [a, b] = [view.flat({ x: frame.left, y: 0, z: Number(to) }), view.flat({ x: frame.right, y: 0, z: 0 })];
  return (
    <g>
      <line x1={a.x} x2={b.x} y1={a.y} y2={a.y} stroke="var(--ochre)" strokeWidth="1.5" strokeDasharray="8 4" />
      <text x={b.x - 4} y={a.y + 16} textAnchor="end" fontSize="13" fill="var(--ochre)" {...halo}>
        bare legs below {words(Number(to))}
      </text>
    </g>
  );
}

/** Width and height of the support, as a drawing is dimensioned; nobody measures how wide a post or a stake is. */
function Measures({ scene, view, words }: { scene: Scene; view: View; words: (mm: number) => string }) {
  const frame = frameOf(scene.support!);
  const [a, b] = [view.flat({ x: frame.left, y: 0, z: 0 }), view.flat({ x: frame.right, y: 0, z: 0 })];
  const y = a.y + 18;
  const narrow = b.x - a.x < 90;
  const { kind, width, height } = scene.support!;
  const measured = thickness[kind] === undefined;
  return (
    <g stroke="var(--ink)" fontSize="13">
      {measured && <path d={`M${a.x} ${y - 5}V${y + 5}M${b.x} ${y - 5}V${y + 5}M${a.x} ${y}H${b.x}`} strokeWidth="1" />}
      <text
        x={narrow ? b.x + 8 : (a.x + b.x) / 2}
        y={narrow ? y + 4.5 : y - 5}
        textAnchor={narrow ? "start" : "middle"}
        fill="var(--ink)"
        {...halo}
        stroke="var(--soil)"
      >
        {measured && `${words(width)} wide, `}
        {words(height)} high
      </text>
    </g>
  );
}
