/// <reference lib="webworker" />
/**
 * The client's page without a connection: the page and its files are kept when they are first loaded, a reload in a
 * cellar gym opens from there. The API is never kept here; sets wait in the page's own outbox.
 */
declare const self: ServiceWorkerGlobalScope;

const CACHE = "gryn-floor-1";
const PAGE = "/floor";
const SLOW_MS = 2500;

/** the page and everything its document names */
async function keepPage(): Promise<void> {
  const cache = await caches.open(CACHE);
  const page = await fetch(PAGE, { cache: "no-cache" });
  if (!page.ok) return;
  const html = await page.clone().text();
  const files = [...html.matchAll(/(?:src|href)="(\/[^"]+)"/g)].map((m) => m[1]!);
  const kept = (await cache.keys()).map((request) => new URL(request.url).pathname);
  await cache.addAll(files);
  await cache.put(PAGE, page);
  // another build: files of the one before are let go, those too that a page asked for by itself
  if (files.every((f) => kept.includes(f))) return;
  for (const path of kept) if (!files.includes(path) && path.startsWith("/assets/")) await cache.delete(path);
}

/** what the page asks for later, such as its language, is there without a connection the next time */
async function fetchAndKeep(request: Request): Promise<Response> {
  const response = await fetch(request);
  if (response.ok) await (await caches.open(CACHE)).put(request, response.clone());
  return response;
}

async function pageFirst(): Promise<Response> {
  const kept = await caches.match(PAGE);
  const slow = new Promise<null>((resolve) => setTimeout(() => resolve(null), SLOW_MS));
  const fresh = fetch(PAGE, { cache: "no-cache" }).catch(() => null);
  const first = kept ? await Promise.race([fresh, slow]) : await fresh;
  if (first?.ok) {
    void keepPage();
    return first;
  }
  return kept ?? Response.error();
}

self.addEventListener("install", (event) => event.waitUntil(keepPage().then(() => self.skipWaiting())));
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
self.addEventListener("fetch", (event) => {
  const { pathname, origin } = new URL(event.request.url);
  if (origin !== self.location.origin || event.request.method !== "GET" || pathname.startsWith("/api/")) return;
  if (event.request.mode === "navigate" && pathname === PAGE) event.respondWith(pageFirst());
  else if (pathname.startsWith("/assets/") || pathname === "/grain.svg")
    event.respondWith(caches.match(event.request).then((kept) => kept ?? fetchAndKeep(event.request)));
});

export {};
