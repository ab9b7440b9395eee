import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type ApiError, asSeen, must, newId, type Schemas } from "../api/client";
import { VineTable } from "../vine/VineTable";
import { provenanceWords } from "../app/provenance";
import { useOwns } from "../app/here";
import { useHalf } from "../app/kept";
import { useMeasures } from "../app/settings";
import { Button, Choice, Field, Input, Notice, Panel } from "../app/ui";
import { SchoolPicture } from "../shared/SchoolPicture";
import { readLength } from "../survey/measures";

type School = Schemas["RuleSchool"];
type Value = Schemas["RuleValue"];

/** The schools with every value, where it comes from and what it may be; copy one and make it your own. */
export default function Rules() {
  const client = useQueryClient();
  const rules = useQuery({ queryKey: ["rules"], queryFn: () => must(api.GET("/api/rules")) });
  const [open, setOpen] = useState("open-bowl");
  const [editing, setEditing] = useState<{ from: School; copy: boolean } | null>(null);
  const [gone, setGone] = useState<School | null>(null);
  const owns = useOwns();
  const again = () => {
    void client.invalidateQueries({ queryKey: ["rules"] });
    void client.invalidateQueries({ queryKey: ["schools"] });
  };
  const remove = useMutation({
    mutationFn: (s: School) =>
      must(api.DELETE("/api/rules/{id}", { params: { path: { id: s.id } }, headers: asSeen(Number(s.revision)) })),
    onSuccess: (_, s) => (setGone(s), setOpen(s.base ?? "open-bowl"), again()),
  });
  const restore = useMutation({
    mutationFn: (s: School) => must(api.POST("/api/rules/{id}/restore", { params: { path: { id: s.id } } })),
    onSuccess: (_, s) => (setGone(null), setOpen(s.id), again()),
  });
  if (rules.isError && !rules.data)
    return (
      <Notice tone="wrong" role="alert">
        {rules.error.message}
      </Notice>
    );
  if (!rules.data) return <p>Fetching the rules.</p>;
  const school = rules.data.find((s) => s.id === open) ?? rules.data[0]!;
  const base = rules.data.find((s) => s.id === school.base);
  const before = (name: string) => {
    const value = base?.values.find((v) => v.name === name);
    return base && value ? { value, school: base.name } : null;
  };
  return (
    <chakra.div display="grid" gap="14px">
      <div>
        <chakra.h1 fontSize="1.8rem">The rules</chakra.h1>
        <chakra.p marginTop="4px" maxWidth="760px">
          Practitioners disagree, so each way of pruning is a school with its own values. Every value says where it
          comes from. Copy a school and change it, and your plants can be planned your way.
        </chakra.p>
      </div>
      {gone && (
        <Notice tone="plain" role="status">
          {gone.name} is no longer offered; plants planned with it stay as they are.{" "}
          <Button size="small" onClick={() => restore.mutate(gone)}>
            Undo
          </Button>
        </Notice>
      )}
      {(remove.error ?? restore.error) && (
        <Notice tone="wrong" role="alert">
          {((remove.error ?? restore.error) as ApiError).title} Nothing was changed.
        </Notice>
      )}
      <chakra.div
        display="grid"
        gap="16px"
        gridTemplateColumns={{ base: "minmax(0,1fr)", md: "230px minmax(0,1fr)" }}
        alignItems="start"
      >
        <chakra.nav
          aria-label="Schools"
          display="grid"
          gap="6px"
          gridTemplateColumns={{ base: "1fr 1fr", md: "minmax(0,1fr)" }}
        >
          {groups.map((g) => {
            const own = rules.data.filter((s) => g.families.includes(s.family));
            return (
              own.length > 0 && (
                <chakra.div key={g.name} display="contents">
                  <chakra.p fontWeight="700" color="muted" gridColumn="1/-1" marginTop="6px">
                    {g.name}
                  </chakra.p>
                  {own.map((s) => (
                    <Button
                      key={s.id}
                      pressed={s.id === school.id && !editing}
                      aria-pressed={s.id === school.id}
                      onClick={() => (setOpen(s.id), setEditing(null))}
                      style={{ justifyContent: "flex-start", textAlign: "left" }}
                    >
                      {s.name}
                      {s.own && <chakra.span fontWeight="400">yours</chakra.span>}
                    </Button>
                  ))}
                </chakra.div>
              )
            );
          })}
        </chakra.nav>
        {editing ? (
          <Editor
            key={editing.from.id}
            from={editing.from}
            copy={editing.copy}
            onClose={() => setEditing(null)}
            onSaved={(s) => (setEditing(null), setOpen(s.id), again())}
          />
        ) : (
          <Panel>
            <chakra.div display="flex" gap="10px" alignItems="center" flexWrap="wrap">
              <chakra.h2 fontSize="1.35rem">{school.name}</chakra.h2>
              <chakra.span marginLeft="auto" display="flex" gap="8px" flexWrap="wrap">
                {owns && school.own && (
                  <Button onClick={() => setEditing({ from: school, copy: false })}>Change it</Button>
                )}
                {owns && (
                  <Button look="main" onClick={() => setEditing({ from: school, copy: true })}>
                    Copy and change it
                  </Button>
                )}
                {owns && school.own && (
                  <Button look="cut" onClick={() => remove.mutate(school)}>
                    Take it out
                  </Button>
                )}
              </chakra.span>
            </chakra.div>
            <chakra.div display="flex" gap="12px" alignItems="center" marginTop="4px">
              <SchoolPicture id={school.base ?? school.id} />
              <p>{school.summary}</p>
            </chakra.div>
            <chakra.ul marginTop="10px">
              {school.values.map((v) => (
                <ValueLine key={v.name} value={v} was={v.provenance === "user" ? before(v.name) : null} />
              ))}
            </chakra.ul>
            {school.family === "vine" && <VineTable />}
            <Weights weights={school.weights} />
            <chakra.p color="muted" marginTop="10px" fontSize="0.95rem">
              Cautions hold for every school: gloves and sleeves, something over your eyes, blades wiped, ladders firm;
              heavy wood and work near lines are for a licensed arborist, and local rules come first.
            </chakra.p>
          </Panel>
        )}
      </chakra.div>
    </chakra.div>
  );
}

