import { describe, expect, it } from 'vitest';
import type { Contact } from '../wiring/conductors';
import type { ConnectorFamily } from '../wiring/connector';
import type { LinkSpec } from '../wiring/link-spec';
import type { LookAnswer } from './types';
import { asksOf, lookQuestion, remedyText } from './words';

const link = (family?: ConnectorFamily, ordered: LinkSpec['ordered'] = 'straight'): LinkSpec => ({
  head: { connector: 'jack', scheme: 'T568B', ...(family ? { family } : {}) },
  tail: { connector: 'plug', scheme: 'T568B' },
  ordered,
  shielded: false,
});
const says = (of: Partial<Parameters<typeof remedyText>[0]>, spec = link(), misplaced = false) =>
  remedyText({ action: 'redo', end: 'head', contacts: [], ...of }, spec, misplaced);

/* The trade's own words for what is done again (common practice, no source). */
describe('what is to be done, in a sentence', () => {
  it.each<[string, string]>([
    ['re-pull', 'Re-pull the cable: the fault is in its span, where no redo reaches it.'],
    ['none', 'Nothing to do.'],
    ['check', 'Look again: is this the right port, is the remote in, is it this link?'],
    ['swap-lead', 'At the head, take another test lead or prove this one, and read again.'],
  ])('%s', (action, sentence) => expect(says({ action: action as 'check' })).toBe(sentence));
  it.each<[ConnectorFamily | undefined, string]>([
    [undefined, 'cut the cable back behind the jacket cut and terminate the jack again'],
    ['core-and-cap', 'open the cap, cut back and fit a new core and cap'],
    ['field-plug', 'open the plug, cut the conductors back and lay the wire cap again'],
    ['braided-connector', 'open the shell, cut back and lay the pairs in their foils again'],
    ['toolless-jack', 'open the cap, cut back and lay the jack again'],
    ['shielded-toolless-jack', 'open the shell, cut back and lay the jack again, drain last'],
    ['patch-panel', 'cut the cable back and terminate the port again'],
  ])('an end of family %s', (family, again) => expect(says({}, link(family))).toBe(`At the head, ${again}, to T568B.`)); // prettier-ignore
  it('a plug and a core by their class', () => {
    expect(says({ end: 'tail' })).toBe('At the tail, cut the plug off behind the jacket cut and put a new one on, to T568B.'); // prettier-ignore
    const core = { ...link(), head: { connector: 'core', scheme: 'T568A' } as const };
    expect(says({}, core)).toBe('At the head, cut back and fit a new core and cap, to T568A.');
  });
  it('the tail of an order that crosses is made another way than the head', () => {
    const tail = (ordered: LinkSpec['ordered']) => says({ end: 'tail' }, link(undefined, ordered));
    expect(tail('rollover')).toMatch(/, rolled over\.$/);
    expect(tail('four-pair-crossover')).toMatch(/, with all four pairs crossed\.$/);
    expect(tail('crossover')).toMatch(/, to T568A\.$/);
    expect(says({}, link(undefined, 'rollover'))).toMatch(/, to T568B\.$/);
    expect(says({}, link(undefined, 'four-pair-crossover'))).toMatch(/, to T568B\.$/);
  });
  it('the shield is cleared and seated, not made again', () =>
    expect(says({ contacts: ['S'] })).toBe('At the head, open the connector, clear the foil and seat the drain on the shield.')); // prettier-ignore
  /* T568B: W-BL at 5, BL at 4 (ANSI/TIA-568, from memory). */
  it('slots are punched again, or their conductors moved', () => {
    const slots = (contacts: Contact[], family?: ConnectorFamily, misplaced = false) =>
      says({ action: 'repunch', contacts }, link(family), misplaced);
    expect(slots(['4'])).toBe('At the head, clear contact 4 (BL) and punch, cutting edge to the outside.');
    expect(slots(['4', '5'])).toBe('At the head, clear contacts 4 and 5 (BL and W-BL) and punch, cutting edge to the outside.'); // prettier-ignore
    expect(slots(['4', '5'], undefined, true)).toBe('At the head, move BL to 4 and W-BL to 5, then punch, cutting edge to the outside.'); // prettier-ignore
    for (const family of ['toolless-jack', 'shielded-toolless-jack'] as const)
      expect(slots(['4'], family)).toMatch(/ and press the cap home again\.$/);
    expect(slots(['4'], 'patch-panel')).toMatch(/ and punch, cutting edge to the outside\.$/);
  });
});

