import { chakra } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SetStateAction, type Dispatch } from "react";
import { api, must, newId } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Field, Input, Notice, Select } from "../app/ui";
import { readLength, isoOf } from "../survey/measures";
import { noteWords, sudden, type YearEvent } from "../survey/yearWords";
import { readWeight } from "../survey/weights";
import { Sudden } from "./Sudden";
import { DayField } from "../shared/DayField";

const others: readonly YearEvent[] = ["height", "prunings", "harvested", "sprayed", "pruned", "tied", "tipped", "fed"];

/** BBCH codes a gardener tells apart at a glance, in plain words (Meier, BBCH Monograph, 2001; from memory). */
const stages: readonly [number, string][] = [
  [0, "dormant"],
  [3, "buds swollen"],
  [7, "buds break, green shows"],
  [11, "first leaves open"],
  [51, "flower buds show"],
  [60, "first flowers open"],
  [65, "full bloom"],
  [69, "petals fall"],
  [89, "fruits or hips ripe"],
  [93, "leaves fall"],
  [97, "leafless"],
];

/** What is noted more rarely: sudden things, a height, a weight, a growth stage, and for another day. */
export function MoreNotes({ plant }: { plant: string }) {
  const client = useQueryClient();
  const { units, body } = useMeasures();
  const [what, setWhat] = useState<YearEvent | "">("");
  const [text, setText] = useState("");
  const [day, setDay] = useState("");
  const [high, setHigh] = useState("");
  const [weight, setWeight] = useState("");
  const [bbch, setBbch] = useState("");
  const [happened, setHappened] = useState<YearEvent | null>(null);
  const grams = weight === "" ? null : readWeight(weight, units);
  const mm = high === "" ? null : readLength(high, body, "cm");
  const weighs = what === "prunings" || what === "harvested";
  const add = useMutation({
    mutationFn: () =>
      must(
        api.POST("/api/plants/{id}/log", {
          params: { path: { id: plant } },
          body: {
            text: text.trim() || null,
            key: newId(),
            what: what || null,
            day: day || null,
            mm: what === "height" ? mm : null,
            grams: weighs ? grams : null,
            bbch: bbch === "" ? null : Number(bbch),
          },
        }),
      ),
    onSuccess: () => {
      setHappened(what !== "" && sudden.includes(what) && day === "" ? what : null);
      for (const key of ["log", "plants"]) void client.invalidateQueries({ queryKey: [key] });
      setWhat("");
      for (const empty of [setText, setDay, setHigh, setWeight, setBbch]) empty("");
    },
  });
  const unmeasured = (what === "height" && mm === null) || (what === "prunings" && grams === null);
  const saysNothing = unmeasured || (what === "" && text.trim() === "");
  return (
    <chakra.details>
      <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="10px" fontWeight="700">
        Something else, or of another day
      </chakra.summary>
      <chakra.div display="grid" gap="12px" maxWidth="520px" paddingBottom="10px">
        {happened && <Sudden key={happened} what={happened} onDone={() => setHappened(null)} />}
        {add.error && (
          <Notice tone="wrong" role="alert">
            {add.error.message}
          </Notice>
        )}
        <Field label="What it is">
          <What what={what} setWhat={setWhat} />
        </Field>
        <Measured
          what={what}
          high={high}
          setHigh={setHigh}
          weight={weight}
          setWeight={setWeight}
          grams={grams}
          mm={mm}
          weighs={weighs}
        />
        <OwnWords what={what} text={text} setText={setText} />
        <Stage bbch={bbch} setBbch={setBbch} />
        <DayField label="The day it was" none="Today" latest={isoOf(new Date())} value={day} onChange={setDay} />
        <div>
          <Button look="main" disabled={add.isPending || saysNothing} onClick={() => add.mutate()}>
            Note it down
          </Button>
        </div>
      </chakra.div>
    </chakra.details>
  );
}

/** What there is to note. */
function What({ what, setWhat }: { what: "" | YearEvent; setWhat: Dispatch<SetStateAction<"" | YearEvent>> }) {
  return (
    <Select value={what} onChange={(e) => setWhat(e.target.value as YearEvent | "")}>
      <option value="">in my own words</option>
      <optgroup label="Sudden">
        {sudden.map((e) => (
          <option key={e} value={e}>
            {noteWords[e]}
          </option>
        ))}
      </optgroup>
      <optgroup label="Measured or done">
        {others.map((e) => (
          <option key={e} value={e}>
            {noteWords[e]}
          </option>
        ))}
      </optgroup>
    </Select>
  );
}

/** A height or a weight, where the note is of one. */
function Measured({
  what,
  high,
  setHigh,
  weight,
  setWeight,
  grams,
  mm,
  weighs,
}: {
  what: "" | YearEvent;
  high: string;
  setHigh: Dispatch<SetStateAction<string>>;
  weight: string;
  setWeight: Dispatch<SetStateAction<string>>;
  grams: number | null;
  mm: number | null;
  weighs: boolean;
}) {
  return (
    <>
      {what === "height" && (
        <Field
          label="How high it stands"
          hint="1.85 m, 185, 6 ft"
          error={high !== "" && mm === null ? "A length with its unit." : null}
        >
          <Input value={high} onChange={(e) => setHigh(e.target.value)} />
        </Field>
      )}
      {weighs && (
        <Field
          label="How heavy"
          hint="640 g, 1.2 kg, 2 lb"
          error={weight !== "" && grams === null ? "A weight with its unit." : null}
        >
          <Input value={weight} onChange={(e) => setWeight(e.target.value)} />
        </Field>
      )}
    </>
  );
}

/** What was seen or done, in words. */
function OwnWords({
  what,
  text,
  setText,
}: {
  what: "" | YearEvent;
  text: string;
  setText: Dispatch<SetStateAction<string>>;
}) {
  return (
    <Field
      label="In your words"
      hint={
        what === "disease"
          ? "Which, and on which leaves or stem."
          : what === "sprayed"
            ? "By whom, and with what. Follow the label; leave licensed sprays to licensed hands."
            : undefined
      }
    >
      <Input value={text} maxLength={1000} onChange={(e) => setText(e.target.value)} />
    </Field>
  );
}

/** The growth stage by its number. */
function Stage({ bbch, setBbch }: { bbch: string; setBbch: Dispatch<SetStateAction<string>> }) {
  return (
    <Field label="Growth stage" hint="May be left out. The number is its BBCH code.">
      <Select value={bbch} onChange={(e) => setBbch(e.target.value)}>
        <option value="">not noted</option>
        {stages.map(([code, words]) => (
          <option key={code} value={code}>
            {String(code).padStart(2, "0")} {words}
          </option>
        ))}
      </Select>
    </Field>
  );
}
