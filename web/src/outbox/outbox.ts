import { at, inDemo, ofDemo } from "../api/base";
import { newId } from "../api/client";
import { GARDEN, incarnation, noteGarden, person, PERSON } from "../api/incarnation";
import { entry } from "../api/reach";
import { draftsOf, sendDraft } from "./drafts";
import { visitOf } from "./fold";
import {
  allWaiting,
  dropPicture,
  dropWaiting,
  keepWaiting,
  type NewChange,
  pictureOf,
  putWaiting,
  type Waiting,
  type WaitingOf,
} from "./store";

/** What became of a change: stored with the garden's answer, refused, or it still waits. */
type Sent = { change: Waiting; answer: unknown };

const LOCK = "gemmifer-outbox";
const FIRST_WAIT = 2_000;
const LONGEST_WAIT = 30_000;
/** The garden is not waited for any longer, ms. */
const PATIENCE = 10_000;
/** Whoever tapped waits no longer than this for a change to be sent; it goes on being sent, ms. */
const GRACE = 1_500;
/** A change at which the garden stumbles so often holds up the others no longer. */
const STUMBLES = 5;

/** The changes that wait, as every screen sees them; the same in every window of this browser. */
export class Outbox {
  private now: Waiting[] = [];
  private known = false;
  private readonly listeners = new Set<() => void>();
  private readonly hearers = new Set<(sent: Sent) => void>();
  private readonly others = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel(LOCK);
  private timer: ReturnType<typeof setTimeout> | undefined;
  private wait = FIRST_WAIT;
  private sending: Promise<void> | null = null;
  private more = false;

  constructor() {
    this.others?.addEventListener("message", () => void this.read());
  }

  /** Ends what goes on by itself. */
  stop(): void {
    clearTimeout(this.timer);
    this.others?.close();
  }

  /** Begins to send what a page before this one left. */
  start(): void {
    window.addEventListener("online", () => void this.send());
    document.addEventListener("visibilitychange", () => document.visibilityState === "visible" && void this.send());
    void this.read().then(() => this.send());
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    if (!this.known) void this.read();
    return () => this.listeners.delete(listener);
  };

  /** All that waits, in order; the same array until something changes. */
  readonly waiting = (): Waiting[] => this.now;

  /** Tells of every change that was stored from here. */
  hear(hearer: (sent: Sent) => void): () => void {
    this.hearers.add(hearer);
    return () => this.hearers.delete(hearer);
  }

  /** Keeps changes on this device and sends them; done when they are kept, and were sent or could not be for a moment. */
  async add(changes: NewChange[]): Promise<void> {
    const made = new Date().toISOString();
    const [garden, by] = [incarnation(), person()];
    await keepWaiting(
      changes.map((c) => ({
        ...c,
        key: newId(),
        made,
        ...(garden === null ? {} : { garden }),
        ...(by === null ? {} : { by }),
      })),
    );
    await this.changed();
    await Promise.race([this.send(), new Promise((done) => setTimeout(done, GRACE))]);
  }

  /** Sends what was refused once more. */
  async again(change: Waiting): Promise<void> {
    const anew = { ...change };
    delete anew.refused;
    delete anew.tries;
    // Whoever sends it again has seen the garden as it is.
    delete anew.garden;
    await this.put(anew);
    await this.send();
  }

  async put(change: Waiting): Promise<void> {
    await putWaiting(change);
    await this.changed();
  }

  /** Takes a change back that was not sent; false where it was sent meanwhile. */
  async takeBack(seq: number): Promise<boolean> {
    return this.alone(async () => {
      const there = (await allWaiting()).some((w) => w.seq === seq);
      const picture = keptPicture((await allWaiting()).find((w) => w.seq === seq));
      if (there) await dropWaiting(seq);
      if (there && picture !== null) await dropPicture(picture);
      await this.changed();
      return there;
    });
  }

