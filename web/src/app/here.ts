import { useQuery } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { api, must, type Schemas } from "../api/client";
import { notePerson } from "../api/incarnation";
import { entry } from "../api/reach";

export type Here = Schemas["HereView"];

/** Before the garden said who asks, and where it is not shared: whoever sits there owns it. */
const owner: Here = {
  demo: false,
  shared: false,
  role: "owner",
  person: null,
  name: null,
  onlyPlant: null,
  onlyPlace: null,
  endsAt: null,
};

/** Which gardens there are, and what may be done from this browser. */
export function useHere(): Here {
  const here = useQuery({
    queryKey: ["here"],
    queryFn: async () => {
      const now = await must(api.GET("/api/here"));
      notePerson(now.person);
      return now;
    },
    staleTime: 60_000,
  });
  return here.data ?? owner;
}

/** Whether whoever sits here may change rules, delete, and let others in. */
export const useOwns = (): boolean => useHere().role === "owner";

/** Whether this browser is let in at all. */
export const useEntry = (): boolean => useSyncExternalStore(entry.subscribe, entry.now);

/** Lets go of what was kept here of the garden for whoever was signed in before; what waits to be sent stays. */
export async function forgetGarden(): Promise<void> {
  if ("caches" in globalThis) await caches.delete("garden");
}
