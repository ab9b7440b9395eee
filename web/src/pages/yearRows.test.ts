import { describe, expect, it } from "vitest";
import { cardsOf, daysTo, type Job, jobWords, nothingWords, rowsOf, stripOf, together } from "./yearRows";

const job = (of: Job["job"], from: string, to: string, best = from, plant: string | null = "p"): Job => ({
  plant,
  job: of,
  window: [from, to],
  best,
  because: "So.",
  provenance: "practice",
  ifLate: "Late.",
  minutes: 5,
  weight: 1,
  season: 2027,
  how: null,
});

describe("the work of a day", () => {
  it("that is none is told apart from what nobody looked at", () => {
    expect(nothingWords(0, "")).toBe("Nothing has to be done today.");
    expect(nothingWords(0, "South bed")).toBe("Nothing of “South bed” has to be done today.");
    expect(nothingWords(1, "")).toContain("What one plant needs is not known: nobody has walked round it yet.");
    expect(nothingWords(3, "")).toContain("What 3 plants need is not known: nobody has walked round them yet.");
  });

  it("is one card a job with its places as one walks, the ill last, each reason once", () => {
    const placeOf = (id: string) => ({ a: "wall", b: "bed", c: "wall", d: "bed" })[id]!;
    const cards = cardsOf(
      [
        job("leaf-clean", "2026-11-01", "2026-12-24", undefined, "a"),
        job("leaf-clean", "2026-11-01", "2026-12-14", undefined, "c"),
        job("feed", "2026-11-01", "2026-12-30", undefined, "b"),
        { ...job("leaf-clean", "2026-11-01", "2026-12-24", undefined, "b"), because: "Spots." },
        job("leaf-clean", "2026-11-01", "2026-12-24", undefined, "d"),
      ],
      placeOf,
      new Set(["d"]),
    );
    expect(cards.map((c) => c.job)).toEqual(["leaf-clean", "feed"]);
    const [leaves] = cards;
    expect(leaves!.places.map((p) => [p.place, p.diseased, p.jobs.map((j) => j.plant)])).toEqual([
      ["wall", false, ["a", "c"]],
      ["bed", false, ["b"]],
      ["bed", true, ["d"]],
    ]);
    expect([leaves!.till, leaves!.minutes, leaves!.reasons]).toEqual(["2026-12-14", 20, ["So.", "Spots."]]);
  });

  it("stands on the first day of the next two weeks where its best day is over and its days are not", () => {
    const strip = stripOf([job("feed", "2026-11-01", "2026-12-14")], "2026-12-01", 14);
    expect(strip.map((d) => d.jobs.length)).toEqual([1, ...Array.from({ length: 13 }, () => 0)]);
    expect(stripOf([job("feed", "2026-11-01", "2026-11-30")], "2026-12-01", 14)[0]!.jobs).toEqual([]);
  });
});

describe("the year as rows", () => {
  it("joins what touches, keeps what does not, and cuts at the ends", () => {
    const [row] = rowsOf(
      [
        job("feed", "2026-12-20", "2027-01-10"),
        job("feed", "2027-01-11", "2027-01-20", "2027-01-15", "q"),
        job("feed", "2027-06-01", "2027-06-30"),
      ],
      "2027-01-01",
      "2027-12-31",
    );
    expect(row!.bars).toEqual([
      { from: 0, to: 20 / 365, many: 2 },
      { from: 151 / 365, to: 181 / 365, many: 1 },
    ]);
    // A best day before the span has no mark in it.
    expect(row!.best).toEqual([14 / 365, 151 / 365]);
  });

  it("has one row a job, in the order they come, and a word for every job", () => {
    const rows = rowsOf(
      [
        job("look", "2027-01-05", "2027-01-20"),
        job("feed", "2027-03-01", "2027-03-09"),
        job("look", "2027-02-01", "2027-02-09"),
      ],
      "2027-01-01",
      "2027-12-31",
    );
    expect(rows.map((r) => r.job)).toEqual(["look", "feed"]);
    expect(Object.values(jobWords).every((w) => w.length > 3)).toBe(true);
  });

  it("says once what is the same for several plants", () => {
    const groups = together([
      job("feed", "2027-03-01", "2027-03-09", "2027-03-02", "a"),
      job("look", "2027-03-01", "2027-03-09", "2027-03-02", "a"),
      job("feed", "2027-03-01", "2027-03-09", "2027-03-02", "b"),
      job("feed", "2027-03-01", "2027-03-19", "2027-03-02", "c"),
    ]);
    expect(groups.map((g) => g.map((j) => j.plant))).toEqual([["a", "b"], ["a"], ["c"]]);
  });

  it("counts days over the change of the clocks and a leap day", () => {
    expect(daysTo("2027-03-27", "2027-03-29")).toBe(2);
    expect(daysTo("2028-02-28", "2028-03-01")).toBe(2);
    const strip = stripOf([job("feed", "2027-03-01", "2027-04-01", "2027-03-29")], "2027-03-27", 14);
    expect(strip.map((s) => s.jobs.length)).toEqual([0, 0, 1, ...Array<number>(11).fill(0)]);
    expect(strip[13]!.day).toBe("2027-04-09");
  });
});
