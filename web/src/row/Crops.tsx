import { chakra } from "@chakra-ui/react";
import { Button, Panel } from "../app/ui";
import type { RowPlan } from "./canes";
import type { Schemas } from "../api/client";

/** One crop beside two: when the fruit hangs, what is gained, what is lost. */
export function Crops(props: { choices: RowPlan["compare"]; chosen: string; onTake: ((id: string) => void) | null }) {
  const days = props.choices.flatMap((c) => c.crops.flatMap((h) => [h.from, h.to]));
  const time = (iso: string) => {
    const d = new Date(`${iso}T12:00:00`);
    return (d.getMonth() * 30.4 + d.getDate()) as number;
  };
  const all = days.map(time);
  const from = Math.min(...all) - 20;
  const to = Math.max(...all) + 15;
  const x = (iso: string) => ((time(iso) - from) / (to - from)) * 340;
  return (
    <Panel>
      <chakra.h2 fontSize="1.15rem">One crop or two?</chakra.h2>
      <chakra.div display="grid" gap="14px" marginTop="8px" gridTemplateColumns={{ base: "1fr", md: "1fr 1fr" }}>
        {props.choices.map((c) => {
          const mine = c.school === props.chosen;
          return (
            <chakra.section
              key={c.school}
              border={mine ? "2px solid var(--leaf)" : "1px solid var(--line)"}
              borderRadius="8px"
              padding="10px"
            >
              <chakra.h3 fontSize="1.05rem">{c.name}</chakra.h3>
              <WhenItHangs from={from} to={to} x={x} c={c} />
              <p>
                <b>Gained: </b>
                {c.gain}
              </p>
              <p>
                <b>Lost: </b>
                {c.loss}
              </p>
              <chakra.p color="muted">
                {String(c.removed)} canes go, {String(c.kept)} stay.
              </chakra.p>
              {!mine && props.onTake && (
                <chakra.div marginTop="8px">
                  <Button size="small" onClick={() => props.onTake?.(c.school)}>
                    Plan it this way
                  </Button>
                </chakra.div>
              )}
            </chakra.section>
          );
        })}
      </chakra.div>
    </Panel>
  );
}

/** When the fruit hangs, along the months. */
function WhenItHangs({
  from,
  to,
  x,
  c,
}: {
  from: number;
  to: number;
  x: (iso: string) => number;
  c: Schemas["PlanCropChoice"];
}) {
  const months = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
  return (
    <svg
      viewBox="-4 0 352 46"
      role="img"
      aria-label={c.crops.map((h) => `${h.name} crop ${h.from} to ${h.to}`).join(", ")}
      style={{ width: "100%", display: "block" }}
    >
      {months.map((m, i) => {
        const at = ((i * 30.4 - from) / (to - from)) * 340;
        return at < 0 || at > 330 ? null : (
          <g key={m}>
            <line x1={at} x2={at} y1="28" y2="34" stroke="var(--muted)" />
            <text x={at + 3} y="43" fontSize="12.500" fill="var(--muted)">
              {m}
            </text>
          </g>
        );
      })}
      <line x1="0" x2="340" y1="28" y2="28" stroke="var(--line)" strokeWidth="2" />
      {c.crops.map((h) => (
        <g key={h.name}>
          <rect
            x={x(h.from)}
            y={c.crops.length > 1 ? 15 : 6}
            width={x(h.to) - x(h.from)}
            height={c.crops.length > 1 ? 13 : 22}
            rx="3"
            fill="var(--hip)"
          />
          <text
            x={(x(h.from) + x(h.to)) / 2}
            y={c.crops.length > 1 ? 12 : 21}
            textAnchor="middle"
            fontSize="13"
            fill={c.crops.length > 1 ? "var(--ink)" : "var(--onStrong)"}
          >
            {h.name}
          </text>
        </g>
      ))}
    </svg>
  );
}
