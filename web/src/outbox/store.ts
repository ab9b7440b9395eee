import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Schemas } from "../api/client";
import type { KeptLine } from "../core/inBrowser";

/** What every change of the garden that waits has. */
interface Common {
  /** Its place in the line; given when it is kept. */
  seq: number;
  /** Made on this device and sent with it: however often it is sent, it is stored once. */
  key: string;
  /** The plant it belongs to. */
  plant: string;
  address: string;
  /** What was shown when it was made; "*" where that does not matter. */
  seen: string | null;
  /** The instant it was made, ISO. */
  made: string;
  /** What it is, in words. */
  words: string;
  /** The garden it was made on, see api/incarnation.ts. */
  garden?: string;
  /** Who was signed in when it was made; nobody where nobody had to. */
  by?: string;
  /** How often the garden stumbled at it. */
  tries?: number;
  /** Why the garden does not take it; it waits for the gardener then. */
  refused?: { status: number; title: string; detail: string | null; code?: string };
}

/** What each kind of change has of its own. */
type Kind =
  | {
      what: "step";
      method: "POST";
      body: Schemas["StepInput"];
      /** What the log will say; worked out where the plan is needed before it was sent. */
      line?: KeptLine;
    }
  | {
      what: "take-back";
      method: "DELETE";
      body: null;
      /** The line of the log. */
      of: number;
    }
  | { what: "finish"; method: "POST"; body: null }
  | { what: "take-finish-back"; method: "DELETE"; body: null }
  | { what: "note"; method: "POST"; body: object }
  | { what: "crop"; method: "POST"; body: object }
  | { what: "visit"; method: "POST" | "DELETE"; body: object | null }
  | { what: "plant"; method: "POST" | "PUT"; body: object }
  | {
      what: "round";
      method: "PUT";
      body: object;
      /** What was seen, so that it is planned here till it was sent. */
      document: unknown;
    }
  | {
      what: "photo";
      method: "PUT";
      body: object;
      /** Of one that is new: the name its picture is kept under on this device, which is sent with it. */
      picture?: string;
      /** And how large that is, pixels. */
      document?: { width: number; height: number };
    }
  | { what: "drop-photo"; method: "DELETE"; body: null };

/** One change of the garden that waits until the garden can be reached. */
export type Waiting = Common & Kind;

/** The changes of some kinds that wait. */
export type WaitingOf<K extends Kind["what"]> = Extract<Waiting, { what: K }>;

type Without<T, K extends keyof Common> = T extends unknown ? Omit<T, K> : never;

/** A change before it is kept. */
export type NewChange = Without<Waiting, "seq" | "key" | "made">;

interface Schema extends DBSchema {
  outbox: { key: number; value: Without<Waiting, "seq"> & { seq?: number } };
  pictures: { key: string; value: ArrayBuffer };
}

let opened: Promise<IDBPDatabase<Schema>> | null = null;

function database(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>("gemmifer", 2, {
    upgrade: (db, before) => {
      if (before < 1) db.createObjectStore("outbox", { keyPath: "seq", autoIncrement: true });
      if (before < 2) db.createObjectStore("pictures");
    },
    // Another window with a newer make waits for this one.
    blocking: () => void opened?.then((db) => (db.close(), (opened = null))),
    terminated: () => void (opened = null),
  });
  return opened;
}

/** All that waits, in the order in which it was made. */
export async function allWaiting(): Promise<Waiting[]> {
  return (await (await database()).getAll("outbox")) as Waiting[];
}

/** Keeps changes, all of them or none; they are on the disk when this is done. */
export async function keepWaiting(changes: Without<Waiting, "seq">[]): Promise<void> {
  const transaction = (await database()).transaction("outbox", "readwrite", { durability: "strict" });
  await Promise.all([...changes.map((c) => transaction.store.add(c)), transaction.done]);
}

/** Puts a change that waits in place of what it was; one that is gone stays gone. */
export async function putWaiting(change: Waiting): Promise<void> {
  const transaction = (await database()).transaction("outbox", "readwrite", { durability: "strict" });
  if ((await transaction.store.getKey(change.seq)) !== undefined) await transaction.store.put(change);
  await transaction.done;
}

/** Lets go of a change that was sent, or that the gardener took back. */
export async function dropWaiting(seq: number): Promise<void> {
  await (await database()).delete("outbox", seq);
}

/** Keeps a picture (JPEG) until it is sent. */
export async function keepPicture(name: string, picture: ArrayBuffer): Promise<void> {
  const transaction = (await database()).transaction("pictures", "readwrite", { durability: "strict" });
  await Promise.all([transaction.store.put(picture, name), transaction.done]);
}

/** A picture that waits to be sent; null where there is none of the name. */
export async function pictureOf(name: string): Promise<ArrayBuffer | null> {
  return (await (await database()).get("pictures", name)) ?? null;
}

/** Lets go of a picture that was sent, or was taken back. */
export async function dropPicture(name: string): Promise<void> {
  await (await database()).delete("pictures", name);
}
