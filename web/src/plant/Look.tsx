import { useFamily } from "./families";

/** Looking at the plant, each family in its own way. */
export default function Look() {
  const { Look: Own } = useFamily();
  return <Own />;
}
