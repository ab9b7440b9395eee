import type { RowFacts } from "../survey/types";

export type Sighting = NonNullable<RowFacts["observations"]>[number]["what"];

/** What can be noted of an unknown type, as a gardener would say it; the ids are those of the exchange format. */
export const sightings: { id: Sighting; text: string }[] = [
  { id: "new-canes-fruited", text: "This year's canes carry fruit" },
  { id: "new-canes-bare", text: "This year's canes carry none" },
  { id: "old-canes-fruited", text: "Last year's canes carry fruit" },
  { id: "fruit-on-side-shoots", text: "Fruit on long side shoots" },
  { id: "berry-hollow", text: "The berry comes off hollow" },
  { id: "berry-with-core", text: "The berry keeps its core" },
  { id: "berry-red", text: "Ripe berries are red" },
  { id: "berry-yellow", text: "Ripe berries are yellow" },
  { id: "berry-purple", text: "Ripe berries are purple" },
  { id: "berry-black", text: "Ripe berries are black" },
  { id: "canes-upright", text: "Canes stand upright" },
  { id: "canes-arching", text: "Canes arch, with a white bloom" },
  { id: "canes-trailing", text: "Canes trail" },
];
