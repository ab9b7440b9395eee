import { chakra } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { useMeasures } from "../app/settings";
import { Button } from "../app/ui";
import { dropPhoto } from "../outbox/photos";
import { usePlant } from "../shared/usePlant";
import { type StemId, stemId } from "../api/stemId";
import { nextId } from "../survey/types";
import { cameraOf, lineOf, type Px, stickFoot } from "./camera";
import { Found } from "./Found";
import { SayMore } from "./SayMore";
import { TapMarks } from "./TapMarks";
import { TapPicture } from "./TapPicture";
import {
  type Asking,
  asks,
  bent,
  canesOf,
  type Handle,
  moved,
  nextToFind,
  placeOf,
  type Said,
  saidOf,
  saying,
  shotOf,
  tapped,
  type Taps,
  USUAL_STICK,
  whole,
  tappedIn,
} from "./taps";
import { useFoundSides } from "./useFoundSides";
import { fromWords, type PhotoInHand, usePicture } from "./usePhotos";

type Mode = "tap" | "move" | "bend" | "sides";

interface TappingProps {
  traces: boolean;
  photo: PhotoInHand;
  photos: PhotoInHand[];
  onChange: (taps: Taps) => void;
  onFound: (taps: Taps) => void;
  onSay: (cane: StemId, said: Said) => void;
  onDrop: (cane: StemId) => void;
  undo: (() => void) | null;
  send: () => Promise<void>;
  onOther: () => void;
}

/** Tapping on one photograph of a visit: what is asked, the picture, and what comes of it. */
export function Tapping(props: TappingProps) {
  const { photo, photos } = props;
  const { plant } = usePlant();
  const { long } = useMeasures();
  const url = usePicture(photo);
  const inHand = useTapping(props);
  const { setMode, picked, setPicked, stick, setStick, tellsOf, asking } = inHand;
  const looking = useFoundSides(photo, url, props.onFound);
  const says = wordsFor(props, inHand);
  return (
    <chakra.div
      display="grid"
      gap="12px"
      gridTemplateColumns={{ base: "minmax(0,1fr)", lg: "minmax(0,1fr) 400px" }}
      alignItems="start"
    >
      {/* All of the picture is in sight, with what is asked above it. */}
      <div style={{ maxWidth: `max(320px, calc(64vh * ${photo.width / photo.height}))` }}>
        <chakra.p
          role="status"
          fontSize="1.15rem"
          fontWeight="700"
          background="ochreWash"
          borderRadius="7px 7px 0 0"
          padding="8px 12px"
        >
          {says}
        </chakra.p>
        {url ? <Pictured {...props} url={url} says={says} inHand={inHand} /> : <p>Fetching the picture.</p>}
        <Tools {...props} inHand={inHand} />
        {(asking?.what === "crown" || asking?.what === "stick-foot" || asking?.what === "stick-top") && (
          <chakra.label display="flex" gap="8px" alignItems="center" marginTop="8px" flexWrap="wrap">
            How long is the stick?
            <StickLength value={stick} onChange={setStick} says={long(stick)} />
          </chakra.label>
        )}
      </div>
      <chakra.div display="grid" gap="10px">
        {tellsOf !== null && (
          <SayMore key={tellsOf} cane={tellsOf} said={saidOf(photos, tellsOf)} onSay={props.onSay} />
        )}
        {props.traces && (
          <Found
            looking={looking}
            photos={photos}
            picked={picked}
            onPick={(c) => (setPicked(c === picked ? null : c), setMode("tap"))}
            onDrop={props.onDrop}
            onSay={props.onSay}
            send={props.send}
            other={photos.length < 2 || photos.some((p) => p !== photo && nextToFind(p, photos)) ? props.onOther : null}
          />
        )}
        <Button
          look="quiet"
          onClick={() => void dropPhoto(plant.id, photo.key, `Photograph taken out: ${fromWords(photo.from)}`)}
        >
          Take this photograph out
        </Button>
      </chakra.div>
    </chakra.div>
  );
}

/** The photograph with what stands on it. */
function Pictured(props: TappingProps & { url: string; says: string; inHand: InHand }) {
  const { photo, onChange, url, says, inHand } = props;
  const { mode, picked, held, setHeld, half, asking } = inHand;
  const { taps } = photo;
  return (
    <TapPicture
      url={url}
      size={[photo.width, photo.height]}
      taps={taps}
      handles={inHand.handles}
      held={held && placeOf(taps, held) ? held : null}
      moves={mode === "move"}
      onTap={inHand.tap}
      onMove={(h, at) => onChange(moved(taps, h, at))}
      onHold={setHeld}
      says={says}
    >
      <TapMarks
        taps={half ? { ...taps, width: { ...taps.width, "": [half, half] } } : taps}
        size={[photo.width, photo.height]}
        current={asking?.what === "foot" || asking?.what === "tip" ? asking.cane : picked}
        held={held}
        moves={mode === "move"}
        handles={inHand.handles}
        line={inHand.line}
      />
    </TapPicture>
  );
}

