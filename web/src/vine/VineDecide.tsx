import { chakra } from "@chakra-ui/react";
import { useState, type SetStateAction, type Dispatch } from "react";
import { useMeasures } from "../app/settings";
import { Button, Choice, Notice, Panel } from "../app/ui";
import type { Plan, State, Scene } from "../drawing/scene";
import { CaneReasons } from "../shared/CaneReasons";
import { BesideDrawing } from "../shared/BesideDrawing";
import { PlanHead } from "../shared/PlanHead";
import { NoPlan, NotLooked, PlanBar } from "../shared/PlanBar";
import type { StemId } from "../api/stemId";
import { capital, timeWords } from "../survey/words";
import { usePlant } from "../shared/usePlant";
import { WithPhoto } from "../photos/OnPhoto";
import { Warnings } from "../shared/Warnings";
import { StepList } from "../shared/StepList";
import { Budget } from "./Budget";
import { RainDays } from "./RainDays";
import { Timeline } from "./Timeline";
import { VinePicture } from "./VinePicture";
import type { SurveyInHand } from "../shared/useSurvey";
import type { Schemas } from "../api/client";

type Vine = NonNullable<Plan["vine"]>;

/** The plan of a vine: the drawing with its counted buds beside the budget and the steps. */
export default function VineDecide() {
  const { survey, plan, planError, scene, kind } = usePlant();
  const { say } = useMeasures();
  const [state, setState] = useState<State>("after");
  const [selected, setSelected] = useState<StemId | null>(null);
  if (survey.document.stems.length === 0) {
    return <NotLooked text="Draw the vine first and go along its places." to="Look at it" />;
  }
  if (planError || !plan?.vine) return <NoPlan waiting="Counting the buds." />;
  const vine = plan.vine;
  const chosen = plan.stems.find((s) => s.id === selected) ?? null;
  return (
    <BesideDrawing
      width="392px"
      scrolls={chosen ? `Stem ${chosen.id}` : "The budget and the steps"}
      head={
        <PlanHead
          minutes={plan.kit.minutes}
          says={
            <>
              <b>{plan.summary.map(say).join(" ")}</b> {capital(timeWords(plan.kit.minutes))}.
            </>
          }
        />
      }
      drawing={
        <Drawing
          survey={survey}
          plan={plan}
          scene={scene}
          state={state}
          setState={setState}
          selected={selected}
          setSelected={setSelected}
          vine={vine}
        />
      }
    >
      {chosen ? (
        <CaneReasons key={chosen.id} decided={chosen} onClose={() => setSelected(null)} onSelect={setSelected} />
      ) : (
        <chakra.div display="grid" gap="10px">
          <Warnings />
          {vine.timeline.length > 0 && <Timeline years={vine.timeline} />}
          {vine.budget && <Budget vine={vine} />}
          {plan.askFor[0] && (
            <Notice tone="look">
              <b>One look would help most: </b>
              {say(plan.askFor[0])}
            </Notice>
          )}
          {vine.work !== "summer" && <RainDays />}
          <Creeping vine={vine} onSelect={setSelected} />
          <StepList plan={plan} onSelect={setSelected} />
          {kind.note && <chakra.p color="muted">{kind.note}</chakra.p>}
        </chakra.div>
      )}
    </BesideDrawing>
  );
}

