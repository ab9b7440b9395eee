import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient, type UseMutationResult } from "@tanstack/react-query";
import { useState, type Dispatch, type SetStateAction } from "react";
import { api, type ApiError, asSeen, must } from "../api/client";
import { VineTable } from "../vine/VineTable";
import { provenanceWords } from "../app/provenance";
import { useOwns } from "../app/here";
import { Button, Notice, Panel } from "../app/ui";
import { SchoolPicture } from "../shared/SchoolPicture";
import { Editor } from "./RuleEditor";
import { type School, type Value, useWords, useRange } from "./ruleWords";

/** The schools with every value, where it comes from and what it may be; copy one and make it your own. */
export default function Rules() {
  const client = useQueryClient();
  const rules = useQuery({ queryKey: ["rules"], queryFn: () => must(api.GET("/api/rules")) });
  const [open, setOpen] = useState<string | null>(null);
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
    onSuccess: (_, s) => (setGone(s), setOpen(s.base ?? null), again()),
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
  const all = rules.data;
  const school = all.find((s) => s.id === open) ?? first(all);
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
        <Schools setOpen={setOpen} editing={editing} setEditing={setEditing} all={all} school={school} />
        {editing ? (
          <Editor
            key={editing.from.id}
            from={editing.from}
            copy={editing.copy}
            onClose={() => setEditing(null)}
            onSaved={(s) => (setEditing(null), setOpen(s.id), again())}
          />
        ) : (
          <Shown setEditing={setEditing} owns={owns} remove={remove} all={all} school={school} />
        )}
      </chakra.div>
    </chakra.div>
  );
}

/** All schools by the plants they are for. */
function Schools({
  setOpen,
  editing,
  setEditing,
  all,
  school,
}: {
  setOpen: Dispatch<SetStateAction<string | null>>;
  editing: {
    from: School;
    copy: boolean;
  } | null;
  setEditing: Dispatch<
    SetStateAction<{
      from: School;
      copy: boolean;
    } | null>
  >;
  all: School[];
  school: School;
}) {
  return (
    <chakra.nav
      aria-label="Schools"
      display="grid"
      gap="6px"
      gridTemplateColumns={{ base: "1fr 1fr", md: "minmax(0,1fr)" }}
    >
      {groups.map((g) => {
        const own = all.filter((s) => g.families.includes(s.family));
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
  );
}

/** A school with its values, where each comes from, and what can be done with it. */
function Shown({
  setEditing,
  owns,
  remove,
  all,
  school,
}: {
  setEditing: Dispatch<
    SetStateAction<{
      from: School;
      copy: boolean;
    } | null>
  >;
  owns: boolean;
  remove: UseMutationResult<undefined, Error, School, unknown>;
  all: School[];
  school: School;
}) {
  const base = all.find((s) => s.id === school.base);
  const before = (name: string) => {
    const value = base?.values.find((v) => v.name === name);
    return base && value ? { value, school: base.name } : null;
  };
  return (
    <Panel>
      <chakra.div display="flex" gap="10px" alignItems="center" flexWrap="wrap">
        <chakra.h2 fontSize="1.35rem">{school.name}</chakra.h2>
        <chakra.span marginLeft="auto" display="flex" gap="8px" flexWrap="wrap">
          {owns && school.own && <Button onClick={() => setEditing({ from: school, copy: false })}>Change it</Button>}
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
        Cautions hold for every school: gloves and sleeves, something over your eyes, blades wiped, ladders firm; heavy
        wood and work near lines are for a licensed arborist, and local rules come first.
      </chakra.p>
    </Panel>
  );
}

/** Schools stand under the plants they are for. */
const groups: { name: string; families: School["family"][] }[] = [
  { name: "Roses and shrubs", families: ["rose", "shrub"] },
  { name: "Vines", families: ["vine"] },
  { name: "Cane fruit", families: ["cane-fruit"] },
];

/** The school that stands first under the first plants. */
const first = (all: School[]): School =>
  groups.flatMap((g) => all.filter((s) => g.families.includes(s.family)))[0] ?? all[0]!;

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
