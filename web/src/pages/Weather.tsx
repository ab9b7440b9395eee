import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, must, type Schemas } from "../api/client";
import { sendFile } from "../api/files";
import { useHere } from "../app/here";
import { useSettings } from "../app/settings";
import { useNarrow } from "../app/narrow";
import { Button, Choice, Notice, Panel } from "../app/ui";
import { dayWords } from "../survey/measures";
import { counted } from "../survey/words";
import { warmthLine } from "./weatherLines";

type View = Schemas["WeatherView"];
/** A file to be read, and what its numbers mean where the gardener says so; a preview stores nothing. */
interface Ask {
  file: File;
  preview: boolean;
  units: string;
  rain: string;
}

type Taken = Schemas["WeatherTaken"];

const year = new Date().getFullYear();
const inYear = (iso: string) => dayWords(`${year}${iso.slice(4)}`).replace(` ${year}`, "");

/** What is known of the garden's weather: the last weeks, the days to come, its frosts, and files taken in. */
export default function Weather() {
  const { settings, save } = useSettings();
  const { role } = useHere();
  const client = useQueryClient();
  const narrow = useNarrow();
  const weather = useQuery({ queryKey: ["weather"], queryFn: () => must(api.GET("/api/weather")), staleTime: 0 });
  if (weather.isError)
    return (
      <Notice tone="wrong" role="alert">
        {weather.error.message}
      </Notice>
    );
  const w = weather.data;
  if (!w) return <p>Fetching the weather.</p>;
  const place = settings.place;
  return (
    <chakra.div display="grid" gap="16px" maxWidth="980px">
      <chakra.h1 fontSize="1.8rem">The weather</chakra.h1>
      <Panel>
        <chakra.h2 fontSize="1.25rem">
          {w.latest.length === 0
            ? "Nothing is known of it yet"
            : narrow
              ? "The last week and what is to come"
              : "The last three weeks and what is to come"}
        </chakra.h2>
        {w.simulated && (
          <chakra.div marginTop="8px">
            <Notice tone="look">
              This weather is made up: it is a stand-in for a station, and no forecast of anything.
            </Notice>
          </chakra.div>
        )}
        {w.latest.length === 0 ? (
          <chakra.p marginTop="6px">
            Take in a file of your station below. Until then the year is reckoned from your usual frosts alone.
          </chakra.p>
        ) : (
          <Picture view={w} />
        )}
        {role === "owner" && (
          <chakra.div marginTop="12px">
            <Choice
              label="Where the weather comes from"
              value={place.station ? "station" : "record"}
              onChange={(from) => {
                save({ ...settings, place: { ...place, station: from === "station" } });
                setTimeout(() => void client.invalidateQueries({ queryKey: ["weather"] }), 600);
              }}
              options={[
                { value: "record", text: "what was measured" },
                { value: "station", text: "made up, to try it" },
              ]}
            />
          </chakra.div>
        )}
      </Panel>
      {(w.lastFrost || w.firstFrost) && <Frosts settings={settings} save={save} role={role} w={w} place={place} />}
      {role === "owner" && <TakeIn />}
    </chakra.div>
  );
}

/** The garden's frosts, and reckoning the year from them. */
function Frosts({
  settings,
  save,
  role,
  w,
  place,
}: {
  settings: Schemas["GardenSettings"];
  save: (settings: Schemas["GardenSettings"]) => void;
  role: "owner" | "helper" | "looker";
  w: View;
  place: Schemas["GardenPlace"];
}) {
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">Frosts</chakra.h2>
      {w.lastFrost && <FrostLine what="last frost of spring" frost={w.lastFrost} />}
      {w.firstFrost && <FrostLine what="first frost of autumn" frost={w.firstFrost} />}
      {role === "owner" && (
        <chakra.div marginTop="10px">
          <Button
            onClick={() =>
              save({
                ...settings,
                place: {
                  ...place,
                  lastFrost: w.lastFrost ? w.lastFrost.usual.slice(5) : place.lastFrost,
                  firstFrost: w.firstFrost ? w.firstFrost.usual.slice(5) : place.firstFrost,
                },
              })
            }
          >
            Reckon the year from these
          </Button>
        </chakra.div>
      )}
    </Panel>
  );
}

