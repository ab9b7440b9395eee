import { chakra } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { at } from "../api/base";
import { newId } from "../api/client";
import { useHalf } from "../app/kept";
import { Button, Choice, Notice, Panel } from "../app/ui";
import { outbox } from "../outbox/outbox";
import { usePlan } from "../shared/usePlan";
import { usePlant } from "../shared/usePlant";
import { counted } from "../survey/words";
import { cutWords, type Flowering, FULL, leafOf, nextId, roundOf, wantsLeaves } from "./flowering";

const depths = [
  { value: "", text: "as its school says" },
  { value: "shallow", text: "just below the flowers" },
  { value: "first-full-leaf", text: "to the first full leaf" },
  { value: "by-height", text: "level with the rest" },
] as const;

/** The weekly round of one plant: what is over is tapped, and each stem says where it is cut. */
export default function SummerRound() {
  const { id = "" } = useParams();
  const { plant, kind, survey, inWork } = usePlant();
  const today = inWork.work?.today ?? new Date().toISOString().slice(0, 10);
  const [round, setRound, letGo] = useHalf<{ stems: Flowering[]; depth: string }>(`round.${id}`, {
    stems: [],
    depth: "",
  });
  const { stems, depth } = round;
  const set = (next: Flowering[]) => setRound({ stems: next, depth });
  const change = (one: Flowering) => set(stems.map((s) => (s.id === one.id ? one : s)));
  const ready = stems.length > 0 && !stems.some(wantsLeaves);
  const plan = usePlan(roundOf(survey.document, kind.defaultSchool, today, depth || null, plant.hips, stems), ready);
  const told = stems.map((s) => {
    const steps = plan.data?.steps.filter((x) => x.stem === s.id && x.stage === "deadhead") ?? [];
    const cut = steps.find((x) => x.cut?.where === "above-bud");
    const leaf = leafOf(s, cut?.cut?.at == null ? null : Number(cut.cut.at));
    const action = cut && leaf !== null ? "cut" : steps.length > 0 ? "nip" : "none";
    return {
      stem: s,
      leaf,
      action: action as "cut" | "nip" | "none",
      why: plan.data?.stems.find((x) => x.id === s.id)?.reasons[0]?.text ?? "",
    };
  });
  const done = useMutation({
    mutationFn: () => {
      const words = `Deadheaded. ${told
        .filter((t) => t.action !== "none")
        .map((t) => cutWords(t.stem, t.action, t.leaf))
        .join(" ")}`;
      return outbox.add([
        {
          plant: id,
          what: "note",
          method: "POST",
          address: at(`/api/plants/${id}/log`),
          seen: null,
          body: { text: words.slice(0, 1000), key: newId(), what: "deadheaded" },
          words,
        },
      ]);
    },
    onSuccess: () => {
      letGo();
      setRound({ stems: [], depth });
    },
  });
  const work = told.filter((t) => t.action !== "none").length;
  return (
    <chakra.div display="grid" gap="14px" maxWidth="980px">
      <div>
        <chakra.h2 fontSize="1.4rem">Round among the flowers</chakra.h2>
        <p>Tap what is over, stem by stem, and count the leaflets of the leaves below it. About a minute a plant.</p>
      </div>
      {done.isSuccess && stems.length === 0 && (
        <Notice tone="plain" role="status">
          Noted in the log. <Link to={`/plants/${id}/remember`}>Read it there</Link>, or{" "}
          <Link to="/">go on with the next plant</Link>.
        </Notice>
      )}
      {plant.hips && (
        <Notice tone="look">
          You keep the hips of this plant: its finished flowers stay from the last date for cuts.
        </Notice>
      )}
      <chakra.div display="flex" gap="8px" flexWrap="wrap">
        <Button
          size="large"
          onClick={() => set([...stems, { id: nextId(stems), blooms: 1, finished: 1, leaves: [], tall: false }])}
        >
          A single flower that is over
        </Button>
        <Button
          size="large"
          onClick={() => set([...stems, { id: nextId(stems), blooms: 5, finished: 2, leaves: [], tall: false }])}
        >
          A cluster
        </Button>
      </chakra.div>
      {stems.length > 0 && (
        <chakra.div
          display="grid"
          gap="12px"
          gridTemplateColumns={{ base: "minmax(0,1fr)", md: "repeat(2, minmax(0,1fr))" }}
        >
          {told.map((t) => (
            <One
              key={t.stem.id}
              of={t.stem}
              cut={ready && t.action === "cut" ? t.leaf : null}
              nip={ready && t.action === "nip"}
              words={ready && plan.data ? cutWords(t.stem, t.action, t.leaf) : null}
              why={ready ? t.why : ""}
              onChange={change}
              onRemove={() => set(stems.filter((s) => s.id !== t.stem.id))}
            />
          ))}
        </chakra.div>
      )}
      {stems.length > 0 && (
        <Panel>
          <chakra.p fontWeight="700" marginBottom="6px">
            How deep
          </chakra.p>
          <Choice
            label="How deep finished flowers are cut"
            size="usual"
            value={depth}
            onChange={(d) => setRound({ stems, depth: d })}
            options={depths}
          />
          {plan.isError && (
            <chakra.div marginTop="10px">
              <Notice tone="wrong" role="alert">
                {plan.error?.message}
              </Notice>
            </chakra.div>
          )}
          <chakra.div marginTop="14px">
            {ready ? (
              <Button look="main" size="large" disabled={work === 0 || done.isPending} onClick={() => done.mutate()}>
                {work === 0 ? "Nothing to cut today" : `Done: ${counted(work, "stem")}`}
              </Button>
            ) : (
              <Notice tone="look">
                Count on: a finished head is cut to the first leaf with {FULL} leaflets or more. Thorns: gloves on, and
                eyes out of the way.
              </Notice>
            )}
          </chakra.div>
        </Panel>
      )}
    </chakra.div>
  );
}

