import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { sha256 } from '@noble/hashes/sha2.js';
import { ed25519 } from '@noble/curves/ed25519.js';
import { bytesToHex, hexToBytes, utf8ToBytes } from '@noble/hashes/utils.js';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { foldLink } from '../log/state';
import { labelSays } from '../labels/printed';
import { planOfFile } from '../plan/invariants';
import { jobFileSchema, type JobFile } from '../model/job';
import { chainOf, rootWords } from './chain';
import { OPEN_KINDS, openPoints } from './open-points';
import { recordOf, recordSchema, type HandoverRecord } from './record';
import { seal } from './seal';
import { verify } from './verify';

const text = readFileSync(new URL('../../../demo/skerry-point.json', import.meta.url), 'utf8');
const file = (): JobFile => jobFileSchema.parse(JSON.parse(text));
const AT = '2026-05-08T16:00:00Z';
let record: HandoverRecord;
beforeAll(() => {
  record = recordOf(file(), AT);
});
const copy = () => structuredClone(record);

describe('the chain over a log', () => {
  it('is made with SHA-256 (FIPS 180-4, its example “abc”, from memory)', () => {
    expect(bytesToHex(sha256(utf8ToBytes('abc')))).toBe(
      'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
    );
  });
  it('stands for all before it: the same log has the same root, a longer one goes on from it', () => {
    const { job, entries } = file();
    const whole = chainOf(job.id, entries as never);
    const first = chainOf(job.id, entries.slice(0, 40) as never);
    expect(chainOf(job.id, file().entries as never)).toEqual(whole);
    expect(whole.hashes[39]).toBe(first.root);
    expect(whole.hashes.at(-1)).toBe(whole.root);
    expect(chainOf('another', entries as never).root).not.toBe(whole.root);
    expect(chainOf(job.id, [...entries].reverse() as never).root).not.toBe(whole.root);
    expect(rootWords(whole.root)).toMatch(/^([0-9a-f]{4} ){7}[0-9a-f]{4}$/);
  });
});

