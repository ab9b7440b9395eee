import { chakra } from "@chakra-ui/react";
import { useLayoutEffect, useState } from "react";
import { useNavigate, useParams, type NavigateFunction } from "react-router";
import { type Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Notice, Panel } from "../app/ui";
import { decisionWords, type Decision, type PlanStep } from "../drawing/scene";
import { dayWords } from "../survey/measures";
import { usePlant, type VisitInHand } from "../shared/usePlant";
import { PlanFault } from "../shared/PlanFault";
import { Refused } from "../shared/Refused";
import { BeforeAndAfter, DoList, Ending } from "./DoList";
import { inTurn, putOff, putOffTill } from "./later";
import { StepCard } from "./StepCard";
import { useAwake } from "./useAwake";
import { type Work, useRecording, takingFinishBack } from "./useRecording";

/** One step fills the screen: which cane, where, what cut, which tool; then done, differently or later. */
export default function Do() {
  const { id = "" } = useParams();
  const { survey, inWork, visit } = usePlant();
  const { say } = useMeasures();
  const { work } = inWork;
  const document = survey.document;
  const { addressOf, record, change, takeBack, tapped, tap, rest, weighed, setWeighed, weigh, all } = useRecording(
    id,
    visit,
    say,
    work,
    document,
  );
  useAwake();
  const error = all.map((m) => m.error).find((e) => e !== null) ?? inWork.error;
  if (inWork.error && !work) {
    return (
      <Notice tone="look" role="alert">
        {inWork.error.message}
      </Notice>
    );
  }
  if (!work) return <p>Fetching the steps.</p>;
  const finishBack = () => change.mutate(takingFinishBack(addressOf("/finish")));
  return (
    <chakra.div maxWidth="1040px" marginInline="auto">
      {error && (
        <chakra.div marginBottom="10px">
          <Notice tone="wrong" role="alert">
            {error.message}{" "}
            <Button size="small" onClick={() => (all.forEach((m) => m.reset()), setWeighed(null), inWork.refetch())}>
              Show the current list
            </Button>
          </Notice>
        </chakra.div>
      )}
      <Refused of={inWork.refused} onSettled={inWork.refetch} />
      {weighed ? (
        <BeforeAndAfter
          changes={weighed.changes}
          busy={tapped || record.isPending}
          onRecord={() => tap(() => record.mutate(weighed.bodies, { onSettled: () => setWeighed(null) }))}
          onBack={() => tap(() => setWeighed(null))}
        />
      ) : (
        <Current
          plant={id}
          work={work}
          busy={tapped || inWork.settling || all.some((m) => m.isPending)}
          onRecord={(bodies) => tap(() => (bodies[0]?.outcome === "done" ? record : weigh).mutate(bodies))}
          onUndo={() => tap(() => (work.finished ? finishBack() : takeBack.mutate(work.done.at(-1)!)))}
          onTakeBack={(line) => tap(() => takeBack.mutate(line))}
          onFinish={() =>
            tap(() =>
              change.mutate({
                what: "finish",
                method: "POST",
                address: addressOf("/finish"),
                words: visit ? "Finished" : "Finished for the season",
              }),
            )
          }
          onTap={tap}
          onShown={rest}
        />
      )}
    </chakra.div>
  );
}

interface CurrentProps {
  plant: string;
  work: Work;
  busy: boolean;
  onRecord: (inputs: Schemas["StepInput"][]) => void;
  onUndo: () => void;
  onTakeBack: (line: Schemas["LogView"]) => void;
  onFinish: () => void;
  /** Something that is not stored in the garden, but is one tap too. */
  onTap: (then: () => void) => void;
  /** Another step stands on the screen. */
  onShown: () => void;
}

function Current(props: CurrentProps) {
  const { work } = props;
  const { visit } = usePlant();
  const navigate = useNavigate();
  const [early, setEarly] = useState(() => wentAhead(work));
  const [waits, setWaits] = useState(() => putOff(props.plant, work));
  const [chosen, setChosen] = useState<string | null>(null);
  const [ending, setEnding] = useState(false);
  const now = work.pending.filter((p) => p.step.stage !== "return");
  const later = work.pending.filter((p) => p.step.stage === "return");
  const turn = inTurn(now, waits);
  const next = now.find((p) => p.key === chosen) ?? turn[0];
  // A tap counts for the step that was seen: whoever taps as another comes up meant the one before.
  const { onShown } = props;
  const shown = next?.key;
  useLayoutEffect(() => onShown(), [shown, onShown]);
  if (work.fault) return <PlanFault reference={work.fault} />;
  if (!work.plan) {
    return <NoPlan navigate={navigate} />;
  }
  if (work.finished || !next) {
    return <Ended {...props} visit={visit} navigate={navigate} later={later} />;
  }
  if (!early && asksFirst(work, next.step)) {
    return (
      <Early
        work={work}
        step={next.step}
        onWait={() => void navigate("/")}
        onAnyway={() => (goAhead(work), setEarly(true))}
      />
    );
  }
  if (ending) {
    return <Ending open={now} busy={props.busy} onFinish={props.onFinish} onBack={() => setEnding(false)} />;
  }
  return (
    <chakra.div display="grid" gap="10px">
      <WeighedAgain work={work} />
      <StepCard
        key={`${next.key} ${waits.indexOf(next.key)}`}
        work={work}
        busy={props.busy}
        onRecord={props.onRecord}
        onUndo={props.onUndo}
        open={next}
        later={waits.includes(next.key)}
        index={work.done.length + now.indexOf(next) + 1}
        total={work.done.length + now.length}
        onLater={(keys) =>
          props.onTap(() => {
            setChosen(null);
            setWaits(putOffTill(props.plant, work, keys));
          })
        }
        onStop={() => void navigate("/")}
      />
      <DoList
        work={work}
        open={now}
        current={next.key}
        later={waits}
        busy={props.busy}
        onChoose={(key) => (setChosen(key), window.scrollTo({ top: 0 }))}
        onTakeBack={props.onTakeBack}
      />
      <chakra.div>
        <Button
          look="quiet"
          disabled={props.busy}
          onClick={() => props.onTap(() => (setEnding(true), window.scrollTo({ top: 0 })))}
        >
          {visit ? "Finish this visit" : "Finish the season"}
        </Button>
      </chakra.div>
    </chakra.div>
  );
}

