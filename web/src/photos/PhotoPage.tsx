import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { api, ApiError, must } from "../api/client";
import { useHere } from "../app/here";
import { useMeasures } from "../app/settings";
import { Button, Choice, Letter, Notice, Panel } from "../app/ui";
import { traceHere } from "../core/inBrowser";
import { dropPhoto } from "../outbox/photos";
import { usePlant } from "../shared/usePlant";
import { clockWords, giveOf } from "../survey/measures";
import { nextId } from "../survey/types";
import { cameraOf, lineOf, type Px, stickFoot } from "./camera";
import { Take } from "./Take";
import { TapMarks } from "./TapMarks";
import { TapPicture } from "./TapPicture";
import {
  asked,
  type Asking,
  asks,
  bent,
  canesOf,
  type Handle,
  lacks,
  measured,
  moved,
  nextToFind,
  placeOf,
  type Said,
  saidOf,
  saying,
  shotOf,
  tapped,
  type Taps,
  type TraceAnswer,
  USUAL_STICK,
  whole,
  without,
} from "./taps";
import { sidesOf } from "./thickness";
import { fromWords, type PhotoInHand, usePhotos, usePicture } from "./usePhotos";
import { useTaps } from "./useTaps";

/**
 * Measuring a plant by tapping on photographs of it: taking them, tapping, and what comes of it.
 *
 * @param props.traces its canes are measured; else crown and stick alone are tapped, so that pictures fit on each other
 */
export function PhotoPage({ traces }: { traces: boolean }) {
  const { plant } = usePlant();
  const { photos: all, known, error } = usePhotos(plant.id);
  const day = all[0]?.date;
  // Those of one visit belong together: the newest.
  const photos = useMemo(() => all.filter((p) => p.waits || p.date === day).reverse(), [all, day]);
  if (!known) return <p>Fetching the photographs.</p>;
  return (
    <>
      {error && all.length === 0 && <Notice tone="look">{error.message}</Notice>}
      <Visit photos={photos} traces={traces} />
    </>
  );
}

function Visit({ photos: stored, traces }: { photos: PhotoInHand[]; traces: boolean }) {
  const { plant } = usePlant();
  const { role } = useHere();
  const { tapsOf, change, found, undo, canUndo, send } = useTaps();
  const photos = useMemo(() => stored.map((p) => ({ ...p, taps: tapsOf(p) })), [stored, tapsOf]);
  const [open, setOpen] = useState<string | null>(null);
  const photo = photos.find((p) => p.key === open) ?? photos[0] ?? null;
  const [adding, setAdding] = useState(photos.length === 0);
  const nextFrom = [6, 3, 9, 12].find((f) => !photos.some((p) => p.from === f)) ?? 6;
  if (role === "looker") return <Notice tone="plain">Who looks on takes no photographs.</Notice>;
  const taken = (key: string) => (setOpen(key), setAdding(false));
  return (
    <chakra.div display="grid" gap="12px">
      {(adding || photos.length === 0) && (
        <Panel>
          <chakra.h2 fontSize="1.25rem">
            {photos.length > 0
              ? "One more photograph"
              : traces
                ? "Measure it with two photographs"
                : "A photograph of it"}
          </chakra.h2>
          <chakra.p marginBlock="6px 10px">
            Stand a stick or tape of known length upright beside the crown and leave it there. Hold the camera level,
            with the whole plant and the stick in the picture
            {traces
              ? ": once from the front, where you stood at 6 o'clock, and once a quarter turn on, from the right."
              : "."}
          </chakra.p>
          <Take plant={plant.id} count={photos.length} from={nextFrom} onTaken={taken} />
          {photos.length > 0 && (
            <Button look="quiet" onClick={() => setAdding(false)}>
              Not now
            </Button>
          )}
        </Panel>
      )}
      {photo && !adding && (
        <>
          <chakra.div role="group" aria-label="The photographs" display="flex" gap="8px" flexWrap="wrap">
            {photos.map((p) => (
              <Small key={p.key} photo={p} open={p === photo} onOpen={() => setOpen(p.key)} />
            ))}
            <Button onClick={() => setAdding(true)}>
              {photos.length === 1 ? "Second photograph" : "Another photograph"}
            </Button>
          </chakra.div>
          <Tapping
            key={photo.key}
            traces={traces}
            photo={photo}
            photos={photos}
            onChange={(taps) => change(photo, taps)}
            onFound={(taps) => found(photo, taps)}
            onSay={(cane, said) => {
              const on = photos.find((p) => whole(p.taps, cane)) ?? photo;
              change(on, saying(on.taps, cane, said));
            }}
            onDrop={(cane) => photos.forEach((p) => p.taps.on?.[cane] && change(p, without(p.taps, cane)))}
            undo={canUndo ? () => setOpen(undo() ?? photo.key) : null}
            send={send}
            onOther={() => {
              const other = photos.find((p) => p !== photo && (asks(p, null) || nextToFind(p, photos)));
              if (other) setOpen(other.key);
              else setAdding(true);
            }}
          />
        </>
      )}
    </chakra.div>
  );
}

