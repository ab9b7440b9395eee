import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { Button, Hidden, Panel } from "../app/ui";
import { dayWords } from "../survey/measures";
import { type Job, jobWords, stripOf, together } from "./yearRows";

type Year = Schemas["GardenYearView"];
export type Plants = ReadonlyMap<string, Schemas["YearPlantView"]>;

/** "5 Dec". */
export const shortDay = (iso: string) =>
  new Date(`${iso}T12:00:00`).toLocaleDateString("en-GB", { day: "numeric", month: "short" });

/** Jobs that are the same for several plants, said once. */
export function JobLines({ jobs, plants, day }: { jobs: Job[]; plants: Plants; day?: boolean }) {
  return (
    <ul>
      {together(jobs).map((group) => {
        const { job, because, window: days, best } = group[0]!;
        const minutes = group.reduce((sum, j) => sum + Number(j.minutes), 0);
        return (
          <chakra.li key={`${job} ${group[0]!.plant} ${best}`} borderTop="1px solid var(--line)" paddingBlock="8px">
            <chakra.div display="flex" gap="2px 12px" flexWrap="wrap" alignItems="baseline">
              <b>{jobWords[job]}</b>
              <chakra.span marginLeft="auto" color="muted">
                {day ? shortDay(best) : `till ${shortDay(days[1]!)}`}
                {minutes > 0 ? `, ${minutes} min` : ""}
              </chakra.span>
            </chakra.div>
            <p>{because}</p>
            {group.some((j) => j.plant) && (
              <chakra.div display="flex" gap="0 16px" flexWrap="wrap">
                {group.slice(0, MOST_NAMED).map((j) => {
                  const plant = plants.get(j.plant!);
                  return (
                    plant && (
                      <Link
                        key={plant.id}
                        to={`/plants/${plant.id}/decide`}
                        style={{ padding: "10px 0", minHeight: 44 }}
                      >
                        {plant.name}
                      </Link>
                    )
                  );
                })}
                {group.length > MOST_NAMED && (
                  <chakra.span paddingBlock="10px">and {group.length - MOST_NAMED} more</chakra.span>
                )}
              </chakra.div>
            )}
          </chakra.li>
        );
      })}
    </ul>
  );
}

/** So many plants are named under a job; of more it is said how many. */
const MOST_NAMED = 12;

const DAYS = 14;

/** The next two weeks, a column a day; work on its best day. */
export function TwoWeeks({ year, plants }: { year: Year; plants: Plants }) {
  const strip = stripOf(year.jobs, year.today, DAYS);
  const [open, setOpen] = useState<string | null>(null);
  const shown = strip.find((d) => d.day === open) ?? strip.find((d) => d.jobs.length > 0);
  return (
    <Panel>
      <chakra.div display="flex" gap="0 16px" flexWrap="wrap" alignItems="baseline">
        <chakra.h2 fontSize="1.25rem">The next two weeks</chakra.h2>
        <Link to="/week" style={{ padding: "10px 0" }}>
          The week on paper
        </Link>
      </chakra.div>
      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "repeat(7, minmax(0, 1fr))", md: "repeat(14, minmax(0, 1fr))" }}
        gap="4px"
        marginTop="8px"
      >
        {strip.map((d) => {
          const at = new Date(`${d.day}T12:00:00`);
          return (
            <Button
              key={d.day}
              pressed={d === shown}
              aria-pressed={d === shown}
              disabled={d.jobs.length === 0}
              onClick={() => setOpen(d.day)}
              flexDirection="column"
              paddingInline="2px"
              gap="0"
              minHeight="60px"
              style={{ opacity: 1 }}
            >
              <chakra.span fontWeight="400" fontSize="0.8rem">
                {at.toLocaleDateString("en-GB", { weekday: "short" })}
              </chakra.span>
              <span>{at.getDate()}</span>
              <chakra.span fontSize="0.8rem" fontWeight="700">
                {d.jobs.length > 0 ? d.jobs.length : "–"}
                <Hidden> {d.jobs.length === 1 ? "job" : "jobs"}</Hidden>
              </chakra.span>
            </Button>
          );
        })}
      </chakra.div>
      {shown && shown.jobs.length > 0 ? (
        <>
          <chakra.h3 fontSize="1.05rem" marginTop="10px">
            {dayWords(shown.day)}
          </chakra.h3>
          <JobLines jobs={shown.jobs} plants={plants} />
        </>
      ) : (
        <chakra.p marginTop="10px">Nothing has its best day in these two weeks.</chakra.p>
      )}
    </Panel>
  );
}
