import { chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** The few building blocks all screens share. */

/** A button. It sends a form only where it says so: one that does not would do its own work and send the form too. */
export const Button = chakra(
  "button",
  {
    base: {
      display: "inline-flex",
      alignItems: "center",
      justifyContent: "center",
      gap: "0.45em",
      minHeight: "48px",
      paddingInline: "16px",
      borderRadius: "7px",
      border: "1.5px solid var(--line)",
      background: "var(--sheet)",
      color: "var(--ink)",
      fontWeight: 700,
      cursor: "pointer",
      textDecoration: "none",
      lineHeight: 1.2,
      _disabled: { opacity: 0.55, cursor: "not-allowed" },
      _hover: { borderColor: "var(--ink)" },
    },
    variants: {
      look: {
        plain: {},
        main: { background: "var(--leaf)", borderColor: "var(--leaf)", color: "var(--onStrong)" },
        cut: { color: "var(--hip)", borderColor: "var(--hip)" },
        quiet: {
          background: "transparent",
          borderColor: "transparent",
          paddingInline: "10px",
          textDecoration: "underline",
          fontWeight: 400,
        },
      },
      size: {
        small: { minHeight: { base: "44px", md: "36px" }, paddingInline: "11px", fontSize: "0.95rem" },
        usual: {},
        large: { minHeight: "60px", fontSize: "1.2rem" },
      },
      pressed: { true: { background: "var(--ink)", color: "var(--paper)", borderColor: "var(--ink)" } },
    },
    defaultVariants: { look: "plain", size: "usual" },
  },
  { defaultProps: { type: "button" } },
);

export const Input = chakra("input", {
  base: {
    minHeight: "44px",
    width: "100%",
    paddingInline: "12px",
    border: "1.5px solid var(--muted)",
    borderRadius: "7px",
    background: "var(--sheet)",
    color: "var(--ink)",
  },
});

export const Select = chakra("select", {
  base: {
    minHeight: "44px",
    paddingInline: "10px",
    border: "1.5px solid var(--muted)",
    borderRadius: "7px",
    background: "var(--sheet)",
    color: "var(--ink)",
    maxWidth: "100%",
  },
});

export const Panel = chakra("section", {
  base: { background: "var(--sheet)", border: "1px solid var(--line)", borderRadius: "10px", padding: "16px" },
});

export const Hidden = chakra("span", {
  base: {
    position: "absolute",
    width: "1px",
    height: "1px",
    overflow: "hidden",
    clipPath: "inset(50%)",
    whiteSpace: "nowrap",
  },
});

/** A labelled field with its error underneath. */
export function Field(props: { label: ReactNode; hint?: ReactNode; error?: string | null; children: ReactNode }) {
  return (
    <chakra.label display="block">
      <chakra.span display="block" fontWeight="700" marginBottom="4px">
        {props.label}
      </chakra.span>
      {props.children}
      {props.hint && (
        <chakra.span display="block" color="muted" fontSize="0.95rem" marginTop="3px">
          {props.hint}
        </chakra.span>
      )}
      {props.error && (
        <chakra.span role="alert" display="block" color="hip" fontWeight="700" marginTop="3px">
          {props.error}
        </chakra.span>
      )}
    </chakra.label>
  );
}

/** One choice of a few, as buttons side by side. */
export function Choice<T extends string | number>(props: {
  label: string;
  options: readonly { value: T; text: ReactNode; name?: string }[];
  value: T | null;
  onChange: (value: T) => void;
  size?: "small" | "usual";
}) {
  return (
    <chakra.div role="group" aria-label={props.label} display="flex" flexWrap="wrap" gap="6px">
      {props.options.map((o) => (
        <Button
          key={String(o.value)}
          type="button"
          size={props.size ?? "small"}
          pressed={o.value === props.value}
          aria-pressed={o.value === props.value}
          aria-label={o.name}
          onClick={() => props.onChange(o.value)}
        >
          {o.text}
        </Button>
      ))}
    </chakra.div>
  );
}

/** A notice with the tone told by its sign and words, colour last. */
export function Notice(props: { tone: "plain" | "look" | "wrong"; children: ReactNode; role?: "status" | "alert" }) {
  const tone = { plain: ["leaf", "leafWash"], look: ["ochre", "ochreWash"], wrong: ["hip", "hipWash"] }[props.tone] as [
    string,
    string,
  ];
  return (
    <chakra.div
      role={props.role}
      borderLeft={`4px solid var(--${tone[0]})`}
      background={`var(--${tone[1]})`}
      padding="10px 14px"
      borderRadius="4px"
    >
      {props.children}
    </chakra.div>
  );
}

/** The letter of a stem, told apart by form: solid stays, struck through goes, question mark to be checked. */
export function Letter(props: { id: string; decision: string; size?: number }) {
  const { decision } = props;
  const goes = decision === "remove";
  const unsure = decision === "check" || decision === "defer" || decision === "untouched";
  return (
    <chakra.span
      display="inline-flex"
      alignItems="center"
      justifyContent="center"
      minWidth={`${props.size ?? 30}px`}
      height={`${props.size ?? 30}px`}
      paddingInline="4px"
      borderRadius="999px"
      fontWeight="700"
      flexShrink="0"
      fontSize={`${(props.size ?? 30) * 0.53}px`}
      lineHeight="1"
      border={goes ? "2px dashed var(--hip)" : unsure ? "2px dotted var(--ochre)" : "2px solid var(--leaf)"}
      background={
        goes ? "transparent" : unsure ? "var(--ochreWash)" : decision === "none" ? "transparent" : "var(--leaf)"
      }
      color={goes ? "var(--hip)" : unsure ? "var(--ochre)" : decision === "none" ? "var(--ink)" : "var(--onStrong)"}
      textDecoration={goes ? "line-through" : "none"}
    >
      {props.id}
      {decision === "check" ? "?" : ""}
    </chakra.span>
  );
}