  /**
   * Sends what waits, in order, until the garden cannot be reached. One window at a time does; what is added meanwhile
   * goes along.
   */
  send(): Promise<void> {
    this.more = true;
    this.sending ??= this.sendAll().finally(() => (this.sending = null));
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    clearTimeout(this.timer);
    let reached = true;
    while (this.more && reached) {
      this.more = false;
      reached = await this.alone(() => this.sendInOrder());
    }
    this.wait = reached ? FIRST_WAIT : Math.min(LONGEST_WAIT, this.wait * 2);
    if (!reached) this.timer = setTimeout(() => void this.send(), this.wait);
  }

  private async sendInOrder(): Promise<boolean> {
    for (;;) {
      const next = (await mine()).find((w) => !w.refused);
      if (!next) break;
      if (!(await this.sendOne(next))) return false;
    }
    for (const plant of draftsOf()) {
      if (!(await sendDraft(plant))) return false;
    }
    return true;
  }

  private async sendOne(change: Waiting): Promise<boolean> {
    if (!(await sendDraft(change.plant))) return false;
    const name = keptPicture(change);
    const answered = await asked(change, name === null ? null : await pictureOf(name));
    if (answered === null) return false;
    const { response, text } = answered;
    noteGarden(response);
    // It is busy or it stumbles: neither is the fault of the change, unless it stumbles at this one again and again.
    const tries = (change.tries ?? 0) + 1;
    const stumbles = response.status === 500 && tries < STUMBLES;
    if (stumbles) await putWaiting({ ...change, tries });
    // Nobody is signed in here any more: it waits till somebody is.
    if (response.status === 401) entry.set(false);
    if (stumbles || response.status > 500 || [401, 408, 429].includes(response.status)) return false;
    if (response.ok) await this.taken(change, name, text);
    else await putWaiting(refusedOf(change, response.status, text));
    await this.changed();
    return true;
  }

  /** The garden has it: it waits no more, and who waited for what comes of it hears that. */
  private async taken(change: Waiting, picture: string | null, text: string): Promise<void> {
    const answer: unknown = text === "" ? null : JSON.parse(text);
    await keepAnswer(change, text);
    await dropWaiting(change.seq);
    if (picture !== null) await dropPicture(picture);
    await this.followed(change, answer);
    // In one go: what the garden answers takes the place of what waited for it.
    this.now = this.now.filter((w) => w.seq !== change.seq);
    // What was made while that was written down stands on the same.
    await this.followed(change, answer);
    this.hearers.forEach((h) => h({ change, answer }));
    this.listeners.forEach((l) => l());
  }

  /** What was made on the same screen after it was made from what the garden answers now. */
  private async followed(change: Waiting, answer: unknown): Promise<void> {
    const revision = (answer as { revision?: unknown } | null)?.revision;
    if ((typeof revision !== "string" && typeof revision !== "number") || change.seen === null) return;
    if (change.what === "round") return;
    const what = change.what === "plant" || change.what === "photo" ? change.what : "step";
    const after = (await allWaiting()).filter(
      (w) =>
        w.plant === change.plant &&
        w.what === what &&
        w.seen === change.seen &&
        !w.refused &&
        // Each photograph has a revision of its own.
        (what !== "photo" || w.address === change.address),
    );
    const seen = String(revision);
    await Promise.all(after.map((w) => putWaiting({ ...w, seen })));
    this.now = this.now.map((w) => (after.some((a) => a.seq === w.seq) ? { ...w, seen } : w));
  }

  /** Reads what waits; whoever changed it tells the other windows. */
  private async read(): Promise<void> {
    const now = await mine();
    if (this.known && JSON.stringify(this.now) === JSON.stringify(now)) return;
    this.known = true;
    this.now = now;
    this.listeners.forEach((l) => l());
  }

  private async changed(): Promise<void> {
    await this.read();
    this.others?.postMessage("changed");
  }

  private alone<T>(then: () => Promise<T>): Promise<T> {
    return navigator.locks ? navigator.locks.request(LOCK, then) : then();
  }
}

/** What the garden answers to a change; null where it is out of reach. */
async function asked(
  change: Waiting,
  picture: ArrayBuffer | null,
): Promise<{ response: Response; text: string } | null> {
  const body = picture === null ? change.body : { ...change.body, picture: base64(picture) };
  try {
    const response = await fetch(change.address, {
      method: change.method,
      headers: headersOf(change),
      body: body === null ? null : JSON.stringify(body),
      // A picture takes its time on a bad network.
      signal: AbortSignal.timeout(picture === null ? PATIENCE : 6 * PATIENCE),
    });
    return { response, text: await response.text() };
  } catch {
    return null;
  }
}

