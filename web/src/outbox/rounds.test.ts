import { afterEach, describe, expect, it, vi } from "vitest";
import type { SurveyDocument } from "../survey/types";
import { visitOf, workWaiting } from "./fold";
import { moved } from "./newPlant";
import { outbox } from "./outbox";
import { begin, beginDone, unsent, workOf } from "./rounds";
import type { Waiting } from "./store";

const document = { task: "round", school: "open-bowl", stems: [{ id: "F1" }], support: { kind: "wall" } };
const beginning = {
  plant: "p",
  task: "round" as const,
  document: document as unknown as SurveyDocument,
  words: "Round",
};

afterEach(() => vi.restoreAllMocks());

describe("a visit beside the season's work", () => {
  it("is begun under a name of its own, with what was seen and no more", async () => {
    const add = vi.spyOn(outbox, "add").mockResolvedValue();
    const key = await begin(beginning);
    expect(add.mock.calls[0]![0]).toMatchObject([
      {
        method: "PUT",
        address: `/api/plants/p/rounds/${key}`,
        seen: "*",
        body: { task: "round", school: "open-bowl", stems: [{ id: "F1" }], anyway: false },
        document,
      },
    ]);
    const [change] = add.mock.calls[0]![0];
    expect(unsent([{ ...change!, seq: 1 } as Waiting], "p", key)).not.toBeNull();
    expect(unsent([{ ...change!, seq: 1 } as Waiting], "p", "other")).toBeNull();
  });

  it("takes the canes as the garden has them where it is no round", async () => {
    const add = vi.spyOn(outbox, "add").mockResolvedValue();
    await begin({ ...beginning, task: "cover", anyway: true });
    expect(add.mock.calls[0]![0][0]!.body).toEqual({ task: "cover", school: "open-bowl", anyway: true });
  });

  it("is kept with all its steps and ended where all was done already; what comes later stays open", async () => {
    const add = vi.spyOn(outbox, "add").mockResolvedValue();
    const pending = ["prepare", "deadhead", "return"].map((stage, n) => ({
      key: `k${n}`,
      mark: `m${n}`,
      step: { stage, text: stage },
    }));
    await beginDone(beginning, "2027-06-25", () => Promise.resolve({ pending } as never));
    const sent = add.mock.calls[0]![0];
    expect(sent.map((c) => c.what)).toEqual(["round", "step", "step", "finish"]);
    const key = sent[0]!.address.split("/").at(-1)!;
    expect(sent.slice(1).map((c) => visitOf(c.address))).toEqual([key, key, key]);
    expect(sent[1]!.body).toMatchObject({ key: "k0", mark: "m0", outcome: "done" });
  });

  it("keeps its steps apart from those of the season", () => {
    const step = (seq: number, address: string) => ({ seq, plant: "p", what: "step", address }) as Waiting;
    const all = [step(1, "/api/plants/p/work"), step(2, workOf("p", "r1")), step(3, workOf("p", "r2", "/7"))];
    expect(workWaiting(all, "p").map((w) => w.seq)).toEqual([1]);
    expect(workWaiting(all, "p", "r1").map((w) => w.seq)).toEqual([2]);
    expect(workWaiting(all, "p", "r2").map((w) => w.seq)).toEqual([3]);
  });
});

describe("the last frost of a place that is later", () => {
  it("is reckoned in a year without a 29 February", () => {
    expect(moved("04-15", 0)).toBe("04-15");
    expect(moved("04-15", 14)).toBe("04-29");
    expect(moved("02-25", 5)).toBe("03-02");
    expect(moved("02-29", 1)).toBe("03-01");
    expect(moved("01-02", -5)).toBe("12-28");
  });
});
