import { type Flat, outline, type View } from "./geometry";
import { halo } from "./paper";
import { type Scene, type State, type DrawnStem } from "./scene";
import { thickness } from "../survey/document";
import { frameOf } from "./SupportShape";

/** The lines along which canes are led. */
export function Lines({
  state,
  view,
  lines,
}: {
  state: State;
  view: View;
  lines: { n: number; name: string; path: number[][] }[];
}) {
  return (
    state === "after" &&
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
    ))
  );
}

/** How the chosen cane stood before it was tied. */
export function AsFound({ view, chosen }: { view: View; chosen: DrawnStem }) {
  return (
    <path
      d={outline(chosen.axis, 0, chosen.axis.length, view)}
      fill="none"
      stroke="var(--muted)"
      strokeWidth="1"
      strokeDasharray="3 4"
      data-was={chosen.id}
    />
  );
}

const onPaper = (view: View, x: number, z: number) => {
  const p = view.flat({ x, y: 0, z });
  return `${p.x.toFixed(1)},${p.y.toFixed(1)}`;
};

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
export function Grip(props: {
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
export function Flowers({ scene, view }: { scene: Scene; view: View }) {
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
export function Bare({ scene, view, words }: { scene: Scene; view: View; words: (mm: number) => string }) {
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
export function Measures({ scene, view, words }: { scene: Scene; view: View; words: (mm: number) => string }) {
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
