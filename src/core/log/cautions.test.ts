import { expect, it } from 'vitest';
import type { LogEntry } from '../model/entry';
import { cautionsRead } from './cautions';
import { project } from './projection';

let n = 0;
const entry = (by: string, family: string, kind = 'cautioned') =>
  ({ id: `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`, job: 'j', link: 'L', kind, by, at: new Date(Date.UTC(2026, 4, 4, 9, n)).toISOString(), data: { family } }) as unknown as LogEntry; // prettier-ignore

it('cautions are read by each person for each family, once, whatever they are called', () => {
  const log = [
    entry('bo', 'closed-plug'),
    entry('una', 'patch-panel'),
    entry('bo', 'patch-panel'),
    entry('bo', 'closed-plug'),
    entry('constructor', 'patch-panel'),
    entry('bo', 'toolless-jack', 'note'),
  ];
  expect(project(cautionsRead, log)).toEqual({
    bo: ['closed-plug', 'patch-panel'],
    una: ['patch-panel'],
    constructor: ['patch-panel'],
  });
  expect(cautionsRead.step({ bo: [] }, entry('bo', 'toolless-jack', 'note'))).toEqual({ bo: [] });
});
