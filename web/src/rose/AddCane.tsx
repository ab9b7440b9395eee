import { chakra } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { useHalf } from "../app/kept";
import { useMeasures } from "../app/settings";
import { Button, Choice, Input, Letter, Panel } from "../app/ui";
import { ageChoices, ageWords, type BodyMeasures, clockWords, giveOf } from "../survey/measures";
import { missingWords, readLine, signWords } from "../survey/typedLine";
import type { SurveyStem } from "../survey/types";
import { capital } from "../survey/words";

interface Props {
  /** The plant, under which a line that was not sent is kept. */
  plant: string;
  clock: number | null;
  onClock: (clock: number | null) => void;
  onAdd: (stem: Omit<SurveyStem, "id">) => void;
  next: string;
}

/** A new cane by three taps (where, how thick, how old), or by one typed line. */
export function AddCane(props: Props) {
  const [thickness, setThickness] = useState<number | null>(null);
  const { thick, body, units } = useMeasures();
  const panel = useRef<HTMLElement>(null);
  const narrow = () => window.innerWidth < 1024;
  // On a phone the answers stand below the ring: go down to them, and back up for the next cane.
  useEffect(() => {
    if (props.clock !== null && narrow()) panel.current?.scrollIntoView({ block: "start" });
  }, [props.clock]);
  const add = (age: number) => {
    props.onAdd({
      role: "cane",
      parent: "crown",
      clock: props.clock!,
      diameter: thickness!,
      age,
      spread: { diameter: giveOf(thickness!) },
    });
    setThickness(null);
    if (narrow()) window.scrollTo({ top: 0 });
  };
  const between = Math.round((body.finger + body.thumb) / 2);
  const sizes = [
    { value: Math.round(body.pencil * 0.7), text: "thinner than a pencil" },
    { value: body.pencil, text: "pencil" },
    { value: Math.round((body.pencil + body.finger) / 2), text: thick(Math.round((body.pencil + body.finger) / 2)) },
    { value: body.finger, text: "little finger" },
    { value: between, text: thick(between) },
    { value: body.thumb, text: "thumb" },
    { value: Math.round(body.thumb * 1.6), text: "thicker" },
  ];
  return (
    <Panel ref={panel}>
      <chakra.h2 fontSize="1.15rem" display="flex" gap="8px" alignItems="center">
        <Letter id={props.next} decision="none" /> Next cane
      </chakra.h2>
      <chakra.div display={props.clock === null ? "block" : "none"}>
        <TypedLine plant={props.plant} body={body} onAdd={props.onAdd} units={units} />
      </chakra.div>
      {props.clock === null && (
        <chakra.p color="muted" marginBlock="10px 6px">
          or with taps:
        </chakra.p>
      )}
      <chakra.div display="grid" gap="10px">
        <WhichWay {...props} />
        {props.clock !== null && (
          <div>
            <chakra.p fontWeight="700" marginBottom="4px">
              How thick at the base?
            </chakra.p>
            <Choice label="How thick" value={thickness} onChange={setThickness} options={sizes} />
          </div>
        )}
        {props.clock !== null && thickness !== null && (
          <div>
            <chakra.p fontWeight="700" marginBottom="4px">
              How many seasons old? This adds it.
            </chakra.p>
            <Choice label="How old" value={null} onChange={add} options={ageChoices} />
          </div>
        )}
      </chakra.div>
      {props.clock !== null && (
        <chakra.div marginTop="8px">
          <Button look="quiet" size="small" onClick={() => (setThickness(null), props.onClock(null))}>
            Start this cane again
          </Button>
        </chakra.div>
      )}
    </Panel>
  );
}

