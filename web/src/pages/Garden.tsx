import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, asSeen, must, type Schemas } from "../api/client";
import { Button, Notice } from "../app/ui";
import { PlantForm } from "./PlantForm";
import { type GlyphCane, PlantGlyph } from "./PlantGlyph";
import { day, target } from "./Now";

/** The plants by place, each with its state; add, change, take out, and undo that. */
export default function Garden() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const plants = useQuery({ queryKey: ["plants"], queryFn: () => must(api.GET("/api/plants")) });
  const [form, setForm] = useState<"new" | string | null>(null);
  const [gone, setGone] = useState<Schemas["PlantView"] | null>(null);
  const again = () => client.invalidateQueries({ queryKey: ["plants"] });
  const remove = useMutation({
    mutationFn: (p: Schemas["PlantView"]) =>
      must(api.DELETE("/api/plants/{id}", { params: { path: { id: p.id } }, headers: asSeen(Number(p.revision)) })),
    onSuccess: (_, p) => {
      setGone(p);
      void again();
    },
  });
  const restore = useMutation({
    mutationFn: (id: string) => must(api.POST("/api/plants/{id}/restore", { params: { path: { id } } })),
    onSuccess: () => {
      setGone(null);
      void again();
    },
  });
  if (plants.isError)
    return (
      <Notice tone="wrong" role="alert">
        {plants.error.message}
      </Notice>
    );
  if (!plants.data) return <p>Fetching the garden.</p>;
  const places = [...new Set(plants.data.map((p) => p.plant.place))];
  return (
    <chakra.div display="grid" gap="18px">
      <chakra.div display="flex" alignItems="center" gap="12px" flexWrap="wrap">
        <chakra.h1 fontSize="1.8rem">The garden</chakra.h1>
        <chakra.span marginLeft="auto" display="flex" gap="8px" flexWrap="wrap">
          <Button onClick={() => void navigate("/garden/rows")}>Rows of vines</Button>
          {plants.data.length > 0 && (
            <Button onClick={() => void navigate("/garden/plan")}>Plan the whole garden</Button>
          )}
          <Button look="main" onClick={() => setForm("new")}>
            Add a plant
          </Button>
        </chakra.span>
      </chakra.div>
      {gone && (
        <Notice tone="plain" role="status">
          {gone.name} was taken out of the garden; its log is kept.{" "}
          <Button size="small" onClick={() => restore.mutate(gone.id)}>
            Undo
          </Button>
        </Notice>
      )}
      {form === "new" && <PlantForm places={places} onClose={() => setForm(null)} />}
      {plants.data.length === 0 && form === null && (
        <Notice tone="plain">No plants yet. Add one: its name, its kind and where it grows are enough to begin.</Notice>
      )}
      {places.map((place) => (
        <section key={place}>
          <chakra.h2 fontSize="1.2rem" marginBottom="8px">
            {place || "Anywhere"}
          </chakra.h2>
          <chakra.ul display="grid" gap="12px" gridTemplateColumns="repeat(auto-fill, minmax(min(100%, 340px), 1fr))">
            {plants.data
              .filter((p) => p.plant.place === place)
              .map((p) =>
                form === p.plant.id ? (
                  <chakra.li key={p.plant.id} gridColumn="1/-1">
                    <PlantForm
                      places={places}
                      plant={p.plant}
                      onClose={() => setForm(null)}
                      onRemove={() => (setForm(null), remove.mutate(p.plant))}
                    />
                  </chakra.li>
                ) : (
                  <Card key={p.plant.id} summary={p} onEdit={() => setForm(p.plant.id)} />
                ),
              )}
          </chakra.ul>
        </section>
      ))}
    </chakra.div>
  );
}

const stateWords: Record<string, string> = {
  empty: "to walk round",
  surveyed: "plan ready",
  working: "under way",
  finished: "finished this season",
};

function Card(props: { summary: Schemas["PlantSummary"]; onEdit: () => void }) {
  const { plant, state, canes, lastPruned } = props.summary;
  const facts = [
    plant.neglected && "neglected",
    plant.vigour && plant.vigour !== "normal" && plant.vigour,
    plant.unionHeight != null && plant.unionHeight < 0 && "crown covered",
  ].filter(Boolean);
  return (
    <chakra.li
      background="sheet"
      border="1px solid var(--line)"
      borderRadius="10px"
      padding="10px"
      display="flex"
      gap="12px"
      alignItems="center"
    >
      <PlantGlyph family={plant.family} canes={canes as unknown as GlyphCane[]} known={state !== "empty"} />
      <chakra.div flex="1" minWidth="0">
        <chakra.h3 fontSize="1.15rem">
          <Link to={target(props.summary)}>{plant.name}</Link>
        </chakra.h3>
        <chakra.p color="muted" fontSize="0.95rem">
          {plant.kindName}
          {facts.length > 0 ? `; ${facts.join(", ")}` : ""}
        </chakra.p>
        <p>
          <b>{stateWords[state] ?? state}</b>
          <chakra.span color="muted" fontSize="0.95rem">
            {lastPruned ? `; last pruned ${day(lastPruned, true)}` : ""}
          </chakra.span>
        </p>
      </chakra.div>
      <Button size="small" look="quiet" onClick={props.onEdit} aria-label={`Change ${plant.name}`}>
        Change
      </Button>
    </chakra.li>
  );
}