/** Under which key, of which garden, by whom, how long ago, and on which state a change was made. */
const headersOf = (change: Waiting) => ({
  "Idempotency-Key": change.key,
  // It is dated when it was made; how long it waited is told, as the clock of a phone may be wrong.
  "Waited-Seconds": (Math.max(0, Date.now() - Date.parse(change.made)) / 1000).toFixed(3),
  ...(change.garden === undefined ? {} : { [GARDEN]: change.garden }),
  ...(change.by === undefined ? {} : { [PERSON]: change.by }),
  ...(change.seen === null ? {} : { "If-Match": `"${change.seen}"` }),
  ...(change.body === null ? {} : { "Content-Type": "application/json" }),
});

/** A change with why the garden did not take it; of before the garden was put back, the note it becomes. */
function refusedOf(change: Waiting, status: number, text: string): Waiting {
  const problem = parsed(text);
  const code = problem.errors?.[0]?.code;
  // What was made before the garden was put back is kept as words, and never done to what is there now.
  const note = code === "incarnation" ? asNote(change) : null;
  return (
    note ?? {
      ...change,
      refused: {
        status,
        title: problem.title ?? "The garden did not take it.",
        detail: problem.detail ?? null,
        ...(code === undefined ? {} : { code }),
      },
    }
  );
}

/** The name under which the picture of a change is kept on this device; null where it has none. */
const keptPicture = (change: Waiting | undefined): string | null =>
  change?.what === "photo" ? (change.picture ?? null) : null;

/** Bytes as text for JSON. */
function base64(bytes: ArrayBuffer): string {
  let text = "";
  const all = new Uint8Array(bytes);
  for (let i = 0; i < all.length; i += 0x8000) text += String.fromCharCode(...all.subarray(i, i + 0x8000));
  return btoa(text);
}

/** What waits for the garden on this page; what was done in the demo waits till that is open. */
const mine = async (): Promise<Waiting[]> => (await allWaiting()).filter((w) => ofDemo(w.address) === inDemo);

/** The work as the garden has it now takes the place of what the service worker kept of it. */
async function keepAnswer(change: Waiting, text: string): Promise<void> {
  if (!("caches" in globalThis)) return;
  const [work, log] = [at(`/api/plants/${change.plant}/work`), at(`/api/plants/${change.plant}/log`)];
  if (change.address.startsWith(work) && text !== "") {
    const kept = await caches.open("garden");
    const visit = visitOf(change.address);
    await kept
      .put(
        visit === null ? work : `${work}?round=${visit}`,
        new Response(text, { headers: { "Content-Type": "application/json" } }),
      )
      .catch(() => null);
  }
  void fetch(log).catch(() => null);
}

/** What a problem of the server says, as far as it is read here. */
interface Problem {
  title?: string;
  detail?: string;
  errors?: { code?: string }[];
}

/** A change as a note of what was done; null for what is more than words: a picture, a plant. */
export function asNote(change: Waiting): WaitingOf<"note"> | null {
  if (change.what === "plant" || change.what === "round" || change.what === "photo" || change.what === "drop-photo") {
    return null;
  }
  const made = new Date(change.made).toLocaleString("en-GB", { dateStyle: "long", timeStyle: "short" });
  const text = `Made before the garden was put back to an earlier state, and not done to it: ${change.words} (${made})`;
  const { seq, key, plant, made: instant, by } = change;
  return {
    seq,
    key,
    plant,
    made: instant,
    ...(by === undefined ? {} : { by }),
    what: "note",
    method: "POST",
    address: at(`/api/plants/${plant}/log`),
    seen: null,
    body: { text: text.slice(0, 1000), key },
    words: text,
  };
}

function parsed(text: string): Problem {
  try {
    return JSON.parse(text) as Problem;
  } catch {
    return {};
  }
}

export const outbox = new Outbox();
