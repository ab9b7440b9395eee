import { chakra } from "@chakra-ui/react";
import { useMutation, type UseMutationResult } from "@tanstack/react-query";
import { useNavigate, useParams } from "react-router";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { useHalf } from "../app/kept";
import { useMeasures } from "../app/settings";
import { Button, Choice, Notice, Panel } from "../app/ui";
import { begin, beginDone } from "../outbox/rounds";
import { usePlan, type PlanInHand } from "../shared/usePlan";
import { usePlant } from "../shared/usePlant";
import { counted } from "../survey/words";
import { asksLeaves, type Flowering, FULL, isOver, roundOf, tapped, wantsMore, type Why } from "./flowering";
import { RoundPicture } from "./RoundPicture";

const depths = [
  { value: "", text: "as its school says" },
  { value: "shallow", text: "just below the flowers" },
  { value: "first-full-leaf", text: "to the first full leaf" },
  { value: "by-height", text: "level with the rest" },
] as const;

const whys: readonly { why: Why; text: string }[] = [
  { why: "over", text: "A single flower that is over" },
  { why: "cluster", text: "A cluster" },
  { why: "vase", text: "One for the vase" },
  { why: "blind", text: "A shoot without a flower" },
  { why: "tall", text: "One much too tall" },
  { why: "path", text: "One over the path" },
];

const kinds: Record<Why, string> = {
  over: "a single flower",
  cluster: "a cluster",
  vase: "for the vase",
  blind: "no flower",
  tall: "much too tall",
  path: "over the path",
};

/** A stem as it is planned: what is said of it, and where it is cut. */
interface Told {
  stem: Flowering;
  step: Schemas["PlanStep"] | null;
  why: string;
}

/** The weekly round of one plant: what is over is tapped, and each stem says where it is cut. */
export default function SummerRound() {
  const { id = "" } = useParams();
  const navigate = useNavigate();
  const { plant, kind, survey, inWork } = usePlant();
  const today = inWork.work?.today ?? new Date().toISOString().slice(0, 10);
  const [round, setRound, letGo] = useHalf<{ stems: Flowering[]; depth: string }>(`flowers.${id}`, {
    stems: [],
    depth: "",
  });
  const { stems, depth } = round;
  const set = (next: Flowering[]) => setRound({ stems: next, depth });
  const change = (one: Flowering) => set(stems.map((s) => (s.id === one.id ? one : s)));
  const ready = stems.length > 0 && !stems.some(wantsMore);
  const document = roundOf(survey.document, kind.defaultSchool, today, depth || null, stems);
  const plan = usePlan(document, ready);
  const told: Told[] = stems.map((stem) => ({
    stem,
    step: plan.data?.steps.find((x) => x.stem === stem.id) ?? null,
    why: plan.data?.stems.find((x) => x.id === stem.id)?.reasons[0]?.text ?? "",
  }));
  const work = ready && plan.data && !plan.isFetching ? told.filter((t) => t.step !== null).length : null;
  const beginning = {
    plant: id,
    task: "round" as const,
    document,
    words: `Round among the flowers: ${counted(stems.length, "stem")}`,
  };
  const clear = () => {
    letGo();
    setRound({ stems: [], depth });
  };
  const through = useMutation({
    mutationFn: () => begin(beginning),
    onSuccess: (key) => (clear(), void navigate(`/plants/${id}/visit/${key}`)),
  });
  const done = useMutation({ mutationFn: () => beginDone(beginning, today), onSuccess: clear });
  const error = through.error ?? done.error;
  return (
    <chakra.div display="grid" gap="14px" maxWidth="980px">
      <div>
        <chakra.h2 fontSize="1.4rem">Round among the flowers</chakra.h2>
        <p>Tap what you see, stem by stem, and count the leaflets of the leaves below it. About a minute a plant.</p>
      </div>
      <Said id={id} plant={plant} stems={stems} done={done} />
      <Whys stems={stems} set={set} />
      {stems.length > 0 && (
        <chakra.div
          className="round-stems"
          display="grid"
          gap="12px"
          gridTemplateColumns={{ base: "minmax(0,1fr)", md: "repeat(2, minmax(0,1fr))" }}
        >
          {told.map((t) => (
            <One
              key={t.stem.id}
              told={ready ? t : { ...t, step: null, why: "" }}
              planned={ready && plan.data !== undefined}
              onChange={change}
              onRemove={() => set(stems.filter((s) => s.id !== t.stem.id))}
            />
          ))}
        </chakra.div>
      )}
      {stems.length > 0 && (
        <Panel>
          <HowDeep setRound={setRound} stems={stems} depth={depth} plan={plan} error={error} />
          <Ending ready={ready} plan={plan} work={work} through={through} done={done} />
        </Panel>
      )}
    </chakra.div>
  );
}