/** A photograph to choose: its small picture, from where it was taken, and how far it has come. */
function Small({ photo, open, onOpen }: { photo: PhotoInHand; open: boolean; onOpen: () => void }) {
  const url = usePicture(photo, true);
  const count = Object.keys(photo.taps.on ?? {}).filter((c) => whole(photo.taps, c)).length;
  return (
    <chakra.button
      type="button"
      aria-pressed={open}
      onClick={onOpen}
      display="flex"
      alignItems="center"
      gap="8px"
      padding="3px 8px 3px 3px"
      flex={{ base: "1 1 150px", md: "none" }}
      minHeight="56px"
      borderRadius="7px"
      border={open ? "3px solid var(--ink)" : "1.5px solid var(--line)"}
      background="sheet"
      color="ink"
      textAlign="left"
      cursor="pointer"
    >
      {url && <img src={url} alt="" width={48} height={48} style={{ objectFit: "cover", borderRadius: 4 }} />}
      <span>
        <chakra.b display="block" lineHeight="1.2">
          {fromWords(photo.from)}
        </chakra.b>
        <chakra.span color="muted" fontSize="0.9rem">
          {count === 0 ? "nothing tapped" : count === 1 ? "1 cane" : `${count} canes`}
        </chakra.span>
      </span>
    </chakra.button>
  );
}

type Mode = "tap" | "move" | "bend" | "sides";

interface TappingProps {
  traces: boolean;
  photo: PhotoInHand;
  photos: PhotoInHand[];
  onChange: (taps: Taps) => void;
  onFound: (taps: Taps) => void;
  onSay: (cane: string, said: Said) => void;
  onDrop: (cane: string) => void;
  undo: (() => void) | null;
  send: () => Promise<void>;
  onOther: () => void;
}

