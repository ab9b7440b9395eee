import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext, useEffect, useMemo } from "react";
import { api, must, type Schemas } from "../api/client";
import { type BodyMeasures, defaultBody, length, thickness, type Units } from "../survey/measures";
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
  place: { hemisphere: "north", lastFrost: "04-15", firstFrost: "10-20" },
};

const Context = createContext<SettingsInUse>({ settings: fallback, save: () => {}, error: null });

/** The gardener's settings, kept with the garden; the look is also kept in the browser so that it is right at once. */
export function SettingsProvider(props: { children: ReactNode }) {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ["settings"], queryFn: () => must(api.GET("/api/settings")) });
  const { mutate, error } = useMutation({
    mutationFn: (settings: Settings) => must(api.PUT("/api/settings", { body: settings })),
    onMutate: (settings) => client.setQueryData(["settings"], { revision: 0, settings }),
    onSuccess: (saved) => client.setQueryData(["settings"], saved),
    onError: () => client.invalidateQueries({ queryKey: ["settings"] }),
  });
  const settings = data?.settings ?? fallback;
  useEffect(() => {
    if (!data) return;
    document.documentElement.dataset["theme"] = settings.theme;
    localStorage.setItem("gemmifer.theme", settings.theme);
  }, [data, settings.theme]);
  const value = useMemo(
    () => ({ settings, save: (s: Settings) => mutate(s), error: error ? error.message : null }),
    [settings, mutate, error],
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
  return useMemo(
    () => ({
      units,
      body: settings.body as BodyMeasures,
      thick: (mm: number) => thickness(mm, units),
      long: (mm: number) => length(mm, units),
      heavy: (grams: number) => weight(grams, units),
      /** A sentence of the plan in the units in use. */
      say: (sentence: Spoken) => spoken(sentence, units),
    }),
    [units, settings.body],
  );
}
