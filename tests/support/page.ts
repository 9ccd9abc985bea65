import { expect, type Locator, type Page } from '@playwright/test';

/** Waits until something is there, looked for at every frame: what looks again after a while waits longer than it takes. */
export const there = (page: Page, selector: string): Promise<unknown> =>
  page.waitForFunction((s) => document.querySelector(s)?.checkVisibility(), selector, { timeout: 60_000 });
/** Waits until the page answers to a tap. */
export const ready = (page: Page) => there(page, '[data-ready=true]');
/** Waits until the server has everything. */
export const kept = (page: Page) =>
  page.waitForFunction(
    () => /^all kept/.test(document.querySelector('[data-testid=kept]')?.textContent?.trim() ?? ''),
    undefined,
    { timeout: 60_000 },
  );
/** Waits until what was logged lies on the device's disk: a browser that is closed before may not have written it. */
export const written = (page: Page) => expect(page.getByTestId('kept')).not.toContainText('writing down');
/** The port cell of a link. */
export const cell = (page: Page, label: string) => page.getByRole('link', { name: new RegExp(`^${label}:`) });
/** Says who works on this device: where it asks, or by the button that names whoever it was. */
export async function workAs(page: Page, name: string): Promise<void> {
  const sheet = page.getByRole('dialog', { name: 'Who are you?' });
  if (!(await sheet.isVisible())) await page.getByRole('button', { name: /^Who you are/ }).click();
  await sheet.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  await expect(sheet).toBeHidden();
}
/** Waits until the port on screen takes a pass: it has been there long enough to be seen. */
export const armed = (page: Page) => there(page, '[data-armed=true]');
/** Waits until what to do next takes a press: it has been there long enough to be read. */
export const asks = (page: Page) => there(page, '[data-asks=true]');
/** Opens a page and waits until it answers. */
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await ready(page);
}

/** Chooses from a list under its field, by the name of the option. */
export async function choose(field: Locator, option: string | RegExp): Promise<void> {
  await field.click();
  await field
    .page()
    .getByRole('option', { name: option, exact: typeof option === 'string' })
    .click();
}

/** Presses keys within one turn of the page, named with blanks between: none of them waits for what the one before leads to. */
export const pressAtOnce = (page: Page, keys: string): Promise<void> =>
  page.evaluate(async (typed) => {
    for (const key of typed.split(' ')) {
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      for (let i = 0; i < 12; i++) await null;
    }
  }, keys);

/** Leaves a page without workers, as a browser does that is out of memory: each that is begun fails. */
export const withoutWorkers = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    window.Worker = class {
      onerror: ((event: { message: string }) => void) | null = null;
      constructor() {
        setTimeout(() => this.onerror?.({ message: 'no memory' }));
      }
      postMessage() {}
      terminate() {}
      addEventListener() {}
      removeEventListener() {}
    } as never;
  });
