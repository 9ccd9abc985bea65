import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import type { Entry, EntryKind } from '../model/entry';
import { jobFileSchema, type Link } from '../model/job';
import { wantsRemote } from '../log/next';
import { foldLink } from '../log/state';
import { ENDS } from '../wiring/conductors';
import { exchangedBackEntries, exchangedEntries, joinedEntries, namedJoinedEntries, partedEntries } from './answered'; // prettier-ignore

const file = jobFileSchema.parse(demo);
const terms = { policy: { ...file.job.policy, leadHours: undefined }, parts: [] };
const links = ['K1-01', 'K1-02', 'K1-03'].map((id): Link => {
  const { lengthMetres: _, ...link } = file.links.find((l) => l.id === id)!;
  return { ...link, evidence: 'wiremap' };
});
const remoteOf = (i: number) => i + 1;

/*
 * Cables that run from ports to outlets, crossed, joined and changed without a word, and what rounds and single readings
 * log of them. Whoever reads a link alone by a remote without a number sees neither a joint nor another's claim to its
 * outlet: once that was told, it is never proven until it is so no more.
 */
const link = fc.nat(2);
const happening = fc.oneof(
  { weight: 4, arbitrary: fc.record({ did: fc.constant('round' as const), ports: fc.uniqueArray(link, { minLength: 1 }), put: fc.uniqueArray(link, { minLength: 1 }), known: fc.boolean() }) }, // prettier-ignore
  { weight: 4, arbitrary: fc.record({ did: fc.constant('read' as const), at: link }) },
  fc.record({ did: fc.constant('exchange' as const), at: link, with: link, really: fc.boolean(), said: fc.boolean() }), // prettier-ignore
  fc.record({ did: fc.constant('redo' as const), at: link, parts: fc.boolean() }),
  fc.record({ did: fc.constant('join' as const), at: link, with: link, traced: fc.boolean(), known: fc.boolean() }), // prettier-ignore
  fc.record({ did: fc.constant('name' as const), at: link }),
  fc.record({ did: fc.constant('trace' as const), put: fc.uniqueArray(link, { minLength: 1 }) }),
);
type Happening = typeof happening extends fc.Arbitrary<infer T> ? T : never;

