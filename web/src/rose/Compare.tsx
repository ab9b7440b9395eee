import { chakra } from "@chakra-ui/react";
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { useMeasures } from "../app/settings";
import { useOwns } from "../app/here";
import { Button, Letter, Notice, Panel, Select } from "../app/ui";
import { FromAbove } from "../drawing/FromAbove";
import { FromFront } from "../drawing/FromFront";
import { decisionWords, type Decision, type Plan, sceneOf } from "../drawing/scene";
import type { StemId } from "../api/stemId";
import { chooseSchool, isTopLevel, schoolId, type SurveyDocument } from "../survey/types";
import { cutElsewhere, differing } from "./differing";
import { atLeast } from "../shared/outcome";
import { planOf } from "../shared/usePlan";
import { usePlant } from "../shared/usePlant";

/** Two schools on one plant: the drawings, the numbers, and the canes on which they differ. */
export default function Compare() {
  const { survey, schools, kind, plan } = usePlant();
  const { long } = useMeasures();
  const now = schoolId(survey.document.school) ?? kind.defaultSchool;
  const [left, setLeft] = useState(now);
  const [right, setRight] = useState(schools.find((s) => s.id !== now)?.id ?? now);
  const [selected, setSelected] = useState<StemId | null>(null);
  // The school in use is shown as it is used: with its own values, and as hard as the gardener wants it.
  const listed = schools.some((s) => s.id === now);
  const one = usePlanBy(left, now);
  const two = usePlanBy(right, now);
  const apart = one.plan && two.plan ? differing(one.plan, two.plan) : null;
  const tops = new Set(survey.document.stems.filter(isTopLevel).map((s) => s.id));
  const canes = apart?.filter((d) => tops.has(d.id)) ?? [];
  const marked = new Set(canes.map((d) => d.id));
  const elsewhere = one.plan && two.plan ? cutElsewhere(one.plan, two.plan).filter((d) => tops.has(d.id)) : [];
  const owns = useOwns();
  const use = (id: string) => {
    const offered = schools.find((s) => s.id === id);
    if (offered) survey.change((d) => ({ ...d, school: chooseSchool(offered, 0) }));
  };
  return (
    <chakra.div display="grid" gap="12px">
      <chakra.div display="flex" gap="14px" alignItems="baseline" flexWrap="wrap">
        <chakra.h2 fontSize="1.3rem">Two schools side by side</chakra.h2>
        <Link to="../decide">Back to the plan</Link>
      </chakra.div>
      <chakra.div display="grid" gap="14px" gridTemplateColumns={{ base: "minmax(0,1fr)", md: "1fr 1fr" }}>
        {(
          [
            [left, setLeft, one, "First school"],
            [right, setRight, two, "Second school"],
          ] as const
        ).map(([id, set, side, label]) => (
          <Panel key={label} style={{ padding: 10 }}>
            <chakra.div display="flex" gap="10px" alignItems="center" flexWrap="wrap">
              <Select aria-label={label} value={id} onChange={(e) => set(e.target.value)} fontWeight="700">
                {!listed && <option value={now}>{plan?.limits.name ?? now}</option>}
                {schools.map((s) => (
                  <option key={s.id} value={s.id}>
                    {s.name}
                  </option>
                ))}
              </Select>
              {id === now ? (
                <chakra.span color="muted">in use</chakra.span>
              ) : (
                owns && (
                  <Button size="small" onClick={() => use(id)}>
                    Use this one
                  </Button>
                )
              )}
            </chakra.div>
            {side.error && (
              <Notice tone="wrong" role="alert">
                {side.error}
              </Notice>
            )}
            {side.plan && (
              <>
                <Drawings plan={side.plan} marked={marked} selected={selected} onSelect={setSelected} name={label} />
                <Numbers plan={side.plan} />
              </>
            )}
          </Panel>
        ))}
      </chakra.div>
      {apart && <Apart long={long} tops={tops} canes={canes} elsewhere={elsewhere} />}
    </chakra.div>
  );
}