/** Schools stand under the plants they are for. */
const groups: { name: string; families: School["family"][] }[] = [
  { name: "Roses and shrubs", families: ["rose", "shrub"] },
  { name: "Vines", families: ["vine"] },
  { name: "Cane fruit", families: ["cane-fruit"] },
];

/** What the wishes are worth against each other, for those who want to know. */
function Weights({ weights }: { weights: School["weights"] }) {
  return (
    <chakra.details marginTop="10px" borderTop="1px solid var(--line)" paddingTop="6px">
      <chakra.summary fontWeight="700" minHeight="44px" paddingBlock="9px" cursor="pointer">
        How the wishes are weighed
      </chakra.summary>
      <chakra.p>
        What is dead, diseased or damaged goes, and the limits above hold. Among all choices they allow, the one with
        the most points is taken.
      </chakra.p>
      <chakra.ul marginTop="6px">
        {weights.map((w) => (
          <chakra.li key={w.name} display="grid" gridTemplateColumns="64px minmax(0,1fr)" gap="10px" paddingBlock="3px">
            <chakra.b textAlign="right">{`${Number(w.points) > 0 ? "+" : Number(w.points) < 0 ? "−" : ""}${Math.abs(Number(w.points))}`}</chakra.b>
            <span>
              {w.why} <chakra.span color="muted">({provenanceWords[w.provenance]})</chakra.span>
            </span>
          </chakra.li>
        ))}
      </chakra.ul>
    </chakra.details>
  );
}

/** Units that are counted. */
const singular: Record<string, string> = { canes: "cane", buds: "bud" };

