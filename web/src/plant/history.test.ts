import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { stemId } from "../api/stemId";
import type { SurveyDocument } from "../survey/types";
import { outcomesOf, seriesOf } from "./history";

type Line = Schemas["LogView"];
let id = 0;
const line = (day: string, over: Partial<Line>): Line => ({
  id: ++id,
  season: Number(day.slice(0, 4)),
  at: `${day}T10:00:00+00:00`,
  kind: "note",
  text: "",
  measures: null,
  stem: null,
  stage: null,
  action: null,
  outcome: null,
  instead: null,
  cutAt: null,
  note: null,
  grams: null,
  tied: null,
  struck: false,
  stemNow: null,
  history: [],
  what: null,
  mm: null,
  bbch: null,
  ...over,
});

describe("what a log tells over the years", () => {
  it("counts the days from each prune to its own bloom, whatever order the lines come in", () => {
    const log = [
      line("2026-06-11", { what: "first-bloom" }),
      line("2025-03-10", { what: "pruned" }),
      line("2026-03-02", { what: "pruned" }),
      line("2025-06-24", { what: "first-bloom" }),
      line("2024-03-01", { what: "pruned" }),
    ];
    const days = seriesOf(log).find((s) => s.name.includes("prune to first"))!;
    expect(days.points).toEqual([
      { label: "2025", value: 106 },
      { label: "2026", value: 101 },
    ]);
    expect(seriesOf([...log].reverse())).toEqual(seriesOf(log));
  });

  it("counts a round from the cut that made it, and leaves out what was struck", () => {
    const log = [
      line("2026-06-05", { what: "first-bloom" }),
      line("2026-06-20", { what: "deadheaded" }),
      line("2026-07-25", { what: "deadheaded" }),
      line("2026-08-04", { what: "first-bloom" }),
      line("2026-06-06", { what: "deadheaded", struck: true }),
    ];
    expect(seriesOf(log)).toEqual([
      {
        name: "Days from deadheading to the next round",
        unit: "days",
        points: [{ label: "2026, round 2", value: 45 }],
      },
    ]);
  });

  it("adds up what was weighed in a year and draws nothing of what never was", () => {
    const log = [
      line("2026-07-02", { what: "harvested", grams: 1200 }),
      line("2026-07-09", { what: "harvested", grams: 800 }),
      line("2026-09-20", { kind: "crop", season: 2025, grams: 500 }),
    ];
    expect(seriesOf(log)).toEqual([
      {
        name: "Crop",
        unit: "g",
        points: [
          { label: "2025", value: 500 },
          { label: "2026", value: 2000 },
        ],
      },
    ]);
    expect(seriesOf([])).toEqual([]);
  });
});

describe("what came of last winter", () => {
  it("lays last winter's work beside what stands now, stem by stem", () => {
    const document = {
      stems: [
        { id: "B", parent: "crown", length: 1100 },
        { id: "B1", parent: "B@400" },
        { id: "D", parent: "crown" },
      ],
    } as unknown as SurveyDocument;
    const log = [
      line("2026-02-20", {
        kind: "step",
        season: 2026,
        stem: stemId("A"),
        action: "shorten",
        outcome: "done",
        stemNow: stemId("B"),
      }),
      line("2026-02-20", { kind: "step", season: 2026, stem: stemId("C"), action: "remove", outcome: "done" }),
      line("2026-02-20", {
        kind: "step",
        season: 2026,
        stem: stemId("D"),
        action: "shorten",
        outcome: "skipped",
        stemNow: stemId("D"),
      }),
      line("2026-02-20", {
        kind: "step",
        season: 2026,
        stem: stemId("E"),
        action: "shorten",
        outcome: "different",
        instead: "left",
      }),
      line("2025-02-20", { kind: "step", season: 2025, stem: stemId("A"), action: "remove", outcome: "done" }),
    ];
    expect(outcomesOf(log, 2027, document)).toEqual([
      { stem: stemId("A"), did: "shortened", now: "B", length: 1100, shoots: 1 },
      { stem: stemId("C"), did: "removed", now: null, length: null, shoots: 0 },
      { stem: stemId("E"), did: "left", now: null, length: null, shoots: 0 },
    ]);
  });
});