function Tapping(props: TappingProps) {
  const { photo, photos, onChange } = props;
  const { plant, survey } = usePlant();
  const { long } = useMeasures();
  const url = usePicture(photo);
  const { taps } = photo;
  const [mode, setMode] = useState<Mode>("tap");
  const [picked, setPicked] = useState<string | null>(null);
  const [held, setHeld] = useState<Handle | null>(null);
  const [half, setHalf] = useState<Px | null>(null);
  const [stick, setStick] = useState(() => photos.find((p) => p.taps.stick)?.taps.stick?.mm ?? USUAL_STICK);
  const canes = canesOf(photos);
  const find = nextToFind(photo, photos);
  const fresh = freshOf(survey.document.stems, canes, survey.earlier);
  // The cane in hand goes on till its tip is tapped; then what another picture has, then a new one.
  const unfinished = Object.keys(taps.on ?? {}).find((c) => (taps.on![c]!.length ?? 0) === 1);
  const cane = picked ?? unfinished ?? find ?? fresh;
  const last = canes.at(-1) ?? null;
  const unsaid = canes.find((c) => whole(taps, c) && saidOf(photos, c).age === undefined && !known(c));
  function known(id: string) {
    return survey.document.stems.some((s) => s.id === id);
  }
  const asking = mode === "tap" ? asks(photo, props.traces ? cane : null) : null;
  const flat = stickTapped(taps) && shotOf(photo) === null;
  const shots = useMemo(() => photos.map(shotOf).filter((s) => s !== null), [photos]);
  const line = useMemo(() => {
    if (asking?.what !== "foot" && asking?.what !== "tip") return null;
    const shot = shotOf(photo);
    const other = photos.find((p) => p !== photo && whole(p.taps, asking.cane) && shotOf(p));
    if (!shot || !other) return null;
    const foot = stickFoot(shots);
    const [one, here] = [cameraOf(shotOf(other)!, foot), cameraOf(shot, foot)];
    const on = other.taps.on![asking.cane]!;
    return one && here ? lineOf(asking.what === "foot" ? on[0]! : on.at(-1)!, one, here) : null;
  }, [asking, photo, photos, shots]);
  const handles: Handle[] = [
    ...(["crown", "stick-foot", "stick-top"] as const).map((of): Handle => ({ of })),
    ...Object.entries(taps.on ?? {}).flatMap(([c, on]) => on.map((_, tap): Handle => ({ of: "cane", cane: c, tap }))),
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
  const looking = useFoundSides(photo, url, props.onFound);
  const says = flat
    ? "The stick has no length here: move its foot or its top."
    : !props.traces && !asking && mode === "tap"
      ? "Crown and stick are set: pictures of other days will fit on it."
      : saysOf(mode, asking, half !== null, photo, asking?.what === "foot" && asking.cane === find);
  const nothingLeft = photos.length > 1 && find === null && asking?.what === "foot" && canes.length > 0;
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
          {nothingLeft ? `All ${canes.length} are found here. Another cane: tap its foot.` : says}
        </chakra.p>
        {url ? (
          <TapPicture
            url={url}
            size={[photo.width, photo.height]}
            taps={taps}
            handles={handles}
            held={held && placeOf(taps, held) ? held : null}
            moves={mode === "move"}
            onTap={tap}
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
              handles={handles}
              line={line}
            />
          </TapPicture>
        ) : (
          <p>Fetching the picture.</p>
        )}
        <chakra.div display="flex" flexWrap="wrap" gap="6px" marginTop="8px">
          <Button disabled={!props.undo} onClick={() => props.undo?.()}>
            Undo
          </Button>
          <Button
            pressed={mode === "move"}
            aria-pressed={mode === "move"}
            onClick={() => setMode(toggle(mode, "move"))}
          >
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
                  const id = nextId(
                    [...survey.document.stems, ...canes.map((c) => ({ id: c }) as never)],
                    on,
                    survey.earlier,
                  );
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
        {(asking?.what === "crown" || asking?.what === "stick-foot" || asking?.what === "stick-top") && (
          <chakra.label display="flex" gap="8px" alignItems="center" marginTop="8px" flexWrap="wrap">
            How long is the stick?
            <StickLength value={stick} onChange={setStick} says={long(stick)} />
          </chakra.label>
        )}
      </div>
      <chakra.div display="grid" gap="10px">
        {unsaid && <SayMore key={unsaid} cane={unsaid} said={saidOf(photos, unsaid)} onSay={props.onSay} />}
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

/** Both ends of the stick were tapped. */
const stickTapped = (taps: Taps) => taps.stick?.a !== undefined && taps.stick.b !== undefined;

const toggle = (now: Mode, to: Mode): Mode => (now === to ? "tap" : to);
const rest = (of: Record<string, number> | undefined, cane: string) =>
  of && Object.fromEntries(Object.entries(of).filter(([c]) => c !== cane));

/** The next cane: the first of the survey that was not tapped, else a new letter. */
function freshOf(stems: { id: string; parent: string }[], canes: string[], earlier: readonly string[]): string {
  const next = stems.find((s) => s.parent === "crown" && !canes.includes(s.id));
  return next?.id ?? nextId([...stems, ...canes.map((id) => ({ id }))] as never, undefined, earlier);
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

/**
 * Looks for both sides of canes whose thickness nobody tapped, one after another.
 *
 * @returns whether a cane is still to be looked at
 */
function useFoundSides(
  photo: PhotoInHand,
  url: string | null,
  onChange: (taps: Taps) => void,
): (cane: string) => boolean {
  const [tried, setTried] = useState<Record<string, string>>({});
  const { taps } = photo;
  const next = Object.keys(taps.on ?? {}).find(
    (c) => whole(taps, c) && !taps.width?.[c] && tried[c] !== JSON.stringify(taps.on![c]),
  );
  const looks = (cane: string) =>
    url !== null && whole(taps, cane) && !taps.width?.[cane] && tried[cane] !== JSON.stringify(taps.on![cane]);
  useEffect(() => {
    if (next === undefined || !url) return;
    let gone = false;
    const on = taps.on![next]!;
    void sidesOf(url, on).then((found) => {
      if (gone) return;
      setTried((t) => ({ ...t, [next]: JSON.stringify(on) }));
      if (!found) return;
      onChange({
        ...taps,
        width: { ...taps.width, [next]: found.sides },
        widthSd: { ...taps.widthSd, [next]: found.sd },
      });
    });
    return () => void (gone = true);
    // Asked once for each cane as it was tapped; what is tapped meanwhile asks anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [next, url, taps]);
  return looks;
}

/** Its age and bark, by a tap each. */
function SayMore({ cane, said, onSay }: { cane: string; said: Said; onSay: (cane: string, said: Said) => void }) {
  return (
    <Panel>
      <chakra.p display="flex" gap="8px" alignItems="center" marginBottom="6px" fontWeight="700">
        <Letter id={cane} decision="none" size={28} /> How many seasons old?
      </chakra.p>
      <Choice
        label={`How old ${cane} is`}
        value={null}
        onChange={(age: number) => onSay(cane, { ...said, age, ...(age === 4 && { bark: "bark.grey" }) })}
        options={[
          { value: 1, text: "1: green, supple" },
          { value: 2, text: "2: darker" },
          { value: 4, text: "3 to 5: grey" },
          { value: 8, text: "older: rough" },
        ]}
      />
    </Panel>
  );
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

/** What the taps come to, cane by cane, and the way into the survey. */
function Found(props: {
  photos: PhotoInHand[];
  /** Whether the thickness of a cane is still being looked for. */
  looking: (cane: string) => boolean;
  picked: string | null;
  onPick: (cane: string) => void;
  onDrop: (cane: string) => void;
  onSay: (cane: string, said: Said) => void;
  send: () => Promise<void>;
  other: (() => void) | null;
}) {
  const { photos } = props;
  const { survey, kind } = usePlant();
  const navigate = useNavigate();
  const { thick, long, body } = useMeasures();
  const bearings = Object.fromEntries(
    canesOf(photos)
      .filter((c) => photos.filter((p) => whole(p.taps, c)).length === 1)
      .map((c) => [c, survey.document.stems.find((s) => s.id === c)?.clock ?? undefined]),
  );
  const question = asked(photos, bearings);
  const trace = useQuery({
    queryKey: ["trace", question],
    queryFn: (): Promise<TraceAnswer> =>
      must(api.POST("/api/trace", { body: question as never })).catch((e: unknown) => {
        if (!(e instanceof ApiError) || e.status !== 0) throw e;
        return traceHere(question);
      }),
    enabled: question !== null,
    staleTime: Infinity,
    retry: false,
    placeholderData: (before) => before,
  });
  const answer = question ? (trace.data ?? null) : null;
  if (canesOf(photos).length === 0) {
    return (
      <Panel>
        <chakra.h2 fontSize="1.15rem">Foot and tip of each cane</chakra.h2>
        <p>
          First the crown and both ends of the stick, then each cane: its foot, its tip. Where one bends much, a third
          tap. In the second photograph you only find the same canes again; a line shows where to look.
        </p>
      </Panel>
    );
  }
  const old = (id: string) => survey.document.stems.find((s) => s.id === id);
  const saidWith = (id: string): Said => ({
    ...(old(id) && { age: old(id)!.age, diameter: old(id)!.diameter }),
    ...saidOf(photos, id),
  });
  const ready = (answer?.stems ?? []).filter((s) => !lacks(s, saidWith(s.id)));
  const take = () => {
    void props.send();
    survey.change((d) => measured(d, photos, answer!, giveOf, kind.tipDiameterShare));
    void navigate("../decide");
  };
  const sizes = [
    { value: Math.round(body.pencil * 0.7), text: "thinner than a pencil" },
    { value: body.pencil, text: "pencil" },
    { value: body.finger, text: "little finger" },
    { value: body.thumb, text: "thumb" },
    { value: Math.round(body.thumb * 1.6), text: "thicker" },
  ];
  return (
    <Panel>
      <chakra.h2 fontSize="1.15rem">What the taps come to</chakra.h2>
      {trace.isError && (
        <Notice tone="wrong" role="alert">
          {(trace.error as ApiError).errors?.[0]?.message ?? trace.error.message}
        </Notice>
      )}
      {(answer?.warnings ?? [])
        // Of one picture it is said with each cane; a phone's usual focal length is taken without a word.
        .filter((w) => w.code !== "focal" && w.code !== "one-view")
        .map((w) => (
          <chakra.p key={w.code + w.text} color="ochre" marginTop="4px">
            {w.text}
          </chakra.p>
        ))}
      <chakra.ul marginTop="6px" aria-label="Canes that were tapped">
        {canesOf(photos).map((id) => {
          const stem = answer?.stems.find((s) => s.id === id);
          const missing = stem ? lacks(stem, saidWith(id)) : "shape";
          return (
            <chakra.li key={id} borderTop="1px solid var(--line)" paddingBlock="6px">
              <chakra.div display="flex" gap="8px" alignItems="center">
                <chakra.button
                  type="button"
                  aria-pressed={props.picked === id}
                  aria-label={`Cane ${id}`}
                  onClick={() => props.onPick(id)}
                  minHeight="44px"
                  minWidth="44px"
                  border="none"
                  background={props.picked === id ? "ochreWash" : "transparent"}
                  borderRadius="7px"
                  cursor="pointer"
                >
                  <Letter id={id} decision="none" size={28} />
                </chakra.button>
                <chakra.span flex="1">
                  {stem?.length == null
                    ? "foot and tip are still to be tapped"
                    : stem.clock == null
                      ? "tapped in one photograph"
                      : [
                          `leans to ${clockWords(Number(stem.clock))}`,
                          `${Math.round(Number(stem.lean))}°`,
                          long(Number(stem.length)),
                          stem.diameter == null ? null : thick(Math.round(Number(stem.diameter) * 2) / 2),
                        ]
                          .filter(Boolean)
                          .join(", ")}
                </chakra.span>
                <Button size="small" look="quiet" onClick={() => props.onDrop(id)}>
                  Drop
                </Button>
              </chakra.div>
              {missing === "clock" && (
                <chakra.p color="muted">
                  Find it in a second photograph: one does not tell which way it leans, nor how far.
                </chakra.p>
              )}
              {missing === "thickness" && !props.looking(id) && (
                <>
                  <chakra.p color="muted" marginBottom="4px">
                    Its edges are not clear in the picture. How thick is it at the base?
                  </chakra.p>
                  <Choice
                    label={`How thick ${id} is`}
                    value={null}
                    onChange={(diameter: number) => props.onSay(id, { ...saidOf(photos, id), diameter })}
                    options={sizes}
                  />
                </>
              )}
            </chakra.li>
          );
        })}
      </chakra.ul>
      <chakra.div display="flex" flexWrap="wrap" gap="8px" marginTop="10px">
        {props.other && (
          <Button look={ready.length === 0 ? "main" : "plain"} onClick={props.other}>
            {photos.length < 2 ? "Take the second photograph" : "On to the other photograph"}
          </Button>
        )}
        {ready.length > 0 && (
          <Button look="main" disabled={trace.isFetching} onClick={take}>
            Plan with {ready.length === 1 ? "this cane" : `these ${ready.length} canes`}
          </Button>
        )}
      </chakra.div>
    </Panel>
  );
}
