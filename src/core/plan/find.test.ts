import { expect, it } from 'vitest';
import { findByLabel } from './find';

const things = ['K1-01', 'K1-07', 'K1-17', 'T1-07', '..', '.', '50%', 'Ærø', '電気', 'a.b'].map((label) => ({
  label,
  room: label === 'T1-07' ? 'Kelp lab' : 'Hall',
}));
const found = (text: string) => findByLabel(things, text, (t) => t.room).map((t) => t.label);

it.each([
  ['k1-7', ['K1-07']],
  ['K107', ['K1-07']],
  ['k1', ['K1-01', 'K1-07', 'K1-17']],
  ['kelp', ['T1-07']],
  ['..', ['..']],
  ['.', ['.', '..', 'a.b']],
  ['50%', ['50%']],
  ['ærø', ['Ærø']],
  ['電', ['電気']],
  ['  ', []],
  ['nothing of it', []],
  ['T1-07 ', ['T1-07']],
  ['1-07', ['K1-07', 'T1-07']],
  ['AERO', []],
  ['hall', ['K1-01', 'K1-07', 'K1-17', '..', '.', '50%', 'Ærø', '電気']],
])('what is typed as "%s" means %j', (text, labels) => expect(found(text)).toEqual(labels));

it('finds the very label first, then the same letters, then what begins with them, then what holds them', () => {
  const labels = ['XA-1', 'A-10', 'A-1b', 'a-01', ' A-1 ', 'B'].map((label) => ({ label }));
  const found = (text: string, most?: number) =>
    findByLabel(labels, text, (t) => (t.label === 'B' ? 'by A-1' : ''), most).map((t) => t.label);
  expect(found('a-1')).toEqual([' A-1 ', 'a-01', 'A-10', 'A-1b', 'XA-1', 'B']);
  expect(found('A1')).toEqual(['a-01', ' A-1 ', 'A-10', 'A-1b', 'XA-1', 'B']);
  expect(found('a-1', 2)).toEqual([' A-1 ', 'a-01']);
  // Leading zeros are not said, whichever has them; those within a number are.
  for (const [label, text] of [['C-01', 'c1'], ['R-02', 'r-2'], ['K1-7', 'k1-07'], ['A-0', 'a0'], ['7', '007']] as const) expect(findByLabel([{ label }], text, () => '')).toEqual([{ label }]); // prettier-ignore
  expect(findByLabel([{ label: 'CAB2-003' }, { label: 'K1-100' }], 'cab23', () => '')).toEqual([{ label: 'CAB2-003' }]); // prettier-ignore
  expect(findByLabel([{ label: 'K1-100' }], 'k11', () => '')).toEqual([{ label: 'K1-100' }]);
  expect(findByLabel([{ label: 'K1-100' }], 'k111', () => '')).toEqual([]);
});
