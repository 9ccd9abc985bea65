import { expect, test } from '@playwright/test';
import { ownJob } from '../support/job';
import { open } from '../support/page';

test(
  'what the job takes adds up, cable comes whole from its boxes, and it is saved',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/kit`);
    const jacks = page.getByRole('row', { name: /punch-down jack/ });
    await expect(jacks).toBeVisible();
    const [, all, done, left, spare, take] = await jacks
      .getByRole('cell', { includeHidden: true })
      .allTextContents();
    expect(Number(all)).toBe(Number(done) + Number(left));
    expect(Number(take)).toBe(Number(left) + Number(spare));
    const cable = page.getByRole('region', { name: 'Cable' });
    await expect(cable).toContainText('no way of cutting takes fewer than');
    await cable.getByLabel(/part boxes/).fill('90 x');
    await expect(cable.getByRole('alert')).toContainText('“x” is no length');
    await cable.getByLabel(/part boxes/).fill('90');
    await expect(cable).toContainText('part box of 90 m');
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as CSV' }).click();
    expect((await download).suggestedFilename()).toContain('kit.csv');
  },
);

test(
  'the trend claims nothing of chance, names causes with their links, and says when it is done',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/trend`);
    await expect(page.getByRole('region', { name: 'Right at once' })).toContainText(/\d+ of \d+, between \d+ % and \d+ %/); // prettier-ignore
    await expect(page.getByRole('region', { name: 'Causes' })).toContainText('missed punch');
    const when = page.getByRole('region', { name: 'When it will be done' });
    const heading = when.getByRole('heading');
    await expect(heading).toContainText('nine chances in ten');
    const before = await heading.textContent();
    await when.getByLabel('hours a day at it').fill('1');
    await expect(heading).not.toHaveText(before!);
    // Whoever is no lead sees their own figures among the people, and nobody else's.
    await page.getByText('by person').click();
    await expect(page.getByRole('listitem').filter({ hasText: 'Bo Tarn' }).first()).toBeVisible();
    await expect(page.getByText('Una Brae')).toBeHidden();
  },
);
