import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Schemas } from "../api/client";
import { Outbox } from "./outbox";
import { allWaiting, dropWaiting, keepPicture, type NewChange, pictureOf } from "./store";

const step = (plant: string, key: string, seen = "R0"): Extract<NewChange, { what: "step" }> => ({
  plant,
  what: "step",
  method: "POST",
  address: `/api/plants/${plant}/work`,
  seen,
  body: { key } as Schemas["StepInput"],
  words: key,
});

interface Sent {
  address: string;
  key: string;
  seen: string | null;
  waited: number;
  body: string | null;
  /** The garden it was made on, and who made it. */
  made: string | null;
  by: string | null;
}

/** A garden that keeps what it is sent under its key, as the server does, and can be away or answer as told. */
class Garden {
  readonly stored = new Map<string, Sent>();
  readonly asked: Sent[] = [];
  away = false;
  /** The answer is lost on its way back, so many times. */
  lost = 0;
  refuses: (s: Sent) => number | null = () => null;
  /** Why it refuses, as data. */
  code = "stale";
  revision: () => string | number = () => `R${this.stored.size}`;

  readonly fetch = (address: string, init?: RequestInit): Promise<Response> => {
    if (!init?.method) return Promise.resolve(new Response("[]"));
    const headers = new Headers(init.headers);
    const sent = {
      address,
      key: headers.get("Idempotency-Key")!,
      seen: headers.get("If-Match"),
      waited: Number(headers.get("Waited-Seconds")),
      body: init.body as string | null,
      made: headers.get("Gemmifer-Garden"),
      by: headers.get("Gemmifer-Person"),
    };
    if (this.away) return Promise.reject(new TypeError("away"));
    this.asked.push(sent);
    const status = this.refuses(sent);
    if (status !== null) {
      const problem = {
        title: "It was recorded already.",
        detail: "Perhaps in another window.",
        errors: [{ code: this.code }],
      };
      return Promise.resolve(new Response(JSON.stringify(problem), { status }));
    }
    this.stored.set(sent.key, sent);
    if (this.lost-- > 0) return Promise.reject(new TypeError("the answer is lost"));
    return Promise.resolve(new Response(JSON.stringify({ revision: this.revision() })));
  };
}

let garden: Garden;
let outbox: Outbox;

beforeEach(async () => {
  for (const w of await allWaiting()) await dropWaiting(w.seq);
  localStorage.clear();
  garden = new Garden();
  vi.stubGlobal("fetch", garden.fetch);
  outbox = new Outbox();
});

afterEach(() => {
  outbox.stop();
  vi.unstubAllGlobals();
});

describe("the outbox", () => {
  it("sends in the order in which things were done", async () => {
    garden.away = true;
    await outbox.add([step("a", "1")]);
    await outbox.add([step("b", "2"), step("a", "3")]);
    expect(outbox.waiting().map((w) => w.words)).toEqual(["1", "2", "3"]);
    garden.away = false;
    await outbox.send();
    expect(garden.asked.map((s) => s.body)).toEqual(['{"key":"1"}', '{"key":"2"}', '{"key":"3"}']);
    expect(await allWaiting()).toEqual([]);
  });

  it("keeps what it cannot send, also for a page that comes after this one", async () => {
    garden.away = true;
    await outbox.add([step("a", "1")]);
    const next = new Outbox();
    garden.away = false;
    await next.send();
    next.stop();
    expect([...garden.stored.values()].map((s) => s.body)).toEqual(['{"key":"1"}']);
  });

  it("says how long a change waited", async () => {
    vi.useFakeTimers({ toFake: ["Date"], now: new Date("2027-02-20T10:00:00Z") });
    garden.away = true;
    await outbox.add([step("a", "1")]);
    vi.setSystemTime(new Date("2027-02-22T10:00:00Z"));
    await outbox.add([step("a", "2")]);
    garden.away = false;
    await outbox.send();
    vi.useRealTimers();
    expect(garden.asked.map((s) => s.waited)).toEqual([172_800, 0]);
  });

  it("gives the second change of a plant the revision that the first one came to", async () => {
    garden.away = true;
    const plant = (words: string): NewChange => ({
      ...step("a", words, "4"),
      what: "plant",
      method: "PUT",
      address: "/api/plants/a",
    });
    await outbox.add([plant("renamed")]);
    await outbox.add([plant("moved")]);
    garden.away = false;
    garden.revision = () => 5;
    await outbox.send();
    expect(garden.asked.map((s) => s.seen)).toEqual(['"4"', '"5"']);
  });

  it("sends again what was stored though its answer was lost, under the same key", async () => {
    garden.lost = 2;
    await outbox.add([step("a", "1")]);
    await outbox.send();
    await outbox.send();
    expect(garden.asked.length).toBe(3);
    expect(garden.stored.size).toBe(1);
    expect(await allWaiting()).toEqual([]);
  });

  it("shows what the garden refuses and goes on with the rest", async () => {
    garden.refuses = (s) => (s.body === '{"key":"1"}' ? 409 : null);
    await outbox.add([step("a", "1"), step("a", "2")]);
    expect(outbox.waiting().map((w) => [w.words, w.refused?.title])).toEqual([["1", "It was recorded already."]]);
    expect(garden.stored.size).toBe(1);
    await outbox.send();
    expect(garden.asked.length).toBe(2);
  });
});

