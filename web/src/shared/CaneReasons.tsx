import { chakra } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import type { Schemas } from "../api/client";
import { provenanceWords } from "../app/provenance";
import { useMeasures } from "../app/settings";
import { Button, Input, Letter, Notice, Panel } from "../app/ui";
import { decisionWords, type Decision, type Plan } from "../drawing/scene";
import { clockWords, readLength, type BodyMeasures } from "../survey/measures";
import type { StemId } from "../api/stemId";
import type { Pin, SurveyStem } from "../survey/types";
import { PinEffect } from "./PinEffect";
import { useIntoView } from "./useIntoView";
import { usePlant } from "./usePlant";
import type { SurveyInHand } from "./useSurvey";
import type { Spoken } from "../survey/sentence";

const reasonWords: Record<string, string> = { ...provenanceWords, user: "your word" };

interface CaneReasonsProps {
  decided: Schemas["PlanStem"];
  onClose: () => void;
  onSelect: (id: StemId) => void;
  /** Where it is led on its support. */
  lead?: ReactNode;
}

/** Why one cane stays or goes, what would change that, and the means to argue. */
export function CaneReasons(props: CaneReasonsProps) {
  const { survey, plan, kind } = usePlant();
  const { say, long, body } = useMeasures();
  const { decided } = props;
  const stem = survey.document.stems.find((s) => s.id === decided.id);
  const [before, setBefore] = useState<Plan | null>(null);
  const at = useIntoView<HTMLDivElement>(decided.id);
  if (!stem || !plan) return null;
  const pin = (value: Pin | null) => {
    setBefore(plan);
    survey.change((d) => ({
      ...d,
      stems: d.stems.map((s) =>
        s.id === stem.id ? { ...s, pin: value, pinReason: value === null ? null : s.pinReason } : s,
      ),
    }));
  };
  const pinned = stem.pin ?? null;
  const clearance = Number(plan.limits.clearance);
  const step = plan.steps.find((s) => s.stem === stem.id && s.stage !== "train");
  return (
    <Panel ref={at}>
      <chakra.div display="flex" gap="10px" alignItems="center">
        <Letter id={decided.id} decision={decided.decision} size={34} />
        <chakra.h2 fontSize="1.2rem">
          {decided.id}{" "}
          {decided.decision === "keep" &&
          plan.training?.canes.some((c) => c.stem === stem.id && c.how !== "as-it-stands")
            ? "stays, and is tied"
            : decisionWords[decided.decision as Decision]}
        </chakra.h2>
        <chakra.span marginLeft="auto">
          <Button size="small" onClick={props.onClose}>
            All steps
          </Button>
        </chakra.span>
      </chakra.div>
      {step && <chakra.p marginTop="10px">{say(step)}</chakra.p>}
      {props.lead}
      <chakra.h3 fontSize="1rem" color="muted" marginTop="12px">
        Your word
      </chakra.h3>
      <YourWord survey={survey} stem={stem} pin={pin} pinned={pinned} />
      {before && <PinEffect before={before} own={stem.id} onSeen={() => setBefore(null)} />}
      <Why {...props} say={say} />
      <HowSure say={say} decided={decided} />
      {(stem.buds ?? []).length > 0 && (
        <OtherBuds long={long} stem={stem} pin={pin} pinned={pinned} clearance={clearance} />
      )}
      <CutElsewhere plan={plan} kind={kind} body={body} stem={stem} pin={pin} />
    </Panel>
  );
}

/** The gardener's own word on it. */
function YourWord({
  survey,
  stem,
  pin,
  pinned,
}: {
  survey: SurveyInHand;
  stem: SurveyStem;
  pin: (value: Pin | null) => void;
  pinned: "keep" | "remove" | { cutAt: number } | null;
}) {
  return (
    <>
      <chakra.div display="flex" flexWrap="wrap" gap="6px" marginTop="4px">
        <Button
          size="small"
          pressed={pinned === "keep"}
          aria-pressed={pinned === "keep"}
          onClick={() => pin(pinned === "keep" ? null : "keep")}
        >
          Keep it
        </Button>
        <Button
          size="small"
          pressed={pinned === "remove"}
          aria-pressed={pinned === "remove"}
          onClick={() => pin(pinned === "remove" ? null : "remove")}
        >
          Take it out
        </Button>
        {pinned !== null && (
          <Button size="small" look="quiet" onClick={() => pin(null)}>
            Decide for me
          </Button>
        )}
      </chakra.div>
      {pinned !== null && (
        <PinReason
          key={String(stem.pinReason ?? "")}
          kept={stem.pinReason ?? ""}
          onChange={(pinReason) =>
            survey.change((d) => ({ ...d, stems: d.stems.map((s) => (s.id === stem.id ? { ...s, pinReason } : s)) }))
          }
        />
      )}
    </>
  );
}

