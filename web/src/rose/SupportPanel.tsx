import { chakra } from "@chakra-ui/react";
import { useState, type Dispatch, type SetStateAction } from "react";
import { useMeasures } from "../app/settings";
import { Button, Field, Input, Panel } from "../app/ui";
import { fromFront } from "../drawing/geometry";
import { supports, SupportShape } from "../drawing/SupportShape";
import { thickness } from "../survey/document";
import { readLength } from "../survey/measures";
import { keepOutOf, openingOf, readWires, supportKinds, supportOf, supportWords } from "../drawing/support";
import type { KeepOut, Opening, Support } from "../survey/types";
import { Length } from "../shared/Length";
import { usePlant } from "../shared/usePlant";

/** What the plant is tied to, and what has to stay clear: said, not drawn. */
export function SupportPanel() {
  const { survey, kind } = usePlant();
  const { long } = useMeasures();
  const support = survey.document.support ?? null;
  const zones = survey.document.keepOut ?? [];
  const [open, setOpen] = useState(false);
  const set = (next: Support | null) => survey.change((d) => ({ ...d, support: next }));
  const keep = (next: KeepOut[]) => survey.change((d) => ({ ...d, keepOut: next }));
  const missing = kind.climbs && support === null;
  if (!missing && !open) {
    return (
      <Panel style={{ padding: "8px 14px" }}>
        <chakra.div display="flex" gap="10px" alignItems="center" flexWrap="wrap">
          <chakra.span flex="1" minWidth="180px">
            {support && (kind.climbs || kind.hangs) ? (
              <b>{kind.hangs ? `A stake, ${long(support.height)} high` : supportWords(support, long)}</b>
            ) : (
              <b>Around the plant</b>
            )}
            <chakra.span color="muted">
              {zones.length > 0
                ? `; keep clear: ${zones.map((z) => z.name ?? "a place").join(", ")}`
                : "; nothing has to stay clear"}
            </chakra.span>
          </chakra.span>
          <Button size="small" onClick={() => setOpen(true)}>
            Change
          </Button>
        </chakra.div>
      </Panel>
    );
  }
  return (
    <Panel>
      {kind.climbs && <Kinds support={support} setOpen={setOpen} set={set} />}
      {kind.climbs && support && <Measured support={support} set={set} />}
      {kind.hangs && (
        <chakra.div marginBottom="10px">
          <Length
            label="The stake ends above the soil at"
            hint="it should reach into the head; the tie sits right under it"
            value={support?.height ?? 1300}
            least={200}
            most={4000}
            onChange={(height) => set({ kind: "stake", width: 50, height })}
          />
        </chakra.div>
      )}
      <KeepClear zones={zones} keep={keep} />
      {!missing && (
        <chakra.div marginTop="12px">
          <Button size="small" look="main" onClick={() => setOpen(false)}>
            That is all
          </Button>
        </chakra.div>
      )}
    </Panel>
  );
}

/** What it can climb on, as pictures. */
function Kinds({
  support,
  setOpen,
  set,
}: {
  support: Support | null;
  setOpen: Dispatch<SetStateAction<boolean>>;
  set: (next: Support | null) => void;
}) {
  return (
    <>
      <chakra.h2 fontSize="1.15rem">What does it climb on?</chakra.h2>
      <chakra.div
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(88px, 1fr))"
        gap="6px"
        marginTop="8px"
        role="group"
        aria-label="Support"
      >
        {supportKinds.map((k) => (
          <Button
            key={k.kind}
            pressed={support?.kind === k.kind}
            aria-pressed={support?.kind === k.kind}
            onClick={() => (setOpen(true), set(supportOf(k.kind, support)))}
            title={k.hint}
            style={{ flexDirection: "column", padding: "6px 4px", minHeight: 88, gap: 2 }}
          >
            <Picture kind={k.kind} />
            <span>{k.word.replace(/^an? /, "")}</span>
          </Button>
        ))}
      </chakra.div>
    </>
  );
}

