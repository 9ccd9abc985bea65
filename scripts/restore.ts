/** Puts a backup in the place of the database: `bin/restore FILE [--yes]`. What was there is kept beside it. */
import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { holdFile } from '../src/lib/server/db/hold';
import { verified } from './backup/verified';

const [from] = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const file = process.env.GAUNTLET_DB || 'data/gauntlet.db';
const fail = (sentence: string): never => {
  console.error(sentence);
  process.exit(1);
};
if (!from || !existsSync(from))
  fail(from ? `There is no file ${from}.` : 'Say which backup: bin/restore FILE.');
let letGo = () => {};
try {
  letGo = holdFile(file);
} catch {
  fail(`A server holds ${file}: stop it first.`);
}
const found = await verified(from!);
if (!found.ok) fail(`${from}: ${found.message}`);
console.log(`${from}: ${found.message}`);
if (existsSync(file) && !process.argv.includes('--yes')) {
  const ask = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await ask.question(
    `Put it in the place of ${file}? What is there is kept beside it. Type yes: `,
  );
  ask.close();
  if (answer.trim() !== 'yes') fail('Nothing was changed.');
}
mkdirSync(dirname(file), { recursive: true });
const half = `${file}.restoring`;
copyFileSync(from!, half);
if (existsSync(file)) {
  const kept = `${file}.before-${new Date().toISOString().slice(0, 19).replace(/:/g, '')}`;
  // The log beside it belongs to the old file.
  for (const end of ['', '-wal', '-shm']) if (existsSync(file + end)) renameSync(file + end, kept + end);
  console.log(`What was there is kept as ${kept}.`);
}
for (const end of ['-wal', '-shm']) rmSync(file + end, { force: true });
renameSync(half, file);
letGo();
console.log(
  `${file} is in place: start the server. Devices send it again what they logged in the last two weeks and it lacks.`,
);
