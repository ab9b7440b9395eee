import { chakra } from "@chakra-ui/react";
import { useQuery, type UseQueryResult } from "@tanstack/react-query";
import { useEffect, useState, type SetStateAction, type Dispatch } from "react";
import { api, must, type Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Choice, Field, Input, Panel, Select } from "../app/ui";
import { Length } from "../shared/Length";
import { usePlant } from "../shared/usePlant";
import { readLength } from "../survey/measures";
import { readWires } from "../drawing/support";
import type { Support, VineFacts as Facts } from "../survey/types";
import { readWeight } from "../survey/weights";
import { pairsOf, withHeights, withPair } from "./wires";
import type { SurveyInHand } from "../shared/useSurvey";

/** What is said of the vine as a whole: its room, its prunings, the rule its buds are reckoned by, winter loss. */
export function VineFacts() {
  const { survey, kind } = usePlant();
  const { long, heavy } = useMeasures();
  const [open, setOpen] = useState(false);
  const facts: Facts = survey.document.vine ?? {};
  const support = survey.document.support ?? null;
  const rules = useQuery({
    queryKey: ["vine-rules"],
    queryFn: () => must(api.GET("/api/vine-rules")),
    staleTime: Infinity,
    select: (r) => r.budRules,
  });
  const set = (next: Partial<Facts>) => survey.change((d) => ({ ...d, vine: { ...(d.vine ?? {}), ...next } }));
  const by = facts.rule ?? (facts.pruningWeight != null ? "weight" : facts.system === "long-cane" ? "metre" : "spurs");
  const named = rules.data?.find(
    (r) => facts.budRule && Number(r.base) === facts.budRule.base && Number(r.per) === facts.budRule.per,
  );
  const usual = rules.data?.find((r) => r.kind === kind.id);
  if (!open) {
    return <Closed long={long} heavy={heavy} setOpen={setOpen} facts={facts} by={by} />;
  }
  return (
    <Panel>
      <chakra.h2 fontSize="1.15rem">The vine as a whole</chakra.h2>
      <InNumbers survey={survey} kind={kind} facts={facts} support={support} set={set} />
      <chakra.div marginTop="12px">
        <chakra.p fontWeight="700" marginBottom="4px">
          Buds are reckoned
        </chakra.p>
        <Choice
          label="Buds are reckoned"
          value={by}
          onChange={(rule) => set({ rule })}
          options={[
            ...(facts.pruningWeight != null ? [{ value: "weight" as const, text: "by the prunings" }] : []),
            { value: "spurs" as const, text: "by the spurs" },
            { value: "metre" as const, text: "by the metre of row" },
          ]}
        />
      </chakra.div>
      {by === "metre" && (
        <chakra.div marginTop="12px" width="220px">
          <Whole
            label="Buds to a metre of row"
            hint="15 shoots to a metre are enough (published, from memory)"
            value={facts.perMetre ?? Number(kind.usualFacts["perMetre"])}
            least={1}
            most={100}
            onChange={(perMetre) => set({ perMetre })}
          />
        </chakra.div>
      )}
      {by === "weight" && <ByWeight facts={facts} rules={rules} set={set} named={named} usual={usual} />}
      <chakra.div marginTop="12px">
        <Button size="small" look="main" onClick={() => setOpen(false)}>
          That is all
        </Button>
      </chakra.div>
    </Panel>
  );
}

/** What is known, in a line. */
function Closed({
  long,
  heavy,
  setOpen,
  facts,
  by,
}: {
  long: (mm: number) => string;
  heavy: (grams: number) => string;
  setOpen: Dispatch<SetStateAction<boolean>>;
  facts: Facts;
  by: "weight" | "metre" | "spurs";
}) {
  return (
    <Panel style={{ padding: "8px 14px" }}>
      <chakra.div display="flex" gap="10px" alignItems="center" flexWrap="wrap">
        <chakra.span flex="1" minWidth="200px">
          <b>{facts.pruningWeight != null ? `Prunings ${heavy(facts.pruningWeight)}` : "Prunings not weighed"}</b>
          <chakra.span color="muted">
            {facts.spacing != null ? `; ${long(facts.spacing)} of row` : ""}
            {facts.winterLoss ? `; ${facts.winterLoss.dead} of ${facts.winterLoss.cut} buds dead` : ""}
            {`; buds ${byWords[by]}`}
          </chakra.span>
        </chakra.span>
        <Button size="small" onClick={() => setOpen(true)}>
          Change
        </Button>
      </chakra.div>
    </Panel>
  );
}

