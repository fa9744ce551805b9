// Measures two built applications in turn, so that what else the machine does meets both, and says the medians side by side.
import { spawnSync } from 'node:child_process';

const [before, after, name, rounds = '3'] = process.argv.slice(2);
const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];

// A row of the bench: what is measured, a number and its unit; a long name leaves a single blank before the number.
const rowOf = (line) => /^(.*?)\s+([\d.]+) (s|ms|kB|MB)\b/.exec(line.trim());

function measured(app) {
  const rows = new Map();
  for (const what of ['load', 'start', 'api']) {
    const { stdout, status, stderr } = spawnSync('node', ['bench/application.mjs', app, what], { encoding: 'utf8' });
    if (status !== 0) throw new Error(`${app} ${what}: ${stderr}`);
    for (const line of stdout.split('\n')) {
      const row = rowOf(line);
      if (row) rows.set(`${row[1]} (${row[3]})`, Number(row[2]));
    }
  }
  return rows;
}

const [was, now] = [new Map(), new Map()];
for (let round = 0; round < Number(rounds); round++)
  for (const [app, all] of round % 2 ? [[after, now], [before, was]] : [[before, was], [after, now]])
    for (const [what, value] of measured(app)) all.set(what, [...(all.get(what) ?? []), value]);

console.log(`${''.padEnd(70)} ${name.padStart(10)} ${'now'.padStart(10)}`);
for (const [what, values] of was) {
  const [old, fresh] = [median(values), median(now.get(what) ?? [NaN])];
  console.log(`${what.padEnd(70)} ${String(old).padStart(10)} ${String(fresh).padStart(10)}  ${fresh <= old ? '' : `${Math.round((100 * (fresh - old)) / old)} % more`}`);
}
