import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, must, type Schemas } from "../api/client";
import { Link } from "react-router";
import { useHere } from "../app/here";
import { useShown } from "../app/readings";
import { onHalf } from "../survey/halves";
import { useMeasures, useSettings } from "../app/settings";
import { Button, Choice, Field, Input, Panel, Select } from "../app/ui";
import { Copies } from "./Copies";
import { bodyLabels, type BodyMeasures, dayWords, defaultBody, readLength } from "../survey/measures";

const ranges: Record<keyof BodyMeasures, [number, number]> = {
  pencil: [3, 15],
  finger: [5, 40],
  thumb: [10, 50],
  fist: [50, 200],
  hand: [100, 300],
  shears: [100, 400],
  hip: [400, 1400],
  self: [800, 2300],
  bucket: [150, 500],
};

/** One's own measures, set once and used wherever a length is typed; units, frost days. */
export default function Measures() {
  const { settings, save } = useSettings();
  const { shared, role } = useHere();
  const owns = role === "owner";
  const [measuring, showInstruments] = useShown();
  return (
    <chakra.div display="grid" gap="18px" maxWidth="900px">
      <div>
        <chakra.h1 fontSize="1.8rem">Your measures</chakra.h1>
        <chakra.p marginTop="4px">
          Measure yourself once. Then “thumb” or “2 fists” can be typed wherever a length is asked for, and the drawing
          marks your hip height.
        </chakra.p>
      </div>
      <Panel>
        <chakra.div display="grid" gap="14px" gridTemplateColumns="repeat(auto-fit, minmax(180px, 1fr))">
          {(Object.keys(bodyLabels) as (keyof BodyMeasures)[]).map((key) => (
            <One key={key} name={key} />
          ))}
        </chakra.div>
        <chakra.div marginTop="12px">
          <Button size="small" onClick={() => save({ ...settings, body: defaultBody })}>
            Back to the usual ones
          </Button>
        </chakra.div>
      </Panel>
      <LengthsAndLight settings={settings} save={save} />
      <WhereItIs settings={settings} save={save} owns={owns} />
      <Panel>
        <chakra.h2 fontSize="1.2rem">Instruments that type</chakra.h2>
        <chakra.p marginTop="4px">
          A calliper or a scale that speaks as a keyboard types straight into any field here. To try how that goes
          without one, lay a simulated calliper and hanging scale on the screen.
        </chakra.p>
        <chakra.div marginTop="8px">
          <Button pressed={measuring} aria-pressed={measuring} onClick={() => showInstruments(!measuring)}>
            {measuring ? "Take them away" : "Lay them on the screen"}
          </Button>
        </chakra.div>
      </Panel>
      <Panel>
        <chakra.h2 fontSize="1.2rem">Who may come in</chakra.h2>
        <chakra.p marginTop="4px">
          {shared
            ? "This garden is shared in your network with whom its owner lets in."
            : "Nobody but you: this garden answers on this computer only."}{" "}
          <Link to="/sharing" style={{ display: "inline-block", padding: "10px 0" }}>
            {owns && shared ? "Let in, show out" : "More about it"}
          </Link>
        </chakra.p>
      </Panel>
      {owns && (
        <Panel>
          <chakra.h2 fontSize="1.2rem">Files</chakra.h2>
          <chakra.p marginTop="4px">
            The whole garden as an archive, its log as a table, its year for a calendar.{" "}
            <Link to="/files" style={{ display: "inline-block", padding: "10px 0" }}>
              Files, out and in
            </Link>
          </chakra.p>
        </Panel>
      )}
      {owns && <Copies />}
      <p>
        Gemmifer is made with the work of many others, letters and all.{" "}
        <a href="/notices.txt" target="_blank" rel="noopener" style={{ display: "inline-block", padding: "10px 0" }}>
          Whose, and under which licences
        </a>
      </p>
    </chakra.div>
  );
}

/** Units and light. */
function LengthsAndLight({
  settings,
  save,
}: {
  settings: Schemas["GardenSettings"];
  save: (settings: Schemas["GardenSettings"]) => void;
}) {
  return (
    <Panel>
      <chakra.h2 fontSize="1.2rem" marginBottom="10px">
        Lengths and light
      </chakra.h2>
      <chakra.div display="grid" gap="12px">
        <Choice
          label="Units"
          value={settings.units}
          onChange={(units) => save({ ...settings, units })}
          options={[
            { value: "metric", text: "millimetres, centimetres, metres" },
            { value: "imperial", text: "inches and feet" },
          ]}
        />
        <Choice
          label="Light"
          value={settings.theme}
          onChange={(theme) => save({ ...settings, theme })}
          options={[
            { value: "auto", text: "as the device" },
            { value: "light", text: "day" },
            { value: "dark", text: "evening" },
            { value: "sun", text: "bright sun" },
          ]}
        />
      </chakra.div>
    </Panel>
  );
}