describe('a record', () => {
  it('has a schema of its own, and sums that are those of the fold', () => {
    expect(recordSchema.safeParse(JSON.parse(JSON.stringify(record))).success).toBe(true);
    const f = file();
    const terms = { policy: f.job.policy, parts: f.parts };
    const folded = f.links
      .filter((l) => !l.retired)
      .map((l) => foldLink(l, terms, f.entries.filter((e) => 'link' in e && e.link === l.id) as never));
    const passed = folded.filter((s) => s.head.state === 'proven' && s.tail.state === 'proven');
    expect(record.summary.pass).toBe(passed.length);
    expect(record.summary.links).toBe(folded.length);
    const { pass, provisional, fail, none, links } = record.summary;
    expect(pass + provisional + fail + none).toBe(links);
  });
  it('says of a pass what it does not rule out, and tells the story of what was not right at once', () => {
    const passes = record.links.filter((l) => l.result === 'pass');
    expect(passes.length).toBeGreaterThan(3);
    for (const l of passes) expect(l.notRuledOut.length, l.identifier).toBeGreaterThan(0);
    const told = record.links.filter((l) => l.story.length);
    expect(told.length).toBeGreaterThan(0);
    for (const l of told) expect(l.story.map((s) => s.at)).toEqual([...l.story.map((s) => s.at)].sort());
  });
  it('is no pass of a link whose end was refused by eye after it read good', () => {
    const f = file();
    const good = record.links.find((l) => l.result === 'pass')!;
    f.entries.push({ id: 'zz', job: f.job.id, link: good.id, end: 'tail', kind: 'rejected', at: '2027-01-01T00:00:00Z', by: 'una', data: { reason: 'plate loose' } } as never); // prettier-ignore
    const again = recordOf(f, AT);
    expect(again.links.find((l) => l.id === good.id)!.result).toBe('fail');
    expect(again.summary.pass).toBe(record.summary.pass - 1);
  });
  it('lists what is open, the gravest first', () => {
    const kinds = record.open.map((o) => OPEN_KINDS.indexOf(o.kind));
    expect(kinds).toEqual([...kinds].sort((a, b) => a - b));
    expect(record.open.some((o) => o.kind === 'not-made')).toBe(true);
    // Labels are asked for once any were printed, and told again where the link was renamed since.
    const f = file();
    const link = f.links[0]!;
    const label = { link: link.id, spot: 'panel', says: labelSays({ large: `${link.label}X`, small: [] }) };
    f.entries.push({ id: 'zz', job: f.job.id, kind: 'labelled', at: '2027-01-01T00:00:00Z', by: 'una', data: { labels: [label] } } as never); // prettier-ignore
    const open = recordOf(f, AT).open.filter((o) => o.kind === 'unlabelled');
    expect(record.open.some((o) => o.kind === 'unlabelled')).toBe(false);
    expect(open).toHaveLength(f.links.filter((l) => !l.retired).length);
    expect(open.find((o) => o.link === link.id)!.says).toBe('says something else since: panel port');
    // A sweep that misses is told though the link is proven by what was asked of it.
    const swept = (margin: number) => {
      const worst = [{ parameter: 'NEXT', far: false, pairs: '36-45', mhz: 250, db: 30, margin }];
      const data = { category: '6', configured: 'permanent-link', near: 'head', file: 's.csv', whole: true, pass: margin >= 0, worst, lines: [] }; // prettier-ignore
      const entries = [...file().entries, { id: 'zz', job: f.job.id, link: link.id, kind: 'swept', at: '2027-01-01T00:00:00Z', by: 'una', data }]; // prettier-ignore
      return recordOf({ ...file(), entries } as never, AT).open.filter((o) => o.kind === 'sweep-misses');
    };
    expect(swept(-1.2).map((o) => o.link)).toEqual([link.id]);
    expect(swept(-1.2)[0]!.says).toContain('NEXT of 36-45 misses its limit by 1.2 dB');
    expect(swept(0)).toEqual([]);
    // An end that was refused is told by why, though its last reading was good.
    const good = record.links.find((l) => l.result === 'pass')!;
    const refused = { id: 'zz', job: f.job.id, link: good.id, end: 'tail', kind: 'rejected', at: '2027-01-01T00:00:00Z', by: 'una', data: { reason: 'plate loose' } }; // prettier-ignore
    const told = recordOf({ ...file(), entries: [...file().entries, refused] } as never, AT).open;
    expect(told.find((o) => o.link === good.id && o.kind === 'failed')!.says).toContain(
      'refused: plate loose',
    );
    // One that is exchanged, by what the other is called.
    const other = f.links.find((l) => l.id !== good.id)!;
    const renamed = f.links.map((l) => (l === other ? { ...l, label: 'X-99' } : l));
    const exchanged = { id: 'zz', job: f.job.id, link: good.id, kind: 'exchanged', at: '2027-01-01T00:00:00Z', by: 'una', data: { with: other.id, remote: 2 } }; // prettier-ignore
    const swapped = recordOf({ ...file(), links: renamed, entries: [...file().entries, exchanged] } as never, AT).open; // prettier-ignore
    expect(swapped.find((o) => o.link === good.id && o.kind === 'failed')!.says).toContain(
      'exchanged with X-99',
    );
    expect(openPoints({ ...planOfFile(file()), links: [] }, () => null as never)).toEqual([]);
  });
});

