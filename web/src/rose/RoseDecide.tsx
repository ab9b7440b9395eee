import { PlanHead } from "../shared/PlanHead";
import { BesideDrawing } from "../shared/BesideDrawing";
import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import { useOwns } from "../app/here";
import { useMeasures } from "../app/settings";
import { Choice, Notice } from "../app/ui";
import { FromAbove } from "../drawing/FromAbove";
import { FromFront } from "../drawing/FromFront";
import { type Decision, type DrawnStem, type Plan, type Scene, type State } from "../drawing/scene";
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

/** The plan: drawing beside the ordered steps; choose a cane to read why, and argue. */
export default function RoseDecide() {
  const { survey, plan, planError, scene, kind } = usePlant();
  const owns = useOwns();
  const { say } = useMeasures();
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
  const hardness = hardnessOf(survey.document.school);
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
                value={hardness}
                onChange={(h) => survey.change((d) => ({ ...d, school: asHardAs(d.school, kind.defaultSchool, h) }))}
              />
            )}
            <DayChoice label="Day" />
            <UndoButton />
          </chakra.div>
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
                    <chakra.div
                      height={supported && !fromAbove ? { lg: "calc(100vh - 330px)" } : undefined}
                      minHeight="0"
                    >
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
      )}
    </BesideDrawing>
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

/** What the forms in the drawing mean; only those that are in it. */
function Key({ state, scene }: { state: State; scene: Scene }) {
  const has = (what: (s: DrawnStem) => boolean) => scene.stems.some(what);
  const crowded = scene.newShoots.some((s) => s.crowded);
  const line = { display: "flex", alignItems: "center", gap: 6 };
  const swatch = (child: React.ReactNode) => (
    <svg width="26" height="16" aria-hidden>
      {child}
    </svg>
  );
  return (
    <chakra.ul display="flex" flexWrap="wrap" gap="2px 16px" fontSize="0.9rem" color="muted" marginTop="4px">
      <li style={line}>
        {swatch(<rect x="1" y="5" width="24" height="7" fill="var(--bark1)" stroke="var(--ink)" />)} stays (green young,
        grey old)
      </li>
      {state !== "found" && scene.training && (
        <li style={line}>
          {swatch(
            <>
              <line x1="1" y1="8" x2="25" y2="8" stroke="var(--bark1)" strokeWidth="4" />
              <circle cx="13" cy="8" r="5" fill="var(--ochreWash)" stroke="var(--ochre)" strokeWidth="1.5" />
              <circle cx="13" cy="8" r="1.5" fill="var(--ochre)" />
            </>,
          )}{" "}
          a tie
        </li>
      )}
      {state === "summer" && scene.training && (
        <li style={line}>
          {swatch(<circle cx="13" cy="8" r="5.5" fill="var(--hipWash)" stroke="var(--hip)" />)} flowers to expect
        </li>
      )}
      {state === "summer" && !scene.training && (
        <>
          <li style={line}>
            {swatch(<path d="M2 14Q10 12 24 2" fill="none" stroke="var(--leaf)" strokeWidth="2" />)} a shoot from a bud
            you saw; broken line: from one that is only likely
          </li>
          {crowded && (
            <li style={line}>
              {swatch(<path d="M2 14Q10 12 24 2" fill="none" stroke="var(--ochre)" strokeWidth="2.6" />)} shoots that
              will crowd
            </li>
          )}
        </>
      )}
      {state === "after" && has((d) => d.decision === "shorten") && (
        <li style={line}>
          {swatch(
            <>
              <line x1="1" y1="8" x2="25" y2="8" stroke="var(--hip)" strokeDasharray="2 3" />
              <line x1="3" y1="2" x2="9" y2="14" stroke="var(--hip)" strokeWidth="3" />
            </>,
          )}{" "}
          cut, and what comes off
        </li>
      )}
      {state === "after" && has((d) => d.decision === "remove") && (
        <li style={line}>
          {swatch(
            <>
              <rect x="1" y="4" width="24" height="8" fill="none" stroke="var(--hip)" strokeDasharray="4 3" />
              <path d="M4 12L10 4M11 12L17 4M18 12L24 4" stroke="var(--hip)" />
            </>,
          )}{" "}
          goes altogether
        </li>
      )}
      {state === "after" && has((d) => d.window !== null) && (
        <li style={line}>
          {swatch(
            <rect x="1" y="3" width="24" height="10" fill="none" stroke="var(--ochre)" strokeDasharray="3 2.5" />,
          )}{" "}
          look for a bud here
        </li>
      )}
      {state !== "found" && has((d) => d.decision === "check") && (
        <li style={line}>
          {swatch(
            <rect x="1" y="4" width="24" height="8" fill="var(--ochreWash)" stroke="var(--ochre)" strokeWidth="2" />,
          )}{" "}
          check first
        </li>
      )}
      {state !== "found" && has((d) => d.decision === "defer") && (
        <li style={line}>
          {swatch(
            <>
              <rect x="1" y="4" width="24" height="8" fill="var(--bark3)" opacity="0.45" />
              <rect
                x="1"
                y="4"
                width="24"
                height="8"
                fill="none"
                stroke="var(--ochre)"
                strokeWidth="2"
                strokeDasharray="6 3"
              />
            </>,
          )}{" "}
          waits for its day
        </li>
      )}
      {state === "after" && scene.spacing !== null && has((d) => d.stands) && (
        <li style={line}>
          {swatch(
            <circle cx="13" cy="8" r="7" fill="var(--leafWash)" stroke="var(--leaf)" strokeDasharray="1.5 2.5" />,
          )}{" "}
          room for three new shoots
        </li>
      )}
      {has((d) => d.soft || d.decision === "untouched") && (
        <li style={line}>
          {swatch(
            <rect
              x="1"
              y="4"
              width="24"
              height="8"
              fill="var(--leafWash)"
              stroke="var(--leaf)"
              strokeDasharray="1.5 3"
              strokeWidth="2"
            />,
          )}{" "}
          soft: leave alone
        </li>
      )}
    </chakra.ul>
  );
}
