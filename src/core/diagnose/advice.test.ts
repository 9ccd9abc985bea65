import { describe, expect, it } from 'vitest';
import { mistakeText } from '../copper/mistake';
import { diagnoseInput, diagnoseRequestSchema } from '../formats/diagnose';
import { Contradiction } from '../reading/contradiction';
import { SCHEME_ORDER } from '../wiring/schemes';
import { CONTACTS, type End } from '../wiring/conductors';
import { createEngine } from './engine';

const engine = createEngine();
interface Asked {
  head?: string;
  tail?: string;
  metres?: number;
  ordered?: string;
  shielded?: boolean;
  leads?: object;
  reading?: object;
  knowledge?: object;
}
const ask = (walk: string, o: Asked = {}) => {
  const { head = 'jack', tail = 'jack', metres, ordered, shielded, leads, reading, knowledge } = o;
  const end = (connector: string) => ({ connector, scheme: 'T568B' });
  const asked = diagnoseInput(
    diagnoseRequestSchema.parse({
      link: { head: end(head), tail: end(tail), ordered, shielded, lengthMetres: metres },
      leads,
      reading: { walk, ...reading },
      knowledge,
    }),
  );
  if (!asked.ok) throw new Error(asked.message);
  return engine.diagnose(asked.input);
};
const share = (d: ReturnType<typeof ask>, holds: (where: string, kind: string) => boolean) =>
  d.explanations.reduce(
    (s, e) => s + (e.mistakes.some((m) => holds(m.where, m.kind)) ? e.probability : 0),
    0,
  );
const at = (contact: string, metres: number, from: End = 'head') => ({ contact, from, metres });
const seenRight = (end: End) => CONTACTS.map((contact, i) => ({ end, contact, conductor: SCHEME_ORDER.T568B[i]!, open: false, bridged: false })); // prettier-ignore

/* What a technician would and would not be told (common practice, no source). */
describe('a new cable is the last thing said', () => {
  it('never for a short, wherever it lies and whatever the ends, before anyone has looked', () => {
    for (const [head, tail] of [
      ['jack', 'jack'],
      ['jack', 'plug'],
      ['plug', 'plug'],
      ['core', 'jack'],
    ])
      // prettier-ignore
      for (let a = 1; a <= 8; a++)
        for (let b = a + 1; b <= 8; b++) {
          const walk = CONTACTS.map((c) => (c === `${a}` || c === `${b}` ? `${a}+${b}` : c)).join(' ');
          expect(ask(walk, { head: head!, tail: tail! }).next.action, `${head} ${tail} ${walk}`).not.toBe('re-pull');
        }
  });
  it('a short between neighbouring slots of two jacks is an offcut sooner than a pierced cable', () => {
    const d = ask('1 2+3 2+3 4 5 6 7 8');
    expect(share(d, (where) => where === 'head' || where === 'tail')).toBeGreaterThan(0.6);
    expect(share(d, (where) => where === 'cable')).toBeLessThan(0.1);
    expect(d.next).toMatchObject({ action: 'look', asks: 'bridge', question: 'Head, contact 2: does anything join it to 3?' }); // prettier-ignore
  });
  it('nothing answers: the port and the remote come first, whatever was measured', () => {
    for (const reading of [{}, { distances: CONTACTS.map((c) => at(c, 0.1)) }, { distances: CONTACTS.map((c) => at(c, 40)), lengthMetres: 40 }]) {
      const d = ask('- - - - - - - -', { metres: 40, reading });
      expect(d.next.action).toBe('check');
      expect(share(d, (where) => where === 'setting')).toBeGreaterThan(0.8);
    } // prettier-ignore
    expect(ask('- - - - - - - -', { knowledge: { checked: true } }).next.action).toBe('swap-lead');
  });
  it.each([
    ['open 1.2 m from the head, leads in circuit', [at('4', 1.2)], { metres: 30 }, 'head'],
    ['open 2 m from the head', [at('4', 2)], { metres: 30 }, 'head'],
    ['open at the length the tester itself measured, plan 4 m longer', [at('4', 26)], { metres: 30, length: 26 }, 'tail'],
    ['open at 60 m of a planned 64.5 m', [at('4', 60)], { metres: 64.5 }, 'tail'],
  ] as const)('%s is not a break in the span', (_, distances, { metres, ...more }, end) => {
    const reading = { distances, ...('length' in more ? { lengthMetres: more.length } : {}) };
    const d = ask('1 2 3 - 5 6 7 8', { metres, reading });
    expect(share(d, (where, kind) => where === 'cable' && kind === 'broken')).toBeLessThan(0.1);
    expect(d.next).toMatchObject({ action: 'repunch', end, contacts: ['4'] });
  }); // prettier-ignore
  it('an open 12 m along a link of unknown length may be its far end', () => {
    const d = ask('1 2 3 - 5 6 7 8', { reading: { distances: [at('4', 12)] } });
    expect(share(d, (where) => where === 'tail')).toBeGreaterThan(0.5);
    expect(d.next.action).not.toBe('re-pull');
  });
});

