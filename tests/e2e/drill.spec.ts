import { expect, test, type Page } from '@playwright/test';
import type { JobFile } from '../../src/core/model/job';
import { belongsAt } from '../../src/core/bench/seats';
import { examOf } from '../../src/core/drill/exam';
import { conductorLabel } from '../../src/core/wiring/conductors';
import { ownJob } from '../support/job';
import { open, written } from '../support/page';

const T568A = ['W-G', 'G', 'W-O', 'BL', 'W-BL', 'O', 'W-BR', 'BR'];
const drilled = async (page: Page, job: string) =>
  ((await (await page.request.get(`/api/jobs/${job}/export`)).json()) as JobFile).entries.filter(
    (e) => e.kind === 'drilled',
  );

test(
  'the order is taught, asked, marked with the name of the slip, and kept with the crew',
  { tag: '@phone' },
  async ({ page, request }, info) => {
    const job = await ownJob(request);
    await open(page, `/${job}/drill`);
    await page.getByRole('button', { name: 'Only the order' }).click();
    await expect(page.getByRole('region', { name: 'The rule' })).toContainText(
      'White comes first, but for blue',
    );
    await page.getByRole('button', { name: /^Ask me/ }).click();
    await expect(page.getByText('Lay T568A, contacts up, from the left.')).toBeVisible();
    // On a phone by touch, at a desk by its keys alone: W-BL 1, BL 2, W-O 3, O 4, W-G 5, G 6, W-BR 7, BR 8.
    const keys = ['5', '6', '3', '2', '1', '4', '7', '8'];
    const conductors = page.getByRole('group', { name: 'Conductors' });
    const lay = async (i: number) => {
      if (info.project.name === 'phone')
        await conductors.getByRole('button', { name: T568A[i], exact: true }).click(); // prettier-ignore
      else await page.keyboard.press(keys[i]!);
    };
    const status = page.getByRole('main').getByRole('status');
    const done = async () => {
      const so = page.getByRole('button', { name: /^So it lies/ });
      await expect(so).toBeEnabled();
      // A press right after what it answers came on screen is not taken: it is pressed until it is, and never twice.
      await expect(async () => {
        if (info.project.name === 'phone' && (await so.isVisible())) await so.click({ timeout: 1000 });
        else if (await so.isVisible()) await page.keyboard.press('PageDown');
        await expect(status).toBeVisible({ timeout: 1000 });
      }).toPass();
    };
    for (const i of [0, 1, 2, 3, 4, 5, 6, 7]) await lay(i);
    await done();
    await expect(status).toContainText('Right.');
    await expect(page.getByTestId('score')).toHaveText('1 of 1 right');
    const ask = page.getByRole('button', { name: /^Ask me/ });
    const next = page.getByRole('button', { name: /^Next/ });
    await expect(async () => {
      if (await next.isVisible()) await next.click({ timeout: 1000 });
      await expect(ask).toBeVisible({ timeout: 1000 });
    }).toPass();

    // Latch up, laid as if the contacts were: upside down, and named so.
    await ask.click();
    await expect(page.getByText('Lay T568A, latch up, from the left.')).toBeVisible();
    for (const i of [0, 1, 2, 3, 4, 5, 6, 7]) await lay(i);
    await done();
    await expect(status).toContainText('Not right.');
    await expect(status).toContainText(/upside down/i);
    await written(page);
    await expect.poll(async () => (await drilled(page, job)).length).toBe(2);
    const entries = await drilled(page, job);
    expect(entries.map((e) => (e.kind === 'drilled' ? [e.data.skill, e.data.rating > 1] : []))).toEqual([
      ['order/T568A/contacts', true],
      ['order/T568A/latch', false],
    ]);

    // What was got wrong comes back, and is told of the one who teaches.
    await page.getByRole('button', { name: 'enough for now' }).click();
    await expect(page.getByRole('region', { name: 'What each can' })).toContainText('Bo Tarn');
  },
);

