// A server that is away is told of in a page of its own; nothing else is kept back or changed.
const KEPT = "away-1";
const PAGE = "/static/away.html";
const FILES = [PAGE, "/static/away.css", "/static/favicon.svg"];

self.addEventListener("install", (event) =>
  event.waitUntil(
    caches
      .open(KEPT)
      .then((cache) => cache.addAll(FILES))
      .then(() => self.skipWaiting()),
  ),
);
self.addEventListener("activate", (event) =>
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name !== KEPT).map((name) => caches.delete(name))))
      .then(() => self.clients.claim()),
  ),
);
self.addEventListener("fetch", (event) => {
  const path = new URL(event.request.url).pathname;
  if (event.request.mode === "navigate") event.respondWith(fetch(event.request).catch(() => caches.match(PAGE)));
  else if (FILES.includes(path)) event.respondWith(fetch(event.request).catch(() => caches.match(path)));
});
