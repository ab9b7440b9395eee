import { chakra } from "@chakra-ui/react";
import { Link } from "react-router";
import { Notice } from "../app/ui";

/** A page of a garden in which nothing grows yet. */
export function NoPlants({ title, what }: { title: string; what: string }) {
  return (
    <chakra.div display="grid" gap="10px">
      <chakra.h1 fontSize="1.8rem">{title}</chakra.h1>
      <Notice tone="plain">
        No plants yet: <Link to="/garden?add">add one</Link>, and its {what} stands here.
      </Notice>
    </chakra.div>
  );
}