/** What was just noted, and what holds for this plant. */
function Said({
  id,
  plant,
  stems,
  done,
}: {
  id: string;
  plant: Schemas["PlantView"];
  stems: Flowering[];
  done: UseMutationResult<void, Error, void, unknown>;
}) {
  return (
    <>
      {done.isSuccess && stems.length === 0 && (
        <Notice tone="plain" role="status">
          Noted in the log. <Link to={`/plants/${id}/remember`}>Read it there</Link>, or{" "}
          <Link to="/">go on with the next plant</Link>.
        </Notice>
      )}
      {plant.hips && (
        <Notice tone="look">
          You want the hips of this plant: late in summer its finished flowers stay, and each stem says so.
        </Notice>
      )}
    </>
  );
}

/** What can stand on a stem. */
function Whys({ stems, set }: { stems: Flowering[]; set: (next: Flowering[]) => void }) {
  return (
    <chakra.div
      display="grid"
      gap="8px"
      gridTemplateColumns={{ base: "repeat(2, minmax(0,1fr))", md: "repeat(3, minmax(0,1fr))" }}
      role="group"
      aria-label="What stands on a stem"
    >
      {whys.map(({ why, text }) => (
        <Button key={why} size="large" onClick={() => set([...stems, tapped(stems, why)])}>
          {text}
        </Button>
      ))}
    </chakra.div>
  );
}

/** How deep finished flowers are cut. */
function HowDeep({
  setRound,
  stems,
  depth,
  plan,
  error,
}: {
  setRound: (next: { stems: Flowering[]; depth: string }) => void;
  stems: Flowering[];
  depth: string;
  plan: PlanInHand;
  error: Error | null;
}) {
  return (
    <>
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
      {(plan.isError || error) && (
        <chakra.div marginTop="10px">
          <Notice tone="wrong" role="alert">
            {plan.error?.message ?? error?.message}
          </Notice>
        </chakra.div>
      )}
    </>
  );
}

/** What comes of it, and the two ways to carry it out. */
function Ending({
  ready,
  plan,
  work,
  through,
  done,
}: {
  ready: boolean;
  plan: PlanInHand;
  work: number | null;
  through: UseMutationResult<string, Error, void, unknown>;
  done: UseMutationResult<void, Error, void, unknown>;
}) {
  return (
    <chakra.div marginTop="14px" display="grid" gap="8px">
      {!ready && (
        <Notice tone="look">
          Count on: a finished head is cut to the first leaf with {FULL} leaflets or more. Thorns: gloves on, and eyes
          out of the way.
        </Notice>
      )}
      {work === 0 && <p>Nothing to cut today.</p>}
      {work !== null && work > 0 && (
        <>
          {plan.data!.summary.map((s) => (
            <Say key={s.text} of={s} />
          ))}
          <chakra.div display="flex" gap="8px" flexWrap="wrap">
            <Button
              look="main"
              size="large"
              disabled={through.isPending || done.isPending}
              onClick={() => through.mutate()}
            >
              Cut them one by one
            </Button>
            <Button size="large" disabled={through.isPending || done.isPending} onClick={() => done.mutate()}>
              Done already: {counted(work, "stem")}
            </Button>
          </chakra.div>
        </>
      )}
    </chakra.div>
  );
}

/** A sentence of the plan in the gardener's own units. */
function Say({ of }: { of: Schemas["PlanSentence"] }) {
  const { say } = useMeasures();
  return <p>{say(of)}</p>;
}

