import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { outbox } from "./outbox";
import { addPhoto, changePhoto, dropPhoto, keepTaps, sendTaps, tapsHere } from "./photos";
import { allWaiting, dropWaiting } from "./store";

const half = (key: string, taps: unknown, seen = "1") => ({ plant: "rose", key, from: 6, focal35: null, seen, taps });

let revision = 1;
let away = false;
let sent: { address: string; seen: string | null; body: { taps?: unknown; picture?: string } }[] = [];

beforeEach(async () => {
  [revision, away, sent] = [1, false, []];
  localStorage.clear();
  for (const w of await allWaiting()) await dropWaiting(w.seq);
  vi.stubGlobal("fetch", (address: string, init?: RequestInit) => {
    if (!init?.method) return Promise.resolve(new Response("[]"));
    if (away) return Promise.reject(new TypeError("away"));
    const body = init.body === null ? {} : (JSON.parse(init.body as string) as { taps?: unknown });
    sent.push({ address, seen: new Headers(init.headers).get("If-Match"), body });
    return Promise.resolve(new Response(JSON.stringify({ key: address.split("/").at(-1), revision: ++revision })));
  });
});

afterEach(() => vi.unstubAllGlobals());

describe("taps on a photograph", () => {
  it("are on this device at once, and gone from there when they are handed on", async () => {
    keepTaps(half("a", { crown: [1, 2] }));
    expect(tapsHere("a")!.taps).toEqual({ crown: [1, 2] });
    await sendTaps();
    await outbox.send();
    expect(tapsHere("a")).toBeNull();
    expect(sent.map((s) => [s.address, s.seen, s.body.taps])).toEqual([
      ["/api/plants/rose/photos/a", '"1"', { crown: [1, 2] }],
    ]);
  });

  it("that follow stand on what was answered, whatever the page still shows", async () => {
    for (const u of [1, 2, 3]) {
      keepTaps(half("b", { crown: [u, 0] }));
      await sendTaps();
    }
    await outbox.send();
    expect(sent.map((s) => s.seen)).toEqual(['"1"', '"2"', '"3"']);
    expect(sent.at(-1)!.body.taps).toEqual({ crown: [3, 0] });
  });

  it("made while others are on their way, and found after a reload, stand on the answer too", async () => {
    away = true;
    await changePhoto("rose", half("c", { crown: [1, 0] }), "taps");
    keepTaps(half("c", { crown: [2, 0] }));
    away = false;
    await outbox.send();
    expect(tapsHere("c")).toMatchObject({ seen: "2", taps: { crown: [2, 0] } });
  });

  it("are not sent twice in one breath", async () => {
    await changePhoto("rose", half("d", { crown: [1, 0] }), "taps");
    await changePhoto("rose", half("d", { crown: [1, 0] }), "taps");
    await outbox.send();
    expect(sent).toHaveLength(1);
  });

  it("of a photograph that is taken out go with it", async () => {
    keepTaps(half("e", { crown: [1, 0] }));
    await dropPhoto("rose", "e", "out");
    await sendTaps();
    await outbox.send();
    expect(sent.map((s) => s.body)).toEqual([{}]);
  });

  it("of one that was not sent yet come after its picture", async () => {
    away = true;
    const picture = { jpeg: new Uint8Array([1, 2, 3]).buffer, width: 4, height: 3, focal35: 26 };
    const key = await addPhoto("rose", picture, 3, "Photograph");
    keepTaps(half(key, { crown: [1, 0] }, "*"));
    await sendTaps();
    away = false;
    await outbox.send();
    expect(sent.map((s) => [s.seen, s.body.picture, s.body.taps])).toEqual([
      ['"*"', "AQID", null],
      ['"2"', undefined, { crown: [1, 0] }],
    ]);
  });
});
