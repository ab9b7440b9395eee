import { chakra } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useMeasures } from "../app/settings";
import { Button, Field, Hidden, Input, Letter, Panel, Select } from "../app/ui";
import {
  clockShort,
  defaultBody,
  giveOf,
  length as inUnits,
  readLength,
  thickness,
  toldByBody,
} from "../survey/measures";
import type { StemId } from "../api/stemId";
import { readLine } from "../survey/typedLine";
import { type Evidence, isTopLevel, type Seen, seenWords, type SurveyStem } from "../survey/types";
import { placed, questions } from "./evidence";
import { Picture } from "./evidencePictures";
import { FirstLook } from "./FirstLook";
import { useIntoView } from "./useIntoView";
import { usePlant } from "./usePlant";
import type { Schemas } from "../api/client";
import type { SurveyInHand } from "./useSurvey";

interface StemEditorProps {
  stem: SurveyStem;
  onClose: () => void;
  onSelect: (id: StemId) => void;
  onAddShoot: (stem: Omit<SurveyStem, "id">) => void;
}

/** Everything about one stem; only what is looked at needs an answer. */
export function StemEditor(props: StemEditorProps) {
  const { survey, kind } = usePlant();
  const { stem } = props;
  const at = useIntoView<HTMLDivElement>(stem.id);
  const top = isTopLevel(stem);
  const set = (part: Partial<SurveyStem>) =>
    survey.change((d) => ({ ...d, stems: d.stems.map((s) => (s.id === stem.id ? { ...s, ...part } : s)) }));
  const remove = () => {
    survey.change((d) => {
      const gone = new Set<string>([stem.id]);
      for (let grew = true; grew;) {
        const more = d.stems.filter((s) => gone.has(s.parent) && !gone.has(s.id));
        more.forEach((s) => gone.add(s.id));
        grew = more.length > 0;
      }
      return {
        ...d,
        stems: d.stems
          .filter((s) => !gone.has(s.id))
          .map((s) => (s.rubs?.some((r) => gone.has(r)) ? { ...s, rubs: s.rubs.filter((r) => !gone.has(r)) } : s)),
      };
    });
    props.onClose();
  };
  return (
    <Panel ref={at}>
      <chakra.div display="flex" alignItems="center" gap="8px" marginBottom="10px">
        <Letter id={stem.id} decision="none" />
        <chakra.h2 fontSize="1.15rem">{top ? `Cane ${stem.id}` : `Side shoot ${stem.id} on ${stem.parent}`}</chakra.h2>
        <chakra.span marginLeft="auto" display="flex" gap="6px">
          <Button size="small" look="cut" onClick={remove}>
            Delete
          </Button>
          <Button size="small" look="main" onClick={props.onClose}>
            Done
          </Button>
        </chakra.span>
      </chakra.div>
      <chakra.div marginBottom="12px">
        <FirstLook stem={stem} />
      </chakra.div>
      <Measures stem={stem} top={top} set={set} />
      {top && (
        <chakra.div marginTop="10px">
          <Field label="Where does it start?">
            <Select value={stem.parent} onChange={(e) => set({ parent: e.target.value })}>
              <option value="crown">at the crown, above the union</option>
              <option value="unknown">not seen, or not sure</option>
              <option value="ground">out of the ground, away from the crown</option>
              <option value="rootstock">from the rootstock, below the union</option>
            </Select>
          </Field>
        </chakra.div>
      )}
      <Signs stem={stem} set={set} />
      <Buds stem={stem} set={set} />
      {top && <Shoots {...props} survey={survey} kind={kind} />}
    </Panel>
  );
}

