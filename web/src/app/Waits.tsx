import { chakra } from "@chakra-ui/react";
import { NavLink } from "react-router";
import { counted } from "../survey/words";
import { useReach, useWaiting } from "../outbox/useOutbox";

/** How many changes wait to be sent, in the header; nothing where none does and the garden answers. */
export function Waits() {
  const waiting = useWaiting();
  const reached = useReach();
  const refused = waiting.filter((w) => w.refused).length;
  if (waiting.length === 0 && reached) return null;
  const count = counted(waiting.length, "change");
  return (
    <chakra.div
      role="status"
      width="100%"
      display="flex"
      justifyContent="space-between"
      alignItems="center"
      columnGap="14px"
      minHeight="44px"
      paddingInline="8px"
      marginBottom="4px"
      borderRadius="8px"
      background={refused > 0 ? "hipWash" : "ochreWash"}
    >
      <span>
        {reached ? "" : "No connection. "}
        {waiting.length === 0
          ? "What you see and do is kept here."
          : `${count} ${waiting.length === 1 ? "waits" : "wait"}${refused > 0 ? `, ${refused} not taken` : ""}.`}
      </span>
      {waiting.length > 0 && (
        <NavLink to="/waiting" style={{ fontWeight: 700, padding: "10px 4px", minHeight: 44 }}>
          See {waiting.length === 1 ? "it" : "them"}
        </NavLink>
      )}
    </chakra.div>
  );
}
