/// <reference lib="webworker" />
import { clientsClaim } from "workbox-core";
import { ExpirationPlugin } from "workbox-expiration";
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkFirst } from "workbox-strategies";
import { KEPT } from "./api/kept";

declare const self: ServiceWorkerGlobalScope;

/** The garden is asked first; what it said last is shown where it does not answer within this, s. */
const PATIENCE_S = 5;

/** Addresses are kept up to so many: some hundred plants with their plans and logs. */
const MOST = 800;

// The application itself, and the core for planning without a network.
precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();

// Every address that is none of the interface is a page of the application.
registerRoute(
  new NavigationRoute(createHandlerBoundToURL("/index.html"), {
    denylist: [/^(\/demo)?\/(api|schemas|openapi)\//, /\.[a-z]+$/],
  }),
);

registerRoute(
  ({ url, sameOrigin }) => sameOrigin && /^(\/demo)?\/api\/(?!garden\/plan|copies|people|sign-)/.test(url.pathname),
  new NetworkFirst({
    cacheName: "garden",
    networkTimeoutSeconds: PATIENCE_S,
    plugins: [
      new ExpirationPlugin({ maxEntries: MOST }),
      {
        // The page says that it shows what was kept.
        cachedResponseWillBeUsed: async ({ cachedResponse }) => {
          if (!cachedResponse) return null;
          const headers = new Headers(cachedResponse.headers);
          headers.set(KEPT, headers.get("Date") ?? "yes");
          return new Response(await cachedResponse.blob(), { status: cachedResponse.status, headers });
        },
      },
    ],
  }),
);

// A newer make waits until the page asks for it: what is open goes on with the files it began with.
self.addEventListener("message", (e: ExtendableMessageEvent) => {
  if ((e.data as { type?: string } | null)?.type === "SKIP_WAITING") void self.skipWaiting();
});
clientsClaim();
