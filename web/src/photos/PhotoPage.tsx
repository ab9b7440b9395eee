import { chakra } from "@chakra-ui/react";
import { useMemo, useState, type SetStateAction, type Dispatch } from "react";
import { useHere } from "../app/here";
import { Button, Notice, Panel } from "../app/ui";
import { usePlant } from "../shared/usePlant";
import { dayWords } from "../survey/measures";
import { Take } from "./Take";
import { Tapping } from "./Tapping";
import { asks, nextToFind, saying, whole, without, tappedIn, type Taps } from "./taps";
import { type PhotoInHand, fromWords, usePhotos, usePicture } from "./usePhotos";
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
  const { role } = useHere();
  const { tapsOf, change, found, undo, canUndo, send } = useTaps();
  const photos = useMemo(() => stored.map((p) => ({ ...p, taps: tapsOf(p) })), [stored, tapsOf]);
  const [open, setOpen] = useState<string | null>(null);
  const photo = photos.find((p) => p.key === open) ?? photos[0] ?? null;
  const [adding, setAdding] = useState(photos.length === 0);
  if (role === "looker") return <Notice tone="plain">Who looks on takes no photographs.</Notice>;
  return (
    <chakra.div display="grid" gap="12px">
      {(adding || photos.length === 0) && (
        <OneMore traces={traces} photos={photos} setOpen={setOpen} setAdding={setAdding} />
      )}
      {photo && !adding && (
        <>
          <chakra.p color="muted">Taken on {dayWords(photo.date)}.</chakra.p>
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

/** Where the next picture is taken from, and taking it. */
function OneMore({
  traces,
  photos,
  setOpen,
  setAdding,
}: {
  traces: boolean;
  photos: {
    taps: Taps;
    plant: string;
    season: number | null;
    date: string;
    seen: string;
    waits: boolean;
    refused: string | null;
    key: string;
    from: number;
    focal35: number | null;
    width: number;
    height: number;
  }[];
  setOpen: Dispatch<SetStateAction<string | null>>;
  setAdding: Dispatch<SetStateAction<boolean>>;
}) {
  const { plant } = usePlant();
  const nextFrom = [6, 3, 9, 12].find((f) => !photos.some((p) => p.from === f)) ?? 6;
  const taken = (key: string) => (setOpen(key), setAdding(false));
  return (
    <Panel
      display="grid"
      gap="8px 28px"
      gridTemplateColumns={{ base: "minmax(0,1fr)", md: "minmax(0,1fr) minmax(220px,0.7fr)" }}
      alignItems="start"
    >
      <div>
        <chakra.h2 fontSize="1.25rem">
          {photos.length > 0
            ? "One more photograph"
            : traces
              ? "Measure it with two photographs"
              : "A photograph of it"}
        </chakra.h2>
        <chakra.p marginBlock="6px 10px">
          Stand a stick or tape of known length upright beside the crown and leave it there. Hold the camera level, with
          the whole plant and the stick in the picture
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
      </div>
      <WhereToStand twice={traces} />
    </Panel>
  );
}

/** Where the stick stands and where the camera, from above: in front, and a quarter turn on. */
function WhereToStand({ twice }: { twice: boolean }) {
  const camera = (x: number, y: number, turn: number, text: string) => (
    <>
      <g transform={`translate(${x} ${y}) rotate(${turn})`}>
        <path d="M0 -6 L-58 -112 L58 -112 Z" fill="var(--ochreWash)" opacity="0.8" />
        <rect x="-17" y="-10" width="34" height="22" rx="5" fill="var(--ink)" />
        <circle cy="-12" r="6" fill="var(--ink)" />
      </g>
      <text x={x} y={y + 40} textAnchor="middle" fontSize="15" fill="var(--ink)">
        {text}
      </text>
    </>
  );
  return (
    <svg
      viewBox="0 20 350 270"
      role="img"
      aria-label={`From above: the stick stands upright beside the crown; the camera in front of it${twice ? ", and then a quarter turn on, to the right" : ""}.`}
      style={{ width: "100%", maxWidth: 380, justifySelf: "center" }}
    >
      {camera(140, 240, 0, "first, from the front")}
      {twice && camera(276, 104, -90, "then from here")}
      {[10, 70, 130, 200, 250, 310].map((a, i) => (
        <line
          key={a}
          x1="140"
          y1="104"
          x2={140 + (44 + (i % 3) * 9) * Math.cos((a * Math.PI) / 180)}
          y2={104 + (44 + (i % 3) * 9) * Math.sin((a * Math.PI) / 180)}
          stroke={i % 2 ? "var(--bark2)" : "var(--bark1)"}
          strokeWidth={5 + (i % 3)}
          strokeLinecap="round"
        />
      ))}
      <circle cx="140" cy="104" r="11" fill="var(--soil)" stroke="var(--bark4)" strokeWidth="2" />
      <circle cx="168" cy="128" r="6" fill="var(--hip)" />
      <text x="178" y="146" fontSize="15" fill="var(--hip)" fontWeight="700">
        stick
      </text>
    </svg>
  );
}

/** A photograph to choose: its small picture, from where it was taken, and how far it has come. */
function Small({ photo, open, onOpen }: { photo: PhotoInHand; open: boolean; onOpen: () => void }) {
  const url = usePicture(photo, true);
  const count = tappedIn(photo.taps).filter((c) => whole(photo.taps, c)).length;
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
