import { BesideDrawing } from "../shared/BesideDrawing";
import { chakra } from "@chakra-ui/react";
import { useNavigate } from "react-router";
import { Button, Field, Input, Notice, Panel } from "../app/ui";
import { Length } from "../shared/Length";
import { UndoButton } from "../shared/PlanBar";
import { usePlant } from "../shared/usePlant";
import type { RowFacts } from "../survey/types";
import { Naming } from "./Naming";
import { RowDrawing } from "./RowDrawing";
import type { Schemas } from "../api/client";
import type { SurveyInHand } from "../shared/useSurvey";

const counts: { name: "firstYear" | "thin" | "spent" | "secondYear"; text: string; hint: string }[] = [
  {
    name: "firstYear",
    text: "Canes of last season",
    hint: "green to brown, smooth, no stalks of fruit; thin ones too",
  },
  { name: "thin", text: "of them thinner than a pencil", hint: "at knee height" },
  { name: "spent", text: "Canes that have fruited", hint: "grey-brown, brittle, dry stalks of fruit" },
  {
    name: "secondYear",
    text: "Canes in their fruiting summer",
    hint: "only in summer: last year's canes in leaf and flower",
  },
];

/** Looking at a row: its length, and its canes by count. */
export default function RowLook() {
  const { survey, plan, kind } = usePlant();
  const navigate = useNavigate();
  const row: RowFacts = survey.document.row ?? { length: 3000 };
  const set = (next: Partial<RowFacts>) => survey.change((d) => ({ ...d, row: { ...row, ...d.row, ...next } }));
  const counted = (row.firstYear ?? 0) + (row.spent ?? 0) + (row.secondYear ?? 0) > 0;
  const perPlant = plan?.row?.perPlant ?? false;
  return (
    <BesideDrawing
      width="420px"
      drawing={
        <chakra.div display="grid" gap="10px">
          <RowDrawing
            row={row}
            plan={null}
            support={survey.document.support ?? null}
            state="found"
            title="The row from the side and in section, as it was counted"
          />
          {survey.carriedFrom !== null && (
            <Notice tone="plain">
              The canes that stayed in {survey.carriedFrom} have fruited since and stand as spent. Count the new ones.
            </Notice>
          )}
          {kind.named === false && <Naming />}
        </chakra.div>
      }
      below={<WhichIsWhich />}
    >
      <Counting survey={survey} kind={kind} row={row} set={set} perPlant={perPlant} />
      <chakra.div display="flex" gap="8px" flexWrap="wrap">
        <Button look="main" disabled={!counted} onClick={() => void navigate("../decide")}>
          {counted ? "See the plan" : "Count the canes to get a plan"}
        </Button>
        <UndoButton />
      </chakra.div>
    </BesideDrawing>
  );
}

/** What is counted and measured of a row. */
function Counting({
  survey,
  kind,
  row,
  set,
  perPlant,
}: {
  survey: SurveyInHand;
  kind: Schemas["KindView"];
  row: RowFacts;
  set: (next: Partial<RowFacts>) => void;
  perPlant: boolean;
}) {
  return (
    <Panel>
      <chakra.h2 fontSize="1.2rem">Count the row</chakra.h2>
      <chakra.div display="grid" gap="12px" marginTop="8px">
        <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="10px">
          <Length
            label="Length"
            value={row.length}
            least={100}
            most={1_000_000}
            onChange={(length) => set({ length })}
          />
          <Length
            label="Width"
            value={row.width ?? Number(kind.usualFacts["width"])}
            least={50}
            most={5000}
            onChange={(width) => set({ width })}
          />
        </chakra.div>
        {counts
          .filter((c) => c.name !== "secondYear" || (row.secondYear ?? 0) > 0 || summer(survey.document.date))
          .map((c) => (
            <Count
              key={c.name}
              label={c.text}
              hint={c.hint}
              value={row[c.name] ?? 0}
              most={c.name === "thin" ? (row.firstYear ?? 0) : 100_000}
              onChange={(n) =>
                set(c.name === "firstYear" ? { firstYear: n, thin: Math.min(row.thin ?? 0, n) } : { [c.name]: n })
              }
            />
          ))}
        {(perPlant || row.plants != null) && (
          <Count
            label="Plants in the row"
            hint="where they can be told apart"
            value={row.plants ?? 0}
            most={10_000}
            onChange={(n) => set({ plants: n === 0 ? null : n })}
          />
        )}
        <Length
          label="Height of last season's canes"
          hint="about, in the mean"
          value={row.meanHeight ?? Number(kind.usualFacts["meanHeight"])}
          least={50}
          most={6000}
          onChange={(meanHeight) => set({ meanHeight })}
        />
      </chakra.div>
    </Panel>
  );
}