describe("what the garden cannot take now", () => {
  it.each([500, 503, 429, 408])("waits with what was answered %i, which is not its fault", async (status) => {
    garden.refuses = () => status;
    await outbox.add([step("a", "1"), step("a", "2")]);
    expect(garden.asked.length).toBe(1);
    expect(outbox.waiting().map((w) => w.refused)).toEqual([undefined, undefined]);
  });

  it("keeps what was made before the garden was put back as a note, and does it no more", async () => {
    localStorage.setItem("gemmifer.incarnation", "before");
    localStorage.setItem("gemmifer.person", "helper");
    garden.code = "incarnation";
    garden.refuses = (s) => (s.made === "before" ? 412 : null);
    await outbox.add([step("a", "Take B out"), { ...step("b", "x"), what: "plant", words: "A new plant" }]);
    await outbox.send();
    const sent = [...garden.stored.values()];
    expect(sent.map((s) => [s.address, s.made, s.by])).toEqual([["/api/plants/a/log", null, "helper"]]);
    expect(JSON.parse(sent[0]!.body!) as { text: string }).toMatchObject({
      text: expect.stringMatching(/^Made before the garden was put back .*Take B out/) as string,
    });
    // What is more than words waits for the gardener, and is sent when they say so.
    const [left] = await allWaiting();
    expect(left).toMatchObject({ words: "A new plant", refused: { status: 412, code: "incarnation" } });
    await outbox.again(left!);
    expect(await allWaiting()).toEqual([]);
    localStorage.removeItem("gemmifer.incarnation");
    localStorage.removeItem("gemmifer.person");
  });

  it("lets the others past what the garden stumbles at again and again, and sends it again when asked", async () => {
    garden.refuses = (s) => (s.body === '{"key":"1"}' ? 500 : null);
    await outbox.add([step("a", "1"), step("b", "2")]);
    for (let n = 0; n < 5; n++) await outbox.send();
    expect([...garden.stored.values()].map((s) => s.body)).toEqual(['{"key":"2"}']);
    const [stuck] = outbox.waiting();
    expect(stuck?.refused?.status).toBe(500);
    garden.refuses = () => null;
    await outbox.again(stuck!);
    expect(garden.stored.size).toBe(2);
    expect(await allWaiting()).toEqual([]);
  });

  it("does not keep whoever tapped waiting for a garden that does not answer", async () => {
    vi.stubGlobal("fetch", () => new Promise(() => {}));
    await outbox.add([step("a", "1")]);
    await outbox.add([step("a", "2")]);
    expect(outbox.waiting().map((w) => w.words)).toEqual(["1", "2"]);
  });

  it("sends what is added while the last of the others is on its way", async () => {
    const slow = garden.fetch;
    let later: Promise<void> | undefined;
    vi.stubGlobal("fetch", async (address: string, init?: RequestInit) => {
      if (init?.method) later ??= outbox.add([step("b", "2")]);
      return slow(address, init);
    });
    await outbox.add([step("a", "1")]);
    await later;
    await outbox.send();
    expect([...garden.stored.values()].map((s) => s.body)).toEqual(['{"key":"1"}', '{"key":"2"}']);
  });
});

