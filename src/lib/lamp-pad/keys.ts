import type { KeyHelp } from '$lib/controls/keys';

/** Keys of the lamp pad and the log buttons below it. */
export const PROVE_KEYS: KeyHelp[] = [
  { keys: ['a', 'Enter'], does: 'all as ordered: log the pass, on to the next port' },
  { keys: ['1', '…', '8', 's'], does: 'the lamp that lit' },
  { keys: ['0', '-'], does: 'none lit' },
  { keys: ['+'], does: 'one more lit with the last' },
  { keys: ['Backspace'], does: 'take the last answer back' },
  { keys: ['Enter'], does: 'log what is read' },
  { keys: ['r'], does: 'read again' },
];
