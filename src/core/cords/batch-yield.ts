import { worstState } from '../log/next';
import type { LinkStatus } from '../log/state';
import type { Link } from '../model/job';
import { ENDS, type End } from '../wiring/conductors';

/** A cord that was refused or read wrong and is not proven since, with why. */
export interface RefusedCord {
  cord: Link;
  end: End;
  reason: string;
}

/** How a batch stands. */
export interface BatchYield {
  cords: number;
  proven: number;
  /** Proven with both ends made once. */
  firstTime: number;
  bareEnds: number;
  refused: RefusedCord[];
  /** When cords were proven, oldest first, in milliseconds: the pace is told from it. */
  provenAt: number[];
}

/** How a batch stands, from the states of its cords. */
export function batchYield(cords: readonly Link[], statusOf: (id: string) => LinkStatus): BatchYield {
  const out: BatchYield = { cords: cords.length, proven: 0, firstTime: 0, bareEnds: 0, refused: [], provenAt: [] }; // prettier-ignore
  for (const cord of cords) {
    const status = statusOf(cord.id);
    out.bareEnds += ENDS.filter((e) => status[e].state === 'bare').length;
    for (const end of ENDS)
      if (status[end].state === 'failed')
        out.refused.push({ cord, end, reason: status[end].reason ?? 'It read wrong.' });
    if (worstState(status) !== 'proven') continue;
    out.proven++;
    if (ENDS.every((e) => status[e].attempt <= 1)) out.firstTime++;
    if (status.lastReading) out.provenAt.push(Date.parse(status.lastReading.at));
  }
  out.provenAt.sort((a, b) => a - b);
  return out;
}
