import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, must, newId, type Schemas } from "../api/client";
import { useHalf } from "../app/kept";
import { useMeasures } from "../app/settings";
import { Button, Field, Input, Notice, Panel } from "../app/ui";
import { dayWords, isoOf } from "../survey/measures";
import { counted } from "../survey/words";
import { noteWords, type YearEvent } from "../survey/yearWords";
import { DayField } from "../shared/DayField";

type Said = Schemas["SpokenView"];
type Entry = Schemas["EntryInput"];

/** What was noted last, and can be taken back. */
interface Noted {
  batch: string;
  words: string;
}

/** Notes on a plant, a bed or a row: in one line, or by taps. */
export default function LogBook() {
  const client = useQueryClient();
  const { say } = useMeasures();
  const [last, setLast] = useState<Noted | null>(null);
  const add = useMutation({
    mutationFn: ({ entry }: { of: string; entry: Omit<Entry, "batch"> }) =>
      must(api.POST("/api/log", { body: { ...entry, batch: newId() } })),
    onSuccess: (done, { of }) => {
      setLast({
        batch: done.batch,
        words: `${of}: ${say(done)} ${Number(done.plants) > 1 ? `Noted on ${counted(Number(done.plants), "plant")}.` : "Noted."}`,
      });
      for (const key of ["log", "plants"]) void client.invalidateQueries({ queryKey: [key] });
    },
  });
  const back = useMutation({
    mutationFn: (batch: string) => must(api.DELETE("/api/log/{batch}", { params: { path: { batch } } })),
    onSuccess: () => {
      setLast(null);
      for (const key of ["log", "plants"]) void client.invalidateQueries({ queryKey: [key] });
    },
  });
  const error = add.error ?? back.error;
  return (
    <chakra.div display="grid" gap="16px" maxWidth="820px">
      <div>
        <chakra.h1 fontSize="1.8rem">Note something</chakra.h1>
        <chakra.p marginTop="4px">
          What you note is what next year is reckoned from: bud break, first bloom, what you did.
        </chakra.p>
      </div>
      {error && (
        <Notice tone="wrong" role="alert">
          {error.message}
        </Notice>
      )}
      {last && (
        <Notice tone="plain" role="status">
          {last.words}{" "}
          <Button size="small" disabled={back.isPending} onClick={() => back.mutate(last.batch)}>
            Take it back
          </Button>
        </Notice>
      )}
      <InOneLine busy={add.isPending} onAdd={(of, entry) => add.mutate({ of, entry })} />
      <ByTaps busy={add.isPending} onAdd={(of, entry) => add.mutate({ of, entry })} />
    </chakra.div>
  );
}

interface Adds {
  busy: boolean;
  onAdd: (of: string, entry: Omit<Entry, "batch">) => void;
}

function InOneLine({ busy, onAdd }: Adds) {
  const [line, setLine, letGo] = useHalf("log.line", "");
  const [said, setSaid] = useState<Said | null>(null);
  const read = useMutation({
    mutationFn: (line: string) => must(api.POST("/api/log/try", { body: { line } })),
    onSuccess: setSaid,
  });
  const type = (next: string) => {
    setLine(next);
    setSaid(null);
  };
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">In one line</chakra.h2>
      <chakra.form
        display="flex"
        gap="10px"
        flexWrap="wrap"
        alignItems="end"
        marginTop="8px"
        onSubmit={(e) => {
          e.preventDefault();
          read.mutate(line);
        }}
      >
        <chakra.div flex="1 1 300px">
          <Field
            label="What, on which plant or bed, when"
            hint="first bloom row 2 today; prunings 640 g Hill Lantern; hail on the Upper terrace 27 June"
          >
            <Input value={line} maxLength={300} onChange={(e) => type(e.target.value)} />
          </Field>
        </chakra.div>
        <Button type="submit" look="main" disabled={line.trim() === "" || read.isPending}>
          Read it
        </Button>
      </chakra.form>
      {read.error && (
        <Notice tone="wrong" role="alert">
          {read.error.message}
        </Notice>
      )}
      {said?.question && (
        <chakra.div marginTop="10px">
          <Notice tone="look" role="alert">
            {said.question} Nothing is noted yet.
            {said.choices.length > 0 && (
              <chakra.div display="flex" gap="8px" flexWrap="wrap" marginTop="8px">
                {[...new Set(said.choices)].map((c) => (
                  <span key={c}>{c}</span>
                ))}
              </chakra.div>
            )}
          </Notice>
        </chakra.div>
      )}
      {said && !said.question && <Heard busy={busy} onAdd={onAdd} letGo={letGo} said={said} type={type} />}
    </Panel>
  );
}

