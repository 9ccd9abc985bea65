import { expect, test } from '@playwright/test';
import { ownJob } from '../support/job';
import { cell, kept, open, ready } from '../support/page';

/** Labels as drawing offices write them: every one of them has to open every screen. */
const ODD = ['1A/B/07', '50%', '1#2', '..', '.', '~x', 'Ærø', 'a?b=c&d', 'sweep', 'K1-01 ', '電'.repeat(40)];

test(
  'any label opens the bench, prove, history and its printed code, and is found by go-to',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request, (file) => {
      file.entries = [];
      file.links = file.links
        .slice(0, ODD.length)
        .map((l, i) => ({ ...l, id: ODD[i]!, label: ODD[i]!.trim() || 'x' }));
      // Two labels that differ by a blank only would be one: the ids stay as they are.
      file.links.find((l) => l.id === 'K1-01 ')!.label = 'K1-01 again';
      file.job.policy.practice = {};
    });
    // A page for every label: it has as long as so many stories have.
    test.slow();
    await open(page, `/${job}/rack`);
    for (const id of ODD) {
      const label = id === 'K1-01 ' ? 'K1-01 again' : id;
      const end = ODD.indexOf(id) % 2 ? 'head' : 'tail';
      await page.getByRole('link', { name: 'rack', exact: true }).click();
      await page.keyboard.press('/');
      await page.getByRole('dialog').getByRole('combobox').fill(label);
      await page.keyboard.press('Enter');
      const heading = page.getByRole('heading', { name: label, exact: true });
      await expect(heading, `go to ${label}`).toBeVisible();
      const prove = new URL(page.url()).pathname;
      // By its address as well, as by a printed code.
      await open(page, `${prove.replace('/prove/', '/bench/')}/${end}`);
      await expect(heading, `bench ${label} ${end}`).toBeVisible();
      await page.getByRole('link', { name: 'history', exact: true }).click();
      await expect(page.getByRole('heading', { name: `What happened to ${label}` })).toBeVisible();
      const log = await request.get(`/api/jobs/${job}/links/${prove.split('/').at(-1)!}/history`);
      expect([label, log.status()]).toEqual([label, 200]);
    }
    const labels = await request.post(`/api/jobs/${job}/labels`, {
      data: {
        sheet: { pageWidth: 210, pageHeight: 297, columns: 3, rows: 8, labelWidth: 60, labelHeight: 30, marginLeft: 10, marginTop: 10, gapX: 3, gapY: 3 }, // prettier-ignore
        spots: ['cable-head'],
        links: ODD.filter((l) => !l.includes('電')),
        opens: { base: 'http://192.0.2.7:4848', screen: 'bench' },
      },
    });
    expect(labels.status()).toBe(200);
  },
);

test('two leads change one link: different fields are both kept, the same one asks whose stands', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/setup/links`);
  await page.getByRole('button', { name: /table/ }).first().click();
  const noteOf = (row: number) => page.getByRole('row').nth(row).getByLabel(/note/);
  await noteOf(1).fill('mine');
  await noteOf(1).blur();
  const { plan } = (await (await request.get(`/api/jobs/${job}/site`)).json()) as { plan: { links: { id: string; label: string }[] } }; // prettier-ignore
  const link = plan.links.find((l) => l.label === 'K1-01')!;
  const theirs = await request.post(`/api/jobs/${job}/plan`, {
    data: { put: { links: [{ ...link, note: 'theirs', lengthMetres: 12.5 }] }, by: 'una', from: 'links' },
  });
  expect(theirs.status()).toBe(200);
  await page.getByRole('button', { name: /^Take it in/ }).click();
  const question = page.getByTestId('plan-question');
  await expect(question).toContainText('K1-01, note');
  await question.getByRole('button', { name: 'theirs: theirs' }).click();
  await question.getByRole('button', { name: 'Change the plan' }).click();
  await expect(question).toBeHidden();
  await page.waitForURL(/setup\?kept/);
  const after = (await (await request.get(`/api/jobs/${job}/site`)).json()) as { plan: { revision: number; links: { label: string; note?: string; lengthMetres?: number }[] } }; // prettier-ignore
  expect(after.plan.links.find((l) => l.label === 'K1-01')).toMatchObject({
    note: 'theirs',
    lengthMetres: 12.5,
  });
});

test('a proven link that gets another port asks whether it was moved, and one that was is proven no more', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/rack`);
  await expect(cell(page, 'K1-01')).toHaveAccessibleName(/head proven, tail proven/);
  await page.goto(`/${job}/setup/links`);
  await ready(page);
  await page.getByRole('button', { name: /table/ }).first().click();
  const cableOf = page.getByRole('row').nth(1).getByLabel(/cable/);
  await cableOf.fill('Cat 6A F/UTP');
  await cableOf.blur();
  await page.getByRole('button', { name: /^Take it in/ }).click();
  const question = page.getByTestId('plan-question');
  await expect(question).toContainText('terminated already');
  await question.getByRole('button', { name: 'K1-01: moved on site' }).click();
  await question.getByRole('button', { name: 'Change the plan' }).click();
  await page.waitForURL(/setup\?kept/);
  await kept(page);
  await open(page, `/${job}/rack`);
  await expect(cell(page, 'K1-01')).toHaveAccessibleName(/head stale, tail stale/);
  await open(page, `/${job}/history?link=K1-01`);
  const told = page.getByRole('list', { name: 'History' }).getByRole('listitem');
  await expect(told.filter({ hasText: 'moved on site: cable' })).toHaveCount(1);
  await expect(told.filter({ hasText: 'plan changed, revision 1' })).toHaveCount(1);
});
