import { chakra } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { at } from "../api/base";
import { api, ApiError, asSeen, must, type Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Letter, Notice, Panel } from "../app/ui";
import { CoreError, workHere } from "../core/inBrowser";
import { decisionWords, type Decision, type PlanStep } from "../drawing/scene";
import { lineKept, saidOf } from "../outbox/fold";
import { outbox } from "../outbox/outbox";
import { workOf } from "../outbox/rounds";
import type { Waiting } from "../outbox/store";
import { moreOf } from "../survey/sentence";
import { documentOf } from "../survey/document";
import { capital } from "../survey/words";
import { dayWords } from "../survey/measures";
import { usePlant } from "../shared/usePlant";
import { useFamily } from "./families";
import { PlanFault } from "../shared/PlanFault";
import { Refused } from "../shared/Refused";
import { stageWords, toolWords } from "../shared/StepList";
import { Differently } from "./Differently";
import { BeforeAndAfter, DoList, Ending } from "./DoList";
import { inTurn, putOff, putOffTill } from "./later";

type Work = Schemas["WorkView"];

/** Two taps within this are one, ms. */
const ONE_TAP = 500;

/** One step fills the screen: which cane, where, what cut, which tool; then done, differently or later. */
export default function Do() {
  const { id = "" } = useParams();
  const { survey, inWork, visit } = usePlant();
  const { say } = useMeasures();
  const { work } = inWork;
  const document = survey.document;
  const addressOf = (more = "") => (visit ? workOf(id, visit.key, more) : at(`/api/plants/${id}/work${more}`));
  const address = addressOf();
  // Every tap is kept on this device first and sent then, so that no network is needed.
  const record = useMutation({
    mutationFn: (bodies: Schemas["StepInput"][]) =>
      outbox.add(
        bodies.map((body) => ({
          plant: id,
          what: "step",
          method: "POST",
          address,
          seen: work!.revision,
          body,
          words: wordsOf(work!, body, say),
        })),
      ),
  });
  const change = useMutation({
    mutationFn: async (c: Pick<Waiting, "what" | "method" | "address" | "words"> & { of?: number }) => {
      await outbox.add([{ ...c, plant: id, seen: "*", body: null }]);
    },
  });
  const takeBack = useMutation({
    mutationFn: async (line: Schemas["LogView"]) => {
      const number = Number(line.id);
      if (number < 0) {
        if (!(await outbox.takeBack(-number))) throw new Error("It was sent just now. Take it back once more.");
        return;
      }
      await change.mutateAsync({
        what: "take-back",
        method: "DELETE",
        address: addressOf(`/${number}`),
        of: number,
        words: `Take back: ${say(line)}`,
      });
    },
  });
  const [tapped, tap, rest] = useTap();
  const [weighed, setWeighed] = useState<Weighed | null>(null);
  // What is done otherwise than planned may change the rest: it is shown before it is recorded.
  const weigh = useMutation({
    mutationFn: async (bodies: Schemas["StepInput"][]) => ({ bodies, changes: await changesOf(bodies[0]!) }),
    // What comes of it stands where the tap was: a second one does not say yes to it.
    onSuccess: (w) => (w.changes.length === 0 ? record.mutate(w.bodies) : (rest(), setWeighed(w))),
  });
  const changesOf = async (body: Schemas["StepInput"]): Promise<Schemas["Change"][]> => {
    const here = () =>
      workHere({
        survey: document,
        done: work!.done.map(lineKept),
        said: saidOf(body),
        today: work!.today,
      }).then(
        (h) => h.changes,
        (e: unknown) => {
          // Without the core nothing tells what it changes; it is recorded all the same.
          if (e instanceof CoreError) return [];
          throw e;
        },
      );
    // What waits is not known to the garden yet.
    if (work!.done.some((l) => Number(l.id) < 0)) return here();
    try {
      return await must(
        api.POST("/api/plants/{id}/work/try", {
          params: { path: { id }, query: visit ? { round: visit.key } : {} },
          body,
          headers: asSeen(work!.revision),
        }),
      );
    } catch (e) {
      if (e instanceof ApiError && e.status === 0) return here();
      throw e;
    }
  };
  const all = [record, change, takeBack, weigh];
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

const takingFinishBack = (address: string) => ({
  what: "take-finish-back" as const,
  method: "DELETE" as const,
  address,
  words: "Go on with it: not finished",
});

/** What was done with a step, in words, for as long as it waits. */
function wordsOf(work: Work, body: Schemas["StepInput"], say: (s: PlanStep) => string): string {
  const step = work.pending.find((p) => p.key === body.key)?.step;
  const left = body.outcome === "skipped" || body.instead === "left";
  const how = left ? "Left as it is: " : body.outcome === "different" ? "Differently: " : "";
  return `${how}${step ? say(step) : body.key}`;
}

interface Weighed {
  bodies: Schemas["StepInput"][];
  changes: Schemas["Change"][];
}

/**
 * Lets one tap through and none after it for half a second, nor before a step stood there for so long: a double tap never
 * records the step that comes next.
 */
function useTap(): [tapped: boolean, tap: (then: () => void) => void, rest: () => void] {
  const [tapped, setTapped] = useState(false);
  const last = useRef(-Infinity);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const rest = useCallback(() => {
    last.current = performance.now();
    setTapped(true);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => setTapped(false), ONE_TAP);
  }, []);
  const tap = (then: () => void) => {
    if (performance.now() - last.current < ONE_TAP) return;
    rest();
    then();
  };
  return [tapped, tap, rest];
}

