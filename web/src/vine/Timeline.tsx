import { chakra } from "@chakra-ui/react";
import { useMeasures } from "../app/settings";
import { Panel } from "../app/ui";
import type { Plan } from "../drawing/scene";

/** A young vine from planting to full: a small drawing for each year, the one that is on marked. */
export function Timeline({ years }: { years: NonNullable<Plan["vine"]>["timeline"] }) {
  const { say } = useMeasures();
  return (
    <Panel style={{ padding: "8px 14px 12px" }}>
      <chakra.h2 fontSize="1rem" color="muted">
        From planting to full
      </chakra.h2>
      <ol>
        {years.map((y) => (
          <chakra.li
            key={String(y.year)}
            display="grid"
            gridTemplateColumns="54px 1fr"
            gap="10px"
            alignItems="center"
            borderTop="1px solid var(--line)"
            paddingBlock="4px"
            background={y.now ? "var(--ochreWash)" : "transparent"}
            aria-current={y.now ? "step" : undefined}
          >
            <Stage year={Number(y.year)} done={y.done} />
            <span>
              <b>{y.now ? "Now" : y.done ? "Done" : `Year ${y.year}`}: </b>
              {say(y)}
            </span>
          </chakra.li>
        ))}
      </ol>
    </Panel>
  );
}

function Stage({ year, done }: { year: number; done: boolean }) {
  const wood = {
    fill: "none",
    stroke: done || year > 1 ? "var(--bark3)" : "var(--bark1)",
    strokeLinecap: "round",
  } as const;
  const young = { fill: "none", stroke: "var(--bark1)", strokeLinecap: "round" } as const;
  return (
    <svg viewBox="-26 -46 52 48" width="54" height="50" aria-hidden>
      <line x1="-26" x2="26" y1="0" y2="0" stroke="var(--ink)" />
      <path d="M4 0V-42" stroke="var(--line)" strokeWidth="3" />
      {year === 1 && <path d="M0 0C-1 -14 1 -24 0 -38" {...young} strokeWidth="2.5" />}
      {year === 2 && (
        <>
          <path d="M0 0V-27" {...wood} strokeWidth="3.5" />
          <path d="M-5 -26L5 -29" stroke="var(--hip)" strokeWidth="2.5" />
          <path d="M0 -25l5 -3M0 -20l-5 -3" stroke="var(--leaf)" strokeWidth="2" />
        </>
      )}
      {year === 3 && (
        <>
          <path d="M0 0V-24" {...wood} strokeWidth="4" />
          <path d="M0 -24L-10 -34M0 -22L10 -34" {...young} strokeWidth="3" />
        </>
      )}
      {year >= 4 && (
        <>
          <path d="M0 0V-20M0 -20L-9 -27M0 -20L9 -27M0 -20V-29" {...wood} strokeWidth={year === 4 ? 4 : 5} />
          <path
            d={
              year === 4
                ? "M-9 -27l-5 -9M9 -27l5 -9M0 -29v-9"
                : "M-9 -27l-6 -9M-9 -27l-1 -10M9 -27l6 -9M9 -27l1 -10M0 -29l-3 -10M0 -29l3 -10"
            }
            {...young}
            strokeWidth="2.2"
          />
        </>
      )}
    </svg>
  );
}
