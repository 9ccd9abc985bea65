/**
 * Writes the demo job of trend, demo/gannet-house.json: a made-up crew of four over some weeks, with truths planted in
 * its log that trend has to find. Same output every time.
 */
import { writeFileSync } from 'node:fs';
import { canonicalJson } from '../src/core/formats/canonical';
import { jobFileSchema } from '../src/core/model/job';
import { jobFileProblems } from '../src/core/plan/invariants';
import { madeUpJob } from '../src/core/practice/crew';
import { PLANTED_CREW } from '../src/core/practice/planted-crew';

const file = madeUpJob(PLANTED_CREW);
const problems = jobFileProblems(jobFileSchema.parse(file));
if (problems.length) throw new Error(JSON.stringify(problems));
writeFileSync(new URL('../demo/gannet-house.json', import.meta.url), canonicalJson(file));
console.log(`${file.links.length} links, ${file.entries.length} entries`);
