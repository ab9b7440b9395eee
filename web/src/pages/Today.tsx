import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, must, newId, type Schemas } from "../api/client";
import { Button, Choice, Notice, Panel, Select } from "../app/ui";
import { dayWords } from "../survey/measures";
import { capital, counted, listed, timeWords } from "../survey/words";
import { shortDay, TwoWeeks } from "./TwoWeeks";
import { type Card, cardsOf, eventOf, type Job, jobWords, nothingWords, pageOf, together } from "./yearRows";

type Work = Schemas["WorkNowView"];

const times = [20, 40, 90, 480];

const timeText = (m: number) => (m < 90 ? `${m} minutes` : m === 90 ? "1½ hours" : "all day");

/** Today for the whole garden: what, where, why now and with what, in the order one walks. */
/** @param unseen how many plants nobody walked round yet: what they need is not known, which is not nothing. */
export default function Today({ plants, unseen }: { plants: number; unseen: number }) {
  return (
    <>
      <Work unseen={unseen} />
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

function Work({ unseen }: { unseen: number }) {
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
      {!w ? (
        !work.isError && <p>Reckoning the day.</p>
      ) : (
        <Day work={w} unseen={unseen} of={place || (job && jobWords[job as Job["job"]])} />
      )}
    </Panel>
  );
}

function Day({ work, unseen, of }: { work: Work; unseen: number; of: string }) {
  const plants = new Map(work.plants.map((p) => [p.id, p]));
  const [chosen, left] = [work.chosen, work.left];
  const cards = cardsOf(chosen, (id) => plants.get(id)?.place ?? "", new Set(work.diseased));
  return (
    <>
      {chosen.length === 0 && work.waits.length === 0 && (
        <chakra.p marginTop="8px">
          {left.length === 0
            ? nothingWords(unseen, of)
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
        {cards.map((card) => (
          <JobCard key={card.job} card={card} plants={plants} />
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
      {work.faults.map((f) => (
        <Notice key={f.plant} tone="wrong" role="alert">
          {f.text}{" "}
          <Link to={`/plants/${f.plant}/look`} style={{ padding: "10px 0", display: "inline-block" }}>
            To the plant
          </Link>
        </Notice>
      ))}
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

/** So many plants are named in a place; of more it is said how many. */
const MOST_NAMED = 12;

/** One job: why now, and the places it is to be done in as one walks. */
function JobCard({ card, plants }: { card: Card; plants: ReadonlyMap<string, Schemas["YearPlantView"]> }) {
  const { job, reasons } = card;
  const how = card.jobs.find((j) => j.how)?.how;
  return (
    <chakra.li borderTop="1px solid var(--line)" paddingBlock="10px" marginTop="6px">
      <chakra.div display="flex" gap="2px 12px" flexWrap="wrap" alignItems="baseline">
        <chakra.h3 fontSize="1.15rem">{jobWords[job]}</chakra.h3>
        <chakra.span marginLeft="auto" color="muted">
          till {shortDay(card.till)}
          {card.minutes > 0 ? `, ${timeWords(Math.round(card.minutes))}` : ""}
        </chakra.span>
      </chakra.div>
      <p>{reasons[0]}</p>
      {(how || reasons.length > 1) && (
        <chakra.details>
          <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="10px">
            {how ? "How" : "Why now, for the others"}
          </chakra.summary>
          {how && <p>{how}</p>}
          {reasons.slice(1).map((r) => (
            <p key={r}>{r}</p>
          ))}
        </chakra.details>
      )}
      <ul>
        {card.places.map((at) => (
          <Place key={at.key} at={at} job={job} plants={plants} />
        ))}
      </ul>
      {card.places.length > 1 && <Noting job={job} ids={idsOf(card.jobs)} all />}
    </chakra.li>
  );
}

const idsOf = (jobs: readonly Job[]) => jobs.flatMap((j) => (j.plant ? [j.plant] : []));

function Place(props: {
  at: Card["places"][number];
  job: Job["job"];
  plants: ReadonlyMap<string, Schemas["YearPlantView"]>;
}) {
  const { at, job, plants } = props;
  const ids = idsOf(at.jobs);
  if (ids.length === 0) return null;
  return (
    <chakra.li paddingBlock="2px">
      {at.diseased && (
        <Notice tone="look">Disease was seen here: wipe the blades with alcohol after each plant.</Notice>
      )}
      <chakra.div display="flex" gap="0 16px" flexWrap="wrap" alignItems="center">
        <chakra.b dir="auto" overflowWrap="anywhere">
          {at.place || "Anywhere"}:
        </chakra.b>
        {ids.slice(0, MOST_NAMED).map((id) => (
          <Link
            key={id}
            dir="auto"
            to={`/plants/${id}/${pageOf[job] ?? "decide"}`}
            style={{ padding: "10px 0", minHeight: 44, overflowWrap: "anywhere" }}
          >
            {plants.get(id)?.name}
          </Link>
        ))}
        {ids.length > MOST_NAMED && <span>and {ids.length - MOST_NAMED} more</span>}
        <Noting job={job} ids={ids} />
      </chakra.div>
    </chakra.li>
  );
}

/** Notes that a job was done on plants, and takes it back; nothing for jobs that are noted by their own steps. */
function Noting({ job, ids, all }: { job: Job["job"]; ids: string[]; all?: boolean }) {
  const client = useQueryClient();
  const event = eventOf[job];
  const [batch, setBatch] = useState<string | null>(null);
  const note = useMutation({
    mutationFn: () =>
      must(
        api.POST("/api/log", {
          body: {
            plants: ids,
            place: null,
            batch: newId(),
            text: null,
            what: event!,
            day: null,
            mm: null,
            grams: null,
            bbch: null,
          },
        }),
      ),
    onSuccess: (entry) => setBatch(entry.batch),
  });
  const back = useMutation({
    mutationFn: () => must(api.DELETE("/api/log/{batch}", { params: { path: { batch: batch! } } })),
    onSuccess: () => (setBatch(null), void client.invalidateQueries({ queryKey: ["plants"] })),
  });
  const error = note.error ?? back.error;
  if (!event) return null;
  return (
    <>
      {error && (
        <Notice tone="wrong" role="alert">
          {error.message}
        </Notice>
      )}
      {batch === null ? (
        <Button
          size={all ? "usual" : "small"}
          look={all ? "main" : "plain"}
          disabled={note.isPending}
          onClick={() => note.mutate()}
        >
          {all ? `Done on all ${ids.length}` : ids.length === 1 ? "Done" : `Done on these ${ids.length}`}
        </Button>
      ) : (
        <>
          <b role="status">Noted.</b>
          <Button look="quiet" disabled={back.isPending} onClick={() => back.mutate()}>
            Take it back
          </Button>
        </>
      )}
    </>
  );
}
