import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { at } from "../api/base";
import { api, ApiError, must, newId, type Schemas } from "../api/client";
import { useHalf } from "../app/kept";
import { useMeasures } from "../app/settings";
import { Button, Choice, Field, Input, Notice, Panel, Select } from "../app/ui";
import { plantOf, rememberChanged, rememberNew } from "../outbox/newPlant";
import { outbox } from "../outbox/outbox";
import { readLength } from "../survey/measures";
import { type Known, safestRose } from "./whichRose";
import { DayField } from "../shared/DayField";

const rose: Schemas["PlantFamily"] = "rose";

/** Under what name a plant is kept that is being added. */
export const NEW = "plant.new";

/** Three questions that find the kind of rose that is safest. */
function WhichRose(props: { kinds: Schemas["KindView"][]; onKind: (kind: string) => void }) {
  const [known, setKnown] = useState<Known>({ flowers: null, tall: null, habit: null });
  const answer = (part: Partial<Known>) => {
    const now = { ...known, ...part };
    setKnown(now);
    const found = safestRose(now);
    if (found) props.onKind(found.kind);
  };
  const safest = safestRose(known);
  return (
    <chakra.details gridColumn="1 / -1">
      <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="9px" fontWeight="700" color="leaf">
        I do not know what rose this is
      </chakra.summary>
      <chakra.div display="grid" gap="10px">
        <Asked question="Does it stand, climb or hang?">
          <Choice
            label="How it grows"
            value={known.habit}
            onChange={(habit) => answer({ habit })}
            options={[
              { value: "stands", text: "it stands by itself" },
              { value: "climbs", text: "it climbs, or is tied to something" },
              { value: "hangs", text: "it hangs from a head on a stem" },
            ]}
          />
        </Asked>
        {known.habit !== "hangs" && (
          <Asked question="Does it flower once, or again till autumn?">
            <Choice
              label="How often it flowers"
              value={known.flowers}
              onChange={(flowers) => answer({ flowers })}
              options={[
                { value: "once", text: "once, early in summer" },
                { value: "again", text: "again and again" },
                { value: "unknown", text: "nobody knows" },
              ]}
            />
          </Asked>
        )}
        {known.habit === "stands" && known.flowers === "again" && (
          <Asked question="How tall is it?">
            <Choice
              label="How tall it is"
              value={known.tall}
              onChange={(tall) => answer({ tall })}
              options={[
                { value: "knee", text: "to the knee" },
                { value: "hip", text: "to the hip" },
                { value: "head", text: "taller" },
              ]}
            />
          </Asked>
        )}
        {safest && (
          <chakra.p role="status">
            <b>{props.kinds.find((k) => k.id === safest.kind)?.name ?? safest.kind} is safest.</b> {safest.why} You can
            change it when you know more.
          </chakra.p>
        )}
      </chakra.div>
    </chakra.details>
  );
}

function Asked(props: { question: string; children: ReactNode }) {
  return (
    <div>
      <chakra.p fontWeight="700" marginBottom="4px">
        {props.question}
      </chakra.p>
      {props.children}
    </div>
  );
}

interface Typed {
  name: string;
  kind: string;
  place: string;
  planted: string;
  vigour: string;
  union: string;
  covered: boolean;
  neglected: boolean;
  grafted: string;
  sun: string;
  cover: boolean;
  hips: boolean;
  flowerOn: string;
  /** Made once, so that what is sent twice is added once. */
  own: string;
}

/** So many characters of a name or a place are kept. */
const MOST_CHARS = 80;

/** What is said of a text that is too long to be kept whole; nothing of it is cut off. */
const tooLong = (text: string): string | null =>
  text.length > MOST_CHARS ? `${MOST_CHARS} characters at most; this is ${text.length}.` : null;

