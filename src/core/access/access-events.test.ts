import { expect, it } from 'vitest';
import { ACCESS_EVENTS, accessWords } from './access-events';

it('says what happened, to whom, by whom and from where', () => {
  const at = '2026-11-20T08:00:00Z';
  expect(accessWords({ at, what: 'code-shown', person: 'Bo Tarn', by: 'Ines Rask', device: 'phone', address: '10.0.0.7' })) // prettier-ignore
    .toBe('A code was shown for Bo Tarn, by Ines Rask; phone at 10.0.0.7.');
  const all = ACCESS_EVENTS.map((what) => accessWords({ at, what, person: null, by: null, device: null, address: null })); // prettier-ignore
  expect(new Set(all).size).toBe(ACCESS_EVENTS.length);
  for (const said of all) expect(said).toMatch(/^[A-Zs].*[^;,]\.$/);
});
