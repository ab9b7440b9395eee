import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import { useMeasures } from "../app/settings";
import { Choice, Notice } from "../app/ui";
import { BesideDrawing } from "../shared/BesideDrawing";
import { PlanHead } from "../shared/PlanHead";
import { NoPlan, NotLooked, PlanBar, useSchool } from "../shared/PlanBar";
import { capital, timeWords } from "../survey/words";
import { usePlant } from "../shared/usePlant";
import { Warnings } from "../shared/Warnings";
import { useOwns } from "../app/here";
import { StepList } from "../shared/StepList";
import type { CaneClass, RowPlan, RowState } from "./canes";
import { Crops } from "./Crops";
import { Naming } from "./Naming";
import { RowDrawing } from "./RowDrawing";

/** The plan of a row: who goes and who stays, drawn; one crop beside two; the steps. */
export default function RowDecide() {
  const { survey, plan, planError, kind } = usePlant();
  const { take } = useSchool();
  const owns = useOwns();
  const { say } = useMeasures();
  const [state, setState] = useState<RowState>("after");
  const row = survey.document.row;
  if (!row) {
    return <NotLooked text="Count the canes of the row first." to="Count it" />;
  }
  if (planError || !plan?.row) return <NoPlan waiting="Counting the canes." />;
  return (
    <BesideDrawing
      width="392px"
      head={
        <PlanHead
          minutes={plan.kit.minutes}
          says={
            <>
              <b>{plan.summary.map(say).join(" ")}</b> {capital(timeWords(plan.kit.minutes))}.
            </>
          }
          sum={plan.counts.arithmetic}
        />
      }
      drawing={
        <>
          <PlanBar
            shows={
              <Choice
                label="What the drawing shows"
                value={state}
                onChange={setState}
                options={[
                  { value: "found", text: "As found" },
                  { value: "after", text: "What goes" },
                  { value: "summer", text: "Next summer" },
                ]}
              />
            }
          />
          <chakra.div marginTop="8px">
            <RowDrawing
              row={row}
              plan={plan.row}
              support={survey.document.support ?? null}
              state={state}
              title="The row from the side and in section"
            />
          </chakra.div>
          <RowKey state={state} row={plan.row} />
        </>
      }
      below={
        <chakra.div display="grid" gap="12px">
          {plan.row.compare.length > 0 && (
            <Crops choices={plan.row.compare} chosen={plan.school} onTake={owns ? take : null} />
          )}
          {plan.row.naming && <Naming />}
        </chakra.div>
      }
    >
      <Warnings />
      {plan.askFor[0] && plan.askFor[0].what !== "type" && (
        <Notice tone="look">
          <b>One look would help most: </b>
          {say(plan.askFor[0])}
        </Notice>
      )}
      <StepList plan={plan} onSelect={() => undefined} />
      <chakra.p color="muted">{kind.note}</chakra.p>
    </BesideDrawing>
  );
}

const names: Record<CaneClass, string> = {
  spent: "have fruited",
  thin: "thin",
  surplus: "too many for the row",
  mown: "to the ground",
  stay: "stay",
  fruiting: "in their fruiting summer",
};

function RowKey({ state, row }: { state: RowState; row: RowPlan }) {
  const line = { display: "flex", alignItems: "center", gap: 6 };
  const swatch = (child: React.ReactNode) => (
    <svg width="22" height="18" aria-hidden>
      {child}
    </svg>
  );
  if (state === "summer") {
    return (
      <chakra.ul display="flex" gap="2px 16px" flexWrap="wrap" fontSize="0.9rem" color="muted">
        <li style={line}>
          {swatch(<circle cx="11" cy="9" r="4" fill="var(--hip)" />)} fruit to expect; without fruit: new canes
        </li>
      </chakra.ul>
    );
  }
  return (
    <chakra.ul display="flex" gap="2px 16px" flexWrap="wrap" fontSize="0.9rem" color="muted">
      {row.classes.map((c) => (
        <li key={c.name} style={line}>
          {swatch(
            state === "after" && c.decision === "remove" ? (
              <>
                <path d="M11 17V1" stroke="var(--hip)" strokeWidth={c.name === "thin" ? 2 : 4.6} />
                {c.name !== "thin" && <path d="M11 17V1" stroke="var(--paper)" strokeWidth="2.6" />}
                <path d="M6 16L16 12" stroke="var(--hip)" strokeWidth="2.4" />
              </>
            ) : (
              <path
                d="M11 17V1"
                stroke={c.name === "spent" ? "var(--bark3)" : "var(--bark1)"}
                strokeWidth={c.name === "thin" ? 1.3 : 3}
              />
            ),
          )}{" "}
          {String(c.canes)} {names[c.name!]}
        </li>
      ))}
    </chakra.ul>
  );
}
