import { useFamily } from "./families";

/** The plan, each family in its own way. */
export default function Decide() {
  const { Decide: Own } = useFamily();
  return <Own />;
}
