import { useMemo } from "react";
import type { StemId } from "../api/stemId";
import { type Flat, placeAt, type Point, type View } from "../drawing/geometry";
import { axisIn, type DrawnStem, type Scene, type State } from "../drawing/scene";
import { cameraOf, stickFoot, viewOf } from "./camera";
import { shotOf } from "./taps";
import type { PhotoInHand } from "./usePhotos";

/** What is drawn over a photograph. */
export interface Shown {
  scene: Scene;
  state: State;
  selected: StemId | null;
  onSelect?: (id: StemId) => void;
  /** A stem to come close to: its cut fills the picture. */
  zoom?: string | null;
  title: string;
}

/** Units of the drawing that the picture is wide on a phone and on a desk, and that it is wide close to a cut. */
export const UNITS = 400,
  WIDE_UNITS = 640,
  NEAR = 240;

/** So much of the plant is in the picture close to a cut, mm. */
const CLOSE = 260;

/** How a photograph lies in the drawing, units of the drawing. */
export interface Framed {
  view: View;
  /** The whole photograph. */
  width: number;
  height: number;
  /** The part of it that is shown. */
  box: { x: number; y: number; width: number; height: number };
  /** The stem that is seen close to, where, and how many ties hold it. */
  close: { stem: DrawnStem; at: Flat; ties: number } | null;
}

/** How a photograph lies in the drawing: letters and strokes are as large as there, close to a cut too. */
export function useFramed(props: Shown & { photo: PhotoInHand; photos: PhotoInHand[]; units?: number }): Framed | null {
  const { photo, photos, scene, state } = props;
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
  const units = props.units ?? (window.innerWidth < 768 ? UNITS : WIDE_UNITS);
  const near = zoomed && spotsOf(scene, zoomed, state);
  const k = near && full ? NEAR / (near.wide * full.scale) : units / (part?.width ?? photo.width);
  const view = useMemo((): View | null => full && enlarged(full, k), [full, k]);
  if (!view || !part) return null;
  const at = near && view.flat(middleOf(near.spots));
  return {
    view,
    width: photo.width * k,
    height: photo.height * k,
    box: at
      ? { x: at.x - NEAR / 2, y: at.y - NEAR * 0.4, width: NEAR, height: NEAR * 0.8 }
      : { x: part.x * k, y: part.y * k, width: part.width * k, height: part.height * k },
    close: at && zoomed && near ? { stem: zoomed, at, ties: near.ties } : null,
  };
}

const enlarged = (full: View, k: number): View => ({
  scale: full.scale * k,
  flat: (p) => {
    const at = full.flat(p);
    return { x: at.x * k, y: at.y * k };
  },
});

/** What is to be seen of a stem close to: its ties, or its cut, and how wide that is, mm. */
function spotsOf(scene: Scene, stem: DrawnStem, state: State) {
  const ties = scene.ties.get(stem.id) ?? [];
  const spots: Point[] = ties.map((t) => ({ x: Number(t.x), y: Number(t.y), z: Number(t.z) }));
  if (spots.length === 0) spots.push(placeAt(axisIn(stem, state), stem.keptTo));
  return { spots, ties: ties.length, wide: Math.max(CLOSE, 1.3 * span(spots, "x"), 1.6 * span(spots, "z")) };
}

const span = (of: Point[], side: "x" | "z") =>
  of.length === 0 ? 0 : Math.max(...of.map((p) => p[side])) - Math.min(...of.map((p) => p[side]));

const middleOf = (of: Point[]): Point => {
  const mid = (side: keyof Point) => (Math.max(...of.map((p) => p[side])) + Math.min(...of.map((p) => p[side]))) / 2;
  return { x: mid("x"), y: mid("y"), z: mid("z") };
};

/** The part of a picture in which a plant is, pixels of the picture. */
function partOf(scene: Scene, view: View, width: number, height: number) {
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
