import { describe, expect, it } from 'vitest';
import type { Link, Person } from '../model/job';
import { FIRST_ENDS, firstEnds } from './first-ends';
import type { LinkStatus, TerminationStatus } from './state';

const crew: Person[] = [
  { id: 'mika', name: 'Mika Holt', role: 'trainee' },
  { id: 'noa', name: 'Noa Reed', role: 'trainee' },
  { id: 'bo', name: 'Bo Tarn', role: 'technician' },
];
const made = (at: string | undefined, more: Partial<TerminationStatus> = {}): TerminationStatus => ({ state: 'seated', attempt: 1, repunched: {}, connector: 'patch-panel', by: 'mika', ...(at ? { at } : {}), ...more }); // prettier-ignore
const bare = made(undefined, { state: 'bare', attempt: 0 });
/** The ends that are looked at, of links whose head and tail stand so. */
const looked = (...ends: [TerminationStatus, TerminationStatus][]) => {
  const links = ends.map((_, i) => ({ id: `L${i}` }) as Link);
  const statusOf = (id: string): LinkStatus => {
    const [head, tail] = ends[Number(id.slice(1))]!;
    return { link: id, entries: 1, head, tail };
  };
  return firstEnds(crew, links, statusOf).map((f) => `${f.person.id} ${f.link.id} ${f.end} ${f.at}`);
};

describe('what a lead looks at of a trainee', () => {
  it('is the first three of each kind of connector and person, by when they were made, both ends of a link', () => {
    expect(FIRST_ENDS).toBe(3);
    const [one, two, three, four] = ['2026-05-04T09:00:00Z', '2026-05-04T09:00:00.500Z', '2026-05-04T12:00:00+02:00', '2026-05-04T11:00:00Z']; // prettier-ignore
    expect(looked([made(four), made(two)], [made(one), made(four, { connector: 'toolless-jack' })], [made(three), made(one, { by: 'noa' })])).toEqual([
      `mika L1 head ${one}`, `mika L0 tail ${two}`, `mika L2 head ${three}`, `mika L1 tail ${four}`, `noa L2 tail ${one}`,
    ]); // prettier-ignore
  });
  it('is none that is proven, though it is one of the first', () => {
    const at = (minute: number) => `2026-05-04T09:0${minute}:00Z`;
    expect(looked([made(at(1), { state: 'proven' }), made(at(2))], [made(at(3)), made(at(4))])).toEqual([`mika L0 tail ${at(2)}`, `mika L1 head ${at(3)}`]); // prettier-ignore
  });
  it('is none that nobody made, or somebody who is no trainee or not of the crew', () => {
    const at = '2026-05-04T09:00:00Z';
    expect(looked([bare, { ...bare, at }], [made(at, { by: 'bo' }), made(at, { by: 'gone' })], [made(undefined), bare])).toEqual([]); // prettier-ignore
  });
});
