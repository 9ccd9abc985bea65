import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { KIND_WORDS } from '../../src/core/log/entry-words';
import { bounce, notesPresses } from '../support/bounce';
import { ownJob } from '../support/job';
import { choose, armed, cell, kept, open, ready, workAs } from '../support/page';

test(
  'two windows at once: what one logs appears for the other nothing overwritten',
  { tag: '@laptop' },
  async ({ page, request, browser, baseURL }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/rack`);
    const context = await browser.newContext({ baseURL });
    const other = await context.newPage();
    await open(other, `/${job}/prove/K1-20`);
    await workAs(other, 'Una Brae');
    // What the one before had in the hand is not hers.
    await other.getByRole('button', { name: /^A wiremap meter(?! with)/ }).click();
    await armed(other);
    await other.keyboard.press('a');
    await kept(other);
    await expect(cell(page, 'K1-20')).toHaveAccessibleName(/head proven, tail proven/, { timeout: 20_000 });
    await page.goto(`/${job}/sweep/K2`);
    await ready(page);
    for (const [window, who] of [
      [page, 'Bo Tarn'],
      [other, 'Una Brae'],
    ] as const) {
      await workAs(window, who);
      await open(window, `/${job}/bench/K1-23/tail`);
      await window.getByRole('button', { name: 'log', exact: true }).click();
    }
    for (const window of [page, other]) await window.getByRole('button', { name: /^Log it/ }).click();
    await kept(page);
    await kept(other);
    await open(page, `/${job}/prove/K1-23`);
    await expect(page.getByTestId('twice')).toContainText('by Bo Tarn and Una Brae');
    const log = (await (await request.get(`/api/jobs/${job}/links/K1-23/history`)).json()) as {
      entries: { kind: string; end?: string }[];
    };
    expect(log.entries.filter((e) => e.end === 'tail' && ['seated', 'redone'].includes(e.kind))).toHaveLength(
      2,
    );
    await context.close();
  },
);

test('fail, redo, stale, proven, with the finding written down, undone and told by the history', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await page.keyboard.type('12305678');
  await expect(page.getByTestId('question')).not.toBeEmpty();
  await armed(page);
  // What other jobs found weighs on what is thought likely here: which end it is, is chosen.
  const tail = page.getByRole('group', { name: 'to be done again' }).getByRole('button', { name: 'tail' });
  if ((await tail.getAttribute('aria-pressed')) === 'true') await tail.click();
  await page.getByRole('button', { name: /^Log fail/ }).click();
  await kept(page);
  await open(page, `/${job}/redo`);
  await expect(page.getByTestId('walk')).toContainText('m on foot');
  const card = page.getByRole('article', { name: /^K1-20/ });
  await expect(card.getByTestId(/^slack/).first()).toContainText(/its slack allows/);
  await armed(page);
  await card
    .getByRole('button', { name: /again$/ })
    .first()
    .click();
  await expect(card).toContainText('done again, not proven yet');
  await armed(page);
  await card.getByRole('button', { name: /^As explained/ }).click();
  await expect(page.getByTestId('undo-line')).toContainText('K1-20: found as explained.');
  await page.keyboard.press('u');
  await expect(card.getByRole('button', { name: /^As explained/ })).toBeVisible();
  await armed(page);
  await card.getByRole('button', { name: /^As explained/ }).click();
  await card.getByRole('link', { name: 'Prove it' }).click();
  await expect(page.getByRole('heading', { name: 'K1-20', exact: true })).toBeVisible();
  await armed(page);
  await page.keyboard.press('a');
  await kept(page);
  await open(page, `/${job}/history?link=K1-20`);
  const told = page.getByRole('list', { name: 'History' }).getByRole('listitem');
  await expect(told.first()).toContainText('pass by a wiremap');
  await expect(told.filter({ hasText: 'found:' })).toHaveCount(2);
  await expect(told.filter({ hasText: 'took an entry back' })).toHaveCount(1);
  await expect(told.filter({ hasText: 'fail by a wiremap: contact 4 open' })).toHaveCount(1);
  await choose(page.getByRole('combobox', { name: 'what' }), KIND_WORDS.reading);
  await expect(told).toHaveCount(2);
  const csv = await (await request.get(`/api/jobs/${job}/history?link=K1-20&kind=reading`)).text();
  expect(csv.trimEnd().split('\r\n')).toHaveLength(3);
});

test('an end without slack is flagged before it is cut, and the cable re-pulled resets both', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, (file) => {
    file.links.find((l) => l.id === 'K1-19')!.tail.slackMm = 30;
  });
  await notesPresses(page);
  await open(page, `/${job}/redo`);
  const card = page.getByRole('article', { name: /^K1-19/ });
  await expect(card.getByTestId('slack tail')).toContainText(
    'Do not cut: the tail has 30 mm of slack and one more takes 50 mm',
  );
  await expect(card.getByRole('button', { name: /tail: done again/ })).toBeHidden();
  await armed(page);
  await card.getByRole('button', { name: 'Cable re-pulled' }).click();
  await kept(page);
  await open(page, `/${job}/rack`);
  await expect(cell(page, 'K1-19')).toHaveAccessibleName(/head bare, tail bare/);
});

test('tools are counted, and a dull blade is written down', async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/bench/K2-17/head`);
  await page.getByRole('button', { name: 'log', exact: true }).click();
  await page.getByRole('button', { name: 'Punch tool, low closet' }).click();
  await page.getByRole('group', { name: 'Clean cut?' }).getByRole('button', { name: /^no/ }).click();
  await expect(page.getByRole('group', { name: 'Clean cut?' })).toBeHidden();
  await page.getByRole('button', { name: /^Log it/ }).click();
  await kept(page);
  await open(page, `/${job}/tools`);
  const row = page.getByRole('listitem').filter({ hasText: 'Punch tool, low closet' });
  await expect(row).toContainText('1 terminations, 1 on this blade, leaves tails: change the blade');
  await row.getByRole('button', { name: 'blade changed' }).click();
  await expect(row).toContainText('0 on this blade (changed');
});

