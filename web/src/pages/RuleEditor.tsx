import { chakra } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, type ApiError, must, newId } from "../api/client";
import { useHalf } from "../app/kept";
import { useMeasures } from "../app/settings";
import { Button, Choice, Field, Input, Notice, Panel } from "../app/ui";
import { type BodyMeasures, readLength } from "../survey/measures";
import { type School, useRange, type Value, wordsFor } from "./ruleWords";

/** Changing the values of a copy: what is not understood stays as typed, what the server refuses is said at its field. */
export function Editor(props: { from: School; copy: boolean; onClose: () => void; onSaved: (s: School) => void }) {
  const { from, copy } = props;
  const { body } = useMeasures();
  const range = useRange();
  const [first] = useState(() => ({
    name: copy ? `My ${from.name}` : from.name,
    typed: {} as Record<string, string>,
    own: newId(),
  }));
  const [half, setHalf, letGo] = useHalf(`school.${copy ? "copy" : "change"}.${from.id}.${from.revision}`, first);
  const { name, typed, own } = half;
  const save = useSave(props, from, copy, body, letGo, name, typed, own);
  const error = save.error as ApiError | null;
  const at = (path: string) => error?.errors.find((e) => e.path === path)?.message ?? null;
  return (
    <Panel>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate();
        }}
      >
        <chakra.h2 fontSize="1.35rem">{copy ? `A copy of ${from.name}` : `Change ${from.name}`}</chakra.h2>
        <chakra.div marginBlock="10px" maxWidth="420px">
          <Field label="What you call it" error={at("/name")}>
            <Input value={name} maxLength={80} onChange={(e) => setHalf({ ...half, name: e.target.value })} required />
          </Field>
          <chakra.p color="muted" marginTop="6px">
            A bare length counts in millimetres; you may write its unit: 20 cm, 8 in.
          </chakra.p>
        </chakra.div>
        <chakra.div
          display="grid"
          gap="12px 18px"
          gridTemplateColumns="repeat(auto-fill, minmax(min(100%, 250px), 1fr))"
        >
          {from.values.map((v) => {
            const shown = typed[v.name] ?? (v.flag ? (Number(v.number) > 0 ? "yes" : "no") : (v.word ?? plainOf(v)));
            const set = (text: string) => setHalf({ ...half, typed: { ...typed, [v.name]: text } });
            const choices = v.flag ? ["yes", "no"] : v.words;
            return choices.length > 0 ? (
              <ChosenValue key={v.name} at={at} v={v} shown={shown} set={set} choices={choices} />
            ) : (
              <Field key={v.name} label={v.label} hint={range(v) || undefined} error={at(`/set/${v.name}`)}>
                <Input value={shown} onChange={(e) => set(e.target.value)} />
              </Field>
            );
          })}
        </chakra.div>
        {error && (
          <chakra.div marginTop="12px">
            <Notice tone="wrong" role="alert">
              {error.errors.length > 0 ? "Nothing was stored: see the fields marked above." : error.message}
            </Notice>
          </chakra.div>
        )}
        <chakra.div display="flex" gap="8px" marginTop="14px">
          <Button type="submit" look="main" disabled={save.isPending || name.trim() === ""}>
            {copy ? "Keep it as mine" : "Save"}
          </Button>
          <Button type="button" onClick={() => (letGo(), props.onClose())}>
            Cancel
          </Button>
        </chakra.div>
      </form>
    </Panel>
  );
}

/** Storing a copy or a changed school. */
function useSave(
  props: { from: School; copy: boolean; onClose: () => void; onSaved: (s: School) => void },
  from: School,
  copy: boolean,
  body: BodyMeasures,
  letGo: () => void,
  name: string,
  typed: Record<string, string>,
  own: string,
) {
  const save = useMutation({
    mutationFn: async () => {
      const set = Object.fromEntries(
        from.values.flatMap((v): [string, unknown][] => {
          const now = v.name in typed ? read(v, typed[v.name]!, body) : undefined;
          const own = v.provenance === "user";
          if (now === undefined && !own) return [];
          return [[v.name, now ?? (v.word != null ? v.word : v.flag ? Number(v.number) > 0 : Number(v.number))]];
        }),
      );
      const input = { name, base: from.base ?? from.id, set };
      return copy
        ? must(api.POST("/api/rules", { body: { ...input, id: own } }))
        : must(
            api.PUT("/api/rules/{id}", {
              params: { path: { id: from.id } },
              headers: { "If-Match": `"${from.revision}"` },
              body: input,
            }),
          );
    },
    onSuccess: (saved) => (letGo(), props.onSaved(saved)),
  });
  return save;
}

/** A value that is one of a few words. */
function ChosenValue({
  at,
  v,
  shown,
  set,
  choices,
}: {
  at: (path: string) => string | null;
  v: Value;
  shown: string;
  set: (text: string) => void;
  choices: string[];
}) {
  return (
    <div>
      <chakra.p fontWeight="700" marginBottom="4px">
        {v.label}
      </chakra.p>
      <Choice
        label={v.label}
        value={shown}
        onChange={set}
        options={choices.map((c) => ({ value: c, text: v.flag ? c : wordsFor(c) }))}
      />
      {at(`/set/${v.name}`) && (
        <chakra.p role="alert" color="hip" fontWeight="700">
          {at(`/set/${v.name}`)}
        </chakra.p>
      )}
    </div>
  );
}

/** What was typed, as a school takes it; text that is no number stays text, and the garden says so. */
function read(v: Value, text: string, body: BodyMeasures): unknown {
  if (v.flag) return text === "yes";
  if (v.words.length > 0) return text;
  const plain = Number(text.replace(",", ".").replace(/[°%]|canes|buds/g, ""));
  if (v.unit === "mm") return readLength(text, body, "mm") ?? (Number.isFinite(plain) ? plain : text);
  if (v.unit === "share")
    return Number.isFinite(plain) ? (text.includes("%") || plain > 1 ? plain / 100 : plain) : text;
  return text.trim() !== "" && Number.isFinite(plain) ? plain : text;
}

/** A number as it is typed. */
function plainOf(v: Value): string {
  if (v.number == null) return "no limit";
  const n = Number(v.number);
  return v.unit === "mm"
    ? `${n} mm`
    : v.unit === "share"
      ? `${Math.round(n * 100)} %`
      : v.unit === "°"
        ? `${n}°`
        : `${n}`;
}
