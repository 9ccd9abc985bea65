import { describe, expect, it } from 'vitest';
import { check, LineSender, madeUp, type Map8 } from '../../examples/line-sender.js';
import { checkOf, LineParser, type LineEvent } from '../../src/core/testers/lines';

const straight: Map8 = Object.fromEntries([...'12345678'].map((c) => [c, [c]]));
const told = (map: Map8, about = {}, ask = 'READ from=head link=K1-07\n'): LineEvent[] => {
  const sender = new LineSender(madeUp(map), about);
  return new LineParser().push(sender.hello() + sender.hear(ask));
};
const reading = (events: LineEvent[]) => events.find((e) => e.kind === 'reading');

describe('the reference sender of the line format', () => {
  it('adds its lines up as the program does', () => {
    expect(check('WALK 1 2 3')).toBe(checkOf('WALK 1 2 3'));
  });
  it('says who it is and that it is in order, and reads what it is asked for', () => {
    const events = told(straight, { leads: { head: 'L1', tail: 'L2' }, remote: 3 });
    expect(events.map((e) => e.kind)).toEqual(['hello', 'self-test', 'begin', 'reading']);
    expect(reading(events)).toMatchObject({ link: 'K1-07', remote: 3, leads: ['L1', 'L2'] });
    expect(reading(events)!.measured.walk).toBe('1 2 3 4 5 6 7 8');
  });
  it('finds opens and joined contacts at both ends', () => {
    const { measured } = reading(told({ ...straight, 4: [], 5: ['5', '6'], 6: ['5', '6'] }))!;
    expect(measured.walk).toBe('1 2 3 - 5+6 5+6 7 8');
    expect(measured.joins).toEqual({ head: [['5', '6']], tail: [['5', '6']] });
  });
  it('from the tail names the ends as they are', () => {
    // Two contacts of the far end are joined: seen from the tail that is the head.
    const { measured } = reading(told({ ...straight, 1: ['1', '2'], 2: [] }, {}, 'READ from=tail'))!;
    expect(measured).toMatchObject({ from: 'tail', joins: { head: [['1', '2']], tail: [] } });
  });
  it('answers nothing but a request', () => {
    expect(new LineSender(madeUp(straight)).hear('hello?')).toBe('');
  });
  it('says a failed test of itself', () => {
    const [, self] = new LineParser().push(
      new LineSender(madeUp(straight)).hello({ ok: false, what: 'battery' }),
    );
    expect(self).toEqual({ kind: 'self-test', ok: false, what: 'battery' });
  });
});
