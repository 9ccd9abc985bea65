import type { TraceEvent } from '../model/trace-event';
import type { Projection } from '../log/projection';
import { placedIn, type RoundPlan } from './rounds';
import type { TraceAnswer } from './trace';

type Begun = Extract<TraceEvent, { did: 'begun' }>;

/** An answer with who gave it. */
export interface SharedAnswer extends TraceAnswer {
  by: string;
}

/** A trace as its log tells it: on every device the same. */
export interface SharedTrace {
  id: string;
  /** Who planned it, and when; missing as long as only later steps of it have arrived. */
  begun?: Pick<Begun, 'closet' | 'links' | 'loose' | 'rounds' | 'home'> & { by: string; at: string };
  /** Rounds whose remotes are in their outlets, by index. */
  placed: number[];
  /** Answers that stand, the latest last; one for each cable of a round. */
  answers: SharedAnswer[];
  /** Rounds that are done with, and the cables that were not tried in them. */
  closed: { round: number; untried: number[] }[];
  ended?: true;
}

/** Traces by their ids. */
export type SharedTraces = Record<string, SharedTrace>;

/**
 * The traces of a job as a projection of its log. Steps may come in any order, as from two devices whose clocks
 * differ a little: a step of a trace is kept though its plan is yet to come. The last answer of a cable in a round
 * stands.
 */
export const sharedTraces: Projection<SharedTraces> = {
  kinds: ['trace'],
  init: () => ({}),
  step: (all, e) => {
    if (e.kind !== 'trace') return all;
    const { data } = e;
    const trace = (all[data.trace] ??= { id: data.trace, placed: [], answers: [], closed: [] });
    if (trace.ended) return all;
    switch (data.did) {
      case 'begun': {
        const { closet, links, loose, rounds, home } = data;
        trace.begun = { closet, links, loose, rounds, home, by: e.by, at: e.at };
        return all;
      }
      case 'placed':
        if (!trace.placed.includes(data.round)) trace.placed.push(data.round);
        return all;
      case 'answered': {
        const { round, cable, numbers } = data;
        trace.answers = trace.answers.filter((a) => a.round !== round || a.cable !== cable);
        if (numbers) trace.answers.push({ round, cable, numbers, by: e.by });
        return all;
      }
      case 'closed':
        trace.closed = trace.closed.filter((c) => c.round !== data.round);
        trace.closed.push({ round: data.round, untried: data.untried });
        return all;
      case 'reopened':
        trace.closed = trace.closed.filter((c) => c.round !== data.round);
        return all;
      case 'ended':
        // Only that it ended is kept: what it found stands with its links.
        all[data.trace] = { id: data.trace, placed: [], answers: [], closed: [], ended: true };
        return all;
    }
  },
};

/** A trace with its plan. */
export type OpenTrace = SharedTrace & Required<Pick<SharedTrace, 'begun'>>;

/** Traces that go on, the one begun last first. */
export const openTraces = (all: SharedTraces): OpenTrace[] =>
  Object.values(all)
    .filter((t): t is OpenTrace => !t.ended && t.begun !== undefined)
    .sort((a, b) => Date.parse(b.begun.at) - Date.parse(a.begun.at));

/** Its walks, with every remote's number. */
export const planOf = ({ begun: { rounds, home } }: OpenTrace): RoundPlan => ({
  rounds: rounds.map((r) => ({ ...r, placed: placedIn(r.stops) })),
  home,
  metres: rounds.reduce((s, r) => s + r.metres, 0) + home.metres,
});

/** The round it has come to: the first that is not done with; as many as there are rounds once all are. */
export function roundOf({ begun, closed }: OpenTrace): number {
  const i = begun.rounds.findIndex((_, round) => !closed.some((c) => c.round === round));
  return i < 0 ? begun.rounds.length : i;
}

/** Everything that counts as answered: what was told, and silence of cables that were never tried in a round done with. */
export function answersOf({ answers, closed }: SharedTrace): TraceAnswer[] {
  const silent = closed.flatMap(({ round, untried }) =>
    untried
      .filter((cable) => !answers.some((a) => a.round === round && a.cable === cable))
      .map((cable): TraceAnswer => ({ round, cable, numbers: [] })),
  );
  return [...silent, ...answers];
}
