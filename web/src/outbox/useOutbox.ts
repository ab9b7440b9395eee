import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { reach } from "../api/reach";
import { visitOf } from "./fold";
import { outbox } from "./outbox";
import { sendTaps } from "./photos";
import type { Waiting } from "./store";

/** What waits to be sent to the garden, in order. */
export const useWaiting = (): Waiting[] => useSyncExternalStore(outbox.subscribe, outbox.waiting);

/** Whether the garden answered last time. */
export const useReach = (): boolean => useSyncExternalStore(reach.subscribe, reach.now);

/** Sends what waits as long as the application is open, and shows what the garden answers. */
export function useSending(): void {
  const client = useQueryClient();
  useEffect(() => {
    outbox.start();
    void sendTaps();
    let before = outbox.waiting().length;
    let heard = false;
    const stopHearing = outbox.hear(({ change, answer }) => {
      reach.set(true);
      heard = change.address.includes("/work") && answer !== null;
      if (heard) {
        const visit = visitOf(change.address);
        client.setQueryData(visit === null ? ["work", change.plant] : ["work", change.plant, visit, true], answer);
      }
      // What a vine bore stands in its survey.
      if (change.what === "crop") {
        void client.invalidateQueries({ queryKey: ["survey", change.plant] });
        void client.invalidateQueries({ queryKey: ["plan"] });
      }
    });
    const stopWatching = outbox.subscribe(() => {
      const now = outbox.waiting().length;
      // Something was sent, from here or from another window: what hangs on it is asked again.
      if (now < before) {
        for (const key of ["log", "plants", "visits", "plant", "rounds", "photos", ...(heard ? [] : ["work"])]) {
          void client.invalidateQueries({ queryKey: [key] });
        }
      }
      [before, heard] = [now, false];
    });
    return () => {
      stopHearing();
      stopWatching();
    };
  }, [client]);
}
