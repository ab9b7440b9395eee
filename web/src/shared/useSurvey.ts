import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState, type SetStateAction, type Dispatch, type RefObject } from "react";
import { api, ApiError, type FieldError, must } from "../api/client";
import { dropDraft, keepDraft, readDraft, savesItself, storedOf } from "../outbox/drafts";
import { documentOf } from "../survey/document";
import type { SurveyDocument } from "../survey/types";

export type SaveState = "saved" | "unsaved" | "saving" | "conflict" | "refused" | "offline";

/** What can be undone outlives a reload, as long as the survey is what it was then. */
const pastKey = (id: string) => `gemmifer.undo.${id}`;

/** Steps back that are kept, everywhere. */
export const KEPT_STEPS = 50;

/** What was, and what was undone since: the next to undo and to do again stand last. */
interface Steps {
  past: SurveyDocument[];
  undone: SurveyDocument[];
}

const NO_STEPS: Steps = { past: [], undone: [] };

/** A value as text that is the same whatever the order of its fields, with or without those that say nothing. */
export function printOf(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(printOf).join()}]`;
  if (value === null || typeof value !== "object") return JSON.stringify(value) ?? "null";
  const fields = Object.entries(value).filter(([, v]) => v !== null && v !== undefined);
  return `{${fields
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([k, v]) => `${k}:${printOf(v)}`)
    .join()}}`;
}

function stepsOf(id: string, shown: SurveyDocument): Steps {
  try {
    const kept = JSON.parse(sessionStorage.getItem(pastKey(id)) ?? "null") as ({ now: string } & Steps) | null;
    return kept?.now === printOf(storedOf(shown)) ? { past: kept.past, undone: kept.undone ?? [] } : NO_STEPS;
  } catch {
    return NO_STEPS;
  }
}

function keepSteps(id: string, now: SurveyDocument, { past, undone }: Steps) {
  if (past.length === 0 && undone.length === 0) return sessionStorage.removeItem(pastKey(id));
  for (let most = KEPT_STEPS; most > 0; most = Math.floor(most / 2)) {
    try {
      const kept = { now: printOf(storedOf(now)), past: past.slice(-most), undone: undone.slice(-most) };
      return sessionStorage.setItem(pastKey(id), JSON.stringify(kept));
    } catch {
      // There is no room for so many: the latest are kept. All can be undone till the page is left.
    }
  }
}

/** A document in which the parts that another one had and it has not are there as nothing, so that they are sent. */
const withGone = (before: SurveyDocument | null, now: SurveyDocument): SurveyDocument => ({
  ...Object.fromEntries(Object.keys(before ?? {}).map((part) => [part, null])),
  ...now,
});

export interface SurveyInHand {
  document: SurveyDocument;
  season: number;
  carriedFrom: number | null;
  /** What canes of the last winters were called that stand no longer. */
  earlier: readonly string[];
  state: SaveState;
  errors: FieldError[];
  canUndo: boolean;
  canRedo: boolean;
  /** Changes the survey; it is saved a moment later. */
  change: (map: (d: SurveyDocument) => SurveyDocument) => void;
  undo: () => void;
  /** Does again what was undone last. */
  redo: () => void;
  /** After a conflict: take what the other window saved, or save one's own over it. */
  takeTheirs: () => void;
  keepMine: () => void;
}

/**
 * The survey of one plant while it is worked on: every change is kept in the browser at once and saved a moment later with the
 * revision it was made from, so that nothing is lost and nothing is silently overwritten.
 */
export function useSurvey(id: string): SurveyInHand | null {
  const query = useQuery({
    queryKey: ["survey", id],
    queryFn: () => must(api.GET("/api/plants/{id}/survey", { params: { path: { id } } })),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });
  const [document, setDocument] = useState<SurveyDocument | null>(null);
  const [state, setState] = useState<SaveState>("saved");
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [steps, setSteps] = useState<Steps>(NO_STEPS);
  const revision = useRef(0);
  const latest = useRef<SurveyDocument | null>(null);
  const going = useRef<Promise<void> | null>(null);
  const [sendings, setSendings] = useState(0);

  const { data, refetch } = query;
  const [load, setLoad] = useState(0);
  useEffect(() => {
    if (!data) return;
    const draft = readDraft(id);
    const stored = documentOf(data.document);
    revision.current = data.revision;
    const mine = draft && draft.document.stems ? draft : null;
    // What a page of an earlier make kept may lack parts; they are as they are stored.
    const shown = mine ? { ...stored, ...storedOf(mine.document) } : stored;
    latest.current = shown;
    setDocument(shown);
    setSteps(stepsOf(id, shown));
    setErrors([]);
    setState(mine ? (mine.revision === data.revision ? "unsaved" : "conflict") : "saved");
  }, [data, id, load]);

  const send = useSend(id, setState, setErrors, revision, latest, going, setSendings);
  // One at a time: who asks while it goes on waits for that one.
  const save = useCallback((): Promise<void> => (going.current ??= send()), [send]);

  // What the gardener has to decide on first is not sent by itself.
  useSavingItself(id, document, state, sendings, save);
  useEffect(() => {
    if (document && latest.current === document) keepSteps(id, document, steps);
  }, [id, document, steps]);

  const set = useCallback(
    (changed: SurveyDocument) => {
      const next = withGone(latest.current, changed);
      latest.current = next;
      keepDraft(id, revision.current, next);
      setDocument(next);
      setState((s) => (s === "conflict" ? s : "unsaved"));
    },
    [id],
  );

  const { change, undo, redo } = useSteps(steps, setSteps, latest, set);
  const { takeTheirs, keepMine } = useSettling(id, revision, refetch, setLoad, save);
  if (!document || !data) return null;
  return {
    document,
    season: data.season,
    carriedFrom: data.carriedFrom ?? null,
    earlier: data.earlier ?? [],
    state,
    errors,
    canUndo: steps.past.length > 0,
    canRedo: steps.undone.length > 0,
    change,
    undo,
    redo,
    takeTheirs,
    keepMine,
  };
}

/** Sending the survey as it is now, and what the garden says to it. */
function useSend(
  id: string,
  setState: Dispatch<SetStateAction<SaveState>>,
  setErrors: Dispatch<SetStateAction<FieldError[]>>,
  revision: RefObject<number>,
  latest: RefObject<SurveyDocument | null>,
  going: RefObject<Promise<void> | null>,
  setSendings: Dispatch<SetStateAction<number>>,
) {
  const send = useCallback(async () => {
    const sent = latest.current;
    if (!sent) return;
    setState("saving");
    try {
      const saved = await must(
        api.PUT("/api/plants/{id}/survey", {
          params: { path: { id } },
          headers: { "If-Match": `"${revision.current}"` },
          body: storedOf(sent),
        }),
      );
      revision.current = saved.revision;
      setErrors([]);
      if (latest.current === sent) {
        dropDraft(id);
        setState("saved");
        // What is kept for when the garden is out of reach is what was just saved.
        void api.GET("/api/plants/{id}/survey", { params: { path: { id } } }).catch(() => null);
      } else {
        // Changed meanwhile: what is kept in the browser now stands on what was just saved.
        keepDraft(id, saved.revision, latest.current!);
        setState("unsaved");
      }
    } catch (e) {
      const error = e as ApiError;
      setErrors(error.errors ?? []);
      setState(error.status === 412 ? "conflict" : error.status === 422 ? "refused" : "offline");
    } finally {
      going.current = null;
      // What changed meanwhile found the way busy, and its time may be over: it is asked again.
      setSendings((n) => n + 1);
    }
  }, [id, setState, setErrors, revision, latest, going, setSendings]);
  return send;
}

/** What is not saved yet is saved a moment later, again where the garden was out of reach, and before the page is left. */
function useSavingItself(
  id: string,
  document: SurveyDocument | null,
  state: SaveState,
  sendings: number,
  save: () => Promise<void>,
) {
  useEffect(
    () => savesItself(id, () => (state === "unsaved" || state === "offline" ? save() : Promise.resolve())),
    [id, save, state],
  );

  useEffect(() => {
    if (state !== "unsaved" && state !== "offline") return;
    const timer = setTimeout(() => void save(), state === "offline" ? 4000 : 500);
    return () => clearTimeout(timer);
  }, [state, document, sendings, save]);

  useEffect(() => {
    const leave = (e: BeforeUnloadEvent) => {
      if (state === "unsaved" || state === "saving") void save();
      if (state === "refused") e.preventDefault();
    };
    window.addEventListener("beforeunload", leave);
    return () => window.removeEventListener("beforeunload", leave);
  }, [state, save]);
}

/** Changing, and going back and forth between what was. */
function useSteps(
  steps: Steps,
  setSteps: Dispatch<SetStateAction<Steps>>,
  latest: RefObject<SurveyDocument | null>,
  set: (changed: SurveyDocument) => void,
) {
  const change = useCallback(
    (map: (d: SurveyDocument) => SurveyDocument) => {
      const now = latest.current;
      if (!now) return;
      setSteps(({ past }) => ({ past: [...past.slice(1 - KEPT_STEPS), now], undone: [] }));
      set(map(now));
    },
    [setSteps, latest, set],
  );

  const undo = useCallback(() => {
    const [before, now] = [steps.past.at(-1), latest.current];
    if (!before || !now) return;
    setSteps(({ past, undone }) => ({ past: past.slice(0, -1), undone: [...undone, now] }));
    set(before);
  }, [steps, setSteps, latest, set]);
  const redo = useCallback(() => {
    const [after, now] = [steps.undone.at(-1), latest.current];
    if (!after || !now) return;
    setSteps(({ past, undone }) => ({ past: [...past, now], undone: undone.slice(0, -1) }));
    set(after);
  }, [steps, setSteps, latest, set]);
  return { change, undo, redo };
}

/** After a conflict: what the other window saved, or one's own over it. */
function useSettling(
  id: string,
  revision: RefObject<number>,
  refetch: () => Promise<unknown>,
  setLoad: Dispatch<SetStateAction<number>>,
  save: () => Promise<void>,
) {
  const takeTheirs = useCallback(() => {
    dropDraft(id);
    void refetch().then(() => setLoad((n) => n + 1));
  }, [id, refetch, setLoad]);
  const keepMine = useCallback(() => {
    void (async () => {
      const theirs = await must(api.GET("/api/plants/{id}/survey", { params: { path: { id } } }));
      revision.current = theirs.revision;
      await save();
    })();
  }, [id, revision, save]);
  return { takeTheirs, keepMine };
}
