import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, must, type Schemas } from "../api/client";
import { Notice, Panel, Select } from "../app/ui";
import { dayWords } from "../survey/measures";
import { counted } from "../survey/words";
import { JobLines, type Plants, TwoWeeks } from "./TwoWeeks";
import { daysTo, jobWords, type Row, rowsOf } from "./yearRows";

type Year = Schemas["GardenYearView"];

const byId = (plants: readonly Schemas["YearPlantView"][]): Plants => new Map(plants.map((p) => [p.id, p]));

/** So many plants are shown in one picture. */
const MOST_AT_ONCE = 500;

/** The year of the garden: the next two weeks, and the whole of it as a picture. */
export default function Year() {
  const [chosen, setPlace] = useState<string | null>(null);
  const places = useQuery({ queryKey: ["plants", "places"], queryFn: () => must(api.GET("/api/places")) });
  const now = useQuery({ queryKey: ["plants", "now"], queryFn: () => must(api.GET("/api/now")) });
  // A year of thousands of plants is no picture: bed by bed it is one.
  const large = Number(now.data?.plants ?? 0) > MOST_AT_ONCE;
  const place = chosen ?? (large ? (places.data?.find(Boolean) ?? "") : "");
  const query = place ? { place } : {};
  const year = useQuery({
    queryKey: ["plants", "year", place],
    queryFn: () => must(api.GET("/api/garden/year", { params: { query } })),
    staleTime: 0,
    enabled: now.data !== undefined && (!large || places.data !== undefined),
  });
  if (year.isError)
    return (
      <Notice tone="wrong" role="alert">
        {year.error.message}
      </Notice>
    );
  if (!year.data) return <p>Reckoning the year.</p>;
  const plants = byId(year.data.plants);
  return (
    <chakra.div display="grid" gap="16px" maxWidth="1100px">
      <chakra.div display="flex" gap="10px 16px" flexWrap="wrap" alignItems="center">
        <chakra.h1 fontSize="1.8rem">The year</chakra.h1>
        <Select aria-label="Of which bed" value={place} onChange={(e) => setPlace(e.target.value)}>
          {!large && <option value="">the whole garden</option>}
          {(places.data ?? []).filter(Boolean).map((p) => (
            <option key={p} value={p}>
              {p}
            </option>
          ))}
        </Select>
      </chakra.div>
      {year.data.plants.length === 0 ? (
        <Notice tone="plain">
          No plants yet: <Link to="/garden?add">add one</Link>, and its year stands here.
        </Notice>
      ) : (
        <>
          <TwoWeeks year={year.data} plants={plants} />
          <Picture year={year.data} plants={plants} />
        </>
      )}
    </chakra.div>
  );
}

const percent = (share: number) => `${(share * 100).toFixed(2)}%`;

/** Twelve months from today: jobs as bars against the frosts, the length of the day and the flowers of this garden. */
function Picture({ year, plants }: { year: Year; plants: Plants }) {
  const rows = rowsOf(year.jobs, year.from, year.to);
  const length = daysTo(year.from, year.to) + 1;
  const share = (day: string) => daysTo(year.from, day) / length;
  const months = Array.from({ length: 13 }, (_, i) => {
    const [y, m] = year.from.split("-").map(Number) as [number, number];
    return new Date(Date.UTC(y, m - 1 + i, 1)).toISOString().slice(0, 10);
  }).filter((d) => share(d) >= 0 && share(d) < 0.98);
  const frosts = year.frosts
    .flatMap((f) => [
      { day: f.last, text: "last frost" },
      { day: f.first, text: "first frost" },
    ])
    .filter((f) => share(f.day) > 0 && share(f.day) < 1);
  const marks = (
    <>
      {months.map((d) => (
        <Line key={d} at={share(d)} color="var(--line)" />
      ))}
      {frosts.map((f) => (
        <Line key={f.day} at={share(f.day)} color="var(--ink)" dashed />
      ))}
    </>
  );
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">Twelve months</chakra.h2>
      <chakra.p color="muted">
        Bars are the days on which a job can be done, ticks its best days; dashed lines are your usual frosts. Touch a
        job to read why then.
      </chakra.p>
      <chakra.div position="relative" height="22px" marginTop="10px" fontSize="0.85rem" aria-hidden>
        {months.map((d, i) => (
          <chakra.span
            key={d}
            position="absolute"
            left={percent(share(d))}
            paddingLeft="2px"
            display={{ base: i % 2 === 0 ? "inline" : "none", md: "inline" }}
          >
            {new Date(`${d}T12:00:00`).toLocaleDateString("en-GB", { month: "short" })}
          </chakra.span>
        ))}
      </chakra.div>
      {year.daylight.length > 1 && <Daylight year={year} share={share} />}
      <Bloom year={year} share={share} marks={marks} />
      <ul>
        {rows.map((r) => (
          <JobRow key={r.job} row={r} plants={plants} marks={marks} />
        ))}
      </ul>
      <chakra.p color="muted" marginTop="8px">
        {frosts.map((f) => `${f.text} about ${dayWords(f.day)}`).join(", ")}.{" "}
        <Link to="/measures#place" style={{ display: "inline-block", padding: "10px 0" }}>
          Where the garden is
        </Link>
      </chakra.p>
      {year.warnings.map((w) => (
        <Notice key={`${w.code} ${w.plant}`} tone="look">
          {w.plant ? `${plants.get(w.plant)?.name ?? ""}: ` : ""}
          {w.text}
        </Notice>
      ))}
    </Panel>
  );
}