test(
  'the end at fault is looked for minute by minute, and the planner’s way stands beside it',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/drill`);
    await page.getByRole('button', { name: 'Only which end' }).click();
    await page.getByRole('button', { name: /^Ask me/ }).click();
    await expect(page.getByTestId('reads')).not.toBeEmpty();
    const press = async (name: RegExp | string) => {
      const steps = page.getByRole('main').getByRole('listitem');
      const before = await steps.count();
      await expect(async () => {
        if ((await steps.count()) > before) return;
        await page.getByRole('button', { name }).click({ timeout: 1000 });
        await expect.poll(() => steps.count(), { timeout: 2000 }).toBeGreaterThan(before);
      }).toPass();
    };
    await page.getByRole('button', { name: /^contact 1/ }).click();
    await press('Look at it');
    await expect(page.getByRole('listitem').filter({ hasText: 'looked at 1 at the head' })).toContainText(
      '0.5 min',
    );
    // Doing both ends again and taking other leads mends whatever an end can have: dear, but found.
    const found = page.getByRole('region', { name: 'The best way' });
    for (const [end, what] of [
      ['at the panel', 'Do the whole head again'],
      ['at the outlet', 'Do the whole tail again'],
      ['at the panel', 'Take another lead here'],
      ['at the outlet', 'Take another lead here'],
      ['at the panel', 'Check port and remote'],
    ] as const) {
      if (!(await page.getByRole('group', { name: 'At which end' }).isVisible())) break;
      await page.getByRole('button', { name: new RegExp(`^${end}`) }).click();
      await press(what);
    }
    await expect(found).toContainText(/min; the planner takes/, { timeout: 60_000 });
    await expect(found).toContainText('believes');
  },
);

test('an exam goes on after a reload, its time counted, and says at its end what was right @phone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/drill/exam`);
  await page.getByLabel('its name').fill('no!');
  await page.getByRole('button', { name: /^Begin/ }).click();
  await expect(page.getByRole('alert')).toContainText('3 to 12 letters and digits');
  await page.getByLabel('its name').fill('k3f7q');
  await page.getByRole('button', { name: /^Begin/ }).click();
  const { questions } = examOf('K3F7Q');
  const heading = page.getByRole('heading', { level: 1 });
  for (const [i, q] of questions.slice(0, 4).entries()) {
    await expect(heading).toHaveText(`Question ${i + 1} of 20`);
    if (q.kind === 'number') await page.getByLabel(`in ${q.unit}`).fill(String(q.right));
    else if (q.kind === 'choice')
      for (const o of q.options.filter((x) => q.right.includes(x.id)))
        await page.getByRole('button', { name: o.says, exact: true }).click();
    else
      for (const c of q.asked)
        await page.getByRole('group', { name: 'Conductors' }).getByRole('button', { name: conductorLabel(belongsAt(q.family, q.order, c) as never), exact: true }).click(); // prettier-ignore
    const done = page.getByRole('main').locator('[data-main-action]');
    // A press right after the question came is not taken: it is pressed until the next one is there, and never twice.
    await expect(async () => {
      if ((await heading.textContent()) === `Question ${i + 1} of 20`) await done.click({ timeout: 1000 });
      await expect(heading).toHaveText(`Question ${i + 2} of 20`, { timeout: 1000 });
    }).toPass();
  }
  await written(page);
  await page.reload();
  await expect(heading).toHaveText('Question 5 of 20');
  await page.evaluate((key) => {
    const kept = JSON.parse(localStorage.getItem(key)!) as { beganAt: string };
    localStorage.setItem(key, JSON.stringify({ ...kept, beganAt: new Date(Date.now() - 31 * 60_000).toISOString() })); // prettier-ignore
  }, `gauntlet:exam:${job}`);
  await page.reload();
  await expect(heading).toHaveText('Exam K3F7Q: not passed');
  await expect(page.getByTestId('exam-result')).toContainText('4 of 20');
  expect((await drilled(page, job)).filter((e) => (e.data as { exam?: string }).exam === 'K3F7Q')).toHaveLength(4); // prettier-ignore
  const paper = await request.get(`/api/jobs/${job}/exam?seed=K3F7Q&answers=1`);
  expect((await paper.body()).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await request.get(`/api/jobs/${job}/exam?seed=!`)).status()).toBe(400);
});

test(
  'a whole termination is watched gate by gate: what is stopped is put right, and all that was wrong is told',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/drill`);
    await page.getByRole('button', { name: 'Only a whole termination' }).click();
    await page.getByRole('button', { name: /^Ask me/ }).click();
    const gate = page.locator('[aria-current=step]');
    const told = page.getByRole('region', { name: 'What was wrong' });
    let alarms = 0;
    for (const at of ['identify', 'prep', 'lay', 'read-back', 'look']) {
      await expect(gate).toHaveText(at);
      await expect(page.getByTestId('facts')).not.toBeEmpty();
      // Everything is stopped for: all that is wrong is caught, and the rest is told as false alarms.
      for (const stop of await page.getByRole('button', { name: /^Stop/ }).all()) {
        // What was stopped for is answered, and cannot be stopped for again at this gate.
        await expect(async () => {
          if (await stop.isEnabled()) await stop.click({ timeout: 1000 });
          await expect(stop).toBeDisabled({ timeout: 1000 });
        }).toPass();
        alarms++;
      }
      await expect(async () => {
        if ((await gate.count()) && (await gate.textContent()) === at)
          await page.getByRole('button', { name: /^All is well/ }).click({ timeout: 1000 });
        await expect(gate.filter({ hasText: at })).toHaveCount(0, { timeout: 1000 });
      }).toPass();
    }
    expect(alarms).toBeGreaterThan(5);
    await expect(told).toContainText('Stopped for nothing');
    await expect(told).not.toContainText('let through');
    await expect(page.getByRole('main').getByRole('status')).toContainText('times for nothing');
    await expect.poll(async () => (await drilled(page, job)).length).toBe(1);
    const [entry] = await drilled(page, job);
    expect(entry!.data).toMatchObject({
      skill: expect.stringMatching(/^termination\//) as unknown,
      rating: 1,
    });
  },
);
