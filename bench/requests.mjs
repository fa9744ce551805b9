// Sends generated requests to the built application, made from its own description of its API: half of them as it says they are, half with
// something in them that nobody should send. None may be answered with 500, none may take longer than 5 s.
// ./velvet bench requests [HOW MANY] [SEED]
import { served } from './served.mjs';

const [app, many = '10000', seeded = '1'] = process.argv.slice(2);
const slowest = 5000;

// Mulberry32: a seed gives the same requests again.
let state = Number(seeded) >>> 0;
const random = () => {
  state = (state + 0x6d2b79f5) >>> 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};
const below = (n) => Math.floor(random() * n);
const any = (list) => list[below(list.length)];
const often = (share) => random() < share;

/** Text that stands in the body as it is. */
class Raw {
  constructor(text) {
    this.text = text;
  }
}
const write = (value) => {
  if (value instanceof Raw) return value.text;
  if (Array.isArray(value)) return `[${value.map(write).join(',')}]`;
  if (value && typeof value === 'object')
    return `{${Object.entries(value)
      .filter(([, v]) => v !== undefined)
      // A name that ends in a mark stands there twice.
      .flatMap(([k, v]) => (k.endsWith('\u0001') ? [] : [[k, v]]).concat(value[`${k}\u0001`] !== undefined && !k.endsWith('\u0001') ? [[k, value[`${k}\u0001`]]] : []))
      .map(([k, v]) => `${JSON.stringify(k)}:${write(v)}`)
      .join(',')}}`;
  return JSON.stringify(value) ?? 'null';
};

const hostile = [
  null, '', ' ', 0, -1, 1.5, true, [], {}, 2147483647, 2147483648, -2147483649,
  new Raw('1e400'), new Raw('-1e400'), new Raw('99999999999999999999999999'), new Raw('0.1e-400'), new Raw('NaN'), new Raw('"\\ud800"'),
  new Raw('"\\udc00x"'), new Raw('"a\\u0000b"'), new Raw('"\\u0001\\u001f\\u007f"'), new Raw('"\\ufffe\\uffff"'), '\u202e\u200b', '../..', '%00', "'; --",
  '<b>&amp;', '0 in', '-5 in', '1/0 in', '99999999999999 in', '0.00000000001 mm', '10 m', '10000 mm', '1 1/3 in', '9999-12-31', '0001-01-01', '2026-02-30',
  '9999-12-31T23:59:59Z', '#gggggg', 'x'.repeat(100_000), 'é'.repeat(300), new Raw(`${'['.repeat(2000)}${']'.repeat(2000)}`),
  new Raw(`${'{"a":'.repeat(500)}1${'}'.repeat(500)}`), Array.from({ length: 3000 }, () => 1), Array.from({ length: 600 }, () => ({})),
];

let description;
const known = { length: ['1 in', '3 1/2 in', '89 mm', '1/8 in', '12 in', '0 in', '305 mm'] };
const resolved = (schema) => (schema?.$ref ? description.components.schemas[schema.$ref.split('/').at(-1)] : schema);

function made(schema, name, depth = 0) {
  const ref = schema?.$ref?.split('/').at(-1);
  if (ref && seeds[ref] && often(0.9)) return structuredClone(any(seeds[ref]));
  schema = resolved(schema) ?? {};
  const options = schema.oneOf ?? schema.anyOf;
  if (options) return made(any(options), name, depth + 1);
  if (schema.allOf) return Object.assign({}, ...schema.allOf.map((s) => made(s, name, depth + 1)));
  if (schema.enum) return any(schema.enum);
  const type = Array.isArray(schema.type) ? any(schema.type) : schema.type;
  if (schema.format === 'length') return any(known.length);
  if (type === 'array') return depth > 8 ? [] : Array.from({ length: below(4) }, () => made(schema.items, name, depth + 1));
  if (type === 'object' || schema.properties) {
    const value = {};
    for (const [key, of] of Object.entries(schema.properties ?? {}))
      if (schema.required?.includes(key) || (depth < 7 && often(0.4))) value[key] = made(of, key, depth + 1);
    if (schema.additionalProperties && often(0.5)) value[any(names)] = made(schema.additionalProperties, name, depth + 1);
    return value;
  }
  if (type === 'integer') return any([0, 1, 2, 3, 14, 200]);
  if (type === 'number') return any([0, 0.5, 1, 90]);
  if (type === 'boolean') return often(0.5);
  if (type === 'null') return null;
  return any(texts[name] ?? names);
}

// Something somewhere in it that should not be there.
function spoiled(value) {
  const places = [];
  const walk = (at) => {
    if (!at || typeof at !== 'object' || at instanceof Raw) return;
    for (const key of Object.keys(at)) {
      places.push([at, key]);
      if (places.length < 4000) walk(at[key]);
    }
  };
  const whole = { value };
  walk(whole);
  for (let i = 1 + below(3); i > 0; i--) {
    const [at, key] = any(places);
    const how = below(10);
    if (how === 0 && !Array.isArray(at)) at[`${key}\u0001`] = often(0.5) ? at[key] : any(hostile);
    else if (how === 1 && !Array.isArray(at)) delete at[key];
    else if (how === 2 && Array.isArray(at[key])) at[key] = [...at[key], ...at[key]].slice(0, 2000);
    else at[key] = often(0.2) ? null : any(hostile);
  }
  return whole.value;
}

