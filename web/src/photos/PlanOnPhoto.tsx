import { useId } from "react";
import { useMeasures } from "../app/settings";
import { axisIn, type DrawnStem, lettered, rank, type Scene } from "../drawing/scene";
import { type Flat, outline, placeAt, type Point, type View } from "../drawing/geometry";
import { spreadOnLine } from "../drawing/labels";
import { TieMark } from "../drawing/supportMarks";
import { Patterns, pointable, StemLabel, StemShape } from "../drawing/paper";
import { frameOf } from "../drawing/SupportShape";
import { type Framed, NEAR, type Shown, useFramed } from "./useFramed";
import { fromWords, type PhotoInHand, usePicture } from "./usePhotos";

/** A photograph with what is decided drawn over it, in the forms of the drawing. */
export function PlanOnPhoto(
  props: Shown & { photo: PhotoInHand; photos: PhotoInHand[]; strength?: number; fills?: boolean; units?: number },
) {
  const { photo, state, scene, selected } = props;
  const { body, thick } = useMeasures();
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  const url = usePicture(photo);
  const framed = useFramed(props);
  if (!url || !framed) return <p>Fetching the picture.</p>;
  const { view, box, close } = framed;
  return (
    <svg
      viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
      role="group"
      aria-label={`${props.title}, on the photograph ${fromWords(photo.from).toLowerCase()}`}
      style={{
        width: "100%",
        ...(props.fills ? { height: "100%" } : { maxWidth: `calc(66vh * ${box.width / box.height})` }),
        display: "block",
        background: "var(--line)",
        borderRadius: 7,
      }}
    >
      <Patterns id={prefix} />
      <image href={url} width={framed.width} height={framed.height} />
      <g visibility={props.strength === 0 ? "hidden" : undefined}>
        <g opacity={props.strength ?? 1}>
          {[...scene.stems]
            .sort((a, b) => rank(a.decision) - rank(b.decision))
            .map((s) => (
              <g key={s.id} {...pointable(s, s.id === selected, props.onSelect)}>
                {props.onSelect && <path d={outline(s.axis, 0, s.axis.length, view, 14)} fill="transparent" />}
                <StemShape stem={s} state={state} view={view} prefix={prefix} selected={s.id === selected} />
              </g>
            ))}
        </g>
        {state !== "found" && <Held shown={props} view={view} />}
        {close ? <NearLabel shown={props} close={close} /> : <Labels shown={props} framed={framed} />}
      </g>
      {close && (
        <g transform={`translate(${box.x} ${close.at.y + NEAR * 0.4})`}>
          <Scale at={12} length={body.finger * view.scale} unit={1} words={`little finger, ${thick(body.finger)}`} />
        </g>
      )}
    </svg>
  );
}

/** What holds the canes: wires, and ties, which are numbered on the cane in hand. */
function Held({ shown, view }: { shown: Shown; view: View }) {
  const { scene, selected, zoom } = shown;
  return (
    <>
      {scene.support && <Wires scene={scene} view={view} />}
      {[...scene.ties].map(([id, of]) =>
        of.map((t) => (
          <TieMark
            key={`${id}-${t.n}`}
            at={view.flat({ x: Number(t.x), y: Number(t.y), z: Number(t.z) })}
            number={id === selected || id === zoom ? t.n : null}
          />
        )),
      )}
    </>
  );
}

/** The letter of the cane that is seen close to, with a ring round its cut. */
function NearLabel({ shown, close }: { shown: Shown; close: NonNullable<Framed["close"]> }) {
  const { stem, at, ties } = close;
  return ties > 0 ? (
    <StemLabel stem={stem} state={shown.state} x={at.x + 90} y={at.y - 76} selected={false} />
  ) : (
    <g transform={`translate(${at.x} ${at.y})`}>
      <circle r={34} fill="none" stroke="#fff" strokeWidth="4" opacity={0.9} />
      <circle r={34} fill="none" stroke="var(--hip)" strokeWidth="2" />
      <StemLabel stem={stem} state={shown.state} x={58} y={-50} lead={{ x: 25, y: -24 }} selected={false} />
    </g>
  );
}

/** The letters of all canes in a line above them. */
function Labels({ shown, framed }: { shown: Shown; framed: Framed }) {
  const { scene, state, selected } = shown;
  const { view, box } = framed;
  const tops = lettered(scene, state);
  const endOf = (s: DrawnStem): Flat => {
    const axis = axisIn(s, state);
    return view.flat(placeAt(axis, state !== "found" && s.decision === "shorten" ? s.keptTo : axis.length));
  };
  const heads = tops.map(endOf);
  const [from, to] = [box.x + 14, box.x + box.width - 14];
  const places = spreadOnLine(
    heads.map((h) => Math.min(to, Math.max(from, h.x))),
    25,
    from,
    to,
  );
  return (
    <>
      {tops.map((s, i) => (
        <StemLabel
          key={s.id}
          stem={s}
          state={state}
          x={places[i]!}
          y={box.y + 16}
          lead={heads[i]!}
          selected={s.id === selected}
        />
      ))}
    </>
  );
}

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
