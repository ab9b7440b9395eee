import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, type UseMutationResult } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { at } from "../api/base";
import { api, must, newId, type Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { useHalf } from "../app/kept";
import { useHere, useOwns } from "../app/here";
import { Button, Field, Input, Notice, Panel } from "../app/ui";
import { outbox } from "../outbox/outbox";
import type { Waiting } from "../outbox/store";
import { useWaiting } from "../outbox/useOutbox";
import { effectOf } from "../shared/effects";
import { Refused } from "../shared/Refused";
import { usePlant } from "../shared/usePlant";
import { dayWords } from "../survey/measures";
import { noteWords } from "../survey/yearWords";
import { Album } from "../photos/Album";
import { MoreNotes } from "./MoreNotes";
import { Visits } from "./Visits";
import { Correct, History } from "./Correct";
import { useFamily } from "./families";
import { CameOfIt, Years } from "./Years";

/** The log of this plant, season by season, the newest first. */
export default function Remember() {
  const { id = "" } = useParams();
  const path = { params: { path: { id } } };
  const log = useQuery({ queryKey: ["log", id], queryFn: () => must(api.GET("/api/plants/{id}/log", path)) });
  const [text, setText, letGo] = useHalf(`note.${id}`, "");
  // Kept on this device first, and sent then.
  const add = useMutation({
    mutationFn: ({ words, what = null }: { words: string; what?: Schemas["YearEvent"] }) =>
      outbox.add([
        {
          plant: id,
          what: "note",
          method: "POST",
          address: at(`/api/plants/${id}/log`),
          seen: null,
          body: { text: what ? null : words, key: newId(), what },
          words,
        },
      ]),
    onSuccess: (_, { what }) => void (what ?? (letGo(), setText(""))),
  });
  const mine = useWaiting().filter((w) => w.plant === id);
  const { Record, notes } = useFamily();
  const { role } = useHere();
  const seasons = [...new Set((log.data ?? []).map((l) => l.season))].sort((a, b) => b - a);
  return (
    <chakra.div display="grid" gap="16px">
      <chakra.div
        display="grid"
        gap="16px 28px"
        gridTemplateColumns={{ base: "minmax(0,1fr)", lg: "minmax(0,1fr) minmax(0,1fr)" }}
        alignItems="start"
      >
        <chakra.div display="grid" gap="16px">
          {role !== "looker" && <InWords text={text} setText={setText} add={add} />}
          {role !== "looker" && <SeenToday add={add} notes={notes} />}
          {role !== "looker" && <MoreNotes plant={id} />}
          {role !== "looker" && <Visits plant={id} />}
        </chakra.div>
        <chakra.div display="grid" gap="16px" minWidth="0">
          <Album plant={id} mayTake={role !== "looker"} />
          {log.data && <CameOfIt log={log.data} />}
          <Refused of={mine.filter((w) => w.refused)} />
          <WaitingLines of={mine.filter((w) => !w.refused)} />
          {role !== "looker" && Record && <Record />}
        </chakra.div>
      </chakra.div>
      {log.isError && (
        <Notice tone="wrong" role="alert">
          {log.error.message}
        </Notice>
      )}
      {log.data && <Years log={log.data} />}
      {log.data && seasons.length === 0 && (
        <Notice tone="plain">
          Nothing is written down yet. What you do with this plant is kept here by itself, so that next year you can
          look up what you decided.
        </Notice>
      )}
      <chakra.div
        display="grid"
        gap="14px"
        gridTemplateColumns={{ base: "minmax(0,1fr)", md: "repeat(auto-fit, minmax(380px, 1fr))" }}
        alignItems="start"
      >
        {seasons.map((season) => (
          <Season key={season} plant={id} season={season} lines={(log.data ?? []).filter((l) => l.season === season)} />
        ))}
      </chakra.div>
    </chakra.div>
  );
}

/** What was seen, in the gardener's words. */
function InWords({
  text,
  setText,
  add,
}: {
  text: string;
  setText: (next: string) => void;
  add: UseMutationResult<
    void,
    Error,
    {
      words: string;
      what?:
        | "pruned"
        | "bud-break"
        | "first-bloom"
        | "flush-end"
        | "deadheaded"
        | "tied"
        | "tipped"
        | "covered"
        | "uncovered"
        | "fed"
        | "harvested"
        | "height"
        | "prunings"
        | "disease"
        | "sprayed"
        | "storm-break"
        | "hail"
        | "vole"
        | "stake-gone"
        | "leaves-cleared"
        | "mulched"
        | "rubbed-off"
        | "path-cleared"
        | "looked"
        | null
        | undefined;
    },
    unknown
  >;
}) {
  return (
    <chakra.form
      display="flex"
      gap="8px"
      alignItems="end"
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim() !== "") add.mutate({ words: text });
      }}
    >
      <chakra.div flex="1">
        <Field label="What did you see today?" error={add.error?.message}>
          <Input
            value={text}
            maxLength={1000}
            placeholder="first bloom, bud break, black spot"
            onChange={(e) => setText(e.target.value)}
          />
        </Field>
      </chakra.div>
      <Button type="submit" look="main" disabled={text.trim() === "" || add.isPending}>
        Note it
      </Button>
    </chakra.form>
  );
}

