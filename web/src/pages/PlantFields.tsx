import { chakra } from "@chakra-ui/react";
import type { ComponentProps } from "react";
import type { Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Choice, Field, Input } from "../app/ui";
import { DayField } from "../shared/DayField";
import type { Asks, Typed } from "./plantTyped";

interface Fields {
  typed: Typed;
  set: (part: Partial<Typed>) => void;
  asks: Asks;
  wrongAt: (path: string) => string | null;
}

/** How high the union stands, whether it is covered, and whether the plant was left alone for years. */
export function Crown(props: Fields & { kind: Schemas["KindView"] | undefined; unionMm: number | null }) {
  const { typed, set, asks, kind, unionMm } = props;
  const { long } = useMeasures();
  const { union, covered, neglected } = typed;
  return (
    <>
      {asks.of("union") && (
        <Field
          label="Height of the union above the soil"
          hint={kind?.hangs ? "the head, where the canes start" : "the swelling where the canes start"}
          error={union.trim() !== "" && unionMm === null ? "Not understood: try 2 cm." : props.wrongAt("/unionHeight")}
        >
          <Input
            value={covered ? "" : union}
            disabled={covered}
            placeholder={covered ? "covered" : kind?.hangs ? long(Number(kind.unionHeight)) : "at the soil"}
            onChange={(e) => set({ union: e.target.value })}
          />
        </Field>
      )}
      {(asks.of("union") || asks.of("neglected")) && (
        <chakra.div display="grid" gap="8px" alignContent="end">
          {asks.of("union") && (
            <Tick on={covered} onChange={(covered) => set({ covered })} text="The crown is covered by soil or mulch" />
          )}
          {asks.of("neglected") && (
            <Tick on={neglected} onChange={(neglected) => set({ neglected })} text="Not pruned for years" />
          )}
        </chakra.div>
      )}
    </>
  );
}

/** How it grows, and on what roots. */
export function Growth({ typed, set, asks }: Pick<Fields, "typed" | "set" | "asks">) {
  return (
    <chakra.div display="flex" gap="24px" flexWrap="wrap" marginTop="14px">
      {asks.of("vigour") && (
        <AskedChoice
          question="How strongly does it grow?"
          label="Vigour"
          value={typed.vigour}
          onChange={(vigour) => set({ vigour })}
          options={[
            { value: "weak", text: "weakly" },
            { value: "normal", text: "as usual" },
            { value: "strong", text: "strongly" },
          ]}
        />
      )}
      {asks.of("rootstock") && (
        <AskedChoice
          question="Grafted on a rootstock?"
          label="Grafted"
          value={typed.grafted}
          onChange={(grafted) => set({ grafted })}
          options={[
            { value: "usual", text: "as usual for the kind" },
            { value: "yes", text: "yes" },
            { value: "no", text: "no, own roots" },
          ]}
        />
      )}
    </chakra.div>
  );
}

/** What its dates hang on: sun, cover, hips, a day to flower on. */
export function ItsYear({ typed, set, asks, wrongAt }: Fields) {
  return (
    <chakra.details marginTop="10px">
      <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="9px" fontWeight="700" color="leaf">
        Its year: sun{asks.flowers ? ", winter cover, hips, a day to flower on" : ""}
      </chakra.summary>
      <chakra.div display="flex" gap="12px 24px" flexWrap="wrap" alignItems="end">
        <AskedChoice
          question="How much sun does it get?"
          label="Sun"
          value={typed.sun}
          onChange={(sun) => set({ sun })}
          options={[
            { value: "full", text: "full sun" },
            { value: "half", text: "half the day" },
            { value: "shade", text: "shade" },
          ]}
        />
        {asks.flowers && (
          <>
            <div>
              <Tick on={typed.cover} onChange={(cover) => set({ cover })} text="Covered in winter" />
              <Tick on={typed.hips} onChange={(hips) => set({ hips })} text="Its hips are wanted" />
            </div>
            <DayField
              label="In flower on"
              none="its own time"
              error={wrongAt("/flowerOn")}
              value={typed.flowerOn}
              onChange={(flowerOn) => set({ flowerOn })}
            />
          </>
        )}
      </chakra.div>
    </chakra.details>
  );
}

/** A question with its answers below it. */
export function AskedChoice<T extends string>(props: { question: string } & ComponentProps<typeof Choice<T>>) {
  const { question, ...choice } = props;
  return (
    <div>
      <chakra.p fontWeight="700" marginBottom="4px">
        {question}
      </chakra.p>
      <Choice<T> {...choice} />
    </div>
  );
}

function Tick(props: { on: boolean; onChange: (on: boolean) => void; text: string }) {
  return (
    <chakra.label display="flex" gap="10px" alignItems="center" minHeight="40px">
      <chakra.input
        type="checkbox"
        checked={props.on}
        onChange={(e) => props.onChange(e.target.checked)}
        width="22px"
        height="22px"
        accentColor="var(--leaf)"
      />
      {props.text}
    </chakra.label>
  );
}
