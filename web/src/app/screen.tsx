import { type ComponentType, lazy, useSyncExternalStore } from "react";

/** How long after a failure it is tried again: at first, and at most, ms. */
const FIRST_WAIT = 1_000;
const LONGEST_WAIT = 15_000;

/** A page that was loaded anew for a missing file so lately is not loaded anew again, ms. */
const LATELY = 60_000;
const LOADED_ANEW = "gemmifer.loaded-anew";

/** What a browser says of a part of the application that it could not fetch, each in its own words. */
const unfetched = /dynamically imported module|importing a module script failed|preload css/i;

let missing = false;
const listeners = new Set<() => void>();
const tell = (now: boolean) => {
  missing = now;
  listeners.forEach((l) => l());
};

export interface Surroundings {
  /** Whether the garden answers now. */
  reached: () => Promise<boolean>;
  wait: (ms: number) => Promise<void>;
  loadAnew: () => void;
}

const here: Surroundings = {
  reached: () =>
    fetch("/index.html", { cache: "no-store" }).then(
      (r) => r.ok,
      () => false,
    ),
  wait: (ms) =>
    new Promise((done) => {
      const timer = setTimeout(done, ms);
      window.addEventListener("online", () => (clearTimeout(timer), done()), { once: true });
    }),
  loadAnew: () => window.location.reload(),
};

/**
 * Fetches a part of the application, and tries again for as long as the garden is out of reach. Where the garden answers and
 * the part is not there, the page is of an earlier make and is loaded anew, once: what was typed is kept in the browser.
 */
export async function fetched<T>(load: () => Promise<T>, around: Surroundings = here): Promise<T> {
  for (let wait = FIRST_WAIT; ; wait = Math.min(2 * wait, LONGEST_WAIT)) {
    try {
      const part = await load();
      tell(false);
      return part;
    } catch (e) {
      if (!(e instanceof Error) || !unfetched.test(e.message)) throw e;
      tell(true);
      await around.wait(wait);
      if (!(await around.reached())) continue;
      const again = await load().catch(() => null);
      if (again !== null) {
        tell(false);
        return again;
      }
      if (Date.now() - Number(sessionStorage.getItem(LOADED_ANEW) ?? 0) < LATELY) throw e;
      sessionStorage.setItem(LOADED_ANEW, String(Date.now()));
      around.loadAnew();
    }
  }
}

/** A screen that is fetched when it is first shown. */
export const screen = (load: () => Promise<{ default: ComponentType }>) => lazy(() => fetched(load));

/** What is shown till a screen is there. */
export function OneMoment() {
  const out = useSyncExternalStore(
    (l) => (listeners.add(l), () => listeners.delete(l)),
    () => missing,
  );
  return (
    <p style={{ padding: 24 }} role="status">
      {out
        ? "This screen cannot be fetched, as the garden does not answer. It is tried again by itself; what you did is kept."
        : "One moment."}
    </p>
  );
}
