import { at } from "../api/base";
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

/** Keeps what is said of a photograph and tapped on it. */
export async function changePhoto(
  plant: string,
  photo: { key: string; from: number; focal35: number | null; taps: unknown; seen: string },
  words: string,
): Promise<void> {
  const { key, seen, from, focal35, taps } = photo;
  await outbox.add([
    { plant, what: "photo", method: "PUT", address: addressOf(plant, key), seen, body: { from, focal35, taps }, words },
  ]);
}

/** Takes a photograph out of the plant's record. */
export async function dropPhoto(plant: string, key: string, words: string): Promise<void> {
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