/** Where on the ring it stands. */
function WhichWay(props: Props) {
  return (
    <div>
      <chakra.p fontWeight="700" marginBottom="4px">
        Which way does it lean?{" "}
        {props.clock !== null ? (
          <chakra.span fontWeight="400">{clockWords(props.clock)}</chakra.span>
        ) : (
          <chakra.span fontWeight="400" color="muted">
            point at the ring, or
          </chakra.span>
        )}
      </chakra.p>
      <Choice
        label="Which way it leans"
        value={props.clock}
        onChange={props.onClock}
        options={[7, 8, 9, 10, 11, 12, 1, 2, 3, 4, 5, 6].map((h) => ({
          value: h,
          text: String(h),
          name: `${h} o'clock`,
        }))}
      />
    </div>
  );
}

/** What a line comes to, part by part, as the page says it elsewhere. */
function understoodOf(stem: Partial<SurveyStem>, { thick, long }: { thick: Say; long: Say }): string[] {
  return [
    stem.clock !== undefined && clockWords(stem.clock),
    stem.diameter !== undefined && thick(stem.diameter),
    stem.age !== undefined && ageWords(stem.age),
    stem.length != null && long(stem.length),
    stem.lean != null && `leans ${stem.lean}°`,
    stem.deadFrom != null && (stem.deadFrom === 0 ? "dead" : `dead from ${long(stem.deadFrom)}`),
    stem.parent !== undefined && `from ${stem.parent === "unknown" ? "somewhere" : `the ${stem.parent}`}`,
    ...(stem.seen ?? []).map((e) =>
      typeof e === "string" ? signWords(e) : signWords(e.what) + (e.at == null ? "" : ` at ${long(e.at)}`),
    ),
    (stem.rubs?.length ?? 0) > 0 && `rubs on ${stem.rubs!.join(" and ")}`,
  ].filter((part): part is string => typeof part === "string");
}

type Say = (mm: number) => string;

function TypedLine(props: {
  plant: string;
  body: BodyMeasures;
  units: string;
  onAdd: (stem: Omit<SurveyStem, "id">) => void;
}) {
  const { thick, long } = useMeasures();
  const [text, setText] = useHalf(`line.${props.plant}`, "");
  const [tried, setTried] = useState(false);
  const line = text.trim() === "" ? null : readLine(text, props.body);
  const understood = line && understoodOf(line.stem, { thick, long });
  const open = line ? [...line.unknown.map((w) => `“${w}”`), ...line.asked] : [];
  const submit = () => {
    if (!line) return;
    // What was not understood is never left out silently.
    if (open.length > 0 || line.missing.length > 0) {
      setTried(true);
      return;
    }
    const rough = line.rough && { spread: { diameter: giveOf(line.stem.diameter!) } };
    props.onAdd({ role: "cane", parent: "crown", ...line.stem, ...rough } as Omit<SurveyStem, "id">);
    setText("");
    setTried(false);
  };
  return (
    <chakra.form
      marginTop="8px"
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
    >
      <chakra.label htmlFor="typed-line" fontWeight="700">
        Type or say it in one line
      </chakra.label>
      <chakra.div display="flex" gap="8px" marginTop="4px">
        <Input
          id="typed-line"
          value={text}
          autoComplete="off"
          placeholder="4:30 thumb 2y 1.1m grey"
          onChange={(e) => setText(e.target.value)}
          aria-describedby="typed-line-said"
        />
        <Button look="main" type="submit" disabled={!line}>
          Add
        </Button>
      </chakra.div>
      <chakra.p
        id="typed-line-said"
        role="status"
        minHeight="1.45em"
        marginTop="4px"
        fontSize="0.95rem"
        color={tried ? "hip" : "muted"}
      >
        {line && understood!.length > 0 && `Understood: ${understood!.join(", ")}. `}
        {line?.corrected.map(([typed, read]) => `“${typed}” read as ${read}. `)}
        {line && line.unknown.length > 0 && <b>Not understood: {line.unknown.map((w) => `“${w}”`).join(", ")}. </b>}
        {line && line.asked.length > 0 && <b>{capital(line.asked.join("; "))}. </b>}
        {line && tried && line.missing.length > 0 && `Still needed: ${missingWords(line.missing)}.`}
      </chakra.p>
    </chakra.form>
  );
}
