import { chakra } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { Button, Notice } from "../app/ui";
import { addPhoto, type NewPicture } from "../outbox/photos";
import { offers, shoot, standsIn } from "./standIn";
import { made, NoPicture } from "./taking";

/** So many of a plant on one day. */
export const MOST = 12;

const sides = [
  { from: 6, words: "From the front" },
  { from: 3, words: "From the right" },
  { from: 9, words: "From the left" },
  { from: 12, words: "From behind" },
];

interface TakeProps {
  plant: string;
  /** So many there are of today. */
  count: number;
  /** From where the next is asked. */
  from: number;
  onTaken: (key: string) => void;
}

/** Taking a photograph, or choosing one; in the demo its own camera. */
export function Take(props: TakeProps) {
  const [from, setFrom] = useState(props.from);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const camera = useRef<HTMLInputElement>(null);
  const file = useRef<HTMLInputElement>(null);
  const full = props.count >= MOST;
  const take = async (side: number, words: string, picture: () => Promise<NewPicture>) => {
    setBusy(true);
    setError(null);
    try {
      props.onTaken(await addPhoto(props.plant, await picture(), side, `Photograph, ${words.toLowerCase()}`));
    } catch (e) {
      setError(e instanceof NoPicture ? e.message : "The picture could not be kept on this device: is there room?");
    } finally {
      setBusy(false);
    }
  };
  const chosen = (files: FileList | null) => {
    const one = files?.[0];
    const side = sides.find((s) => s.from === from)!;
    if (one) void take(from, side.words, () => made(one));
  };
  return (
    <div>
      {standsIn(props.plant) ? (
        <DemoCamera {...props} full={busy || full} take={take} />
      ) : (
        <>
          <FromWhere from={from} setFrom={setFrom} />
          <chakra.div display="flex" flexWrap="wrap" gap="8px" marginTop="8px">
            <Button look="main" disabled={busy || full} onClick={() => camera.current!.click()}>
              Take it now
            </Button>
            <Button disabled={busy || full} onClick={() => file.current!.click()}>
              Choose a picture
            </Button>
          </chakra.div>
        </>
      )}
      <input
        ref={camera}
        type="file"
        accept="image/*"
        capture="environment"
        hidden
        aria-label="Take a photograph"
        onChange={(e) => (chosen(e.target.files), (e.target.value = ""))}
      />
      <input
        ref={file}
        type="file"
        accept="image/*,.heic,.heif"
        hidden
        aria-label="Choose a photograph"
        onChange={(e) => (chosen(e.target.files), (e.target.value = ""))}
      />
      {busy && <p role="status">Making the picture ready.</p>}
      {full && <p>There are {MOST} photographs of today; take one out to make room.</p>}
      {error && (
        <chakra.div marginTop="8px">
          <Notice tone="wrong" role="alert">
            {error}
          </Notice>
        </chakra.div>
      )}
    </div>
  );
}

type Shooting = (side: number, words: string, picture: () => Promise<NewPicture>) => Promise<void>;

/** In the demo its own camera, before a drawing of the plant. */
function DemoCamera(props: TakeProps & { full: boolean; take: Shooting }) {
  const { full, take } = props;
  return (
    <>
      <p>This is the demo: its own camera stands before a drawing of the plant, with a stick of one metre.</p>
      <chakra.div display="flex" flexWrap="wrap" gap="8px" marginTop="8px">
        {offers.map((o) => (
          <Button
            key={o.what}
            look={o.from === props.from && o.what !== "after" ? "main" : "plain"}
            disabled={full}
            onClick={() => void take(o.from, o.words, () => shoot(props.plant, o))}
          >
            {o.words}
          </Button>
        ))}
      </chakra.div>
    </>
  );
}

/** From which side the picture is taken. */
function FromWhere({ from, setFrom }: { from: number; setFrom: (from: number) => void }) {
  return (
    <chakra.div role="group" aria-label="From where" display="flex" flexWrap="wrap" gap="6px">
      {sides.map((s) => (
        <Button
          key={s.from}
          size="small"
          pressed={from === s.from}
          aria-pressed={from === s.from}
          onClick={() => setFrom(s.from)}
        >
          {s.words}
        </Button>
      ))}
    </chakra.div>
  );
}
