/** Says whether a record, a job's file or a package is what was handed over: `bin/verify FILE ["ROOT OFF THE PAPER"]`. */
import { readFileSync } from 'node:fs';
import { rootWords } from '../src/core/handover/chain';
import { verify, WHAT_IT_PROVES } from '../src/core/handover/verify';
import { readToVerify, type ToVerify } from '../src/lib/handover/read-package';

const [file, root = ''] = process.argv.slice(2);
if (!file) {
  console.error('Name the file: bin/verify FILE ["ROOT OFF THE PAPER"]');
  process.exit(2);
}
let read: ToVerify;
try {
  read = readToVerify(readFileSync(file));
} catch (error) {
  console.error(
    `${file} cannot be read as a record or a job: ${error instanceof Error ? error.message : ''}`,
  );
  process.exit(2);
}
const { ok, sure, says, root: found, count } = verify(read.body, root, read.photos);
for (const s of says) console.log(s);
if (found) console.log(`Root of its ${count} entries: ${rootWords(found)}`);
for (const s of WHAT_IT_PROVES) console.log(s);
process.exit(ok ? (sure ? 0 : 3) : 1);
