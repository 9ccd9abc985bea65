import { expect, test } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { ownJob } from '../support/job';
import { cell, open } from '../support/page';

test(
  'a run is tapped and typed on a phone, drawn to scale, and its length goes into the plan of its cables',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/run`);
    await page.getByRole('button', { name: 'Begin a run' }).tap();
    await expect(page.getByTestId('run length')).toHaveText('0 m');
    await page.getByRole('textbox', { name: 'run', exact: true }).fill('Under the stairs');
    const steps = page.getByRole('region', { name: 'Next step' });
    await steps.getByRole('button', { name: 'up', exact: true }).tap();
    await steps.getByRole('button', { name: 'along a wall' }).tap();
    const step = page.getByTestId('step');
    await step.getByLabel('how far').fill('2,5');
    await expect(page.getByTestId('run length')).toHaveText('3.5 m');
    // What is no length is said, and the step stays what it was.
    await step.getByLabel('how far').fill('far');
    await expect(step.getByRole('alert')).toContainText('“far” is not a length');
    await expect(page.getByTestId('run length')).toHaveText('3.5 m');
    await steps.getByRole('button', { name: 'through a wall' }).tap();
    const takes = page.getByTestId('run takes');
    await expect(takes).toContainText('100 mm from the corner, the same on both sides');
    await expect(page.getByText(/make sure what is behind/)).toBeVisible();
    await step.getByLabel(/from the corner/).fill('near');
    await step.getByLabel(/from the corner/).blur();
    await expect(step.getByRole('alert')).toContainText('“near” is not a length here');
    await step.getByLabel(/from the corner/).fill('120');
    await step.getByLabel(/from the corner/).blur();
    await expect(takes).toContainText('120 mm from the corner');
    await step.getByLabel('I know what is behind it').check();
    await step.getByLabel(/I looked through it/).check();
    await expect(page.getByText(/make sure what is behind/)).toBeHidden();
    // Drawn on from above by touch: on from its end, at a right angle where it is nearly one.
    await page.getByRole('button', { name: 'Draw it from above' }).tap();
    const plan = page.getByTestId('plan of the run');
    const box = (await plan.boundingBox())!;
    await page.touchscreen.tap(box.x + box.width * 0.82, box.y + box.height * 0.9);
    await expect(page.getByRole('heading', { name: /Step 4: right, along a wall/ })).toBeVisible();
    await page.getByRole('button', { name: 'undo' }).tap();
    await expect(page.getByTestId('run length')).toHaveText('3.7 m');
    // Half done, it is there again after a reload.
    await page.reload();
    await expect(page.getByTestId('run length')).toHaveText('3.7 m');
    await page.getByText('Which cables are in it?').tap();
    await page.getByRole('checkbox', { name: 'K2-20', exact: true }).check();
    await page.getByText('Keep it in the plan').tap();
    await expect(page.getByRole('link', { name: /Under the stairs/ })).toContainText('3.7 m');
    const file = (await (await request.get(`/api/jobs/${job}/export`)).json()) as { runs: { name: string; links: string[] }[]; links: { label: string; lengthMetres?: number }[] }; // prettier-ignore
    expect(file.runs.find((r) => r.name === 'Under the stairs')!.links).toHaveLength(1);
    expect(file.links.find((l) => l.label === 'K2-20')!.lengthMetres).toBe(3.7);
    // The same cable lies in no other run.
    await page.getByRole('link', { name: /along the skirting/ }).tap();
    await expect(page.getByText(/The local code says/)).toBeVisible();
    await expect(page.getByText(/too tight/)).toBeVisible();
    await page.getByText('Which cables are in it?').tap();
    await expect(page.getByRole('checkbox', { name: /^K2-20: in Under the stairs/ })).toBeDisabled();
  },
);

test(
  'two who change the same run are asked: a draft never overwrites what another did meanwhile',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/run/galley-skirting`);
    await page.getByRole('region', { name: 'Next step' }).getByRole('button', { name: 'spare loop' }).click();
    const file = (await (await request.get(`/api/jobs/${job}/export`)).json()) as { runs: { id: string; steps: object[] }[] }; // prettier-ignore
    const run = file.runs.find((r) => r.id === 'galley-skirting')!;
    const theirs = { ...run, steps: [...run.steps, { go: 'down', metres: 9 }] };
    expect((await request.post(`/api/jobs/${job}/plan`, { data: { put: { runs: [theirs] } } })).ok()).toBe(
      true,
    );
    // Opened anew it stands on the newer plan, and the draft still on the older one.
    await page.reload();
    await expect(page.getByRole('heading', { name: /Step 5: spare loop/ })).toBeVisible();
    await page.getByText('Keep it in the plan').click();
    await expect(page.getByRole('dialog')).toContainText(/5 steps, 16.3 m/);
  },
);