/** What is logged of what happened, and of each link whether it is right and, where not, whether anything has shown that. */
function lived(happenings: readonly Happening[]) {
  const entries: Entry[] = [];
  const cableAt = [0, 1, 2];
  let joined: [number, number] | null = null;
  const shown = [false, false, false];
  const isIn = (i: number) => joined?.includes(i) ?? false;
  const right = (i: number) => cableAt[i] === i && !isIn(cableAt[i]!);
  /** Outlets that a port is connected to. */
  const reaches = (i: number) => (isIn(cableAt[i]!) ? [...joined!] : [cableAt[i]!]);
  const add = (of: { link: string; kind: EntryKind; data: object; end?: 'head' | 'tail' | undefined }) => {
    const n = entries.length;
    entries.push({ job: 'j', id: `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`, at: new Date(Date.UTC(2026, 10, 4, 9, 7 * n)).toISOString(), by: 'bo', device: 'd', written: n + 1, ...of } as Entry); // prettier-ignore
  };
  const work = (i: number) => add({ link: links[i]!.id, kind: 'redone', end: 'head', data: { action: 'redo', connector: 'patch-panel', scheme: 'T568B' } }); // prettier-ignore
  const read = (i: number, answers: boolean, more: object = {}) => {
    if (!answers) shown[i] = true;
    add({ link: links[i]!.id, kind: 'reading', data: { reading: { evidence: 'wiremap', walk: answers ? '12345678' : '--------', splits: [] }, ...more } }); // prettier-ignore
  };
  for (const i of [0, 1, 2])
    for (const end of ENDS)
      add({ link: links[i]!.id, kind: 'seated', end, data: { connector: end === 'head' ? 'patch-panel' : 'punch-down-jack', scheme: 'T568B' } }); // prettier-ignore
  const statusOf = (i: number) => foldLink(links[i]!, terms, entries.filter((e) => 'link' in e && e.link === links[i]!.id)); // prettier-ignore
  for (const h of happenings)
    switch (h.did) {
      case 'round':
        for (const i of h.ports.filter((p) => h.put.includes(p))) {
          const answered = reaches(i).filter((o) => h.put.includes(o));
          const [first, second] = answered;
          if (second !== undefined) {
            const other = first === i ? second : first!;
            // Two that answer, neither of them its own, are told as the first of them.
            const told = answered.includes(i)
              ? joinedEntries({ link: links[i]!, remote: remoteOf(i) }, h.known ? { link: links[other]!, remote: remoteOf(other) } : null) // prettier-ignore
              : exchangedEntries(links[i]!.id, links[other]!.id, remoteOf(other));
            told.forEach(add);
            shown[i] = true;
            if (h.known || !answered.includes(i)) shown[other] = true;
          } else if (first !== undefined && first !== i) {
            exchangedEntries(links[i]!.id, links[first]!.id, remoteOf(first)).forEach(add);
            shown[i] = true;
            if (!right(first)) shown[first] = true;
          } else {
            const before = statusOf(i).joined?.with ?? [];
            const silent = before.filter((l) => h.put.some((p) => links[p]!.id === l));
            read(i, first === i, { remote: remoteOf(i), ...(silent.length ? { silent } : {}) });
          }
        }
        break;
      case 'read':
        read(h.at, reaches(h.at).includes(h.at));
        break;
      case 'exchange':
        if (h.at === h.with) break;
        if (h.really) {
          [cableAt[h.at], cableAt[h.with]] = [cableAt[h.with]!, cableAt[h.at]!];
          shown[h.at] = shown[h.with] = false;
        }
        if (h.said || !h.really) [h.at, h.with].forEach(work);
        break;
      case 'redo':
        if (h.parts && isIn(cableAt[h.at]!)) joined = null;
        work(h.at);
        break;
      case 'join':
        if (h.at === h.with || joined) break;
        joined = [h.at, h.with];
        for (const i of [0, 1, 2]) if (isIn(cableAt[i]!)) shown[i] = false;
        if (h.traced && [h.at, h.with].every((i) => cableAt[i] === i))
          for (const [i, other] of [joined, [...joined].reverse()] as [number, number][]) {
            add({ link: links[i]!.id, kind: 'traced', data: { is: 'bridged', by: 'remote', with: h.known ? [links[other]!.id] : [] } }); // prettier-ignore
            shown[i] = true;
          }
        break;
      case 'trace':
        // What a trace with those remotes out tells of each that its own remote alone answers.
        for (const i of h.put) {
          if (!reaches(i).includes(i) || reaches(i).some((o) => o !== i && h.put.includes(o))) continue;
          const silent = (statusOf(i).joined?.with ?? []).filter((l) =>
            h.put.some((p) => links[p]!.id === l),
          );
          add({ link: links[i]!.id, kind: 'traced', data: { is: 'known', by: 'remote', ...(silent.length ? { silent } : {}) } }); // prettier-ignore
        }
        break;
      case 'name': {
        const other = joined?.find((i) => i !== h.at);
        if (other === undefined || !isIn(h.at)) break;
        namedJoinedEntries(links[h.at]!, links[other]!).forEach(add);
        // Said of two cables, it is of the ports they are at.
        for (const i of [h.at, other]) if (cableAt[i] === i) shown[i] = true;
        break;
      }
    }
  return { entries, right: [0, 1, 2].map(right), shown };
}

describe('what numbered remotes and traces tell of two links', () => {
  it('is of both: neither is proven any more, whatever was read of it before', () => {
    const seen = { kept: 0, proven: 0 };
    fc.assert(
      fc.property(fc.array(happening, { minLength: 2, maxLength: 12 }), (happenings) => {
        const { entries, right, shown } = lived(happenings);
        links.forEach((l, i) => {
          const status = foldLink(l, terms, entries.filter((e) => 'link' in e && e.link === l.id)); // prettier-ignore
          const proven = ENDS.every((e) => status[e].state === 'proven');
          if (right[i] && proven) seen.proven++;
          if (right[i] || !shown[i]) return;
          seen.kept++;
          expect(proven).toBe(false);
        });
      }),
      { numRuns: 4000 },
    );
    expect(seen.kept).toBeGreaterThan(1500);
    expect(seen.proven).toBeGreaterThan(500);
  });
});

