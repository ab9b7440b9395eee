import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from "react";
import { api, ApiError, asSeen, must, type Schemas } from "../api/client";
import { useOwns } from "./here";
import { merged } from "./merge";
import { type BodyMeasures, defaultBody, length, roundThing, thickness, type Units } from "../survey/measures";
import { type Spoken, spoken } from "../survey/sentence";
import { weight } from "../survey/weights";

export type Settings = Schemas["GardenSettings"];

interface SettingsInUse {
  settings: Settings;
  save: (settings: Settings) => void;
  error: string | null;
}

const fallback: Settings = {
  units: "metric",
  theme: "auto",
  body: defaultBody,
  place: { hemisphere: "north", lastFrost: "04-15", firstFrost: "10-20", timeZone: null, station: false },
};

const OWN = "gemmifer.own-look";

/** What somebody who does not own the garden chose for themselves on this device. */
function kept(): Partial<Settings> {
  try {
    return JSON.parse(localStorage.getItem(OWN) ?? "{}") as Partial<Settings>;
  } catch {
    return {};
  }
}

const Context = createContext<SettingsInUse>({ settings: fallback, save: () => {}, error: null });

/** The gardener's settings, kept with the garden; the look is also kept in the browser so that it is right at once. */
export function SettingsProvider(props: { children: ReactNode }) {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ["settings"], queryFn: () => must(api.GET("/api/settings")) });
  // What the server has, and what is on its way: one save after another, each from the state it was made in.
  const stored = useRef<Schemas["SettingsView"] | null>(null);
  const line = useRef<Promise<unknown>>(Promise.resolve());
  useEffect(() => {
    if (data && stored.current === null) stored.current = data;
  }, [data]);
  const { mutate, error } = useMutation({
    mutationFn: ({ seen, mine }: { seen: Settings; mine: Settings }) => {
      const next = line.current.then(async () => {
        stored.current ??= await must(api.GET("/api/settings"));
        for (;;) {
          const { revision, settings } = stored.current;
          const body = merged(seen, mine, settings);
          try {
            stored.current = await must(api.PUT("/api/settings", { body, headers: asSeen(revision) }));
            return stored.current;
          } catch (e) {
            // Another window was faster: its changes stay, ours are put in.
            if (!(e instanceof ApiError) || e.status !== 412) throw e;
            stored.current = await must(api.GET("/api/settings"));
          }
        }
      });
      line.current = next.catch(() => {});
      return next;
    },
    onMutate: ({ mine }) => client.setQueryData(["settings"], { revision: 0, settings: mine }),
    onSuccess: (saved) => {
      client.setQueryData(["settings"], saved);
      // Seasons hang on where the garden is.
      void client.invalidateQueries({ queryKey: ["plants", "now"] });
    },
    onError: () => client.invalidateQueries({ queryKey: ["settings"] }),
  });
  // Units, light and the measures of whoever helps are their own, and stay on their device.
  const owns = useOwns();
  const [own, setOwn] = useState<Partial<Settings>>(kept);
  const settings = useMemo(() => ({ ...(data?.settings ?? fallback), ...(owns ? {} : own) }), [data, owns, own]);
  useEffect(() => {
    if (!data) return;
    document.documentElement.dataset["theme"] = settings.theme;
    localStorage.setItem("gemmifer.theme", settings.theme);
  }, [data, settings.theme]);
  const value = useMemo(
    () => ({
      settings,
      save: (mine: Settings) => {
        if (owns) return mutate({ seen: settings, mine });
        const look = { units: mine.units, theme: mine.theme, body: mine.body };
        localStorage.setItem(OWN, JSON.stringify(look));
        setOwn(look);
      },
      error: error ? error.message : null,
    }),
    [settings, owns, mutate, error],
  );
  return <Context value={value}>{props.children}</Context>;
}

export function useSettings(): SettingsInUse {
  return useContext(Context);
}

/** Writes lengths and the plan's sentences in the units in use. */
export function useMeasures() {
  const { settings } = useSettings();
  const units = settings.units as Units;
  return useMemo(() => {
    const body: BodyMeasures = { ...defaultBody, ...settings.body };
    return {
      units,
      body,
      thick: (mm: number) => thickness(mm, units),
      long: (mm: number) => length(mm, units),
      heavy: (grams: number) => weight(grams, units),
      /** A sentence of the plan in the units in use. */
      say: (sentence: Spoken) => spoken(sentence, units, body),
      /** What hands know that is as round as a bend of a radius, mm. */
      round: (radius: number) => roundThing(radius, body, units),
    };
  }, [units, settings.body]);
}
