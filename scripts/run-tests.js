/** Runs every check and adds their counts up into one closing line. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const dir = mkdtempSync(join(tmpdir(), 'gauntlet-test-'));
let passed = 0;
let failed = 0;
const run = (name, args, env = {}) => {
  console.log(`\n== ${name}`);
  return (
    spawnSync('npx', ['--no-install', ...args], { stdio: 'inherit', env: { ...process.env, ...env } })
      .status === 0
  );
};
/** Counts what a runner reported; a runner that ended without a report counts as one failure. */
const counted = (ok, file, count) => {
  try {
    const [p, f] = count(JSON.parse(readFileSync(join(dir, file), 'utf8')));
    passed += p;
    failed += f || (ok ? 0 : 1);
  } catch {
    failed++;
  }
};

/** Runs a command; what it says is shown in one piece, as another runs beside it. Gives whether it went well. */
const aside = (name, command, args) =>
  new Promise((done) => {
    const said = [];
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
    child.stdout.on('data', (piece) => said.push(piece));
    child.stderr.on('data', (piece) => said.push(piece));
    child.on('error', (error) => said.push(Buffer.from(`${error.message}\n`)));
    child.on('close', (code) => {
      console.log(`\n== ${name}`);
      process.stdout.write(Buffer.concat(said));
      done(code === 0);
    });
  });
/** One check of the sources. */
const single = async (name, args) => {
  if (await aside(name, 'npx', ['--no-install', ...args])) passed++;
  else failed++;
};
/** How the tests end, whatever came of them. */
const end = () => {
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exit(failed ? 1 : 0);
};

const types = async () => {
  await single('types', ['svelte-check', '--tsconfig', './tsconfig.json', '--threshold', 'warning', '--output', 'human']); // prettier-ignore
};
const others = async () => {
  await single('lint', ['eslint', '.']);
  await single('format', ['prettier', '--check', '.', '--log-level', 'warn']);
  await single('core types', ['tsc', '-p', 'src/core']);
};
await single('kit types', ['svelte-kit', 'sync']);
// Compiling waits for one core most of the time, and the checks for none of what it makes.
const [ready] = await Promise.all([aside('made ready', 'bin/test-ready', []), types(), others()]);
if (!ready) {
  failed++;
  end();
}
counted(
  run('unit', [
    'vitest',
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${join(dir, 'unit.json')}`,
  ]),
  'unit.json',
  (r) => [r.numPassedTests, r.numFailedTests + r.numFailedTestSuites * Number(r.numFailedTests === 0)],
);
/** What went wrong in the browser, said again at the end, where whoever reads a long report looks. */
const troubles = [];
/** How long each browser test took: where to begin when the whole takes too long. */
const took = [];
const hear = (suite, titles) => {
  for (const inner of suite.suites ?? []) hear(inner, [...titles, inner.title]);
  for (const { title, tests } of suite.specs ?? [])
    for (const { status, projectName, results } of tests) {
      const ms = results.reduce((sum, r) => sum + r.duration, 0);
      took.push({ ms, what: `[${projectName}] ${[...titles, title].join(' › ')}` });
      if (status !== 'unexpected' && status !== 'flaky') continue;
      const said = results.flatMap((r) => r.errors.map((e) => e.message)).join('\n');
      const what = status === 'flaky' ? 'passed at the second try only' : 'failed';
      troubles.push(`[${projectName}] ${[...titles, title].join(' › ')}: ${what}\n${said}`);
    }
};
counted(
  // Once more where one failed, on a machine that may have stood still: what is broken fails twice, and both are told.
  run('browser', ['playwright', 'test', '--retries=1'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: join(dir, 'e2e.json'),
    GAUNTLET_DB: join(dir, 'test.db'),
  }),
  'e2e.json',
  (r) => {
    hear(r, []);
    return [r.stats.expected + r.stats.flaky, r.stats.unexpected];
  },
);
took.sort((a, b) => b.ms - a.ms);
console.log('\nSlowest in the browser:');
for (const { ms, what } of took.slice(0, 12)) console.log(`${Math.round(ms / 1000)} s  ${what}`);
for (const trouble of troubles) console.log(`\n${trouble}`);
rmSync(dir, { recursive: true, force: true });
end();
