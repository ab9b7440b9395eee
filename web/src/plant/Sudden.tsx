import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import { useMeasures } from "../app/settings";
import { Button, Field, Input, Notice, Panel } from "../app/ui";
import { usePlant } from "../shared/usePlant";
import { readLength } from "../survey/measures";
import { listed } from "../survey/words";
import type { YearEvent } from "../survey/yearWords";
import { harmed, harmOf } from "./harm";

/** What something sudden did to which canes: it goes into the survey, and the plan for today follows. */
export function Sudden({ what, onDone }: { what: YearEvent; onDone: () => void }) {
  const { plant, survey, inWork } = usePlant();
  const { body } = useMeasures();
  const [stems, setStems] = useState<string[]>([]);
  const [high, setHigh] = useState("");
  const [stored, setStored] = useState<string[] | null>(null);
  const harm = harmOf[what];
  const mm = high === "" ? null : readLength(high, body, "cm");
  const today = inWork.work?.today ?? survey.document.date;
  if (stored) {
    return (
      <Notice tone="plain" role="status">
        {listed(stored)} {stored.length === 1 ? "is" : "are"} marked in Look.{" "}
        <Link to={`/plants/${plant.id}/do`} style={{ padding: "10px 0" }}>
          What is right today
        </Link>{" "}
        follows from it. <Button onClick={onDone}>Close</Button>
      </Notice>
    );
  }
  if (!harm || survey.document.stems.length === 0) {
    return (
      <Notice tone="plain" role="status">
        Noted.{" "}
        <Link to={`/plants/${plant.id}/look`} style={{ padding: "10px 0" }}>
          {harm ? "Walk round it and note its canes" : "Look at what it held"}
        </Link>
        : the plan for today follows. <Button onClick={onDone}>Close</Button>
      </Notice>
    );
  }
  return (
    <Panel>
      <chakra.p fontWeight="700">{harm.question}</chakra.p>
      <chakra.div display="flex" gap="6px" flexWrap="wrap" marginTop="6px" role="group" aria-label={harm.question}>
        {survey.document.stems.map(({ id }) => (
          <Button
            key={id}
            pressed={stems.includes(id)}
            aria-pressed={stems.includes(id)}
            onClick={() => setStems(stems.includes(id) ? stems.filter((s) => s !== id) : [...stems, id])}
          >
            {id}
          </Button>
        ))}
      </chakra.div>
      {harm.placed && stems.length === 1 && (
        <chakra.div marginTop="8px">
          <Field
            label="How far up"
            hint="45 cm, hip, two fists; may be left out"
            error={high !== "" && mm === null ? "Not understood." : null}
          >
            <Input value={high} onChange={(e) => setHigh(e.target.value)} />
          </Field>
        </chakra.div>
      )}
      <chakra.div display="flex" gap="8px" marginTop="10px">
        <Button
          look="main"
          disabled={stems.length === 0 || (high !== "" && mm === null)}
          onClick={() => {
            survey.change((d) => harmed(d, harm, stems, stems.length === 1 ? mm : null, today));
            setStored(stems);
          }}
        >
          Mark them
        </Button>
        <Button onClick={onDone}>None of them</Button>
      </chakra.div>
    </Panel>
  );
}