/** The vine as found, after the cuts, next summer. */
function Drawing({
  survey,
  plan,
  scene,
  state,
  setState,
  selected,
  setSelected,
  vine,
}: {
  survey: SurveyInHand;
  plan: Schemas["PlanDocument"];
  scene: Scene;
  state: State;
  setState: Dispatch<SetStateAction<State>>;
  selected: StemId | null;
  setSelected: Dispatch<SetStateAction<StemId | null>>;
  vine: Vine;
}) {
  return (
    <>
      <PlanBar
        shows={
          <Choice
            label="What the drawing shows"
            value={state}
            onChange={setState}
            options={[
              { value: "found", text: "As found" },
              { value: "after", text: "After the cuts" },
              ...(vine.work === "summer" ? [] : [{ value: "summer" as const, text: "Next summer" }]),
            ]}
          />
        }
        more={
          vine.dryDay && (
            <Button size="small" onClick={() => survey.change((d) => ({ ...d, date: vine.dryDay! }))}>
              Take the dry day
            </Button>
          )
        }
      />
      <chakra.div marginTop="8px">
        <WithPhoto
          typed
          scene={scene}
          state={state}
          selected={selected}
          onSelect={(id) => setSelected(id === selected ? null : id)}
          title="The vine"
        >
          <chakra.div height={{ lg: "calc(100vh - 320px)" }} minHeight={{ lg: "300px" }}>
            <VinePicture
              goblet={vine.system === "goblet"}
              scene={scene}
              plan={plan}
              state={state}
              selected={selected}
              onSelect={(id) => setSelected(id === selected ? null : id)}
              title="The vine from the front"
            />
          </chakra.div>
        </WithPhoto>
      </chakra.div>
      <VineKey state={state} vine={vine} />
    </>
  );
}

/** Places that move away from the arm: when each has to be renewed. */
function Creeping({ vine, onSelect }: { vine: Vine; onSelect: (id: StemId) => void }) {
  const { long } = useMeasures();
  const far = vine.positions.filter((p) => p.creepPerYear != null && Number(p.off) > 60);
  if (far.length === 0) return null;
  return (
    <Panel style={{ padding: "8px 14px" }}>
      <chakra.h2 fontSize="1rem" color="muted">
        Creeping away from the arm
      </chakra.h2>
      <ul>
        {far.map((p) => (
          <chakra.li key={p.id} borderTop="1px solid var(--line)" paddingBlock="5px">
            <Button size="small" onClick={() => onSelect(p.id)}>
              {p.id}
            </Button>{" "}
            {long(Number(p.off))} out, {long(Number(p.creepPerYear))} a year
            {p.renewBy != null ? `; renew it from below by ${p.renewBy}` : ""}.
          </chakra.li>
        ))}
      </ul>
    </Panel>
  );
}

function VineKey({ state, vine }: { state: State; vine: Vine }) {
  const line = { display: "flex", alignItems: "center", gap: 6 };
  const doubt = vine.positions.some((p) => p.doubt);
  return (
    <chakra.ul display="flex" flexWrap="wrap" gap="2px 16px" fontSize="0.9rem" color="muted" marginTop="4px">
      {state === "after" && vine.positions.some((p) => p.marks.length > 0) && (
        <li style={line}>
          <svg width="22" height="18" aria-hidden>
            <circle cx="11" cy="9" r="7.5" fill="var(--leafWash)" stroke="var(--leaf)" />
            <text x="11" y="13.500" textAnchor="middle" fontSize="12" fontWeight="700" fill="var(--leaf)">
              2
            </text>
          </svg>
          a bud that stays, counted from the base
        </li>
      )}
      {state === "after" && doubt && (
        <li style={line}>
          <svg width="22" height="18" aria-hidden>
            <circle cx="11" cy="9" r="7.5" fill="var(--ochreWash)" stroke="var(--ochre)" strokeDasharray="2 1.5" />
            <text x="11" y="13.500" textAnchor="middle" fontSize="12" fontWeight="700" fill="var(--ochre)">
              3
            </text>
          </svg>
          one more, until growth shows
        </li>
      )}
      {state === "after" && (
        <li style={line}>
          <svg width="26" height="16" aria-hidden>
            <line x1="1" y1="8" x2="25" y2="8" stroke="var(--hip)" strokeDasharray="2 3" />
            <line x1="3" y1="2" x2="9" y2="14" stroke="var(--hip)" strokeWidth="3" />
          </svg>
          cut, and what comes off
        </li>
      )}
      {state === "summer" && (
        <li style={line}>
          <svg width="26" height="16" aria-hidden>
            <path d="M2 14Q10 12 24 2" fill="none" stroke="var(--leaf)" strokeWidth="2" />
          </svg>
          a shoot from each bud that stays; broken line where the bud was not seen
        </li>
      )}
    </chakra.ul>
  );
}
