import { PlanHead } from "../shared/PlanHead";
import { BesideDrawing } from "../shared/BesideDrawing";
import { chakra } from "@chakra-ui/react";
import { useState, type Dispatch, type SetStateAction } from "react";
import { Link } from "react-router";
import { useOwns } from "../app/here";
import { useMeasures } from "../app/settings";
import { Choice, Notice } from "../app/ui";
import { FromAbove } from "../drawing/FromAbove";
import { FromFront } from "../drawing/FromFront";
import { type Decision, type Plan, type Scene, type State } from "../drawing/scene";
import type { StemId } from "../api/stemId";
import { asHardAs, hardnessOf } from "../survey/types";
import { CaneReasons } from "../shared/CaneReasons";
import { WithPhoto } from "../photos/OnPhoto";
import { Lead } from "./Lead";
import { useLead } from "./leading";
import { DayChoice, NoPlan, NotLooked, SchoolChoice, UndoButton } from "../shared/PlanBar";
import { capital, timeWords } from "../survey/words";
import { usePlant } from "../shared/usePlant";
import { tieWords } from "../shared/outcome";
import { ShrubPicture } from "./ShrubPicture";
import { Warnings } from "../shared/Warnings";
import { StepList } from "../shared/StepList";
import { Ages, Summer } from "./Summer";

import { Key } from "./DrawingKey";
import type { Schemas } from "../api/client";

/** The plan: drawing beside the ordered steps; choose a cane to read why, and argue. */
export default function RoseDecide() {
  const { survey, plan, planError, scene, kind } = usePlant();
  const lead = useLead();
  const [state, setState] = useState<State>("after");
  const [selected, setSelected] = useState<StemId | null>(null);
  if (survey.document.stems.length === 0 && kind.surveyed) {
    return (
      <NotLooked
        text="Walk round the plant first: every cane you enter is weighed against all the others."
        to="Walk round it"
      />
    );
  }
  if (planError || !plan) return <NoPlan waiting="Weighing the canes." />;
  const chosen = plan.stems.find((s) => s.id === selected) ?? null;
  const supported = scene.climbs && scene.support !== null;
  // Once tied, a climber lies in one plane: from above it is of use only as it was found, for what points forward.
  const fromAbove = !supported || state === "found";
  const drawn = survey.document.stems.length > 0;
  return (
    <BesideDrawing
      width="384px"
      head={<Summary />}
      scrolls={state === "summer" ? "Next summer" : chosen ? `Cane ${chosen.id}` : "The steps"}
      drawing={
        <>
          <Bar state={state} setState={setState} supported={supported} />
          {!drawn && <ShrubPicture plan={plan} />}
          {drawn && (
            <>
              <chakra.div marginTop="10px">
                <WithPhoto
                  scene={scene}
                  state={state}
                  selected={selected}
                  onSelect={(id) => setSelected(id === selected ? null : id)}
                  title="The plant"
                >
                  <Views
                    scene={scene}
                    lead={lead}
                    state={state}
                    selected={selected}
                    setSelected={setSelected}
                    supported={supported}
                    fromAbove={fromAbove}
                  />
                </WithPhoto>
              </chakra.div>
              <Key state={state} scene={scene} />
            </>
          )}
        </>
      }
    >
      {state === "summer" ? (
        <Summer plan={plan} />
      ) : chosen ? (
        <CaneReasons
          key={chosen.id}
          decided={chosen}
          onClose={() => setSelected(null)}
          onSelect={setSelected}
          lead={<Lead id={chosen.id} />}
        />
      ) : (
        <Advice plan={plan} kind={kind} setSelected={setSelected} drawn={drawn} />
      )}
    </BesideDrawing>
  );
}

/** What needs the gardener's eye, the steps, and how old the plant is. */
function Advice({
  plan,
  kind,
  setSelected,
  drawn,
}: {
  plan: Schemas["PlanDocument"];
  kind: Schemas["KindView"];
  setSelected: Dispatch<SetStateAction<StemId | null>>;
  drawn: boolean;
}) {
  const { say } = useMeasures();
  return (
    <chakra.div display="grid" gap="10px">
      <Warnings />
      {plan.askFor[0] && (
        <Notice tone="look">
          <b>One look would help most: </b>
          {plan.askFor[0].stem && !plan.askFor[0].named && `${plan.askFor[0].stem}: `}
          {say(plan.askFor[0])}
        </Notice>
      )}
      <StepList plan={plan} onSelect={setSelected} />
      {drawn && <Ages plan={plan} oldFrom={kind.oldFrom} />}
    </chakra.div>
  );
}