/** The reasons, the first one first, and what follows after it. */
function Why(props: CaneReasonsProps & { say: (sentence: Spoken) => string }) {
  const { say, decided } = props;
  return (
    <>
      <chakra.h3 fontSize="1rem" color="muted" marginTop="12px">
        Why
      </chakra.h3>
      <ul>
        {decided.reasons.map((r, i) => (
          <chakra.li key={i} paddingBlock="3px">
            {say(r)}{" "}
            <chakra.span color="muted" fontSize="0.9rem">
              ({reasonWords[r.provenance] ?? r.provenance})
            </chakra.span>
          </chakra.li>
        ))}
      </ul>
      {decided.successor && (
        <chakra.p marginTop="4px">
          Its successor:{" "}
          <Button size="small" onClick={() => props.onSelect(decided.successor!)}>
            {decided.successor}
          </Button>
        </chakra.p>
      )}
    </>
  );
}

/** How sure it is, and what would change it. */
function HowSure({ say, decided }: { say: (sentence: Spoken) => string; decided: Schemas["PlanStem"] }) {
  return (
    <>
      {decided.sure === true && (
        <chakra.p marginTop="8px">
          <b>Sure</b>: it stays so whatever the canes measure, as far as they were measured.
        </chakra.p>
      )}
      {decided.hangsOn && (
        <chakra.div marginTop="8px">
          <Notice tone="look">
            <b>Not sure.</b> {say(decided.hangsOn)}
          </Notice>
        </chakra.div>
      )}
      {decided.flips && (
        <>
          <chakra.h3 fontSize="1rem" color="muted" marginTop="10px">
            What would change it
          </chakra.h3>
          <p>{say({ text: decided.flips, measures: decided.flipsMeasures })}</p>
        </>
      )}
    </>
  );
}

/** The other buds it could be cut above. */
function OtherBuds({
  long,
  stem,
  pin,
  pinned,
  clearance,
}: {
  long: (mm: number) => string;
  stem: SurveyStem;
  pin: (value: Pin | null) => void;
  pinned: "keep" | "remove" | { cutAt: number } | null;
  clearance: number;
}) {
  return (
    <chakra.div marginTop="10px">
      <chakra.p fontWeight="700">Cut above another bud</chakra.p>
      <chakra.div display="flex" flexWrap="wrap" gap="6px" marginTop="4px">
        {(stem.buds ?? []).map((b, i) => {
          const at = b.at + clearance;
          const on = typeof pinned === "object" && pinned !== null && pinned.cutAt === at;
          return (
            <Button key={i} size="small" pressed={on} aria-pressed={on} onClick={() => pin({ cutAt: at })}>
              {long(b.at)}
              {b.clock != null && `, faces ${clockWords(b.clock)}`}
            </Button>
          );
        })}
      </chakra.div>
    </chakra.div>
  );
}

/** A place along the cane, said by the gardener. */
function CutElsewhere({
  plan,
  kind,
  body,
  stem,
  pin,
}: {
  plan: Schemas["PlanDocument"];
  kind: Schemas["KindView"];
  body: BodyMeasures;
  stem: SurveyStem;
  pin: (value: Pin | null) => void;
}) {
  const [place, setPlace] = useState("");
  const [wrong, setWrong] = useState(false);
  const cutHere = () => {
    const mm = readLength(place, body, "cm");
    const most = stem.length ?? plan.resolved.find((r) => r.id === stem.id)?.length ?? kind.usual[stem.role]!.lengthMm;
    if (mm === null || mm < 0 || mm > most) {
      setWrong(true);
      return;
    }
    pin({ cutAt: Math.round(mm) });
    setPlace("");
  };
  return (
    <>
      <chakra.form
        marginTop="10px"
        display="flex"
        gap="6px"
        alignItems="end"
        onSubmit={(e) => {
          e.preventDefault();
          cutHere();
        }}
      >
        <chakra.label flex="1">
          <chakra.span display="block" fontWeight="700">
            Or cut it at
          </chakra.span>
          <Input
            value={place}
            placeholder="46 cm, or hip"
            onChange={(e) => (setPlace(e.target.value), setWrong(false))}
          />
        </chakra.label>
        <Button type="submit">Cut there</Button>
      </chakra.form>
      {wrong && (
        <chakra.p role="alert" color="hip">
          That is not a place along {stem.id}; nothing was changed.
        </chakra.p>
      )}
    </>
  );
}

/** Why the gardener wants it so, in the gardener's words: kept with the survey. */
function PinReason(props: { kept: string; onChange: (reason: string | null) => void }) {
  const [text, setText] = useState(props.kept);
  const keep = () => text.trim() !== props.kept && props.onChange(text.trim() === "" ? null : text.trim());
  return (
    <chakra.label display="block" marginTop="8px">
      <chakra.span display="block" color="muted">
        Why you want it so, if you like
      </chakra.span>
      <Input
        value={text}
        maxLength={200}
        placeholder="it covers the drainpipe"
        onChange={(e) => setText(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => e.key === "Enter" && keep()}
      />
    </chakra.label>
  );
}
