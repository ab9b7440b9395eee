import { chakra } from "@chakra-ui/react";

/** Stands over every screen of the demo garden: what it is, and one tap back to one's own. */
export const DemoBand = () => (
  <chakra.aside
    aria-label="Demo garden"
    className="demo-band"
    display="flex"
    alignItems="center"
    justifyContent="space-between"
    columnGap="14px"
    paddingInline={{ base: "12px", md: "24px" }}
    minHeight="44px"
    background="ochreWash"
    borderBottom="1px solid var(--line)"
  >
    <span>
      <b>Demo garden.</b>{" "}
      <chakra.span smDown={{ display: "none" }}>Every plant here is invented; try whatever you like.</chakra.span>
    </span>
    <chakra.a className="no-print" href="/" fontWeight="700" paddingBlock="10px" whiteSpace="nowrap">
      To my own garden
    </chakra.a>
  </chakra.aside>
);
