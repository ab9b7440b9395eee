import { chakra } from "@chakra-ui/react";
import {
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  type Dispatch,
  type SetStateAction,
  type RefObject,
} from "react";
import type { Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Letter, Notice } from "../app/ui";
import { effectOf } from "../shared/effects";
import { usePlant, type VisitInHand } from "../shared/usePlant";
import { stageWords, toolWords } from "../shared/StepList";
import { documentOf } from "../survey/document";
import { moreOf, type Spoken } from "../survey/sentence";
import { capital } from "../survey/words";
import { Differently } from "./Differently";
import { useFamily, type FamilyParts } from "./families";
import type { SurveyDocument } from "../survey/types";

interface StepCardProps {
  work: Schemas["WorkView"];
  busy: boolean;
  onRecord: (inputs: Schemas["StepInput"][]) => void;
  onUndo: () => void;
  open: Schemas["OpenStep"];
  /** It was put off, and its turn has come. */
  later: boolean;
  index: number;
  total: number;
  onLater: (keys: string[]) => void;
  onStop: () => void;
}

/** One step: which stem, where, what and with which tool; its drawing, and what came of it. */
export function StepCard(props: StepCardProps) {
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
  const { heading, card } = useRoom();
  const document = documentOf(work.document);
  const check = effectOf(step.action) === "looked";
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
      <What
        {...props}
        step={step}
        family={family}
        visit={visit}
        group={group}
        say={say}
        thick={thick}
        heading={heading}
        document={document}
      />
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
          <Answers {...props} group={group} setDifferent={setDifferent} check={check} />
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

/** The room that is left below the card on a phone; whoever cannot see it hears which step has come. */
function useRoom() {
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
  return { heading, card };
}

/** Which stem, what, with which tool, and what to mind. */
function What(
  props: StepCardProps & {
    step: Schemas["PlanStep"];
    family: FamilyParts;
    visit: VisitInHand | undefined;
    group: Schemas["OpenStep"][];
    say: (sentence: Spoken) => string;
    thick: (mm: number) => string;
    heading: RefObject<HTMLHeadingElement | null>;
    document: SurveyDocument;
  },
) {
  const { work, step, family, visit, group, say, thick, heading, document } = props;
  const decision = work.plan?.stems.find((s) => s.id === step.stem)?.decision ?? "none";
  const stem = document.stems.find((s) => s.id === step.stem);
  return (
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
  );
}

/** Done, differently, or later. */
function Answers(
  props: StepCardProps & {
    group: Schemas["OpenStep"][];
    setDifferent: Dispatch<SetStateAction<boolean>>;
    check: boolean;
  },
) {
  const { busy, group, setDifferent, check } = props;
  return (
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
  );
}