/** A small drawing of a support by the hand that draws the large one. */
function Picture({ kind }: { kind: Support["kind"] }) {
  const base = supportOf(kind, null);
  const support = { ...base, from: -base.width / 2, wires: kind === "wires" ? base.wires : [] };
  const scale = Math.min(52 / support.height / 1.12, 60 / support.width);
  return (
    <svg viewBox="-34 -54 68 58" width="62" height="53" aria-hidden>
      <rect x="-34" y="0" width="68" height="4" fill="var(--soil)" />
      <SupportShape support={{ ...support, wires: [] }} view={fromFront({ x: 0, y: 0 }, scale)} words={() => ""} />
      {kind === "wires" &&
        [0.3, 0.55, 0.8].map((s) => (
          <line
            key={s}
            x1={(-support.width / 2) * scale}
            x2={(support.width / 2) * scale}
            y1={-support.height * scale * s}
            y2={-support.height * scale * s}
            stroke="currentColor"
          />
        ))}
    </svg>
  );
}

function Measured({ support, set }: { support: Support; set: (s: Support) => void }) {
  const { long, body } = useMeasures();
  const words = supports[support.kind];
  const flat = supports[support.kind].form === "face";
  const shownWires = (support.wires ?? []).map((w) => long(w.height)).join(", ");
  const [wires, setWires] = useState(shownWires);
  const [wrong, setWrong] = useState(false);
  const left = -(support.from ?? -support.width / 2);
  const takeWires = () => {
    const read = readWires(wires, (w) => readLength(w, body, "cm"));
    const fits =
      read !== null && read.every((w) => w.height <= support.height) && (support.kind !== "wires" || read.length > 0);
    setWrong(!fits);
    if (fits && wires !== shownWires) set({ ...support, wires: read });
  };
  const openings = support.openings ?? [];
  const setOpening = (i: number, o: Opening | null) =>
    set({ ...support, openings: o ? openings.map((x, k) => (k === i ? o : x)) : openings.filter((_, k) => k !== i) });
  return (
    <chakra.div marginTop="12px">
      <chakra.div display="grid" gap="10px 14px" gridTemplateColumns="repeat(auto-fit, minmax(min(100%, 170px), 1fr))">
        {thickness[support.kind] === undefined && (
          <Length
            label={words.width}
            value={support.width}
            least={50}
            most={30000}
            onChange={(width) =>
              set({
                ...support,
                width,
                from: left <= 0 ? 0 : left >= support.width ? -width : (-left / support.width) * width,
              })
            }
          />
        )}
        <Length
          label="Height"
          value={support.height}
          least={50}
          most={10000}
          onChange={(height) => set({ ...support, height })}
        />
        {(flat || support.kind === "pergola") && (
          <Length
            label="From its left edge to the plant"
            value={left}
            least={0}
            most={support.width}
            onChange={(mm) => set({ ...support, from: -mm })}
          />
        )}
      </chakra.div>
      {support.kind === "arch" && <Leg support={support} set={set} left={left} />}
      {flat && (
        <chakra.div marginTop="10px">
          <Field
            label="Wires, at which heights"
            hint={support.kind === "wires" ? "numbered in this order" : "leave empty where there are none"}
            error={wrong ? `Heights with commas between, none above ${long(support.height)}: 40 cm, 75 cm.` : null}
          >
            <Input
              value={wires}
              onChange={(e) => setWires(e.target.value)}
              onBlur={takeWires}
              onKeyDown={(e) => e.key === "Enter" && (e.preventDefault(), takeWires())}
            />
          </Field>
          {openings.map((o, i) => (
            <OpeningFields key={i} support={support} left={left} setOpening={setOpening} o={o} i={i} />
          ))}
          <AddOpening support={support} set={set} openings={openings} />
        </chakra.div>
      )}
    </chakra.div>
  );
}

/** At which leg of an arch it stands. */
function Leg({ support, set, left }: { support: Support; set: (s: Support) => void; left: number }) {
  return (
    <chakra.div marginTop="10px" display="flex" gap="6px" role="group" aria-label="Which leg">
      <Button size="small" pressed={left <= 0} aria-pressed={left <= 0} onClick={() => set({ ...support, from: 0 })}>
        It stands at the left leg
      </Button>
      <Button
        size="small"
        pressed={left > 0}
        aria-pressed={left > 0}
        onClick={() => set({ ...support, from: -support.width })}
      >
        At the right leg
      </Button>
    </chakra.div>
  );
}

