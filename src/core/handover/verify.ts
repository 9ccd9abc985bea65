import { jobFileSchema, type JobFile } from '../model/job';
import type { LogEntry } from '../model/entry';
import { chainOf, rootTyped, type Chain } from './chain';
import { recordOf, recordSchema, type HandoverRecord } from './record';
import { picturesHold } from './pictures';
import { keyWords, sealHolds } from './seal';
import { toldOtherwise, type ToldOtherwise } from './told-otherwise';
import { VERSION } from '../version';

/** What became of a check. `sure` is false where nothing outside the file was held against it. */
export interface Verified {
  ok: boolean;
  sure: boolean;
  says: string[];
  /** The root of the log in the file. */
  root?: string;
  count?: number;
}

/** What such a check proves, and what it does not. */
export const WHAT_IT_PROVES = [
  'That nothing in the log was changed, taken out or put in since the root was written down: one changed letter changes it.',
  'A seal shows that the handover was made where that key is kept: only a key you have from the site itself says which site.',
  'It does not prove that what was logged is true, nor who logged it, nor when: the root is only as good as the place you have it from. Compare it with the one on the signed paper.',
] as const;

/**
 * Checks a record or a job's file: the chain over its log, each hash against its entry, what the record says against
 * what the log says, and the root against one that was written down elsewhere, in full or its first eight groups. A log
 * that went on since is told from one that was changed. Of a package its pictures are held against the sums in its log.
 *
 * @example
 * verify(JSON.parse(text), '9f2c 01aa …').ok
 */
export function verify(body: unknown, typed = '', photos?: ReadonlyMap<string, Uint8Array>): Verified {
  const no = (...says: string[]): Verified => ({ ok: false, sure: true, says });
  const format = (body as { format?: unknown } | null)?.format;
  if (format === 'gauntlet/record@1') {
    const parsed = recordSchema.safeParse(body);
    const madeBy = (body as { madeBy?: unknown }).madeBy;
    if (!parsed.success) {
      const { path, message } = parsed.error.issues[0]!;
      const by = typeof madeBy === 'string' && madeBy !== VERSION ? ` It was made by version ${madeBy.slice(0, 40)}, and this is ${VERSION}: check it with that one.` : ''; // prettier-ignore
      return no(`This record is not whole: ${path.join('.')} ${message}.${by}`);
    }
    return verifyRecord(parsed.data, typed);
  }
  if (format === 'gauntlet/job@1') {
    const parsed = jobFileSchema.safeParse(body);
    if (!parsed.success) return no(`This job file is not whole: ${parsed.error.issues[0]!.path.join('.')} ${parsed.error.issues[0]!.message}.`); // prettier-ignore
    const result = against(parsed.data, typed);
    const pictures = photos && result.ok ? picturesHold(parsed.data, photos) : null;
    if (!pictures) return result;
    if (!pictures.ok) return { ...result, ok: false, sure: true, says: pictures.says };
    return { ...result, says: [...result.says, ...pictures.says] };
  }
  return no('This is neither a record nor a job of Gauntlet.');
}

