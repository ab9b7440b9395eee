import { chakra } from "@chakra-ui/react";
import { useEffect, useId, useRef, useState, type RefObject, type SetStateAction, type Dispatch } from "react";
import { Button, Hidden } from "../app/ui";
import { dayWords, isoOf } from "../survey/measures";
import { daysOfMonth, monthWords, moved } from "./days";

const week = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

interface DayFieldProps {
  label: string;
  /** ISO; empty where none is chosen. */
  value: string;
  onChange: (day: string) => void;
  /** What stands there where none is chosen. */
  none?: string;
  hint?: string;
  error?: string | null;
  /** The last day that can be chosen, ISO. */
  latest?: string;
  /** Label and day in one line. */
  inline?: boolean;
}

/**
 * A day, said and chosen in words of our own: it stands there as "20 February 2027", and a tap opens its month. Arrow
 * keys go from day to day, Page Up and Page Down from month to month.
 */
export function DayField(props: DayFieldProps) {
  const { value } = props;
  const today = isoOf(new Date());
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(value || today);
  const id = useId();
  const grid = useRef<HTMLTableElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  const month = at.slice(0, 7);
  useEffect(() => {
    if (open) grid.current?.querySelector<HTMLButtonElement>('button[tabindex="0"]')?.focus();
  }, [open, at]);
  const close = () => {
    setOpen(false);
    button.current?.focus();
  };
  const choose = (day: string) => {
    props.onChange(day);
    close();
  };
  const keys = (e: React.KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }[e.key];
    const months = { PageUp: -1, PageDown: 1 }[e.key];
    if (by !== undefined) setAt(moved(at, by));
    else if (months !== undefined) setAt(moved(at, 0, months));
    else if (e.key === "Escape") close();
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  return (
    <chakra.div position="relative">
      <chakra.div
        display={props.inline ? "flex" : "grid"}
        alignItems={props.inline ? "center" : "start"}
        gap={props.inline ? "8px" : "4px"}
        justifyItems="start"
      >
        <chakra.span id={`${id}-label`} fontWeight={props.inline ? 400 : 700}>
          {props.label}
        </chakra.span>
        <chakra.span display="inline-flex" gap="4px" flexWrap="wrap">
          <Button
            ref={button}
            id={`${id}-day`}
            data-day={value}
            aria-expanded={open}
            aria-labelledby={`${id}-label ${id}-day`}
            aria-describedby={props.hint ? `${id}-hint` : undefined}
            onClick={() => (setAt(value || today), setOpen(!open))}
          >
            {value ? dayWords(value) : (props.none ?? "Choose a day")}
          </Button>
          {value && props.none !== undefined && (
            <Button look="quiet" onClick={() => props.onChange("")}>
              None<Hidden> for {props.label}</Hidden>
            </Button>
          )}
        </chakra.span>
      </chakra.div>
      <Hints {...props} id={id} />
      {open && (
        <Opened
          {...props}
          today={today}
          at={at}
          setAt={setAt}
          grid={grid}
          month={month}
          close={close}
          choose={choose}
          keys={keys}
        />
      )}
    </chakra.div>
  );
}

/** The month that is open, day by day. */
function Opened(
  props: DayFieldProps & {
    today: string;
    at: string;
    setAt: Dispatch<SetStateAction<string>>;
    grid: RefObject<HTMLTableElement | null>;
    month: string;
    close: () => void;
    choose: (day: string) => void;
    keys: (e: React.KeyboardEvent<Element>) => void;
  },
) {
  const { value, latest, today, at, setAt, grid, month, close, choose, keys } = props;
  return (
    <chakra.div
      role="group"
      aria-label={`Days of ${monthWords(month)}`}
      position={{ base: "static", md: props.inline ? "absolute" : "static" }}
      zIndex="5"
      marginTop="6px"
      padding="8px"
      border="1.5px solid var(--muted)"
      borderRadius="10px"
      background="var(--sheet)"
      width="fit-content"
      maxWidth="100%"
      onKeyDown={keys}
    >
      <chakra.div display="flex" alignItems="center" justifyContent="space-between" gap="6px">
        <Button size="small" aria-label="The month before" onClick={() => setAt(moved(at, 0, -1))}>
          ‹
        </Button>
        <chakra.b aria-live="polite">{monthWords(month)}</chakra.b>
        <Button size="small" aria-label="The month after" onClick={() => setAt(moved(at, 0, 1))}>
          ›
        </Button>
      </chakra.div>
      <Month value={value} latest={latest} today={today} at={at} grid={grid} month={month} choose={choose} />
      <chakra.div display="flex" gap="6px" marginTop="4px">
        {(latest === undefined || today <= latest) && (
          <Button size="small" onClick={() => choose(today)}>
            Today
          </Button>
        )}
        <Button size="small" look="quiet" onClick={close}>
          Close
        </Button>
      </chakra.div>
    </chakra.div>
  );
}

/** What helps, and what is wrong. */
function Hints(props: DayFieldProps & { id: string }) {
  const { id } = props;
  return (
    <>
      {props.hint && (
        <chakra.span id={`${id}-hint`} display="block" color="muted" fontSize="0.95rem" marginTop="3px">
          {props.hint}
        </chakra.span>
      )}
      {props.error && (
        <chakra.span role="alert" display="block" color="hip" fontWeight="700" marginTop="3px">
          {props.error}
        </chakra.span>
      )}
    </>
  );
}

/** The days of a month, with today and the chosen one. */
function Month({
  value,
  latest,
  today,
  at,
  grid,
  month,
  choose,
}: {
  value: string;
  latest: string | undefined;
  today: string;
  at: string;
  grid: RefObject<HTMLTableElement | null>;
  month: string;
  choose: (day: string) => void;
}) {
  return (
    <chakra.table ref={grid} borderSpacing="2px" marginTop="4px">
      <thead>
        <tr>
          {week.map((d) => (
            <chakra.th key={d} scope="col" fontSize="0.875rem" fontWeight="400" color="muted">
              {d}
            </chakra.th>
          ))}
        </tr>
      </thead>
      <tbody>
        {daysOfMonth(month).map((row, i) => (
          <tr key={i}>
            {row.map((day, j) => (
              <td key={j}>
                {day && (
                  <Button
                    size="small"
                    width="44px"
                    minHeight="44px"
                    padding="0"
                    fontWeight={day === today ? 700 : 400}
                    borderColor={day === at ? "var(--ink)" : "transparent"}
                    pressed={day === value}
                    aria-pressed={day === value}
                    data-choose={day}
                    aria-label={`${dayWords(day)}${day === today ? ", today" : ""}`}
                    tabIndex={day === at ? 0 : -1}
                    disabled={latest !== undefined && day > latest}
                    onClick={() => choose(day)}
                  >
                    {Number(day.slice(8))}
                  </Button>
                )}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </chakra.table>
  );
}