test(
  'clip marks print at life size: the line that says 100 mm is 100 mm long',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/run/galley-skirting/marks`);
    const line = await page.getByRole('img', { name: 'Clip marks of step 1' }).first().evaluate((svg) => {
      const path = [...svg.querySelectorAll('path')].at(-1)!;
      // CSS: an inch is 96 px and 25.4 mm.
      return (path.getBoundingClientRect().width / 96) * 25.4;
    }); // prettier-ignore
    expect(Math.abs(line - 100)).toBeLessThan(1);
  },
);

test(
  'a cable is logged as pulled by the marks on its jacket, and its box goes on where it ended',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/kit`);
    const cable = page.getByRole('region', { name: 'Cable' });
    await cable.getByText('Pull list').first().tap();
    const row = cable
      .getByRole('row')
      .filter({ has: page.getByRole('button', { name: 'pulled' }) })
      .first();
    const label = (await row.getByRole('cell').nth(2).textContent())!;
    await row.getByRole('button', { name: 'pulled' }).tap();
    const sheet = page.getByRole('dialog');
    await sheet.getByLabel('mark where it begins').fill('305');
    await sheet.getByLabel('mark where it ends').fill('305');
    await expect(sheet.getByRole('alert')).toContainText('Both marks are the same');
    await sheet.getByLabel('mark where it ends').fill('0275');
    await sheet.getByRole('button', { name: /It is 30 m long, give or take 0.5 m/ }).tap();
    await expect(sheet).toBeHidden();
    // It is cut: no longer on the list, and its box goes on where it ended.
    await expect(cable.getByRole('cell', { name: label, exact: true })).toBeHidden();
    await expect(cable.getByText(/box 1: 275 m left by its marks/)).toBeVisible();
    await expect(page.getByRole('region', { name: 'Used' })).toContainText('30 m cut for one cable');
    const pulled = async () => {
      const { entries } = (await (await request.get(`/api/jobs/${job}/export`)).json()) as { entries: { kind: string }[] }; // prettier-ignore
      return entries.filter((e) => e.kind === 'pulled').length;
    };
    await expect.poll(pulled).toBe(1);
    await open(page, `/${job}/history`);
    await expect(page.getByText(/cable pulled: 30.0 m ± 0.5 m, marks 305 to 275 m/)).toBeVisible();
  },
);

test(
  'marks that do not go with what was measured take a proof back',
  { tag: '@phone' },
  async ({ page, request }) => {
    let metres = 0;
    const job = await ownJob(request, (file) => {
      const link = file.links.find((l) => l.id === 'K1-20')!;
      metres = link.lengthMetres = 30;
      file.entries = file.entries.filter((e) => !('link' in e) || e.link !== link.id);
      file.entries.push({ id: randomUUID(), job: file.job.id, link: link.id, kind: 'reading', at: '2026-11-16T12:00:00Z', by: 'bo', data: { reading: { evidence: 'wiremap-length', walk: '12345678', splits: [], lengthMetres: metres } } }); // prettier-ignore
    });
    await open(page, `/${job}/rack`);
    await expect(cell(page, 'K1-20')).toHaveAccessibleName(/proven/);
    await open(page, `/${job}/bench/K1-20/head`);
    await page.getByRole('button', { name: 'prep', exact: true }).tap();
    await page.getByText('how long to cut it, and its length').tap();
    await page.getByLabel('mark where it begins').fill('100');
    await page.getByLabel('mark where it ends').fill('145');
    await page.getByRole('button', { name: /It is 45 m long/ }).tap();
    await expect(
      page.getByText(/K1-20 is proven no more\. By the marks on its jacket 45\.0 m/),
    ).toBeVisible();
    await open(page, `/${job}/prove/K1-20`);
    await expect(page.getByText(/was a provisional pass: By the marks/)).toBeVisible();
  },
);

test('prices are the user’s own, stay on the device, and are asked about where they may mean two things', { tag: '@phone' }, async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/kit`);
  await expect(page.getByTestId('time left')).toContainText(/days of one person, nine times in ten between/);
  await page.getByText('Prices and rates').tap();
  const hour = page.getByLabel('price of an hour of one person');
  await hour.fill('1,250');
  await hour.blur();
  await expect(page.getByRole('alert')).toContainText('may be 1.25 or 1250');
  await hour.fill('42,50');
  await hour.blur();
  await expect(page.getByTestId('cost').getByRole('row', { name: /the work that is left/ })).toContainText(/\d\.\d\d/);
  await open(page, `/${job}/kit`);
  await expect(page.getByTestId('cost')).toBeVisible();
  // What a client may read has none of it.
  expect(await (await request.get(`/api/jobs/${job}/site`)).text()).not.toContain('42.5');
}); // prettier-ignore
