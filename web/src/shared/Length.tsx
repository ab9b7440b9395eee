import { useEffect, useState } from "react";
import { useMeasures } from "../app/settings";
import { Field, Input } from "../app/ui";
import { readLength } from "../survey/measures";

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
  const shown = long(props.value);
  useEffect(() => setText(shown), [shown]);
  const take = () => {
    if (text === shown) return;
    const mm = readLength(text, body, "cm");
    if (mm === null) setWrong("Not understood: try 2.4 m, or 240.");
    else if (mm < props.least || mm > props.most) {
      setWrong(`It may be from ${long(props.least)} to ${long(props.most)}.`);
    } else {
      setWrong(null);
      props.onChange(Math.round(mm));
    }
  };
  return (
    <Field label={props.label} hint={props.hint} error={wrong}>
      <Input
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === "Enter" && (e.preventDefault(), take())}
      />
    </Field>
  );
}
