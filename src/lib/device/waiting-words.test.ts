import { expect, it } from 'vitest';
import { waitingWords } from './waiting-words';

it('says what is on this device alone, pictures too', () => {
  const none = { entries: 0, unwritten: 0, elsewhere: 0, foreign: 0, photos: 0 };
  expect(waitingWords(none, true)).toBe('');
  expect(waitingWords({ ...none, entries: 3 }, true)).toBe('keeping 3');
  expect(waitingWords({ ...none, entries: 3 }, false)).toBe('3 waiting for the server');
  expect(waitingWords({ ...none, entries: 3, unwritten: 1 }, false)).toBe('writing down 1');
  expect(waitingWords({ ...none, photos: 1 }, true)).toBe('keeping 1 picture');
  expect(waitingWords({ ...none, entries: 3, photos: 2 }, false)).toBe(
    '3 and 2 pictures waiting for the server',
  );
  expect(waitingWords({ ...none, foreign: 2 }, true)).toBe('2 for another server');
  expect(waitingWords({ ...none, entries: 3, foreign: 2 }, true)).toBe('keeping 3, 2 for another server');
  expect(waitingWords({ ...none, elsewhere: 4 }, true)).toBe('4 of other jobs waiting for the server');
});