/** Where a window or a door is, and how large. */
function OpeningFields({
  support,
  left,
  setOpening,
  o,
  i,
}: {
  support: Support;
  left: number;
  setOpening: (i: number, o: { x: number; z: number; width: number; height: number } | null) => void;
  o: { x: number; z: number; width: number; height: number };
  i: number;
}) {
  return (
    <chakra.fieldset border="1px solid var(--line)" borderRadius="8px" padding="8px 12px" margin="10px 0 0">
      <chakra.legend fontWeight="700" paddingInline="4px">
        {o.z < 100 ? "A door" : "A window"}
      </chakra.legend>
      <chakra.div display="grid" gap="8px 12px" gridTemplateColumns="repeat(auto-fit, minmax(130px, 1fr))">
        <Length
          label="Left edge to it"
          value={o.x + left}
          least={0}
          most={support.width}
          onChange={(mm) => setOpening(i, { ...o, x: mm - left })}
        />
        <Length
          label="Soil to its sill"
          value={o.z}
          least={0}
          most={support.height}
          onChange={(z) => setOpening(i, { ...o, z })}
        />
        <Length
          label="Its width"
          value={o.width}
          least={1}
          most={support.width}
          onChange={(width) => setOpening(i, { ...o, width })}
        />
        <Length
          label="Its height"
          value={o.height}
          least={1}
          most={support.height}
          onChange={(height) => setOpening(i, { ...o, height })}
        />
      </chakra.div>
      <Button size="small" look="quiet" onClick={() => setOpening(i, null)}>
        Take it away
      </Button>
    </chakra.fieldset>
  );
}

/** A window or a door in the face. */
function AddOpening({
  support,
  set,
  openings,
}: {
  support: Support;
  set: (s: Support) => void;
  openings: { x: number; z: number; width: number; height: number }[];
}) {
  return (
    <chakra.div display="flex" gap="6px" flexWrap="wrap" marginTop="8px">
      <Button size="small" onClick={() => set({ ...support, openings: [...openings, openingOf("window", support)] })}>
        Add a window
      </Button>
      <Button size="small" onClick={() => set({ ...support, openings: [...openings, openingOf("door", support)] })}>
        Add a door
      </Button>
    </chakra.div>
  );
}

function KeepClear({ zones, keep }: { zones: KeepOut[]; keep: (zones: KeepOut[]) => void }) {
  const change = (i: number, z: KeepOut | null) =>
    keep(z ? zones.map((x, k) => (k === i ? z : x)) : zones.filter((_, k) => k !== i));
  return (
    <chakra.div marginTop="12px">
      <chakra.h2 fontSize="1.05rem">What has to stay clear?</chakra.h2>
      {zones.map((z, i) => (
        <chakra.div key={i} display="flex" gap="8px" alignItems="end" flexWrap="wrap" marginTop="6px">
          <Field label="Name">
            <Input
              value={z.name ?? ""}
              maxLength={60}
              onChange={(e) => change(i, { ...z, name: e.target.value })}
              style={{ width: 130 }}
            />
          </Field>
          <Field label="Towards, o'clock">
            <Input
              type="number"
              min={1}
              max={12}
              step={0.5}
              value={z.side}
              style={{ width: 96 }}
              onChange={(e) => {
                const side = Number(e.target.value);
                if (side > 0 && side <= 12) change(i, { ...z, side });
              }}
            />
          </Field>
          <chakra.div width="130px">
            <Length
              label="From the plant"
              value={z.from}
              least={0}
              most={20000}
              onChange={(from) => change(i, { ...z, from })}
            />
          </chakra.div>
          <Button size="small" look="quiet" onClick={() => change(i, null)}>
            Take it away
          </Button>
        </chakra.div>
      ))}
      <chakra.div display="flex" gap="6px" flexWrap="wrap" marginTop="6px">
        {["path", "drive", "door"].map((name) => (
          <Button key={name} size="small" onClick={() => keep([...zones, keepOutOf(name)])}>
            Keep a {name} clear
          </Button>
        ))}
      </chakra.div>
    </chakra.div>
  );
}
