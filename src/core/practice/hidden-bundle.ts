import { normalFrom, randomFrom, seedOf } from './random';
import type { ToneBundle } from '../survey/tone';
import { HEARING_DB } from '../survey/tone';

/** What a bundle of loose cables really is, in practice: cable 1 first. */
export interface HiddenBundle {
  /** The link of each cable. */
  links: readonly string[];
  /** Two cables, by number, that copper joins; and one that is broken. */
  bridged: readonly [number, number] | null;
  open: number | null;
}

/** From so many cables on, a practice bundle has a bridged pair and a broken cable. */
const ENOUGH_FOR_FAULTS = 6;

/** The same job and closet always hide the same bundle. */
export function hiddenBundle(job: string, closet: string, links: readonly string[]): HiddenBundle {
  const random = randomFrom(seedOf('bundle', job, closet, ...links));
  const shuffled = [...links];
  for (let i = shuffled.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [shuffled[i], shuffled[j]] = [shuffled[j]!, shuffled[i]!];
  }
  const faulty = links.length >= ENOUGH_FOR_FAULTS;
  return {
    links: shuffled,
    bridged: faulty ? [1, 2] : null,
    open: faulty ? 3 : null,
  };
}

/** The numbers that answer a main unit on a cable, with these remotes put out. */
export function bundleAnswers(
  bundle: HiddenBundle,
  cable: number,
  placed: readonly { remote: number; link: string }[],
): number[] {
  if (bundle.open === cable) return [];
  const joined = bundle.bridged?.includes(cable) ? bundle.bridged : [cable];
  const links = joined.map((c) => bundle.links[c - 1]);
  return placed
    .filter((p) => links.includes(p.link))
    .map((p) => p.remote)
    .sort((a, b) => a - b);
}

/** What a probe shows at a cable, in decibels below the loudest, heard once: the model's level and a little noise. */
export const probeLevel = (bundle: ToneBundle, cable: number, toned: number, random: () => number): number =>
  bundle.level(cable, toned) + (HEARING_DB / 2) * normalFrom(random);
