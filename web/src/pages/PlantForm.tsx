import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { type ReactNode, type RefObject, useEffect, useRef, useState } from "react";
import { api, type ApiError, must, type Schemas } from "../api/client";
import { useHalf } from "../app/kept";
import { useMeasures } from "../app/settings";
import { Button, Field, Input, Notice, Panel, Select } from "../app/ui";
import { readLength } from "../survey/measures";
import { FindRose } from "./FindRose";
import { Crown, Growth, ItsYear } from "./PlantFields";
import { type Asks, inputOf, tooLong, type Typed, typedOf, withKind } from "./plantTyped";
import { useSavePlant } from "./useSavePlant";

const rose: Schemas["PlantFamily"] = "rose";

/** Under what name a plant is kept that is being added. */
export const NEW = "plant.new";

/** A new plant, or changes to one. Name and kind are needed; the rest helps, and only what its family needs is asked. */
export function PlantForm(props: { plant?: Schemas["PlantView"]; onClose: () => void; onRemove?: () => void }) {
  const { plant } = props;
  const { body, long } = useMeasures();
  const kinds = useQuery({ queryKey: ["kinds"], queryFn: () => must(api.GET("/api/kinds")), staleTime: Infinity });
  const [first] = useState(() => typedOf(plant, long));
  // Changes that were made from an older plant are not put over a newer one.
  const [kept, setTyped, letGo] = useHalf<Typed>(plant ? `plant.${plant.id}.${plant.revision}` : NEW, first);
  // What a form that was kept from before does not have is as the plant has it.
  const typed = withKind({ ...first, ...kept }, kinds.data);
  const set = (part: Partial<Typed>) => setTyped({ ...typed, ...part });
  const close = () => (letGo(), props.onClose());
  // Whoever adds a plant begins with its name.
  const begin = useRef<HTMLInputElement>(null);
  useEffect(() => begin.current?.focus(), []);
  const unionMm = typed.union.trim() === "" ? null : readLength(typed.union, body, "cm");
  const kind = kinds.data?.find((k) => k.id === typed.kind);
  const save = useSavePlant(plant, typed.own, kind, close);
  const error = save.error as ApiError | null;
  const wrongAt = (path: string) => error?.errors.find((e) => e.path === path)?.message ?? null;
  // What flowers for its own sake may be covered, kept for its hips, and wanted in flower on a day.
  const asks: Asks = { of: (fact) => kind?.asks.includes(fact) ?? true, flowers: kind?.family === rose };
  const misread = asks.of("union") && typed.union.trim() !== "" && !typed.covered && unionMm === null;
  const fields = { typed, set, asks, wrongAt };
  return (
    <Panel>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate(inputOf(typed, asks, unionMm, plant?.look ?? null));
        }}
      >
        <chakra.h2 fontSize="1.25rem" marginBottom="12px">
          {plant ? `Change ${plant.name}` : "Add a plant"}
        </chakra.h2>
        <chakra.div display="grid" gap="14px" gridTemplateColumns="repeat(auto-fit, minmax(min(100%, 240px), 1fr))">
          <NameAndPlace {...fields} kinds={kinds.data ?? []} kind={kind} isNew={!plant} begin={begin} />
          <Crown {...fields} kind={kind} unionMm={unionMm} />
        </chakra.div>
        <Growth typed={typed} set={set} asks={asks} />
        <ItsYear {...fields} />
        {error && error.errors.length === 0 && (
          <chakra.div marginTop="10px">
            <Notice tone="wrong" role="alert">
              {error.message}
            </Notice>
          </chakra.div>
        )}
        <Buttons
          ready={!save.isPending && typed.name.trim() !== "" && !misread}
          save={plant ? "Save" : kind?.surveyed === false ? "Add it and see the routine" : "Add it and walk round"}
          onClose={close}
        >
          {props.onRemove && (
            <chakra.span marginLeft="auto">
              <Button type="button" look="cut" onClick={() => (letGo(), props.onRemove!())}>
                Take out of the garden
              </Button>
            </chakra.span>
          )}
        </Buttons>
      </form>
    </Panel>
  );
}

/** What it is called, what it is, where it grows and since when. */
function NameAndPlace(props: {
  typed: Typed;
  set: (part: Partial<Typed>) => void;
  wrongAt: (path: string) => string | null;
  kinds: Schemas["KindView"][];
  kind: Schemas["KindView"] | undefined;
  isNew: boolean;
  begin: RefObject<HTMLInputElement | null>;
}) {
  const { typed, set, wrongAt, kinds, kind } = props;
  const { name, place, planted } = typed;
  const places = useQuery({ queryKey: ["plants", "places"], queryFn: () => must(api.GET("/api/places")) });
  return (
    <>
      <Field label="Name" error={tooLong(name) ?? wrongAt("/name")}>
        <Input ref={props.begin} dir="auto" value={name} onChange={(e) => set({ name: e.target.value })} required />
      </Field>
      <Field label="Kind" hint={kind?.note} error={wrongAt("/kind")}>
        <Select value={typed.kind} onChange={(e) => set({ kind: e.target.value })} width="100%">
          {kinds.map((k) => (
            <option key={k.id} value={k.id}>
              {k.name}
            </option>
          ))}
        </Select>
      </Field>
      {props.isNew && kind?.family === rose && <FindRose kinds={kinds} onKind={(kind) => set({ kind })} />}
      <Field label="Where it grows" hint="bed, wall or row, in your words" error={tooLong(place) ?? wrongAt("/place")}>
        <Input dir="auto" value={place} onChange={(e) => set({ place: e.target.value })} list="places" />
        <datalist id="places">
          {(places.data ?? []).map((p) => (
            <option key={p} value={p} />
          ))}
        </datalist>
      </Field>
      <Field label="Year planted" hint="leave empty if nobody knows" error={wrongAt("/plantedYear")}>
        <Input value={planted} onChange={(e) => set({ planted: e.target.value })} inputMode="numeric" pattern="\d{4}" />
      </Field>
    </>
  );
}

function Buttons(props: { ready: boolean; save: string; onClose: () => void; children: ReactNode }) {
  return (
    <chakra.div display="flex" gap="8px" marginTop="16px" flexWrap="wrap">
      <Button type="submit" look="main" disabled={!props.ready}>
        {props.save}
      </Button>
      <Button type="button" onClick={props.onClose}>
        Cancel
      </Button>
      {props.children}
    </chakra.div>
  );
}
