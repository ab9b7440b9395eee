import { chakra } from "@chakra-ui/react";
import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef, useState } from "react";
import type { Px } from "./camera";
import { type Handle, placeOf, type Taps } from "./taps";

interface Props {
  url: string;
  size: [number, number];
  taps: Taps;
  /** What stands on it that can be moved. */
  handles: Handle[];
  /** The one that arrow keys move. */
  held: Handle | null;
  /** Taps move what is there, and add nothing. */
  moves: boolean;
  onTap: (at: Px) => void;
  onMove: (handle: Handle, at: Px) => void;
  onHold: (handle: Handle | null) => void;
  /** What is asked, for those who cannot see the picture. */
  says: string;
  children?: ReactNode;
}

/** A finger hits so far beside what it means, px on the screen. */
const FINGER = 30;

/** Under the loupe the picture is so many times as large as it is kept. */
const LOUPE = 2.5;

const arrows: Record<string, Px> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/**
 * A photograph that is tapped: under the finger lies a loupe, and where it is lifted is the tap. By keys: Enter, arrows
 * to the pixel, Enter.
 */
export function TapPicture(props: Props) {
  const [width, height] = props.size;
  const { box, aim, ...hands } = useAim(props);
  return (
    <chakra.div position="relative" lineHeight={0}>
      <svg
        ref={box}
        viewBox={`0 0 ${width} ${height}`}
        role="application"
        aria-label={`The photograph. ${props.says} Enter begins to aim, arrows move by a pixel, with Shift by twenty, Enter taps.`}
        tabIndex={0}
        data-photo
        style={{
          width: "100%",
          display: "block",
          touchAction: "none",
          cursor: "crosshair",
          background: "var(--line)",
        }}
        {...hands}
      >
        <image href={props.url} width={width} height={height} />
        {props.children}
        {aim && <Cross at={aim} size={width * 0.03} />}
      </svg>
      {aim && <Loupe {...props} aim={aim} />}
    </chakra.div>
  );
}

/** Taps and moves by a finger and by keys; where the aim is meanwhile. */
function useAim(props: Props) {
  const { size, taps } = props;
  const [width, height] = size;
  const box = useRef<SVGSVGElement>(null);
  const [aim, setAim] = useState<Px | null>(null);
  const [keys, setKeys] = useState(false);
  const grip = useRef<{ handle: Handle; off: Px } | null>(null);
  const clamp = ([u, v]: Px): Px => [Math.min(width, Math.max(0, u)), Math.min(height, Math.max(0, v))];
  /** Pixels of the picture to one of the screen. */
  const scale = () => 1 / Math.max(1e-6, box.current?.getScreenCTM()?.a ?? 1);
  const placed = (e: PointerEvent): Px => {
    const at = new DOMPoint(e.clientX, e.clientY).matrixTransform(box.current!.getScreenCTM()!.inverse());
    return clamp([at.x, at.y]);
  };
  const down = (e: PointerEvent) => {
    if (e.button !== 0) return;
    e.preventDefault();
    box.current!.setPointerCapture(e.pointerId);
    box.current!.focus({ preventScroll: true });
    const at = placed(e);
    setKeys(false);
    if (props.moves) {
      const near = nearestTo(at, props.handles, taps);
      if (!near || near.far / scale() > FINGER) return;
      grip.current = { handle: near.handle, off: [near.place[0] - at[0], near.place[1] - at[1]] };
      props.onHold(near.handle);
      setAim(near.place);
      return;
    }
    setAim(at);
  };
  const gripped = (at: Px): Px => {
    const off = grip.current?.off ?? [0, 0];
    return clamp([at[0] + off[0], at[1] + off[1]]);
  };
  const move = (e: PointerEvent) => {
    if (aim && !keys) setAim(gripped(placed(e)));
  };
  const up = (e: PointerEvent) => {
    if (!aim || keys) return;
    const at = gripped(placed(e));
    setAim(null);
    if (grip.current) props.onMove(grip.current.handle, at);
    else props.onTap(at);
    grip.current = null;
  };
  const cancel = () => (setAim(null), (grip.current = null));
  const begin = (at: Px) => {
    setAim(at);
    setKeys(true);
  };
  const key = (e: KeyboardEvent) => {
    const arrow = arrows[e.key];
    const held = props.held && placeOf(taps, props.held);
    if (arrow) {
      e.preventDefault();
      const by = e.shiftKey ? 20 : 1;
      const step = ([u, v]: Px): Px => clamp([u + arrow[0] * by, v + arrow[1] * by]);
      if (aim && keys) setAim(step(aim));
      else if (held) props.onMove(props.held!, step(held));
      else begin(step([width / 2, height / 2]));
      return;
    }
    if (e.key === "Escape" && aim) return setAim(null);
    if (e.key !== "Enter" && e.key !== " ") return;
    e.preventDefault();
    if (props.moves) return;
    if (aim && keys) {
      setAim(null);
      setKeys(false);
      props.onTap(aim);
    } else begin(held ?? [width / 2, height / 2]);
  };
  return {
    box,
    aim,
    ...{ onPointerDown: down, onPointerMove: move, onPointerUp: up, onPointerCancel: cancel, onKeyDown: key },
  };
}

/** What can be moved and lies nearest, and how far off it is, px of the picture. */
const nearestTo = (at: Px, handles: readonly Handle[], taps: Taps) =>
  handles
    .map((handle) => ({ handle, place: placeOf(taps, handle)! }))
    .map((h) => ({ ...h, far: Math.hypot(h.place[0] - at[0], h.place[1] - at[1]) }))
    .sort((a, b) => a.far - b.far)[0];

/** What lies under the finger, larger, on the side where the finger is not. */
function Loupe(props: Props & { aim: Px }) {
  const { aim } = props;
  const [width, height] = props.size;
  return (
    <chakra.div
      position="absolute"
      top="6px"
      // It lies on the side where the finger is not.
      left={aim[0] > width / 2 ? "6px" : undefined}
      right={aim[0] > width / 2 ? undefined : "6px"}
      width="132px"
      height="132px"
      borderRadius="50%"
      overflow="hidden"
      border="3px solid var(--ink)"
      background="var(--paper)"
      pointerEvents="none"
    >
      <svg
        viewBox={`${aim[0] - 66 / LOUPE} ${aim[1] - 66 / LOUPE} ${132 / LOUPE} ${132 / LOUPE}`}
        width="132"
        height="132"
        aria-hidden
      >
        <image href={props.url} width={width} height={height} />
        {props.children}
        <Cross at={aim} size={20 / LOUPE} />
      </svg>
    </chakra.div>
  );
}

function Cross({ at: [u, v], size }: { at: Px; size: number }) {
  const d = `M${u - size} ${v}H${u - size / 5}M${u + size / 5} ${v}H${u + size}M${u} ${v - size}V${v - size / 5}M${u} ${v + size / 5}V${v + size}`;
  return (
    <g fill="none" pointerEvents="none">
      <path d={d} stroke="#fff" strokeWidth="3" vectorEffect="non-scaling-stroke" />
      <path d={d} stroke="#1b1b1b" strokeWidth="1.2" vectorEffect="non-scaling-stroke" />
    </g>
  );
}