describe('a check', () => {
  it('passes what was handed over, against the root off the paper, in any letters and blanks', () => {
    expect(verify(copy())).toMatchObject({ ok: true, sure: false });
    expect(verify(copy(), rootWords(record.log.root).toUpperCase())).toMatchObject({ ok: true, sure: true });
    expect(verify(file(), record.log.root)).toMatchObject({ ok: true, sure: true });
    expect(verify(copy(), 'abcd')).toMatchObject({ ok: false, sure: false });
    expect(verify(copy(), '0'.repeat(64))).toMatchObject({ ok: false, sure: true });
    expect(verify({ format: 'x' }).ok).toBe(false);
    expect(verify(null).ok).toBe(false);
  });
  it('tells a log that went on since from one that was changed', () => {
    const { job, entries } = file();
    const root = chainOf(job.id, entries.slice(0, -3) as never).root;
    const went = verify(file(), root);
    expect(went).toMatchObject({ ok: true, sure: true });
    expect(went.says[0]).toContain('3 came later');
  });
  it('names the entry that differs, whichever it is and whatever of it was changed', () => {
    fc.assert(
      fc.property(fc.nat({ max: record.log.count - 1 }), fc.constantFrom('at', 'by', 'data', 'gone', 'added'), (i, what) => {
        const bad = copy();
        const entry = bad.file.entries[i]! as unknown as Record<string, unknown>;
        if (what === 'at') entry['at'] = '2026-05-04T00:00:01Z';
        else if (what === 'by') entry['by'] = 'somebody';
        else if (what === 'data') bad.file.entries[i] = { ...bad.file.entries[i]!, id: `${String(entry['id'])}x` } as never;
        else if (what === 'gone') bad.file.entries.splice(i, 1);
        else bad.file.entries.splice(i, 0, { ...bad.file.entries[i]!, id: 'put-in' } as never);
        const { ok, says } = verify(bad);
        expect(ok).toBe(false);
        if (what !== 'gone' || i < record.log.count - 1) expect(says[0]).toMatch(new RegExp(`Entry ${i + 1} of|is not whole`));
      }),
      { numRuns: 40 },
    );
  }); // prettier-ignore
  it('finds what the record says and its log does not: a result, a sum, an open point', () => {
    const changes: [string, (r: HandoverRecord) => void][] = [
      ['links', (r) => (r.links.find((l) => l.result !== 'pass')!.result = 'pass')],
      ['links', (r) => (r.links[0]!.lengthMetres = 3)],
      ['summary', (r) => r.summary.pass++],
      ['open points', (r) => r.open.pop()],
      ['log', (r) => r.log.hashes.pop()],
      ['root', (r) => (r.log.root = r.log.root.replace(/^./, (c) => (c === '0' ? '1' : '0')))],
    ];
    for (const [name, change] of changes) {
      const bad = copy();
      change(bad);
      expect(verify(bad).ok, name).toBe(false);
    }
  });
});

describe('a record of an earlier version', () => {
  const stored = (name: string): HandoverRecord =>
    JSON.parse(gunzipSync(readFileSync(new URL(`../../../tests/fixtures/records/${name}.json.gz`, import.meta.url))).toString()) as HandoverRecord; // prettier-ignore
  const RULED = ['0.11.0', '0.12.0', '0.13.0'];
  it.each([
    ...RULED,
    '0.14.0',
    '0.15.0',
    '0.15.1',
    '0.16.0',
    '0.17.0',
    '0.18.0',
    '0.19.0',
    '0.20.0',
    '0.21.0',
    '0.22.0',
  ])('is not told as altered for the words of this one: %s', (version) => {
    const old = stored(`plain-${version}`);
    const told = verify(old, old.log.root);
    expect([told.ok, told.sure, told.says[0]]).toEqual([true, true, 'This is what was handed over.']);
    if (version < '0.13') {
      expect(told.says[1]).toMatch(
        /^It was made by a version before 0\.14: its results are those of its log/,
      );
      expect(told.says.join(' ')).toContain('pulled anew”, its log “');
    }
    if (version === '0.14.0')
      expect(told.says[1]).toBe(
        'It was made by version 0.14.0: its results are those of its log, and 3 sentences are worded otherwise by this version.',
      );
  });
  it.each(RULED)('is held by its log where the rules are stricter now: %s', (version) => {
    const old = stored(`ruled-${version}`);
    expect(old.links.find((l) => l.id === 'K1-02')!.result).toBe('pass');
    const told = verify(old, old.log.root);
    expect([told.ok, told.sure, told.says[0]]).toEqual([false, false, 'This is what was handed over.']);
    expect(told.says.join(' ')).toContain('Of K1-02, result: the record says “pass”, its log “provisional”.');
    expect(verify(old, '0'.repeat(64))).toMatchObject({ ok: false, sure: true });
  });
  it('does not pass what was changed in it: a result, an open point, a link taken out', () => {
    for (const change of [
      (r: HandoverRecord) => void (r.links.find((l) => l.result === 'pass')!.result = 'fail'),
      (r: HandoverRecord) => void r.open.pop(),
      (r: HandoverRecord) => void r.links.pop(),
    ]) {
      const bad = stored('plain-0.13.0');
      change(bad);
      expect(verify(bad, bad.log.root)).toMatchObject({ ok: false, sure: false });
    }
  });
  it('shows a sentence that is not that of its log, whatever version it says it was made by', () => {
    for (const madeBy of [undefined, '0.13.0']) {
      const bad = { ...copy(), madeBy };
      if (madeBy === undefined) delete bad.madeBy;
      const link = bad.links.find((l) => l.notRuledOut.length)!;
      link.notRuledOut.pop();
      const told = verify(bad, bad.log.root);
      expect(told.ok).toBe(true);
      expect(told.says.join(' ')).toMatch(
        new RegExp(`Of ${link.identifier}, not ruled out: the record says “nothing”`),
      );
    }
    const mine = copy();
    mine.links.find((l) => l.notRuledOut.length)!.notRuledOut.pop();
    expect(verify(mine, mine.log.root)).toMatchObject({ ok: false, sure: true });
  });
  it('of a later version that cannot be read says which one can', () => {
    const told = verify({ ...copy(), madeBy: '9.1.0', more: 1 });
    expect(told).toMatchObject({ ok: false, sure: true });
    expect(told.says[0]).toMatch(/It was made by version 9\.1\.0, and this is .+: check it with that one\.$/);
  });
});

