import { chakra } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import { useNavigate } from "react-router";
import { useOwns } from "../app/here";
import { Button, Hidden, Notice, Select } from "../app/ui";
import { chooseSchool, hardnessOf, schoolId } from "../survey/types";
import { DayField } from "./DayField";
import { SchoolPicture } from "./SchoolPicture";
import { usePlant } from "./usePlant";

/** Takes an offered school for the plant in hand, as hard as before. */
export function useSchool() {
  const { survey, plan, schools, kind } = usePlant();
  const school = schoolId(survey.document.school) ?? plan?.school ?? kind.defaultSchool;
  const take = (id: string) => {
    const offered = schools.find((s) => s.id === id);
    if (offered) {
      survey.change((d) => ({
        ...d,
        school: chooseSchool(offered, hardnessOf(d.school)),
      }));
    }
  };
  return { school, take };
}

/** Which school plans it. */
export function SchoolChoice({ label }: { label: ReactNode }) {
  const { plan, schools } = usePlant();
  const [open, setOpen] = useState(false);
  const { school, take } = useSchool();
  // Which rules hold for a plant is its owner's to say.
  const owns = useOwns();
  return (
    <>
      <chakra.label display="flex" alignItems="center" gap="6px">
        {label}
        <Select value={school} disabled={!owns} onChange={(e) => take(e.target.value)}>
          {schools.every((s) => s.id !== school) && <option value={school}>{plan?.limits.name}</option>}
          {schools.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </Select>
      </chakra.label>
      <Button size="small" look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? "Close the schools" : "What each school does"}
      </Button>
      {open && (
        <chakra.ul
          order="9"
          flexBasis="100%"
          display="grid"
          gap="8px"
          gridTemplateColumns="repeat(auto-fit, minmax(min(100%, 250px), 1fr))"
          aria-label="What each school does"
        >
          {schools.map((s) => (
            <chakra.li key={s.id}>
              <Button
                width="100%"
                height="100%"
                justifyContent="flex-start"
                alignItems="flex-start"
                textAlign="left"
                padding="8px 10px"
                gap="10px"
                fontWeight="400"
                disabled={!owns && s.id !== school}
                aria-pressed={s.id === school}
                style={s.id === school ? { borderColor: "var(--leaf)", borderWidth: 2.5 } : undefined}
                onClick={() => (take(s.id), setOpen(false))}
              >
                <SchoolPicture id={s.base ?? s.id} />
                <span>
                  <chakra.b display="block">
                    {s.name}
                    {s.id === school && <chakra.span color="leaf"> in use</chakra.span>}
                  </chakra.b>
                  {s.summary}
                </span>
              </Button>
            </chakra.li>
          ))}
        </chakra.ul>
      )}
    </>
  );
}

/** The day it is planned for. */
export function DayChoice({ label }: { label: string }) {
  const { survey } = usePlant();
  return (
    <DayField
      inline
      label={label}
      value={survey.document.date}
      onChange={(day) => day && survey.change((d) => ({ ...d, date: day }))}
    />
  );
}

export function UndoButton() {
  const { survey } = usePlant();
  return (
    <>
      <Button size="small" disabled={!survey.canUndo} onClick={survey.undo}>
        Undo
      </Button>
      {survey.canRedo && (
        <Button size="small" onClick={survey.redo}>
          Do it again
        </Button>
      )}
    </>
  );
}

/** What stands above the drawing of a vine or a row: what it shows, the school, the day. */
export function PlanBar(props: { shows: ReactNode; more?: ReactNode }) {
  const { schools } = usePlant();
  return (
    <chakra.div display="flex" flexWrap="wrap" gap="6px 14px" alignItems="center" position="relative" zIndex="1">
      {props.shows}
      {schools.length > 1 && <SchoolChoice label={<Hidden>School</Hidden>} />}
      <DayChoice label="Day" />
      {props.more}
      <UndoButton />
    </chakra.div>
  );
}

/** Nobody has looked yet: the way there. */
export function NotLooked({ text, to }: { text: string; to: string }) {
  const navigate = useNavigate();
  return (
    <Notice tone="plain">
      <p>There is nothing to decide yet. {text}</p>
      <chakra.div marginTop="8px">
        <Button look="main" onClick={() => void navigate("../look")}>
          {to}
        </Button>
      </chakra.div>
    </Notice>
  );
}

/** The plan is not there: why, or that it is on its way. */
export function NoPlan({ waiting }: { waiting: string }) {
  const { planError } = usePlant();
  return planError ? (
    <Notice tone="wrong" role="alert">
      {planError}
    </Notice>
  ) : (
    <p>{waiting}</p>
  );
}
