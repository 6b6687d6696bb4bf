// Beside every page once Dakren was taken along or installed: keeps the page of what is taken along, and what it is made with, for when
// there is no network. Everything else is the shop's alone. KEPT and NAME stand above this, as the shop wrote them.
const NAVIGATION_MS = 15000;

self.addEventListener("install", (event) => {
  event.waitUntil(caches.open(NAME).then(async (cache) => {
    // One that cannot be had, since the passphrase is wanted first, does not keep the rest away.
    await Promise.all(KEPT.map(async (address) => {
      const answer = await fetch(address, { cache: "no-store" }).catch(() => null);
      if (answer?.ok && !answer.redirected) await cache.put(address, answer);
    }));
    await self.skipWaiting();
  }));
});

self.addEventListener("activate", (event) => {
  event.waitUntil((async () => {
    for (const name of await caches.keys()) if (name.startsWith("dakren-") && name !== NAME) await caches.delete(name);
    await self.clients.claim();
  })());
});

const kept = async (address) => (await caches.open(NAME)).match(address);

async function page(request) {
  const { pathname } = new URL(request.url);
  try {
    const answer = await fetch(request, { signal: AbortSignal.timeout(NAVIGATION_MS) });
    if (pathname === "/shift/bag" && answer.ok && !answer.redirected) (await caches.open(NAME)).put("/shift/bag", answer.clone());
    return answer;
  } catch (error) {
    const found = (pathname === "/shift/bag" && (await kept("/shift/bag"))) || (await kept("/offline"));
    if (found) return found;
    throw error;
  }
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { pathname, search, origin } = new URL(request.url);
  if (request.method !== "GET" || origin !== self.location.origin) return;
  if (request.mode === "navigate") event.respondWith(page(request));
  else if (pathname.startsWith("/assets/")) event.respondWith(kept(pathname + search).then((found) => found || fetch(request)));
});
