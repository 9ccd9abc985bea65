import { describe, expect, it } from 'vitest';
import { begunAt, overtaken } from './begun';
import type { LinkStatus, TerminationState } from './state';

const at = (minute: number) => new Date(Date.UTC(2026, 4, 4, 10, minute)).toISOString();
const end = (state: TerminationState, minute?: number) => ({ state, attempt: 1, repunched: {}, ...(minute === undefined ? {} : { at: at(minute) }) }); // prettier-ignore
const status = (head: ReturnType<typeof end>, tail: ReturnType<typeof end>): LinkStatus => ({ link: 'L', entries: 2, head, tail }); // prettier-ignore

const seated = status(end('seated', 0), end('seated', 1));
const begun = begunAt(seated, at(30));

describe('a reading that was begun', () => {
  it('keeps when that was and how the link stood, and no more', () => {
    expect(begun).toEqual({ at: at(30), ends: { head: { at: at(0), state: 'seated' }, tail: { at: at(1), state: 'seated' } } }); // prettier-ignore
    expect(begunAt(status(end('bare'), end('bare')), at(30)).ends.head).toEqual({ state: 'bare' });
  });
  it('is of the link as long as nothing is logged of its ends, and after another reading that passes', () => {
    expect(overtaken(begun, seated)).toBe(false);
    expect(overtaken(begun, status(end('proven', 0), end('proven', 1)))).toBe(false);
    expect(overtaken(begunAt(status(end('stale', 0), end('seated', 1)), at(30)), status(end('stale', 0), end('seated', 1)))).toBe(false); // prettier-ignore
  });
  it('is overtaken by work on either end, or a fail there', () => {
    expect(overtaken(begun, status(end('stale', 31), end('seated', 1)))).toBe(true);
    expect(overtaken(begun, status(end('seated', 0), end('failed', 40)))).toBe(true);
  });
  it('is overtaken by a new cable, and by a move that no end has a time of', () => {
    expect(overtaken(begun, status(end('bare'), end('bare')))).toBe(true);
    expect(overtaken(begun, status(end('stale', 0), end('stale', 1)))).toBe(true);
  });
  it('is not overtaken by what is heard of late and happened well before it, as far as two clocks can tell', () => {
    expect(overtaken(begun, status(end('stale', 27), end('seated', 1)))).toBe(false);
    expect(overtaken(begun, status(end('stale', 28), end('seated', 1)))).toBe(true);
  });
});