function FrostLine({ what, frost }: { what: string; frost: NonNullable<View["lastFrost"]> }) {
  return (
    <chakra.p marginTop="6px">
      The {what} is usually about <b>{inYear(frost.usual)}</b>; in eight years of ten from {inYear(frost.early)} to{" "}
      {inYear(frost.late)} ({counted(Number(frost.years), "year")} of it here).
    </chakra.p>
  );
}

/** Lowest and highest of each day as a band, rain as bars from below, what is to come paler and as wide as unsure. */
function Picture({ view }: { view: View }) {
  // On a phone a week back and what is to come, so that it can be read.
  const narrow = useNarrow();
  const size = narrow ? 17 : 13;
  const line = warmthLine(
    (narrow ? view.latest.slice(-7) : view.latest).map((d) => ({
      day: d.date,
      low: d.tmin,
      high: d.tmax,
      rain: d.rain,
      spread: 0,
    })),
    view.outlook.map((d) => ({
      day: d.date,
      low: d.tmin,
      high: d.tmax,
      rain: null,
      spread: Number(d.spread),
      chance: Number(d.rainChance),
    })),
  );
  return (
    <chakra.figure margin="10px 0 0">
      <svg viewBox={`0 0 ${line.width} ${line.height}`} width="100%" role="img" aria-label={line.says}>
        {line.marks.map((m) => (
          <g key={m.text}>
            <line
              x1={0}
              x2={line.width}
              y1={m.y}
              y2={m.y}
              stroke={m.text === "0°" ? "var(--ink)" : "var(--line)"}
              strokeDasharray={m.text === "0°" ? "6 4" : undefined}
            />
            <text x={4} y={m.y < size + 4 ? m.y + size : m.y - 4} fontSize={size} fill="var(--muted)">
              {m.text}
            </text>
          </g>
        ))}
        {line.days.map((d) => (
          <g key={d.day}>
            {d.rain > 0 && (
              <rect
                x={d.x + 3}
                y={line.height - 24 - d.rain}
                width={line.step - 6}
                height={d.rain}
                fill="var(--ochre)"
                opacity={d.sure ? 0.75 : 0.35}
              />
            )}
            {d.low !== null && d.high !== null && (
              <rect
                x={d.x + line.step / 2 - 4}
                y={d.high}
                width="8"
                height={Math.max(2, d.low - d.high)}
                rx="4"
                fill={d.frost ? "var(--hip)" : "var(--leaf)"}
                opacity={d.sure ? 1 : 0.45}
              />
            )}
            {d.label && (
              <text x={d.x + line.step / 2} y={line.height - 6} textAnchor="middle" fontSize={size} fill="var(--ink)">
                {d.label}
              </text>
            )}
          </g>
        ))}
      </svg>
      <chakra.figcaption color="muted" fontSize="0.95rem">
        Each bar from the lowest to the highest of its day, days with frost in red; rain from below. {line.says}
      </chakra.figcaption>
    </chakra.figure>
  );
}

