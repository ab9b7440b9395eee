import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { at } from "../api/base";
import { api, ApiError, must, type Schemas } from "../api/client";
import { plantOf, rememberChanged, rememberNew } from "../outbox/newPlant";
import { outbox } from "../outbox/outbox";

/**
 * Saves a plant, or adds one, and goes on to what comes next; out of reach of the garden it waits on this device.
 * @param own what a plant that is added is called by
 */
export function useSavePlant(
  plant: Schemas["PlantView"] | undefined,
  own: string,
  kind: Schemas["KindView"] | undefined,
  onSaved: () => void,
) {
  const client = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: async (input: Schemas["PlantInput"]) => {
      try {
        return await send(plant, own, input);
      } catch (e) {
        if (!(e instanceof ApiError) || e.status !== 0) throw e;
        return wait(plant, own, input, kind!);
      }
    },
    onSuccess: (saved) => {
      void client.invalidateQueries({ queryKey: ["plants"] });
      onSaved();
      if (!saved) {
        void navigate("/waiting");
        return;
      }
      void client.invalidateQueries({ queryKey: ["plant", saved.id] });
      if (!plant) void navigate(`/plants/${saved.id}/${kind?.surveyed === false ? "decide" : "look"}`);
    },
  });
}

const send = (plant: Schemas["PlantView"] | undefined, own: string, input: Schemas["PlantInput"]) =>
  plant
    ? must(
        api.PUT("/api/plants/{id}", {
          params: { path: { id: plant.id } },
          headers: { "If-Match": `"${plant.revision}"` },
          body: input,
        }),
      )
    : must(api.POST("/api/plants", { body: { ...input, id: own } }));

/** The plant as it can be walked round till it is sent; null where it can not. */
async function wait(
  plant: Schemas["PlantView"] | undefined,
  own: string,
  input: Schemas["PlantInput"],
  kind: Schemas["KindView"],
) {
  await outbox.add([
    {
      plant: plant?.id ?? own,
      what: "plant",
      method: plant ? "PUT" : "POST",
      address: at(plant ? `/api/plants/${plant.id}` : "/api/plants"),
      seen: plant ? String(plant.revision) : null,
      body: plant ? input : { ...input, id: own },
      words: plant ? `${input.name}, changed` : `${input.name}, a new plant`,
    },
  ]);
  const shown = plantOf(plant?.id ?? own, Number(plant?.revision ?? 1), input, kind);
  // Without the core, or without anything of the garden here, it waits all the same.
  const walkable = await (plant ? rememberChanged(shown) : rememberNew(shown)).then(
    () => true,
    () => false,
  );
  return walkable ? shown : null;
}
