import { describe, expect, it } from "vitest";
import { add, hours, type Line, nothing, readLines } from "./planLines";

const line = (part: Partial<Line>): Line => ({
  id: "1",
  name: "Rose",
  place: "bed",
  kind: "rose.shrub",
  state: "planned",
  cuts: 3,
  kept: 4,
  removed: 2,
  checks: 1,
  buds: 0,
  shoots: 0,
  tieCount: 0,
  minutes: 20,
  effort: "light",
  tools: ["secateurs"],
  ties: [],
  system: null,
  proved: true,
  ...part,
});

function streamOf(...chunks: string[]): ReadableStream<Uint8Array> {
  const bytes = chunks.map((c) => new TextEncoder().encode(c));
  return new ReadableStream({
    pull(controller) {
      const next = bytes.shift();
      if (next) controller.enqueue(next);
      else controller.close();
    },
  });
}

describe("the garden's plan as it arrives", () => {
  it("is read line by line wherever the pieces are cut", async () => {
    const text = `{"total":2}\n${JSON.stringify(line({ name: "Öl" }))}\n${JSON.stringify(line({ id: "2" }))}\n`;
    for (let cut = 1; cut < text.length - 1; cut += 7) {
      const seen: Line[] = [];
      let total = 0;
      await readLines(
        streamOf(text.slice(0, cut), text.slice(cut)),
        (t) => (total = t),
        (l) => seen.push(...l),
      );
      expect([total, seen.map((l) => l.id), seen[0]!.name]).toEqual([2, ["1", "2"], "Öl"]);
    }
  });

  it("says when it breaks off", async () =>
    expect(
      readLines(
        streamOf('{"total":2}\n{"id":'),
        () => {},
        () => {},
      ),
    ).rejects.toThrow("broke off"));

  it("adds up by state, with each tool once", () => {
    const sum = add(add(nothing, [line({}), line({ state: "empty", cuts: 0, checks: 0, minutes: 0, tools: [] })]), [
      line({ tools: ["saw", "secateurs"] }),
      line({ state: "finished", cuts: 0, checks: 0, minutes: 0, tools: [] }),
      line({ state: "unplannable", cuts: 0, checks: 0, minutes: 0, tools: [] }),
    ]);
    expect(sum).toEqual({
      planned: 2,
      empty: 1,
      finished: 1,
      stuck: 1,
      cuts: 6,
      checks: 2,
      minutes: 40,
      tools: ["secateurs", "saw"],
      ties: {},
    });
  });

  it("says minutes as people do", () =>
    expect([45, 240, 3600].map(hours)).toEqual(["45 minutes", "about 4 hours", "about 10 days of six hours"]));

  it("sums the tie material to carry", () => {
    const tied = (metres: number) => line({ ties: [{ material: "jute", metres, stems: ["A"] }] });
    expect(add(add(nothing, [tied(1.5)]), [tied(2), line({})]).ties).toEqual({ jute: 3.5 });
    expect(nothing.ties).toEqual({});
  });
});