describe('a seal', () => {
  // RFC 8032, section 7.1, tests 1 and 2, from memory.
  it.each([
    ['9d61b19deffd5a60ba844af492ec2cc44449c5697b326919703bac031cae7f60', 'd75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a', '', 'e5564300c360ac729086e2cc806e828a84877f1eb8e5d974d873e065224901555fb8821590a33bacc61e39701cf9b46bd25bf5f0595bbe24655141438e7a100b'],
    ['4ccd089b28ff96da9db6c346ec114e0f5b8a319f35aba624da8cf6ed4fb8a6fb', '3d4017c3e843895a92b70aa74d1b7ebc9c982ccf2ec4968cc0cd55f12af4660c', '72', '92a009a9f0d4cab8720e820b5f642540a2b27b5416503f8fb3762223ebdb69da085ac1e43e15996e458f3613d0f11d8c387b2eaeb4302aeeb00d291612bb0c00'],
  ])('is Ed25519 as the RFC has it: %#', (secret, key, message, signature) => {
    expect(bytesToHex(ed25519.getPublicKey(hexToBytes(secret)))).toBe(key);
    expect(bytesToHex(ed25519.sign(hexToBytes(message), hexToBytes(secret)))).toBe(signature);
  }); // prettier-ignore
  const SECRET = '4ccd089b28ff96da9db6c346ec114e0f5b8a319f35aba624da8cf6ed4fb8a6fb';
  const sealedFile = () => {
    const f = file();
    const { count, root } = chainOf(f.job.id, f.entries as never);
    const data = { count, root, revision: 0, open: 0, client: 'Harbour board', refused: [], seal: seal(SECRET, { job: f.job.id, count, root }) }; // prettier-ignore
    f.entries.push({ id: '00000000-0000-4000-8000-00000000000a', job: f.job.id, at: '2027-01-01T00:00:00Z', by: 'una', kind: 'handed-over', data } as never); // prettier-ignore
    return f;
  };
  it('is told with its key where it holds, over the log as it was when it was sealed', () => {
    const told = verify(sealedFile());
    expect(told.ok).toBe(true);
    expect(told.says.join(' ')).toContain('by the key 3d40 17c3 e843 895a');
    const later = sealedFile();
    later.entries.push({ ...later.entries[0]!, id: '00000000-0000-4000-8000-00000000000b' });
    expect(verify(later).ok).toBe(true);
  });
  it('does not hold over a log, a root or a key that was changed', () => {
    for (const change of [
      (f: JobFile) => void (f.entries[3] = { ...f.entries[3]!, by: 'una2' }),
      (f: JobFile) => void ((f.entries.at(-1)!.data as { count: number }).count -= 1),
      (f: JobFile) => void ((f.entries.at(-1)!.data as { seal: { key: string } }).seal.key = '0'.repeat(64)),
      (f: JobFile) => void (f.job.id = 'another'),
    ]) {
      const f = sealedFile();
      change(f);
      const told = verify(f);
      expect([told.ok, told.says[0]]).toEqual([false, expect.stringContaining('does not hold')]);
    }
  });
});
