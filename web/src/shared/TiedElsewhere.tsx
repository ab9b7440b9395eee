import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Choice, Field, Input } from "../app/ui";
import { readLength } from "../survey/measures";

type Place = Schemas["TiedTo"];

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
