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
])('what is typed as "%s" means %j', (text, labels) => expect(found(text)).toEqual(labels));
