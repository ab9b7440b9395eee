import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { KeptLine } from "../core/inBrowser";

/** One change of the garden that waits until the garden can be reached. */
export interface Waiting {
  /** Its place in the line; given when it is kept. */
  seq: number;
  /** Made on this device and sent with it: however often it is sent, it is stored once. */
  key: string;
  /** The plant it belongs to. */
  plant: string;
  method: "POST" | "PUT" | "DELETE";
  address: string;
  /** What was shown when it was made; "*" where that does not matter. */
  seen: string | null;
  body: unknown;
  /** The instant it was made, ISO. */
  made: string;
  /** What it is, in words. */
  words: string;
  what: "step" | "take-back" | "finish" | "take-finish-back" | "note" | "crop" | "visit" | "plant" | "round";
  /** Of a visit that is begun: what was seen, so that it is planned here till it was sent. */
  document?: unknown;
  /** Of a step: what the log will say; worked out where the plan is needed before it was sent. */
  line?: KeptLine;
  /** Of a step taken back: the line of the log. */
  of?: number;
  /** How often the garden stumbled at it. */
  tries?: number;
  /** Why the garden does not take it; it waits for the gardener then. */
  refused?: { status: number; title: string; detail: string | null };
}

interface Schema extends DBSchema {
  outbox: { key: number; value: Omit<Waiting, "seq"> & { seq?: number } };
}

let opened: Promise<IDBPDatabase<Schema>> | null = null;

function database(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>("gemmifer", 1, {
    upgrade: (db) => void db.createObjectStore("outbox", { keyPath: "seq", autoIncrement: true }),
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
export async function keepWaiting(changes: Omit<Waiting, "seq">[]): Promise<void> {
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
