import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { forget, recall, recallJson, remember, rememberJson } from './small';

/** A browser's small storage with room for so many characters. */
class Small {
  private readonly kept = new Map<string, string>();
  constructor(private readonly room: number) {}
  getItem = (key: string) => this.kept.get(key) ?? null;
  setItem = (key: string, text: string) => {
    if (text.length > this.room) throw new DOMException('full', 'QuotaExceededError');
    this.kept.set(key, text);
  };
  removeItem = (key: string) => void this.kept.delete(key);
}
beforeEach(() => void vi.stubGlobal('localStorage', new Small(20)));
afterEach(() => void vi.unstubAllGlobals());

it('is what was remembered last, until it is forgotten', () => {
  expect(recall('a')).toBeNull();
  expect(remember('a', 'one')).toBe(true);
  expect(recall('a')).toBe('one');
  forget('a');
  expect(recall('a')).toBeNull();
});
it('lasts as long as the page where there is no room, and nothing older comes back', () => {
  remember('a', 'short');
  expect(remember('a', 'x'.repeat(30))).toBe(false);
  expect(recall('a')).toBe('x'.repeat(30));
  expect(localStorage.getItem('a')).toBeNull();
  expect(remember('a', 'short again')).toBe(true);
  expect(recall('a')).toBe('short again');
});
it('throws nothing where a browser keeps nothing at all', () => {
  vi.stubGlobal('localStorage', undefined);
  expect(remember('b', 'x')).toBe(false);
  expect(recall('b')).toBe('x');
  forget('b');
  expect(recall('b')).toBeNull();
});
it('as JSON is forgotten where it cannot be read', () => {
  rememberJson('c', { n: 1 });
  expect(recallJson('c')).toEqual({ n: 1 });
  remember('c', '{half');
  expect(recallJson('c')).toBeNull();
  expect(recall('c')).toBeNull();
});
