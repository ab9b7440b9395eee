import { chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import { Link } from "react-router";
import { useMeasures } from "../app/settings";
import { Button } from "../app/ui";
import { FromAbove } from "../drawing/FromAbove";
import { FromFront } from "../drawing/FromFront";
import { decisionWords, type Decision, sceneOf } from "../drawing/scene";
import { RowDrawing } from "../row/RowDrawing";
import { rowSentence } from "../row/words";
import { VinePicture } from "../vine/VinePicture";
import { vineSentence } from "../vine/words";
import { dayWords } from "./days";
import { outcome, tieWords } from "./outcome";
import { usePlant } from "./PlantPage";
import { ShrubPicture } from "./ShrubPicture";
import { stageWords, toolWords } from "./StepList";

/** The plan on paper: drawing, kit and steps with boxes to tick; black and white, A4. */
export default function Sheet() {
  const { plant, plan, survey, kind } = usePlant();
  const { say } = useMeasures();
  const scene = useMemo(() => sceneOf(survey.document, kind, plan), [survey.document, kind, plan]);
  if (!plan) {
    return (
      <p>
        There is no plan to print yet. <Link to="../look">Walk round the plant first.</Link>
      </p>
    );
  }
  const drawn = survey.document.stems.length > 0 || kind.family === "cane-fruit";
  const rose = (kind.family === "rose" || kind.family === "shrub") && survey.document.stems.length > 0;
  const onSupport = scene.climbs && scene.support !== null;
  const decisions = new Map(plan.stems.map((s) => [s.id, s.decision]));
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
        <Link to="../decide">Back to the plan</Link>
        <chakra.span color="muted">One or two sheets of A4, readable in black and white.</chakra.span>
      </chakra.div>
      <div className="paper">
        <chakra.div display="flex" alignItems="baseline" gap="12px" borderBottom="2px solid" paddingBottom="4px">
          <h2>{plant.name}</h2>
          <span>
            {plant.kindName}
            {plant.place ? `, ${plant.place.toLowerCase()}` : ""}
          </span>
          <chakra.span marginLeft="auto">
            {plan.limits.name}, {dayWords(survey.document.date)}
          </chakra.span>
        </chakra.div>
        {kind.family === "vine" && (
          <VinePicture
            goblet={plan.vine?.system === "goblet"}
            scene={scene}
            plan={plan}
            state="after"
            selected={null}
            title="The vine, after the cuts"
          />
        )}
        {kind.family === "cane-fruit" && survey.document.row && (
          <RowDrawing
            row={survey.document.row}
            plan={plan.row ?? null}
            support={survey.document.support ?? null}
            state="after"
            title="The row, and what goes"
          />
        )}
        {rose && (
          <chakra.div display="grid" gridTemplateColumns={onSupport ? "1fr" : "1.1fr 1fr"} gap="8px" marginBlock="8px">
            {!onSupport && (
              <FromAbove scene={scene} state="after" selected={null} title="The plant from above, after the cuts" />
            )}
            <FromFront scene={scene} state="after" selected={null} title="The plant from the front, after the cuts" />
          </chakra.div>
        )}
        {kind.family === "shrub" && !rose && <ShrubPicture plan={plan} />}
        {rose && (
          <p className="key">
            Solid: stays. Hatched and struck through: goes. Short bar: the cut. Dotted part: comes off. Question mark:
            check first. Bracket: look for the bud there.{" "}
            {onSupport ? "Ring with a dot: a tie." : "You stand at 6 o'clock."}
          </p>
        )}
        <p>
          <b>Carry:</b> {[...plan.kit.tools, ...tieWords(plan.kit.ties.of), ...(plan.kit.protection ?? [])].join(", ")}.{" "}
          <b>Time:</b> about {plan.kit.minutes} minutes. <b>In short:</b>{" "}
          {plan.vine
            ? say(vineSentence(plan))
            : plan.row
              ? say(rowSentence(plan.row))
              : `${drawn ? outcome(plan.counts) : "the simple routine"}.`}
        </p>
        <ol>
          {plan.steps.map((s, i) => (
            <li key={s.n}>
              {(i === 0 || plan.steps[i - 1]!.stage !== s.stage) && <h3>{stageWords[s.stage] ?? s.stage}</h3>}
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
                  {say(s.text)}
                  {s.tool ? ` (${toolWords[s.tool] ?? s.tool})` : ""}
                  {s.stage === "return" ? ` By ${dayWords(s.due)}.` : ""}
                </span>
              </div>
            </li>
          ))}
        </ol>
        <h3>Mind</h3>
        <ul>
          {cautions.map((c) => (
            <li key={c}>{say(c)}</li>
          ))}
        </ul>
      </div>
    </div>
  );
}
