import type { System } from "./places";

/** The ways a vine is trained, in words. */
export const systems: { system: System; text: string; hint: string }[] = [
  { system: "cordon", text: "Arms", hint: "one or two permanent arms along a wire, with short spurs" },
  { system: "goblet", text: "Goblet", hint: "a short trunk with a head of spurs, no wires" },
  { system: "long-cane", text: "Long canes", hint: "long canes laid along the wire, new ones every year" },
  { system: "t-trellis", text: "T-trellis", hint: "arms on two inner wires, shoots draped over two outer ones" },
  { system: "training", text: "Young vine", hint: "still growing its trunk, from planting to its fourth year" },
];

const wood = { fill: "none", stroke: "var(--bark3)", strokeLinecap: "round", strokeLinejoin: "round" } as const;
const shoot = { fill: "none", stroke: "var(--bark1)", strokeLinecap: "round", strokeWidth: 2.2 } as const;

/** A small drawing of a system. */
export function SystemPicture({ system }: { system: System }) {
  return (
    <svg viewBox="-34 -52 68 56" width="68" height="56" aria-hidden>
      <line x1="-34" x2="34" y1="0" y2="0" stroke="var(--ink)" strokeWidth="1.5" />
      {parts[system]}
    </svg>
  );
}

const up = (x: number, y: number, tall = 16) => `M${x} ${y}l1.5 ${-tall}`;

const parts: Record<System, React.ReactNode> = {
  cordon: (
    <>
      <path d="M-32 -22H32" stroke="var(--muted)" strokeWidth="0.8" />
      <path d="M0 0V-20C0 -23 -4 -22 -28 -22M0 -20C0 -23 4 -22 28 -22" {...wood} strokeWidth="4" />
      <path d={[-25, -17, -9, 8, 16, 24].map((x) => up(x, -24)).join("")} {...shoot} />
    </>
  ),
  goblet: (
    <>
      <path d="M0 0V-18M0 -18L-7 -26M0 -18L7 -26M0 -18V-28" {...wood} strokeWidth="5" />
      <path d="M-7 -27l-9 -18M-7 -27l-3 -19M7 -27l9 -18M7 -27l3 -19M0 -28v-20" {...shoot} />
    </>
  ),
  "long-cane": (
    <>
      <path d="M-32 -22H32" stroke="var(--muted)" strokeWidth="0.8" />
      <path d="M0 0V-19" {...wood} strokeWidth="5" />
      <path d="M0 -19C-3 -26 -12 -23 -30 -22M0 -19C3 -26 12 -23 30 -22" {...shoot} strokeWidth="3" />
      <path d={[-26, -19, -12, 11, 18, 25].map((x) => up(x, -24, 14)).join("")} {...shoot} strokeWidth="1.5" />
    </>
  ),
  "t-trellis": (
    <>
      <path d="M0 0V-38M-22 -38H22" stroke="var(--muted)" strokeWidth="2" fill="none" />
      {[-22, -9, 9, 22].map((x) => (
        <circle key={x} cx={x} cy="-39.500" r="2" fill="var(--ink)" />
      ))}
      <path d="M0 0V-34C0 -37 -6 -36 -9 -38M0 -34C0 -37 6 -36 9 -38" {...wood} strokeWidth="4" />
      <path d="M-9 -39C-14 -50 -22 -48 -26 -22M9 -39C14 -50 22 -48 26 -22" {...shoot} />
    </>
  ),
  training: (
    <>
      <path d="M5 0V-48" stroke="var(--muted)" strokeWidth="2.5" />
      <path d="M0 0C-1 -14 1 -26 0 -44" {...shoot} strokeWidth="3" />
      <path d="M-4 -14h10M-4 -30h10" stroke="var(--ochre)" strokeWidth="2" />
    </>
  ),
};