describe('what a look is asked', () => {
  const answer = (probability: number, more: Partial<LookAnswer> = {}): LookAnswer =>
    ({ conductor: 'BL', open: false, bridged: false, probability, ...more }) as LookAnswer;
  it('is what is most in doubt', () => {
    expect(asksOf([answer(0.5), answer(0.5, { open: true })], undefined)).toBe('home');
    expect(asksOf([answer(0.5), answer(0.5, { bridged: true })], 'open')).toBe('bridge');
    expect(asksOf([answer(0.5), answer(0.5, { conductor: 'WBL' })], 'open')).toBe('conductor');
    // Three alike as to the order, one apart as to its seat: the order is less in doubt.
    expect(asksOf([answer(0.3), answer(0.3, { open: true }), answer(0.4, { conductor: 'WBL' })], undefined)).toBe('conductor'); // prettier-ignore
    expect(asksOf([answer(0.4), answer(0.4, { open: true }), answer(0.2, { conductor: 'WBL' })], undefined)).toBe('home'); // prettier-ignore
  });
  it('is what the fault calls for where one answer is as good as known', () => {
    const known = [answer(0.95), answer(0.05, { conductor: 'WBL' })];
    for (const fault of ['open', 'all-open', 'shield-open'] as const)
      expect(asksOf(known, fault)).toBe('home');
    expect(asksOf(known, 'short')).toBe('bridge');
    expect(asksOf(known, 'reversed-pair')).toBe('conductor');
    // Nine in ten is not: shares of what is left, not of one.
    expect(asksOf([answer(0.09), answer(0.01, { conductor: 'WBL' })], 'open')).toBe('conductor');
    expect(asksOf([answer(0.092), answer(0.008, { conductor: 'WBL' })], 'open')).toBe('home');
    expect(asksOf([answer(1)], undefined)).toBe('home');
    expect(asksOf([], 'open')).toBe('home');
  });
  it('names the place and the contact', () => {
    const about = { connector: 'jack' as const, allOpen: false };
    const ask = (asks: 'home' | 'bridge' | 'conductor', answers = [answer(1)], more: Partial<Parameters<typeof lookQuestion>[4]> = {}, contact: Contact = '4') =>
      lookQuestion('head', contact, asks, answers, { ...about, ...more }); // prettier-ignore
    expect(ask('home')).toBe('Head, contact 4: is BL home?');
    expect(lookQuestion('tail', '4', 'home', [], about)).toBe('Tail, contact 4: is it home?');
    expect(ask('home', [answer(1, { conductor: null } as Partial<LookAnswer>)])).toBe('Head, contact 4: is it home?'); // prettier-ignore
    expect(ask('home', [answer(1)], { allOpen: true, connector: 'plug' })).toBe('Head: is the plug crimped?');
    expect(ask('home', [answer(1)], { allOpen: true, connector: 'core' })).toBe('Head: is the cap home?');
    expect(ask('home', [answer(1)], { allOpen: true })).toBe('Head, contact 4: is BL home?');
    expect(ask('home', [answer(1)], { connector: 'plug' })).toBe('Head, contact 4: is BL home?');
    expect(ask('bridge', [answer(1)], { allOpen: true, connector: 'plug' })).toBe('Head, contact 4: does anything join it to another?'); // prettier-ignore
    expect(ask('bridge', [answer(1)], { joinedTo: ['4', '5', '6'] })).toBe('Head, contact 4: does anything join it to 5 and 6?'); // prettier-ignore
    expect(ask('bridge', [answer(1)], { joinedTo: ['4'] })).toBe('Head, contact 4: does anything join it to another?'); // prettier-ignore
    expect(ask('conductor')).toBe('Head, contact 4: which conductor is it?');
    const whites = [answer(0.5, { conductor: 'WBL' }), answer(0.5, { conductor: 'WO' })];
    expect(ask('conductor', whites)).toBe('Head, contact 4: which white is it?');
    expect(ask('conductor', [...whites, answer(0.1)])).toBe('Head, contact 4: which conductor is it?');
    expect(ask('conductor', [...whites, answer(0.1, { conductor: null } as Partial<LookAnswer>)])).toBe('Head, contact 4: which conductor is it?'); // prettier-ignore
    expect(ask('home', [answer(1)], {}, 'S')).toBe('Head: is the drain on the shield, and clear of the contacts?'); // prettier-ignore
  });
});