describe('two links that are exchanged back', () => {
  const [a, b] = [links[0]!, links[1]!];
  /** What is known of the first link after these were logged, in this order. */
  const after = (told: readonly { link: string }[]) =>
    foldLink(a, terms, told.filter((e) => e.link === a.id).map((e, n) => ({ job: 'j', id: `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`, at: new Date(Date.UTC(2026, 10, 4, 9, 7 * n)).toISOString(), by: 'bo', device: 'd', written: n + 1, ...e }) as Entry)); // prettier-ignore
  const seated = ENDS.map((end) => ({ link: a.id, kind: 'seated', end, data: { connector: end === 'head' ? 'patch-panel' : 'punch-down-jack', scheme: 'T568B' } })); // prettier-ignore
  const refused = { link: a.id, kind: 'rejected', end: 'head', data: { reason: 'the latch is broken' } };
  const back = (told: { link: string }[]) => [
    ...told,
    ...exchangedBackEntries({ link: a.id, with: b.label, status: after(told) }),
  ];

  it('are to be read again, each by its own remote', () => {
    const done = after(back([...seated, ...exchangedEntries(a.id, b.id, 2)]));
    expect(done.exchanged?.mended).toBe(true);
    expect(done.head.refused).toBeUndefined();
    expect(done.head.state).toBe('stale');
  });

  it('stay refused for what was seen on them, and joined where copper joined them', () => {
    const done = after(back([...seated, refused, ...exchangedEntries(a.id, b.id, 2)]));
    expect(done.head.refused).toEqual({ how: 'eye', why: 'the latch is broken' });
    expect(done.exchanged?.mended).toBe(true);
    const joint = joinedEntries({ link: a, remote: 1 }, { link: b, remote: 2 });
    const both = after(back([...seated, ...joint, ...exchangedEntries(a.id, b.id, 2)]));
    expect(both.joined).toMatchObject({ with: [b.id], mended: false });
    expect(both.head.state).toBe('failed');
  });

  it('that a trace found joined are to be read in one round once they were parted, and by nothing else', () => {
    const read = (more: object = {}) => ({ link: a.id, kind: 'reading', data: { reading: { evidence: 'wiremap', walk: '12345678', splits: [] }, ...more } }); // prettier-ignore
    const bridged = { link: a.id, kind: 'traced', data: { is: 'bridged', by: 'remote', with: [b.id] } };
    const joined = [...seated, read(), bridged];
    const inOneRound = read({ remote: 1, silent: [b.id] });
    const parted = partedEntries([b.id, a.id]);
    expect(parted.map((e) => e.link)).toEqual([b.id, a.id]);
    const states = (told: { link: string }[]) => ENDS.map((end) => after(told)[end].state);
    expect(states([...joined, inOneRound])).toEqual(['provisional', 'provisional']);
    expect(wantsRemote(after([...joined, ...parted]))).toBe(true);
    expect(states([...joined, ...parted, read()])).toEqual(['provisional', 'provisional']);
    expect(states([...joined, ...parted, read({ remote: 1 })])).toEqual(['provisional', 'provisional']);
    expect(states([...joined, ...parted, inOneRound])).toEqual(['proven', 'proven']);
  });

  it('stay joined with one that is not known', () => {
    const joint = joinedEntries({ link: a, remote: 1 }, null);
    const both = after(back([...seated, ...joint, ...exchangedEntries(a.id, b.id, 2)]));
    expect(both.joined).toMatchObject({ with: [], another: true, mended: false });
  });
});

describe('a cable that copper joined with one that nobody knew', () => {
  const [a, b] = [links[0]!, links[1]!];
  it('is joined with what somebody names, and that with it', () => {
    const said = namedJoinedEntries(a, b).map((e) => [e.link, e.data]);
    expect(said).toEqual([
      [a.id, { reason: `copper joined its cable with that of ${b.label}`, joined: [b.id] }],
      [b.id, { reason: `copper joined its cable with that of ${a.label}`, joined: [a.id] }],
    ]);
  });
});