/** Where the garden is, and with what frosts. */
function WhereItIs({
  settings,
  save,
  owns,
}: {
  settings: Schemas["GardenSettings"];
  save: (settings: Schemas["GardenSettings"]) => void;
  owns: boolean;
}) {
  return (
    <Panel id="place">
      <chakra.h2 fontSize="1.2rem" marginBottom="10px">
        Where the garden is
      </chakra.h2>
      {!owns && <chakra.p marginBottom="10px">The owner of the garden says where it is.</chakra.p>}
      <chakra.fieldset disabled={!owns} border="none" padding="0" margin="0">
        <chakra.div display="grid" gap="14px" gridTemplateColumns="repeat(auto-fit, minmax(180px, 1fr))">
          <div>
            <chakra.p fontWeight="700" marginBottom="4px">
              Half of the world
            </chakra.p>
            <Choice
              label="Hemisphere"
              value={settings.place.hemisphere}
              onChange={(hemisphere) => save({ ...settings, place: onHalf(settings.place, hemisphere) })}
              options={[
                { value: "north", text: "north" },
                { value: "south", text: "south" },
              ]}
            />
          </div>
          <Frost
            label="Last frost, usually"
            value={settings.place.lastFrost}
            onChange={(lastFrost) => save({ ...settings, place: { ...settings.place, lastFrost } })}
          />
          <Frost
            label="First frost, usually"
            value={settings.place.firstFrost}
            onChange={(firstFrost) => save({ ...settings, place: { ...settings.place, firstFrost } })}
          />
          <Latitude
            value={settings.place.latitude == null ? null : Number(settings.place.latitude)}
            south={settings.place.hemisphere === "south"}
            onChange={(latitude) => save({ ...settings, place: { ...settings.place, latitude } })}
          />
          <Zone
            value={settings.place.timeZone ?? null}
            onChange={(timeZone) => save({ ...settings, place: { ...settings.place, timeZone } })}
          />
        </chakra.div>
      </chakra.fieldset>
      <WhenPruned />
    </Panel>
  );
}

/** What the place comes to: the day from which this garden is pruned. */
function WhenPruned() {
  const now = useQuery({ queryKey: ["plants", "now"], queryFn: () => must(api.GET("/api/now")), staleTime: 0 });
  const from = now.data?.dueFrom;
  if (!from) return null;
  return (
    <chakra.p marginTop="10px" role="status">
      With these days the main prune of most plants begins about <b>{dayWords(from)}</b>.
    </chakra.p>
  );
}

function One({ name }: { name: keyof BodyMeasures }) {
  const { settings, save } = useSettings();
  const { body, long, thick } = useMeasures();
  const value = body[name];
  const show = value < 60 ? thick(value) : long(value);
  const [text, setText] = useState<string | null>(null);
  const mm = text === null ? value : readLength(text, defaultBody, value < 60 ? "mm" : "cm");
  const [low, high] = ranges[name];
  const wrong = mm === null || mm < low || mm > high;
  const commit = () => {
    if (text === null || wrong) return;
    save({ ...settings, body: { ...settings.body, [name]: Math.round(mm * 10) / 10 } });
    setText(null);
  };
  return (
    <Field
      label={bodyLabels[name].replace(/^a /, "").replace(/^./, (c) => c.toUpperCase())}
      error={text !== null && wrong ? `Between ${long(low)} and ${long(high)}.` : null}
    >
      <Input
        value={text ?? show}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === "Enter" && commit()}
      />
    </Field>
  );
}

/** How far from the equator, which says how long the days are; which side of it the half of the world says. */
function Latitude(props: { value: number | null; south: boolean; onChange: (value: number | null) => void }) {
  const [text, setText] = useState<string | null>(null);
  const degrees = text === null ? null : Number(text.replace(",", ".").replace(/[°\s]|degrees?/g, ""));
  const wrong = text !== null && text.trim() !== "" && !(degrees !== null && degrees >= 0 && degrees <= 90);
  const commit = () => {
    if (text === null || wrong) return;
    props.onChange(text.trim() === "" ? null : props.south ? -degrees! : degrees!);
    setText(null);
  };
  return (
    <Field
      label="Degrees from the equator"
      hint="for the length of the days; empty if nobody knows"
      error={wrong ? "Between 0 and 90." : null}
    >
      <Input
        value={text ?? (props.value === null ? "" : String(Math.abs(props.value)))}
        inputMode="decimal"
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === "Enter" && commit()}
      />
    </Field>
  );
}

/** Where days begin: as the computer that keeps the garden has it, or a zone; that of this device stands first. */
function Zone(props: { value: string | null; onChange: (value: string | null) => void }) {
  const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const all = [...new Set([here, ...(props.value ? [props.value] : []), ...Intl.supportedValuesOf("timeZone")])];
  return (
    <Field label="Time zone">
      <Select value={props.value ?? ""} onChange={(e) => props.onChange(e.target.value || null)}>
        <option value="">as the computer</option>
        {all.map((z) => (
          <option key={z} value={z}>
            {z.replaceAll("_", " ")}
          </option>
        ))}
      </Select>
    </Field>
  );
}

function Frost(props: { label: string; value: string; onChange: (value: string) => void }) {
  const [month, day] = props.value.split("-");
  const months = Array.from({ length: 12 }, (_, i) =>
    new Date(2001, i, 15).toLocaleDateString("en-GB", { month: "long" }),
  );
  return (
    <chakra.fieldset border="none" padding="0" margin="0">
      <chakra.legend fontWeight="700" marginBottom="4px" padding="0">
        {props.label}
      </chakra.legend>
      <chakra.div display="flex" gap="6px">
        <Input
          width="70px"
          aria-label={`${props.label}, day`}
          type="number"
          min={1}
          max={31}
          value={Number(day)}
          onChange={(e) =>
            Number(e.target.value) >= 1 &&
            Number(e.target.value) <= new Date(2000, Number(month), 0).getDate() &&
            props.onChange(`${month}-${e.target.value.padStart(2, "0")}`)
          }
        />
        <chakra.select
          aria-label={`${props.label}, month`}
          value={month}
          onChange={(e) => props.onChange(`${e.target.value}-${Number(day) > 28 ? "28" : day}`)}
          border="1.5px solid var(--muted)"
          borderRadius="7px"
          background="var(--sheet)"
          paddingInline="8px"
        >
          {months.map((m, i) => (
            <option key={m} value={String(i + 1).padStart(2, "0")}>
              {m}
            </option>
          ))}
        </chakra.select>
      </chakra.div>
    </chakra.fieldset>
  );
}
