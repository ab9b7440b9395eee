import { useEffect } from "react";

const HEADINGS = "h1, h2, h3";

/** The nearest heading of what is left of where somebody was; the place itself where it has none. */
export function landing(places: readonly Element[], page: Element): Element {
  const left = places.find((p) => p.isConnected && page.contains(p)) ?? page;
  return left.querySelector(HEADINGS) ?? page.querySelector(HEADINGS) ?? page;
}

/** Lets something be focused that is no control, and focuses it without moving the page. */
export function focusOn(place: Element | null): void {
  if (!(place instanceof HTMLElement)) return;
  if (!place.hasAttribute("tabindex")) place.tabIndex = -1;
  place.style.outline = "none";
  place.focus({ preventScroll: true });
}

/**
 * Where a control somebody used goes, the focus stays where they were: at the heading of what took its place, or of the
 * page they came to. A button that was only busy has it again when it is ready.
 *
 * @param pathname the page; another one is come to at its heading
 */
export function useKeptFocus(pathname: string): void {
  useEffect(() => {
    const page = document.getElementById("main");
    if (!page) return;
    let last: HTMLElement | null = null;
    let places: Element[] = [];
    const remember = (e: FocusEvent) => {
      if (!(e.target instanceof HTMLElement) || !page.contains(e.target)) return;
      last = e.target;
      places = [];
      for (let at: Element | null = e.target.parentElement; at && at !== page; at = at.parentElement) places.push(at);
    };
    // Whoever taps beside everything wants the focus nowhere.
    const forget = (e: PointerEvent) => {
      const on = e.target instanceof Element ? e.target.closest("button, a, input, select, textarea, summary") : null;
      if (!on) last = null;
    };
    const look = () => {
      if (last === null || document.activeElement !== document.body) return;
      if (!last.isConnected) {
        last = null;
        focusOn(landing(places, page));
      } else if (!last.matches(":disabled")) last.focus({ preventScroll: true });
    };
    const watch = new MutationObserver(look);
    watch.observe(page, { childList: true, subtree: true, attributes: true, attributeFilter: ["disabled"] });
    page.addEventListener("focusin", remember);
    document.addEventListener("pointerdown", forget);
    return () => {
      watch.disconnect();
      page.removeEventListener("focusin", remember);
      document.removeEventListener("pointerdown", forget);
    };
  }, []);
  useEffect(() => {
    // A page that was left with a control of its own is come to at its heading, as soon as that is there.
    const page = document.getElementById("main");
    if (!page || document.activeElement !== document.body || history.length <= 1) return;
    const come = () => {
      const heading = page.querySelector(HEADINGS);
      if (!heading) return false;
      if (document.activeElement === document.body) focusOn(heading);
      return true;
    };
    if (come()) return;
    const watch = new MutationObserver(() => come() && watch.disconnect());
    watch.observe(page, { childList: true, subtree: true });
    return () => watch.disconnect();
  }, [pathname]);
}
