import { cleanup, configure } from "@testing-library/react";
import { afterEach } from "vitest";

// jsdom lacks these; Chakra asks for them.
class Observer {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver ??= Observer as unknown as typeof ResizeObserver;
window.matchMedia ??= (query: string) =>
  ({ matches: false, media: query, addEventListener() {}, removeEventListener() {} }) as unknown as MediaQueryList;
window.scrollTo = () => {};

configure({ asyncUtilTimeout: 20_000 });

// The files share one document: each test leaves it as it found it, in whatever order they are run.
afterEach(() => {
  cleanup();
  document.body.replaceChildren();
  localStorage.clear();
});