/** What is noted with one tap. */
function SeenToday({
  add,
  notes,
}: {
  add: UseMutationResult<
    void,
    Error,
    {
      words: string;
      what?:
        | "pruned"
        | "bud-break"
        | "first-bloom"
        | "flush-end"
        | "deadheaded"
        | "tied"
        | "tipped"
        | "covered"
        | "uncovered"
        | "fed"
        | "harvested"
        | "height"
        | "prunings"
        | "disease"
        | "sprayed"
        | "storm-break"
        | "hail"
        | "vole"
        | "stake-gone"
        | "leaves-cleared"
        | "mulched"
        | "rubbed-off"
        | "path-cleared"
        | "looked"
        | null
        | undefined;
    },
    unknown
  >;
  notes: NonNullable<
    | "pruned"
    | "bud-break"
    | "first-bloom"
    | "flush-end"
    | "deadheaded"
    | "tied"
    | "tipped"
    | "covered"
    | "uncovered"
    | "fed"
    | "harvested"
    | "height"
    | "prunings"
    | "disease"
    | "sprayed"
    | "storm-break"
    | "hail"
    | "vole"
    | "stake-gone"
    | "leaves-cleared"
    | "mulched"
    | "rubbed-off"
    | "path-cleared"
    | "looked"
    | null
  >[];
}) {
  return (
    <chakra.div role="group" aria-label="Seen or done today" display="flex" flexWrap="wrap" gap="6px">
      {notes.map((what) => (
        <Button key={what} disabled={add.isPending} onClick={() => add.mutate({ words: noteWords[what], what })}>
          {noteWords[what]}
        </Button>
      ))}
    </chakra.div>
  );
}

/** What will stand in the log as soon as the garden is reached. */
function WaitingLines({ of }: { of: Waiting[] }) {
  if (of.length === 0) return null;
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">Waits to be sent</chakra.h2>
      <ul>
        {[...of].reverse().map((w) => (
          <chakra.li key={w.seq} paddingBlock="6px" borderTop="1px solid var(--line)">
            {w.words}
          </chakra.li>
        ))}
      </ul>
    </Panel>
  );
}

