/** Whether the garden answered last time; what is shown otherwise is what it said before. */
let reached = true;
const listeners = new Set<() => void>();

export const reach = {
  now: (): boolean => reached,
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
  /** Says how the last request went. */
  set: (now: boolean): void => {
    if (now === reached) return;
    reached = now;
    listeners.forEach((l) => l());
  },
};

/** Whether the gardener asked this device to fetch no more than is asked for. */
export const savesData = (): boolean =>
  (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;