/** What is measured of the vine. */
function InNumbers({
  survey,
  kind,
  facts,
  support,
  set,
}: {
  survey: SurveyInHand;
  kind: Schemas["KindView"];
  facts: Facts;
  support: Support | null;
  set: (next: Partial<Facts>) => void;
}) {
  return (
    <chakra.div
      display="grid"
      gap="12px 18px"
      marginTop="8px"
      gridTemplateColumns="repeat(auto-fill, minmax(min(100%, 220px), 1fr))"
    >
      <Weight
        label="One-year prunings"
        hint="of this winter, without old wood; empty where not weighed"
        value={facts.pruningWeight ?? null}
        most={100_000}
        onChange={(pruningWeight) => set({ pruningWeight, rule: null })}
      />
      <Length
        label="Room along the row"
        value={facts.spacing ?? Number(kind.usualFacts["spacing"])}
        least={100}
        most={20_000}
        onChange={(spacing) => set({ spacing })}
      />
      <Whole
        label="Year since planting"
        value={facts.year ?? null}
        least={1}
        most={200}
        onChange={(year) => set({ year })}
      />
      <Loss value={facts.winterLoss ?? null} onChange={(winterLoss) => set({ winterLoss })} />
      {support && (support.wires ?? []).length > 0 && (
        <Wires key={support.kind} support={support} onChange={(support) => survey.change((d) => ({ ...d, support }))} />
      )}
    </chakra.div>
  );
}

/** By which rule the buds are reckoned from the prunings. */
function ByWeight({
  facts,
  rules,
  set,
  named,
  usual,
}: {
  facts: Facts;
  rules: UseQueryResult<Schemas["BudRuleView"][], Error>;
  set: (next: Partial<Facts>) => void;
  named: Schemas["BudRuleView"] | undefined;
  usual: Schemas["BudRuleView"] | undefined;
}) {
  const rule = facts.budRule ?? (usual ? { base: Number(usual.base), per: Number(usual.per) } : { base: 30, per: 10 });
  return (
    <chakra.div marginTop="12px" display="flex" gap="10px" flexWrap="wrap" alignItems="end">
      <Field label="Rule" hint={`${(named ?? usual)?.why ?? ""}`}>
        <Select
          value={facts.budRule ? (named?.id ?? "own") : "usual"}
          onChange={(e) => {
            const r = rules.data?.find((x) => x.id === e.target.value);
            set({ budRule: r ? { base: Number(r.base), per: Number(r.per), unit: Number(r.unit) } : null });
          }}
        >
          <option value="usual">as usual for the kind{usual ? ` (${usual.name})` : ""}</option>
          {(rules.data ?? []).map((r) => (
            <option key={r.id} value={r.id}>
              {r.name}: {r.base} + {r.per}
            </option>
          ))}
          {facts.budRule && !named && <option value="own">your own</option>}
        </Select>
      </Field>
      <chakra.div width="120px">
        <Whole
          label="First pound"
          value={rule.base}
          least={1}
          most={500}
          onChange={(base) => base !== null && set({ budRule: { ...rule, base } })}
        />
      </chakra.div>
      <chakra.div width="120px">
        <Whole
          label="Each further"
          value={rule.per}
          least={0}
          most={500}
          onChange={(per) => per !== null && set({ budRule: { ...rule, per } })}
        />
      </chakra.div>
    </chakra.div>
  );
}

const byWords = { weight: "by the prunings", spurs: "by the spurs", metre: "by the metre of row" };

/** At which heights the wires run; of a T-trellis its two pairs, and how far out the outer ones are. */
function Wires({ support, onChange }: { support: Support; onChange: (support: Support) => void }) {
  if (support.kind !== "t-trellis") return <WireHeights support={support} onChange={onChange} />;
  const pairs = pairsOf(support);
  if (!pairs) return null;
  const { inner, outer } = pairs;
  return (
    <>
      <Length
        label="Inner wires, height"
        value={inner.height}
        least={300}
        most={4000}
        onChange={(height) => onChange(withPair(support, "inner", { ...inner, height }))}
      />
      <Length
        label="Outer wires, height"
        value={outer.height}
        least={300}
        most={4000}
        onChange={(height) => onChange(withPair(support, "outer", { ...outer, height }))}
      />
      <Length
        label="Outer wires, from the middle"
        value={outer.out}
        least={inner.out + 50}
        most={2000}
        onChange={(out) => onChange(withPair(support, "outer", { ...outer, out }))}
      />
    </>
  );
}

