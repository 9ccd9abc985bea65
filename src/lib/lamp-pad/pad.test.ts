import { beforeEach, describe, expect, it, vi } from 'vitest';
import { LampPad } from './pad.svelte';

const kept = new Map<string, string>();
beforeEach(() => {
  kept.clear();
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => kept.set(k, v),
    removeItem: (k: string) => kept.delete(k),
  });
});

describe('the lamp pad', () => {
  it('takes one answer a contact, and none more when full', () => {
    const pad = new LampPad(8, 'k');
    for (const lamp of ['3', '6', '1', '4', '5', '2', '7', '8', '1'] as const) pad.tap(lamp);
    expect(pad.text).toBe('3 6 1 4 5 2 7 8');
    expect(pad.full).toBe(true);
  });
  it('takes none, and several for a short, each once', () => {
    const pad = new LampPad(8, 'k');
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
  it('goes back an answer at a time', () => {
    const pad = new LampPad(8, 'k');
    pad.tap('1');
    pad.tap('2');
    pad.back();
    expect(pad.text).toBe('1');
    pad.back();
    pad.back();
    expect(pad.text).toBe('');
  });
  it('is found again after a reload, and forgotten once cleared', () => {
    const pad = new LampPad(8, 'k');
    pad.tap('1');
    pad.tap(null);
    const again = new LampPad(8, 'k');
    again.resume();
    expect(again.text).toBe('1 -');
    again.clear();
    expect(kept.size).toBe(0);
  });
  it('begins anew where what was kept cannot be read', () => {
    kept.set('k', '{broken');
    const pad = new LampPad(8, 'k');
    pad.resume();
    expect(pad.answers).toEqual([]);
  });
  it('goes on in memory where nothing can be kept', () => {
    vi.stubGlobal('localStorage', {
      setItem: () => {
        throw new Error('full');
      },
    });
    const pad = new LampPad(8, 'k');
    pad.tap('1');
    expect(pad.text).toBe('1');
  });
});