function useWords() {
  const { long } = useMeasures();
  return (v: { number?: number | null; word?: string | null }, of: Value): string => {
    if (v.word != null) return wordsFor(v.word);
    if (v.number == null) return "no limit";
    const n = Number(v.number);
    if (of.flag) return n > 0 ? "yes" : "no";
    if (of.unit === "mm") return long(n);
    if (of.unit === "share") return `${Math.round(n * 100)} %`;
    if (of.unit === "°") return n === 0 ? "square" : `${n}°`;
    return of.unit ? `${n} ${(n === 1 && singular[of.unit]) || of.unit}` : `${n}`;
  };
}

/** What a number may be: "0 to 200 canes"; empty for words. */
function useRange() {
  const { long } = useMeasures();
  return (v: Value): string => {
    if (v.min == null || v.max == null || v.flag) return "";
    const [min, max] = [Number(v.min), Number(v.max)];
    if (v.unit === "mm") return `${min === 0 ? "0" : long(min)} to ${long(max)}`;
    if (v.unit === "share") return `${Math.round(min * 100)} to ${Math.round(max * 100)} %`;
    return v.unit === "°" ? `${min} to ${max}°` : `${min} to ${max} ${v.unit}`.trim();
  };
}

const wordNames: Record<string, string> = {
  outward: "facing out",
  any: "any node",
  "up-and-out": "up and out",
  open: "kept open",
  "may-stay": "a cane may stay that crosses nothing",
  bud: "each above its bud",
  shears: "all at once with shears",
};

function wordsFor(word: string): string {
  return wordNames[word] ?? word;
}

function ValueLine({ value, was }: { value: Value; was: { value: Value; school: string } | null }) {
  const words = useWords();
  const range = useRange()(value);
  return (
    <chakra.li
      borderTop="1px solid var(--line)"
      paddingBlock="7px"
      display="grid"
      gap="2px 16px"
      gridTemplateColumns={{ base: "1fr auto", lg: "250px 130px minmax(0,1fr)" }}
      data-value={value.name}
    >
      <span>{value.label}</span>
      <b>{words(value, value)}</b>
      <chakra.span gridColumn={{ base: "1 / -1", lg: "auto" }} color="muted" fontSize="0.95rem">
        {!was
          ? `${value.why} (${provenanceWords[value.provenance]})`
          : words(value, value) === words(was.value, was.value)
            ? `As in ${was.school}, but for every kind.`
            : `Changed by you from ${words(was.value, was.value)}.`}
        {range && ` It may be ${range}.`}
        {value.byKind.map((k) => (
          <chakra.span key={k.kind} display="block">
            {k.kind}: <b>{words(k, value)}</b>. {k.why} ({provenanceWords[k.provenance]})
          </chakra.span>
        ))}
      </chakra.span>
    </chakra.li>
  );
}

/** Changing the values of a copy: what is not understood stays as typed, what the server refuses is said at its field. */
function Editor(props: { from: School; copy: boolean; onClose: () => void; onSaved: (s: School) => void }) {
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
  const save = useMutation({
    mutationFn: async () => {
      const set = Object.fromEntries(
        from.values.flatMap((v): [string, unknown][] => {
          const now = v.name in typed ? read(v, typed[v.name]!) : undefined;
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
  const error = save.error as ApiError | null;
  const at = (path: string) => error?.errors.find((e) => e.path === path)?.message ?? null;
  const read = (v: Value, text: string): unknown => {
    if (v.flag) return text === "yes";
    if (v.words.length > 0) return text;
    const plain = Number(text.replace(",", ".").replace(/[°%]|canes|buds/g, ""));
    if (v.unit === "mm") return readLength(text, body, "mm") ?? (Number.isFinite(plain) ? plain : text);
    if (v.unit === "share")
      return Number.isFinite(plain) ? (text.includes("%") || plain > 1 ? plain / 100 : plain) : text;
    return text.trim() !== "" && Number.isFinite(plain) ? plain : text;
  };
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
              <div key={v.name}>
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
