import { useId } from "react";
import type { StemId } from "../api/stemId";
import type { Support } from "../survey/types";
import { direction, fromAbove, outline, placeAt, type View } from "./geometry";
import { spreadOnRing } from "./labels";
import { Patterns, pointable, ShootShape, StemLabel, StemShape } from "./paper";
import { axisIn, crowded, endOf, extentOf, lettered, rank, type Scene, type State } from "./scene";
import { clockOf } from "./geometry";
import { frameOf, supports } from "./SupportShape";

const size = 440;
const tall = 456;
const centre = { x: size / 2, y: size / 2 };
const ring = 168;
const labelRing = 189;
const numberRing = 211;

interface Props {
  scene: Scene;
  state: State;
  selected: StemId | null;
  /** Stems whose letters are ringed twice. */
  marked?: Set<string>;
  onSelect?: (id: StemId) => void;
  /** Pointing at the ring gives a bearing. */
  onClock?: (clock: number) => void;
  /** A bearing being entered. */
  pending?: number | null;
  title: string;
  /** The same stems are drawn from the front too: here their names say from where. */
  beside?: boolean;
}

/** The plant from above, the gardener at 6 o'clock: canes in true direction, room round the ends, the clock. */
export function FromAbove(props: Props) {
  const { scene, state, selected, onClock } = props;
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  const scale = ring / extentOf(scene, state).reach;
  const view = fromAbove(centre, scale);
  const order = [...scene.stems].sort(
    (a, b) => rank(a.decision) - rank(b.decision) || (a.id === selected ? 1 : b.id === selected ? -1 : 0),
  );
  const point = (e: React.PointerEvent<SVGSVGElement> | React.MouseEvent<SVGSVGElement>) => {
    if (!onClock) return;
    const box = e.currentTarget.getBoundingClientRect();
    const x = ((e.clientX - box.left) / box.width) * size - centre.x;
    const y = centre.y - ((e.clientY - box.top) / box.height) * tall;
    if (Math.hypot(x, y) < 24) return;
    const quarter = Math.round(clockOf(x, y) * 4) / 4;
    onClock(quarter === 0 ? 12 : quarter);
  };
  return (
    <svg
      viewBox={`0 0 ${size} ${tall}`}
      role="group"
      aria-label={props.title}
      style={{
        width: "100%",
        height: "100%",
        display: "block",
        cursor: onClock ? "crosshair" : undefined,
        touchAction: "manipulation",
      }}
      onClick={point}
    >
      <Patterns id={prefix} />
      <clipPath id={`${prefix}-ring`}>
        <circle cx={centre.x} cy={centre.y} r={ring + 6} />
      </clipPath>
      <circle cx={centre.x} cy={centre.y} r={ring + 6} fill="var(--sheet)" stroke="var(--line)" />
      <ClockFace />
      <g clipPath={`url(#${prefix}-ring)`}>
        <KeptClear scene={scene} prefix={prefix} scale={scale} />
        {scene.support && scene.climbs && <Seat support={scene.support} view={view} />}
        <circle cx={centre.x} cy={centre.y} r={Math.max(12, 46 * scale)} fill="var(--soil)" />
        {scene.buried && (
          <circle
            cx={centre.x}
            cy={centre.y}
            r={Math.max(16, 70 * scale)}
            fill={`url(#${prefix}-soil)`}
            opacity={0.5}
          />
        )}
        <Room scene={scene} state={state} scale={scale} view={view} />
        <Pointed {...props} />
        {order.map((s) => (
          <g key={s.id} {...pointable(s, s.id === selected, props.onSelect, props.beside ? "from above" : undefined)}>
            {props.onSelect && (
              <path d={outline(axisIn(s, state), 0, axisIn(s, state).length, view, 18)} fill="transparent" />
            )}
            <StemShape stem={s} state={state} view={view} prefix={prefix} selected={s.id === selected} />
          </g>
        ))}
        {state === "summer" &&
          !scene.training &&
          scene.newShoots.map((s, i) => <ShootShape key={i} shoot={s} view={view} tight={s.crowded === true} />)}
        {scene.stems.length === 0 && <circle cx={centre.x} cy={centre.y} r="5" fill="var(--muted)" />}
      </g>
      <Letters {...props} view={view} />
      <text x={centre.x} y={tall - 3} textAnchor="middle" fontSize="12.500" fill="var(--muted)">
        you stand here
      </text>
    </svg>
  );
}

