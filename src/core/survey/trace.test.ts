import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bundleAnswers, hiddenBundle } from '../practice/hidden-bundle';
import {
  cablesToTry,
  readRemoteNumbers,
  silentBeside,
  traceOutcome,
  type TraceAnswer,
  type TraceRound,
} from './trace';

const LINKS = ['a', 'b', 'c', 'd'];
const round = (links: string[], closed = true, from = 1): TraceRound => ({
  placed: links.map((link, i) => ({ remote: from + i, link })),
  closed,
});
const says = (cable: number, numbers: number[], r = 0): TraceAnswer => ({ round: r, cable, numbers });

describe('a trace with numbered remotes', () => {
  it('knows a cable by the number that answers it, at once', () => {
    const is = traceOutcome(LINKS, [round(['a', 'b'], false)], [says(3, [2])], 4);
    expect(is.cables.get(3)).toEqual({ kind: 'known', link: 'b' });
    expect(is.links.get('b')).toEqual({ kind: 'known', cable: 3 });
    expect(is.links.get('a')).toEqual({ kind: 'waiting' });
  });
  it('says that two cables answering one number are bridged, even in rounds apart', () => {
    const one = traceOutcome(LINKS, [round(['a', 'b'])], [says(1, [1]), says(2, [1])], 4);
    expect(one.cables.get(1)).toEqual({ kind: 'bridged', cables: [1, 2], links: ['a'], another: true });
    const two = traceOutcome(
      LINKS,
      [round(['a']), round(['c'], true, 1)],
      [says(1, [1]), says(2, [1]), says(2, [1], 1), says(1, [1], 1)],
      4,
    );
    expect(two.links.get('c')).toEqual({
      kind: 'bridged',
      cables: [1, 2],
      links: ['a', 'c'],
      another: false,
    });
  });
  it('says that a cable answering two numbers is bridged with one not tried yet', () => {
    const is = traceOutcome(LINKS, [round(['a', 'b'])], [says(4, [1, 2])], 4);
    expect(is.cables.get(4)).toEqual({ kind: 'bridged', cables: [4], links: ['a', 'b'], another: false });
  });
  it('calls a link silent only once every loose cable was tried while its remote was out', () => {
    const answers = [says(1, [1]), says(2, []), says(3, []), says(4, [])];
    expect(traceOutcome(LINKS, [round(['a', 'b'], false)], answers, 4).links.get('b')).toEqual({ kind: 'waiting' }); // prettier-ignore
    expect(traceOutcome(LINKS, [round(['a', 'b'])], answers, 4).links.get('b')).toEqual({ kind: 'silent', round: 0 }); // prettier-ignore
  });
  it('infers the last cable and marks it so; an open one where it stayed silent', () => {
    const known = [says(1, [1]), says(2, [2]), says(3, [3])];
    const is = traceOutcome(LINKS, [round(['a', 'b', 'c'])], known, 4);
    expect(is.cables.get(4)).toEqual({ kind: 'inferred', link: 'd', open: false });
    const open = traceOutcome(LINKS, [round(['a', 'b', 'c', 'd'])], [...known, says(4, [])], 4);
    expect(open.links.get('d')).toEqual({ kind: 'inferred', cable: 4, open: true });
    expect(traceOutcome(LINKS, [round(['a', 'b'])], known.slice(0, 2), 4).cables.get(4)?.kind).toBe(
      'unknown',
    );
  });
  it('tells of a number that is in no outlet, and takes a later answer for the earlier', () => {
    const is = traceOutcome(LINKS, [round(['a', 'b'])], [says(1, [7]), says(2, [2]), says(2, [1])], 4);
    expect(is.cables.get(1)).toEqual({ kind: 'elsewhere', number: 7 });
    expect(is.cables.get(2)).toEqual({ kind: 'known', link: 'a' });
  });
  it('knows no cable that a number answered besides its own which is in no outlet: copper joins it with another', () => {
    const is = traceOutcome(LINKS, [round(['a', 'b'])], [says(1, [1, 7]), says(2, [2])], 4);
    const joined = { kind: 'bridged', cables: [1], links: ['a'], another: true };
    expect([is.cables.get(1), is.links.get('a')]).toEqual([joined, joined]);
    expect(is.links.get('b')).toEqual({ kind: 'known', cable: 2 });
    // Whoever finds it in a later round names it.
    const later = traceOutcome(LINKS, [round(['a', 'b']), round(['c', 'd'])], [says(1, [1]), says(1, [2], 1)], 4); // prettier-ignore
    expect(later.links.get('a')).toEqual({ kind: 'bridged', cables: [1], links: ['a', 'd'], another: false });
  });
  it('knows which remotes are out and silent where a link is answered by its own alone', () => {
    const of = (numbers: number[], link = 'a') => silentBeside(link, round(['a', 'b', 'c']), numbers);
    expect([of([1]), of([1, 2]), of([2]), of([]), of([1], 'd')]).toEqual([['b', 'c'], [], [], [], []]);
  });
  it('does not infer that what answers elsewhere is the last one left', () => {
    const known = [says(1, [1]), says(2, [2]), says(3, [3]), says(4, [9])];
    const is = traceOutcome(LINKS, [round(['a', 'b', 'c'])], known, 4);
    expect([is.cables.get(4)?.kind, is.links.get('d')?.kind]).toEqual(['elsewhere', 'waiting']);
  });
  it('asks for a bridged cable again until it has shown as many links as there are cables', () => {
    const answers = [says(1, [1]), says(2, [1]), says(3, [2])];
    const rounds = [round(['a', 'b']), round(['c', 'd'], false)];
    const first = traceOutcome(LINKS, rounds, answers, 4);
    expect(cablesToTry(first, answers, 0)).toEqual([4]);
    expect(cablesToTry(first, answers, 1).sort()).toEqual([1, 2, 4]);
    const both = [...answers, says(1, [1], 1)];
    expect(cablesToTry(traceOutcome(LINKS, rounds, both, 4), both, 1)).toEqual([]);
  });
  it('finds every cable of any bundle, its bridged pair and its open, whatever remotes there are', () => {
    fc.assert(
      fc.property(fc.integer({ min: 6, max: 20 }), fc.integer({ min: 1, max: 6 }), fc.nat(), (n, k, seed) => {
        const links = Array.from({ length: n }, (_, i) => `L${i}`);
        const hidden = hiddenBundle(String(seed), 'c', links);
        const rounds: TraceRound[] = [];
        const answers: TraceAnswer[] = [];
        for (let at = 0; at < n; at += k) rounds.push(round(links.slice(at, at + k)));
        rounds.forEach(({ placed }, r) => {
          for (let cable = 1; cable <= n; cable++)
            answers.push(says(cable, bundleAnswers(hidden, cable, placed), r));
        });
        const is = traceOutcome(links, rounds, answers, n);
        hidden.links.forEach((link, i) => {
          const cable = i + 1;
          const found = is.cables.get(cable)!;
          if (hidden.bridged!.includes(cable))
            expect(found).toMatchObject({ kind: 'bridged', cables: [1, 2] });
          else if (hidden.open === cable) expect(found).toEqual({ kind: 'inferred', link, open: true });
          else expect(found).toEqual({ kind: 'known', link });
        });
      }),
      { numRuns: 60 },
    );
  });
});

describe('numbers of remotes', () => {
  it('are read as they are written', () => {
    expect(readRemoteNumbers('1-4, 7 9')).toEqual({ ok: true, numbers: [1, 2, 3, 4, 7, 9] });
  });
  it.each([
    ['1-4, 3', 'Remote 3 stands there twice'],
    ['4-1', '"4-1" is not the number'],
    ['0', '"0" is not the number'],
    ['one', '"one" is not the number'],
    ['  ', 'Write the numbers'],
  ])('are refused with a sentence: %s', (text, message) => {
    const read = readRemoteNumbers(text);
    expect(read.ok ? '' : read.message).toContain(message);
  });
});