/** A new plant, or changes to one. Name and kind are needed; the rest helps, and only what its family needs is asked. */
export function PlantForm(props: { plant?: Schemas["PlantView"]; onClose: () => void; onRemove?: () => void }) {
  const { plant } = props;
  const client = useQueryClient();
  const navigate = useNavigate();
  const { body, long } = useMeasures();
  const kinds = useQuery({ queryKey: ["kinds"], queryFn: () => must(api.GET("/api/kinds")), staleTime: Infinity });
  const places = useQuery({ queryKey: ["plants", "places"], queryFn: () => must(api.GET("/api/places")) });
  const [first] = useState<Typed>(() => ({
    name: plant?.name ?? "",
    kind: plant?.kind ?? "rose.hybrid-tea",
    place: plant?.place ?? "",
    planted: plant?.plantedYear?.toString() ?? "",
    vigour: plant?.vigour ?? "normal",
    union: plant?.unionHeight == null || plant.unionHeight < 0 ? "" : long(plant.unionHeight),
    covered: (plant?.unionHeight ?? 0) < 0,
    neglected: plant?.neglected ?? false,
    grafted: plant?.rootstock == null ? "usual" : plant.rootstock ? "yes" : "no",
    sun: plant?.sun ?? "full",
    cover: plant?.cover ?? false,
    hips: plant?.hips ?? false,
    flowerOn: plant?.flowerOn ?? "",
    own: newId(),
  }));
  // Changes that were made from an older plant are not put over a newer one.
  const [typed, setTyped, letGo] = useHalf<Typed>(plant ? `plant.${plant.id}.${plant.revision}` : NEW, first);
  const { name, kind, place, planted, vigour, union, covered, neglected, grafted, own } = typed;
  // What a form that was kept from before does not have is as usual.
  const { sun = "full", cover = false, hips = false, flowerOn = "" } = typed;
  const set = (part: Partial<Typed>) => setTyped({ ...typed, ...part });
  const close = () => (letGo(), props.onClose());
  // Whoever adds a plant begins with its name.
  const begin = useRef<HTMLInputElement>(null);
  useEffect(() => begin.current?.focus(), []);
  const unionMm = union.trim() === "" ? null : readLength(union, body, "cm");
  const save = useMutation({
    mutationFn: async (input: Schemas["PlantInput"]) => {
      try {
        return plant
          ? await must(
              api.PUT("/api/plants/{id}", {
                params: { path: { id: plant.id } },
                headers: { "If-Match": `"${plant.revision}"` },
                body: input,
              }),
            )
          : await must(api.POST("/api/plants", { body: { ...input, id: own } }));
      } catch (e) {
        if (!(e instanceof ApiError) || e.status !== 0) throw e;
        // The garden is out of reach: it waits on this device.
        await outbox.add([
          {
            plant: plant?.id ?? own,
            what: "plant",
            method: plant ? "PUT" : "POST",
            address: at(plant ? `/api/plants/${plant.id}` : "/api/plants"),
            seen: plant ? String(plant.revision) : null,
            body: plant ? input : { ...input, id: own },
            words: plant ? `${input.name}, changed` : `${input.name}, a new plant`,
          },
        ]);
        const shown = plantOf(plant?.id ?? own, Number(plant?.revision ?? 1), input, chosen!);
        // Without the core, or without anything of the garden here, it waits all the same.
        const walkable = await (plant ? rememberChanged(shown) : rememberNew(shown)).then(
          () => true,
          () => false,
        );
        if (walkable) return shown;
        return null;
      }
    },
    onSuccess: (saved) => {
      void client.invalidateQueries({ queryKey: ["plants"] });
      close();
      if (!saved) {
        void navigate("/waiting");
        return;
      }
      void client.invalidateQueries({ queryKey: ["plant", saved.id] });
      if (!plant) void navigate(`/plants/${saved.id}/${chosen?.surveyed === false ? "decide" : "look"}`);
    },
  });
  const error = save.error as ApiError | null;
  const wrongAt = (path: string) => error?.errors.find((e) => e.path === path)?.message ?? null;
  const chosen = kinds.data?.find((k) => k.id === kind);
  // What flowers for its own sake may be covered, kept for its hips, and wanted in flower on a day.
  const flowers = chosen?.family === rose;
  const asks = (fact: Schemas["PlantFact"]) => chosen?.asks.includes(fact) ?? true;
  return (
    <Panel>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate({
            name,
            kind,
            place,
            plantedYear: planted.trim() === "" ? null : Number(planted),
            vigour: asks("vigour") ? vigour : "normal",
            neglected: asks("neglected") && neglected,
            unionHeight: !asks("union") ? null : covered ? -40 : unionMm,
            rootstock: !asks("rootstock") || grafted === "usual" ? null : grafted === "yes",
            look: plant?.look ?? null,
            sun: sun === "full" ? null : (sun as Schemas["Sun"]),
            cover: flowers && cover,
            hips: flowers && hips,
            flowerOn: flowers && flowerOn !== "" ? flowerOn : null,
          });
        }}
      >
        <chakra.h2 fontSize="1.25rem" marginBottom="12px">
          {plant ? `Change ${plant.name}` : "Add a plant"}
        </chakra.h2>
        <chakra.div display="grid" gap="14px" gridTemplateColumns="repeat(auto-fit, minmax(min(100%, 240px), 1fr))">
          <Field label="Name" error={tooLong(name) ?? wrongAt("/name")}>
            <Input ref={begin} dir="auto" value={name} onChange={(e) => set({ name: e.target.value })} required />
          </Field>
          <Field label="Kind" hint={chosen?.note} error={wrongAt("/kind")}>
            <Select value={kind} onChange={(e) => set({ kind: e.target.value })} width="100%">
              {(kinds.data ?? []).map((k) => (
                <option key={k.id} value={k.id}>
                  {k.name}
                </option>
              ))}
            </Select>
          </Field>
          {!plant && chosen?.family === rose && <WhichRose kinds={kinds.data ?? []} onKind={(kind) => set({ kind })} />}
          <Field
            label="Where it grows"
            hint="bed, wall or row, in your words"
            error={tooLong(place) ?? wrongAt("/place")}
          >
            <Input dir="auto" value={place} onChange={(e) => set({ place: e.target.value })} list="places" />
            <datalist id="places">
              {(places.data ?? []).map((p) => (
                <option key={p} value={p} />
              ))}
            </datalist>
          </Field>
          <Field label="Year planted" hint="leave empty if nobody knows" error={wrongAt("/plantedYear")}>
            <Input
              value={planted}
              onChange={(e) => set({ planted: e.target.value })}
              inputMode="numeric"
              pattern="\d{4}"
            />
          </Field>
          {asks("union") && (
            <Field
              label="Height of the union above the soil"
              hint={chosen?.hangs ? "the head, where the canes start" : "the swelling where the canes start"}
              error={union.trim() !== "" && unionMm === null ? "Not understood: try 2 cm." : wrongAt("/unionHeight")}
            >
              <Input
                value={covered ? "" : union}
                disabled={covered}
                placeholder={covered ? "covered" : chosen?.hangs ? long(Number(chosen.unionHeight)) : "at the soil"}
                onChange={(e) => set({ union: e.target.value })}
              />
            </Field>
          )}
          {(asks("union") || asks("neglected")) && (
            <chakra.div display="grid" gap="8px" alignContent="end">
              {asks("union") && (
                <Tick
                  on={covered}
                  onChange={(covered) => set({ covered })}
                  text="The crown is covered by soil or mulch"
                />
              )}
              {asks("neglected") && (
                <Tick on={neglected} onChange={(neglected) => set({ neglected })} text="Not pruned for years" />
              )}
            </chakra.div>
          )}
        </chakra.div>
        <chakra.div display="flex" gap="24px" flexWrap="wrap" marginTop="14px">
          {asks("vigour") && (
            <div>
              <chakra.p fontWeight="700" marginBottom="4px">
                How strongly does it grow?
              </chakra.p>
              <Choice
                label="Vigour"
                value={vigour}
                onChange={(vigour) => set({ vigour })}
                options={[
                  { value: "weak", text: "weakly" },
                  { value: "normal", text: "as usual" },
                  { value: "strong", text: "strongly" },
                ]}
              />
            </div>
          )}
          {asks("rootstock") && (
            <div>
              <chakra.p fontWeight="700" marginBottom="4px">
                Grafted on a rootstock?
              </chakra.p>
              <Choice
                label="Grafted"
                value={grafted}
                onChange={(grafted) => set({ grafted })}
                options={[
                  { value: "usual", text: "as usual for the kind" },
                  { value: "yes", text: "yes" },
                  { value: "no", text: "no, own roots" },
                ]}
              />
            </div>
          )}
        </chakra.div>
        <chakra.details marginTop="10px">
          <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="9px" fontWeight="700" color="leaf">
            Its year: sun{flowers ? ", winter cover, hips, a day to flower on" : ""}
          </chakra.summary>
          <chakra.div display="flex" gap="12px 24px" flexWrap="wrap" alignItems="end">
            <div>
              <chakra.p fontWeight="700" marginBottom="4px">
                How much sun does it get?
              </chakra.p>
              <Choice
                label="Sun"
                value={sun}
                onChange={(sun) => set({ sun })}
                options={[
                  { value: "full", text: "full sun" },
                  { value: "half", text: "half the day" },
                  { value: "shade", text: "shade" },
                ]}
              />
            </div>
            {flowers && (
              <>
                <div>
                  <Tick on={cover} onChange={(cover) => set({ cover })} text="Covered in winter" />
                  <Tick on={hips} onChange={(hips) => set({ hips })} text="Its hips are wanted" />
                </div>
                <DayField
                  label="In flower on"
                  none="its own time"
                  error={wrongAt("/flowerOn")}
                  value={flowerOn}
                  onChange={(flowerOn) => set({ flowerOn })}
                />
              </>
            )}
          </chakra.div>
        </chakra.details>
        {error && error.errors.length === 0 && (
          <chakra.div marginTop="10px">
            <Notice tone="wrong" role="alert">
              {error.message}
            </Notice>
          </chakra.div>
        )}
        <chakra.div display="flex" gap="8px" marginTop="16px" flexWrap="wrap">
          <Button
            type="submit"
            look="main"
            disabled={
              save.isPending ||
              name.trim() === "" ||
              (asks("union") && union.trim() !== "" && !covered && unionMm === null)
            }
          >
            {plant ? "Save" : chosen?.surveyed === false ? "Add it and see the routine" : "Add it and walk round"}
          </Button>
          <Button type="button" onClick={close}>
            Cancel
          </Button>
          {props.onRemove && (
            <chakra.span marginLeft="auto">
              <Button type="button" look="cut" onClick={() => (letGo(), props.onRemove!())}>
                Take out of the garden
              </Button>
            </chakra.span>
          )}
        </chakra.div>
      </form>
    </Panel>
  );
}

function Tick(props: { on: boolean; onChange: (on: boolean) => void; text: string }) {
  return (
    <chakra.label display="flex" gap="10px" alignItems="center" minHeight="40px">
      <chakra.input
        type="checkbox"
        checked={props.on}
        onChange={(e) => props.onChange(e.target.checked)}
        width="22px"
        height="22px"
        accentColor="var(--leaf)"
      />
      {props.text}
    </chakra.label>
  );
}
