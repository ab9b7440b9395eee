import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, must } from "../api/client";
import { NoPlants } from "./NoPlants";
import { Button, Notice } from "../app/ui";
import { dayWords } from "../survey/measures";
import { jobWords, stripOf, together } from "./yearRows";

const DAYS = 7;

/** The work of the next seven days on a sheet to print, with a box to tick for each. */
export default function Week() {
  const year = useQuery({
    queryKey: ["plants", "year", ""],
    queryFn: () => must(api.GET("/api/garden/year", { params: { query: {} } })),
    staleTime: 0,
  });
  if (year.isError)
    return (
      <Notice tone="wrong" role="alert">
        {year.error.message}
      </Notice>
    );
  if (!year.data) return <p>Reckoning the week.</p>;
  if (year.data.plants.length === 0) return <NoPlants title="The week on paper" what="week" />;
  const plants = new Map(year.data.plants.map((p) => [p.id, p]));
  const days = stripOf(year.data.jobs, year.data.today, DAYS);
  const open = year.data.jobs.filter(
    (j) => j.best < year.data.today && j.window[1]! >= year.data.today && Number(j.weight) > 0,
  );
  const list = (jobs: typeof open) =>
    together(jobs).map((group) => (
      <div key={`${group[0]!.job} ${group[0]!.best} ${group[0]!.plant}`} className="step">
        <span className="box" />
        <span>
          <b>{jobWords[group[0]!.job]}</b>
          {group.some((j) => j.plant) &&
            `: ${group
              .map((j) => plants.get(j.plant ?? "")?.name)
              .filter(Boolean)
              .join(", ")}`}
          , till {dayWords(group[0]!.window[1]!)}. {group[0]!.because}
        </span>
      </div>
    ));
  return (
    <div className="sheet">
      <Head />
      <div className="paper">
        <h2>
          {dayWords(days[0]!.day)} to {dayWords(days.at(-1)!.day)}
        </h2>
        {days.map((d) => (
          <section key={d.day}>
            <h3>
              {new Date(`${d.day}T12:00:00`).toLocaleDateString("en-GB", {
                weekday: "long",
                day: "numeric",
                month: "long",
              })}
            </h3>
            {d.jobs.length === 0 ? <p>Nothing has its best day.</p> : list(d.jobs)}
          </section>
        ))}
        {open.length > 0 && (
          <section>
            <h3>Still open, with days left</h3>
            {list(open)}
          </section>
        )}
        <p>
          Gloves and eye protection for thorns; ladders on firm ground, and held. Sprays and burning only as local rules
          allow.
        </p>
      </div>
    </div>
  );
}

/** The title and the way to print; not on the paper itself. */
function Head() {
  return (
    <chakra.div
      className="no-print"
      display="flex"
      gap="10px 16px"
      flexWrap="wrap"
      alignItems="center"
      marginBottom="14px"
    >
      <chakra.h1 fontSize="1.8rem">The week on paper</chakra.h1>
      <Button look="main" onClick={() => window.print()}>
        Print it
      </Button>
      <Link to="/year" style={{ padding: "12px 0" }}>
        Back to the year
      </Link>
    </chakra.div>
  );
}