/** Said where nothing was decided yet. */
function NoPlan({ navigate }: { navigate: NavigateFunction }) {
  return (
    <Notice tone="plain">
      <p>There is no plan to carry out yet.</p>
      <chakra.div marginTop="8px">
        <Button look="main" onClick={() => void navigate("../look")}>
          Walk round the plant
        </Button>
      </chakra.div>
    </Notice>
  );
}

/** What an entry made of the rest of the plan. */
function WeighedAgain({ work }: { work: Work }) {
  return (
    work.changes.length > 0 && (
      <Notice tone="look" role="status">
        <b>The rest was weighed again. </b>
        {work.changes.map((c) => `${c.stem} now ${decisionWords[c.now as Decision]}`).join("; ")}.
      </Notice>
    )
  );
}

/** Every step is done, or the season was closed. */
function Ended(
  props: CurrentProps & {
    visit: VisitInHand | undefined;
    navigate: NavigateFunction;
    later: Schemas["OpenStep"][];
  },
) {
  const { work, visit, navigate, later } = props;
  return (
    <chakra.div display="grid" gap="12px">
      <WeighedAgain work={work} />
      <Panel>
        <chakra.h2 fontSize="1.3rem">
          {!work.finished ? "Every step is done" : visit ? "Finished" : "Finished for this season"}
        </chakra.h2>
        <chakra.p marginTop="6px">
          {work.done.length} {work.done.length === 1 ? "step is" : "steps are"} in the log. A plain mistake grows back;
          what you learnt is kept.
        </chakra.p>
        <Later steps={later} />
        <chakra.div display="flex" gap="8px" flexWrap="wrap" marginTop="12px">
          {!work.finished && (
            <Button look="main" size="large" disabled={props.busy} onClick={props.onFinish}>
              {visit ? "Finish this visit" : "Finish this plant"}
            </Button>
          )}
          <Button onClick={() => void navigate(`/plants/${props.plant}/remember`)}>See the log</Button>
          <Button look="quiet" disabled={props.busy || work.done.length === 0} onClick={props.onUndo}>
            Take back the last entry
          </Button>
        </chakra.div>
      </Panel>
    </chakra.div>
  );
}

/** Whether a step is for a later day, or outside of its season, so that it is asked first. */
export function asksFirst(work: Pick<Work, "today" | "early">, step: Pick<PlanStep, "anyTime" | "due">): boolean {
  return !step.anyTime && (step.due > work.today || work.early != null);
}

const aheadKey = (work: Work) => `early ${work.season} ${work.visit} ${work.today} ${work.plan?.resolved.length}`;

const wentAhead = (work: Work) => sessionStorage.getItem(aheadKey(work)) !== null;

const goAhead = (work: Work) => sessionStorage.setItem(aheadKey(work), "yes");

/** The step is for another day: says so, and asks. */
function Early(props: { work: Work; step: PlanStep; onWait: () => void; onAnyway: () => void }) {
  const { work, step } = props;
  const { say } = useMeasures();
  return (
    <Panel>
      <chakra.h2 fontSize="1.3rem">
        {step.due > work.today ? `This is planned for ${dayWords(step.due)}` : "This is not the season for it"}
      </chakra.h2>
      <chakra.p marginTop="6px">{work.early ? say(work.early) : `Today is ${dayWords(work.today)}.`}</chakra.p>
      <chakra.p marginTop="6px">What is done so far is kept. The rest stands here when you come back.</chakra.p>
      <chakra.div display="flex" gap="8px" flexWrap="wrap" marginTop="12px">
        <Button look="main" size="large" onClick={props.onWait}>
          Wait for its day
        </Button>
        <Button size="large" onClick={props.onAnyway}>
          Do it today all the same
        </Button>
      </chakra.div>
    </Panel>
  );
}

function Later({ steps }: { steps: Schemas["OpenStep"][] }) {
  const { say } = useMeasures();
  return steps.length === 0 ? null : (
    <>
      <chakra.h3 fontSize="1.05rem" marginTop="12px">
        Come back
      </chakra.h3>
      <ul>
        {steps.map((s) => (
          <li key={s.key}>
            {dayWords(s.step.due)}: {say(s.step)}
          </li>
        ))}
      </ul>
    </>
  );
}