test('an older entry is taken back with a reason, and the state is as without it', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/history?link=K1-01`);
  await page.getByRole('button', { name: /^Take back: pass by a wiremap/ }).click();
  await expect(page.getByRole('button', { name: 'take it back' })).toBeDisabled();
  await page.getByLabel('Why it is taken back').fill('The wrong port was read.');
  await page.keyboard.press('Enter');
  await kept(page);
  await page.reload();
  await ready(page);
  await expect(page.getByRole('listitem').first()).toContainText(
    'took an entry back: The wrong port was read.',
  );
  await open(page, `/${job}/rack`);
  await expect(cell(page, 'K1-01')).toHaveAccessibleName(/head seated, tail seated/);
});

test('a long history is read to its first entry, and only what is near the screen is drawn', async ({
  page,
  request,
}) => {
  const NOTES = 600;
  const job = await ownJob(request, (file) => {
    file.entries = Array.from({ length: NOTES }, (_, i) => ({
      id: randomUUID(),
      job: file.job.id,
      link: 'K1-01',
      kind: 'note' as const,
      at: new Date(Date.parse('2026-11-01T08:00:00Z') + i * 60_000).toISOString(),
      by: 'bo',
      // Rows of every height.
      data: { text: `note ${i}. ${'It was looked at once more. '.repeat(i % 9)}` },
    }));
  });
  await open(page, `/${job}/history`);
  await expect(page.getByTestId('how-many')).toHaveText(`${NOTES} entries, the newest first.`);
  const rows = page.getByRole('list', { name: 'History' }).getByRole('listitem');
  await expect(rows.first()).toContainText(`note ${NOTES - 1}.`);
  const drawn: number[] = [];
  await expect(async () => {
    drawn.push(await rows.count());
    await page.evaluate(() => scrollTo(0, document.body.scrollHeight));
    await expect(rows.last()).toContainText('note 0.', { timeout: 1000 });
  }).toPass();
  expect(Math.max(...drawn)).toBeLessThan(80);
  await expect(rows.last()).toHaveAttribute('aria-posinset', String(NOTES));
  // None lies on another, and none is left out between those drawn.
  const boxes = await rows.evaluateAll((all) => all.map((r) => [r.getBoundingClientRect().top, r.getBoundingClientRect().bottom, Number(r.dataset.index)] as const)); // prettier-ignore
  for (const [i, [top, , index]] of boxes.slice(1).entries()) {
    expect(Math.abs(top - boxes[i]![1])).toBeLessThan(1);
    expect(index).toBe(boxes[i]![2] + 1);
  }
});

test('links that are good so far are what is left: a job says that every link is proven only where it is', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, (file) => {
    file.links = file.links.filter((l) => l.id === 'K1-20');
    file.runs = [];
    file.batches = [];
    file.entries = [{ id: randomUUID(), job: file.job.id, link: 'K1-20', kind: 'reading', at: '2026-11-16T12:00:00Z', by: 'bo', data: { reading: { walk: '12345678' } } }]; // prettier-ignore
  });
  await open(page, `/${job}/rack`);
  const next = page.getByRole('region', { name: 'What is next' });
  await expect(next).toContainText('1 good so far, not proven');
  await expect(page.getByText('Every link is proven.')).toHaveCount(0);
  await next.getByRole('link', { name: /^Prove K1-20/ }).click();
  await armed(page);
  await page.keyboard.press('a');
  await kept(page);
  await open(page, `/${job}/rack`);
  await expect(page.getByText('Every link is proven.')).toBeVisible();
});

test('a press that bounces on the redo list does not take the button that moves up under the thumb', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, (file) => {
    file.entries.push({ id: randomUUID(), job: file.job.id, link: 'K1-20', kind: 'reading', at: '2026-11-24T12:00:00Z', by: 'bo', data: { reading: { walk: '123-5678', evidence: 'wiremap', splits: [] } } }); // prettier-ignore
  });
  const doneAgain = async () => {
    const answer = await request.get(`/api/jobs/${job}/history?as=json&kind=redone`);
    const { entries } = (await answer.json()) as {
      entries: { entry: { id: string; link: string; end: string } }[];
    };
    return entries.map(({ entry }) => entry);
  };
  const before = new Set((await doneAgain()).map((e) => e.id));
  await notesPresses(page);
  await open(page, `/${job}/redo`);
  const card = page.getByRole('article', { name: /^K1-20/ });
  await armed(page);
  const head = card.getByRole('button', { name: /^head: .*again$/ }).first();
  await head.scrollIntoViewIfNeeded();
  const box = (await head.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.click(x, y);
  await expect(card.getByRole('button', { name: /^head: .*again$/ })).toHaveCount(0);
  // Else the second press would fall on nothing, and show nothing.
  expect(await bounce(page, 60, { at: [x, y] })).toMatch(/again/);
  // A press that is meant comes after: what the bounce wrote would be kept before it.
  await armed(page);
  await card
    .getByRole('button', { name: /^tail: .*again$/ })
    .first()
    .click();
  await expect(card.getByRole('button', { name: /^tail: .*again$/ })).toHaveCount(0);
  await kept(page);
  const since = (await doneAgain()).filter((e) => !before.has(e.id)).map((e) => `${e.link} ${e.end}`);
  expect(since.sort()).toEqual(['K1-20 head', 'K1-20 tail']);
});
