// Keeps what was opened once, so that a guide can be followed at a table without a network. What the network has comes first; only files whose names
// change with their contents are taken from what was kept.
const kept = 'velvet-fold-1';

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (request.mode === 'navigate') event.respondWith(fresh(request, '/'));
  else if (url.pathname.startsWith('/assets/')) event.respondWith(known(request));
  else if (/^\/api\/(kits\/[^/]+\/bench|workshops\/[^/]+\/day(\/agenda)?)$/.test(url.pathname))
    event.respondWith(fresh(request, request));
});

async function fresh(request, key) {
  const cache = await caches.open(kept);
  try {
    const answer = await fetch(request);
    if (answer.ok) await cache.put(key, answer.clone());
    return answer;
  } catch (offline) {
    const before = await cache.match(key, { ignoreVary: true });
    if (before) return before;
    throw offline;
  }
}

async function known(request) {
  const cache = await caches.open(kept);
  const before = await cache.match(request, { ignoreVary: true });
  if (before) return before;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}
