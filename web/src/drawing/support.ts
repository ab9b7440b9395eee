/** What a climber can be tied to, as people say it. Pure; no framework. */

import type { KeepOut, Opening, Support, SupportKind } from "../survey/types";
import { capital } from "../survey/words";
import { supports } from "./SupportShape";

/** The kinds offered to a climber, in this order. */
export const supportKinds = (Object.keys(supports) as SupportKind[])
  .map((kind) => ({ kind, ...supports[kind] }))
  .filter((s) => s.offered);

const flat = (kind: SupportKind) => supports[kind].form === "face";

/** A support of a kind to begin with; what was measured of another kind is kept where it can mean the same. */
export function supportOf(kind: SupportKind, before: Support | null): Support {
  const [width, height] =
    before && flat(before.kind) && flat(kind) ? [before.width, before.height] : supports[kind].usual;
  const support: Support = { kind, width, height, from: fromOf(kind, width), y: flat(kind) ? 80 : 0 };
  if (kind === "wires") support.wires = before?.wires?.length ? before.wires : wiresUpTo(height);
  else if (flat(kind) && before?.wires?.length) support.wires = before.wires;
  if (flat(kind) && before?.openings?.length) support.openings = before.openings;
  return support;
}

/** Left edge where nobody said it: an arch and a pergola begin at the plant, the rest stands evenly about it. */
export function fromOf(kind: SupportKind, width: number): number {
  return supports[kind].sideways ? 0 : -width / 2;
}

/** Wires from 400 mm up, 350 mm apart. */
export function wiresUpTo(height: number): { height: number }[] {
  const wires = [];
  for (let z = 400; z <= Math.max(400, height - 50); z += 350) wires.push({ height: z });
  return wires;
}

/** Heights of wires as typed: "40, 80, 1.2 m"; null where one is not understood. */
export function readWires(text: string, read: (word: string) => number | null): { height: number }[] | null {
  const words = text
    .split(/[,;]+/)
    .map((w) => w.trim())
    .filter((w) => w !== "");
  const heights = words.map(read);
  return heights.some((h) => h === null || h < 0) ? null : heights.map((h) => ({ height: Math.round(h!) }));
}

/** A window or door to begin with, to the right of the plant. */
export function openingOf(what: "window" | "door", support: Support): Opening {
  const right = (support.from ?? 0) + support.width;
  const size = what === "door" ? { z: 0, width: 900, height: 2050 } : { z: 900, width: 900, height: 1000 };
  const width = Math.min(size.width, support.width / 2);
  return {
    x: Math.max(200, right - width - 300),
    z: size.z,
    width,
    height: Math.min(size.height, support.height - size.z),
  };
}

/** The support in a sentence. */
export function supportWords(support: Support, words: (mm: number) => string): string {
  const kind = supports[support.kind].word;
  const extras = [
    support.wires?.length ? `${support.wires.length} wires` : "",
    support.openings?.length
      ? `${support.openings.length === 1 ? "one opening" : `${support.openings.length} openings`}`
      : "",
  ].filter((e) => e !== "");
  return `${capital(kind)}, ${words(support.width)} wide and ${words(support.height)} high${extras.length ? `, with ${extras.join(" and ")}` : ""}`;
}

/** A path, drive or door to keep clear, to begin with. */
export function keepOutOf(name: string): KeepOut {
  return { name, side: 6, from: 500 };
}
