import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, must, newId, type Schemas } from "../api/client";
import { Button, Choice, Notice, Panel, Select } from "../app/ui";
import { dayWords } from "../survey/measures";
import { capital, counted, listed, timeWords } from "../survey/words";
import { shortDay, TwoWeeks } from "./TwoWeeks";
import { eventOf, inWalkingOrder, type Job, jobWords, pageOf, together } from "./yearRows";

type Work = Schemas["WorkNowView"];

const times = [20, 40, 90, 480];

const timeText = (m: number) => (m < 90 ? `${m} minutes` : m === 90 ? "1½ hours" : "all day");

/** Today for the whole garden: what, where, why now and with what, in the order one walks. */
export default function Today({ plants }: { plants: number }) {
  return (
    <>
      <Work />
      {plants <= MOST_IN_STRIP && <Strip />}
    </>
  );
}

/** Of more plants than this the strip would be numbers without end; their days stand bed by bed in the year. */
const MOST_IN_STRIP = 500,
  STRIP_DAYS = 14;

/** The next two weeks, a column a day. */
function Strip() {
  const to = new Date(Date.now() + STRIP_DAYS * 86_400_000).toISOString().slice(0, 10);
  const year = useQuery({
    queryKey: ["plants", "year", "strip", to],
    queryFn: () => must(api.GET("/api/garden/year", { params: { query: { to } } })),
    staleTime: 0,
  });
  if (!year.data) return null;
  return <TwoWeeks year={year.data} plants={new Map(year.data.plants.map((p) => [p.id, p]))} />;
}

function Work() {
  const [minutes, setMinutes] = useState(480);
  const [place, setPlace] = useState("");
  const [job, setJob] = useState("");
  const query = { minutes: String(minutes), ...(place && { place }), ...(job && { job }) };
  const work = useQuery({
    queryKey: ["plants", "work-now", minutes, place, job],
    queryFn: () => must(api.GET("/api/garden/work", { params: { query } })),
    placeholderData: (before) => before,
    staleTime: 0,
  });
  const places = useQuery({ queryKey: ["plants", "places"], queryFn: () => must(api.GET("/api/places")) });
  const w = work.data;
  return (
    <Panel>
      <chakra.div display="flex" gap="8px 14px" flexWrap="wrap" alignItems="center">
        <chakra.h2 fontSize="1.3rem">Today</chakra.h2>
        <Choice
          label="How much time there is"
          value={minutes}
          onChange={setMinutes}
          options={times.map((m) => ({ value: m, text: timeText(m) }))}
        />
        <chakra.div display="flex" gap="8px" flexWrap="wrap">
          <Select aria-label="In which bed" value={place} onChange={(e) => setPlace(e.target.value)}>
            <option value="">the whole garden</option>
            {(places.data ?? []).filter(Boolean).map((p) => (
              <option key={p} value={p}>
                {p}
              </option>
            ))}
          </Select>
          <Select aria-label="Which work" value={job} onChange={(e) => setJob(e.target.value)}>
            <option value="">all work</option>
            {Object.entries(jobWords).map(([of, words]) => (
              <option key={of} value={of}>
                {words}
              </option>
            ))}
          </Select>
        </chakra.div>
      </chakra.div>
      {work.isError && (
        <Notice tone="wrong" role="alert">
          {work.error.message}
        </Notice>
      )}
      {!w ? !work.isError && <p>Reckoning the day.</p> : <Day work={w} />}
    </Panel>
  );
}

function Day({ work }: { work: Work }) {
  const plants = new Map(work.plants.map((p) => [p.id, p]));
  const [chosen, left] = [work.chosen, work.left];
  const stops = inWalkingOrder(chosen, (id) => plants.get(id)?.place ?? "", new Set(work.diseased));
  return (
    <>
      {chosen.length === 0 && work.waits.length === 0 && (
        <chakra.p marginTop="8px">
          {left.length === 0
            ? "Nothing has to be done today."
            : `Nothing that is due fits: the shortest takes ${Math.min(...left.map((j) => Number(j.minutes)))} minutes.`}
        </chakra.p>
      )}
      {chosen.length > 0 && (
        <chakra.p marginTop="8px">
          {capital(timeWords(Math.round(Number(work.takes))))} of work, in the order you walk.{" "}
          {work.kit.length > 0 && <>Take along: {listed(work.kit)}.</>}
        </chakra.p>
      )}
      <ol>
        {stops.map((stop, at) => (
          <chakra.li key={stop.key} marginTop="12px">
            <chakra.h3 fontSize="1.1rem" paddingBottom="4px">
              {stop.place || "Anywhere"}
            </chakra.h3>
            {stop.diseased && (
              <Notice tone="look">Disease was seen here: wipe the blades with alcohol after each plant.</Notice>
            )}
            {together(stop.jobs).map((group) => (
              <Stop
                key={`${group[0]!.job} ${group[0]!.window[1]}`}
                group={group}
                plants={plants}
                told={stops.slice(0, at).some((s) => s.jobs.some((j) => j.because === group[0]!.because))}
              />
            ))}
          </chakra.li>
        ))}
      </ol>
      {left.length > 0 && chosen.length > 0 && (
        <chakra.p color="muted" marginTop="10px">
          {counted(Number(work.leftMany), "job")} that {Number(work.leftMany) === 1 ? "is" : "are"} due as well{" "}
          {Number(work.leftMany) === 1 ? "waits" : "wait"} for another hour: {jobsNamed(left, plants)}.
        </chakra.p>
      )}
      {work.waits.length > 0 && (
        <chakra.div marginTop="12px">
          <Notice tone="look">
            <b>Waits for better weather.</b> {capital(work.waits[0]!.why)} today:{" "}
            {jobsNamed(
              work.waits.map((x) => x.job),
              plants,
            )}
            .{" "}
            {work.waits[0]!.next
              ? `The next good day is likely ${dayWords(work.waits[0]!.next)}.`
              : "None of the days that are known is better."}
          </Notice>
        </chakra.div>
      )}
      {work.overdue.length > 0 && (
        <chakra.div marginTop="12px">
          <Notice tone="look">
            <b>Its days are over, and it was not noted.</b>
            <ul>
              {together(work.overdue).map((group) => (
                <li key={`${group[0]!.job} ${group[0]!.window[1]}`}>
                  {jobWords[group[0]!.job]}, till {dayWords(group[0]!.window[1]!)}: {jobsNamed(group, plants, true)}.{" "}
                  {group[0]!.ifLate}
                </li>
              ))}
            </ul>
          </Notice>
        </chakra.div>
      )}
    </>
  );
}

