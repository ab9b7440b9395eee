import type { Support } from "../survey/types";
import type { View } from "./geometry";
import { halo } from "./paper";

/** Where a support stands, its defaults filled in. */
export function frameOf(support: Support): { left: number; right: number; height: number; y: number } {
  const left = support.from ?? -support.width / 2;
  return { left, right: left + support.width, height: support.height, y: support.y ?? 0 };
}

const line = { fill: "none", stroke: "var(--muted)", strokeLinecap: "round", strokeLinejoin: "round" } as const;

/** The support from the front, behind the canes: quiet, and to be known for what it is. */
export function SupportShape(props: {
  support: Support;
  view: View;
  words: (mm: number) => string;
  /** The names of the wires stand under them. */
  under?: boolean;
  /** The names of the wires end here at the latest. */
  edge?: number;
}) {
  const { support, view } = props;
  const frame = frameOf(support);
  const at = (x: number, z: number) => view.flat({ x, y: 0, z });
  const wire = (z: number, i: number) => {
    const [a, b] = [at(frame.left, z), at(frame.right, z)];
    // Beside the post where there is room, so that no shoot runs through the words.
    const room = props.under && props.edge !== undefined ? props.edge - b.x : 0;
    const beside = room > 58;
    const name = beside && room < 105 ? props.words(z) : `wire ${i + 1}, ${props.words(z)}`;
    return (
      <g key={i}>
        <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="var(--ink)" strokeWidth="1.3" opacity={0.65} />
        <text
          x={beside ? b.x + 10 : Math.min(b.x - 3, props.edge ?? Infinity)}
          y={b.y + (beside ? 4 : props.under ? 15 : -4)}
          textAnchor={beside ? "start" : "end"}
          fontSize="12.500"
          fill="var(--muted)"
          {...halo}
        >
          {name}
        </text>
      </g>
    );
  };
  return (
    <g data-support={support.kind}>
      <Body support={support} view={view} />
      {(support.wires ?? []).map((w, i) => wire(w.height, i))}
      {(support.openings ?? []).map((o, i) => {
        const [a, b] = [at(o.x, o.z + o.height), at(o.x + o.width, o.z)];
        const [w, h] = [b.x - a.x, b.y - a.y];
        const door = o.z < 100;
        return (
          <g key={i} stroke="var(--ink)" strokeWidth="1.4">
            <rect x={a.x} y={a.y} width={w} height={h} fill="var(--paper)" />
            <rect
              x={a.x + 4}
              y={a.y + 4}
              width={Math.max(0, w - 8)}
              height={Math.max(0, h - (door ? 4 : 8))}
              fill="var(--sheet)"
              strokeWidth="0.8"
            />
            {door ? (
              <circle cx={b.x - 10} cy={(a.y + b.y) / 2} r="2.4" fill="var(--ink)" stroke="none" />
            ) : (
              <path
                d={`M${a.x + w / 2} ${a.y + 4}V${b.y - 4}M${a.x + 4} ${a.y + h / 2}H${b.x - 4}`}
                fill="none"
                strokeWidth="0.8"
              />
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Half the depth of an arch, mm: nobody is asked for it. */
const deep = 220;

interface Drawn {
  support: Support;
  view: View;
}

/** Left, right and top of a support, its middle and half its width, mm; its upper left and lower right on paper. */
function cornersOf(support: Support, view: View) {
  const { left, right, height } = frameOf(support);
  const at = (x: number, z: number) => view.flat({ x, y: 0, z });
  return {
    left,
    right,
    height,
    at,
    a: at(left, height),
    b: at(right, 0),
    middle: (left + right) / 2,
    half: (right - left) / 2,
  };
}

function Wall({ support, view }: Drawn) {
  const { a, b } = cornersOf(support, view);
  return (
    <g>
      <rect x={a.x} y={a.y} width={b.x - a.x} height={b.y - a.y} fill="var(--soil)" opacity={0.42} />
      <path d={courses(a.x, a.y, b.x, b.y)} {...line} strokeWidth="0.7" opacity={0.38} />
      <line x1={a.x} y1={a.y} x2={b.x} y2={a.y} stroke="var(--muted)" strokeWidth="2" />
    </g>
  );
}

function Fence({ support, view }: Drawn) {
  const { left, right, a, b } = cornersOf(support, view);
  const boards = Math.max(2, Math.round((right - left) / 160));
  const wide = (b.x - a.x) / boards;
  return (
    <g>
      {Array.from({ length: boards }, (_, i) => (
        <rect
          key={i}
          x={a.x + i * wide + wide * 0.08}
          y={a.y}
          width={wide * 0.84}
          height={b.y - a.y}
          fill="var(--soil)"
          opacity={i % 2 === 0 ? 0.5 : 0.36}
        />
      ))}
      {[0.18, 0.82].map((s) => (
        <line
          key={s}
          x1={a.x}
          x2={b.x}
          y1={a.y + (b.y - a.y) * s}
          y2={a.y + (b.y - a.y) * s}
          stroke="var(--muted)"
          strokeWidth="1.2"
          opacity={0.6}
        />
      ))}
    </g>
  );
}

function Wires({ support, view }: Drawn) {
  const { a, b } = cornersOf(support, view);
  return (
    <g fill="var(--soil)" stroke="var(--muted)" strokeWidth="1">
      {[a.x, b.x].map((x) => (
        <rect key={x} x={x - 4} y={a.y - 8} width="8" height={b.y - a.y + 8} />
      ))}
    </g>
  );
}

function Arch({ support, view }: Drawn) {
  const { left, right, height, middle, half } = cornersOf(support, view);
  // Legs as high as leaves a half circle above them; two hoops one behind the other, with rungs.
  const bow = Math.min(half, height);
  const leg = height - bow;
  const radius = (half * half + bow * bow) / (2 * bow);
  const hoop = (y: number) => {
    const on = (x: number, z: number) => view.flat({ x, y, z });
    const [l, r, tl, tr] = [on(left, 0), on(right, 0), on(left, leg), on(right, leg)];
    const size = radius * view.scale;
    return `M${l.x} ${l.y}L${tl.x} ${tl.y}A${size} ${size} 0 ${bow > half ? 1 : 0} 1 ${tr.x} ${tr.y}L${r.x} ${r.y}`;
  };
  const rungs = Array.from({ length: Math.floor(leg / 300) }, (_, i) => (i + 1) * 300);
  const bows = [30, 60, 90, 120, 150].map((a) => [
    middle - radius * Math.cos((a * Math.PI) / 180),
    height - radius + radius * Math.sin((a * Math.PI) / 180),
  ]);
  const rung = (x: number, z: number) => {
    const [p, q] = [view.flat({ x, y: -deep, z }), view.flat({ x, y: deep, z })];
    return <path key={`${x}-${z}`} d={`M${p.x} ${p.y}L${q.x} ${q.y}`} strokeWidth="1.3" opacity={0.6} />;
  };
  return (
    <g {...line} strokeWidth="2.4">
      <path d={hoop(deep)} opacity={0.55} />
      <path d={hoop(-deep)} />
      {rungs.flatMap((z) => [left, right].map((x) => rung(x, z)))}
      {leg > 0 && bows.map(([x, z]) => rung(x!, z!))}
    </g>
  );
}

function Obelisk({ support, view }: Drawn) {
  const { height, at, middle, half } = cornersOf(support, view);
  const foot = half * 1.35;
  const top = half * 0.5;
  const side = (s: number, z: number) => at(middle + s * (foot + ((top - foot) * z) / height), z);
  const rungs = Array.from({ length: Math.max(1, Math.floor(height / 350)) }, (_, i) => (i + 0.6) * 350).filter(
    (z) => z < height,
  );
  const [l0, l1, r0, r1] = [side(-1, 0), side(-1, height), side(1, 0), side(1, height)];
  const peak = at(middle, height + half * 0.9);
  return (
    <g {...line} strokeWidth="2.2">
      <path d={`M${l0.x} ${l0.y}L${l1.x} ${l1.y}L${peak.x} ${peak.y}L${r1.x} ${r1.y}L${r0.x} ${r0.y}`} />
      <path d={`M${at(middle, 0).x} ${l0.y}V${peak.y}`} strokeWidth="1.2" opacity={0.5} />
      {rungs.map((z) => (
        <path key={z} d={`M${side(-1, z).x} ${side(-1, z).y}H${side(1, z).x}`} strokeWidth="1.2" opacity={0.6} />
      ))}
    </g>
  );
}

function Pergola({ support, view }: Drawn) {
  const { left, right, a, b } = cornersOf(support, view);
  const post = Math.max(5, 110 * view.scale);
  const beam = Math.max(6, 140 * view.scale);
  return (
    <g fill="var(--soil)" stroke="var(--muted)" strokeWidth="1">
      {[a.x, b.x - post].map((x) => (
        <rect key={x} x={x} y={a.y} width={post} height={b.y - a.y} />
      ))}
      <rect x={a.x - 12} y={a.y} width={b.x - a.x + 24} height={beam} />
      {Array.from(
        { length: Math.max(2, Math.round((right - left) / 500)) },
        (_, i, n = Math.max(2, Math.round((right - left) / 500))) => (
          <rect key={i} x={a.x + ((b.x - a.x - 7) * i) / (n - 1)} y={a.y - 8} width="7" height="8" />
        ),
      )}
    </g>
  );
}

function Post({ support, view }: Drawn) {
  const { a, b } = cornersOf(support, view);
  return (
    <rect
      x={a.x}
      y={a.y}
      width={b.x - a.x}
      height={b.y - a.y}
      fill="var(--soil)"
      stroke="var(--muted)"
      strokeWidth="1.2"
    />
  );
}

/** A kind of support as people say it and as it is drawn. */
interface Kind {
  word: string;
  /** What its width is asked for as. */
  width: string;
  hint: string;
  /** Usual measures to begin with, mm. */
  usual: [width: number, height: number];
  /** Canes are fanned out on a face, wound round it, or led over or along it. */
  form: "face" | "round" | "over";
  /** It begins at the plant and stands to one side of it. */
  sideways: boolean;
  /** A climber is offered it. */
  offered: boolean;
  /** Its picture is so many times as high as it is. */
  tall: number;
  Body: (props: Drawn) => React.ReactNode;
}

const kindOf = (kind: Partial<Kind> & Pick<Kind, "word" | "usual" | "form" | "Body">): Kind => ({
  width: "Width",
  hint: "",
  sideways: false,
  offered: true,
  tall: 1,
  ...kind,
});

/** Every kind of support; the only place of the client that knows them one by one. */
export const supports: Record<Support["kind"], Kind> = {
  wall: kindOf({
    word: "a wall",
    width: "Width of wall it may cover",
    hint: "canes are fanned out and tied to eyes or a trellis",
    usual: [3000, 2400],
    form: "face",
    Body: Wall,
  }),
  fence: kindOf({
    word: "a fence",
    width: "Width of fence it may cover",
    hint: "canes are fanned out and tied to the boards",
    usual: [3000, 1800],
    form: "face",
    Body: Fence,
  }),
  wires: kindOf({
    word: "wires",
    width: "Length of the wires",
    hint: "level wires between posts, or on a wall",
    usual: [3000, 2000],
    form: "face",
    Body: Wires,
  }),
  arch: kindOf({
    word: "an arch",
    width: "Width between the legs",
    hint: "up one leg and over",
    usual: [1400, 2300],
    form: "over",
    sideways: true,
    Body: Arch,
  }),
  obelisk: kindOf({
    word: "an obelisk",
    width: "Width half way up",
    hint: "canes are wound round it",
    usual: [450, 2000],
    form: "round",
    tall: 1.1,
    Body: Obelisk,
  }),
  pergola: kindOf({
    word: "a pergola",
    width: "Length of the beam",
    hint: "up the post and along the beam",
    usual: [3500, 2400],
    form: "over",
    sideways: true,
    Body: Pergola,
  }),
  post: kindOf({
    word: "a post",
    width: "Thickness of the post",
    hint: "canes are wound round it",
    usual: [120, 2400],
    form: "round",
    Body: Post,
  }),
  stake: kindOf({ word: "a stake", usual: [40, 1400], form: "round", offered: false, Body: Post }),
  "t-trellis": kindOf({ word: "a T-trellis", usual: [4000, 1800], form: "over", offered: false, Body: Post }),
};

/** The support itself. */
function Body(props: Drawn) {
  const { Body: Own } = supports[props.support.kind];
  return <Own {...props} />;
}

/** Courses of a wall: level joints, and upright ones that alternate. */
function courses(left: number, top: number, right: number, bottom: number): string {
  let path = "";
  const [high, long] = [15, 34];
  for (let row = 0, y = bottom - high; y > top; row++, y -= high) {
    path += `M${left} ${y}H${right}`;
    for (let x = left + (row % 2 === 0 ? long / 2 : long); x < right; x += long)
      path += `M${x} ${y}V${Math.min(bottom, y + high)}`;
  }
  return path;
}