function One(props: {
  of: Flowering;
  cut: number | null;
  nip: boolean;
  words: string | null;
  why: string;
  onChange: (stem: Flowering) => void;
  onRemove: () => void;
}) {
  const { of: s, onChange } = props;
  const over = s.finished >= s.blooms;
  return (
    <Panel>
      <chakra.div display="grid" gridTemplateColumns="96px minmax(0,1fr)" gap="12px">
        <Picture of={s} cut={props.cut} nip={props.nip} />
        <chakra.div display="grid" gap="8px" alignContent="start">
          <chakra.div display="flex" alignItems="center" gap="8px">
            <chakra.h3 fontSize="1.1rem" flex="1">
              {s.id}, {s.blooms === 1 ? "a single flower" : "a cluster"}
            </chakra.h3>
            <Button look="quiet" aria-label={`Take ${s.id} off the list`} onClick={props.onRemove}>
              Off
            </Button>
          </chakra.div>
          {s.blooms > 1 && (
            <Choice
              label={`How much of ${s.id} is over`}
              value={over ? "all" : "some"}
              onChange={(v) => onChange({ ...s, finished: v === "all" ? s.blooms : 2 })}
              options={[
                { value: "some", text: "partly over" },
                { value: "all", text: "all over" },
              ]}
            />
          )}
          {over && (
            <>
              <chakra.p>Leaflets of the next leaf down:</chakra.p>
              <chakra.div display="flex" gap="6px" flexWrap="wrap">
                {[3, 5, 7].map((n) => (
                  <Button
                    key={n}
                    aria-label={`${s.id}: a leaf of ${n}`}
                    disabled={s.leaves.length >= 8}
                    onClick={() => onChange({ ...s, leaves: [...s.leaves, n] })}
                  >
                    {n}
                  </Button>
                ))}
                {s.leaves.length > 0 && (
                  <Button
                    look="quiet"
                    aria-label={`${s.id}: take the last leaf back`}
                    onClick={() => onChange({ ...s, leaves: s.leaves.slice(0, -1) })}
                  >
                    back
                  </Button>
                )}
              </chakra.div>
              <Button
                size="small"
                pressed={s.tall}
                aria-pressed={s.tall}
                onClick={() => onChange({ ...s, tall: !s.tall })}
              >
                Much taller than the rest
              </Button>
            </>
          )}
        </chakra.div>
      </chakra.div>
      {props.words && (
        <chakra.p marginTop="8px" fontWeight="700">
          {props.words}
        </chakra.p>
      )}
      {props.words && props.why && <chakra.p color="muted">{props.why}</chakra.p>}
    </Panel>
  );
}