/** What is in hand on a photograph: the cane, what is asked next, and what a tap does. */
function useTapping({ photo, photos, traces, onChange }: TappingProps) {
  const { survey } = usePlant();
  const { taps } = photo;
  const [mode, setMode] = useState<Mode>("tap");
  const [picked, setPicked] = useState<StemId | null>(null);
  const [held, setHeld] = useState<Handle | null>(null);
  const [half, setHalf] = useState<Px | null>(null);
  const [stick, setStick] = useState(() => photos.find((p) => p.taps.stick)?.taps.stick?.mm ?? USUAL_STICK);
  const canes = canesOf(photos);
  const find = nextToFind(photo, photos);
  const fresh = freshOf(survey.document.stems, canes, survey.earlier);
  // The cane in hand goes on till its tip is tapped; then what another picture has, then a new one.
  const unfinished = tappedIn(taps).find((c) => (taps.on![c]!.length ?? 0) === 1);
  const cane = picked ?? unfinished ?? find ?? fresh;
  const last = canes.at(-1) ?? null;
  const unsaid = canes.find((c) => whole(taps, c) && saidOf(photos, c).age === undefined && !known(c));
  function known(id: StemId) {
    return survey.document.stems.some((s) => s.id === id);
  }
  // Asked till its age is said; then what else there is, of the cane in hand.
  const about = picked ?? last;
  const tellsOf = traces ? (unsaid ?? (about && whole(taps, about) && !known(about) ? about : null)) : null;
  const asking = mode === "tap" ? asks(photo, traces ? cane : null) : null;
  const line = useSightLine(asking, photo, photos);
  const handles: Handle[] = [
    ...(["crown", "stick-foot", "stick-top"] as const).map((of): Handle => ({ of })),
    ...Object.entries(taps.on ?? {}).flatMap(([c, on]) =>
      on.map((_, tap): Handle => ({ of: "cane", cane: stemId(c), tap })),
    ),
  ].filter((h) => placeOf(taps, h) !== null);
  const tap = (at: Px) => {
    const place: Px = [Math.round(at[0] * 10) / 10, Math.round(at[1] * 10) / 10];
    if (mode === "bend" && cane) {
      const on = picked ?? last;
      if (on && whole(taps, on)) onChange(bent(taps, on, place));
      setMode("tap");
    } else if (mode === "sides") {
      const on = picked ?? last;
      if (!half) return setHalf(place);
      if (on) onChange({ ...taps, width: { ...taps.width, [on]: [half, place] }, widthSd: rest(taps.widthSd, on) });
      setHalf(null);
      setMode("tap");
    } else if (asking) {
      onChange(tapped(taps, asking, place, stick));
      if (asking.what === "tip") setPicked(null);
      setHeld(
        asking.what === "foot" || asking.what === "tip"
          ? { of: "cane", cane: asking.cane, tap: taps.on?.[asking.cane]?.length ?? 0 }
          : { of: asking.what },
      );
    }
  };
  return {
    ...{ mode, setMode, picked, setPicked, held, setHeld, half, setHalf, stick, setStick },
    ...{ canes, find, last, tellsOf, asking, line, handles, tap },
  };
}

type InHand = ReturnType<typeof useTapping>;

/** The line in this picture on which what is asked must lie, as another picture has it; null where none does. */
function useSightLine(asking: Asking | null, photo: PhotoInHand, photos: PhotoInHand[]) {
  // Where the stick stands is told by pictures of the same moment: those with canes, and this one.
  const shots = useMemo(
    () =>
      photos
        .filter((p) => p === photo || canesOf([p]).length > 0)
        .map(shotOf)
        .filter((s) => s !== null),
    [photo, photos],
  );
  return useMemo(() => {
    if (asking?.what !== "foot" && asking?.what !== "tip") return null;
    const shot = shotOf(photo);
    const other = photos.find((p) => p !== photo && whole(p.taps, asking.cane) && shotOf(p));
    if (!shot || !other) return null;
    const foot = stickFoot(shots);
    const [one, here] = [cameraOf(shotOf(other)!, foot), cameraOf(shot, foot)];
    const on = other.taps.on![asking.cane]!;
    return one && here ? lineOf(asking.what === "foot" ? on[0]! : on.at(-1)!, one, here) : null;
  }, [asking, photo, photos, shots]);
}

