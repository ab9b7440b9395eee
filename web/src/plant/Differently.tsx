import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Choice, Field, Input, Panel } from "../app/ui";
import { effectOf } from "../shared/effects";
import { TiedElsewhere } from "../shared/TiedElsewhere";
import { usePlant } from "../shared/usePlant";
import { readLength } from "../survey/measures";

/** What was done instead of a step. */
export function Differently(props: {
  open: Schemas["OpenStep"];
  busy: boolean;
  onRecord: (inputs: Schemas["StepInput"][]) => void;
  onBack: () => void;
}) {
  const { body } = useMeasures();
  const { plan, visit } = usePlant();
  const [what, setWhat] = useState<"removed" | "cut" | "left" | "tied" | null>(null);
  const [tiedTo, setTiedTo] = useState<Schemas["TiedTo"] | null>(null);
  const [place, setPlace] = useState("");
  const { stem, action } = props.open.step;
  const leaves = props.open.step.stem ? (visit?.leavesOf?.(props.open.step.stem) ?? []) : [];
  const mm =
    leaves.length > 0 ? (leaves.find((l) => String(l.nth) === place)?.at ?? null) : readLength(place, body, "cm");
  // Without a stem, or where nothing was to be cut, nothing is left whole: it is just not done.
  const skipped = what === "left" && (!stem || ["looked", "later"].includes(effectOf(action) ?? ""));
  const ready = what !== null && (what !== "cut" || (mm !== null && mm > 0)) && (what !== "tied" || tiedTo !== null);
  const training = props.open.step.stage === "train" ? plan?.training : null;
  return (
    <Panel>
      <chakra.p fontWeight="700" marginBottom="6px">
        {stem ? `What did you do with ${stem}?` : "What did you do instead?"}
      </chakra.p>
      <Choice
        label="What you did"
        size="usual"
        value={what}
        onChange={setWhat}
        options={[
          ...(training ? [{ value: "tied" as const, text: "Tied it elsewhere" }] : []),
          ...(stem
            ? [
                { value: "removed" as const, text: "Took it out" },
                { value: "cut" as const, text: "Cut it elsewhere" },
              ]
            : []),
          {
            value: "left",
            text: visit ? "Leave it as it is" : stem ? "Leave it as it is this winter" : "Nothing: not this winter",
          },
        ]}
      />
      {what === "tied" && training && stem && <TiedElsewhere stem={stem} training={training} onChange={setTiedTo} />}
      {what === "cut" && leaves.length > 0 && (
        <chakra.div marginTop="8px">
          <Choice
            label="Where you cut it"
            value={place}
            onChange={setPlace}
            options={leaves.map((l) => ({ value: String(l.nth), text: l.words }))}
          />
        </chakra.div>
      )}
      {what === "cut" && leaves.length === 0 && (
        <chakra.div marginTop="8px">
          <Field
            label="How far up did you cut?"
            hint="45 cm, hip, two fists; along the cane from its base"
            error={place !== "" && mm === null ? "Not understood." : null}
          >
            <Input value={place} onChange={(e) => setPlace(e.target.value)} />
          </Field>
        </chakra.div>
      )}
      <chakra.div display="flex" gap="8px" marginTop="10px">
        <Button
          look="main"
          disabled={!ready || props.busy}
          onClick={() =>
            props.onRecord([
              {
                key: props.open.key,
                mark: props.open.mark,
                outcome: skipped ? "skipped" : "different",
                instead: skipped ? null : what,
                cutAt: what === "cut" ? mm : null,
                note: null,
                ...(what === "tied" && { tiedTo }),
              },
            ])
          }
        >
          Record it
        </Button>
        <Button onClick={props.onBack}>Back</Button>
      </chakra.div>
    </Panel>
  );
}
