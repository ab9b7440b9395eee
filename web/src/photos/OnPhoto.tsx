import { chakra } from "@chakra-ui/react";
import { type ReactNode, useId, useMemo, useState } from "react";
import { Link } from "react-router";
import { useMeasures } from "../app/settings";
import { Button, Choice } from "../app/ui";
import { axisIn, type DrawnStem, lettered, rank, type Scene, type State } from "../drawing/scene";
import { outline, placeAt, type View } from "../drawing/geometry";
import { spreadOnLine } from "../drawing/labels";
import { Patterns, pointable, StemLabel, StemShape } from "../drawing/paper";
import { usePlant } from "../shared/usePlant";
import { cameraOf, stickFoot, viewOf } from "./camera";
import { shotOf } from "./taps";
import { fromWords, type PhotoInHand, usePhotos, usePicture } from "./usePhotos";

interface Shown {
  scene: Scene;
  state: State;
  selected: string | null;
  onSelect?: (id: string) => void;
  /** A stem to come close to: its cut fills the picture. */
  zoom?: string | null;
  title: string;
}

const ASKED = "gemmifer.onPhoto";

/** What is drawn, or the same over the plant's own photograph where one was tapped; the gardener chooses. */
export function WithPhoto(props: Shown & { children: ReactNode }) {
  const { children, ...shown } = props;
  const { plant } = usePlant();
  const { photos } = usePhotos(plant.id);
  // Those of the newest visit that tell where the camera stood.
  const ready = useMemo(() => {
    const tapped = photos.filter((p) => shotOf(p) !== null);
    return tapped.filter((p) => p.date === tapped[0]!.date).sort((a, b) => far(a.from, 6) - far(b.from, 6));
  }, [photos]);
  const [on, setOn] = useState(() => localStorage.getItem(ASKED) !== "no");
  const choose = (next: boolean) => {
    localStorage.setItem(ASKED, next ? "yes" : "no");
    setOn(next);
  };
  if (ready.length === 0) return <>{children}</>;
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

const far = (a: number, b: number) => Math.abs(((((a - b) % 12) + 18) % 12) - 6);

function Photographs({ photos, ...shown }: Shown & { photos: PhotoInHand[] }) {
  const [key, setKey] = useState<string | null>(null);
  const [strength, setStrength] = useState(100);
  const photo = photos.find((p) => p.key === key) ?? photos[0]!;
  return (
    <div>
      <PlanOnPhoto key={photo.key} photo={photo} photos={photos} strength={strength / 100} {...shown} />
      <chakra.div display="flex" flexWrap="wrap" gap="6px 12px" marginTop="8px" alignItems="center">
        {photos.length > 1 &&
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
          onClick={() => setStrength(strength === 0 ? 100 : 0)}
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

/** The picture is drawn on in these units, so that letters and strokes are as large as in a drawing. */
const UNITS = 400;

/** A photograph with what is decided drawn over it, in the forms of the drawing. */
export function PlanOnPhoto(props: Shown & { photo: PhotoInHand; photos: PhotoInHand[]; strength?: number }) {
  const { photo, photos, scene, state, selected } = props;
  const { body, thick } = useMeasures();
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  const url = usePicture(photo);
  const k = UNITS / Math.max(photo.width, photo.height);
  const [width, height] = [photo.width * k, photo.height * k];
  const view = useMemo((): View | null => {
    const shots = photos.map(shotOf).filter((s) => s !== null);
    const shot = shotOf(photo);
    const camera = shot && cameraOf(shot, stickFoot(shots));
    if (!camera) return null;
    const full = viewOf(camera, scene.crownHeight);
    return {
      scale: full.scale * k,
      flat: (p) => {
        const at = full.flat(p);
        return { x: at.x * k, y: at.y * k };
      },
    };
  }, [photo, photos, scene.crownHeight, k]);
  if (!url || !view) return <p>Fetching the picture.</p>;
  const order = [...scene.stems].sort((a, b) => rank(a.decision) - rank(b.decision));
  const tops = lettered(scene, state);
  const endOf = (s: DrawnStem) => {
    const axis = axisIn(s, state);
    return view.flat(placeAt(axis, state !== "found" && s.decision === "shorten" ? s.keptTo : axis.length));
  };
  const heads = tops.map(endOf);
  const places = spreadOnLine(
    heads.map((h) => Math.min(width - 14, Math.max(14, h.x))),
    25,
    14,
    width - 14,
  );
  const zoomed = scene.stems.find((s) => s.id === props.zoom);
  const close = zoomed ? view.flat(placeAt(axisIn(zoomed, state), zoomed.keptTo)) : null;
  // Close to it a hand and a half is in the picture.
  const near = Math.min(width, 300 * view.scale);
  const top = Math.max(14, Math.min(...heads.map((h) => h.y)) - 34);
  const finger = body.finger * view.scale;
  return (
    <svg
      viewBox={close ? `${close.x - near / 2} ${close.y - near * 0.4} ${near} ${near * 0.8}` : `0 0 ${width} ${height}`}
      role="group"
      aria-label={`${props.title}, on the photograph ${fromWords(photo.from).toLowerCase()}`}
      style={{
        width: "100%",
        maxWidth: `calc(66vh * ${close ? 1.25 : width / height})`,
        display: "block",
        background: "var(--line)",
        borderRadius: 7,
      }}
    >
      <Patterns id={prefix} />
      <image href={url} width={width} height={height} />
      <g opacity={props.strength ?? 1} visibility={props.strength === 0 ? "hidden" : undefined}>
        {order.map((s) => (
          <g key={s.id} {...pointable(s, s.id === selected, props.onSelect)}>
            {props.onSelect && <path d={outline(s.axis, 0, s.axis.length, view, 14)} fill="transparent" />}
            <StemShape stem={s} state={state} view={view} prefix={prefix} selected={s.id === selected} />
          </g>
        ))}
        {close && zoomed ? (
          <g transform={`translate(${close.x} ${close.y}) scale(${near / 240})`}>
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
        <g transform={`translate(${close.x - near / 2} ${close.y + near * 0.4})`}>
          <Scale at={near * 0.05} length={finger} unit={near / 240} words={`little finger, ${thick(body.finger)}`} />
        </g>
      )}
    </svg>
  );
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