const WIDTH = 96,
  TOP = 34,
  STEP = 26;

/** A stem with its flowers and the leaves that were counted; a bar where it is cut. */
function Picture({ of: s, cut, nip }: { of: Flowering; cut: number | null; nip: boolean }) {
  const height = TOP + STEP * Math.max(4, s.leaves.length + 1) + 12;
  const x = WIDTH / 2;
  const leafY = (n: number) => TOP + STEP * (n + 1);
  const many = Math.min(s.blooms, 5);
  const says = `${s.id}: ${s.finished} of ${s.blooms} flowers over${s.leaves.length ? `, leaves of ${s.leaves.join(", ")}` : ""}${cut !== null ? `, cut above leaf ${cut + 1}` : nip ? ", nipped" : ""}`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${height}`} width={WIDTH} height={height} role="img" aria-label={says}>
      <line
        x1={x}
        x2={x}
        y1={cut === null ? TOP - 8 : leafY(cut) - 8}
        y2={height}
        stroke="var(--bark1)"
        strokeWidth="5"
      />
      {cut !== null && (
        <line
          x1={x}
          x2={x}
          y1={TOP - 8}
          y2={leafY(cut) - 8}
          stroke="var(--hip)"
          strokeWidth="5"
          strokeDasharray="3 4"
        />
      )}
      {s.leaves.map((leaflets, n) => {
        const side = n % 2 === 0 ? 1 : -1;
        return (
          <g key={n} transform={`translate(${x} ${leafY(n)})`}>
            <line x1="0" y1="0" x2={side * 30} y2="-10" stroke="var(--leaf)" strokeWidth="1.5" />
            {Array.from({ length: leaflets }, (_, k) => {
              const along = k === leaflets - 1 ? 1 : 0.35 + (Math.floor(k / 2) * 0.5) / Math.max(1, (leaflets - 1) / 2);
              const off = k === leaflets - 1 ? 0 : k % 2 === 0 ? -5 : 5;
              return (
                <ellipse
                  key={k}
                  cx={side * 32 * along}
                  cy={-10 * along + off}
                  rx="6"
                  ry="3.6"
                  fill="var(--leafWash)"
                  stroke="var(--leaf)"
                />
              );
            })}
          </g>
        );
      })}
      {Array.from({ length: many }, (_, k) => {
        const over = k < Math.round((s.finished / s.blooms) * many);
        const [dx, dy] = many === 1 ? [0, -12] : [(k - 2) * 15, -10 - (2 - Math.abs(k - 2)) * 5];
        return (
          <g key={k}>
            <line x1={x} y1={TOP - 6} x2={x + dx} y2={TOP + dy} stroke="var(--bark1)" strokeWidth="2.5" />
            <circle
              cx={x + dx}
              cy={TOP + dy}
              r={many === 1 ? 12 : 7.5}
              fill={over ? "var(--soil)" : "var(--hipWash)"}
              stroke={over ? "var(--ink)" : "var(--hip)"}
              strokeWidth="2"
              strokeDasharray={over ? "3 2" : undefined}
            />
          </g>
        );
      })}
      {cut !== null && (
        <line
          x1={x - 22}
          x2={x + 22}
          y1={leafY(cut) - 8 - 4}
          y2={leafY(cut) - 8 + 4}
          stroke="var(--hip)"
          strokeWidth="4"
        />
      )}
      {nip && <line x1={x - 26} x2={x + 4} y1={TOP - 4} y2={TOP - 12} stroke="var(--hip)" strokeWidth="3" />}
    </svg>
  );
}
