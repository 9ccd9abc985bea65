import { expect, it } from 'vitest';
import { CONNECTOR_FAMILIES } from '../wiring/connector';
import { GATES } from './gates';
import { tricksAt, waitsAt } from './tricks';

it('has something that helps at some gate of every family, each said once (common practice, no source)', () => {
  for (const family of CONNECTOR_FAMILIES) {
    const all = GATES.flatMap((gate) => tricksAt(family, gate));
    expect(all.length, family).toBeGreaterThan(1);
    expect(new Set(all).size, family).toBe(all.length);
  }
  expect(tricksAt('punch-down-jack', 'seat').join()).toContain('blade is finished');
  expect(tricksAt('shielded-plug', 'seat')).toHaveLength(2);
  expect(tricksAt('coax-compression', 'lay').join()).not.toContain('pair');
});
it('waits where a heat gun sets the fan, and nowhere else', () => {
  const waits = CONNECTOR_FAMILIES.filter((f) => GATES.some((g) => waitsAt(f, g)));
  expect(waits).toEqual(['load-bar-plug', 'staggered-load-bar-plug']);
  expect(waitsAt('load-bar-plug', 'lay')).toEqual({ seconds: 30, what: 'heat' });
});