/** The three kinds of cane in a row, as they look in winter. */
function WhichIsWhich() {
  const kinds = [
    {
      name: "Grew last season",
      text: "Smooth, green to brown, no stalks of fruit. Thicker than a pencil.",
      shape: (
        <>
          <path d="M28 92C29 60 26 34 30 8" stroke="var(--bark1)" strokeWidth="6" />
          <path d="M31 70l5 -5M26 52l-5 -5M30 34l5 -5M27 20l-5 -5" stroke="var(--bark1)" strokeWidth="2.4" />
        </>
      ),
    },
    {
      name: "Grew last season, thin",
      text: "The same, but thinner than a pencil: bears little.",
      shape: (
        <>
          <path d="M24 92C25 66 22 44 25 24" stroke="var(--bark1)" strokeWidth="2.2" />
          <path d="M40 92V10l-3 -5l-3 5V92Z" fill="var(--ochreWash)" stroke="var(--ochre)" strokeWidth="1.2" />
        </>
      ),
    },
    {
      name: "Has fruited",
      text: "Grey-brown, brittle, bark that peels, dry stalks where the fruit hung.",
      shape: (
        <>
          <path d="M28 92C27 60 30 34 27 10" stroke="var(--bark3)" strokeWidth="5" />
          <path
            d="M28 62l15 -9l2 -7M28 48l-15 -9l-2 -7M28 34l13 -8l1 -6M27 20l-11 -7"
            stroke="var(--bark3)"
            strokeWidth="1.8"
          />
        </>
      ),
    },
  ];
  return (
    <Panel>
      <chakra.h2 fontSize="1.1rem">Which cane is which</chakra.h2>
      <chakra.ul
        display="grid"
        gap="12px"
        marginTop="6px"
        gridTemplateColumns="repeat(auto-fit, minmax(min(100%, 210px), 1fr))"
      >
        {kinds.map((k) => (
          <chakra.li key={k.name} display="flex" gap="10px" alignItems="center">
            <svg
              viewBox="0 0 56 96"
              width="56"
              height="96"
              fill="none"
              strokeLinecap="round"
              style={{ flexShrink: 0 }}
              aria-hidden
            >
              {k.shape}
              <line x1="2" x2="54" y1="93" y2="93" stroke="var(--ink)" strokeWidth="2" />
            </svg>
            <span>
              <b>{k.name}.</b> {k.text}
            </span>
          </chakra.li>
        ))}
      </chakra.ul>
    </Panel>
  );
}

function summer(date: string): boolean {
  const month = Number(date.slice(5, 7));
  return month >= 5 && month <= 9;
}

/** A count with large buttons, for gloves; the number can be typed too. */
function Count(props: { label: string; hint: string; value: number; most: number; onChange: (n: number) => void }) {
  const set = (n: number) => props.onChange(Math.max(0, Math.min(props.most, n)));
  return (
    <div>
      <Field label={props.label} hint={props.hint}>
        <chakra.span display="flex" gap="6px">
          <Button type="button" aria-label={`${props.label}: one less`} onClick={() => set(props.value - 1)}>
            −
          </Button>
          <Input
            value={String(props.value)}
            inputMode="numeric"
            style={{ width: 90, textAlign: "center" }}
            onChange={(e) => /^\d{0,6}$/.test(e.target.value) && set(Number(e.target.value))}
          />
          <Button type="button" aria-label={`${props.label}: one more`} onClick={() => set(props.value + 1)}>
            +
          </Button>
          <Button type="button" aria-label={`${props.label}: ten more`} onClick={() => set(props.value + 10)}>
            +10
          </Button>
        </chakra.span>
      </Field>
    </div>
  );
}
