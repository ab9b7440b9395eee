import { chakra } from "@chakra-ui/react";
import { useEffect, useState, type Dispatch, type SetStateAction } from "react";
import { Button, Choice, Panel } from "../app/ui";
import { Length } from "../shared/Length";
import { usePlant } from "../shared/usePlant";
import type { Support, SurveyStem } from "../survey/types";
import { type System, vineOf } from "./places";
import { systems, SystemPicture } from "./systems";

const usual: Record<System, { head: number; places: number }> = {
  cordon: { head: 900, places: 6 },
  goblet: { head: 600, places: 6 },
  "long-cane": { head: 800, places: 8 },
  "t-trellis": { head: 1500, places: 6 },
  training: { head: 900, places: 1 },
};

/** How the vine is trained and how much of it there is: the whole vine in four taps, to be mended afterwards. */
export function StartVine(props: {
  onDone: () => void;
  onShow: (stems: SurveyStem[], support: Support | null) => void;
}) {
  const { onDone, onShow } = props;
  const { survey } = usePlant();
  const [system, setSystem] = useState<System>(survey.document.vine?.system ?? "cordon");
  const [head, setHead] = useState<number | null>(null);
  const [arms, setArms] = useState(2);
  const [places, setPlaces] = useState<number | null>(null);
  const high = head ?? usual[system].head;
  const many = places ?? usual[system].places;
  const onArms = system === "cordon" || system === "t-trellis";
  const had = survey.document.support ?? null;
  useEffect(() => {
    onShow(vineOf({ system, head: high, arms, places: many, room: 160 }), supportFor(system, high, had));
  }, [system, high, arms, many, had, onShow]);
  const draw = () => {
    survey.change((d) => ({
      ...d,
      stems: vineOf({ system, head: high, arms, places: many, room: 160 }),
      vine: { ...(d.vine ?? {}), system },
      school: null,
      support: supportFor(system, high, d.support ?? null),
    }));
    onDone();
  };
  return (
    <Panel>
      <chakra.h2 fontSize="1.2rem">How is it trained?</chakra.h2>
      <Systems system={system} setSystem={setSystem} setHead={setHead} setPlaces={setPlaces} />
      <chakra.p color="muted" marginTop="6px">
        {systems.find((s) => s.system === system)!.hint}
      </chakra.p>
      <chakra.div display="grid" gap="12px" marginTop="10px">
        <Length
          label={system === "training" ? "The head is to be at" : onArms ? "Height of the arms" : "Height of the head"}
          value={high}
          least={200}
          most={2500}
          onChange={setHead}
        />
        <HowMuch system={system} arms={arms} setArms={setArms} setPlaces={setPlaces} many={many} onArms={onArms} />
        <Button look="main" size="large" onClick={draw}>
          Draw it
        </Button>
      </chakra.div>
    </Panel>
  );
}

/** The systems, as pictures. */
function Systems({
  system,
  setSystem,
  setHead,
  setPlaces,
}: {
  system: System;
  setSystem: Dispatch<SetStateAction<System>>;
  setHead: Dispatch<SetStateAction<number | null>>;
  setPlaces: Dispatch<SetStateAction<number | null>>;
}) {
  return (
    <chakra.div
      role="group"
      aria-label="System"
      display="grid"
      gridTemplateColumns="repeat(auto-fill, minmax(112px, 1fr))"
      gap="6px"
      marginTop="8px"
    >
      {systems.map((s) => (
        <Button
          key={s.system}
          pressed={system === s.system}
          aria-pressed={system === s.system}
          title={s.hint}
          onClick={() => (setSystem(s.system), setHead(null), setPlaces(null))}
          style={{ flexDirection: "column", padding: "6px 4px", minHeight: 96, gap: 2 }}
        >
          <SystemPicture system={s.system} />
          <span>{s.text}</span>
        </Button>
      ))}
    </chakra.div>
  );
}

/** How much of it there is. */
function HowMuch({
  system,
  arms,
  setArms,
  setPlaces,
  many,
  onArms,
}: {
  system: System;
  arms: number;
  setArms: Dispatch<SetStateAction<number>>;
  setPlaces: Dispatch<SetStateAction<number | null>>;
  many: number;
  onArms: boolean;
}) {
  return (
    <>
      {onArms && (
        <div>
          <chakra.p fontWeight="700" marginBottom="4px">
            Arms
          </chakra.p>
          <Choice
            label="Arms"
            value={arms}
            onChange={setArms}
            options={[
              { value: 1, text: "one" },
              { value: 2, text: "two" },
            ]}
          />
        </div>
      )}
      {system !== "training" && (
        <div>
          <chakra.p fontWeight="700" marginBottom="4px">
            {onArms ? "Places on each arm" : system === "goblet" ? "Spurs round the head" : "Shoots near the head"}
          </chakra.p>
          <Choice
            label="How many places"
            value={many}
            onChange={setPlaces}
            options={(system === "long-cane" ? [4, 6, 8, 10, 12] : [3, 4, 5, 6, 7, 8]).map((n) => ({
              value: n,
              text: n,
            }))}
          />
        </div>
      )}
    </>
  );
}

/** The support a system usually has; what was measured stays. */
function supportFor(system: System, head: number, had: Support | null): Support | null {
  const trellis = system === "t-trellis";
  if (had && (had.kind === "t-trellis") === trellis) return had;
  if (system === "goblet" || system === "training") return { kind: "stake", width: 50, height: head + 400 };
  if (trellis) {
    return {
      kind: "t-trellis",
      width: 3000,
      height: head + 150,
      wires: [
        { height: head, y: -150 },
        { height: head, y: 150 },
        { height: head + 80, y: -600 },
        { height: head + 80, y: 600 },
      ],
    };
  }
  return {
    kind: "wires",
    width: 2400,
    height: head + 900,
    wires: [{ height: head }, { height: head + 400 }, { height: head + 800 }],
  };
}