function Season(props: { plant: string; season: number; lines: Schemas["LogView"][] }) {
  const { season, lines: all } = props;
  const lines = all.filter((l) => !l.struck);
  const days = [...new Set(all.map((l) => l.at.slice(0, 10)))];
  const canes = (outcome: (l: Schemas["LogView"]) => boolean) => lines.filter((l) => l.stem && outcome(l)).length;
  const out = canes((l) => (l.outcome === "done" && effectOf(l.action) === "off") || l.instead === "removed");
  const cut = canes((l) => (l.outcome === "done" && effectOf(l.action) === "shorter") || l.instead === "cut");
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">
        Season {season}{" "}
        <chakra.span fontFamily="body" fontWeight="400" fontSize="1rem" color="muted">
          pruned in the winter before
        </chakra.span>
      </chakra.h2>
      {out + cut > 0 && (
        <p>
          {out} {out === 1 ? "cane" : "canes"} taken out, {cut} shortened.
        </p>
      )}
      {days.map((day) => (
        <chakra.section key={day} marginTop="10px">
          <chakra.h3 fontSize="1rem" color="muted">
            {dayWords(day)}
          </chakra.h3>
          <ul>
            {all
              .filter((l) => l.at.startsWith(day))
              .reverse()
              .map((l) => (
                <Line key={l.id} plant={props.plant} line={l} />
              ))}
          </ul>
        </chakra.section>
      ))}
    </Panel>
  );
}

/** What a cane of an earlier winter is called now, where the letter alone would tell of another. */
function CalledNow({ line }: { line: Schemas["LogView"] }) {
  const { survey } = usePlant();
  const { stem, stemNow } = line;
  if (!stem || line.season === survey.season || stemNow === stem) return null;
  if (stemNow)
    return (
      <chakra.p paddingBottom="8px">
        {stem} is called <b>{stemNow}</b> now.
      </chakra.p>
    );
  return survey.document.stems.some((s) => s.id === stem) ? (
    <chakra.p paddingBottom="8px">
      This {stem} stands no longer; the cane that is called {stem} now is another.
    </chakra.p>
  ) : null;
}

function Line({ plant, line }: { plant: string; line: Schemas["LogView"] }) {
  const [correcting, setCorrecting] = useState(false);
  const { say, long, heavy } = useMeasures();
  const owns = useOwns();
  const mark =
    line.kind === "crop"
      ? "Weighed"
      : line.kind === "note"
        ? "Seen"
        : line.kind === "finished"
          ? "Finished"
          : line.outcome === "skipped"
            ? "Skipped"
            : line.outcome === "different"
              ? "Differently"
              : "Done";
  const instead = {
    removed: `Took ${line.stem} out.`,
    left: `Left ${line.stem} whole.`,
    tied: `Tied ${line.stem} elsewhere.`,
    cut: `Cut ${line.stem} at ${line.cutAt == null ? "?" : long(line.cutAt)}.`,
  };
  return (
    <chakra.li
      display="grid"
      gridTemplateColumns={{ base: "1fr", md: "6.2em 1fr" }}
      gap={{ base: "0", md: "8px" }}
      paddingBlock="4px"
      borderTop="1px solid var(--line)"
    >
      <chakra.span
        fontWeight="700"
        paddingTop={{ base: "6px", md: "10px" }}
        color={line.outcome === "skipped" ? "ochre" : line.kind === "step" ? "leaf" : "ink"}
      >
        {mark}
      </chakra.span>
      <chakra.div>
        <chakra.div display="flex" gap="8px" alignItems="start">
          <chakra.span
            flex="1"
            paddingBlock={{ base: "0 10px", md: "10px" }}
            textDecoration={line.struck ? "line-through" : "none"}
            color={line.struck ? "muted" : "ink"}
          >
            {line.instead ? `${instead[line.instead as keyof typeof instead]} Planned was: ` : ""}
            {line.grams != null ? `${heavy(Number(line.grams))} of grapes.` : say(line)}
          </chakra.span>
          {owns && (
            <Button look="quiet" aria-label={`Correct: ${line.text}`} onClick={() => setCorrecting(!correcting)}>
              Correct
            </Button>
          )}
        </chakra.div>
        <CalledNow line={line} />
        <History line={line} />
        {correcting && <Correct plant={plant} line={line} onClose={() => setCorrecting(false)} />}
      </chakra.div>
    </chakra.li>
  );
}
