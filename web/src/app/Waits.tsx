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
  return (
    <chakra.div
      role="status"
      width="100%"
      display="flex"
      flexWrap="wrap"
      alignItems="center"
      columnGap="14px"
      minHeight="44px"
      paddingInline="8px"
      marginBottom="4px"
      borderRadius="8px"
      background={refused > 0 ? "hipWash" : "ochreWash"}
    >
      <span>
        {reached ? "" : "The garden is out of reach; what is shown was kept on this device. "}
        {waiting.length === 0
          ? "What you do now is kept too."
          : `${counted(waiting.length, "change")} ${waiting.length === 1 ? "waits" : "wait"} to be sent${
              refused > 0 ? `, ${refused} not taken` : ""
            }.`}
      </span>
      {waiting.length > 0 && (
        <NavLink to="/waiting" style={{ fontWeight: 700, padding: "10px 0", minHeight: 44 }}>
          See what waits
        </NavLink>
      )}
    </chakra.div>
  );
}
