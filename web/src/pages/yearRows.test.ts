import { describe, expect, it } from "vitest";
import { daysTo, type Job, jobWords, rowsOf, stripOf, together } from "./yearRows";

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
