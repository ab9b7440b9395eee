/** What a log tells when its years are laid side by side. Pure. */

import stages from "../../../src/Gemmifer.Core/Year/Data/stages.json";
import type { Schemas } from "../api/client";
import type { SurveyDocument } from "../survey/types";
import { effectOf } from "../shared/effects";

type Line = Schemas["LogView"];

/** A figure of a plant over the years. */
export interface Series {
  name: string;
  unit: "days" | "g" | "mm";
  /** Years and values, the earliest first; a round of the same year comes after the one before. */
  points: { label: string; value: number }[];
}

const dayOf = (line: Line) => line.at.slice(0, 10);

const daysBetween = (from: string, to: string) =>
  Math.round((Date.parse(`${to}T12:00:00Z`) - Date.parse(`${from}T12:00:00Z`)) / 86_400_000);

/** In fewer days no cut leads to a bloom; in more, a bloom is not of that cut. As the core has it. */
const [LEAST_ROUND, MOST_DAYS] = [stages.values.roundLeast.value, stages.values.roundMost.value];

/** Prunes and blooms further apart than this are of two years, and of two rounds. */
const MOST_ROUND = 120;

/** The figures that a log has at least two of, or one: nothing is drawn of what was never noted. */
export function seriesOf(log: readonly Line[]): Series[] {
  const lines = log.filter((l) => !l.struck).sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id - b.id));
  const what = (of: Line["what"]) => lines.filter((l) => l.what === of);
  const pruned = [...what("pruned"), ...lines.filter((l) => l.kind === "finished")]
    .map(dayOf)
    .sort()
    .filter((d, i, all) => i === 0 || daysBetween(all[i - 1]!, d) > MOST_ROUND);
  const blooms = [...new Set(what("first-bloom").map(dayOf))];
  const cuts = what("deadheaded").map(dayOf);
  const toBloom = pruned.flatMap((from, i) => {
    const next = pruned[i + 1] ?? "9999";
    const bloom = blooms.find((b) => b > from && b < next);
    return bloom && daysBetween(from, bloom) <= MOST_DAYS
      ? [{ label: bloom.slice(0, 4), value: daysBetween(from, bloom) }]
      : [];
  });
  const rounds = blooms.slice(1).flatMap((bloom, i) => {
    const before = blooms[i]!;
    const cut = cuts.find((c) => c > before && daysBetween(c, bloom) >= LEAST_ROUND && c < bloom);
    return cut && daysBetween(before, bloom) <= MOST_ROUND
      ? [{ label: `${bloom.slice(0, 4)}, ${roundName(blooms, bloom)}`, value: daysBetween(cut, bloom) }]
      : [];
  });
  const summed = (of: readonly Line[], value: (l: Line) => number | null | undefined, year: (l: Line) => string) => {
    const sums = new Map<string, number>();
    for (const line of of) {
      const v = value(line);
      if (v != null) sums.set(year(line), (sums.get(year(line)) ?? 0) + Number(v));
    }
    return [...sums].map(([label, value]) => ({ label, value })).sort((a, b) => (a.label < b.label ? -1 : 1));
  };
  const byDay = (l: Line) => dayOf(l).slice(0, 4);
  const grams = (l: Line) => l.grams;
  const all: Series[] = [
    { name: "Days from prune to first bloom", unit: "days", points: toBloom },
    { name: "Days from deadheading to the next round", unit: "days", points: rounds },
    { name: "Prunings", unit: "g", points: summed(what("prunings"), grams, byDay) },
    {
      name: "Crop",
      unit: "g",
      points: summed(
        lines.filter((l) => l.kind === "crop" || l.what === "harvested"),
        grams,
        (l) => (l.kind === "crop" ? String(l.season) : byDay(l)),
      ),
    },
    {
      name: "Height",
      unit: "mm",
      points: what("height").flatMap((l) => (l.mm == null ? [] : [{ label: byDay(l), value: Number(l.mm) }])),
    },
  ];
  return all.filter((s) => s.points.length > 0);
}

/** "round 2" of its year. */
function roundName(blooms: readonly string[], bloom: string): string {
  const same = blooms.filter((b) => b.slice(0, 4) === bloom.slice(0, 4));
  return `round ${same.indexOf(bloom) + 1}`;
}

/** What was done to a stem last winter, and what of it stands now. */
export interface Outcome {
  stem: string;
  did: "removed" | "shortened" | "tied" | "left";
  /** What it is called now; null where it stands no longer. */
  now: string | null;
  length: number | null;
  /** Side shoots that were noted on it this season. */
  shoots: number;
}

/** Last winter's work stem by stem beside this season's survey; empty where either is missing. */
export function outcomesOf(log: readonly Line[], season: number, document: SurveyDocument): Outcome[] {
  const last = log.filter((l) => l.kind === "step" && l.season === season - 1 && !l.struck && l.stem && !l.note);
  const done = new Map<string, Outcome>();
  for (const line of [...last].sort((a, b) => a.id - b.id)) {
    const did =
      line.outcome === "skipped"
        ? null
        : line.instead === "left"
          ? ("left" as const)
          : line.instead === "removed" || (line.outcome === "done" && effectOf(line.action) === "off")
            ? ("removed" as const)
            : line.instead === "cut" || effectOf(line.action) === "shorter"
              ? ("shortened" as const)
              : effectOf(line.action) === "tied" || line.instead === "tied"
                ? ("tied" as const)
                : null;
    if (!did) continue;
    const now = did === "removed" ? null : (line.stemNow ?? null);
    const stands = document.stems.find((s) => s.id === now);
    done.set(line.stem!, {
      stem: line.stem!,
      did,
      now: stands ? now : null,
      length: stands && typeof stands.length === "number" ? stands.length : null,
      shoots: stands
        ? document.stems.filter((s) => s.parent.startsWith(`${stands.id}@`) || s.parent === stands.id).length
        : 0,
    });
  }
  return [...done.values()].sort((a, b) => (a.stem < b.stem ? -1 : 1));
}
