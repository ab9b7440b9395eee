import type { Point, View } from "../drawing/geometry";
import { placeAt } from "../drawing/geometry";
import { spreadOnLine } from "../drawing/labels";
import { StemLabel } from "../drawing/paper";
import { axisIn, type DrawnStem, type Plan, type State } from "../drawing/scene";
import type { StemId } from "../api/stemId";
import type { Paper } from "./frame";
import { placesOf } from "./places";

/** A place with its buds as the picture has them. */
export type Position = NonNullable<Plan["vine"]>["positions"][number] & { at: Point[] };

/** The buds that stay, counted from the base; on a long cane the last one bears the number. */
export function Buds(props: { positions: Position[]; view: View }) {
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
export function Names(props: { stems: DrawnStem[]; state: State; view: View; selected: StemId | null; paper: Paper }) {
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
