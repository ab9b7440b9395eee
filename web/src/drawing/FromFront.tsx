import { useId } from "react";
import { useMeasures } from "../app/settings";
import type { StemId } from "../api/stemId";
import type { Towards } from "../survey/types";
import { OnSupport } from "./OnSupport";
import { fromFront, outline, placeAt, type Flat, type View } from "./geometry";
import { spreadOnLine } from "./labels";
import { halo, Patterns, pointable, ShootShape, StemLabel, StemShape } from "./paper";
import { extentOf, heightOfShown, lettered, type Scene, type State } from "./scene";

const width = 400;
const height = 456;
const soilAt = 418;
const top = 44;

interface Props {
  scene: Scene;
  state: State;
  selected: StemId | null;
  /** Stems whose letters are ringed twice. */
  marked?: Set<string>;
  onSelect?: (id: StemId) => void;
  title: string;
  /** A stem to come close to: its cut fills the picture. */
  zoom?: string | null;
  /** The gardener leads a cane to a place on the support. */
  onTowards?: (id: StemId, towards: Towards) => void;
  /** A height above the soil to which the whole plant comes down, mm. */
  level?: number | null;
}

/** The plant from the front: on its support where it has one that canes are tied to. */
export function FromFront(props: Props) {
  return props.scene.climbs && props.scene.support ? <OnSupport {...props} /> : <Free {...props} />;
}

/** A plant that stands free: heights, soil, union; far canes paler. */
function Free(props: Props) {
  const { scene, state, selected } = props;
  const { long, body } = useMeasures();
  const prefix = useId().replace(/[^a-zA-Z0-9]/g, "");
  const extent = extentOf(scene, state);
  const scale = Math.min((soilAt - top) / extent.height, (width - 60) / 2 / extent.reach);
  const view = fromFront({ x: width / 2, y: soilAt }, scale);
  const reach = Math.max(1, ...scene.stems.map((s) => Math.abs(placeAt(s.axis, s.axis.length / 2).y)));
  const far = (y: number) => (y / reach + 1) / 2;
  const order = [...scene.stems].sort(
    (a, b) => placeAt(b.axis, b.axis.length / 2).y - placeAt(a.axis, a.axis.length / 2).y,
  );
  const guide = (z: number, name: string) => {
    const y = soilAt - z * scale;
    return y < top + 6 ? null : (
      <g key={name}>
        <line x1="8" x2={width - 8} y1={y} y2={y} stroke="var(--muted)" strokeDasharray="1 5" opacity={0.8} />
        <text x={width - 8} y={y - 4} textAnchor="end" fontSize="12.500" fill="var(--muted)" {...halo}>
          {name}
        </text>
      </g>
    );
  };
  const band = scene.heights;
  // A weak plant keeps more: its cuts may stand above the usual heights.
  const higher =
    band &&
    scene.stems.some((s) => s.stands && s.decision === "shorten" && placeAt(s.axis, s.keptTo).z > band.max + 30);
  const zoomed = scene.stems.find((s) => s.id === props.zoom);
  const close = zoomed ? view.flat(placeAt(zoomed.axis, zoomed.keptTo)) : null;
  return (
    <svg
      viewBox={close ? `${close.x - 120} ${close.y - 95} 240 190` : `0 0 ${width} ${height}`}
      role="group"
      aria-label={props.title}
      style={{ width: "100%", height: "100%", display: "block" }}
    >
      <Patterns id={prefix} />
      <clipPath id={`${prefix}-frame`}>
        <rect x="0" y={top - 14} width={width} height={soilAt - top + 14} />
      </clipPath>
      {state === "after" && band && <Heights scale={scale} band={band} />}
      <rect x="0" y={soilAt} width={width} height={height - soilAt} fill="var(--soil)" />
      <rect x="0" y={soilAt} width={width} height={height - soilAt} fill={`url(#${prefix}-soil)`} opacity={0.22} />
      <g clipPath={`url(#${prefix}-frame)`}>
        {order.map((s) => (
          <g key={s.id} {...pointable(s, s.id === selected, props.onSelect)}>
            {props.onSelect && <path d={outline(s.axis, 0, s.axis.length, view, 16)} fill="transparent" />}
            <StemShape
              stem={s}
              state={state}
              view={view}
              prefix={prefix}
              selected={s.id === selected}
              far={far(placeAt(s.axis, s.axis.length / 2).y)}
            />
          </g>
        ))}
        {state === "summer" &&
          scene.newShoots.map((s, i) => <ShootShape key={i} shoot={s} view={view} tight={s.crowded === true} />)}
      </g>
      {state === "after" && band && !close && (
        <text x="8" y={soilAt - band.max * scale + 15} fontSize="12.500" fill="var(--leaf)" {...halo}>
          {higher ? "usually cut" : "cut"} between {long(band.min)} and {long(band.max)}
        </text>
      )}
      <Level {...props} long={long} scale={scale} />
      {guide(body.hip, `hip, ${long(body.hip)}`)}
      {guide(body.hip / 2, long(body.hip / 2))}
      <Crown scene={scene} scale={scale} prefix={prefix} />
      <line x1="0" x2={width} y1={soilAt} y2={soilAt} stroke="var(--ink)" strokeWidth="2" />
      {close && zoomed && (
        <StemLabel stem={zoomed} state={state} x={close.x + 46} y={close.y - 34} lead={close} selected={false} />
      )}
      <Letters {...props} extent={extent} view={view} close={close} />
    </svg>
  );
}