/** What is measured of it. */
function Measures({ stem, top, set }: { stem: SurveyStem; top: boolean; set: (part: Partial<SurveyStem>) => void }) {
  return (
    <chakra.div display="grid" gridTemplateColumns="repeat(auto-fit, minmax(120px, 1fr))" gap="10px">
      <Measure
        label="Leans to"
        value={stem.clock}
        show={clockShort}
        read={readClock}
        onChange={(clock) => clock !== null && set({ clock })}
      />
      <Thickness
        value={stem.diameter}
        onChange={(diameter, rough) =>
          set({ diameter, spread: { ...stem.spread, diameter: rough ? giveOf(diameter) : null } })
        }
      />
      <Measure
        label="Seasons"
        value={stem.age}
        show={String}
        read={(t) => whole(t, 1, 80)}
        onChange={(age) => age !== null && set({ age })}
      />
      <Length label="Length" value={stem.length} max={15000} onChange={(length) => set({ length })} />
      <Measure
        label="Lean from upright"
        value={stem.lean ?? null}
        show={(v) => `${v}°`}
        read={(t) => whole(t.replace("°", ""), 0, 180)}
        onChange={(lean) => set({ lean })}
        optional
      />
      {top ? (
        <Measure
          label="Lean at the tip"
          value={stem.tipLean ?? null}
          show={(v) => `${v}°`}
          read={(t) => whole(t.replace("°", ""), 0, 180)}
          onChange={(tipLean) => set({ tipLean })}
          optional
        />
      ) : (
        <Length label={`Starts how far up ${stem.parent}`} value={stem.at} max={15000} onChange={(at) => set({ at })} />
      )}
    </chakra.div>
  );
}

/** What is seen on it, and how far up. */
function Signs({ stem, set }: { stem: SurveyStem; set: (part: Partial<SurveyStem>) => void }) {
  const toggle = (what: Seen) => {
    const seen = stem.seen ?? [];
    const has = seenWords(stem).includes(what);
    set({ seen: has ? seen.filter((e) => (typeof e === "string" ? e : e.what) !== what) : [...seen, what] });
  };
  return (
    <chakra.details marginTop="12px" open={(stem.seen ?? []).length > 0 || stem.deadFrom != null}>
      <chakra.summary cursor="pointer" fontWeight="700" minHeight="36px">
        What do you see on it?
      </chakra.summary>
      <chakra.div display="grid" gap="12px" marginTop="6px">
        {questions.map((q) => (
          <div key={q.question}>
            <p>
              <b>{q.question}</b> <chakra.span color="muted">{q.help}</chakra.span>
            </p>
            {q.picture && (
              <chakra.div marginBlock="5px">
                <Picture of={q.picture} />
              </chakra.div>
            )}
            <chakra.div display="flex" flexWrap="wrap" gap="6px" marginTop="4px">
              {q.answers.map((a) => {
                const on = seenWords(stem).includes(a.what);
                return (
                  <Button key={a.what} size="small" pressed={on} aria-pressed={on} onClick={() => toggle(a.what)}>
                    {a.text}
                  </Button>
                );
              })}
            </chakra.div>
            {q.answers
              .filter((a) => placed.has(a.what) && seenWords(stem).includes(a.what))
              .map((a) => (
                <chakra.div key={a.what} marginTop="6px" maxWidth="240px">
                  <Length
                    label={`How far up is the ${a.text}?`}
                    value={atOf(stem, a.what)}
                    max={15000}
                    onChange={(at) =>
                      set({
                        seen: (stem.seen ?? []).map((e): Evidence =>
                          (typeof e === "string" ? e : e.what) === a.what
                            ? at === null
                              ? a.what
                              : { what: a.what, at }
                            : e,
                        ),
                      })
                    }
                  />
                </chakra.div>
              ))}
          </div>
        ))}
        <chakra.div maxWidth="280px">
          <Length
            label="Dead from here to the tip (0: all of it)"
            value={stem.deadFrom}
            max={15000}
            min={0}
            onChange={(deadFrom) => set({ deadFrom })}
          />
        </chakra.div>
      </chakra.div>
    </chakra.details>
  );
}

/** Its side shoots, and one more. */
function Shoots(
  props: StemEditorProps & {
    survey: SurveyInHand;
    kind: Schemas["KindView"];
  },
) {
  const { survey, kind, stem } = props;
  const shoots = survey.document.stems.filter((s) => s.parent === stem.id);
  return (
    <chakra.div marginTop="12px">
      <chakra.div display="flex" flexWrap="wrap" gap="6px" alignItems="center">
        <b>Side shoots</b>
        {shoots.map((s) => (
          <Button key={s.id} size="small" onClick={() => props.onSelect(s.id)}>
            {s.id}
          </Button>
        ))}
        <Button
          size="small"
          onClick={() =>
            props.onAddShoot({
              role: "lateral",
              parent: stem.id,
              at: Math.round((stem.length ?? kind.usual[stem.role]!.lengthMm) / 2),
              clock: stem.clock,
              diameter: Math.max(4, Math.round(stem.diameter / 2)),
              age: 1,
              length: 300,
            })
          }
        >
          Add one
        </Button>
      </chakra.div>
    </chakra.div>
  );
}

