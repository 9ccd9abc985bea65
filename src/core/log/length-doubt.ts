import { FROM_MARKS, FROM_PLAN, LEAST_LINK_METRES } from '../electrical/limits';
import type { EntryOf } from '../model/entry';
import type { LaidLink } from './laid-link';

/** The length that was last measured of a cable, and what somebody was asked about it and stood by. */
export interface MeasuredCable {
  metres: number;
  /** The length it was held against when somebody stood by the cable, in metres. */
  stoodAgainst?: number;
}

/** What is odd about a measured length, as a question for who measured it; '' where nothing is. */
export function lengthDoubt(metres: number, link: LaidLink): string {
  if (metres < LEAST_LINK_METRES)
    return `${metres} m is not a link: is the remote plugged into the main unit?`;
  const planned = link.lengthMetres;
  if (planned === undefined) return '';
  const error = link.lengthErrorMetres;
  if (error !== undefined) {
    const most = Math.max(FROM_MARKS.share * planned, FROM_MARKS.metres) + error;
    return Math.abs(metres - planned) > most
      ? `By the marks on its jacket ${planned.toFixed(1)} m, give or take ${error.toFixed(1)} m; measured ${metres} m: is this the right cable?`
      : '';
  }
  return Math.abs(metres - planned) > Math.max(FROM_PLAN.share * planned, FROM_PLAN.metres)
    ? `Planned ${planned} m, measured ${metres} m: is this the right cable?`
    : '';
}

/** Whether somebody stands by the cable of a reading against the length it is held against now. */
const standsBy = (data: Pick<EntryOf<'reading'>['data'], 'confirmed' | 'confirmedAgainst'>, link: LaidLink) =>
  Boolean(data.confirmed?.includes('length')) &&
  // A reading of an earlier version says not against what: against what was known when it was taken.
  (data.confirmedAgainst === undefined || data.confirmedAgainst === link.lengthMetres);

/**
 * What is to be asked about the length of a cable before a reading of it can pass; '' where nothing is. A reading
 * without a length answers nothing of what an earlier one asked: an open question stays, until a length goes with what
 * is known of the cable or somebody stands by it.
 */
export function openQuestion(
  data: Pick<EntryOf<'reading'>['data'], 'reading' | 'confirmed' | 'confirmedAgainst'>,
  link: LaidLink,
): string {
  const own = data.reading.lengthMetres;
  if (own !== undefined && own < LEAST_LINK_METRES) return lengthDoubt(own, link);
  if (standsBy(data, link)) return '';
  return own === undefined ? questionOfCable(link) : lengthDoubt(own, link);
}

/** What the length last measured of a cable leaves to be asked; '' where it goes with what is known, or somebody stands by it. */
export const questionOfCable = ({ measured, ...link }: LaidLink): string =>
  measured && measured.stoodAgainst !== link.lengthMetres ? lengthDoubt(measured.metres, link) : '';

/** The length that counts of a cable after it was measured once more: who stood by it stands by the same length again. */
export function measuredAgain(metres: number, link: LaidLink): MeasuredCable {
  const { measured, ...rest } = link;
  const same =
    measured && !lengthDoubt(metres, { ...rest, lengthMetres: measured.metres, lengthErrorMetres: 0 });
  return { ...(same ? measured : {}), metres };
}

/** The length that counts of a cable after a reading that can be read. One read over an open or a short is of a part of it. */
export function measuredAfter(data: EntryOf<'reading'>['data'], link: LaidLink): MeasuredCable | undefined {
  const { lengthMetres: own, walk, distances, joins } = data.reading;
  const whole = !walk.includes('-') && !distances?.length && !joins?.head.length && !joins?.tail.length;
  const metres = own !== undefined && own >= LEAST_LINK_METRES && whole ? own : link.measured?.metres;
  if (metres === undefined) return undefined;
  const stood = data.confirmed?.includes('length') ? (data.confirmedAgainst ?? link.lengthMetres) : undefined;
  if (stood !== undefined) return { metres, stoodAgainst: stood };
  return metres === link.measured?.metres ? link.measured : { metres };
}