function WireHeights({ support, onChange }: { support: Support; onChange: (support: Support) => void }) {
  const { long, body } = useMeasures();
  const shown = (support.wires ?? []).map((w) => long(w.height)).join(", ");
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState(false);
  useEffect(() => setText(shown), [shown]);
  const take = () => {
    if (text === shown) return setWrong(false);
    const read = readWires(text, (w) => readLength(w, body, "cm"));
    const next =
      read &&
      withHeights(
        support,
        read.map((w) => w.height),
      );
    setWrong(!next);
    if (next) onChange(next);
  };
  return (
    <Field
      label="Wires, at which heights"
      hint="numbered in this order"
      error={wrong ? "Heights with commas between: 90 cm, 1.3 m." : null}
    >
      <Input
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === "Enter" && (e.preventDefault(), take())}
      />
    </Field>
  );
}

/** A weight to type in any unit; what is not understood or out of range is said and changes nothing. */
export function Weight(props: {
  label: string;
  hint?: string;
  value: number | null;
  most: number;
  onChange: (grams: number | null) => void;
}) {
  const { heavy, units } = useMeasures();
  const shown = props.value === null ? "" : heavy(props.value);
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => setText(shown), [shown]);
  const take = () => {
    if (text === shown) return;
    if (text.trim() === "") return props.onChange(null);
    const grams = readWeight(text, units);
    if (grams === null) setWrong("Not understood: try 760 g, 1.2 kg or 2.6 lb.");
    else if (grams < 0 || grams > props.most) setWrong(`It may be from 0 to ${heavy(props.most)}.`);
    else {
      setWrong(null);
      props.onChange(Math.round(grams * 10) / 10);
    }
  };
  return (
    <Field label={props.label} hint={props.hint} error={wrong}>
      <Input
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === "Enter" && (e.preventDefault(), take())}
      />
    </Field>
  );
}

/** A whole number to type. */
export function Whole(props: {
  label: string;
  hint?: string;
  value: number | null;
  least: number;
  most: number;
  onChange: (n: number | null) => void;
}) {
  const shown = props.value === null ? "" : String(props.value);
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => setText(shown), [shown]);
  const take = () => {
    if (text === shown) return;
    if (text.trim() === "") return props.onChange(null);
    const n = Number(text);
    if (!Number.isInteger(n) || n < props.least || n > props.most) {
      setWrong(`A whole number from ${props.least} to ${props.most.toLocaleString("en-GB")}.`);
    } else {
      setWrong(null);
      props.onChange(n);
    }
  };
  return (
    <Field label={props.label} hint={props.hint} error={wrong}>
      <Input
        value={text}
        inputMode="numeric"
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === "Enter" && (e.preventDefault(), take())}
      />
    </Field>
  );
}

/** A sample of buds cut across: how many, and how many of them dead. */
function Loss(props: { value: Facts["winterLoss"]; onChange: (value: Facts["winterLoss"]) => void }) {
  const [cut, setCut] = useState(props.value ? String(props.value.cut) : "");
  const [dead, setDead] = useState(props.value ? String(props.value.dead) : "");
  const [wrong, setWrong] = useState<string | null>(null);
  const take = () => {
    if (cut.trim() === "" && dead.trim() === "") return (setWrong(null), props.onChange(null));
    const [c, d] = [Number(cut), Number(dead)];
    if (cut.trim() === "" || dead.trim() === "") return;
    if (!Number.isInteger(c) || c < 1) setWrong("Cut at least one bud across.");
    else if (!Number.isInteger(d) || d < 0 || d > c) setWrong(`Of ${c} buds from 0 to ${c} can be dead.`);
    else {
      setWrong(null);
      props.onChange({ cut: c, dead: d });
    }
  };
  return (
    <div>
      <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="8px">
        <Field label="Buds cut">
          <Input value={cut} inputMode="numeric" onChange={(e) => setCut(e.target.value)} onBlur={take} />
        </Field>
        <Field label="of them dead">
          <Input value={dead} inputMode="numeric" onChange={(e) => setDead(e.target.value)} onBlur={take} />
        </Field>
      </chakra.div>
      {wrong ? (
        <chakra.p role="alert" color="hip" fontWeight="700">
          {wrong}
        </chakra.p>
      ) : (
        <chakra.p color="muted" fontSize="0.95rem">
          cut across a hundred from all over the row; brown inside is dead
        </chakra.p>
      )}
    </div>
  );
}
