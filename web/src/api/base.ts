/** The demo garden has addresses of its own beside one's own garden; both are the same application. */
export const DEMO = "/demo";

/** Whether a path is one of the demo garden. */
export const ofDemo = (path: string): boolean => path === DEMO || path.startsWith(`${DEMO}/`);

/** Whether this page shows the demo garden. */
export const inDemo = ofDemo(window.location.pathname);

/** What every address of the garden on this page begins with. */
export const base = inDemo ? DEMO : "";

/** An address of the garden on this page. */
export const at = (address: string): string => base + address;