/** The canes on which the two differ. */
function Apart({
  long,
  tops,
  canes,
  elsewhere,
}: {
  long: (mm: number) => string;
  tops: Set<StemId>;
  canes: { id: StemId; left: string; right: string }[];
  elsewhere: { id: StemId; left: number; right: number }[];
}) {
  return (
    <Panel>
      <chakra.h3 fontSize="1.1rem">
        {canes.length === 0
          ? "Both decide the same for every cane"
          : `They differ on ${canes.length} of ${tops.size} canes, ringed twice in the drawings`}
      </chakra.h3>
      <chakra.ul display="flex" flexWrap="wrap" gap="4px 22px" marginTop="4px">
        {canes.map((d) => (
          <chakra.li key={d.id} display="flex" gap="8px" alignItems="center" minHeight="40px">
            <Letter id={d.id} decision={d.left} size={26} />
            <span>{decisionWords[d.left as Decision]}</span>
            <span aria-hidden>|</span>
            <Letter id={d.id} decision={d.right} size={26} />
            <span>{decisionWords[d.right as Decision]}</span>
          </chakra.li>
        ))}
      </chakra.ul>
      {elsewhere.length > 0 && (
        <chakra.p marginTop="6px">
          Both shorten, but not at the same place:{" "}
          {elsewhere.map((d) => `${d.id} ${long(tens(d.left))} | ${long(tens(d.right))}`).join(", ")}.
        </chakra.p>
      )}
      <chakra.p color="muted" marginTop="6px">
        Neither is wrong: practitioners who disagree here both grow fine roses. Choose the one whose summer you would
        rather have.
      </chakra.p>
    </Panel>
  );
}

/** The plan of this plant by a school; that in use as it is used. */
function usePlanBy(id: string, now: string): { plan: Plan | null; error: string | null } {
  const { survey, schools } = usePlant();
  const offered = schools.find((s) => s.id === id);
  const document: SurveyDocument =
    id === now || !offered ? survey.document : { ...survey.document, school: chooseSchool(offered, 0) };
  const client = useQueryClient();
  const planned = useQuery({
    queryKey: ["plan", document],
    queryFn: () => planOf(client, document),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  return { plan: planned.data ?? null, error: planned.error?.message ?? null };
}

const tens = (mm: number) => Math.round(mm / 10) * 10;

function Drawings(props: {
  plan: Plan;
  marked: Set<StemId>;
  selected: StemId | null;
  onSelect: (id: StemId | null) => void;
  name: string;
}) {
  const { survey, kind } = usePlant();
  const scene = useMemo(() => sceneOf(survey.document, kind, props.plan), [survey.document, kind, props.plan]);
  const pick = (id: StemId) => props.onSelect(id === props.selected ? null : id);
  return (
    <chakra.div display="grid" gridTemplateColumns={{ base: "minmax(0,1fr)", sm: "1fr 1fr" }} gap="6px" marginTop="6px">
      <FromAbove
        scene={scene}
        state="after"
        selected={props.selected}
        marked={props.marked}
        onSelect={pick}
        title={`${props.name}: the plant from above`}
        beside
      />
      <FromFront
        scene={scene}
        state="after"
        selected={props.selected}
        marked={props.marked}
        onSelect={pick}
        title={`${props.name}: the plant from the front`}
      />
    </chakra.div>
  );
}

function Numbers({ plan }: { plan: Plan }) {
  const { long } = useMeasures();
  const c = plan.counts;
  const facts = [
    ["canes stay", `${c.kept}`],
    ["go", `${c.removed}`],
    ["of the live wood off", `${Math.round(c.removedShare * 100)} %`],
    ["between ends, at least", c.endSpacing == null ? "–" : long(atLeast(Number(c.endSpacing)))],
    ["new shoots", `about ${plan.forecast.shoots}`],
    ["of work", `${plan.kit.minutes} min`],
  ];
  return (
    <chakra.dl
      display="grid"
      gridTemplateColumns={{ base: "repeat(3, auto)", lg: "repeat(6, auto)" }}
      gap="6px 12px"
      marginTop="8px"
    >
      {facts.map(([name, value]) => (
        <chakra.div key={name}>
          <chakra.dd margin="0" fontWeight="700" fontSize="1.15rem">
            {value}
          </chakra.dd>
          <chakra.dt color="muted" fontSize="0.875rem" lineHeight="1.25">
            {name}
          </chakra.dt>
        </chakra.div>
      ))}
    </chakra.dl>
  );
}
