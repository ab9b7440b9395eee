import { useMeasures } from "../app/settings";
import type { View } from "../drawing/geometry";
import { spreadOnLine } from "../drawing/labels";
import type { Scene } from "../drawing/scene";

/** Two T-posts with their wires, seen a little from the right and above. */
export function Trellis({ scene, view, edge }: { scene: Scene; view: View; edge: number }) {
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
