import { navigating } from '$app/state';

/** A key and what it does, for the list behind `?`. */
export interface KeyHelp {
  keys: string[];
  does: string;
}

/** Keys that work on every screen. */
export const SHELL_KEYS: KeyHelp[] = [
  { keys: ['/'], does: 'go to a link by its label' },
  { keys: ['?'], does: 'show the keys' },
  { keys: ['Page Down'], does: 'do the main thing here (a pedal or ring remote sends this key)' },
  { keys: ['←', '→'], does: 'port before, port after' },
  { keys: ['Page Up'], does: 'bench: gate before' },
  { keys: ['1', '…', '9'], does: 'bench: the conductor in your hand, as numbered on its button' },
  { keys: ['[', ']'], does: 'panel before, panel after' },
  { keys: ['k', 'b', 'p', 'd', 'e'], does: 'rack, bench, prove, redo, trace' },
  { keys: ['u'], does: 'undo the last thing' },
  { keys: ['t'], does: 'paper or closet theme' },
];

/** Whether a key press belongs to a field that is being typed in or chosen from, or to a dialog. */
export function typing(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  if (!target) return false;
  return (
    target.matches('input, textarea, [contenteditable]') ||
    target.closest('[role="dialog"], [role="combobox"], [role="listbox"]') !== null
  );
}

/**
 * Whether another screen of the job is on its way: the one still shown is done with, and what is pressed now is meant for
 * the next. Such a screen asks no server; one that does may be long in coming, and the work goes on meanwhile.
 */
export const leaving = (): boolean => navigating.to?.route.id?.startsWith('/[job]/') ?? false;

/** Whether a key is a screen's: neither a field's or a button's, nor the browser's. */
export const forAScreen = (event: KeyboardEvent): boolean =>
  !event.ctrlKey && !event.metaKey && !event.altKey && !typing(event) && !pressesFocus(event);

/** Whether a key is for the screen that is shown, and not for the next one. */
export const forThisScreen = (event: KeyboardEvent): boolean => forAScreen(event) && !leaving();

/** Whether the key would press the button or link that has the focus. */
export const pressesFocus = (event: KeyboardEvent): boolean =>
  (event.key === 'Enter' || event.key === ' ') &&
  (event.target as HTMLElement | null)?.closest('button, a') !== null;
