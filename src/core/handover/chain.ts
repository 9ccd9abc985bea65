import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, concatBytes, utf8ToBytes } from '@noble/hashes/utils.js';
import { canonicalJson } from '../formats/canonical';
import type { LogEntry } from '../model/entry';

/** A log as a chain of hashes: each is made of the one before it and of its entry, so that no entry can be changed alone. */
export interface Chain {
  count: number;
  /** The last hash: it stands for all of the log up to there. */
  root: string;
  /** The hash after each entry, in order. */
  hashes: string[];
}

/** What the chain of a job begins with: two jobs never share one. */
const startOf = (job: string): Uint8Array => sha256(utf8ToBytes(`gauntlet/record@1\n${job}`));

/**
 * The chain over a log in the order in which it is kept (SHA-256, FIPS 180-4), each entry as canonical JSON.
 *
 * @example
 * chainOf('harbour', file.entries).root // '9f2c…': the same for the same log, whoever computes it
 */
export function chainOf(job: string, entries: readonly LogEntry[]): Chain {
  let last = startOf(job);
  const hashes = entries.map((e) => {
    last = sha256(concatBytes(last, utf8ToBytes(canonicalJson(e))));
    return bytesToHex(last);
  });
  return { count: entries.length, root: bytesToHex(last), hashes };
}

/** A root as people read it aloud and compare it: groups of four, the first eight of them. */
export const rootWords = (root: string): string => (root.slice(0, 32).match(/.{4}/g) ?? []).join(' ');
/** A root as somebody typed it off paper: without blanks, in small letters. */
export const rootTyped = (text: string): string => text.replace(/[^0-9a-f]/gi, '').toLowerCase();
