// node judge.mjs FOLDER: judges our plans (one JSON file an instance, [[{id,x,y,w,h}, ...], ...]) by the same independent checker as the others', against bounds and best known.
import { readFileSync } from 'node:fs';
import { load, ROOT } from './lib/io.mjs';
import { checkPlan } from './lib/check.mjs';

const folder = process.argv[2];
const table = (name) => readFileSync(ROOT + name, 'utf8').trim().split('\n').slice(1).map((line) => line.split(','));
const best = new Map(table('best-known.csv').map(([name, , , seen]) => [name, Number(seen)]));
// Only cuttable plans of the peers count.
const peers = new Map();
for (const [name, , , sheets, , , cuttable] of table('results.csv'))
  if (cuttable === 'true') peers.set(name, Math.min(peers.get(name) ?? Infinity, Number(sheets)));
const sums = {};
for (const instance of load()) {
  if (instance.class === 'CW') continue;
  const judged = checkPlan(instance, JSON.parse(readFileSync(`${folder}/${instance.name}.json`, 'utf8')));
  const sum = (sums[instance.class === 'kit' ? 'kit' : 'class'] ??= { instances: 0, sheets: 0, cuttable: 0, peers: 0, worse: 0, best: 0 });
  sum.instances++;
  sum.sheets += judged.sheets;
  sum.cuttable += judged.cuttable ? 1 : 0;
  sum.peers += peers.get(instance.name) ?? NaN;
  sum.best += best.get(instance.name);
  if (judged.sheets > (peers.get(instance.name) ?? Infinity)) sum.worse++;
  if (!judged.cuttable) console.log(`${instance.name} is not cuttable: ${JSON.stringify(judged)}`);
}
for (const [kind, sum] of Object.entries(sums))
  console.log(`${kind}: ${sum.sheets} sheets in ${sum.instances} instances, ${sum.cuttable} cuttable by the checker; best cuttable plan of any packer ${sum.peers}, fewer there on ${sum.worse}; best seen by any method ${sum.best}`);