const names = ['L1', 'L2', 'L3', 'P1', 'B1', 'slate', 'chalk', 'kite-weekend', 'abc', 'Ada', 'weather', 'A', 'nobody', 'Slate cardstock', 'photo 4 x 6'];
const texts = {
  slug: ['kite-weekend', 'kite-weekend', 'a-year-of-bread', 'nothing'], kit: ['kite-weekend'], paper: ['slate', 'chalk', 'spar-plaid', 'high-wind'],
  face: ['A', 'B'], name: ['counts', 'guests', 'x'], line: ['photo 4 x 6 at (1, 1) on mat 1/8 Slate', 'strip 12 x 1 Ember, 2 down', 'photo 4 x'],
  lines: ['4 x 6 ada\n3 x 4 boats right'], text: ['Name,Mail\nAda,ada@example.org', 'M 0 0 L 10 0 10 10 Z', 'Kite'], colour: ['#C65A3A', '#fff', 'red'],
  date: ['2026-06-12', '2027-01-31'], number: [1, 2, 99], id: [1, 2, 99], guest: [1, 2], page: [1, 2, 50], sheet: [1, 2, 9],
};
const seeds = {};

const { base, said, end } = await served(app);
description = await (await fetch(`${base}/api/openapi.json`)).json();
const kits = [];
for (const slug of ['kite-weekend', 'a-year-of-bread']) kits.push((await (await fetch(`${base}/api/kits/${slug}`)).json()).kit);
seeds.Kit = kits;
seeds.KitDocument = kits;
seeds.Layout = kits.flatMap((k) => k.layouts);
seeds.Piece = seeds.Layout.flatMap((l) => l.pieces);
seeds.Paper = kits.flatMap((k) => k.papers);

const operations = Object.entries(description.paths).flatMap(([path, of]) =>
  Object.entries(of)
    .filter(([method]) => ['get', 'post', 'put', 'delete'].includes(method))
    // Who listens to a kit listens until they go.
    .filter(([, operation]) => !operation.responses?.['200']?.content?.['text/event-stream'])
    .map(([method, operation]) => ({ path, method, operation })),
);
const byStatus = new Map();
const faults = new Map();
const times = [];
// What begins the studio anew or takes it away is asked rarely: the others would find nothing.
const rare = ({ path, method }) => path === '/api/demo' || (method === 'delete' && path === '/api/kits/{slug}');

async function one() {
  let chosen = any(operations);
  if (rare(chosen) && often(0.95)) chosen = any(operations);
  const { path, method, operation } = chosen;
  const bad = often(0.5);
  const parameter = (p) => {
    const value = bad && often(0.3) ? any(hostile) : p.schema ? made(p.schema, p.name) : any(names);
    const text = value instanceof Raw ? value.text : typeof value === 'object' ? JSON.stringify(value) : String(value);
    return encodeURIComponent(text.toWellFormed()).slice(0, 2000).replace(/%[0-9A-F]?$/, '');
  };
  const parameters = operation.parameters ?? [];
  let url = path;
  for (const p of parameters.filter((p) => p.in === 'path')) url = url.replace(`{${p.name}}`, parameter(texts[p.name] && !(bad && often(0.3)) ? { name: p.name, schema: { enum: texts[p.name] } } : p) || 'x');
  const query = parameters.filter((p) => p.in === 'query' && (p.required || often(0.5))).map((p) => `${p.name}=${parameter(p)}`);
  if (query.length) url += `?${query.join('&')}`;
  // A change says which revision it saw; now and then the right one.
  const request = { method: method.toUpperCase(), headers: method === 'get' ? {} : { 'If-Match': `"${1 + below(8)}"` } };
  const content = operation.requestBody?.content;
  if (content) {
    const [type, of] = any(Object.entries(content));
    if (type.includes('json')) {
      const body = made(of.schema, '');
      request.body = write(bad ? spoiled(body) : body);
      if (bad && often(0.05)) request.body = request.body.slice(0, below(request.body.length));
      request.headers['Content-Type'] = bad && often(0.05) ? any(['text/plain', 'application/xml', 'x', 'application/json; charset=utf-7']) : type;
    } else {
      request.body = Buffer.from(Array.from({ length: below(400) }, () => below(256)));
      request.headers['Content-Type'] = type.includes('*') ? 'image/png' : type;
    }
  }
  const began = performance.now();
  let status, text;
  try {
    const answer = await fetch(base + url, { ...request, signal: AbortSignal.timeout(30_000) });
    status = answer.status;
    text = await answer.text();
  } catch (lost) {
    status = 'lost';
    text = String(lost.cause ?? lost);
  }
  const ms = performance.now() - began;
  times.push(ms);
  byStatus.set(status, (byStatus.get(status) ?? 0) + 1);
  if (status === 500 || status === 'lost' || ms > slowest) {
    const key = `${status === 500 || status === 'lost' ? status : 'slow'} ${method} ${path}`;
    const seen = faults.get(key) ?? { times: 0, ms: 0 };
    faults.set(key, { times: seen.times + 1, ms: Math.max(seen.ms, ms), url: url.slice(0, 200), body: String(request.body ?? '').slice(0, 20000), text: text.slice(0, 300) });
  }
}

for (let i = 0; i < Number(many); i++) await one();
times.sort((a, b) => a - b);
console.log(`${many} requests of seed ${seeded}: ${[...byStatus].map(([s, n]) => `${n} x ${s}`).join(', ')}`);
console.log(`median ${times[times.length >> 1].toFixed(0)} ms, 99th percentile ${times[Math.floor(times.length * 0.99)].toFixed(0)} ms, longest ${times.at(-1).toFixed(0)} ms`);
for (const [key, fault] of faults) {
  console.log(`${key}: ${fault.times} times, up to ${fault.ms.toFixed(0)} ms; ${fault.url}`);
  if (process.env.VELVET_SHOW) console.log(`  ${fault.text}\n  ${fault.body}`);
}
if (process.env.VELVET_SHOW) console.log(said());
end();
process.exitCode = faults.size > 0 ? 1 : 0;
