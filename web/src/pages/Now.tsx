import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { Link, useNavigate, type NavigateFunction } from "react-router";
import { api, must, type Schemas } from "../api/client";
import { savesData } from "../api/reach";
import { takeAlongNow, useTaken } from "../app/along";
import { useOwns } from "../app/here";
import { Button, Notice, Panel } from "../app/ui";
import type { FirstAt } from "./FirstSteps";
import { useReach } from "../outbox/useOutbox";
import { PlantGlyph } from "./PlantGlyph";
import { counted } from "../survey/words";
import { Visits } from "./Visits";

const FirstSteps = lazy(() => import("./FirstSteps"));
const Today = lazy(() => import("./Today"));

export function day(iso: string, year = false): string {
  return new Date(`${iso}T12:00:00`).toLocaleDateString("en-GB", {
    day: "numeric",
    month: "long",
    ...(year ? { year: "numeric" } : {}),
  });
}

type Summary = Schemas["PlantSummary"];
type Groups = Schemas["NowGroup"][];

/** What is due in this garden, in one order, with one clear next action. */
export function Now() {
  const navigate = useNavigate();
  const owns = useOwns();
  const now = useQuery({ queryKey: ["plants", "now"], queryFn: () => must(api.GET("/api/now")) });
  if (now.isError)
    return (
      <Notice tone="wrong" role="alert">
        {now.error.message}
      </Notice>
    );
  if (!now.data) return <p>Fetching the garden.</p>;
  const { today, dueFrom, groups } = now.data;
  const [plants, due] = [Number(now.data.plants), Number(now.data.due)];
  const first = firstOf(groups);
  const firstTime = owns ? firstAt(groups, plants) : null;
  return (
    <chakra.div display="grid" gap="16px" maxWidth="980px">
      <div>
        <chakra.h1 fontSize={{ base: "1.7rem", md: "2.1rem" }}>
          {new Date(`${today}T12:00:00`).toLocaleDateString("en-GB", {
            weekday: "long",
            day: "numeric",
            month: "long",
          })}
        </chakra.h1>
        <chakra.p fontSize="1.15rem" marginTop="4px">
          {plants === 0
            ? owns
              ? "The garden is empty. Begin with one plant: the one you find hardest to prune."
              : "The garden is empty: its owner adds the plants."
            : due > 0
              ? `The main prune is on for ${due} of ${counted(plants, "plant")}.`
              : `The main prune begins about ${day(dueFrom!, true)}. Until then: walk round them, decide in peace, and take out only what is dead, diseased or broken.`}
        </chakra.p>
      </div>
      <Visits today={today} pressing />
      {firstTime !== null ? (
        <FirstSteps
          at={firstTime}
          next={
            first
              ? { text: firstWords[firstTime](first.plant.name), go: () => void navigate(target(first)) }
              : { text: "Add your first plant", go: () => void navigate("/garden?add") }
          }
        />
      ) : first ? (
        <Next navigate={navigate} first={first} />
      ) : (
        <div>
          <Button look="main" size="large" onClick={() => void navigate("/garden")}>
            To the garden
          </Button>
        </div>
      )}
      {plants > 0 && firstTime === null && (
        <Suspense fallback={<p>Reckoning the day.</p>}>
          <Today plants={plants} unseen={Number(groups.find((g) => g.state === "empty")?.count ?? 0)} />
        </Suspense>
      )}
      {plants > 0 && (
        <chakra.p display="flex" gap="0 20px" flexWrap="wrap">
          {ways.map(([to, text]) => (
            <Link key={to} to={to} style={{ fontWeight: 700, padding: "12px 0" }}>
              {text}
            </Link>
          ))}
        </chakra.p>
      )}
      <Visits today={today} pressing={false} />
      {order.map((state) => {
        const group = groups.find((g) => g.state === state);
        return group && <Group key={state} group={group} first={first} />;
      })}
      {plants > 0 && <Taken />}
    </chakra.div>
  );
}

/** The one thing to do next. */
function Next({ navigate, first }: { navigate: NavigateFunction; first: Summary }) {
  return (
    <Panel style={{ borderWidth: 2, borderColor: "var(--leaf)" }}>
      <chakra.p color="muted">Next</chakra.p>
      <chakra.h2 fontSize="1.4rem">{sentence(first)}</chakra.h2>
      <chakra.div marginTop="10px">
        <Button look="main" size="large" onClick={() => void navigate(target(first))}>
          {first.state === "empty" ? "Walk round it" : first.state === "working" ? "Go on" : "See the plan"}
        </Button>
      </chakra.div>
    </Panel>
  );
}

