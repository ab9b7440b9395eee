import { chakra } from "@chakra-ui/react";
import { type ReactNode, useId, useMemo, useState } from "react";
import { Link } from "react-router";
import { useMeasures } from "../app/settings";
import { Button, Choice } from "../app/ui";
import { axisIn, type DrawnStem, lettered, rank, type Scene, type State } from "../drawing/scene";
import { outline, placeAt, type Point, type View } from "../drawing/geometry";
import { spreadOnLine } from "../drawing/labels";
import { TieMark } from "../drawing/OnSupport";
import { Patterns, pointable, StemLabel, StemShape } from "../drawing/paper";
import { frameOf } from "../drawing/SupportShape";
import { usePlant } from "../shared/usePlant";
import type { StemId } from "../api/stemId";
import { cameraOf, stickFoot, viewOf } from "./camera";
import { shotOf } from "./taps";
import { fromWords, type PhotoInHand, usePhotos, usePicture } from "./usePhotos";

interface Shown {
  scene: Scene;
  state: State;
  selected: StemId | null;
  onSelect?: (id: StemId) => void;
  /** A stem to come close to: its cut fills the picture. */
  zoom?: string | null;
  title: string;
}

interface Ready {
  /** Crown and stick alone make a picture ready: the plant was measured otherwise. */
  typed?: boolean;
}

const ASKED = "gemmifer.onPhoto";

/** The cane itself is seen through what is drawn over it, %. */
const USUAL = 75;

/** What is drawn, or the same over the plant's own photograph where one was tapped; the gardener chooses. */
export function WithPhoto(props: Shown & Ready & { children: ReactNode; step?: boolean }) {
  const { children, step, typed, ...shown } = props;
  const { plant } = usePlant();
  const ready = useReady(plant.id, typed);
  const [on, setOn] = useState(() => localStorage.getItem(ASKED) !== "no");
  const choose = (next: boolean) => {
    localStorage.setItem(ASKED, next ? "yes" : "no");
    setOn(next);
  };
  if (ready.length === 0) return <>{children}</>;
  if (step) {
    return (
      <OnStep photos={ready} on={on} onChoose={choose} {...shown}>
        {children}
      </OnStep>
    );
  }
  return (
    <div>
      <Choice
        label="Photograph or drawing"
        value={on ? "photo" : "drawing"}
        onChange={(v: string) => choose(v === "photo")}
        options={[
          { value: "photo", text: "Photograph" },
          { value: "drawing", text: "Drawing" },
        ]}
      />
      <chakra.div marginTop="8px">{on ? <Photographs photos={ready} {...shown} /> : children}</chakra.div>
    </div>
  );
}

/** The picture of a step fills the room it is given; below it what else it can show. */
function OnStep(
  props: Shown & { photos: PhotoInHand[]; on: boolean; onChoose: (on: boolean) => void; children: ReactNode },
) {
  const { photos, on, onChoose, children, ...shown } = props;
  const [key, setKey] = useState(photos[0]!.key);
  const [plain, setPlain] = useState(false);
  const photo = photos.find((p) => p.key === key) ?? photos[0]!;
  return (
    <chakra.div data-fills height="100%" display="grid" gridTemplateRows="minmax(0,1fr) auto" gap="4px">
      <chakra.div minHeight="0">
        {on ? (
          <PlanOnPhoto
            key={photo.key}
            photo={photo}
            photos={photos}
            strength={plain ? 0 : USUAL / 100}
            fills
            {...shown}
          />
        ) : (
          children
        )}
      </chakra.div>
      <chakra.div display="flex" gap="4px" flexWrap="wrap" padding="2px">
        {photos.map((p) => (
          <Button
            key={p.key}
            size="small"
            pressed={on && p === photo}
            aria-pressed={on && p === photo}
            onClick={() => {
              setKey(p.key);
              onChoose(true);
            }}
          >
            {shortWords(p.from)}
          </Button>
        ))}
        <Button size="small" pressed={!on} aria-pressed={!on} onClick={() => onChoose(false)}>
          Drawing
        </Button>
        {on && (
          <Button size="small" pressed={plain} aria-pressed={plain} onClick={() => setPlain(!plain)}>
            Plain
          </Button>
        )}
      </chakra.div>
    </chakra.div>
  );
}

const shortWords = (from: number) => ["Behind", "Right", "Front", "Left"][Math.round(from / 3) % 4]!;

