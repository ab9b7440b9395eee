/** What a climber can be tied to, as people say it. Pure; no framework. */

import type { KeepOut, Opening, Support, SupportKind } from "./types";

export const supportKinds: { kind: SupportKind; word: string; width: string; hint: string }[] = [
  {
    kind: "wall",
    word: "a wall",
    width: "Width of wall it may cover",
    hint: "canes are fanned out and tied to eyes or a trellis",
  },
  {
    kind: "fence",
    word: "a fence",
    width: "Width of fence it may cover",
    hint: "canes are fanned out and tied to the boards",
  },
  { kind: "wires", word: "wires", width: "Length of the wires", hint: "level wires between posts, or on a wall" },
  { kind: "arch", word: "an arch", width: "Width between the legs", hint: "up one leg and over" },
  { kind: "obelisk", word: "an obelisk", width: "Width half way up", hint: "canes are wound round it" },
  { kind: "pergola", word: "a pergola", width: "Length of the beam", hint: "up the post and along the beam" },
  { kind: "post", word: "a post", width: "Thickness of the post", hint: "canes are wound round it" },
];

/** Usual measures to begin with, mm. */
const usual: Record<SupportKind, [number, number]> = {
  wall: [3000, 2400],
  fence: [3000, 1800],
  wires: [3000, 2000],
  arch: [1400, 2300],
  obelisk: [450, 2000],
  pergola: [3500, 2400],
  post: [120, 2400],
  stake: [40, 1400],
  "t-trellis": [4000, 1800],
};

/** A support of a kind to begin with; what was measured of another kind is kept where it can mean the same. */
export function supportOf(kind: SupportKind, before: Support | null): Support {
  const flat = (k: SupportKind) => k === "wall" || k === "fence" || k === "wires";
  const [width, height] = before && flat(before.kind) && flat(kind) ? [before.width, before.height] : usual[kind];
  const support: Support = { kind, width, height, from: fromOf(kind, width), y: flat(kind) ? 80 : 0 };
  if (kind === "wires") support.wires = before?.wires?.length ? before.wires : wiresUpTo(height);
  else if (flat(kind) && before?.wires?.length) support.wires = before.wires;
  if (flat(kind) && before?.openings?.length) support.openings = before.openings;
  return support;
}

/** Left edge where nobody said it: an arch and a pergola begin at the plant, the rest stands evenly about it. */
export function fromOf(kind: SupportKind, width: number): number {
  return kind === "arch" || kind === "pergola" ? 0 : -width / 2;
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
  const kind = supportKinds.find((k) => k.kind === support.kind)?.word ?? support.kind;
  const extras = [
    support.wires?.length ? `${support.wires.length} wires` : "",
    support.openings?.length
      ? `${support.openings.length === 1 ? "one opening" : `${support.openings.length} openings`}`
      : "",
  ].filter((e) => e !== "");
  return `${kind[0]!.toUpperCase()}${kind.slice(1)}, ${words(support.width)} wide and ${words(support.height)} high${extras.length ? `, with ${extras.join(" and ")}` : ""}`;
}

/** A path, drive or door to keep clear, to begin with. */
export function keepOutOf(name: string): KeepOut {
  return { name, side: 6, from: 500 };
}