const Line = (props: { at: number; color: string; dashed?: boolean }) => (
  <chakra.span
    position="absolute"
    top="0"
    bottom="0"
    left={percent(props.at)}
    borderLeft={`${props.dashed ? "2px dashed" : "1px solid"} ${props.color}`}
    aria-hidden
  />
);

function Daylight({ year, share }: { year: Year; share: (day: string) => number }) {
  const points = year.daylight.map(
    (d) => `${(share(d.day) * 1000).toFixed(1)},${(60 - Number(d.hours) * 2.3).toFixed(1)}`,
  );
  const [first, end] = [share(year.daylight[0]!.day), share(year.daylight.at(-1)!.day)];
  const [least, most] = [
    Math.min(...year.daylight.map((d) => Number(d.hours))),
    Math.max(...year.daylight.map((d) => Number(d.hours))),
  ];
  return (
    <div>
      <svg
        viewBox="0 0 1000 60"
        width="100%"
        height="44"
        preserveAspectRatio="none"
        role="img"
        aria-label={`The day is from ${least.toFixed(1)} to ${most.toFixed(1)} hours long`}
      >
        <polygon
          points={`${(first * 1000).toFixed(1)},60 ${points.join(" ")} ${(end * 1000).toFixed(1)},60`}
          fill="var(--ochreWash)"
        />
        <polyline
          points={points.join(" ")}
          fill="none"
          stroke="var(--ochre)"
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <chakra.p fontSize="0.9rem" color="muted">
        Daylight, {least.toFixed(1)} to {most.toFixed(1)} hours
      </chakra.p>
    </div>
  );
}

function Bloom(props: { year: Year; share: (day: string) => number; marks: React.ReactNode }) {
  const { year, share } = props;
  if (year.bloom.length === 0) return null;
  return (
    <chakra.div paddingBlock="6px" borderTop="1px solid var(--line)">
      <b>Flowers begin</b>
      <chakra.div position="relative" height="18px" role="img" aria-label="When the rounds of flowers begin">
        {props.marks}
        {year.bloom.map((b, i) => {
          const [from, to] = [Math.max(0, share(b.window[0]!)), Math.min(1, share(b.window[1]!))];
          return (
            to > from && (
              <chakra.span
                key={i}
                position="absolute"
                top="3px"
                height="12px"
                left={percent(from)}
                width={percent(to - from)}
                background="hip"
                opacity={year.bloom.length > 6 ? 0.18 : 0.45}
                borderRadius="6px"
              />
            )
          );
        })}
      </chakra.div>
    </chakra.div>
  );
}

function JobRow({ row, plants, marks }: { row: Row; plants: Plants; marks: React.ReactNode }) {
  const named = new Set(row.jobs.map((j) => j.plant)).size;
  return (
    <chakra.li borderTop="1px solid var(--line)">
      <chakra.details>
        <chakra.summary cursor="pointer" paddingBlock="6px" minHeight="48px" listStyle="none">
          <b>{jobWords[row.job]}</b>
          <chakra.span color="muted"> {row.jobs[0]!.plant ? counted(named, "plant") : ""}</chakra.span>
          <chakra.span display="block" position="relative" height="18px">
            {marks}
            {row.bars.map((b) => (
              <chakra.span
                key={b.from}
                position="absolute"
                top="3px"
                height="12px"
                left={percent(b.from)}
                width={`max(3px, ${percent(b.to - b.from)})`}
                background="leaf"
                opacity="0.55"
                borderRadius="6px"
              />
            ))}
            {[...new Set(row.best)].map((at) => (
              <chakra.span
                key={at}
                position="absolute"
                top="0"
                height="18px"
                left={percent(at)}
                borderLeft="3px solid var(--leaf)"
              />
            ))}
          </chakra.span>
        </chakra.summary>
        <JobLines jobs={row.jobs} plants={plants} day />
      </chakra.details>
    </chakra.li>
  );
}
