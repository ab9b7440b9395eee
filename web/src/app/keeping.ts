import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { at } from "../api/base";
import { onPutBack } from "../api/incarnation";
import { KEPT } from "../api/kept";
import { entry, reach } from "../api/reach";
import { outbox } from "../outbox/outbox";
import { useReach } from "../outbox/useOutbox";
import { forgetGarden } from "./here";

/** How soon the garden is asked for again, and how seldom at last, ms. */
const SOON = 1_000;
const SELDOM = 10_000;

/** Looks whether the garden is back, as long as it is out of reach and the page is in sight. */
export function useReturn(): void {
  const client = useQueryClient();
  const reached = useReach();
  useEffect(() => {
    if (reached) return;
    let [wait, over] = [SOON, false];
    let timer: ReturnType<typeof setTimeout>;
    const look = async () => {
      clearTimeout(timer);
      if (document.visibilityState === "visible") {
        const answer = await fetch(at("/api/here"), { signal: AbortSignal.timeout(SELDOM) }).catch(() => null);
        if (over) return;
        if (answer && !answer.headers.has(KEPT)) {
          reach.set(true);
          void client.invalidateQueries();
          void outbox.send();
          return;
        }
        wait = Math.min(SELDOM, wait * 2);
      }
      if (!over) timer = setTimeout(() => void look(), wait);
    };
    const now = () => void look();
    timer = setTimeout(now, wait);
    window.addEventListener("online", now);
    document.addEventListener("visibilitychange", now);
    return () => {
      over = true;
      clearTimeout(timer);
      window.removeEventListener("online", now);
      document.removeEventListener("visibilitychange", now);
    };
  }, [reached, client]);
}

/** Lets go of what is shown and kept here once it is of another garden, or of somebody who is no longer let in. */
export function useForgetting(): void {
  const client = useQueryClient();
  useEffect(() => {
    const forget = () => {
      client.clear();
      void forgetGarden();
    };
    const stopEntry = entry.subscribe(() => !entry.now() && forget());
    // What is on the screen is asked for anew: it is of a garden that is no more.
    const stopPutBack = onPutBack(() => void forgetGarden().then(() => client.resetQueries()));
    return () => {
      stopEntry();
      stopPutBack();
    };
  }, [client]);
}
