import type { Px } from "./camera";
import { type Handle, placeOf, type Taps } from "./taps";

/** What was tapped, over the photograph: the crown, the stick, canes as lines with their letters. */
export function TapMarks(props: {
  taps: Taps;
  size: [number, number];
  /** The cane that is being tapped. */
  current: string | null;
  held: Handle | null;
  /** Points are shown to be taken hold of. */
  moves: boolean;
  handles: Handle[];
  /** Where a place must lie that was tapped in another picture. */
  line: [Px, Px] | null;
}) {
  const { taps, size, current } = props;
  const unit = Math.max(...size) / 400;
  const { crown, stick } = taps;
  const stroke = (colour: string, width: number) => ({
    fill: "none",
    stroke: colour,
    strokeWidth: width * unit,
    strokeLinecap: "round" as const,
    strokeLinejoin: "round" as const,
  });
  const lines = (d: string, colour: string) => (
    <>
      <path d={d} {...stroke("#fff", 1.1)} opacity={0.7} />
      <path d={d} {...stroke(colour, 0.6)} />
    </>
  );
  return (
    <g pointerEvents="none">
      {props.line && (
        <>
          <path d={pathOf(props.line)} {...stroke("#fff", 1.6)} opacity={0.8} />
          <path d={pathOf(props.line)} {...stroke("#8a4b00", 0.8)} strokeDasharray={`${4 * unit} ${2.4 * unit}`} />
        </>
      )}
      {stick?.a && stick.b && lines(pathOf([stick.a, stick.b]), "#1d3f72")}
      {[stick?.a, stick?.b].map((p, i) => p && <Dot key={i} at={p} unit={unit} fill="#1d3f72" />)}
      {crown && (
        <path
          d={`M${crown[0] - 5 * unit} ${crown[1]}h${10 * unit}M${crown[0]} ${crown[1] - 5 * unit}v${10 * unit}`}
          {...stroke("#1b1b1b", 1.2)}
        />
      )}
      {Object.entries(taps.on ?? {}).map(([cane, on]) => (
        <g key={cane}>
          {on.length > 1 && lines(pathOf(on), cane === current ? "#a3281f" : "#1f5f2e")}
          {on.map((p, i) => (
            <Dot key={i} at={p} unit={unit} fill={cane === current ? "#a3281f" : "#1f5f2e"} />
          ))}
          {taps.width?.[cane] && lines(pathOf(taps.width[cane]), "#8a4b00")}
          {on.length > 0 && <Tag at={on.at(-1)!} text={cane} unit={unit} strong={cane === current} />}
        </g>
      ))}
      {props.moves &&
        props.handles.map((h, i) => {
          const p = placeOf(taps, h);
          return (
            p && <circle key={i} cx={p[0]} cy={p[1]} r={7 * unit} fill="#fff" fillOpacity={0.35} {...ring(unit)} />
          );
        })}
      {props.held && <Held at={placeOf(taps, props.held)} unit={unit} />}
    </g>
  );
}

const ring = (unit: number) => ({ stroke: "#1b1b1b", strokeWidth: 0.8 * unit });
const pathOf = (points: readonly Px[]) => points.map((p, i) => `${i === 0 ? "M" : "L"}${p[0]} ${p[1]}`).join("");

function Dot({ at, unit, fill }: { at: Px; unit: number; fill: string }) {
  return <circle cx={at[0]} cy={at[1]} r={1.9 * unit} fill={fill} stroke="#fff" strokeWidth={0.6 * unit} />;
}

function Held({ at, unit }: { at: Px | null; unit: number }) {
  return at && <circle cx={at[0]} cy={at[1]} r={4.4 * unit} fill="none" stroke="#8a4b00" strokeWidth={1.1 * unit} />;
}

/** A letter on a plate of its own, legible on any picture. */
export function Tag(props: { at: Px; text: string; unit: number; strong?: boolean }) {
  const { at, text, unit } = props;
  const wide = (5 + text.length * 4.4) * unit;
  const [x, y] = [at[0], Math.max(9 * unit, at[1] - 9 * unit)];
  return (
    <g>
      <rect
        x={x - wide / 2}
        y={y - 6 * unit}
        width={wide}
        height={12 * unit}
        rx={6 * unit}
        fill={props.strong ? "#1b1b1b" : "#fffdf6"}
        stroke="#1b1b1b"
        strokeWidth={0.7 * unit}
      />
      <text
        x={x}
        y={y + 3 * unit}
        textAnchor="middle"
        fontSize={8.5 * unit}
        fontWeight="700"
        fill={props.strong ? "#fffdf6" : "#1b1b1b"}
      >
        {text}
      </text>
    </g>
  );
}
