import { ed25519 } from '@noble/curves/ed25519.js';
import { bytesToHex, hexToBytes, utf8ToBytes } from '@noble/hashes/utils.js';
import type { JobEntryOf } from '../model/entry';

/** A signature over the root of a handover (Ed25519, RFC 8032), and the key that it is held against, both as hex. */
export type Seal = NonNullable<JobEntryOf<'handed-over'>['data']['seal']>;

/** What is sealed: of which job, over how many entries, with which root. */
export interface Sealed {
  job: string;
  count: number;
  root: string;
}

const wordsOf = ({ job, count, root }: Sealed): Uint8Array =>
  utf8ToBytes(`gauntlet/handover@1\n${job}\n${count}\n${root}`);

/** Seals a root with a secret key of 32 bytes as hex. */
export const seal = (secret: string, sealed: Sealed): Seal => ({
  key: bytesToHex(ed25519.getPublicKey(hexToBytes(secret))),
  signature: bytesToHex(ed25519.sign(wordsOf(sealed), hexToBytes(secret))),
});

/** Whether a seal is the one its key makes over just this. */
export function sealHolds({ key, signature }: Seal, sealed: Sealed): boolean {
  try {
    return ed25519.verify(hexToBytes(signature), wordsOf(sealed), hexToBytes(key));
  } catch {
    // No point of the curve: a key that nobody made.
    return false;
  }
}

/** A key as people compare it: its first sixteen digits in groups of four. */
export const keyWords = (key: string): string => (key.slice(0, 16).match(/.{4}/g) ?? []).join(' ');