/** Photographs of the newest visit that tell where the camera stood, that from the front first. */
function useReady(plant: string, typed = false): PhotoInHand[] {
  const { photos } = usePhotos(plant);
  return useMemo(() => {
    // One on which canes were tapped shows them as they were measured.
    const measured = (p: PhotoInHand) => typed || Object.keys(p.taps.on ?? {}).length > 0;
    const tapped = photos.filter((p) => shotOf(p) !== null && measured(p));
    return tapped.filter((p) => p.date === tapped[0]!.date).sort((a, b) => far(a.from, 6) - far(b.from, 6));
  }, [photos, typed]);
}

/** On the cut sheet: what is decided over the photographs, as far as there are any. */
export function SheetPhotographs({ scene, typed }: Ready & { scene: Scene }) {
  const { plant } = usePlant();
  const ready = useReady(plant.id, typed).slice(0, 2);
  if (ready.length === 0) return null;
  return (
    <chakra.div display="grid" gridTemplateColumns={ready.length > 1 ? "1fr 1fr" : "1fr"} gap="8px" marginBlock="8px">
      {ready.map((p) => (
        <PlanOnPhoto
          key={p.key}
          photo={p}
          photos={ready}
          scene={scene}
          state="after"
          selected={null}
          units={UNITS}
          title="The plant"
        />
      ))}
    </chakra.div>
  );
}

const far = (a: number, b: number) => Math.abs(((((a - b) % 12) + 18) % 12) - 6);

function Photographs({ photos, ...shown }: Shown & { photos: PhotoInHand[] }) {
  const [key, setKey] = useState<string | null>(null);
  const [strength, setStrength] = useState(USUAL);
  const photo = photos.find((p) => p.key === key) ?? photos[0]!;
  // On a desk both sides have room.
  const sides = photos.length === 2 && window.innerWidth >= 1024 ? photos : [photo];
  return (
    <div>
      <chakra.div
        display="grid"
        gridTemplateColumns={sides.length > 1 ? "1fr 1fr" : "1fr"}
        gap="8px"
        alignItems="start"
      >
        {sides.map((p) => (
          <PlanOnPhoto
            key={p.key}
            photo={p}
            photos={photos}
            strength={strength / 100}
            units={sides.length > 1 ? UNITS : undefined}
            {...shown}
          />
        ))}
      </chakra.div>
      <chakra.div display="flex" flexWrap="wrap" gap="6px 12px" marginTop="8px" alignItems="center">
        {photos.length > sides.length &&
          photos.map((p) => (
            <Button
              key={p.key}
              size="small"
              pressed={p === photo}
              aria-pressed={p === photo}
              onClick={() => setKey(p.key)}
            >
              {fromWords(p.from)}
            </Button>
          ))}
        <Button
          size="small"
          pressed={strength === 0}
          aria-pressed={strength === 0}
          onClick={() => setStrength(strength === 0 ? USUAL : 0)}
        >
          Plain picture
        </Button>
        <chakra.label display="flex" alignItems="center" gap="8px" minHeight="44px">
          How strong
          <input
            type="range"
            min={0}
            max={100}
            step={10}
            value={strength}
            onChange={(e) => setStrength(Number(e.target.value))}
            style={{ width: 130, height: 32, accentColor: "var(--leaf)" }}
          />
        </chakra.label>
        <Link to="../photo" style={{ display: "inline-block", padding: "10px 0" }}>
          Taps and photographs
        </Link>
      </chakra.div>
    </div>
  );
}

/** Units of the drawing that the picture is wide on a phone and on a desk, and that it is wide close to a cut. */
const UNITS = 400,
  WIDE_UNITS = 640,
  NEAR = 240;

/** So much of the plant is in the picture close to a cut, mm. */
const CLOSE = 260;

