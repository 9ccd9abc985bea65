import { expect, type Page } from '@playwright/test';
import { conductorLabel, type PairConductor } from '../../src/core/wiring/conductors';

/** Presses the main action, as a pedal does, once the screen takes a press. */
export async function pedal(page: Page): Promise<void> {
  await expect(page.locator('[data-main-action]').last()).toBeEnabled();
  await page.keyboard.press('PageDown');
}

/** Presses the button of a conductor at the read-back. */
export const hold = (page: Page, conductor: string) =>
  page
    .getByRole('group', { name: 'What you hold' })
    .getByRole('button', { name: new RegExp(`^${conductorLabel(conductor as PairConductor)}( |\\d|$)`) })
    .click();

/** Takes the end on screen through all gates, cautions first, with these conductors in the hand. */
export async function terminate(page: Page, conductors: readonly string[]): Promise<void> {
  for (const name of [/^Read and understood/, /^It is this one/, /^Prepared/, /^In order/])
    await page.getByRole('button', { name }).click();
  for (const c of conductors) await hold(page, c);
  for (const name of [/^(Crimped|Punched)/, /^All as it should be/, /^Log it/])
    await page.getByRole('button', { name }).click();
}
