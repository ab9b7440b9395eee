import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Choice, Field, Input } from "../app/ui";
import { readLength } from "../survey/measures";

type Place = Schemas["TiedTo"];

/** The lines of the support from the front: the one that was planned dashed, the one that is chosen thick. */
function LinesSmall(props: { training: Schemas["PlanTraining"]; stem: string; chosen: number | null }) {
  const { training, stem, chosen } = props;
  const own = training.canes.find((c) => c.stem === stem)?.line;
  const places = training.lines.flatMap((l) => l.path.map(([x, z]) => [Number(x), Number(z)] as const));
  const [xs, zs] = [places.map(([x]) => x), places.map(([, z]) => z)];
  const [left, right] = [Math.min(...xs, -300), Math.max(...xs, 300)];
  const top = Math.max(...zs);
  const unit = (right - left) / 320;
  return (
    <svg
      viewBox={`${left - 24 * unit} ${-top - 24 * unit} ${right - left + 48 * unit} ${top + 34 * unit}`}
      width="100%"
      style={{ maxHeight: 220 }}
      role="img"
      aria-label="The lines of the support from the front, numbered"
    >
      <path d={`M${left} 0H${right}`} stroke="var(--muted)" strokeWidth={2 * unit} />
      {training.lines.map((l) => {
        const [x, z] = l.path.at(-1)!.map(Number) as [number, number];
        const picked = l.n === chosen;
        return (
          <g key={l.n}>
            <path
              d={`M${l.path.map(([x, z]) => `${Number(x)} ${-Number(z)}`).join("L")}`}
              fill="none"
              stroke={picked ? "var(--leaf)" : l.n === own ? "var(--ochre)" : "var(--muted)"}
              strokeWidth={(picked ? 6 : 2) * unit}
              strokeDasharray={l.n === own ? `${7 * unit} ${5 * unit}` : undefined}
              strokeLinecap="round"
            />
            <circle
              cx={x}
              cy={-z}
              r={11 * unit}
              fill={picked ? "var(--leaf)" : "var(--sheet)"}
              stroke="var(--ink)"
              strokeWidth={1.5 * unit}
            />
            <text
              x={x}
              y={-z + 5 * unit}
              textAnchor="middle"
              fontSize={15 * unit}
              fontWeight="700"
              fill={picked ? "var(--onStrong)" : "var(--ink)"}
            >
              {l.n}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

/** Where a cane was tied that was not tied as planned: along another line of the support, or anywhere on it. */
export function TiedElsewhere(props: {
  stem: string;
  training: Schemas["PlanTraining"];
  onChange: (place: Place | null) => void;
}) {
  const { training, stem, onChange } = props;
  const { body } = useMeasures();
  const [line, setLine] = useState<number | null>(null);
  const [side, setSide] = useState<"left" | "right">("right");
  const [aside, setAside] = useState("");
  const [up, setUp] = useState("");
  const own = training.canes.find((c) => c.stem === stem)?.line;
  const tell = (side: "left" | "right", aside: string, up: string) => {
    const [x, z] = [readLength(aside, body, "cm"), readLength(up, body, "cm")];
    onChange(x === null || z === null || z <= 0 ? null : { x: side === "left" ? -x : x, z });
  };
  const wrong = (text: string) => text.trim() !== "" && readLength(text, body, "cm") === null;
  return (
    <chakra.div marginTop="10px" display="grid" gap="10px">
      <LinesSmall training={training} stem={stem} chosen={line} />
      <chakra.div role="group" aria-label={`Where ${stem} is tied now`} display="flex" flexWrap="wrap" gap="6px">
        {training.lines
          .filter((l) => l.n !== own)
          .map((l) => (
            <Button
              key={l.n}
              type="button"
              pressed={line === l.n}
              aria-pressed={line === l.n}
              onClick={() => {
                setLine(l.n);
                const end = l.path.at(-1)!;
                onChange({ x: Number(end[0]), z: Math.max(0, Number(end[1])) });
              }}
            >
              {l.n}: {l.name}
            </Button>
          ))}
        <Button
          type="button"
          pressed={line === 0}
          aria-pressed={line === 0}
          onClick={() => (setLine(0), tell(side, aside, up))}
        >
          Another place
        </Button>
      </chakra.div>
      {line === 0 && (
        <chakra.div display="grid" gap="10px">
          <Choice
            label="To which side"
            size="usual"
            value={side}
            onChange={(s) => (setSide(s), tell(s, aside, up))}
            options={[
              { value: "left", text: "to the left" },
              { value: "right", text: "to the right" },
            ]}
          />
          <chakra.div display="grid" gap="10px" gridTemplateColumns="1fr 1fr">
            <Field
              label="How far aside"
              hint="its end, from the crown"
              error={wrong(aside) ? "Not understood: try 80 cm." : null}
            >
              <Input value={aside} onChange={(e) => (setAside(e.target.value), tell(side, e.target.value, up))} />
            </Field>
            <Field
              label="How high"
              hint="its end, above the soil"
              error={wrong(up) ? "Not understood: try 150 cm." : null}
            >
              <Input value={up} onChange={(e) => (setUp(e.target.value), tell(side, aside, e.target.value))} />
            </Field>
          </chakra.div>
        </chakra.div>
      )}
    </chakra.div>
  );
}