/** "main prune: Hill Lantern and 3 more; feed: Long Lamp". */
function jobsNamed(jobs: readonly Job[], plants: ReadonlyMap<string, Schemas["YearPlantView"]>, bare = false) {
  const byJob = new Map<Job["job"], string[]>();
  for (const { job, plant } of jobs)
    byJob.set(job, [...(byJob.get(job) ?? []), ...(plant ? [plants.get(plant)?.name ?? ""] : [])]);
  return [...byJob]
    .map(([job, names]) => {
      const named = names.slice(0, 3).join(", ") + (names.length > 3 ? ` and ${names.length - 3} more` : "");
      return bare ? named : `${jobWords[job].toLowerCase()}${named && `: ${named}`}`;
    })
    .join("; ");
}

/** So many plants are named under a job; of more it is said how many. */
const MOST_NAMED = 12;

function Stop(props: {
  group: Job[];
  plants: ReadonlyMap<string, Schemas["YearPlantView"]>;
  /** Whether the reason was told at an earlier stop. */
  told: boolean;
}) {
  const { group, plants } = props;
  const client = useQueryClient();
  const { job, because, how, window: days } = group[0]!;
  const event = eventOf[job];
  const ids = group.flatMap((j) => (j.plant ? [j.plant] : []));
  const minutes = group.reduce((sum, j) => sum + Number(j.minutes), 0);
  const [batch, setBatch] = useState<string | null>(null);
  const seenAgain = () => client.invalidateQueries({ queryKey: ["plants"] });
  const note = useMutation({
    mutationFn: () => {
      const batch = newId();
      return must(
        api.POST("/api/log", {
          body: {
            plants: ids,
            place: null,
            batch,
            text: null,
            what: event!,
            day: null,
            mm: null,
            grams: null,
            bbch: null,
          },
        }),
      );
    },
    onSuccess: (entry) => setBatch(entry.batch),
  });
  const back = useMutation({
    mutationFn: () => must(api.DELETE("/api/log/{batch}", { params: { path: { batch: batch! } } })),
    onSuccess: () => (setBatch(null), void seenAgain()),
  });
  const error = note.error ?? back.error;
  return (
    <chakra.div borderTop="1px solid var(--line)" paddingBlock="8px">
      <chakra.div display="flex" gap="2px 12px" flexWrap="wrap" alignItems="baseline">
        <b>{jobWords[job]}</b>
        <chakra.span marginLeft="auto" color="muted">
          till {shortDay(days[1]!)}
          {minutes > 0 ? `, ${minutes} min` : ""}
        </chakra.span>
      </chakra.div>
      {!props.told && <p>{because}</p>}
      {!props.told && how && (
        <chakra.details>
          <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="10px">
            How
          </chakra.summary>
          <p>{how}</p>
        </chakra.details>
      )}
      {error && (
        <Notice tone="wrong" role="alert">
          {error.message}
        </Notice>
      )}
      {ids.length > 0 && (
        <chakra.div display="flex" gap="0 16px" flexWrap="wrap" alignItems="center">
          {ids.slice(0, MOST_NAMED).map((id) => (
            <Link key={id} to={`/plants/${id}/${pageOf[job] ?? "decide"}`} style={{ padding: "10px 0", minHeight: 44 }}>
              {plants.get(id)?.name}
            </Link>
          ))}
          {ids.length > MOST_NAMED && <span>and {ids.length - MOST_NAMED} more</span>}
          {event && batch === null && (
            <Button disabled={note.isPending} onClick={() => note.mutate()}>
              {ids.length === 1 ? "Done" : `Done on all ${ids.length}`}
            </Button>
          )}
          {batch !== null && (
            <>
              <b role="status">Noted.</b>
              <Button look="quiet" disabled={back.isPending} onClick={() => back.mutate()}>
                Take it back
              </Button>
            </>
          )}
        </chakra.div>
      )}
    </chakra.div>
  );
}
