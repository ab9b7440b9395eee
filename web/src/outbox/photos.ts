import { at, base } from "../api/base";
import { newId } from "../api/client";
import { outbox } from "./outbox";
import { keepPicture, type Waiting } from "./store";

/** A picture as it is kept: upright, JPEG, its longer side up to 1,600 pixels. */
export interface NewPicture {
  jpeg: ArrayBuffer;
  width: number;
  height: number;
  /** Focal length on 36 mm film, mm; null where the picture did not say. */
  focal35: number | null;
}

const addressOf = (plant: string, key: string) => at(`/api/plants/${plant}/photos/${key}`);

/** Keeps a new photograph on this device and sends it; gives the name it is found by. */
export async function addPhoto(plant: string, picture: NewPicture, from: number, words: string): Promise<string> {
  const key = newId();
  await keepPicture(key, picture.jpeg);
  await outbox.add([
    {
      plant,
      what: "photo",
      method: "PUT",
      address: addressOf(plant, key),
      seen: "*",
      body: { from, focal35: picture.focal35, taps: null },
      words,
      picture: key,
      document: { width: picture.width, height: picture.height },
    },
  ]);
  return key;
}

/** Revisions that the garden answered to changes from here, by address. */
const revisions = new Map<string, number>();
outbox.hear(({ change, answer }) => {
  const revision = (answer as { revision?: unknown } | null)?.revision;
  if (change.what !== "photo" || revision === undefined) return;
  revisions.set(change.address, Number(revision));
  // What was tapped while it was on its way stands on the answer.
  const half = tapsHere(keyIn(change.address));
  if (half && half.seen === change.seen) store({ ...half, seen: String(revision) });
});

/** What a change of a photograph is made from: what waits before it, or what the garden answered last. */
function seenOf(address: string, shown: string): string {
  const before = outbox.waiting().filter((w) => w.address === address && w.what === "photo" && !w.refused);
  const answered = revisions.get(address) ?? 0;
  return before.at(-1)?.seen ?? (shown !== "*" && answered > Number(shown) ? String(answered) : shown);
}

/** What was handed on to be sent last, by address: it is not sent twice. */
const handed = new Map<string, { body: string; at: number }>();

/** So long it may take till the page knows of it, ms. */
const ON_ITS_WAY = 5_000;

/** Keeps what is said of a photograph and tapped on it. */
export async function changePhoto(
  plant: string,
  photo: { key: string; from: number; focal35: number | null; taps: unknown; seen: string },
  words: string,
): Promise<void> {
  const { key, from, focal35, taps } = photo;
  const [address, body] = [addressOf(plant, key), { from, focal35, taps }];
  const last = handed.get(address);
  if (last?.body === JSON.stringify(body) && Date.now() - last.at < ON_ITS_WAY) return;
  handed.set(address, { body: JSON.stringify(body), at: Date.now() });
  await outbox.add([{ plant, what: "photo", method: "PUT", address, seen: seenOf(address, photo.seen), body, words }]);
}

/** What was tapped on a photograph and not handed on yet, as this device keeps it. */
export interface HalfTapped {
  plant: string;
  key: string;
  from: number;
  focal35: number | null;
  seen: string;
  taps: unknown;
}

const PREFIX = `gemmifer.taps.${base}.`;
const WORDS = "What was tapped on a photograph";

const store = (half: HalfTapped): void => localStorage.setItem(PREFIX + half.key, JSON.stringify(half));

/** Keeps taps on this device at once. */
export const keepTaps = (half: HalfTapped): void =>
  store({ ...half, seen: seenOf(addressOf(half.plant, half.key), half.seen) });

/** Taps that were not handed on yet; null where there are none. */
export function tapsHere(key: string): HalfTapped | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + key) ?? "null") as HalfTapped | null;
  } catch {
    return null;
  }
}

/** Hands on what was tapped, here or in a window that is gone. */
export async function sendTaps(): Promise<void> {
  for (const name of Object.keys(localStorage).filter((n) => n.startsWith(PREFIX))) {
    const half = tapsHere(name.slice(PREFIX.length));
    if (!half) continue;
    await changePhoto(half.plant, half, WORDS);
    // What was tapped meanwhile stays till it is handed on too.
    if (JSON.stringify(tapsHere(half.key)?.taps) === JSON.stringify(half.taps)) localStorage.removeItem(name);
  }
}

/** Takes a photograph out of the plant's record. */
export async function dropPhoto(plant: string, key: string, words: string): Promise<void> {
  localStorage.removeItem(PREFIX + key);
  await outbox.add([
    { plant, what: "drop-photo", method: "DELETE", address: addressOf(plant, key), seen: "*", body: null, words },
  ]);
}

/** The name of the photograph at an address. */
export const keyIn = (address: string): string => address.slice(address.lastIndexOf("/") + 1);

/** What waits to be sent of a plant's photographs, by their names. */
export function waitingPhotos(waiting: readonly Waiting[], plant: string): Map<string, Waiting[]> {
  const by = new Map<string, Waiting[]>();
  for (const w of waiting) {
    if (w.plant !== plant || (w.what !== "photo" && w.what !== "drop-photo")) continue;
    const key = keyIn(w.address);
    by.set(key, [...(by.get(key) ?? []), w]);
  }
  return by;
}
