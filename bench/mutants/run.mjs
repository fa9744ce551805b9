// Puts small faults into a copy of Core, one by one, and runs Core's own tests against each: a fault that no test finds shows what is
// not tested. The faults stand in mutants.json: an expression of a file, and what it becomes. All are compiled in at once, each behind a
// switch, so that one build serves them all. Usage: run.mjs [room]
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { availableParallelism } from 'node:os';

const root = join(import.meta.dirname, '..', '..');
const copy = join(root, '.velvet', 'mutants');
const room = process.argv[2];
const limit = 300_000;
// Which test found a fault the last time: it is asked first.
const memory = join(import.meta.dirname, 'found-by.json');
const foundBy = existsSync(memory) ? JSON.parse(readFileSync(memory, 'utf8')) : {};
const keyOf = ({ file, find, put, nth }) => `${file}: ${find}${nth ? ` (${nth})` : ''} -> ${put}`;
const mutants = JSON.parse(readFileSync(join(import.meta.dirname, 'mutants.json'), 'utf8')).map((m, i) => ({ ...m, number: i + 1, room: m.file.split('/')[0] }));

function placeOf(text, { file, find, nth }) {
  let at = -1;
  for (let n = 0; n < (nth ?? 1); n++) at = text.indexOf(find, at + 1);
  if (at < 0 || (!nth && text.indexOf(find, at + 1) >= 0)) throw new Error(`${file}: '${find}' stands there not once`);
  return at;
}

function prepare() {
  rmSync(copy, { recursive: true, force: true });
  mkdirSync(copy, { recursive: true });
  const own = (from) => !/(^|\/)(bin|obj|node_modules|wwwroot)(\/|$)/.test(relative(root, from));
  for (const path of ['src', 'tests', 'Directory.Build.props', 'Directory.Packages.props', 'global.json', '.editorconfig', 'VelvetFold.slnx'])
    if (existsSync(join(root, path))) cpSync(join(root, path), join(copy, path), { recursive: true, filter: own });
  const core = join(copy, 'src', 'VelvetFold.Core');
  writeFileSync(
    join(core, 'Mutant.cs'),
    `namespace VelvetFold.Core;\n\ninternal static class Mutant\n{\n    private static readonly int Now = int.Parse(System.Environment.GetEnvironmentVariable("VELVET_MUTANT") ?? "0");\n\n    public static bool Is(int number) => number == Now;\n}\n`,
  );
  // Places are looked for in the text as it was, and changed from the end.
  for (const file of new Set(mutants.map((m) => m.file))) {
    const path = join(core, file);
    let text = readFileSync(path, 'utf8');
    const placed = mutants.filter((m) => m.file === file).map((m) => ({ ...m, at: placeOf(text, m) })).sort((a, b) => b.at - a.at);
    for (const { number, find, put, at } of placed)
      text = `${text.slice(0, at)}(global::VelvetFold.Core.Mutant.Is(${number}) ? (${put}) : (${find}))${text.slice(at + find.length)}`;
    writeFileSync(path, text);
  }
  const built = spawnSync(
    'dotnet',
    ['build', join(copy, 'tests', 'VelvetFold.Core.Tests'), '-c', 'Release', '-v', 'quiet', '--nologo', '-p:RunAnalyzers=false', '-p:TreatWarningsAsErrors=false', '-p:EnforceCodeStyleInBuild=false'],
    { encoding: 'utf8' },
  );
  if (built.status !== 0) throw new Error([...new Set(built.stdout.split('\n').filter((l) => l.includes(' error ')))].slice(0, 40).join('\n'));
}

const tests = join(copy, 'tests', 'VelvetFold.Core.Tests', 'bin', 'Release', 'net10.0', 'VelvetFold.Core.Tests');

// Which test failed first; null where all passed.
function run(number, filters, cases) {
  return new Promise((done, gone) => {
    const child = spawn(tests, [...filters, '-stoponfail'], { env: { ...process.env, VELVET_MUTANT: String(number), ...(cases ? { CsCheck_Iter: String(cases) } : {}) } });
    let said = '';
    child.stdout.on('data', (d) => (said += d));
    child.stderr.on('data', (d) => (said += d));
    let late = false;
    const clock = setTimeout(() => ((late = true), child.kill('SIGKILL')), limit);
    child.on('close', (code) => {
      clearTimeout(clock);
      const failed = /VelvetFold\.Core\.Tests\.(\S+?)(?:\(.*)? \[FAIL\]/.exec(said)?.[1];
      if (/Total: 0,/.test(said)) return done(null);
      // Tests that cannot be run at all have found nothing.
      if (!late && code !== 0 && !failed) return gone(new Error(said.slice(-400)));
      done(late ? 'it never ends' : code === 0 ? null : failed);
    });
  });
}

prepare();
const sound = await run(0, ['-class-', 'VelvetFold.Core.Tests.Cutting.CanonicalPlanTests'], 20);
if (sound) throw new Error(`without any fault: ${sound}`);
// Rooms whose tests stand in another's.
const nearest = { Kits: 'Layouts', Lines: 'Layouts', Stock: 'Fitting' };
const todo = mutants.filter((m) => !room || m.room === room);
for (const key of Object.keys(foundBy)) if (!mutants.some((m) => keyOf(m) === key)) delete foundBy[key];
// The surest first: what was found before takes a moment.
const left = todo.toSorted((a, b) => (keyOf(b) in foundBy) - (keyOf(a) in foundBy));
const missed = [];
const worker = async () => {
  for (let mutant; (mutant = left.shift()); ) {
    // The room's own tests first, then all that are quick, both with fewer cases by chance; only what they do not find meets all cases,
    // and the long tests, of plans for many numbers of kits.
    const slow = 'VelvetFold.Core.Tests.Cutting.CanonicalPlanTests';
    const near = ['-class-', slow, '-namespace', `VelvetFold.Core.Tests.${nearest[mutant.room] ?? mutant.room}`];
    const before = foundBy[keyOf(mutant)];
    let by = before ? await run(mutant.number, ['-method', `VelvetFold.Core.Tests.${before}`]) : null;
    by ??= await run(mutant.number, near, 20);
    by ??= await run(mutant.number, ['-class-', slow], 20);
    by ??= await run(mutant.number, near);
    if (['Cutting', 'Counting'].includes(mutant.room)) by ??= await run(mutant.number, ['-class', slow]);
    if (!by) missed.push(mutant);
    else if (/^[\w.]+$/.test(by)) foundBy[keyOf(mutant)] = by;
    writeFileSync(memory, `${JSON.stringify(Object.fromEntries(Object.entries(foundBy).sort()), null, 2)}\n`);
    console.log(`${by ? 'found ' : 'MISSED'} ${mutant.number} ${keyOf(mutant)}${by ? `  (${by})` : ''}`);
  }
};
await Promise.all(Array.from({ length: Math.max(1, Math.min(2, availableParallelism())) }, worker));
const found = todo.length - missed.length;
const unexplained = missed.filter((m) => !m.why);
console.log(`${found} of ${todo.length} found (${((100 * found) / todo.length).toFixed(1)} %); ${missed.length - unexplained.length} of the others explained`);
for (const m of missed) console.log(`  ${m.file}: ${m.find} -> ${m.put}: ${m.why ?? 'not explained'}`);
process.exitCode = found / todo.length >= 0.95 && unexplained.length === 0 ? 0 : 1;
