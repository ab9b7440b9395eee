import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { api, must, type Schemas } from "../api/client";
import { Button, Notice, Panel } from "../app/ui";
import { type GlyphCane, PlantGlyph } from "./PlantGlyph";
import { Visits } from "./Visits";

export function day(iso: string, year = false): string {
  return new Date(`${iso}T12:00:00`).toLocaleDateString("en-GB", {
    day: "numeric",
    month: "long",
    ...(year ? { year: "numeric" } : {}),
  });
}

/** What is due in this garden, in one order, with one clear next action. */
export function Now() {
  const navigate = useNavigate();
  const plants = useQuery({ queryKey: ["plants"], queryFn: () => must(api.GET("/api/plants")) });
  if (plants.isError)
    return (
      <Notice tone="wrong" role="alert">
        {plants.error.message}
      </Notice>
    );
  if (!plants.data) return <p>Fetching the garden.</p>;
  const today = new Date().toLocaleDateString("en-CA");
  const groups = groupsOf(plants.data);
  const due = plants.data.filter((p) => p.dueFrom <= today);
  const first = groups.working[0] ?? groups.empty[0] ?? groups.surveyed[0];
  const earliest = plants.data.map((p) => p.dueFrom).sort()[0];
  return (
    <chakra.div display="grid" gap="16px" maxWidth="980px">
      <div>
        <chakra.h1 fontSize={{ base: "1.7rem", md: "2.1rem" }}>
          {new Date().toLocaleDateString("en-GB", { weekday: "long", day: "numeric", month: "long" })}
        </chakra.h1>
        <chakra.p fontSize="1.15rem" marginTop="4px">
          {plants.data.length === 0
            ? "The garden is empty. Begin with one plant: the one you find hardest to prune."
            : due.length > 0
              ? `The main prune is on for ${due.length} of ${plants.data.length} plants.`
              : `The main prune begins about ${day(earliest!, true)}. Until then: walk round them, decide in peace, and take out only what is dead, diseased or broken.`}
        </chakra.p>
      </div>
      <Visits today={today} pressing />
      {first ? (
        <Panel style={{ borderWidth: 2, borderColor: "var(--leaf)" }}>
          <chakra.p color="muted">Next</chakra.p>
          <chakra.h2 fontSize="1.4rem">{sentence(first)}</chakra.h2>
          <chakra.div marginTop="10px">
            <Button look="main" size="large" onClick={() => void navigate(target(first))}>
              {first.state === "empty" ? "Walk round it" : first.state === "working" ? "Go on" : "See the plan"}
            </Button>
          </chakra.div>
        </Panel>
      ) : (
        <div>
          <Button look="main" size="large" onClick={() => void navigate("/garden")}>
            {plants.data.length === 0 ? "Add a plant" : "To the garden"}
          </Button>
        </div>
      )}
      <Visits today={today} pressing={false} />
      <Group title="Under way" plants={groups.working.filter((p) => p !== first)} />
      <Group title="To walk round" plants={groups.empty.filter((p) => p !== first)} />
      <Group title="Planned" plants={groups.surveyed.filter((p) => p !== first)} />
      <Group title="Finished this season" plants={groups.finished} />
    </chakra.div>
  );
}

type Summary = Schemas["PlantSummary"];

export function groupsOf(plants: Summary[]): Record<"empty" | "surveyed" | "working" | "finished", Summary[]> {
  const of = (state: string) => plants.filter((p) => p.state === state);
  return { empty: of("empty"), surveyed: of("surveyed"), working: of("working"), finished: of("finished") };
}

export function target(p: Summary): string {
  return `/plants/${p.plant.id}/${{ empty: "look", surveyed: "decide", working: "do", finished: "remember" }[p.state] ?? "look"}`;
}

function sentence(p: Summary): string {
  const name = p.plant.name;
  return p.state === "empty"
    ? `Walk round ${name}`
    : p.state === "working"
      ? `${name}: ${p.stepsDone} ${p.stepsDone === 1 ? "step" : "steps"} done, go on`
      : `${name} has a plan`;
}

function Group(props: { title: string; plants: Summary[] }) {
  if (props.plants.length === 0) return null;
  return (
    <section>
      <chakra.h2 fontSize="1.15rem">{props.title}</chakra.h2>
      <ul>
        {props.plants.map((p) => (
          <chakra.li key={p.plant.id} borderTop="1px solid var(--line)">
            <chakra.span
              display="flex"
              gap="4px 14px"
              flexWrap="wrap"
              alignItems="center"
              minHeight="60px"
              paddingBlock="4px"
            >
              <PlantGlyph
                family={p.plant.family}
                canes={p.canes as unknown as GlyphCane[]}
                size={52}
                known={p.state !== "empty"}
              />
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
    </section>
  );
}