/** The rings and the hours round the plant. */
function ClockFace() {
  const hours = Array.from({ length: 12 }, (_, i) => i + 1);
  return (
    <>
      {[0.5, 1].map((r) => (
        <circle
          key={r}
          cx={centre.x}
          cy={centre.y}
          r={ring * r}
          fill="none"
          stroke="var(--line)"
          strokeDasharray={r < 1 ? "2 5" : undefined}
        />
      ))}
      {hours.map((h) => {
        const d = direction(h);
        return (
          <g key={h}>
            <line
              x1={centre.x + d.x * (ring - 4)}
              y1={centre.y - d.y * (ring - 4)}
              x2={centre.x + d.x * (ring + 6)}
              y2={centre.y - d.y * (ring + 6)}
              stroke="var(--muted)"
            />
            <text
              x={centre.x + d.x * numberRing}
              y={centre.y - d.y * numberRing + 5.5}
              textAnchor="middle"
              fontSize="16"
              fontFamily="var(--serif)"
              fill="var(--muted)"
            >
              {h}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** What must stay clear: a path, a door, a neighbour. */
function KeptClear({ scene, prefix, scale }: { scene: Scene; prefix: string; scale: number }) {
  return scene.keepOut.map((zone, i) => {
    const d = direction(zone.side);
    const [px, py] = [centre.x + d.x * zone.from * scale, centre.y - d.y * zone.from * scale];
    const far = size;
    const across = { x: d.y, y: d.x };
    return (
      <g key={i}>
        <path
          d={`M${px - across.x * far} ${py - across.y * far}L${px + across.x * far} ${py + across.y * far}L${px + across.x * far + d.x * far} ${py + across.y * far - d.y * far}L${px - across.x * far + d.x * far} ${py - across.y * far - d.y * far}Z`}
          fill={`url(#${prefix}-soil)`}
          opacity={0.4}
        />
        <line
          x1={px - across.x * far}
          y1={py - across.y * far}
          x2={px + across.x * far}
          y2={py + across.y * far}
          stroke="var(--muted)"
          strokeWidth="1.5"
          strokeDasharray="7 4"
        />
        <text
          transform={`translate(${px - d.x * 6} ${py + d.y * 6}) rotate(${labelTurn(zone.side)})`}
          textAnchor="middle"
          fontSize="12.500"
          fill="var(--ink)"
        >
          {zone.name ?? "keep clear"}
        </text>
      </g>
    );
  });
}

/** The room each end takes once the cuts are made; red where two stand too close. */
function Room({ scene, state, scale, view }: { scene: Scene; state: State; scale: number; view: View }) {
  const close = crowded(scene);
  return (
    state === "after" &&
    scene.spacing !== null &&
    scene.stems
      .filter((s) => s.stands)
      .map((s) => {
        const p = view.flat(endOf(s, state));
        const tight = close.has(s.id);
        return (
          <circle
            key={s.id}
            cx={p.x}
            cy={p.y}
            r={(scene.spacing! / 2) * scale}
            fill={tight ? "var(--hipWash)" : "var(--leafWash)"}
            fillOpacity={0.7}
            stroke={tight ? "var(--hip)" : "var(--leaf)"}
            strokeWidth="1"
            strokeDasharray={tight ? "6 3" : "1.5 3"}
          />
        );
      })
  );
}

/** The bearing that is being entered. */
function Pointed(props: Props) {
  return (
    props.pending != null && (
      <line
        x1={centre.x}
        y1={centre.y}
        x2={centre.x + direction(props.pending).x * ring}
        y2={centre.y - direction(props.pending).y * ring}
        stroke="var(--ochre)"
        strokeWidth="4"
        strokeDasharray="8 5"
        strokeLinecap="round"
      />
    )
  );
}

/** The letters of the stems, spread on the ring so that none lies on another. */
function Letters(props: Props & { view: View }) {
  const { scene, state, selected, view } = props;
  const tops = lettered(scene, state);
  const ends = tops.map((s) => endOf(s, state));
  const clocks = tops.map((s, i) =>
    Math.hypot(ends[i]!.x, ends[i]!.y) < 5 ? s.axis.stem.clock : clockOf(ends[i]!.x, ends[i]!.y),
  );
  const spread = spreadOnRing(
    clocks.map((c) => c * 30),
    8.4,
  );
  return tops.map((s, i) => {
    const d = direction(spread[i]! / 30);
    const tip = direction(clocks[i]!);
    const end = view.flat(placeAt(axisIn(s, state), axisIn(s, state).length));
    const inside = Math.hypot(end.x - centre.x, end.y - centre.y) < ring;
    const from = inside ? end : { x: centre.x + tip.x * (ring + 4), y: centre.y - tip.y * (ring + 4) };
    return (
      <StemLabel
        key={s.id}
        stem={s}
        state={state}
        x={centre.x + d.x * labelRing}
        y={centre.y - d.y * labelRing}
        lead={from}
        selected={s.id === selected}
        marked={props.marked?.has(s.id)}
      />
    );
  });
}

/** The support from above: where canes are to be brought back to. */
function Seat({ support, view }: { support: Support; view: View }) {
  const frame = frameOf(support);
  const [a, b] = [view.flat({ x: frame.left, y: frame.y, z: 0 }), view.flat({ x: frame.right, y: frame.y, z: 0 })];
  if (supports[support.kind].form === "round") {
    return (
      <circle
        cx={(a.x + b.x) / 2}
        cy={a.y}
        r={Math.max(4, (b.x - a.x) / 2)}
        fill="none"
        stroke="var(--muted)"
        strokeWidth="2.5"
      />
    );
  }
  const deep = support.kind === "wall" ? size : 5;
  return (
    <g>
      <rect x={a.x} y={a.y - deep} width={b.x - a.x} height={deep} fill="var(--soil)" opacity={0.75} />
      <line x1={a.x} x2={b.x} y1={a.y} y2={a.y} stroke="var(--muted)" strokeWidth="2" />
    </g>
  );
}

/** Turns a keep-out's name along its edge, never upside down. */
function labelTurn(side: number): number {
  const turn = (side * 30) % 180;
  return turn > 90 ? turn - 180 : turn;
}
