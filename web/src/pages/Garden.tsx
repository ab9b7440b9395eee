import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useDeferredValue, useEffect, useLayoutEffect, useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { api, asSeen, must, mustPage, type Schemas } from "../api/client";
import { usePages } from "../api/pages";
import { readHalf } from "../app/kept";
import { useHere, useOwns } from "../app/here";
import { Button, Field, Input, Notice, Select } from "../app/ui";
import { newPlants } from "../outbox/newPlant";
import { useWaiting } from "../outbox/useOutbox";
import { columnsIn, linesOf } from "./gardenLines";
import FirstSteps from "./FirstSteps";
import { NEW, PlantForm } from "./PlantForm";
import { familyWords, PlantGlyph } from "./PlantGlyph";
import { day, target } from "./Now";

type State = Schemas["PlantState"];

const gap = 12;

/** What the list is asked for, as its address says it. */
const filters = ["state", "place", "family", "due"];

/** The plants by place, each with its state; find, add, change, take out, and undo that. */
export default function Garden() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const helps = useHere().role !== "looker";
  const [typed, setTyped] = useState("");
  const words = useDeferredValue(typed.trim());
  const asked = Object.fromEntries([...params].filter(([name]) => filters.includes(name)));
  const plants = usePages(["plants", "list", words, asked], (after) =>
    mustPage(api.GET("/api/plants", { params: { query: { ...(words && { q: words }), ...asked, ...after } } })),
  );
  const places = useQuery({
    queryKey: ["plants", "places"],
    queryFn: () => must(api.GET("/api/places")),
    enabled: helps,
  });
  const waiting = useWaiting();
  const owns = useOwns();
  const choose = (name: string, value: string) =>
    setParams(Object.fromEntries(Object.entries({ ...asked, [name]: value }).filter(([, v]) => v !== "")));
  const [form, setForm] = useState<"new" | string | null>(params.has("add") || readHalf(NEW) ? "new" : null);
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
  if (!plants.lines) return <p>Fetching the garden.</p>;
  const all = plants.lines;
  const whole = words === "" && Object.keys(asked).length === 0;
  const nothing = all.length === 0 && !plants.isPlaceholderData;
  return (
    <chakra.div display="grid" gap="18px">
      <chakra.div display="flex" alignItems="center" gap="12px" flexWrap="wrap">
        <chakra.h1 fontSize="1.8rem">The garden</chakra.h1>
        <chakra.span marginLeft="auto" display="flex" gap="8px" flexWrap="wrap">
          {owns && !(whole && nothing) && (
            <Button onClick={() => void navigate("/garden/places")}>The order you walk</Button>
          )}
          {helps && <Button onClick={() => void navigate("/garden/rows")}>Rows of vines</Button>}
          {helps && !(whole && nothing) && (
            <Button onClick={() => void navigate("/garden/plan")}>Plan the whole garden</Button>
          )}
          {owns && (
            <Button look="main" onClick={() => setForm("new")}>
              Add a plant
            </Button>
          )}
        </chakra.span>
      </chakra.div>
      {(remove.error ?? restore.error) && (
        <Notice tone="wrong" role="alert">
          {(remove.error ?? restore.error)!.message}
        </Notice>
      )}
      {owns && form === "new" && <PlantForm onClose={() => setForm(null)} />}
      {whole && nothing ? (
        (form === null || !owns) &&
        (owns ? (
          <FirstSteps at={0} next={{ text: "Add your first plant", go: () => setForm("new") }} />
        ) : (
          <Notice tone="plain">Nothing grows here yet.</Notice>
        ))
      ) : (
        <chakra.div display="flex" gap="8px 18px" flexWrap="wrap" alignItems="end">
          <chakra.div flex="0 1 420px">
            <Field label="Find a plant">
              <Input
                type="search"
                value={typed}
                onChange={(e) => setTyped(e.target.value)}
                placeholder="by its name, place or kind"
                maxLength={80}
              />
            </Field>
          </chakra.div>
          {helps && (
            <>
              <Filter name="place" label="Bed" all="every bed" value={asked["place"]} onChange={choose}>
                {Object.fromEntries((places.data ?? []).filter(Boolean).map((p) => [p, p]))}
              </Filter>
              <Filter name="family" label="Kind" all="every kind" value={asked["family"]} onChange={choose}>
                {familyWords}
              </Filter>
              <Filter name="state" label="State" all="in any state" value={asked["state"]} onChange={choose}>
                {stateWords}
              </Filter>
              <Filter name="due" label="Due" all="due or not" value={asked["due"]} onChange={choose}>
                {{ true: "main prune is on", false: "not yet" }}
              </Filter>
            </>
          )}
          {Object.keys(asked).length > 0 && (
            <Button size="small" onClick={() => setParams({})}>
              Show all
            </Button>
          )}
        </chakra.div>
      )}
      {nothing && !whole && (
        <p role="status">
          {words
            ? `No plant ${Object.keys(asked).length > 0 ? "of these " : ""}has “${words}” in its name, its place or its kind.`
            : "No plant is like that."}
        </p>
      )}
      {newPlants(waiting).map((w) => (
        <Notice key={w.seq} tone="plain">
          <Link to={`/plants/${w.plant}/look`} style={{ fontWeight: 700 }}>
            {(w.body as Schemas["PlantInput"]).name}
          </Link>{" "}
          is new and waits to be sent. You can walk round it and plan it already.
        </Notice>
      ))}
      <Cards
        plants={all}
        open={form}
        onEdit={setForm}
        onRemove={(p) => remove.mutate(p)}
        more={plants.hasNextPage && !plants.isFetching}
        onMore={() => void plants.fetchNextPage()}
      />
      <chakra.div display="flex" gap="4px 24px" flexWrap="wrap">
        {helps && !nothing && (
          <Link to="/garden/tags" style={{ padding: "12px 0", minHeight: 44 }}>
            Tags to print and hang on the plants
          </Link>
        )}
        {owns && (
          <Link to="/bin" style={{ padding: "12px 0", minHeight: 44 }}>
            The bin: what was taken out
          </Link>
        )}
      </chakra.div>
      {gone && (
        <chakra.div
          role="status"
          position="fixed"
          zIndex="5"
          left="12px"
          right="12px"
          bottom="12px"
          maxWidth="640px"
          marginInline="auto"
          display="flex"
          gap="12px"
          alignItems="center"
          padding="10px 14px"
          borderRadius="10px"
          border="2px solid var(--ink)"
          background="sheet"
        >
          <chakra.span flex="1">{gone.name} lies in the bin now, with its log.</chakra.span>
          <Button look="main" onClick={() => restore.mutate(gone.id)}>
            Undo
          </Button>
          <Button look="quiet" onClick={() => setGone(null)}>
            Close
          </Button>
        </chakra.div>
      )}
    </chakra.div>
  );
}