function TakeIn() {
  const client = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const [units, setUnits] = useState<"" | "C" | "F">("");
  const [rain, setRain] = useState<"" | "mm" | "in">("");
  const send = useMutation({
    mutationFn: (ask: Ask) => {
      const query = new URLSearchParams({ preview: String(ask.preview) });
      if (ask.units) query.set("temperature", ask.units);
      if (ask.rain) query.set("rain", ask.rain);
      return sendFile<Taken>(`/api/weather.csv?${query.toString()}`, ask.file);
    },
    onSuccess: (taken) => {
      if (!taken.taken) return;
      setFile(null);
      void client.invalidateQueries({ queryKey: ["weather"] });
      void client.invalidateQueries({ queryKey: ["plants"] });
    },
  });
  const look = (next: { file?: File; units?: typeof units; rain?: typeof rain }) => {
    const ask = { file: next.file ?? file, units: next.units ?? units, rain: next.rain ?? rain };
    if (ask.file) send.mutate({ ...ask, file: ask.file, preview: true });
  };
  const taken = send.data;
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">Take in a file of your station</chakra.h2>
      <chakra.p marginTop="4px">
        A table with the columns date, tmin, tmax and rain. You see what it holds before any of it is stored.
      </chakra.p>
      <chakra.div marginTop="10px" display="grid" gap="12px">
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          aria-label="The file"
          style={{ minHeight: 44 }}
          onChange={(e) => {
            const next = e.target.files?.[0];
            if (!next) return;
            setFile(next);
            look({ file: next });
            // Chosen again when it was mended, it is a file of the same name.
            e.target.value = "";
          }}
        />
        {send.error && (
          <Notice tone="wrong" role="alert">
            {send.error.message}
          </Notice>
        )}
        {file && (
          <chakra.div display="flex" gap="14px" flexWrap="wrap">
            <Choice
              label="Temperatures in"
              value={units}
              onChange={(u) => (setUnits(u), look({ units: u }))}
              options={[
                { value: "", text: "degrees as recognised" },
                { value: "C", text: "°C" },
                { value: "F", text: "°F" },
              ]}
            />
            <Choice
              label="Rain in"
              value={rain}
              onChange={(r) => (setRain(r), look({ rain: r }))}
              options={[
                { value: "", text: "rain as recognised" },
                { value: "mm", text: "mm" },
                { value: "in", text: "inches" },
              ]}
            />
          </chakra.div>
        )}
        {taken && (taken.taken || file) && <Preview file={file} units={units} rain={rain} send={send} taken={taken} />}
      </chakra.div>
    </Panel>
  );
}

/** What a file holds, before and after it is stored. */
function Preview({
  file,
  units,
  rain,
  send,
  taken,
}: {
  file: File | null;
  units: "" | "C" | "F";
  rain: "" | "mm" | "in";
  send: { isPending: boolean; mutate: (ask: Ask) => void };
  taken: Taken;
}) {
  return (
    <div role="status">
      <p>
        {counted(Number(taken.days), "day")} from {dayWords(taken.from!)} to {dayWords(taken.to!)}, read in °
        {taken.temperature} and {taken.rain}: {Number(taken.added)} new
        {Number(taken.changed) > 0 ? `, ${Number(taken.changed)} with other values than before` : ""}.
        {taken.taken ? " They are stored." : ""}
      </p>
      {taken.notes.map((n) => (
        <chakra.p key={n} color="ochre" fontWeight="700">
          {n}
        </chakra.p>
      ))}
      {!taken.taken && (
        <>
          <chakra.table marginTop="8px" width="100%" maxWidth="460px">
            <thead>
              <tr>
                {["Day", "lowest", "highest", "rain"].map((h) => (
                  <chakra.th key={h} textAlign="left" scope="col">
                    {h}
                  </chakra.th>
                ))}
              </tr>
            </thead>
            <tbody>
              {taken.first.map((d) => (
                <tr key={d.date}>
                  <td>{dayWords(d.date)}</td>
                  <td>{d.tmin == null ? "–" : `${d.tmin} °C`}</td>
                  <td>{d.tmax == null ? "–" : `${d.tmax} °C`}</td>
                  <td>{d.rain == null ? "–" : `${d.rain} mm`}</td>
                </tr>
              ))}
            </tbody>
          </chakra.table>
          <chakra.div marginTop="10px">
            <Button
              look="main"
              disabled={send.isPending}
              onClick={() => send.mutate({ file: file!, preview: false, units, rain })}
            >
              Take these days in
            </Button>
          </chakra.div>
        </>
      )}
    </div>
  );
}
