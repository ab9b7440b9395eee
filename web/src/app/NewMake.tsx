import { chakra } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { Workbox } from "workbox-window";
import { savesData } from "../api/reach";
import { Button } from "./ui";

/** Installs the application on this device, after the first screen; says when a newer make is there. */
export default function NewMake() {
  const [waiting, setWaiting] = useState<Workbox | null>(null);
  useEffect(() => {
    if (!("serviceWorker" in navigator) || import.meta.env.DEV) return;
    const worker = new Workbox("/sw.js");
    worker.addEventListener("waiting", () => setWaiting(worker));
    // Whoever saves data installs it when they ask for it.
    if (savesData() && !navigator.serviceWorker.controller) return;
    const timer = setTimeout(() => void worker.register().catch(() => null), 1_500);
    return () => clearTimeout(timer);
  }, []);
  if (!waiting) return null;
  return (
    <chakra.div role="status" display="flex" flexWrap="wrap" alignItems="center" gap="14px" padding="4px 8px">
      <span>Gemmifer was brought up to date.</span>
      <Button
        onClick={() => {
          waiting.addEventListener("controlling", () => window.location.reload());
          waiting.messageSkipWaiting();
        }}
      >
        Load the new one
      </Button>
    </chakra.div>
  );
}
