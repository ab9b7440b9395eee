import { chakra } from "@chakra-ui/react";
import { useMeasures } from "../app/settings";
import { Notice, Panel } from "../app/ui";
import type { Plan } from "../drawing/scene";
import { dayWords } from "../survey/measures";

/** Which canes are next to go, and which are kept until a young one has proved itself. */
function NextWinter({ plan }: { plan: Plan }) {
  const next = plan.forecast.next ?? [];
  return next.length === 0 ? null : (
    <>
      <chakra.h3 fontSize="1.05rem" marginTop="12px">
        The winter after
      </chakra.h3>
      {next.map((n) => (
        <chakra.p key={n.stem} marginTop="4px">
          {n.text}
        </chakra.p>
      ))}
    </>
  );
}

/** What the plan expects of the coming summer, in words beside the drawing. */
export function Summer({ plan }: { plan: Plan }) {
  const f = plan.forecast;
  const { long } = useMeasures();
  if (plan.training) {
    const { bloomTied, bloomFound, bareTo } = plan.training;
    return (
      <Panel>
        <chakra.h2 fontSize="1.2rem">Next summer</chakra.h2>
        <chakra.p marginTop="6px">
          {f.bloomPoints === 0 || f.flowering.length === 0 ? (
            "Hardly a flower this year, as the wood that carries them comes off before they open."
          ) : (
            <>
              Flowers from about <b>{bloomTied} places</b>, from {dayWords(f.flowering[0]!)} to{" "}
              {dayWords(f.flowering[1]!)}. The same wood as it was found would flower from {bloomFound}.
            </>
          )}
        </chakra.p>
        <chakra.p marginTop="8px">
          Wood that lies flat, or at least half way over, flowers at every bud; what stands upright flowers at its tip
          and on the short side shoots left on it.
        </chakra.p>
        {bareTo != null && (
          <chakra.div marginTop="10px">
            <Notice tone="look">
              Below {long(Math.round(Number(bareTo)))} hardly anything flowers: plant something in front.
            </Notice>
          </chakra.div>
        )}
        <NextWinter plan={plan} />
        <chakra.p marginTop="10px" color="muted">
          A forecast, not a promise: where flowers come is common practice, how far apart the buds stand our assumption
          for this kind.
        </chakra.p>
      </Panel>
    );
  }
  return (
    <Panel>
      <chakra.h2 fontSize="1.2rem">Next summer</chakra.h2>
      <chakra.p marginTop="6px">
        About <b>{f.shoots} new shoots</b>: three from each end, the uppermost the strongest.{" "}
        {f.bloomPoints === 0 || f.flowering.length === 0
          ? "Hardly a flower this year, as the wood that carries them comes off before they open."
          : `Flowers from about ${dayWords(f.flowering[0]!)} to ${dayWords(f.flowering[1]!)}.`}
      </chakra.p>
      <chakra.div marginTop="10px">
        {f.crowds.length === 0 ? (
          <Notice tone="plain">Every end has room: no shoots are expected to stand in each other's way.</Notice>
        ) : (
          <Notice tone="look">
            {crowdWords(f.crowds.map((c) => c.stems.join(" and ")))} In May rub out the shoot drawn darker that is the
            weaker of the two.
          </Notice>
        )}
      </chakra.div>
      <NextWinter plan={plan} />
      <chakra.p marginTop="10px" color="muted">
        A forecast, not a promise: the number is common practice, the way they grow follows from the buds, their length
        is our assumption.
      </chakra.p>
    </Panel>
  );
}

/** "They will crowd between A and B, and C and D." No more than four pairs are named. */
export function crowdWords(pairs: string[]): string {
  const named = pairs.slice(0, 4);
  const rest = pairs.length - named.length;
  return `Some will crowd: between ${named.join(", ")}${rest > 0 ? ` and ${rest} more ${rest === 1 ? "pair" : "pairs"}` : ""}.`;
}

const when = (year: number) => (year === 0 ? "after this work" : year === 1 ? "next year" : `in ${year} years`);

const span = (range: readonly number[]) => (range[0] === range[1] ? `${range[0]}` : `${range[0]} to ${range[1]}`);

/** Canes by age now, next year and in five years: little canes in their bark, the doubtful ones hollow. */
export function Ages({ plan, oldFrom }: { plan: Plan; oldFrom: number }) {
  const rows = plan.forecast.ages;
  if (rows.length === 0) return null;
  const classes = [
    { key: "oneSeason", name: "one season", bark: "var(--bark1)" },
    ...(oldFrom > 2
      ? [
          {
            key: "middle" as const,
            name: oldFrom === 3 ? "two seasons" : `two to ${oldFrom - 1} seasons`,
            bark: "var(--bark2)",
          },
        ]
      : []),
    { key: "old", name: `${oldFrom} and more`, bark: "var(--bark3)" },
  ] as const;
  return (
    <Panel>
      <chakra.h3 fontSize="1.05rem">The canes by age, under this school</chakra.h3>
      <chakra.table width="100%" marginTop="6px" fontSize="0.95rem" borderCollapse="collapse">
        <thead>
          <tr>
            <td />
            {classes.map((c) => (
              <chakra.th key={c.key} scope="col" fontWeight="400" color="muted" textAlign="left" paddingBottom="2px">
                {c.name}
              </chakra.th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.year}>
              <chakra.th scope="row" fontWeight="400" textAlign="left" paddingRight="8px" verticalAlign="bottom">
                {when(r.year)}
              </chakra.th>
              {classes.map((c) => {
                const range = r[c.key].map(Number);
                return (
                  <chakra.td key={c.key} verticalAlign="bottom" paddingTop="4px">
                    <svg width={Math.max(18, Math.min(12, range[1]!) * 7)} height="22" aria-hidden>
                      {Array.from({ length: Math.min(12, range[1]!) }, (_, i) => (
                        <rect
                          key={i}
                          x={i * 7 + 1}
                          y={c.key === "oneSeason" ? 6 : c.key === "middle" ? 3 : 1}
                          width="4.5"
                          height={c.key === "oneSeason" ? 15 : c.key === "middle" ? 18 : 20}
                          fill={i < range[0]! ? c.bark : "none"}
                          stroke="var(--ink)"
                          strokeWidth="0.8"
                          strokeDasharray={i < range[0]! ? undefined : "2 1.5"}
                        />
                      ))}
                    </svg>
                    <chakra.span display="block">{span(range)}</chakra.span>
                  </chakra.td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </chakra.table>
    </Panel>
  );
}