/** Keeps the screen awake while the work goes on, where the device can. */
function useAwake() {
  useEffect(() => {
    let lock: { release: () => Promise<void> } | null = null;
    const ask = () => {
      const wake = (navigator as { wakeLock?: { request: (t: "screen") => Promise<{ release: () => Promise<void> }> } })
        .wakeLock;
      if (wake && document.visibilityState === "visible")
        wake.request("screen").then(
          (l) => (lock = l),
          () => {},
        );
    };
    ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      document.removeEventListener("visibilitychange", ask);
      void lock?.release();
    };
  }, []);
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
  const changes = work.changes.length > 0 && (
    <Notice tone="look" role="status">
      <b>The rest was weighed again. </b>
      {work.changes.map((c) => `${c.stem} now ${decisionWords[c.now as Decision]}`).join("; ")}.
    </Notice>
  );
  if (work.fault) return <PlanFault reference={work.fault} />;
  if (!work.plan) {
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
  if (work.finished || !next) {
    return (
      <chakra.div display="grid" gap="12px">
        {changes}
        <Panel>
          <chakra.h2 fontSize="1.3rem">
            {!work.finished ? "Every step is done" : visit ? "Finished" : "Finished for this season"}
          </chakra.h2>
          <chakra.p marginTop="6px">
            {work.done.length} {work.done.length === 1 ? "step is" : "steps are"} in the log. A plain mistake grows
            back; what you learnt is kept.
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
      {changes}
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

interface StepCardProps extends Omit<CurrentProps, "onTap" | "onFinish" | "onTakeBack" | "plant" | "onShown"> {
  open: Schemas["OpenStep"];
  /** It was put off, and its turn has come. */
  later: boolean;
  index: number;
  total: number;
  onLater: (keys: string[]) => void;
  onStop: () => void;
}

function StepCard(props: StepCardProps) {
  const { work, open, busy } = props;
  const { step } = open;
  const family = useFamily();
  const { visit } = usePlant();
  const { wide, together } = family;
  const StepPicture = visit?.StepPicture ?? family.StepPicture;
  // The cuts of one place on a vine are made together, and noted together.
  const group = together(work.pending, open, documentOf(work.document));
  const { say, thick } = useMeasures();
  const [different, setDifferent] = useState(false);
  const heading = useRef<HTMLHeadingElement>(null);
  // On a phone the drawing takes what room is left of the screen: text, drawing and buttons are in sight at once.
  const card = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const measure = () => {
      const above = card.current!.getBoundingClientRect().top + window.scrollY;
      card.current!.style.setProperty("--above", `${Math.ceil(above)}px`);
    };
    measure();
    // What stands above may grow later: a letter that comes, a line of the header that wraps.
    if (typeof ResizeObserver === "undefined") return;
    const watch = new ResizeObserver(measure);
    watch.observe(window.document.body);
    return () => watch.disconnect();
  }, []);
  // Whoever cannot see it hears which step has come.
  useEffect(() => heading.current?.focus({ preventScroll: true }), []);
  const document = documentOf(work.document);
  const decision = work.plan?.stems.find((s) => s.id === step.stem)?.decision ?? "none";
  const stem = document.stems.find((s) => s.id === step.stem);
  const check = step.action === "check";
  return (
    <chakra.div
      ref={card}
      display={{ base: "flex", md: "grid" }}
      flexDirection="column"
      gap={{ base: "8px", md: "12px" }}
      gridTemplateColumns="minmax(0,1.1fr) minmax(0,1fr)"
      gridTemplateRows={{ md: "auto 1fr" }}
      alignItems={{ base: "stretch", md: "start" }}
      minHeight={{ base: "calc(100dvh - var(--above, 200px) - 8px)", md: "0" }}
    >
      <chakra.div display="grid" gap="8px" gridColumn={{ md: "1" }} gridRow={{ md: "1" }}>
        <chakra.div display="flex" gap="10px" alignItems="center">
          {step.stem && <Letter id={step.stem} decision={decision} size={48} />}
          <div>
            <chakra.p color="muted">
              Step {props.index} of {props.total}
              {props.later ? ", put off till now" : ""}
            </chakra.p>
            <chakra.h2 ref={heading} tabIndex={-1} fontSize="1.35rem" outline="none">
              {visit?.heading ?? stageWords[step.stage]}
            </chakra.h2>
          </div>
        </chakra.div>
        <chakra.p fontSize="1.2rem" lineHeight="1.4">
          {group.map((g) => say(g.step)).join(" ")}
        </chakra.p>
        {group.some((g) => moreOf(g.step)) && (
          <chakra.details fontSize="1.05rem">
            <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="8px" fontWeight="700" color="leaf">
              Why, and how exactly
            </chakra.summary>
            <chakra.p lineHeight="1.45">
              {group
                .map((g) => moreOf(g.step))
                .filter((m) => m !== null)
                .map(say)
                .join(" ")}
            </chakra.p>
          </chakra.details>
        )}
        {step.tool && (
          <p>
            <b>{capital(toolWords[step.tool])}</b>
            {stem && step.cut && !visit ? `, ${thick(stem.diameter)} at the base` : ""}
            {step.disinfect && step.stem ? ". Wipe the blades with alcohol after it." : "."}
          </p>
        )}
        {step.caution && <Notice tone="look">{step.caution}</Notice>}
        {step.asks && family.Asked && !visit && <family.Asked asks={step.asks} />}
      </chakra.div>
      <chakra.div
        gridColumn={{ md: "2" }}
        gridRow={{ md: "1 / span 2" }}
        position="relative"
        flex={{ base: "1 1 0", md: "none" }}
        minHeight={{ base: "160px", md: "0" }}
        maxHeight={{ base: wide ? "44vh" : "62vh", md: "none" }}
        width="100%"
        marginInline="auto"
        border={step.action === "shorten" && step.stem ? "1px solid var(--line)" : "none"}
        borderRadius="10px"
        overflow="hidden"
        css={{
          "@media (max-width: 47.99em)": {
            "& > svg, & > [data-fills]": { position: "absolute", inset: 0, width: "100%", height: "100%" },
          },
        }}
      >
        <StepPicture step={step} work={work} />
      </chakra.div>
      <chakra.div
        display="grid"
        gap="4px"
        paddingBlock={{ base: "0", md: "6px" }}
        gridColumn={{ md: "1" }}
        gridRow={{ md: "2" }}
      >
        {different ? (
          <Differently open={open} busy={busy} onRecord={props.onRecord} onBack={() => setDifferent(false)} />
        ) : (
          <chakra.div display="grid" gridTemplateColumns="2fr 1.35fr 1fr" gap="8px">
            <Button
              look="main"
              size="large"
              disabled={busy}
              onClick={() =>
                props.onRecord(
                  group.map((g) => ({
                    key: g.key,
                    mark: g.mark,
                    outcome: "done",
                    instead: null,
                    cutAt: null,
                    note: null,
                  })),
                )
              }
            >
              {check ? "Noted" : "Done"}
            </Button>
            <Button size="large" disabled={busy} onClick={() => setDifferent(true)}>
              Differently
            </Button>
            <Button size="large" disabled={busy} onClick={() => props.onLater(group.map((g) => g.key))}>
              Later
            </Button>
          </chakra.div>
        )}
        <chakra.div display="flex" justifyContent="space-between" gap="8px">
          <Button look="quiet" disabled={busy || work.done.length === 0} onClick={props.onUndo}>
            Take back the last
          </Button>
          <Button disabled={busy} onClick={props.onStop}>
            Stop for today
          </Button>
        </chakra.div>
      </chakra.div>
    </chakra.div>
  );
}