describe("what stands on what", () => {
  it("says of a step that the screen had the one before it, where that was made on it too", async () => {
    await outbox.add([step("a", "1"), step("b", "2"), step("a", "3"), step("a", "4", "R9")]);
    expect(garden.asked.map((s) => s.seen)).toEqual(['"R0"', '"R0"', '"R1"', '"R9"']);
  });

  it("takes back what was not sent, and says so of what was", async () => {
    garden.away = true;
    await outbox.add([step("a", "1"), step("a", "2")]);
    const [one, two] = outbox.waiting();
    expect(await outbox.takeBack(one!.seq)).toBe(true);
    garden.away = false;
    await outbox.send();
    expect(garden.asked.map((s) => s.body)).toEqual(['{"key":"2"}']);
    expect(await outbox.takeBack(two!.seq)).toBe(false);
  });

  it("sends a survey that was changed here before what was done by it", async () => {
    localStorage.setItem(
      "gemmifer.draft.a",
      JSON.stringify({ revision: 3, document: { date: "2027-02-20", stems: [] } }),
    );
    await outbox.add([step("a", "1")]);
    expect(garden.asked.map((s) => [s.address, s.seen])).toEqual([
      ["/api/plants/a/survey", '"3"'],
      ["/api/plants/a/work", '"R0"'],
    ]);
    expect(localStorage.getItem("gemmifer.draft.a")).toBeNull();
  });

  it("keeps a survey that the garden refuses, for its own page to show", async () => {
    localStorage.setItem(
      "gemmifer.draft.a",
      JSON.stringify({ revision: 3, document: { date: "2027-02-20", stems: [] } }),
    );
    garden.refuses = (s) => (s.address.endsWith("/survey") ? 412 : null);
    await outbox.send();
    expect(localStorage.getItem("gemmifer.draft.a")).not.toBeNull();
  });

  it("tells every change that was stored once, with the garden's answer", async () => {
    const heard: unknown[] = [];
    outbox.hear(({ change, answer }) => heard.push([change.words, answer]));
    await outbox.add([step("a", "1")]);
    expect(heard).toEqual([["1", { revision: "R1" }]]);
  });
});

describe("a picture that waits", () => {
  it("sends a picture along from this device, and lets go of it then", async () => {
    await keepPicture("p1", new Uint8Array([1, 2, 255]).buffer);
    garden.away = true;
    const photo = {
      plant: "rose",
      what: "photo" as const,
      method: "PUT" as const,
      address: "/api/plants/rose/photos/p1",
      seen: "*",
      words: "Photograph",
    };
    await outbox.add([
      { ...photo, body: { from: 6 }, picture: "p1" },
      { ...photo, body: { from: 6, taps: { crown: [1, 2] } } },
    ]);
    expect((await allWaiting()).map((w) => JSON.stringify(w.body).includes("AQL"))).toEqual([false, false]);
    expect(await pictureOf("p1")).not.toBeNull();
    garden.away = false;
    await outbox.send();
    const sent = garden.asked.map((s) => JSON.parse(s.body!) as { picture?: string });
    expect(sent.map((s) => s.picture)).toEqual(["AQL/", undefined]);
    // The second stands on what was answered to the first.
    expect(garden.asked.map((s) => s.seen)).toEqual(['"*"', '"R1"']);
    expect(await pictureOf("p1")).toBeNull();
  });

  it("leaves the revisions of other photographs alone", async () => {
    garden.away = true;
    const taps = (key: string) => ({
      plant: "rose",
      what: "photo" as const,
      method: "PUT" as const,
      address: `/api/plants/rose/photos/${key}`,
      seen: "1",
      body: {},
      words: key,
    });
    await outbox.add([taps("a"), taps("b"), taps("a")]);
    garden.away = false;
    await outbox.send();
    expect(garden.asked.map((s) => s.seen)).toEqual(['"1"', '"1"', '"R1"']);
  });

  it("takes a photograph back with its picture", async () => {
    await keepPicture("p2", new Uint8Array([1]).buffer);
    garden.away = true;
    await outbox.add([{ ...step("rose", "x"), what: "photo", method: "PUT", picture: "p2" }]);
    expect(await outbox.takeBack((await allWaiting())[0]!.seq)).toBe(true);
    expect(await pictureOf("p2")).toBeNull();
  });
});
