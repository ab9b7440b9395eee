import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient, type UseMutationResult } from "@tanstack/react-query";
import { useDeferredValue, useState, type Dispatch, type SetStateAction } from "react";
import { Link, useNavigate, useSearchParams, type SetURLSearchParams } from "react-router";
import { api, asSeen, must, mustPage, type Schemas } from "../api/client";
import { usePages } from "../api/pages";
import { readHalf } from "../app/kept";
import { useHere, useOwns } from "../app/here";
import { Button, Field, Input, Notice, Select } from "../app/ui";
import { newPlants } from "../outbox/newPlant";
import { useWaiting } from "../outbox/useOutbox";
import FirstSteps from "./FirstSteps";
import { NEW, PlantForm } from "./PlantForm";
import { familyWords } from "./PlantGlyph";
import { Cards, stateWords } from "./GardenCards";

/** What the list is asked for, as its address says it. */
const filters = ["state", "place", "family", "due"];

/** The plants by place, each with its state; find, add, change, take out, and undo that. */
export default function Garden() {
  const client = useQueryClient();
  const [params, setParams] = useSearchParams();
  const helps = useHere().role !== "looker";
  const [typed, setTyped] = useState("");
  const words = useDeferredValue(typed.trim());
  const asked = Object.fromEntries([...params].filter(([name]) => filters.includes(name)));
  const plants = usePages(["plants", "list", words, asked], (after) =>
    mustPage(api.GET("/api/plants", { params: { query: { ...(words && { q: words }), ...asked, ...after } } })),
  );
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
      <Head helps={helps} owns={owns} setForm={setForm} whole={whole} nothing={nothing} />
      {(remove.error ?? restore.error) && (
        <Notice tone="wrong" role="alert">
          {(remove.error ?? restore.error)!.message}
        </Notice>
      )}
      {owns && form === "new" && <PlantForm onClose={() => setForm(null)} />}
      {whole && nothing ? (
        (form === null || !owns) && <Empty owns={owns} setForm={setForm} />
      ) : (
        <Finder setParams={setParams} helps={helps} typed={typed} setTyped={setTyped} asked={asked} choose={choose} />
      )}
      {nothing && !whole && <NoneLikeIt words={words} asked={asked} />}
      <New />
      <Cards
        plants={all}
        open={form}
        onEdit={setForm}
        onRemove={(p) => remove.mutate(p)}
        more={plants.hasNextPage && !plants.isFetching}
        onMore={() => void plants.fetchNextPage()}
      />
      <Further helps={helps} owns={owns} nothing={nothing} />
      {gone && <Gone gone={gone} setGone={setGone} restore={restore} />}
    </chakra.div>
  );
}

/** Where nothing grows yet: the first steps, for whom they are. */
function Empty({ owns, setForm }: { owns: boolean; setForm: (form: "new") => void }) {
  return owns ? (
    <FirstSteps at={0} next={{ text: "Add your first plant", go: () => setForm("new") }} />
  ) : (
    <Notice tone="plain">Nothing grows here yet.</Notice>
  );
}

/** The title, and what can be done with the garden. */
function Head({
  helps,
  owns,
  setForm,
  whole,
  nothing,
}: {
  helps: boolean;
  owns: boolean;
  setForm: Dispatch<SetStateAction<string | null>>;
  whole: boolean;
  nothing: boolean;
}) {
  const navigate = useNavigate();
  return (
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
  );
}

/** Finding a plant by words and by what is known of it. */
function Finder({
  setParams,
  helps,
  typed,
  setTyped,
  asked,
  choose,
}: {
  setParams: SetURLSearchParams;
  helps: boolean;
  typed: string;
  setTyped: Dispatch<SetStateAction<string>>;
  asked: { [k: string]: string };
  choose: (name: string, value: string) => void;
}) {
  const places = useQuery({
    queryKey: ["plants", "places"],
    queryFn: () => must(api.GET("/api/places")),
    enabled: helps,
  });
  return (
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
  );
}

/** Said where nothing was found. */
function NoneLikeIt({ words, asked }: { words: string; asked: { [k: string]: string } }) {
  return (
    <p role="status">
      {words
        ? `No plant ${Object.keys(asked).length > 0 ? "of these " : ""}has “${words}” in its name, its place or its kind.`
        : "No plant is like that."}
    </p>
  );
}

/** Plants begun on this device that the garden does not know yet. */
function New() {
  const waiting = useWaiting();
  return newPlants(waiting).map((w) => (
    <Notice key={w.seq} tone="plain">
      <Link to={`/plants/${w.plant}/look`} style={{ fontWeight: 700 }}>
        {(w.body as Schemas["PlantInput"]).name}
      </Link>{" "}
      is new and waits to be sent. You can walk round it and plan it already.
    </Notice>
  ));
}

/** What is seldom asked for. */
function Further({ helps, owns, nothing }: { helps: boolean; owns: boolean; nothing: boolean }) {
  return (
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
  );
}

/** Said for a while when a plant was taken out, with the way back. */
function Gone({
  gone,
  setGone,
  restore,
}: {
  gone: Schemas["PlantView"];
  setGone: Dispatch<SetStateAction<Schemas["PlantView"] | null>>;
  restore: UseMutationResult<undefined, Error, string, unknown>;
}) {
  return (
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
