import type { RunStep, StepKind } from '$core/model/run';

/** What each way is called on its button. */
export const STEP_WORDS: Record<StepKind, string> = {
  along: 'along a wall',
  up: 'up',
  down: 'down',
  through: 'through a wall',
  over: 'over a ceiling',
  loop: 'spare loop',
};

const turnWords = (turn: number | undefined): string =>
  !turn
    ? ''
    : turn === -90
      ? 'left, '
      : turn === 90
        ? 'right, '
        : turn === 180
          ? 'back, '
          : `${Math.abs(turn)}° ${turn < 0 ? 'left' : 'right'}, `;

/** A step in words, such as `left, along a wall`. */
export const stepWords = (s: RunStep): string =>
  `${turnWords(s.turn)}${s.slab ? (s.slab === 'up' ? 'through a ceiling' : 'through a floor') : STEP_WORDS[s.go]}`;
