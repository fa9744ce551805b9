/** Lets what is opened be kept on the device, together with what the page has loaded so far. */
export async function keepForOffline(slug: string): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  await navigator.serviceWorker.register('/offline.js');
  await navigator.serviceWorker.ready;
  // What was loaded before the worker was there is asked for once more, through it.
  const loaded = performance.getEntriesByType('resource').map((entry) => new URL(entry.name).pathname);
  const assets = [...new Set(loaded.filter((path) => path.startsWith('/assets/')))];
  await Promise.all([...assets, `/api/kits/${slug}/bench`].map((path) => fetch(path)));
  const cache = await caches.open('velvet-fold-1');
  const page = await fetch('/');
  if (page.ok) await cache.put('/', page);
}