function atOf(stem: SurveyStem, what: string): number | null {
  const entry = (stem.seen ?? []).find((e) => typeof e !== "string" && e.what === what);
  return entry && typeof entry !== "string" ? (entry.at ?? null) : null;
}

function whole(text: string, min: number, max: number): number | null {
  const n = Number(text.trim());
  return text.trim() !== "" && Number.isInteger(n) && n >= min && n <= max ? n : null;
}

function readClock(text: string): number | null {
  return readLine(text, defaultBody).stem.clock ?? null;
}

function Buds(props: { stem: SurveyStem; set: (part: Partial<SurveyStem>) => void }) {
  const { stem, set } = props;
  const buds = stem.buds ?? [];
  const [clock, setClock] = useState<number>(stem.clock);
  const { long } = useMeasures();
  return (
    <chakra.details marginTop="8px" open={buds.length > 0}>
      <chakra.summary cursor="pointer" fontWeight="700" minHeight="36px">
        Buds you looked at
      </chakra.summary>
      <chakra.ul display="flex" flexWrap="wrap" gap="6px" marginBottom="8px">
        {buds.map((b, i) => (
          <li key={i}>
            <Button size="small" onClick={() => set({ buds: buds.filter((_, k) => k !== i) })}>
              <Hidden>Delete the bud at </Hidden>
              {long(b.at)}, faces {b.clock == null ? "?" : clockShort(b.clock)} <span aria-hidden>✕</span>
            </Button>
          </li>
        ))}
      </chakra.ul>
      <chakra.div display="grid" gridTemplateColumns="1fr 2fr" gap="10px">
        <Measure
          label="It faces"
          value={clock}
          show={clockShort}
          read={readClock}
          onChange={(c) => c !== null && setClock(c)}
        />
        <Length
          key={buds.length}
          label="How far up? This adds it."
          value={null}
          max={stem.length ?? 15000}
          min={0}
          onChange={(at) => at !== null && set({ buds: [...buds, { at, clock }].sort((a, b) => a.at - b.at) })}
        />
      </chakra.div>
    </chakra.details>
  );
}

function Thickness(props: { value: number; onChange: (mm: number, rough: boolean) => void }) {
  const { units, body } = useMeasures();
  const rough = useRef(false);
  return (
    <Measure
      label="Thick at the base"
      value={props.value}
      show={(v) => thickness(v, units)}
      read={(t) => {
        const mm = readLength(t, body);
        rough.current = toldByBody(t, body);
        return mm !== null && mm >= 0.1 && mm <= 300 ? Math.round(mm * 10) / 10 : null;
      }}
      onChange={(v) => v !== null && props.onChange(v, rough.current)}
    />
  );
}

function Length(props: {
  label: string;
  value: number | null | undefined;
  max: number;
  min?: number;
  onChange: (mm: number | null) => void;
}) {
  const { units, body } = useMeasures();
  return (
    <Measure
      label={props.label}
      value={props.value ?? null}
      show={(v) => inUnits(v, units)}
      read={(t) => {
        const mm = readLength(t, body, "cm");
        return mm !== null && mm >= (props.min ?? 1) && mm <= props.max ? Math.round(mm) : null;
      }}
      onChange={props.onChange}
      optional
    />
  );
}

/** A field that keeps what was typed when it cannot be read, and says so. */
function Measure(props: {
  label: string;
  value: number | null;
  show: (value: number) => string;
  read: (text: string) => number | null;
  onChange: (value: number | null) => void;
  optional?: boolean;
}) {
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const commit = () => {
    if (text === null) return;
    if (text.trim() === "" && props.optional) {
      props.onChange(null);
      setText(null);
      setWrong(false);
      return;
    }
    const value = props.read(text);
    setWrong(value === null);
    if (value !== null) {
      props.onChange(value);
      setText(null);
    }
  };
  return (
    <Field label={props.label} error={wrong ? "Not understood, or out of range; nothing was changed." : null}>
      <Input
        value={text ?? (props.value === null ? "" : props.show(props.value))}
        placeholder={props.optional ? "not measured" : ""}
        onChange={(e) => (setText(e.target.value), setWrong(false))}
        onBlur={commit}
        onKeyDown={(e) => e.key === "Enter" && commit()}
      />
    </Field>
  );
}
