/** Something that holds or does not, as the last request showed; screens follow it. */
function told() {
  let holds = true;
  const listeners = new Set<() => void>();
  return {
    now: (): boolean => holds,
    subscribe: (listener: () => void): (() => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    /** Says how the last request went. */
    set: (now: boolean): void => {
      if (now === holds) return;
      holds = now;
      listeners.forEach((l) => l());
    },
  };
}

/** Whether the garden answered last time; what is shown otherwise is what it said before. */
export const reach = told();

/** Whether this browser is let in; a shared garden sends out who is not signed in. */
export const entry = told();

/** Whether the gardener asked this device to fetch no more than is asked for. */
export const savesData = (): boolean =>
  (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;
