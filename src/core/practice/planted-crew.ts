import type { MadeUpCrew } from './crew';

const steady = (share: number) => () => share;

/**
 * The crew of the demo's job of trend. Planted: a punch tool whose blade wears, a second box of jacks with bent contacts,
 * a trainee who learns.
 */
export const PLANTED_CREW: MadeUpCrew = {
  job: 'gannet-house',
  name: 'Gannet House',
  seed: 20261003,
  links: 192,
  left: 48,
  begins: '2026-10-05',
  people: [
    { id: 'ida', name: 'Ida Voss', role: 'lead', minutes: 4.5, wrong: steady(0.01) },
    { id: 'rolf', name: 'Rolf Tamm', role: 'technician', minutes: 5, wrong: steady(0.015) },
    {
      id: 'nell',
      name: 'Nell Harrow',
      role: 'trainee',
      minutes: 7,
      wrong: (made) => (made < 30 ? 0.25 : 0.03),
    },
  ],
  blade: { missed: 0.0012, growth: 1.6, changedAfter: 150 },
  lot: { from: 220, bent: 0.4 },
};
