import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { at } from "../api/base";
import { api, must, type Schemas } from "../api/client";
import { outbox } from "../outbox/outbox";
import { keyIn, tapsHere, waitingPhotos } from "../outbox/photos";
import { pictureOf, type Waiting } from "../outbox/store";
import { useWaiting } from "../outbox/useOutbox";
import type { Photo, Taps } from "./taps";

/** A photograph of a plant: in the garden, or on its way there. */
export interface PhotoInHand extends Photo {
  plant: string;
  season: number | null;
  date: string;
  /** What it was changed from; "*" where it was not sent yet. */
  seen: string;
  /** Its picture waits on this device. */
  waits: boolean;
  /** Why the garden does not take it. */
  refused: string | null;
}

/** What the garden answered to photographs sent from here: it is there before the list is asked anew. */
const answered = new Map<string, Schemas["PhotoView"]>();
outbox.hear(({ change, answer }) => {
  if (change.what === "photo" && answer !== null)
    answered.set(change.plant + (answer as Schemas["PhotoView"]).key, answer as Schemas["PhotoView"]);
  if (change.what === "drop-photo") answered.delete(change.plant + keyIn(change.address));
});

/** The list as it was asked, with what was answered since. */
export function withAnswers(
  plant: string,
  listed: readonly Schemas["PhotoView"][],
  since: ReadonlyMap<string, Schemas["PhotoView"]>,
): Schemas["PhotoView"][] {
  const mine = [...since].filter(([name, p]) => name === plant + p.key).map(([, p]) => p);
  const newer = (p: Schemas["PhotoView"]) =>
    mine.find((m) => m.key === p.key && Number(m.revision) > Number(p.revision)) ?? p;
  return [...mine.filter((m) => !listed.some((p) => p.key === m.key)), ...listed.map(newer)];
}

/** The photographs of a plant, the newest first, with what waits to be sent. */
export function usePhotos(plant: string): { photos: PhotoInHand[]; known: boolean; error: Error | null } {
  const query = useQuery({
    queryKey: ["photos", plant],
    queryFn: () => must(api.GET("/api/plants/{id}/photos", { params: { path: { id: plant } } })),
  });
  const waiting = useWaiting();
  const photos = useMemo(
    () => together(plant, withAnswers(plant, query.data ?? [], answered), waiting),
    [plant, query.data, waiting],
  );
  return { photos, known: query.data !== undefined || query.isError, error: query.error };
}

/** What the garden has, and what waits to be sent there. */
export function together(
  plant: string,
  kept: readonly Schemas["PhotoView"][],
  waiting: readonly Waiting[],
): PhotoInHand[] {
  const changes = waitingPhotos(waiting, plant);
  const there = kept.map((p): PhotoInHand => ({
    plant,
    key: p.key,
    season: Number(p.season),
    date: p.date,
    seen: String(p.revision),
    from: Number(p.from),
    focal35: p.focal35 == null ? null : Number(p.focal35),
    width: Number(p.width),
    height: Number(p.height),
    taps: (p.taps ?? {}) as Taps,
    waits: false,
    refused: null,
  }));
  const fresh = [...changes].flatMap(([key, of]): PhotoInHand[] => {
    const [first] = of;
    if (first?.what !== "photo" || !first.document || there.some((p) => p.key === key)) return [];
    const size = first.document;
    return [
      {
        plant,
        key,
        season: null,
        date: first.made.slice(0, 10),
        seen: "*",
        from: 6,
        focal35: null,
        ...size,
        taps: {},
        waits: true,
        refused: first.refused ? (first.refused.detail ?? first.refused.title) : null,
      },
    ];
  });
  return [...fresh.reverse(), ...there]
    .filter((p) => !(changes.get(p.key) ?? []).some((w) => w.what === "drop-photo" && !w.refused))
    .map((p) => {
      const said = (changes.get(p.key) ?? []).filter((w) => w.what === "photo" && !w.refused).at(-1)?.body as
        { from: number; focal35: number | null; taps: Taps | null } | undefined;
      return said ? { ...p, from: said.from, focal35: said.focal35, taps: said.taps ?? {} } : p;
    })
    .map((p) => ({ ...p, taps: (tapsHere(p.key)?.taps as Taps | undefined) ?? p.taps }));
}

/** The address of a photograph's picture; null until it is known. */
export function usePicture(photo: PhotoInHand | null, small = false): string | null {
  const [url, setUrl] = useState<string | null>(null);
  const [key, waits] = [photo?.key, photo?.waits ?? false];
  useEffect(() => {
    if (key === undefined || !waits) return;
    let made: string | null = null;
    let gone = false;
    void pictureOf(key).then((picture) => {
      if (!picture || gone) return;
      made = URL.createObjectURL(new Blob([picture], { type: "image/jpeg" }));
      setUrl(made);
    });
    return () => {
      gone = true;
      setUrl(null);
      if (made) URL.revokeObjectURL(made);
    };
  }, [key, waits]);
  if (!photo) return null;
  return photo.waits ? url : at(`/api/plants/${photo.plant}/photos/${photo.key}/picture${small ? "?small=true" : ""}`);
}

/** Where a picture was taken from, in words. */
export function fromWords(from: number): string {
  const quarter = Math.round(from / 3) % 4;
  return ["From behind", "From the right", "From the front", "From the left"][quarter]!;
}