/** A photograph with what is decided drawn over it, in the forms of the drawing. */
export function PlanOnPhoto(
  props: Shown & { photo: PhotoInHand; photos: PhotoInHand[]; strength?: number; fills?: boolean; units?: number },
) {
  const { photo, photos, scene, state, selected } = props;
  const { body, thick } = useMeasures();
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  const url = usePicture(photo);
  const zoomed = scene.stems.find((s) => s.id === props.zoom) ?? null;
  // The crown is tapped where the lowest wood comes out: canes at the union, a trunk at the soil.
  const ground = Math.min(...scene.stems.filter((s) => s.top).map((s) => s.axis.start.z), scene.crownHeight);
  const full = useMemo(() => {
    const shots = photos.map(shotOf).filter((s) => s !== null);
    const shot = shotOf(photo);
    const camera = shot && cameraOf(shot, stickFoot(shots));
    return camera && viewOf(camera, ground);
  }, [photo, photos, ground]);
  // Of the picture what there is of the plant, with room for its letters.
  const part = useMemo(
    () => full && partOf(scene, full, photo.width, photo.height),
    [full, scene, photo.width, photo.height],
  );
  // Letters and strokes are as large as in a drawing, close to a cut too.
  const units = props.units ?? (window.innerWidth < 768 ? UNITS : WIDE_UNITS);
  const ties = (zoomed && scene.ties.get(zoomed.id)) ?? [];
  const spots: Point[] = ties.map((t) => ({ x: Number(t.x), y: Number(t.y), z: Number(t.z) }));
  if (zoomed && spots.length === 0) spots.push(placeAt(axisIn(zoomed, state), zoomed.keptTo));
  const wide = Math.max(CLOSE, 1.3 * span(spots, "x"), 1.6 * span(spots, "z"));
  const k = zoomed && full ? NEAR / (wide * full.scale) : units / (part?.width ?? photo.width);
  const view = useMemo(
    (): View | null =>
      full && {
        scale: full.scale * k,
        flat: (p) => {
          const at = full.flat(p);
          return { x: at.x * k, y: at.y * k };
        },
      },
    [full, k],
  );
  const [width, height] = [photo.width * k, photo.height * k];
  if (!url || !view || !part) return <p>Fetching the picture.</p>;
  const order = [...scene.stems].sort((a, b) => rank(a.decision) - rank(b.decision));
  const tops = lettered(scene, state);
  const endOf = (s: DrawnStem) => {
    const axis = axisIn(s, state);
    return view.flat(placeAt(axis, state !== "found" && s.decision === "shorten" ? s.keptTo : axis.length));
  };
  const heads = tops.map(endOf);
  const places = spreadOnLine(
    heads.map((h) => Math.min((part.x + part.width) * k - 14, Math.max(part.x * k + 14, h.x))),
    25,
    part.x * k + 14,
    (part.x + part.width) * k - 14,
  );
  const close = zoomed ? view.flat(middleOf(spots)) : null;
  const top = part.y * k + 16;
  const finger = body.finger * view.scale;
  return (
    <svg
      viewBox={
        close
          ? `${close.x - NEAR / 2} ${close.y - NEAR * 0.4} ${NEAR} ${NEAR * 0.8}`
          : `${part.x * k} ${part.y * k} ${part.width * k} ${part.height * k}`
      }
      role="group"
      aria-label={`${props.title}, on the photograph ${fromWords(photo.from).toLowerCase()}`}
      style={{
        width: "100%",
        ...(props.fills ? { height: "100%" } : { maxWidth: `calc(66vh * ${close ? 1.25 : part.width / part.height})` }),
        display: "block",
        background: "var(--line)",
        borderRadius: 7,
      }}
    >
      <Patterns id={prefix} />
      <image href={url} width={width} height={height} />
      <g visibility={props.strength === 0 ? "hidden" : undefined}>
        <g opacity={props.strength ?? 1}>
          {order.map((s) => (
            <g key={s.id} {...pointable(s, s.id === selected, props.onSelect)}>
              {props.onSelect && <path d={outline(s.axis, 0, s.axis.length, view, 14)} fill="transparent" />}
              <StemShape stem={s} state={state} view={view} prefix={prefix} selected={s.id === selected} />
            </g>
          ))}
        </g>
        {scene.support && state !== "found" && <Wires scene={scene} view={view} />}
        {state !== "found" &&
          [...scene.ties].map(([id, of]) =>
            of.map((t) => (
              <TieMark
                key={`${id}-${t.n}`}
                at={view.flat({ x: Number(t.x), y: Number(t.y), z: Number(t.z) })}
                number={id === selected || id === props.zoom ? t.n : null}
              />
            )),
          )}
        {close && zoomed && ties.length > 0 ? (
          <StemLabel stem={zoomed} state={state} x={close.x + 90} y={close.y - 76} selected={false} />
        ) : close && zoomed ? (
          <g transform={`translate(${close.x} ${close.y})`}>
            <circle r={34} fill="none" stroke="#fff" strokeWidth="4" opacity={0.9} />
            <circle r={34} fill="none" stroke="var(--hip)" strokeWidth="2" />
            <StemLabel stem={zoomed} state={state} x={58} y={-50} lead={{ x: 25, y: -24 }} selected={false} />
          </g>
        ) : (
          tops.map((s, i) => (
            <StemLabel
              key={s.id}
              stem={s}
              state={state}
              x={places[i]!}
              y={top}
              lead={heads[i]!}
              selected={s.id === selected}
            />
          ))
        )}
      </g>
      {close && (
        <g transform={`translate(${close.x - NEAR / 2} ${close.y + NEAR * 0.4})`}>
          <Scale at={12} length={finger} unit={1} words={`little finger, ${thick(body.finger)}`} />
        </g>
      )}
    </svg>
  );
}

