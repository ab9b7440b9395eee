import { provenanceWords } from "../app/provenance";
import { chakra } from "@chakra-ui/react";
import { useMeasures } from "../app/settings";
import { Panel } from "../app/ui";
import type { Plan } from "../drawing/scene";
import { spreadSum } from "./words";

type Budgeted = NonNullable<NonNullable<Plan["vine"]>["budget"]>;

const ruleNames: Record<Budgeted["by"], string> = {
  weight: "By the weight of the prunings",
  spurs: "By the spurs",
  metre: "By the metre of row",
};

const sumNames: Record<Exclude<Budgeted["sums"][number]["of"], "rule">, string> = {
  room: "Room along the row",
  "winter-loss": "Buds the winter killed made up for",
};

/** The budget as it would be reckoned on paper, and where its buds find room. */
export function Budget({ vine }: { vine: NonNullable<Plan["vine"]> }) {
  const { say } = useMeasures();
  const b = vine.budget!;
  const spread = spreadSum(vine.positions);
  const held = vine.positions.reduce((n, p) => n + Number(p.buds), 0);
  return (
    <Panel style={{ padding: "8px 14px 12px" }}>
      <chakra.h2 fontSize="1rem" color="muted">
        The bud budget
      </chakra.h2>
      <chakra.dl margin="0">
        {b.sums.map((s) => (
          <chakra.div key={s.of} borderTop="1px solid var(--line)" paddingBlock="5px">
            <chakra.dt fontSize="0.95rem" color="muted">
              {s.of === "rule" ? ruleNames[b.by] : sumNames[s.of]}
            </chakra.dt>
            <chakra.dd margin="0" fontWeight="700" fontSize="1.1rem">
              {s.text}
            </chakra.dd>
          </chakra.div>
        ))}
        {spread && (
          <chakra.div borderTop="1px solid var(--line)" paddingBlock="5px">
            <chakra.dt fontSize="0.95rem" color="muted">
              Spread over the places
            </chakra.dt>
            <chakra.dd margin="0" fontWeight="700" fontSize="1.1rem">
              {spread}
            </chakra.dd>
          </chakra.div>
        )}
      </chakra.dl>
      <Bar want={Number(b.buds)} room={vine.system === "long-cane" ? 0 : Number(b.room)} left={held} />
      <chakra.p color="muted" fontSize="0.95rem" marginTop="6px">
        {b.why} ({provenanceWords[b.provenance] ?? b.provenance})
      </chakra.p>
      {vine.crop && (
        <chakra.p marginTop="8px">
          <b>This summer: </b>
          {say(vine.crop)}
          {vine.crop.ravaz && (
            <>
              {" "}
              That would be {Number(vine.crop.ravaz[0])} to {Number(vine.crop.ravaz[1])} times the prunings; 5 to 10 is
              in balance.
            </>
          )}{" "}
          <chakra.span color="muted" fontSize="0.95rem">
            (our assumption of clusters and their weight)
          </chakra.span>
        </chakra.p>
      )}
    </Panel>
  );
}

/** What is asked for beside what finds room. */
function Bar({ want, room, left }: { want: number; room: number; left: number }) {
  const most = Math.max(want, room, left, 1);
  const row = (label: string, n: number, fill: string, y: number) => (
    <g key={label}>
      <rect x="0" y={y} width={(n / most) * 250} height="13" rx="2" fill={fill} />
      <text x={(n / most) * 250 + 6} y={y + 11.5} fontSize="13" fill="var(--ink)">
        {n} {label}
      </text>
    </g>
  );
  return (
    <svg
      viewBox="0 0 360 52"
      style={{ width: "100%", display: "block", marginTop: 6 }}
      role="img"
      aria-label={`${want} asked for, ${left} left`}
    >
      {row("asked for", want, "var(--ochreWash)", 2)}
      <rect x="0" y="2" width={(want / most) * 250} height="13" rx="2" fill="none" stroke="var(--ochre)" />
      {row("left", left, "var(--leaf)", 20)}
      {room !== left && room > 0 && row("at two to a spur", room, "var(--line)", 38)}
    </svg>
  );
}
