// Starts the built application on a free port with the demo studio, and measures it as a browser would see it.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { cpus, tmpdir, totalmem } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { browser } from './browser.mjs';
import { freePort } from './served.mjs';

const [app, what] = process.argv.slice(2);
const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];
const row = (name, value) => console.log(`${name.padEnd(62)} ${value}`);
const wants = (name) => what === 'all' || what === name;

async function open(folder) {
  const port = await freePort();
  const began = performance.now();
  const server = spawn(`${app}/VelvetFold.Web`, ['--data', folder, '--port', port, '--demo', 'true'], { stdio: 'ignore' });
  const base = `http://127.0.0.1:${port}`;
  for (;;) {
    try {
      await (await fetch(`${base}/`)).text();
      await (await fetch(`${base}/api/kits`)).text();
      return { base, server, ms: performance.now() - began };
    } catch {
      await new Promise((r) => setTimeout(r, 20));
    }
  }
}

const close = (server) => new Promise((resolve) => server.once('exit', resolve) && server.kill());

async function api(base) {
  for (const slug of ['kite-weekend', 'a-year-of-bread']) {
    const { kit } = await (await fetch(`${base}/api/kits/${slug}`)).json();
    const times = [];
    for (let i = 0; i < 220; i++) {
      // A measurement nobody has asked about before, so that no plan is remembered.
      kit.layouts[0].pieces[2].size.height = `${(1 + i / 100).toFixed(2)} in`;
      const body = JSON.stringify({ kit });
      const began = performance.now();
      const response = await fetch(`${base}/api/compute/kit`, { method: 'POST', body, headers: { 'Content-Type': 'application/json' } });
      const text = await response.text();
      if (!response.ok) throw new Error(text);
      if (i >= 60) times.push(performance.now() - began);
    }
    row(`changed measurement to complete answer, ${slug}, median`, `${median(times).toFixed(1)} ms`);
  }
}

function load() {
  const html = readFileSync(`${app}/wwwroot/index.html`, 'utf8');
  const first = [...html.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map((m) => m[1]);
  const size = (files) => files.reduce((sum, f) => sum + gzipSync(readFileSync(`${app}/wwwroot/${f}`), { level: 9 }).length, 0);
  const all = readdirSync(`${app}/wwwroot/assets`).filter((f) => f.endsWith('.js')).map((f) => `assets/${f}`);
  row('initial JavaScript, gzipped', `${(size(first) / 1000).toFixed(0)} kB`);
  row('all JavaScript, gzipped', `${(size(all) / 1000).toFixed(0)} kB`);
}

const memory = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;

console.log(`${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB\n`);
if (wants('load')) load();
if (wants('api') || wants('start') || wants('browser')) {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
  const first = await open(folder);
  if (wants('start')) row('first start with an empty folder to first page', `${(first.ms / 1000).toFixed(2)} s`);
  await close(first.server);
  const again = await open(folder);
  if (wants('start')) row('restart to first page', `${(again.ms / 1000).toFixed(2)} s`);
  if (wants('api')) await api(again.base);
  if (wants('browser')) await browser(again.base, row);
  row('resident memory after that', `${memory(again.server.pid).toFixed(0)} MB`);
  await close(again.server);
  rmSync(folder, { recursive: true });
}