const span = (of: Point[], side: "x" | "z") =>
  of.length === 0 ? 0 : Math.max(...of.map((p) => p[side])) - Math.min(...of.map((p) => p[side]));

const middleOf = (of: Point[]): Point => {
  const mid = (side: keyof Point) => (Math.max(...of.map((p) => p[side])) + Math.min(...of.map((p) => p[side]))) / 2;
  return { x: mid("x"), y: mid("y"), z: mid("z") };
};

/** The wires of the support, and the lines that canes are led along. */
function Wires({ scene, view }: { scene: Scene; view: View }) {
  const frame = frameOf(scene.support!);
  const path = (places: Point[]) =>
    places
      .map((p) => view.flat(p))
      .map((p) => `${p.x},${p.y}`)
      .join(" ");
  return (
    <g fill="none" pointerEvents="none">
      {(scene.support!.wires ?? []).map((w, i) => (
        <polyline
          key={`w${i}`}
          points={path([frame.left, frame.right].map((x) => ({ x, y: frame.y, z: w.height })))}
          stroke="#1b1b1b"
          strokeWidth="1.2"
          opacity={0.7}
        />
      ))}
      {(scene.training?.lines ?? []).map((l) => (
        <polyline
          key={l.n}
          points={path(l.path.map(([x, z]) => ({ x: Number(x), y: frame.y, z: Number(z) })))}
          stroke="#1b1b1b"
          strokeWidth="1"
          strokeDasharray="1 6"
        />
      ))}
    </g>
  );
}

/** The part of a picture in which a plant is, pixels of the picture. */
export function partOf(scene: Scene, view: View, width: number, height: number) {
  const places = scene.stems.flatMap((s) =>
    [0, 0.25, 0.5, 0.75, 1].flatMap((t) => [
      view.flat(placeAt(s.axis, s.axis.length * t)),
      ...(s.tied ? [view.flat(placeAt(s.tied, s.tied.length * t))] : []),
    ]),
  );
  const seen = places.filter((p) => p.x >= 0 && p.x <= width && p.y >= 0 && p.y <= height);
  if (seen.length < 2) return { x: 0, y: 0, width, height };
  const [xs, ys] = [seen.map((p) => p.x), seen.map((p) => p.y)];
  const room = 0.12 * Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  const [left, right] = [Math.max(0, Math.min(...xs) - room * 2), Math.min(width, Math.max(...xs) + room * 2)];
  const [top, bottom] = [Math.max(0, Math.min(...ys) - room * 1.5), Math.min(height, Math.max(...ys) + room)];
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** A breadth in the picture's own scale. */
function Scale(props: { at: number; length: number; unit: number; words: string }) {
  const { at, length, unit } = props;
  const y = -8 * unit;
  const d = `M${at} ${y - 4 * unit}v${8 * unit}M${at} ${y}h${length}M${at + length} ${y - 4 * unit}v${8 * unit}`;
  return (
    <g>
      <path d={d} stroke="#fff" strokeWidth={4 * unit} fill="none" />
      <path d={d} stroke="#1b1b1b" strokeWidth={1.6 * unit} fill="none" />
      <text
        x={at + length + 7 * unit}
        y={y + 4 * unit}
        fontSize={11 * unit}
        fill="#1b1b1b"
        stroke="#fff"
        strokeWidth={3.4 * unit}
        paintOrder="stroke"
      >
        {props.words}
      </text>
    </g>
  );
}
