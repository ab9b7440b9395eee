import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { at } from "../api/base";
import { api, must, type Schemas } from "../api/client";
import { sendFile } from "../api/files";
import { Button, Notice, Panel } from "../app/ui";
import { momentWords } from "../survey/measures";
import { counted, listed } from "../survey/words";

const Out = (props: { to: string; children: string }) => (
  <chakra.a
    href={at(props.to)}
    download
    display="inline-flex"
    alignItems="center"
    minHeight="48px"
    paddingInline="16px"
    border="1.5px solid var(--line)"
    borderRadius="7px"
    fontWeight="700"
    textDecoration="none"
    color="ink"
  >
    {props.children}
  </chakra.a>
);

/** The garden as files, out and in. */
export default function Files() {
  return (
    <chakra.div display="grid" gap="16px" maxWidth="820px">
      <div>
        <chakra.h1 fontSize="1.8rem">Files</chakra.h1>
        <chakra.p marginTop="4px">What is yours goes with you, in formats that others read.</chakra.p>
      </div>
      <WholeGarden />
      <Calendar />
      <LogTable />
      <Panel>
        <chakra.h2 fontSize="1.25rem">Weather</chakra.h2>
        <chakra.p marginTop="4px">
          <Link to="/weather" style={{ display: "inline-block", padding: "10px 0" }}>
            Take in a file of your station
          </Link>
        </chakra.p>
        <Out to="/api/weather.csv">Weather as a table</Out>
      </Panel>
    </chakra.div>
  );
}

function WholeGarden() {
  const client = useQueryClient();
  const [share, setShare] = useState(0);
  const send = useMutation({
    mutationFn: (file: File) => sendFile<Schemas["ArchiveTaken"]>("/api/archive", file, setShare),
    onSuccess: () => client.invalidateQueries(),
  });
  const t = send.data;
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">The whole garden</chakra.h2>
      <chakra.p marginTop="4px">
        Plants, surveys, log, visits, schools of your own, places and weather in one file. Another installation reads it
        back; what is there already stays as it is.
      </chakra.p>
      <chakra.div display="grid" gap="12px" marginTop="10px">
        <div>
          <Out to="/api/archive">Save the garden as a file</Out>
        </div>
        <chakra.label>
          <chakra.span display="block" fontWeight="700" marginBottom="4px">
            Read one in
          </chakra.span>
          <input
            type="file"
            accept=".zip,application/zip"
            disabled={send.isPending}
            style={{ minHeight: 44 }}
            onChange={(e) => {
              const file = e.target.files?.[0];
              if (file) send.mutate(file);
              e.target.value = "";
            }}
          />
        </chakra.label>
        {send.isPending && (
          <div>
            <progress
              value={share < 1 ? share : undefined}
              max={1}
              aria-label="How far it is"
              style={{ width: "100%" }}
            />
            <p role="status">
              {share < 1
                ? `Sending it: ${Math.round(share * 100)} %.`
                : "It is looked over and read in, whole or not at all."}
            </p>
          </div>
        )}
        {send.error && (
          <Notice tone="wrong" role="alert">
            {send.error.message}
          </Notice>
        )}
        {t && (
          <Notice tone="plain" role="status">
            {Number(t.plants) +
              Number(t.surveys) +
              Number(t.lines) +
              Number(t.visits) +
              Number(t.days) +
              Number(t.photos) ===
            0
              ? "All of it was here already; nothing changed."
              : `Read in: ${listed([
                  counted(Number(t.plants), "plant"),
                  counted(Number(t.surveys), "survey"),
                  `${counted(Number(t.lines), "line")} of the log`,
                  ...(Number(t.photos) > 0 ? [counted(Number(t.photos), "photograph")] : []),
                ])}.`}{" "}
            {Number(t.same) > 0 && `${counted(Number(t.same), "plant")} were here already and stayed as they are. `}
            {t.copy && "The garden as it was before is kept as a copy."} <Link to="/garden">See the garden</Link>
          </Notice>
        )}
      </chakra.div>
    </Panel>
  );
}

function Calendar() {
  const client = useQueryClient();
  const feeds = useQuery({ queryKey: ["feeds"], queryFn: () => must(api.GET("/api/calendar/feed")), staleTime: 0 });
  const [path, setPath] = useState<string | null>(null);
  const again = () => client.invalidateQueries({ queryKey: ["feeds"] });
  const make = useMutation({
    mutationFn: () => must(api.POST("/api/calendar/feed")),
    onSuccess: (feed) => (setPath(feed.path ?? null), void again()),
  });
  const end = useMutation({
    mutationFn: () => must(api.DELETE("/api/calendar/feed")),
    onSuccess: () => (setPath(null), void again()),
  });
  const error = feeds.error ?? make.error ?? end.error;
  const feed = feeds.data?.[0];
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">The year in your calendar</chakra.h2>
      <chakra.p marginTop="4px">
        A file once, or an address that your calendar asks again and again: days that move are moved there. The address
        holds a secret: who knows it reads the garden's dates, and nothing else.
      </chakra.p>
      {error && (
        <Notice tone="wrong" role="alert">
          {error.message}
        </Notice>
      )}
      <chakra.div display="flex" gap="10px" flexWrap="wrap" marginTop="10px">
        <Out to="/api/calendar.ics">Calendar file</Out>
        <Button disabled={make.isPending} onClick={() => make.mutate()}>
          {feed ? "Make a new address" : "Make an address"}
        </Button>
        {feed && (
          <Button disabled={end.isPending} onClick={() => end.mutate()}>
            End the address
          </Button>
        )}
      </chakra.div>
      {path && (
        <chakra.div marginTop="10px">
          <Notice tone="look" role="status">
            Shown once: copy it into your calendar now.
            <chakra.code display="block" overflowWrap="anywhere" marginTop="6px">
              {window.location.origin + path}
            </chakra.code>
          </Notice>
        </chakra.div>
      )}
      {feed && !path && (
        <chakra.p color="muted" marginTop="8px">
          There is one since {momentWords(feed.createdAt)}. A new one ends it.
        </chakra.p>
      )}
    </Panel>
  );
}

function LogTable() {
  const client = useQueryClient();
  const send = useMutation({
    mutationFn: (file: File) => sendFile<Schemas["LogTaken"]>("/api/log.csv", file),
    onSuccess: () => client.invalidateQueries(),
  });
  const t = send.data;
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">The log as a table</chakra.h2>
      <chakra.p marginTop="4px">
        Columns date, plant and what, and more where there is more. Lines that are here already count once.
      </chakra.p>
      <chakra.div display="grid" gap="12px" marginTop="10px">
        <div>
          <Out to="/api/log.csv">Log as a table</Out>
        </div>
        <chakra.label>
          <chakra.span display="block" fontWeight="700" marginBottom="4px">
            Read one in
          </chakra.span>
          <input
            type="file"
            accept=".csv,text/csv,text/plain"
            disabled={send.isPending}
            style={{ minHeight: 44 }}
            onChange={(e) => {
              const file = e.target.files?.[0];
              if (file) send.mutate(file);
              e.target.value = "";
            }}
          />
        </chakra.label>
        {send.error && (
          <Notice tone="wrong" role="alert">
            {send.error.message}
          </Notice>
        )}
        {t && (
          <Notice tone="plain" role="status">
            {counted(Number(t.added), "line")} new, {Number(t.same)} here already
            {Number(t.left) > 0 ? `, ${Number(t.left)} steps of plans left out: they come with a whole garden` : ""}.
          </Notice>
        )}
      </chakra.div>
    </Panel>
  );
}