/** How the line was understood, to be noted or typed anew. */
function Heard({
  busy,
  onAdd,
  letGo,
  said,
  type,
}: {
  busy: boolean;
  onAdd: (of: string, entry: Omit<Entry, "batch">) => void;
  letGo: () => void;
  said: Said;
  type: (next: string) => void;
}) {
  const { long, heavy } = useMeasures();
  return (
    <chakra.div marginTop="10px" display="grid" gap="8px">
      <Notice tone="plain" role="status">
        <b>{said.of}</b>, {dayWords(said.day!)}: {said.what ? noteWords[said.what] : said.text}
        {said.mm != null && `, ${long(Number(said.mm))}`}
        {said.grams != null && `, ${heavy(Number(said.grams))}`}
        {said.what && said.text ? `. ${said.text}` : ""}
        {said.plants.length > 1 && ` (${counted(said.plants.length, "plant")})`}
      </Notice>
      <chakra.div>
        <Button
          look="main"
          disabled={busy}
          onClick={() => {
            onAdd(said.of!, {
              plants: said.plants,
              place: null,
              what: said.what,
              text: said.text,
              day: said.day,
              mm: said.mm,
              grams: said.grams,
              bbch: said.bbch,
            });
            letGo();
            type("");
          }}
        >
          Note it
        </Button>
      </chakra.div>
    </chakra.div>
  );
}

/** What is noted of a whole bed, the most usual first. */
const usual: readonly YearEvent[] = [
  "bud-break",
  "first-bloom",
  "flush-end",
  "deadheaded",
  "tied",
  "fed",
  "mulched",
  "leaves-cleared",
  "harvested",
  "covered",
  "uncovered",
  "sprayed",
  "disease",
  "hail",
  "storm-break",
  "vole",
  "stake-gone",
];

function ByTaps({ busy, onAdd }: Adds) {
  const places = useQuery({ queryKey: ["plants", "places"], queryFn: () => must(api.GET("/api/places")) });
  const [place, setPlace] = useState<string | null>(null);
  const [what, setWhat] = useState<YearEvent | null>(null);
  const [text, setText] = useState("");
  const [day, setDay] = useState("");
  const named = (places.data ?? []).filter(Boolean);
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">On a whole bed or row</chakra.h2>
      {named.length === 0 && (
        <chakra.p marginTop="6px">
          No plant has a bed yet: say where each grows in <Link to="/garden">the garden</Link>.
        </chakra.p>
      )}
      <chakra.div role="group" aria-label="Which bed" display="flex" flexWrap="wrap" gap="6px" marginTop="8px">
        {named.map((p) => (
          <Button key={p} pressed={p === place} aria-pressed={p === place} onClick={() => setPlace(p)}>
            {p}
          </Button>
        ))}
      </chakra.div>
      {place !== null && (
        <chakra.div role="group" aria-label="What" display="flex" flexWrap="wrap" gap="6px" marginTop="14px">
          {usual.map((e) => (
            <Button key={e} pressed={e === what} aria-pressed={e === what} onClick={() => setWhat(e)}>
              {noteWords[e]}
            </Button>
          ))}
        </chakra.div>
      )}
      {place !== null && what !== null && (
        <chakra.div display="grid" gap="12px" marginTop="14px">
          <Field label="In your words" hint={what === "sprayed" ? "By whom, and with what." : "May be left out."}>
            <Input value={text} maxLength={1000} onChange={(e) => setText(e.target.value)} />
          </Field>
          <DayField label="The day it was" none="Today" latest={isoOf(new Date())} value={day} onChange={setDay} />
          <chakra.div>
            <Button
              look="main"
              size="large"
              disabled={busy}
              onClick={() => {
                onAdd(place, {
                  plants: null,
                  place,
                  what,
                  text: text.trim() || null,
                  day: day || null,
                  mm: null,
                  grams: null,
                  bbch: null,
                });
                setWhat(null);
                setText("");
                setDay("");
              }}
            >
              Note it on all of {place}
            </Button>
          </chakra.div>
        </chakra.div>
      )}
    </Panel>
  );
}
