import { CONTACTS } from '../wiring/conductors';
import type { PlacedContact } from '../wiring/legend';

/** How a plug is held: which face is up, and whether one looks at its cable side or into its nose. */
export interface PlugView {
  up: 'contacts' | 'latch';
  from: 'rear' | 'front';
}
/** Holes or channels of a plug: in one line, or odd and even contacts in two rows. */
export type PlugRows = 'single' | 'staggered';

/**
 * The eight contacts of a plug as they are seen. Contacts up, latch below and the cable toward you, contact 1 is
 * at the left: IEC 60603-7 (from memory). Each turn, over or end for end, mirrors left and right; turning the plug
 * over also exchanges the rows. In two rows with the contacts up, 2 4 6 8 lie above 1 3 5 7 (common practice).
 */
export function seenInPlug(view: PlugView, rows: PlugRows): PlacedContact[] {
  const oneAtLeft = (view.up === 'contacts') === (view.from === 'rear');
  return CONTACTS.map((contact, i) => {
    const even = i % 2 === 1;
    return {
      contact,
      x: oneAtLeft ? i : 7 - i,
      y: rows === 'single' ? 0 : even === (view.up === 'contacts') ? 0 : 1,
    };
  }).sort((a, b) => a.x - b.x);
}

/** How the plug is held, in words. */
export const plugViewWords = (view: PlugView): string =>
  `${view.up === 'contacts' ? 'contacts up, latch below' : 'latch up, contacts below'}, ` +
  (view.from === 'rear' ? 'cable toward you' : 'looking into the nose');
