import { useSyncExternalStore } from "react";

export type Instrument = "calliper" | "scale";

/** What each can measure, and how it writes it. */
export const readings: Record<Instrument, { most: number; step: number; say: (value: number) => string }> = {
  calliper: { most: 70, step: 0.1, say: (mm) => `${mm.toFixed(1)} mm` },
  scale: { most: 10_000, step: 10, say: (grams) => `${(grams / 1000).toFixed(2)} kg` },
};

const KEY = "gemmifer.instruments";
const listeners = new Set<() => void>();

/** Whether the simulated instruments lie on the screen of this device, and the means to take them away. */
export function useShown(): [boolean, (on: boolean) => void] {
  const shown = useSyncExternalStore(
    (l) => (listeners.add(l), () => listeners.delete(l)),
    () => localStorage.getItem(KEY) !== null,
  );
  return [
    shown,
    (on) => {
      if (on) localStorage.setItem(KEY, "shown");
      else localStorage.removeItem(KEY);
      listeners.forEach((l) => l());
    },
  ];
}

/**
 * Types a text where the caret stands, key by key, as an instrument does that speaks as a keyboard; what is marked is
 * typed over.
 *
 * @param enter whether Enter comes last, which sends a form
 */
export function typeInto(field: HTMLInputElement, text: string, enter: boolean): void {
  field.focus();
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
  for (const key of text) {
    if (!field.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }))) continue;
    // A field of numbers says nothing of its caret, and takes digits only.
    const caret = field.selectionStart;
    const [from, to] = caret === null ? [field.value.length, field.value.length] : [caret, field.selectionEnd!];
    set.call(field, field.value.slice(0, from) + key + field.value.slice(to));
    if (caret !== null) field.setSelectionRange(from + 1, from + 1);
    field.dispatchEvent(new InputEvent("input", { data: key, inputType: "insertText", bubbles: true }));
    field.dispatchEvent(new KeyboardEvent("keyup", { key, bubbles: true }));
  }
  if (!enter) return;
  const goesOn = field.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
  if (goesOn) field.form?.requestSubmit();
}
