import { expect, it } from 'vitest';
import { leadUnsaid } from '../formats/diagnose';
import { createEngine } from './engine';

it('rests often enough while an index is built, with leads at both ends too', () => {
  const jack = { connector: 'jack', scheme: 'T568B' } as const;
  const engine = createEngine();
  const steps = engine.prepareInSteps({
    link: { head: jack, tail: jack, ordered: 'straight', shielded: false },
    leads: { head: leadUnsaid('jack'), tail: leadUnsaid('jack') },
  });
  let rests = 0;
  while (!steps.next().done) rests++;
  // More than a million candidates, a rest at least at every ten thousandth or so.
  expect(rests).toBeGreaterThan(150);
});
