import { chakra } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, must, type Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { useHalf } from "../app/kept";
import { Button, Field, Input, Notice, Panel } from "../app/ui";
import { dayWords, isoOf } from "../survey/measures";
import { counted } from "../survey/words";
import { DayField } from "../shared/DayField";

type Line = Schemas["LogView"];

/** Corrects a line of the log: its words where they are the gardener's, its day, or that it never was. */
export function Correct(props: { plant: string; line: Line; onClose: () => void }) {
  const { line } = props;
  const client = useQueryClient();
  const [{ day, text }, setTyped, letGo] = useHalf(`line.${line.id}.${line.history.length}`, {
    day: line.at.slice(0, 10),
    text: line.text,
  });
  const setDay = (day: string) => setTyped({ day, text });
  const setText = (text: string) => setTyped({ day, text });
  const save = useMutation({
    mutationFn: (change: Partial<Schemas["CorrectionInput"]>) =>
      must(
        api.PUT("/api/plants/{id}/log/{line}", {
          params: { path: { id: props.plant, line: Number(line.id) } },
          body: { changes: line.history.length, day: null, text: null, grams: null, struck: null, ...change },
        }),
      ),
    onSuccess: () => {
      for (const key of ["log", "work", "plants", "survey"]) void client.invalidateQueries({ queryKey: [key] });
      letGo();
      props.onClose();
    },
  });
  const note = line.kind === "note";
  return (
    <Panel>
      <chakra.form
        display="grid"
        gap="10px"
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate({ day, text: note ? text : null });
        }}
      >
        {save.error && (
          <Notice tone="wrong" role="alert">
            {save.error.message}
          </Notice>
        )}
        {note && (
          <Field label="What it should say">
            <Input value={text} maxLength={1000} onChange={(e) => setText(e.target.value)} />
          </Field>
        )}
        <DayField label="The day it was" latest={isoOf(new Date())} value={day} onChange={setDay} />
        <chakra.div display="flex" gap="8px" flexWrap="wrap">
          <Button type="submit" look="main" disabled={save.isPending || day === "" || (note && text.trim() === "")}>
            Correct it
          </Button>
          <Button disabled={save.isPending} onClick={() => save.mutate({ struck: !line.struck })}>
            {line.struck ? "Put it back in" : "Strike it out"}
          </Button>
          <Button look="quiet" onClick={() => (letGo(), props.onClose())}>
            Cancel
          </Button>
        </chakra.div>
      </chakra.form>
    </Panel>
  );
}

/** What a line said before it was corrected. */
export function History({ line }: { line: Line }) {
  const { heavy } = useMeasures();
  if (line.history.length === 0) return null;
  return (
    <chakra.details>
      <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="10px" color="muted">
        Corrected {line.history.length === 1 ? "once" : counted(line.history.length, "time")}
      </chakra.summary>
      <ul>
        {line.history.map((h) => (
          <chakra.li key={h.until} color="muted">
            Till {dayWords(h.until.slice(0, 10))}: {h.struck ? "struck out, " : ""}dated {dayWords(h.day)},{" "}
            {h.grams == null ? `“${h.text}”` : heavy(Number(h.grams))}
          </chakra.li>
        ))}
      </ul>
    </chakra.details>
  );
}
