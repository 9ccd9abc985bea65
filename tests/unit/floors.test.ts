import { readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { CORE_FLOORS, LIB_FLOORS } from '../../floors.js';

const rooms = (path: string) =>
  readdirSync(new URL(`../../${path}/`, import.meta.url), { withFileTypes: true })
    .filter((d) => d.isDirectory())
    .map((d) => d.name)
    .sort();

describe('the floors that imports are held by', () => {
  it('name every room of the core and of the interface once; the server is beside them', () => {
    expect([...CORE_FLOORS].sort()).toEqual(rooms('src/core'));
    expect([...LIB_FLOORS, 'server'].sort()).toEqual(rooms('src/lib'));
  });
});
