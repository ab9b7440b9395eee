import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { CoreError, type workHere } from "../core/inBrowser";
import { folded, foldedOrStruck, workWaiting } from "./fold";
import type { Waiting, WaitingOf } from "./store";

const open = (...keys: string[]) => keys.map((key) => ({ key, mark: `m${key}`, step: { text: key } }));

const work = {
  season: 2027,
  visit: 1,
  finished: false,
  today: "2027-02-20",
  revision: "R0",
  document: { stems: [] },
  plan: { steps: [] },
  pending: open("stem:A", "stem:B", "stem:C"),
  done: [{ id: 7, at: "2027-02-19T23:30:00+01:00", stem: "Z", stage: "dead", action: "remove", outcome: "done" }],
  changes: [],
} as unknown as Schemas["WorkView"];

const waits = (seq: number, key: string, more: object = {}): WaitingOf<"step"> => ({
  seq,
  key: `k${seq}`,
  plant: "p",
  method: "POST",
  address: "/api/plants/p/work",
  seen: "R0",
  body: { key, mark: `m${key}`, outcome: "done", instead: null, cutAt: null, note: null },
  made: "2027-02-20T10:00:00Z",
  words: key,
  what: "step",
  ...more,
});

/** A core that knows which steps there are, and strikes off what was done. */
function core() {
  const asked: Parameters<typeof workHere>[0][] = [];
  const here: typeof workHere = (question) => {
    asked.push(question);
    const done = question.done.map((d) => `stem:${d.stem}`);
    const said = question.said?.key;
    if (said && done.includes(said)) return Promise.reject(new CoreError("The step is not open any more."));
    const stem = said?.slice(5) ?? null;
    return Promise.resolve({
      document: { pinned: done },
      plan: work.plan,
      pending: work.pending.filter((p) => !done.includes(p.key) && p.key !== said),
      early: null,
      line: stem
        ? { said: { text: `Take ${stem} out.` }, stem, stage: "dead", action: "remove", outcome: "done" }
        : null,
      changes: said === "stem:B" ? [{ stem: "C", was: "keep", now: "remove", why: null }] : [],
    } as unknown as Awaited<ReturnType<typeof workHere>>);
  };
  return { asked, here };
}

describe("the work with what waits to be sent", () => {
  it("plans each step once and keeps what the log will say of it", async () => {
    const { asked, here } = core();
    const kept: Waiting[] = [];
    const now = await folded(
      work,
      {},
      [waits(1, "stem:A"), waits(2, "stem:B")],
      (w) => (kept.push(w), Promise.resolve()),
      here,
    );
    expect(now.pending.map((p) => p.key)).toEqual(["stem:C"]);
    expect(now.done.map((l) => [l.id, l.text])).toEqual([
      [7, undefined],
      [-1, "Take A out."],
      [-2, "Take B out."],
    ]);
    expect(now.changes.map((c) => c.stem)).toEqual(["C"]);
    expect(asked.length).toBe(2);
    expect(kept.map((w) => (w as WaitingOf<"step">).line?.stem)).toEqual(["A", "B"]);

    // With the lines kept, one question tells how all stands.
    const again = await folded(work, {}, kept, () => Promise.reject(new Error("nothing new")), here);
    expect(asked.length).toBe(3);
    expect(asked[2]!.done.map((d) => d.stem)).toEqual(["Z", "A", "B"]);
    // The day is the garden's for what it wrote, and this device's for what waits here.
    const here20 = new Date("2027-02-20T10:00:00Z").toLocaleDateString("sv");
    expect(asked[2]!.done.map((d) => d.day)).toEqual(["2027-02-19", here20, here20]);
    expect(again.pending.map((p) => p.key)).toEqual(["stem:C"]);
  });

  it("leaves out a line that is taken back, and finishes", async () => {
    const { asked, here } = core();
    const back = waits(1, "", { what: "take-back", of: 7 });
    const now = await folded(work, {}, [back, waits(2, "", { what: "finish" })], () => Promise.resolve(), here);
    expect(asked[0]!.done).toEqual([]);
    expect([now.finished, now.done.length]).toEqual([true, 0]);
    const on = await folded(
      { ...work, finished: true },
      {},
      [waits(1, "", { what: "take-finish-back" })],
      () => Promise.resolve(),
      here,
    );
    expect(on.finished).toBe(false);
  });

  it("strikes off what was done where the core cannot be had", async () => {
    const none: typeof workHere = () => Promise.reject(new CoreError("It cannot be fetched."));
    const now = await foldedOrStruck(
      work,
      {},
      [waits(1, "stem:A"), waits(2, "", { what: "finish" })],
      () => Promise.resolve(),
      none,
    );
    expect(now.pending.map((p) => p.key)).toEqual(["stem:B", "stem:C"]);
    expect(now.done.map((l) => l.id)).toEqual([7, -1]);
    expect(now.finished).toBe(true);
    await expect(
      foldedOrStruck(work, {}, [waits(1, "stem:A")], () => Promise.reject(new Error("the disk is full")), core().here),
    ).rejects.toThrow("the disk is full");
  });

  it("is of one plant, without notes and what was refused", () => {
    const all = [
      waits(1, "stem:A"),
      waits(2, "", { what: "note" }),
      waits(3, "stem:B", { refused: { status: 409, title: "", detail: null } }),
      waits(4, "stem:C", { plant: "q" }),
    ];
    expect(workWaiting(all, "p").map((w) => w.seq)).toEqual([1]);
  });
});
