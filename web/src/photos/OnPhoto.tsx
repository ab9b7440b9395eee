import { chakra } from "@chakra-ui/react";
import { type ReactNode, useMemo, useState } from "react";
import { Link } from "react-router";
import { Button, Choice } from "../app/ui";
import type { Scene } from "../drawing/scene";
import { usePlant } from "../shared/usePlant";
import { PlanOnPhoto } from "./PlanOnPhoto";
import { shotOf } from "./taps";
import { type Shown, UNITS } from "./useFramed";
import { fromWords, type PhotoInHand, usePhotos } from "./usePhotos";

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
