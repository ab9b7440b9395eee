import { chakra } from "@chakra-ui/react";
import { useState, type SetStateAction, type Dispatch } from "react";
import type { Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Choice, Field, Input, Panel } from "../app/ui";
import { effectOf } from "../shared/effects";
import { TiedElsewhere } from "../shared/TiedElsewhere";
import { usePlant, type VisitInHand } from "../shared/usePlant";
import { type BodyMeasures, readLength } from "../survey/measures";
import type { StemId } from "../api/stemId";

interface DifferentlyProps {
  open: Schemas["OpenStep"];
  busy: boolean;
  onRecord: (inputs: Schemas["StepInput"][]) => void;
  onBack: () => void;
}

type Instead = "removed" | "cut" | "left" | "tied";

/** What was done instead of a step. */
export function Differently(props: DifferentlyProps) {
  const { body } = useMeasures();
  const { plan, visit } = usePlant();
  const [what, setWhat] = useState<Instead | null>(null);
  const [tiedTo, setTiedTo] = useState<Schemas["TiedTo"] | null>(null);
  const [place, setPlace] = useState("");
  const { stem, action, stage } = props.open.step;
  const leaves = stem ? (visit?.leavesOf?.(stem) ?? []) : [];
  const mm = cutAt(place, leaves, body);
  // Without a stem, or where nothing was to be cut, nothing is left whole: it is just not done.
  const skipped = what === "left" && (!stem || ["looked", "later"].includes(effectOf(action) ?? ""));
  const ready = what !== null && (what !== "cut" || (mm !== null && mm > 0)) && (what !== "tied" || tiedTo !== null);
  const training = stage === "train" ? plan?.training : null;
  return (
    <Panel>
      <chakra.p fontWeight="700" marginBottom="6px">
        {stem ? `What did you do with ${stem}?` : "What did you do instead?"}
      </chakra.p>
      <WhatWasDone visit={visit} what={what} setWhat={setWhat} stem={stem} training={training} />
      {what === "tied" && training && stem && <TiedElsewhere stem={stem} training={training} onChange={setTiedTo} />}
      <WhereCut what={what} place={place} setPlace={setPlace} leaves={leaves} mm={mm} />
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

/** How far up the cut was made, mm: at a leaf, where those are counted, or a length as typed; null till it is said. */
function cutAt(place: string, leaves: { nth: number; at: number }[], body: BodyMeasures): number | null {
  return leaves.length > 0 ? (leaves.find((l) => String(l.nth) === place)?.at ?? null) : readLength(place, body, "cm");
}

/** What can have been done with it instead. */
function WhatWasDone({
  visit,
  what,
  setWhat,
  stem,
  training,
}: {
  visit: VisitInHand | undefined;
  what: Instead | null;
  setWhat: Dispatch<SetStateAction<Instead | null>>;
  stem: StemId | null;
  training: Schemas["PlanTraining"] | null | undefined;
}) {
  return (
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
  );
}

/** Where the cut was made: above a leaf, or so far up. */
function WhereCut({
  what,
  place,
  setPlace,
  leaves,
  mm,
}: {
  what: Instead | null;
  place: string;
  setPlace: Dispatch<SetStateAction<string>>;
  leaves: { nth: number; words: string; at: number }[];
  mm: number | null;
}) {
  return (
    <>
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
    </>
  );
}