function verifyRecord(record: HandoverRecord, typed: string): Verified {
  const { file, log } = record;
  const now = chainOf(file.job.id, file.entries as LogEntry[]);
  const at = now.hashes.findIndex((h, i) => h !== log.hashes[i]);
  if (at >= 0 || now.count !== log.count || log.hashes.length !== log.count) {
    const entry = file.entries[at] as LogEntry | undefined;
    return {
      ok: false,
      sure: true,
      says: [
        entry
          ? `Entry ${at + 1} of ${log.count} is not what was handed over: ${entry.kind} of ${entry.at} (${entry.id}), or one was taken out or put in before it.`
          : `The log has ${now.count} entries, and ${log.count} were handed over.`,
      ],
      root: now.root,
      count: now.count,
    };
  }
  if (now.root !== log.root) return { ok: false, sure: true, says: ['The root in the record is not the root of its log.'], root: now.root, count: now.count }; // prettier-ignore
  const { facts, sentences } = toldOtherwise(record, recordOf(file, record.madeAt));
  const told = { root: now.root, count: now.count };
  if (record.madeBy === VERSION) {
    const [first] = [...facts, ...sentences];
    if (first) return { ok: false, sure: true, says: [`What the record says is not what its log says. ${otherwise(first)}`], ...told }; // prettier-ignore
    return against(file, typed);
  }
  const result = against(file, typed);
  if (!result.ok || (!facts.length && !sentences.length)) return result;
  const by = record.madeBy ? `version ${record.madeBy}` : 'a version before 0.14';
  const held = rootTyped(typed) ? result.says : ['The log in this record agrees with itself.'];
  if (facts.length)
    return {
      ...result,
      ok: false,
      sure: false,
      says: [
        ...held,
        `The record was made by ${by}, and ${facts.length === 1 ? 'one thing' : `${facts.length} things`} in it come out otherwise by the rules of this version, ${VERSION}: the rules are stricter now, or somebody changed the record. Go by its log.`,
        ...facts.slice(0, MOST_SHOWN).map(otherwise),
      ],
    };
  return {
    ...result,
    says: [
      ...result.says,
      `It was made by ${by}: its results are those of its log, and ${sentences.length === 1 ? 'one sentence is' : `${sentences.length} sentences are`} worded otherwise by this version.`,
      ...sentences.slice(0, MOST_SHOWN).map(otherwise),
    ],
  };
}

/** Most differences that are shown of a record. */
const MOST_SHOWN = 5;
const otherwise = ({ of, record, log }: ToldOtherwise): string =>
  `Of ${of}: the record says “${record}”, its log “${log}”.`;

/** What the seals in a log say: each has to hold over the log as it was then. A broken one is a file that was changed. */
function sealsOf(file: JobFile, hashes: readonly string[]): { ok: boolean; says: string[] } {
  const says: string[] = [];
  for (const e of file.entries as LogEntry[]) {
    if (e.kind !== 'handed-over' || !e.data.seal) continue;
    const { count, root, seal } = e.data;
    const sealed = { job: file.job.id, count, root };
    if (!sealHolds(seal, sealed) || (hashes[count - 1] ?? root) !== root)
      return { ok: false, says: [`The seal of the handover of ${e.at} does not hold: the log under it, or the seal, was changed.`] }; // prettier-ignore
    says.push(
      `Sealed on ${e.at.slice(0, 10)} by the key ${keyWords(seal.key)}: compare it with the one you have from the site.`,
    );
  }
  return { ok: true, says };
}

/** Fewest digits of a root that are compared: its first eight groups of four. */
const FEWEST_DIGITS = 32;

function against(file: JobFile, typed: string): Verified {
  const chain = chainOf(file.job.id, file.entries as LogEntry[]);
  const wanted = rootTyped(typed);
  const told = { root: chain.root, count: chain.count };
  const seals = sealsOf(file, chain.hashes);
  if (!seals.ok) return { ok: false, sure: true, says: seals.says, ...told };
  const result = byRoot(chain, wanted);
  return { ...result, says: [...result.says, ...seals.says], ...told };
}

/** What the root that was typed says of a chain. */
function byRoot(chain: Chain, wanted: string): Verified {
  if (!wanted)
    return {
      ok: true,
      sure: false,
      says: ['The file agrees with itself. Compare its root with the one on the signed paper: without that nothing is proven.'],
    }; // prettier-ignore
  if (wanted.length < FEWEST_DIGITS) return { ok: false, sure: false, says: [`Type at least the first ${FEWEST_DIGITS} digits of the root.`] }; // prettier-ignore
  if (chain.root.startsWith(wanted)) return { ok: true, sure: true, says: ['This is what was handed over.'] }; // prettier-ignore
  const before = chain.hashes.findIndex((h) => h.startsWith(wanted));
  if (before >= 0)
    return { ok: true, sure: true, says: [`The first ${before + 1} entries are what was handed over; ${chain.count - before - 1} came later.`] }; // prettier-ignore
  return { ok: false, sure: true, says: ['This is not what was handed over: no part of its log has that root.'] }; // prettier-ignore
}
