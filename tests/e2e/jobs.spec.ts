import { expect, test } from '@playwright/test';
import type { JobFile } from '../../src/core/model/job';
import { ownJob } from '../support/job';

test('a job is found, copied, put away and taken out, brought in beside itself, and deleted by its name @phone', async ({
  page,
  request,
}) => {
  const name = `Quay ${Math.random().toString(36).slice(2, 8)}`;
  const job = await ownJob(request, (file) => {
    file.job.name = name;
    file.job.policy.about = { client: 'Harbour board', address: '3 Quay Street' };
  });
  await page.goto('/?all');
  const line = page.getByRole('list', { name: 'Jobs', exact: true }).getByRole('listitem').filter({ hasText: name }); // prettier-ignore
  await expect(line.first()).toContainText('Harbour board, 3 Quay Street');

  await page.getByLabel('Look in all jobs').fill(name.toUpperCase());
  await page.getByRole('button', { name: 'Look' }).click();
  await expect(page.getByRole('list', { name: 'What was found' }).getByRole('link')).toHaveCount(1);

  await page.getByRole('button', { name: `More about ${name}` }).click();
  await page.getByRole('button', { name: 'With its panels and links' }).click();
  await expect(page.getByRole('alert')).toContainText('Give the new job a name');
  await page.getByLabel('a new job like this one').fill(`${name} again`);
  await page.getByRole('button', { name: 'With its panels and links' }).click();
  await expect(page).toHaveURL(/-again\/rack$/);

  await page.goto('/?all');
  await page.getByRole('button', { name: `More about ${name} again` }).click();
  await page.getByRole('button', { name: /^Put it away/ }).click();
  await page.getByText(/^Put away, \d+/).click();
  await page.getByRole('list', { name: 'Jobs put away' }).getByRole('button', { name: `More about ${name} again` }).click(); // prettier-ignore
  await page.getByRole('button', { name: 'Delete it …' }).click();
  const gone = page.getByRole('button', { name: 'Delete for good' });
  await page.getByLabel('type its name').fill(name);
  await expect(gone).toBeDisabled();
  await page.getByLabel('type its name').fill(`${name} again`);
  await gone.click();
  await expect(page.getByText(`${name} again`)).toHaveCount(0);

  const file = (await (await request.get(`/api/jobs/${job}/export`)).json()) as JobFile;
  await page.locator('input[type=file]').setInputFiles({
    name: 'job.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  });
  await expect(page.getByRole('alert')).toContainText('is here already');
  await page.getByLabel('bring it in beside the one that is here').fill(`${name} beside`);
  await page.getByRole('button', { name: 'Bring it in under this name' }).click();
  await expect(page).toHaveURL(/-beside\/rack$/);
});
