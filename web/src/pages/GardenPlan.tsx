import { chakra } from "@chakra-ui/react";
import { useCallback, useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { at } from "../api/base";
import { Button, Notice, Panel } from "../app/ui";
import { outcome } from "../shared/outcome";
import { add, hours, type Line, nothing, readLines, type Totals } from "./planLines";
import { tieWords } from "../shared/outcome";
import type { Schemas } from "../api/client";

const shownMost = 200;

/** Plans every plant of the garden, one after another, with progress; can be stopped at any time. */
export default function GardenPlan() {
  const { total, done, totals, lines, state, running, run } = usePlanning();
  const places = [...new Set(lines.map((l) => l.place))];
  return (
    <chakra.div display="grid" gap="14px" maxWidth="1000px">
      <div>
        <chakra.h1 fontSize="1.8rem">Plan the whole garden</chakra.h1>
        <chakra.p marginTop="4px">
          Every plant you have walked round is weighed as on its own page. Nothing is changed by it: it tells you what
          lies ahead and what to carry.
        </chakra.p>
      </div>
      <chakra.div display="flex" gap="10px" alignItems="center" flexWrap="wrap">
        {state === "running" ? (
          <Button look="cut" onClick={() => running.current?.abort()}>
            Stop
          </Button>
        ) : (
          <Button look="main" onClick={() => void run()}>
            Plan it again
          </Button>
        )}
        <Link to="/garden">Back to the garden</Link>
        <chakra.div flex="1" minWidth="240px" role="status">
          {total === null && (state === "stopped" ? "Stopped by you before anything was worked out." : "Starting.")}
          {total === 0 && (
            <>
              No plants yet: <Link to="/garden?add">add one</Link>, and its plan stands here.
            </>
          )}
          {total !== null && total > 0 && (
            <>
              <chakra.progress
                value={done}
                max={Math.max(1, total)}
                width="100%"
                height="14px"
                accentColor="var(--leaf)"
                aria-label="Plants planned"
              />
              <chakra.span>
                {done} of {total} plants
                {state === "stopped" && ": stopped by you. What was worked out stands below."}
                {state === "done" && "."}
              </chakra.span>
            </>
          )}
        </chakra.div>
      </chakra.div>
      {state === "failed" && (
        <Notice tone="wrong" role="alert">
          The garden cannot be reached, or the answer broke off. What came so far stands below; try again.
        </Notice>
      )}
      {done > 0 && <Sums totals={totals} />}
      {places.map((place) => (
        <PlaceLines key={place} lines={lines} place={place} />
      ))}
      {total !== null && done > shownMost && (
        <p>
          The first {shownMost} plants are listed; the sums above hold for all {done}.
        </p>
      )}
    </chakra.div>
  );
}

/** A run over the garden: how far it is, what came so far, and beginning it again. */
function usePlanning() {
  const [total, setTotal] = useState<number | null>(null);
  const [done, setDone] = useState(0);
  const [totals, setTotals] = useState<Totals>(nothing);
  const [lines, setLines] = useState<Line[]>([]);
  const [state, setState] = useState<"running" | "stopped" | "done" | "failed">("running");
  const running = useRef<AbortController | null>(null);
  const run = useCallback(async () => {
    const stop = new AbortController();
    running.current = stop;
    setState("running");
    setTotal(null);
    setDone(0);
    setTotals(nothing);
    setLines([]);
    try {
      const answer = await fetch(at("/api/garden/plan"), { signal: stop.signal });
      if (!answer.ok || !answer.body) throw new Error("no answer");
      await readLines(answer.body, setTotal, (more) => {
        setDone((n) => n + more.length);
        setTotals((t) => add(t, more));
        setLines((l) => (l.length >= shownMost ? l : [...l, ...more].slice(0, shownMost)));
      });
      if (running.current === stop) setState("done");
    } catch {
      // A run that was replaced by another has nothing to say any more.
      if (running.current === stop) setState(stop.signal.aborted ? "stopped" : "failed");
    }
  }, []);
  useEffect(() => {
    void run();
    return () => running.current?.abort();
  }, [run]);
  return { total, done, totals, lines, state, running, run };
}

/** What the whole garden comes to. */
function Sums({ totals }: { totals: Totals }) {
  return (
    <Panel>
      <chakra.p fontSize="1.15rem">
        <b>
          {totals.cuts} cuts on {totals.planned} {totals.planned === 1 ? "plant" : "plants"}, {hours(totals.minutes)}.
        </b>{" "}
        {totals.checks > 0 && `${totals.checks} ${totals.checks === 1 ? "cane is" : "canes are"} to be checked first. `}
        {totals.empty > 0 && `${totals.empty} still to walk round. `}
        {totals.finished > 0 && `${totals.finished} finished. `}
        {totals.stuck > 0 && `${totals.stuck} cannot be planned as ${totals.stuck === 1 ? "it stands" : "they stand"}.`}
      </chakra.p>
      {totals.tools.length > 0 && (
        <chakra.p marginTop="4px">
          <b>Carry:</b> {[...totals.tools, ...tieWords(materials(totals.ties))].join(", ")}; gauntlets, long sleeves,
          eye protection. Diseased plants last.
        </chakra.p>
      )}
    </Panel>
  );
}

/** The plants of one place, each with what it needs. */
function PlaceLines({ lines, place }: { lines: Schemas["GardenPlanLine"][]; place: string }) {
  return (
    <section>
      <chakra.h2 fontSize="1.15rem">{place || "Anywhere"}</chakra.h2>
      <ul>
        {lines
          .filter((l) => l.place === place)
          .map((l) => (
            <chakra.li
              key={l.id}
              borderTop="1px solid var(--line)"
              display="flex"
              flexWrap="wrap"
              gap="2px 14px"
              alignItems="center"
              minHeight="48px"
            >
              <Link
                to={`/plants/${l.id}/${l.state === "empty" ? "look" : l.state === "finished" ? "remember" : "decide"}`}
                style={{ fontWeight: 700, padding: "10px 0" }}
              >
                {l.name}
              </Link>
              <chakra.span marginLeft="auto">{sentence(l)}</chakra.span>
            </chakra.li>
          ))}
      </ul>
    </section>
  );
}

function sentence(l: Line): string {
  if (l.state === "finished") return "finished this season";
  if (l.state === "empty") return "nobody walked round it yet";
  const cuts = Number(l.cuts);
  if (l.state !== "planned") return "cannot be planned as it stands; open it to see why";
  if (cuts === 0 && Number(l.kept) + Number(l.removed) === 0) return `the simple routine, ${l.minutes} min`;
  const canes = Number(l.kept) + Number(l.removed) > 0 ? `${outcome({ ...l, left: l.checks })}; ` : "";
  return `${canes}${cuts === 0 ? "no cuts" : `${cuts} ${cuts === 1 ? "cut" : "cuts"}`}, ${l.minutes} min`;
}

/** Whole metres, as one buys them. */
const materials = (ties: Record<string, number>) =>
  Object.entries(ties).map(([material, metres]) => ({ material, metres: Math.ceil(metres) }));