/** What is shown, by which school, how hard, and for which day. */
function Bar({ state, setState, supported }: { state: State; setState: (state: State) => void; supported: boolean }) {
  const { survey, kind } = usePlant();
  const owns = useOwns();
  const drawn = survey.document.stems.length > 0;
  return (
    <chakra.div display="flex" flexWrap="wrap" gap="6px 14px" alignItems="center" position="relative" zIndex="1">
      {drawn && (
        <Choice
          label="What the drawing shows"
          value={state}
          onChange={setState}
          options={[
            { value: "found", text: "As found" },
            { value: "after", text: supported ? "Cut and tied" : "After the cuts" },
            { value: "summer", text: "Next summer" },
          ]}
        />
      )}
      <SchoolChoice label={<span>School</span>} />
      {drawn && owns && (
        <Hardness
          value={hardnessOf(survey.document.school)}
          onChange={(h) => survey.change((d) => ({ ...d, school: asHardAs(d.school, kind.defaultSchool, h) }))}
        />
      )}
      <DayChoice label="Day" />
      <UndoButton />
    </chakra.div>
  );
}

/** From above and from the front, or from the front alone. */
function Views({
  scene,
  lead,
  state,
  selected,
  setSelected,
  supported,
  fromAbove,
}: {
  scene: Scene;
  lead: (id: string, towards: { x: number; z: number } | null) => void;
  state: State;
  selected: StemId | null;
  setSelected: Dispatch<SetStateAction<StemId | null>>;
  supported: boolean;
  fromAbove: boolean;
}) {
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{
        base: "1fr",
        md: fromAbove ? (supported ? "290fr 560fr" : "440fr 400fr") : "1fr",
      }}
      gap="8px"
    >
      {fromAbove && (
        <FromAbove
          scene={scene}
          state={state}
          selected={selected}
          onSelect={(id) => setSelected(id === selected ? null : id)}
          title="The plant from above"
          beside
        />
      )}
      <chakra.div height={supported && !fromAbove ? { lg: "calc(100vh - 330px)" } : undefined} minHeight="0">
        <FromFront
          scene={scene}
          state={state}
          selected={selected}
          onSelect={(id) => setSelected(id === selected ? null : id)}
          onTowards={lead}
          title="The plant from the front"
        />
      </chakra.div>
    </chakra.div>
  );
}

function Summary() {
  const { plan, schools, scene } = usePlant();
  const { say } = useMeasures();
  if (!plan) return null;
  const groups: [Decision[], string][] = [
    [["keep", "shorten"], "stay"],
    [["remove"], "go"],
    [["check", "untouched", "defer"], "wait"],
  ];
  const top = scene.stems.filter((s) => s.top);
  return (
    <>
      <PlanHead
        minutes={plan.kit.minutes}
        says={
          <>
            {plan.summary.length > 0 && (
              <>
                <b>{say(plan.summary[0]!)}</b> {plan.summary.slice(1).map(say).join(" ")}{" "}
              </>
            )}
            {capital(timeWords(plan.kit.minutes))}
            {plan.kit.minutes > 0 && `, ${effortWords[plan.kit.effort]}`}.
            {plan.kit.ties.of.length > 0 && ` Ties: ${tieWords(plan.kit.ties.of).join(", ")}.`}
          </>
        }
        links={
          top.length > 0 &&
          schools.length > 1 && (
            <Link to="../compare" style={{ display: "inline-block", padding: "10px 0" }}>
              Two schools side by side
            </Link>
          )
        }
      />
      <chakra.div
        className="visually-list"
        position="absolute"
        width="1px"
        height="1px"
        overflow="hidden"
        clipPath="inset(50%)"
      >
        {groups.map(
          ([d, word]) =>
            `${
              top
                .filter((s) => d.includes(s.decision))
                .map((s) => s.id)
                .join(", ") || "none"
            } ${word}. `,
        )}
      </chakra.div>
    </>
  );
}

const effortWords: Record<Plan["kit"]["effort"], string> = {
  light: "light work",
  steady: "steady work",
  heavy: "heavy work: take your time",
};

const hardWords = ["much lighter", "lighter", "as the school says", "harder", "much harder"];

/** How hard: five notches round what the school says. */
function Hardness(props: { value: number; onChange: (value: number) => void }) {
  return (
    <chakra.label display="flex" alignItems="center" gap="6px">
      <span>How hard</span>
      <chakra.input
        type="range"
        min={-2}
        max={2}
        step={1}
        value={props.value}
        aria-valuetext={hardWords[props.value + 2]}
        onChange={(e) => props.onChange(Number(e.target.value))}
        width="96px"
        minHeight="44px"
        accentColor="var(--leaf)"
      />
      <chakra.span fontSize="0.95rem" color="muted" minWidth="8.2em">
        {hardWords[props.value + 2]}
      </chakra.span>
    </chakra.label>
  );
}
