// A server that is away is told of in a page of its own, and the book stays at hand; nothing else is kept back or changed.
const KEPT = "away-2";
const PAGE = "/static/away.html";
const BOOK = "/book-on-paper";
const FILES = [PAGE, BOOK, "/static/away.css", "/static/favicon.svg"];
const instead = (path) => (path === "/book" || path.startsWith("/book/") || path === BOOK ? BOOK : PAGE);

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
  if (event.request.mode === "navigate") event.respondWith(fetch(event.request).catch(() => caches.match(instead(path))));
  else if (FILES.includes(path)) event.respondWith(fetch(event.request).catch(() => caches.match(path)));
});
