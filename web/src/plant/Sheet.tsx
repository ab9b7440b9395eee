import { chakra } from "@chakra-ui/react";
import { Link } from "react-router";
import { useMeasures } from "../app/settings";
import { inDemo } from "../api/base";
import { useHere } from "../app/here";
import { Button } from "../app/ui";
import { decisionWords, type Decision } from "../drawing/scene";
import { dayWords } from "../survey/measures";
import { tieWords } from "../shared/outcome";
import { useFamily } from "./families";
import { timeWords } from "../survey/words";
import { usePlant, type VisitInHand } from "../shared/usePlant";
import { moreOf, type Spoken } from "../survey/sentence";
import { stageWords, toolWords } from "../shared/StepList";
import type { SurveyInHand } from "../shared/useSurvey";
import type { Schemas } from "../api/client";

/** The plan on paper: drawing, kit and steps with boxes to tick; black and white, A4. */
export default function Sheet() {
  const { plant, plan, survey, visit } = usePlant();
  const family = useFamily();
  const SheetPicture = visit?.SheetPicture ?? family.SheetPicture;
  const { say } = useMeasures();
  const looks = useHere().role === "looker";
  if (!plan) {
    return (
      <p>
        There is no plan to print yet. <Link to="../look">Walk round the plant first.</Link>
      </p>
    );
  }
  const cautions = [...new Set(plan.steps.map((s) => s.caution).filter((c): c is string => !!c))];
  return (
    <div className="sheet">
      <chakra.div
        className="no-print"
        display="flex"
        gap="14px"
        alignItems="center"
        flexWrap="wrap"
        marginBottom="12px"
      >
        <Button look="main" onClick={() => window.print()}>
          Print it
        </Button>
        {!looks && (visit ? <Link to="..">Back to the visit</Link> : <Link to="../decide">Back to the plan</Link>)}
        <chakra.span color="muted">One or two sheets of A4, readable in black and white.</chakra.span>
      </chakra.div>
      <div className="paper">
        <chakra.div display="flex" alignItems="baseline" gap="12px" borderBottom="2px solid" paddingBottom="4px">
          <h2>{plant.name}</h2>
          {inDemo && <b>Demo garden</b>}
          <span>
            {plant.kindName}
            {plant.place ? `, ${plant.place}` : ""}
          </span>
          <chakra.span marginLeft="auto">
            {plan.limits.name}, {dayWords(survey.document.date)}
          </chakra.span>
        </chakra.div>
        <SheetPicture plan={plan} />
        <p>
          <b>Carry:</b> {[...plan.kit.tools, ...tieWords(plan.kit.ties.of), ...(plan.kit.protection ?? [])].join(", ")}.{" "}
          <b>Time:</b> {timeWords(plan.kit.minutes)}.{" "}
          {plan.summary[0] && (
            <>
              <b>In short:</b> {say(plan.summary[0])}
            </>
          )}
        </p>
        <Steps plan={plan} survey={survey} visit={visit} say={say} />
        <h3>Mind</h3>
        <ul>
          {cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      </div>
    </div>
  );
}

/** All steps in their order, each with its box. */
function Steps({
  plan,
  survey,
  visit,
  say,
}: {
  plan: Schemas["PlanDocument"];
  survey: SurveyInHand;
  visit: VisitInHand | undefined;
  say: (sentence: Spoken) => string;
}) {
  const decisions = new Map(plan.stems.map((s) => [s.id, s.decision]));
  return (
    <ol>
      {plan.steps.map((s, i) => (
        <li key={s.n}>
          {(i === 0 || (!visit?.heading && plan.steps[i - 1]!.stage !== s.stage)) && (
            <h3>{visit?.heading ?? stageWords[s.stage]}</h3>
          )}
          <div className="step">
            <span className="box" aria-hidden />
            <span>
              <b>{s.n}.</b>{" "}
              {s.stem && (
                <b className={decisions.get(s.stem) === "remove" ? "goes" : undefined}>
                  {s.stem}
                  <span className="hidden"> {decisionWords[(decisions.get(s.stem) ?? "none") as Decision]}</span>
                </b>
              )}{" "}
              {say(s)}
              {moreOf(s) && <span className="more"> {say(moreOf(s)!)}</span>}
              {s.tool ? ` (${toolWords[s.tool]})` : ""}
              {s.stage === "return" || s.due > survey.document.date ? ` By ${dayWords(s.due)}.` : ""}
            </span>
          </div>
        </li>
      ))}
    </ol>
  );
}
