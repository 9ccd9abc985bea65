import { describe, expect, it } from 'vitest';
import { LampPad } from './pad.svelte';

describe('the lamp pad', () => {
  it('takes one answer a contact, and none more when full', () => {
    const pad = new LampPad(8);
    for (const lamp of ['3', '6', '1', '4', '5', '2', '7', '8', '1'] as const) pad.tap(lamp);
    expect(pad.text).toBe('3 6 1 4 5 2 7 8');
    expect(pad.full).toBe(true);
  });
  it('takes none, and several for a short, each once', () => {
    const pad = new LampPad(8);
    pad.tap('1');
    pad.tap(null);
    pad.tap('5');
    for (const lamp of ['4', '4'] as const) {
      pad.adding = true;
      pad.tap(lamp);
    }
    expect(pad.text).toBe('1 - 4+5');
    expect(pad.adding).toBe(false);
  });
  it('goes back an answer at a time, and is cleared', () => {
    const pad = new LampPad(8);
    pad.tap('1');
    pad.tap('2');
    pad.back();
    expect(pad.text).toBe('1');
    pad.back();
    pad.back();
    expect(pad.text).toBe('');
    pad.fill([['1'], []]);
    pad.clear();
    expect(pad.answers).toEqual([]);
  });
});
