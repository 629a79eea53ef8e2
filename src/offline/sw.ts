import { Serwist, type PrecacheEntry } from "serwist";
import { LOOK_UPS } from "@/stations/look-ups";

/*
 * The service worker: after one visit everything but the routes for scripts works without the server. Pages and what they
 * load come from one and the same build; a newer one waits until the page asks for it.
 */
/** Every file of this build, and what tells it from others; put in when it is bundled. */
declare const BUILD: { readonly files: readonly PrecacheEntry[]; readonly revision: string };

/** Any rig's page: which rig and station it shows, the page reads from its address. */
const RIG_PAGE = "/rig/any/plan";
/** Pages that are opened with the server off: each is the same for every visit of one build. */
const PAGES = [
  ...["/", "/new", "/link", RIG_PAGE, "/manifest.webmanifest", "/icon.svg"],
  ...LOOK_UPS.map(({ name }) => `/look/${name}`),
];

const serwist: Serwist = new Serwist({
  precacheEntries: [...BUILD.files, ...PAGES.map((url) => ({ url, revision: BUILD.revision }))],
  precacheOptions: {
    cleanupOutdatedCaches: true,
    ignoreURLParametersMatching: [/^from$/],
    plugins: [
      {
        // A worker is told behind the # of its address what to run. A new answer has the address it was asked by; a kept
        // one would have its own, without that part.
        cachedResponseWillBeUsed: async ({ event, cachedResponse }) =>
          cachedResponse && event instanceof FetchEvent && event.request.destination === "worker"
            ? new Response(cachedResponse.body, { status: 200, headers: cachedResponse.headers })
            : cachedResponse,
      },
    ],
  },
  skipWaiting: false,
  clientsClaim: true,
  navigationPreload: false,
  runtimeCaching: [
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.mode === "navigate" && url.pathname.startsWith("/rig/"),
      handler: async ({ request }) => (await serwist.matchPrecache(RIG_PAGE)) ?? fetch(request),
    },
  ],
});

serwist.addEventListeners();
