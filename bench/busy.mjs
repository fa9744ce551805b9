// Twenty searches asked at once, and what saves and the small answers that follow typing take meanwhile. ./velvet bench busy
import { served } from './served.mjs';

const { base, end } = await served(process.argv[2]);
const send = async (method, path, body, headers = {}) => {
  const began = performance.now();
  const answer = await fetch(base + path, { method, body: JSON.stringify(body), headers: { 'Content-Type': 'application/json', ...headers } });
  const text = await answer.text();
  return { status: answer.status, ms: performance.now() - began, text };
};
const view = await (await fetch(`${base}/api/kits/kite-weekend`)).json();
const photos = '4 x 6, 4 x 6, 3 x 4, 3 x 4, 6 x 4, 4 x 4, 3 x 4, 5 x 7';
const search = (i) => {
  const kit = structuredClone(view.kit);
  // No two alike, so that none is remembered.
  for (const piece of kit.layouts[0].pieces.slice(0, 4)) piece.size.height = `${3 + i / 16} in`;
  return i % 2 === 0
    ? send('POST', '/api/compute/fits', { kit, layout: 'L1', text: photos, count: 5 })
    : send('POST', '/api/compute/reach', { kit, kits: 100 + i });
};
const began = performance.now();
let under = true;
const searches = Promise.all(Array.from({ length: 20 }, (_, i) => search(i))).finally(() => (under = false));
const saves = [];
const small = [];
let revision = view.revision;
for (let i = 0; under && i < 400; i++) {
  const saved = await send('PUT', '/api/kits/kite-weekend', { ...view.kit, name: `Kite weekend ${i}` }, { 'If-Match': `"${revision}"` });
  if (saved.status !== 200) throw new Error(saved.text);
  revision = JSON.parse(saved.text).revision;
  saves.push(saved.ms);
  small.push((await send('POST', '/api/compute/length', { text: '3 1/2', unit: 'in' })).ms);
  await new Promise((r) => setTimeout(r, 50));
}
const done = await searches;
const at = (times, share) => times.toSorted((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))].toFixed(0);
console.log(`20 searches at once: ${done.map((d) => d.status).join(' ')}; all answered after ${((performance.now() - began) / 1000).toFixed(1)} s`);
console.log(`${saves.length} saves meanwhile: median ${at(saves, 0.5)} ms, 95th percentile ${at(saves, 0.95)} ms, longest ${at(saves, 1)} ms`);
console.log(`${small.length} small answers meanwhile: median ${at(small, 0.5)} ms, 95th percentile ${at(small, 0.95)} ms, longest ${at(small, 1)} ms`);
end();
