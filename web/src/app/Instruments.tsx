import { chakra } from "@chakra-ui/react";
import { useEffect, useRef, useState, type Dispatch, type SetStateAction } from "react";
import { type Instrument, readings, typeInto, useShown } from "./readings";
import { Button, Choice } from "./ui";

/**
 * A calliper and a hanging scale that are not there: like those one can buy, each types what it measures into the field
 * that was touched last, as a keyboard does.
 */
export default function Instruments() {
  const [shown, show] = useShown();
  const [what, setWhat] = useState<Instrument>("calliper");
  const [value, setValue] = useState({ calliper: 12, scale: 850 });
  const [told, setTold] = useState("");
  const field = useRef<HTMLInputElement | null>(null);
  useEffect(() => {
    const touched = (e: FocusEvent) => {
      if (e.target instanceof HTMLInputElement && !e.target.closest("[data-instruments]")) field.current = e.target;
    };
    document.addEventListener("focusin", touched);
    return () => document.removeEventListener("focusin", touched);
  }, []);
  if (!shown) return null;
  const { most, step, say } = readings[what];
  const reads = say(value[what]);
  const type = (enter: boolean) => {
    const into = field.current;
    if (!into?.isConnected) {
      setTold("Touch the field first that it should type into.");
      return;
    }
    typeInto(into, reads, enter);
    setTold(`Typed ${reads}.`);
  };
  return (
    <chakra.section
      data-instruments
      className="no-print"
      aria-label="Simulated instruments"
      position="fixed"
      right="12px"
      bottom="12px"
      zIndex="6"
      width="min(340px, calc(100vw - 24px))"
      background="sheet"
      border="2px solid var(--ink)"
      borderRadius="10px"
      padding="10px 12px"
      display="grid"
      gap="8px"
    >
      <chakra.div display="flex" justifyContent="space-between" alignItems="center" gap="8px">
        <Choice
          label="Which instrument"
          value={what}
          onChange={(w) => (setWhat(w), setTold(""))}
          options={[
            { value: "calliper", text: "calliper" },
            { value: "scale", text: "hanging scale" },
          ]}
        />
        <Button look="quiet" size="small" onClick={() => show(false)}>
          Close
        </Button>
      </chakra.div>
      <svg viewBox="0 0 316 92" width="100%" aria-hidden>
        {what === "calliper" ? <Calliper mm={value.calliper} /> : <Scale grams={value.scale} />}
      </svg>
      <Reading what={what} value={value} setValue={setValue} most={most} step={step} reads={reads} />
      <chakra.div display="flex" gap="8px" flexWrap="wrap">
        {/* The field keeps its focus: nothing that is typed there is left before it is read. */}
        <Button look="main" onPointerDown={(e) => e.preventDefault()} onClick={() => type(false)}>
          Type it
        </Button>
        <Button onPointerDown={(e) => e.preventDefault()} onClick={() => type(true)}>
          Type it, and Enter
        </Button>
      </chakra.div>
      <chakra.p role="status" fontSize="0.95rem" color="muted">
        {told || "It types into the field you touched last."}
      </chakra.p>
    </chakra.section>
  );
}

/** What the instrument reads now, and the way to move it. */
function Reading({
  what,
  value,
  setValue,
  most,
  step,
  reads,
}: {
  what: Instrument;
  value: { calliper: number; scale: number };
  setValue: Dispatch<SetStateAction<{ calliper: number; scale: number }>>;
  most: number;
  step: number;
  reads: string;
}) {
  return (
    <label>
      <chakra.span display="block" fontWeight="700" fontSize="1.3rem">
        {reads}
      </chakra.span>
      <chakra.input
        type="range"
        aria-label={what === "calliper" ? "How far the jaws are apart" : "What hangs on the hook"}
        min={0}
        max={most}
        step={step}
        value={value[what]}
        onChange={(e) => setValue({ ...value, [what]: Number(e.target.value) })}
        width="100%"
        height="44px"
        accentColor="var(--leaf)"
      />
    </label>
  );
}

function Calliper({ mm }: { mm: number }) {
  const x = 60 + mm * 3;
  return (
    <>
      <rect x="30" y="16" width="276" height="16" rx="2" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.5" />
      {Array.from({ length: 15 }, (_, i) => (
        <path key={i} d={`M${60 + i * 15} 32v${i % 2 === 0 ? -9 : -5}`} stroke="var(--muted)" />
      ))}
      <path d="M30 16V86L60 52V16Z" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
      <path
        d={`M${x} 10H${x + 44}V38H${x + 26}L${x + 26} 86L${x} 52Z`}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {mm > 0 && (
        <circle cx={60 + (mm * 3) / 2} cy="60" r={Math.max(1, (mm * 3) / 2)} fill="var(--bark2)" opacity="0.85" />
      )}
    </>
  );
}

function Scale({ grams }: { grams: number }) {
  const turn = (grams / readings.scale.most) * 270 - 135;
  return (
    <>
      <path d="M158 2v8" stroke="var(--ink)" strokeWidth="3" />
      <circle cx="158" cy="38" r="29" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
      <path
        d="M158 38V14"
        stroke="var(--hip)"
        strokeWidth="3"
        strokeLinecap="round"
        transform={`rotate(${turn} 158 38)`}
      />
      <path d="M158 67v8q0 8 7 5" fill="none" stroke="var(--ink)" strokeWidth="3" />
      {grams > 0 && (
        <path d="M140 90q20 -16 38 -2M146 84q16 10 30 0" fill="none" stroke="var(--bark3)" strokeWidth="3" />
      )}
    </>
  );
}