/** The cards by place, as many side by side as there is room for; only those in sight are drawn. */
function Cards(props: {
  plants: Schemas["PlantSummary"][];
  open: string | null;
  onEdit: (id: string | null) => void;
  onRemove: (plant: Schemas["PlantView"]) => void;
  more: boolean;
  onMore: () => void;
}) {
  const { plants, open, more, onMore } = props;
  const box = useRef<HTMLDivElement>(null);
  const [{ width, top }, setBox] = useState({ width: 0, top: 0 });
  useLayoutEffect(() => {
    const measure = () => {
      const at = box.current!.getBoundingClientRect();
      setBox({ width: at.width, top: at.top + window.scrollY });
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(box.current!);
    watch.observe(document.body);
    return () => watch.disconnect();
  }, []);
  const lines = linesOf(plants, columnsIn(width, gap), open);
  const rows = useWindowVirtualizer({
    count: lines.length,
    estimateSize: (i) => (lines[i]!.place !== undefined ? 48 : 124),
    getItemKey: (i) => lines[i]!.key,
    overscan: 4,
    scrollMargin: top,
  });
  const shown = rows.getVirtualItems();
  const last = shown.at(-1)?.index ?? 0;
  useEffect(() => {
    if (more && last >= lines.length - 3) onMore();
  }, [more, last, lines.length, onMore]);
  return (
    <chakra.div ref={box} position="relative" style={{ height: rows.getTotalSize() }}>
      {shown.map((item) => {
        const line = lines[item.index]!;
        return (
          <chakra.div
            key={item.key}
            ref={rows.measureElement}
            data-index={item.index}
            position="absolute"
            left="0"
            right="0"
            paddingBottom={`${gap}px`}
            style={{ top: item.start - top }}
          >
            {line.place !== undefined ? (
              <chakra.h2 fontSize="1.2rem" paddingTop={item.index > 0 ? "6px" : undefined}>
                {line.place || "Anywhere"}
              </chakra.h2>
            ) : (
              <chakra.ul
                display="grid"
                gap={`${gap}px`}
                gridTemplateColumns={`repeat(${columnsIn(width, gap)}, minmax(0, 1fr))`}
              >
                {line.plants.map((p) =>
                  open === p.plant.id ? (
                    <chakra.li key={p.plant.id} gridColumn="1/-1">
                      <PlantForm
                        plant={p.plant}
                        onClose={() => props.onEdit(null)}
                        onRemove={() => (props.onEdit(null), props.onRemove(p.plant))}
                      />
                    </chakra.li>
                  ) : (
                    <Card key={p.plant.id} summary={p} onEdit={() => props.onEdit(p.plant.id)} />
                  ),
                )}
              </chakra.ul>
            )}
          </chakra.div>
        );
      })}
    </chakra.div>
  );
}

const stateWords: Record<State, string> = {
  empty: "to walk round",
  surveyed: "plan ready",
  working: "under way",
  finished: "finished this season",
};

function Card(props: { summary: Schemas["PlantSummary"]; onEdit: () => void }) {
  const { plant, state, canes, lastPruned } = props.summary;
  const { role } = useHere();
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
      <PlantGlyph family={plant.family} canes={canes} known={state !== "empty"} />
      <chakra.div flex="1" minWidth="0">
        <chakra.h3 fontSize="1.15rem">
          <Link to={role === "looker" ? `/plants/${plant.id}/sheet` : target(props.summary)}>{plant.name}</Link>
        </chakra.h3>
        <chakra.p color="muted" fontSize="0.95rem">
          {plant.kindName}
          {facts.length > 0 ? `; ${facts.join(", ")}` : ""}
        </chakra.p>
        <p>
          <b>{stateWords[state]}</b>
          <chakra.span color="muted" fontSize="0.95rem">
            {lastPruned ? `; last pruned ${day(lastPruned, true)}` : ""}
          </chakra.span>
        </p>
      </chakra.div>
      {role === "owner" && (
        <Button size="small" look="quiet" onClick={props.onEdit} aria-label={`Change ${plant.name}`}>
          Change
        </Button>
      )}
    </chakra.li>
  );
}

/** One way to show fewer plants. */
function Filter(props: {
  name: string;
  label: string;
  all: string;
  value: string | undefined;
  onChange: (name: string, value: string) => void;
  children: Record<string, string>;
}) {
  return (
    <Select
      aria-label={props.label}
      value={props.value ?? ""}
      onChange={(e) => props.onChange(props.name, e.target.value)}
    >
      <option value="">{props.all}</option>
      {Object.entries(props.children).map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </Select>
  );
}
