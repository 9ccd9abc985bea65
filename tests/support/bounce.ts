import type { Page } from '@playwright/test';

declare global {
  interface Window {
    pressMade?: number;
  }
}

/** Where a press comes again: by a key, or at a point of the page. */
export type Again = { key: string } | { at: readonly [x: number, y: number] };

/** Has a page note when presses are made, for `bounce`; before it is opened. */
export const notesPresses = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    const note = (event: Event) => {
      if (event.isTrusted) window.pressMade = event.timeStamp;
    };
    for (const type of ['keydown', 'click']) addEventListener(type, note, true);
  });

/**
 * The last press comes again, made some ms after it: the page is told so, however late on a slow machine it gets to it.
 * @returns the text of what it fell on
 */
export const bounce = (page: Page, ms: number, again: Again): Promise<string> =>
  page.evaluate(
    async ({ ms, again }) => {
      const made = window.pressMade! + ms;
      await new Promise((done) => setTimeout(done, made - performance.now()));
      const on = 'at' in again ? document.elementFromPoint(...again.at) : document.activeElement;
      const target = on ?? document.body;
      const press = (event: Event): boolean => {
        Object.defineProperty(event, 'timeStamp', { value: made });
        return target.dispatchEvent(event);
      };
      const options = { bubbles: true, cancelable: true, composed: true };
      const text = target.textContent;
      if (!('key' in again)) press(new MouseEvent('click', options));
      else if (
        press(new KeyboardEvent('keydown', { ...options, key: again.key })) &&
        again.key === 'Enter' &&
        target.closest('button, a')
      )
        press(new MouseEvent('click', options));
      return text;
    },
    { ms, again },
  );