/** Whether a round can begin where there is no network. */
function Taken() {
  const along = useTaken();
  const reached = useReach();
  const [taking, setTaking] = useState(false);
  if (!along && reached && savesData() && navigator.serviceWorker) {
    return (
      <chakra.p role="status" color="muted">
        This device saves data: the plants are taken along for a round without a network when you ask for it.{" "}
        <Button
          disabled={taking}
          onClick={() => (
            setTaking(true),
            void takeAlongNow()
              .catch(() => null)
              .finally(() => setTaking(false))
          )}
        >
          Take the plants along
        </Button>
      </chakra.p>
    );
  }
  if (!along || !reached || along.of === 0) return null;
  return (
    <chakra.p role="status" color="muted">
      {along.taken < along.of
        ? `Taking the plants along on this device: ${along.taken} of ${along.of}.`
        : `${counted(along.of, "plant")} with their plans ${along.of === 1 ? "is" : "are"} on this device: a round needs no network now.`}
    </chakra.p>
  );
}

const ways = [
  ["/log", "Note something, on a plant or a whole bed"],
  ["/weather", "The weather"],
] as const;

const firstWords: Record<FirstAt, (name: string) => string> = {
  0: () => "Add your first plant",
  1: (name) => `Walk round ${name}`,
  2: (name) => `See the plan of ${name}`,
  3: (name) => `Go on with ${name}`,
};

/** How far a garden is in which nothing was ever cut; null as soon as something was. */
export function firstAt(groups: Groups, plants: number): FirstAt | null {
  if (plants === 0) return 0;
  const all = groups.flatMap((g) => g.plants);
  if (plants > all.length || all.some((p) => p.lastPruned !== null || p.state === "finished")) return null;
  const first = firstOf(groups);
  return first?.state === "working" ? null : first?.state === "empty" ? 1 : 2;
}

/** What stands before what: work under way, then what nobody looked at, then what only waits to be done. */
const order = ["working", "empty", "surveyed", "finished"] as const;

const titles = { working: "Under way", empty: "To walk round", surveyed: "Planned", finished: "Finished this season" };

/** The plant to go to next; undefined where all are finished, or there is none. */
export function firstOf(groups: Groups): Summary | undefined {
  return order
    .filter((state) => state !== "finished")
    .flatMap((state) => groups.find((g) => g.state === state)?.plants ?? [])[0];
}

export function target(p: Summary): string {
  return `/plants/${p.plant.id}/${{ empty: "look", surveyed: "decide", working: "do", finished: "remember" }[p.state]}`;
}

function sentence(p: Summary): string {
  const name = p.plant.name;
  return p.state === "empty"
    ? `Walk round ${name}`
    : p.state === "working"
      ? `${name}: ${p.stepsDone} ${p.stepsDone === 1 ? "step" : "steps"} done, go on`
      : `${name} has a plan`;
}

function Group({ group, first }: { group: Groups[number]; first: Summary | undefined }) {
  const plants = group.plants.filter((p) => p !== first);
  const more = Number(group.count) - group.plants.length;
  if (plants.length === 0) return null;
  return (
    <section>
      <chakra.h2 fontSize="1.15rem">{titles[group.state]}</chakra.h2>
      <ul>
        {plants.map((p) => (
          <chakra.li key={p.plant.id} borderTop="1px solid var(--line)">
            <chakra.span
              display="flex"
              gap="4px 14px"
              flexWrap="wrap"
              alignItems="center"
              minHeight="60px"
              paddingBlock="4px"
            >
              <PlantGlyph family={p.plant.family} canes={p.canes} size={52} known={p.state !== "empty"} />
              <Link to={target(p)} style={{ fontWeight: 700, padding: "10px 0" }}>
                {p.plant.name}
              </Link>
              <chakra.span color="muted">{p.plant.place}</chakra.span>
              <chakra.span marginLeft="auto" color="muted">
                {p.lastPruned ? `last pruned ${day(p.lastPruned, true)}` : "never pruned here"}
              </chakra.span>
            </chakra.span>
          </chakra.li>
        ))}
      </ul>
      {more > 0 && (
        <Link to={`/garden?state=${group.state}`} style={{ display: "inline-block", padding: "10px 0" }}>
          All {Number(group.count)} of them
        </Link>
      )}
    </section>
  );
}