describe('a lead is suspected', () => {
  const alone = { leads: { head: 'unproven', tail: 'none' } };
  const recent = (n: number) => ({ recent: Array.from({ length: n }, () => ({ walk: '1 2 3 - 5 6 7 8' })) });
  const lead = (o: Asked) => share(ask('1 2 3 - 5 6 7 8', o), (where) => where === 'lead-head');
  it('more with each link that fails alike through it, and less with each that reads good', () => {
    expect(lead(alone)).toBeLessThan(0.15);
    expect(lead({ ...alone, knowledge: recent(1) })).toBeGreaterThan(0.5);
    expect(lead({ ...alone, knowledge: recent(2) })).toBeGreaterThanOrEqual(0.95);
    expect(lead({ ...alone, knowledge: { recent: [{ walk: '12345678' }] } })).toBeLessThan(lead(alone));
    expect(lead({ leads: { head: 'proven' }, knowledge: recent(1) })).toBeLessThan(lead({ ...alone, knowledge: recent(1) })); // prettier-ignore
  });
  it('is changed before anything is opened, where it is the likelier', () =>
    expect(ask('1 2 3 - 5 6 7 8', { ...alone, knowledge: recent(2) }).next).toMatchObject({
      action: 'swap-lead',
      end: 'head',
      minutes: 2.5,
    }));
  it('both ends seen right and still crossed: the crossing is in a lead, or else in the run', () => {
    const looked = [...seenRight('head'), ...seenRight('tail')];
    const d = ask('3 6 1 4 5 2 7 8', { knowledge: { looked } });
    expect(share(d, (where) => where.startsWith('lead'))).toBeCloseTo(1, 6);
    expect(d.next.action).toBe('swap-lead');
    expect(() => ask('3 6 1 4 5 2 7 8', { knowledge: { looked, swapped: ['head', 'tail'], checked: true } })).toThrow(Contradiction); // prettier-ignore
    expect(() => ask('3 6 1 4 5 2 7 8', { knowledge: { looked, swapped: ['head', 'tail'] } })).toThrow(
      /splice/,
    );
  });
  it('a second redo of an end is not said before its lead was changed', () => {
    for (const walk of ['1 2 3 - 5 6 7 8', '3 6 1 4 5 2 7 8', '1 2 3 4 5 6 7 8 -'])
      for (const redone of [['head'], ['tail'], ['head', 'tail']]) {
        const { next } = ask(walk, { shielded: walk.endsWith(' -'), knowledge: { redone } });
        expect(next.action === 'redo' && redone.includes(next.end!), `${walk} ${redone}`).toBe(false);
      }
  });
});

