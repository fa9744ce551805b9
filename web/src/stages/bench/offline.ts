/** Where the worker in public/offline.js keeps things. */
const kept = 'velvet-fold-1';

/**
 * Lets a guide be followed, or a day be led, without the network: keeps the page, what it has loaded so far, and those answers on the
 * device.
 */
export async function keepForOffline(answers: readonly string[]): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  await navigator.serviceWorker.register('/offline.js');
  await navigator.serviceWorker.ready;
  const loaded = performance.getEntriesByType('resource').map((entry) => new URL(entry.name).pathname);
  const cache = await caches.open(kept);
  // What was loaded before the worker was there is kept by the page itself.
  await cache.addAll(['/', ...answers, ...new Set(loaded.filter((path) => path.startsWith('/assets/')))]);
}
