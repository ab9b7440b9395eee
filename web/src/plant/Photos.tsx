import { PhotoPage } from "../photos/PhotoPage";
import { useFamily } from "./families";

/** The photographs of today, each family as far as it measures by them. */
export default function Photos() {
  return <PhotoPage traces={useFamily().traces} />;
}