describe('one end is not blamed with the other', () => {
  it('a single exchange that no list names is never laid to mistakes at both ends', () => {
    for (const [head, tail] of [
      ['jack', 'jack'],
      ['plug', 'plug'],
      ['core', 'core'],
    ])
      // prettier-ignore
      for (let a = 0; a < 8; a++)
        for (let b = a + 1; b < 8; b++) {
          const order: string[] = [...CONTACTS];
          [order[a], order[b]] = [order[b]!, order[a]!];
          const d = ask(order.join(' '), { head: head!, tail: tail! });
          const ends = new Set(d.explanations[0]!.mistakes.map((m) => m.where));
          expect(ends.size, order.join(' ')).toBe(1);
          expect(d.next.action, order.join(' ')).toBe('look');
        }
  });
});

describe('no more is done than needs it', () => {
  it('one open at a jack is one slot punched again, before and after the other end was done', () => {
    for (const contact of CONTACTS) {
      const walk = CONTACTS.map((c) => (c === contact ? '-' : c)).join(' ');
      for (const knowledge of [{}, { redone: ['head'] }, { readBack: ['head'] }]) {
        const { next } = ask(walk, { knowledge });
        if (next.action === 'repunch') expect(next.contacts, walk).toEqual([contact]);
        else expect(['look', 'swap-lead']).toContain(next.action);
      }
    }
  });
  it('a contact seen home that is still open is punched again before the end is cut back', () => {
    const looked = [{ end: 'head', contact: '4', conductor: 'BL', open: false, bridged: false }];
    expect(ask('1 2 3 - 5 6 7 8', { leads: { head: 'proven', tail: 'none' }, tail: 'plug', reading: { distances: [at('4', 0.3)] }, metres: 30, knowledge: { looked } }).next).toMatchObject({ action: 'repunch', end: 'head', contacts: ['4'] }); // prettier-ignore
  });
});

describe('the shield', () => {
  const shield = (knowledge: object) => ask('1 2 3 4 5 6 7 8 -', { shielded: true, knowledge }).next;
  it('is looked at for half a minute before an end is opened, and never goes round in circles', () => {
    expect(shield({})).toMatchObject({ action: 'look', end: 'head', contact: 'S', minutes: 0.5 });
    expect(shield({ redone: ['head'] })).not.toMatchObject({ action: 'redo', end: 'head' });
    const both = shield({ redone: ['head', 'tail'], swapped: ['head', 'tail'] });
    expect(both.action).toBe('re-pull');
  });
});

describe('words', () => {
  it('ask what is in doubt, in the words of the trade', () => {
    const crimped = ask('- - - - - - - -', { head: 'plug', tail: 'plug', knowledge: { checked: true } });
    expect(crimped.next.question).toBe('Head: is the plug crimped?');
    const looked = [{ end: 'head', contact: '4', conductor: 'BL', open: false, bridged: false }];
    const home = ask('1 2 3 - 5 6 7 8', { head: 'plug', tail: 'plug', knowledge: { looked } }).next;
    if (home.action === 'look') expect(home.question).toMatch(/is BL home\?$/);
  });
  it('name the jacket cut of the end the nick is at', () => {
    const d = ask('1 2 3 - 5 6 7 8', { head: 'plug', tail: 'plug' });
    const nicks = d.explanations.filter((e) => e.mistakes[0]!.kind === 'nicked' && e.mistakes.length === 1);
    expect(nicks.map((e) => mistakeText(e.mistakes[0]!, e.cable.breaks)).sort()).toEqual([
      "nicked at the head's jacket cut, BL",
      "nicked at the tail's jacket cut, BL",
    ]);
  });
  it('do a core and cap again in its own words, by its family', () => {
    const d = ask('1 2 6 4 5 3 7 8', { head: 'core', tail: 'plug' });
    expect(d.explanations[0]!.mistakes[0]).toMatchObject({ where: 'head', kind: 'pair-reversed' });
    expect(d.explanations[0]!.remedy.text).toBe(
      'At the head, cut back and fit a new core and cap, to T568B.',
    );
  });
});
