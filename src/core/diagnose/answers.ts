import type { Conductor } from '../wiring/conductors';
import type { LookAnswer, LookAsks } from './types';

/**
 * The answers to a look in the places where they always lie: what should be there first, whatever is likelier. Where
 * one thing is asked, the two answers to it; where the conductor is asked, up to four, the right one first.
 */
export function answersInPlace(
  answers: readonly LookAnswer[],
  asks: LookAsks,
  right: Conductor,
): LookAnswer[] {
  const [likeliest] = answers;
  if (!likeliest) return [];
  if (asks !== 'conductor') {
    const good = asks === 'home' ? { open: false } : { bridged: false };
    const bad = asks === 'home' ? { open: true } : { bridged: true };
    return [good, bad].map(
      (want) =>
        answers.find((a) => Object.entries(want).every(([k, v]) => a[k as 'open' | 'bridged'] === v)) ?? {
          ...likeliest,
          ...want,
          probability: 0,
        },
    );
  }
  const asIt = (a: LookAnswer) => a.conductor === right && !a.open && !a.bridged;
  const good = answers.find(asIt) ?? { conductor: right, open: false, bridged: false, probability: 0 };
  return [good, ...answers.filter((a) => !asIt(a))].slice(0, 4);
}