/** Between which heights the cuts lie. */
function Heights({ scale, band }: { scale: number; band: { min: number; max: number } }) {
  return (
    <g>
      <rect
        x="0"
        width={width}
        y={soilAt - band.max * scale}
        height={(band.max - band.min) * scale}
        fill="var(--leafWash)"
        opacity={0.6}
      />
    </g>
  );
}

/** The height to which the whole plant comes down. */
function Level(props: Props & { long: (mm: number) => string; scale: number }) {
  const { long, scale } = props;
  return (
    props.level != null && (
      <g>
        <line
          x1="0"
          x2={width}
          y1={soilAt - props.level * scale}
          y2={soilAt - props.level * scale}
          stroke="var(--hip)"
          strokeWidth="3"
        />
        <text x="8" y={soilAt - props.level * scale - 7} fontSize="15" fontWeight="700" fill="var(--hip)" {...halo}>
          down to {long(props.level)}
        </text>
      </g>
    )
  );
}

/** The letters of the stems, above the highest part of each that is in the picture. */
function Letters(
  props: Props & {
    extent: { reach: number; height: number };
    view: View;
    close: Flat | null;
  },
) {
  const { scene, state, selected, extent, view, close } = props;
  const tops = lettered(scene, state);
  // A label hangs above the highest part of its stem that is in the picture.
  const heads = tops.map((s) => view.flat(heightOfShown(s, state, extent.height)));
  const places = spreadOnLine(
    heads.map((h) => Math.min(width - 16, Math.max(16, h.x))),
    27,
    16,
    width - 16,
  );
  return (close ? [] : tops).map((s, i) => (
    <StemLabel
      key={s.id}
      stem={s}
      state={state}
      x={places[i]!}
      y={18}
      lead={{ x: heads[i]!.x, y: Math.max(30, heads[i]!.y) }}
      selected={s.id === selected}
      marked={props.marked?.has(s.id)}
    />
  ));
}

/** The union or crown: a swelling at its height, or under a mound where it is buried. */
function Crown(props: { scene: Scene; scale: number; prefix: string }) {
  const { scene, scale } = props;
  const x = width / 2;
  const half = Math.max(13, 52 * scale);
  if (scene.buried) {
    return (
      <g>
        <path
          d={`M${x - half * 2.4} ${soilAt}Q${x} ${soilAt - 24} ${x + half * 2.4} ${soilAt}Z`}
          fill="var(--soil)"
          stroke="var(--ink)"
          strokeWidth="1.2"
        />
        <path
          d={`M${x - half * 2.4} ${soilAt}Q${x} ${soilAt - 24} ${x + half * 2.4} ${soilAt}Z`}
          fill={`url(#${props.prefix}-soil)`}
          opacity={0.4}
        />
        <text x={x} y={soilAt + 18} textAnchor="middle" fontSize="12.500" fill="var(--ink)">
          crown covered
        </text>
      </g>
    );
  }
  const z = scene.crownHeight * scale;
  if (scene.standard) return <Standard head={soilAt - z} scale={scale} />;
  return (
    <path
      d={`M${x - half} ${soilAt}C${x - half} ${soilAt - z - 12} ${x + half} ${soilAt - z - 12} ${x + half} ${soilAt}Z`}
      fill="var(--bark4)"
      stroke="var(--ink)"
    />
  );
}

/** The stem of a standard up to its head, with its stake and tie. */
function Standard(props: { head: number; scale: number }) {
  const { head, scale } = props;
  const x = width / 2;
  const half = Math.max(3.5, 13 * scale);
  const stake = x + half + 6;
  return (
    <g stroke="var(--ink)" strokeWidth="1" strokeLinejoin="round">
      <path
        d={`M${stake - 3} ${head - 16}L${stake} ${head - 21}L${stake + 3} ${head - 16}V${soilAt}H${stake - 3}Z`}
        fill="var(--soil)"
      />
      <path
        d={`M${x - half * 1.5} ${soilAt}C${x - half} ${soilAt - 30} ${x - half * 0.7} ${head + 60} ${x - half * 0.8} ${head + 6}C${x - half * 2.2} ${head - 2} ${x - half} ${head - 8} ${x} ${head - 8}C${x + half} ${head - 8} ${x + half * 2.2} ${head - 2} ${x + half * 0.8} ${head + 6}C${x + half * 0.7} ${head + 60} ${x + half} ${soilAt - 30} ${x + half * 1.5} ${soilAt}Z`}
        fill="var(--bark3)"
      />
      {[head + 18, (head + soilAt) / 2].map((y) => (
        <path
          key={y}
          d={`M${x - half - 1.5} ${y - 3}L${stake + 4} ${y - 3}V${y + 3}H${x - half - 1.5}Z`}
          fill="var(--ochreWash)"
        />
      ))}
    </g>
  );
}
