import { describe, expect, it } from 'vitest';
import type { LogEntry } from '../model/entry';
import { formerBearer, formerNames } from './former-names';

interface Change {
  list?: string;
  id?: string;
  was?: object | null;
  is?: object | null;
}
const planned = (at: string, ...changes: Change[]) =>
  ({ kind: 'planned', at, data: { changes: changes.map((c) => ({ list: 'links', id: 'a', ...c })) } }) as unknown as LogEntry; // prettier-ignore

const TUESDAY = '2026-11-24T10:00:00Z';

describe('names that were given up', () => {
  it('are those of links that were called otherwise, taken out or retired', () => {
    const renamed = planned(TUESDAY, { was: { label: 'K1-01' }, is: { label: 'K1-02' } });
    const gone = planned(TUESDAY, { id: 'b', was: { label: 'K1-03' }, is: null });
    const retired = planned(TUESDAY, { id: 'c', was: { label: 'K1-04' }, is: { label: 'K1-04', retired: true } }); // prettier-ignore
    expect(formerNames([renamed, gone, retired])).toEqual([
      { name: 'k1-01', link: 'a', until: TUESDAY },
      { name: 'k1-03', link: 'b', until: TUESDAY },
      { name: 'k1-04', link: 'c', until: TUESDAY },
    ]);
  });
  it('are none where a link is new, keeps its name, had none, or it is another thing that is called otherwise', () => {
    const note = { kind: 'note', at: TUESDAY, data: { text: 'x' } } as unknown as LogEntry;
    const kept = planned(
      TUESDAY,
      { was: null, is: { label: 'K1-01' } },
      { was: { label: 'K1-01', cable: 'x' }, is: { label: 'k1-01', cable: 'y' } },
      { was: { label: 'K1-01', retired: true }, is: { label: 'K1-02', retired: true } },
      { was: { label: 'K1-01', retired: true }, is: { label: 'K1-02' } },
      { was: { name: 'no label' }, is: { name: 'another' } },
      { list: 'crew', was: { label: 'K1-01' }, is: { label: 'K1-02' } },
    );
    expect(formerNames([note, kept])).toEqual([]);
  });
});

describe('who had a name', () => {
  const former = formerNames([
    planned('2026-11-23T10:00:00Z', { id: 'x', was: { label: 'K1-01' }, is: { label: 'K1-09' } }),
    planned(TUESDAY, { id: 'b', was: { label: 'K1-01' }, is: { label: 'K1-02' } }),
  ]);
  const bearer = (at: string, link = 'a', name = ' K1-01 ') => formerBearer(former, name, { link, at })?.link;
  it('is told for what was done before it was given up, and no later', () => {
    expect(bearer('2026-11-24T09:59:59.999Z')).toBe('b');
    expect(bearer('2026-11-24T11:59:00+02:00')).toBe('b');
    expect(bearer(TUESDAY)).toBeUndefined();
  });
  it('is never the link itself, which may have been called otherwise in between', () => {
    expect(bearer('2026-11-22T10:00:00Z', 'b')).toBe('x');
    expect(bearer('2026-11-23T12:00:00Z', 'b')).toBeUndefined();
  });
  it('is nobody for another name', () => {
    expect(bearer('2026-11-22T10:00:00Z', 'a', 'K1-09')).toBeUndefined();
  });
});