/** What stands over the picture: what is asked, or that all is found. */
function wordsFor({ photo, photos, traces }: TappingProps, { mode, asking, half, find, canes }: InHand): string {
  if (photos.length > 1 && find === null && asking?.what === "foot" && canes.length > 0) {
    return `All ${canes.length} are found here. Another cane: tap its foot.`;
  }
  if (stickTapped(photo.taps) && shotOf(photo) === null) {
    return "The stick has no length here: move its foot or its top.";
  }
  if (!traces && !asking && mode === "tap") {
    return "Crown and stick are set: the plan can be shown on it, and other days laid over it.";
  }
  return saysOf(mode, asking, half !== null, photo, asking?.what === "foot" && asking.cane === find);
}

/** What else can be done on the picture. */
function Tools(props: TappingProps & { inHand: InHand }) {
  const { mode, setMode, picked, setPicked, setHalf, asking, canes, find, last } = props.inHand;
  const { survey } = usePlant();
  const { taps } = props.photo;
  const { onChange } = props;
  return (
    <chakra.div display="flex" flexWrap="wrap" gap="6px" marginTop="8px">
      <Button disabled={!props.undo} onClick={() => props.undo?.()}>
        Undo
      </Button>
      <Button pressed={mode === "move"} aria-pressed={mode === "move"} onClick={() => setMode(toggle(mode, "move"))}>
        Move a tap
      </Button>
      {last && whole(taps, picked ?? last) && (
        <>
          <Button
            pressed={mode === "bend"}
            aria-pressed={mode === "bend"}
            onClick={() => setMode(toggle(mode, "bend"))}
          >
            {picked ?? last} bends
          </Button>
          <Button
            pressed={mode === "sides"}
            aria-pressed={mode === "sides"}
            onClick={() => (setHalf(null), setMode(toggle(mode, "sides")))}
          >
            Both sides of {picked ?? last}
          </Button>
          <Button
            onClick={() => {
              const on = picked ?? last;
              const id = nextId([...survey.document.stems, ...canes.map((c) => ({ id: c }))], on, survey.earlier);
              onChange(saying(taps, id, { parent: on }));
              setPicked(id);
              setMode("tap");
            }}
          >
            Side shoot of {picked ?? last}
          </Button>
        </>
      )}
      {find !== null && asking?.what === "foot" && asking.cane === find && (
        <Button onClick={() => onChange({ ...taps, hidden: [...(taps.hidden ?? []), find] })}>
          I cannot see {find} here
        </Button>
      )}
    </chakra.div>
  );
}

/** Both ends of the stick were tapped. */
const stickTapped = (taps: Taps) => taps.stick?.a !== undefined && taps.stick.b !== undefined;

const toggle = (now: Mode, to: Mode): Mode => (now === to ? "tap" : to);
const rest = (of: Record<string, number> | undefined, cane: StemId) =>
  of && Object.fromEntries(Object.entries(of).filter(([c]) => c !== cane));

/** The next cane: the first of the survey that was not tapped, else a new letter. */
function freshOf(stems: { id: StemId; parent: string }[], canes: StemId[], earlier: readonly string[]): StemId {
  const next = stems.find((s) => s.parent === "crown" && !canes.includes(s.id));
  return next?.id ?? nextId([...stems, ...canes.map((id) => ({ id }))], undefined, earlier);
}

/** What is asked, in a sentence. */
function saysOf(mode: Mode, asking: Asking | null, half: boolean, photo: PhotoInHand, finding: boolean): string {
  if (mode === "move") return "Move a tap: put a finger on it and draw it where it belongs.";
  if (mode === "bend") return "Tap the place where the cane bends.";
  if (mode === "sides") return half ? "And the other side, straight across." : "Tap one side of the cane, low down.";
  switch (asking?.what) {
    case "crown":
      return "Tap the crown: where the canes come out of the ground.";
    case "stick-foot":
      return "Tap the foot of the stick.";
    case "stick-top":
      return "Tap the top of the stick.";
    case "foot":
      return photo.taps.said?.[asking.cane]?.parent
        ? `Tap where side shoot ${asking.cane} starts.`
        : finding
          ? `Which of these is ${asking.cane}? Tap its foot.`
          : `Cane ${asking.cane}: tap its foot.`;
    case "tip":
      return `Now the tip of ${asking.cane}.`;
    default:
      return "Tap the next cane.";
  }
}

function StickLength(props: { value: number; onChange: (mm: number) => void; says: string }) {
  return (
    <chakra.select
      aria-label="How long the stick is"
      value={props.value}
      onChange={(e) => props.onChange(Number(e.target.value))}
      minHeight="44px"
      paddingInline="10px"
      border="1.5px solid var(--muted)"
      borderRadius="7px"
      background="sheet"
      color="ink"
    >
      {[...new Set([300, 500, 600, 1000, 1200, 1500, 2000, props.value])]
        .sort((a, b) => a - b)
        .map((mm) => (
          <option key={mm} value={mm}>
            {mm === props.value ? props.says : `${mm / 1000} m`}
          </option>
        ))}
    </chakra.select>
  );
}