function One(props: { told: Told; planned: boolean; onChange: (stem: Flowering) => void; onRemove: () => void }) {
  const { onChange, told } = props;
  const { stem: s, step } = told;
  const { say } = useMeasures();
  const stalk = step?.cut?.where === "stalk";
  return (
    <Panel>
      <chakra.div display="grid" gridTemplateColumns="96px minmax(0,1fr)" gap="12px">
        <RoundPicture of={s} cut={step && !stalk ? Number(step.cut?.bud?.leaf ?? 0) || null : null} nip={stalk} />
        <chakra.div display="grid" gap="8px" alignContent="start">
          <chakra.div display="flex" alignItems="center" gap="8px">
            <chakra.h3 fontSize="1.1rem" flex="1">
              {s.id}, {kinds[s.why]}
            </chakra.h3>
            <Button look="quiet" aria-label={`Take ${s.id} off the list`} onClick={props.onRemove}>
              Off
            </Button>
          </chakra.div>
          {s.why === "cluster" && (
            <Choice
              label={`How much of ${s.id} is over`}
              value={isOver(s) ? "all" : "some"}
              onChange={(v) => onChange({ ...s, finished: v === "all" ? s.blooms : 2 })}
              options={[
                { value: "some", text: "partly over" },
                { value: "all", text: "all over" },
              ]}
            />
          )}
          {asksLeaves(s) && <Leaflets onChange={onChange} s={s} />}
          <UpTo onChange={onChange} s={s} />
          {s.leaves.length > 1 && s.why !== "path" && s.why !== "tall" && <FacesIn onChange={onChange} s={s} />}
        </chakra.div>
      </chakra.div>
      {props.planned && (
        <>
          <chakra.p marginTop="8px" fontWeight="700">
            {step ? say(step) : `${s.id}: nothing today.`}
          </chakra.p>
          {told.why && <chakra.p color="muted">{told.why}</chakra.p>}
        </>
      )}
    </Panel>
  );
}

/** The leaves below the flower, by their leaflets. */
function Leaflets({ onChange, s }: { onChange: (stem: Flowering) => void; s: Flowering }) {
  return (
    <>
      <chakra.p>Leaflets of the next leaf down:</chakra.p>
      <chakra.div display="flex" gap="6px" flexWrap="wrap">
        {[3, 5, 7].map((n) => (
          <Button
            key={n}
            aria-label={`${s.id}: a leaf of ${n}`}
            disabled={s.leaves.length >= 12}
            onClick={() => onChange({ ...s, leaves: [...s.leaves, { leaflets: n, inward: false }] })}
          >
            {n}
          </Button>
        ))}
        {s.leaves.length > 0 && (
          <Button
            look="quiet"
            aria-label={`${s.id}: take the last leaf back`}
            onClick={() => onChange({ ...s, leaves: s.leaves.slice(0, -1), upTo: null })}
          >
            back
          </Button>
        )}
        {!s.counted && wantsMore({ ...s, upTo: 1 }) && (
          <Button look="quiet" aria-label={`${s.id}: no more leaves`} onClick={() => onChange({ ...s, counted: true })}>
            no more
          </Button>
        )}
      </chakra.div>
    </>
  );
}

/** Down to where a stem that is too tall, or in the way, comes. */
function UpTo({ onChange, s }: { onChange: (stem: Flowering) => void; s: Flowering }) {
  return (
    (s.why === "tall" || s.why === "path") &&
    s.leaves.length > 0 && (
      <Choice
        label={s.why === "tall" ? `${s.id}: as high as its neighbours` : `${s.id}: clear of the path`}
        value={s.upTo === null ? "" : String(s.upTo)}
        onChange={(v) => onChange({ ...s, upTo: Number(v) })}
        options={s.leaves.map((_, n) => ({
          value: String(n + 1),
          text: `${s.why === "tall" ? "level" : "clear"} at leaf ${n + 1}`,
        }))}
      />
    )
  );
}

/** Which leaf faces into the plant. */
function FacesIn({ onChange, s }: { onChange: (stem: Flowering) => void; s: Flowering }) {
  const leaf = (n: number) => s.leaves.map((l, i) => (i === n ? { ...l, inward: !l.inward } : l));
  return (
    <chakra.details>
      <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="10px">
        A leaf faces into the plant
      </chakra.summary>
      <chakra.div display="flex" gap="6px" flexWrap="wrap">
        {s.leaves.map((l, n) => (
          <Button
            key={n}
            pressed={l.inward}
            aria-pressed={l.inward}
            aria-label={`${s.id}: leaf ${n + 1} faces in`}
            onClick={() => onChange({ ...s, leaves: leaf(n) })}
          >
            {n + 1}
          </Button>
        ))}
      </chakra.div>
    </chakra.details>
  );
}
