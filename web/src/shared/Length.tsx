import { useEffect, useState } from "react";
import { useMeasures } from "../app/settings";
import { Button, Field, Input } from "../app/ui";
import { readLength } from "../survey/measures";

/** What a number without a unit may be of. */
const units = ["cm", "m", "in", "ft"];

/** A length to type in any measure; it counts when the field is left or Enter is pressed. What is not understood changes nothing. */
export function Length(props: {
  label: string;
  hint?: string;
  value: number;
  least: number;
  most: number;
  onChange: (mm: number) => void;
}) {
  const { long, body } = useMeasures();
  const [text, setText] = useState(long(props.value));
  const [wrong, setWrong] = useState<string | null>(null);
  const [asked, setAsked] = useState<string | null>(null);
  const shown = long(props.value);
  useEffect(() => setText(shown), [shown]);
  const within = (mm: number) => mm >= props.least && mm <= props.most;
  const take = () => {
    setAsked(null);
    if (text === shown) return;
    const mm = readLength(text, body, "cm");
    if (/^[\d.,]+$/.test(text.trim()) && mm !== null) {
      // "6" may be six metres of wall or six centimetres of stake: it is asked, not guessed.
      setAsked(text.trim());
      setWrong(null);
    } else if (mm === null) setWrong("Not understood: try 2.4 m, or 240.");
    else if (!within(mm)) {
      setWrong(`It may be from ${long(props.least)} to ${long(props.most)}.`);
    } else {
      setWrong(null);
      props.onChange(Math.round(mm));
    }
  };
  const meant = (asked === null ? [] : units.map((unit) => `${asked} ${unit}`)).filter((t) =>
    within(readLength(t, body) ?? -1),
  );
  return (
    <div>
      <Field
        label={props.label}
        hint={props.hint}
        error={wrong ?? (asked !== null && meant.length === 0 ? `Say ${asked} of what: 2.4 m, or 240 cm.` : null)}
      >
        <Input
          value={text}
          onChange={(e) => setText(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => e.key === "Enter" && (e.preventDefault(), take())}
        />
      </Field>
      {meant.length > 0 && (
        <div role="group" aria-label={`What ${asked} is of`} style={{ display: "flex", gap: 6, marginTop: 6 }}>
          {meant.map((t) => (
            <Button
              key={t}
              size="small"
              onClick={() => (setAsked(null), setText(t), props.onChange(Math.round(readLength(t, body)!)))}
            >
              {t}
            </Button>
          ))}
        </div>
      )}
    </div>
  );
}
