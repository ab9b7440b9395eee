import type { DrawnStem, Scene } from "../drawing/scene";
import { placesOf } from "./places";

/** The head of a vine as a scene of its own, to be seen from above: no trunk, and one shoot of each place bears the name of the place. */
export function headScene(scene: Scene): Scene {
  const named = new Map<string, string>();
  const byId = new Map(scene.stems.map((s) => [s.id, s]));
  for (const place of placesOf(scene.stems.map((s) => s.axis.stem))) {
    const shoots = place.shoots.flatMap((s) => byId.get(s.id) ?? []);
    const bearer = shoots.find((s) => s.decision !== "remove") ?? shoots[0] ?? byId.get(place.id);
    if (bearer) named.set(bearer.id, place.id);
  }
  const stems = scene.stems
    .filter((s) => s.axis.stem.role !== "trunk")
    .map((s): DrawnStem => {
      const name = named.get(s.id);
      return { ...s, top: name !== undefined, takesOver: false, name };
    });
  // The room between spurs is told by the plan, not by rings round the ends.
  return { ...scene, stems, spacing: null };
}
