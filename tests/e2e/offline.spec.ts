import { expect, test } from '@playwright/test';
import { allSeated, ownJob } from '../support/job';
import { choose, armed, cell, kept, open, ready } from '../support/page';

test('with the server gone every screen opens, a reload too, and what was logged goes up when it is back @phone', async ({
  page,
  request,
  context,
}) => {
  const job = await ownJob(request, (file) => allSeated(file, 'K1'));
  await open(page, `/${job}/prove/K1-01`);
  await expect(page.getByTestId('kept')).toHaveText('all kept, works offline');
  await context.setOffline(true);
  for (const screen of [
    'rack',
    'bench/K1-02/head',
    'redo',
    'trace',
    'round',
    'history',
    'tools',
    'terms',
    'setup',
  ]) {
    await open(page, `/${job}/${screen}`);
    await expect(page.getByRole('heading').first()).toBeVisible();
  }
  await open(page, `/${job}/prove/K1-01`);
  await page.reload();
  await ready(page);
  await armed(page);
  await page.keyboard.press('a');
  await expect(page.getByTestId('undo-line')).toContainText('K1-01: pass logged');
  await expect(page.getByRole('heading', { name: 'K1-02', exact: true })).toBeVisible();
  await page.keyboard.type('12305678');
  await expect(page.getByTestId('question')).not.toBeEmpty();
  await armed(page);
  await page.getByRole('button', { name: /^Log fail/ }).click();
  await expect(page.getByTestId('kept')).toHaveText('2 waiting for the server');
  await page.reload();
  await ready(page);
  await expect(page.getByTestId('kept')).toContainText('2');
  await open(page, `/${job}/rack`);
  await expect(cell(page, 'K1-01')).toHaveAccessibleName(/head proven, tail proven/);
  await expect(cell(page, 'K1-02')).toHaveAccessibleName(/failed/);
  // An older entry is taken back without the server as well.
  await open(page, `/${job}/history?link=K1-01`);
  await page.getByRole('button', { name: /^Take back: pass/ }).click();
  await page.getByLabel('Why it is taken back').fill('wrong port');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('kept')).toHaveText('3 waiting for the server');
  await open(page, `/${job}/rack`);
  await expect(cell(page, 'K1-01')).toHaveAccessibleName(/head seated, tail seated/);
  await context.setOffline(false);
  await kept(page);
  const log = async (link: string) =>
    ((await (await request.get(`/api/jobs/${job}/links/${link}/history`)).json()) as { entries: { kind: string }[] }).entries.map((e) => e.kind); // prettier-ignore
  expect(await log('K1-01')).toEqual(['seated', 'seated', 'reading', 'void']);
  expect(await log('K1-02')).toEqual(['seated', 'seated', 'reading']);
});

test('a job is asked for whole once, and then only for what is new @phone', async ({ page, request }) => {
  const job = await ownJob(request);
  const asked: string[] = [];
  page.on('request', (r) => {
    const { pathname, search } = new URL(r.url());
    if (pathname.endsWith('/site')) asked.push(search.includes('from') ? 'new' : 'whole');
  });
  await open(page, `/${job}/rack`);
  await expect(page.getByTestId('kept')).toHaveText('all kept, works offline');
  expect(asked).toEqual(['whole']);
  asked.length = 0;
  await page.reload();
  await ready(page);
  expect(asked).toEqual(['new']);
});

test('a job that was never opened here says so without a server, in a sentence @phone', async ({
  page,
  request,
  context,
}) => {
  const [known, other] = [await ownJob(request), await ownJob(request)];
  await open(page, `/${known}/rack`);
  await expect(page.getByTestId('kept')).toHaveText('all kept, works offline');
  await context.setOffline(true);
  await page.goto(`/${other}/rack`);
  await expect(page.getByRole('heading', { name: 'No server' })).toBeVisible();
  await expect(page.getByText('this device has not opened this job before')).toBeVisible();
});

test('what another tab of this browser logs goes up once, and both show it @laptop', async ({
  page,
  request,
  context,
}) => {
  const job = await ownJob(request, (file) => allSeated(file, 'K1'));
  await open(page, `/${job}/prove/K1-01`);
  const tab = await context.newPage();
  await open(tab, `/${job}/prove/K1-05`);
  await context.setOffline(true);
  for (const [p, label] of [[page, 'K1-01'], [tab, 'K1-05']] as const) {
    await p.bringToFront();
    await armed(p);
    await p.keyboard.press('a');
    await expect(p.getByTestId('undo-line')).toContainText(`${label}: pass logged`);
  } // prettier-ignore
  await context.setOffline(false);
  await kept(page);
  await kept(tab);
  await expect(cell(tab, 'K1-01')).toHaveAccessibleName(/head proven/);
  for (const label of ['K1-01', 'K1-05']) {
    const { entries } = (await (await request.get(`/api/jobs/${job}/links/${label}/history`)).json()) as { entries: { kind: string }[] }; // prettier-ignore
    expect(entries.filter((e) => e.kind === 'reading')).toHaveLength(1);
  }
});

test(
  'what the server had before the signal went is there after a reload without it',
  { tag: '@laptop' },
  async ({ page, request, context }) => {
    const job = await ownJob(request, (file) => allSeated(file, 'K1'));
    await open(page, `/${job}/prove/K1-01`);
    await expect(page.getByTestId('kept')).toHaveText('all kept, works offline');
    await armed(page);
    await page.keyboard.press('a');
    await expect(page.getByTestId('undo-line')).toContainText('K1-01: pass logged');
    await kept(page);
    const keptHere = () =>
      page.evaluate(async (path) => {
        const beside = (await (await caches.match(path))!.json()) as { difference: { states: { link: string; head: { state: string } }[] } | null }; // prettier-ignore
        return beside.difference?.states.find((s) => s.link === 'K1-01')?.head.state;
      }, `/api/jobs/${job}/site?beside`);
    await expect.poll(keptHere, { timeout: 60_000 }).toBe('proven');
    await context.setOffline(true);
    await open(page, `/${job}/rack`);
    await expect(cell(page, 'K1-01')).toHaveAccessibleName(/head proven, tail proven/);
  },
);

test(
  'entries carried here by file go up once; one that is refused is mended where it is shown',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    const note = (link: string, by: string, text: string) => ({
      id: crypto.randomUUID(),
      job,
      link,
      kind: 'note',
      at: '2026-11-20T09:00:00Z',
      by,
      device: 'her phone',
      data: { text },
    });
    const carried = [note('K1-20', 'bo', 'seen on a walk'), note('K1-99', 'gone', 'ceiling is closed')];
    const file = { name: 'entries.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(carried)) }; // prettier-ignore
    await open(page, `/${job}/history`);
    await page.getByText('Carry entries to another device').click();
    const input = page.getByLabel('Take in a file of another device');
    await input.setInputFiles(file);
    const clock = page.getByTestId('their-clock');
    await expect(clock).toContainText('2 entries are by that clock');
    // That device is an hour ahead of this one.
    const ahead = await page.evaluate((ms) => new Intl.DateTimeFormat('sv-SE', { dateStyle: 'short', timeStyle: 'short' }).format(Date.now() + ms), 3_600_000); // prettier-ignore
    await clock.getByLabel('it shows').fill(ahead.replace(' ', 'T'));
    await clock.getByRole('button', { name: 'Take them in by that' }).click();
    await expect(page.getByRole('status').filter({ hasText: '2 entries taken in.' })).toBeVisible();
    const refused = page.getByRole('alert', { name: 'Not kept by the server' });
    await expect(refused).toContainText('Nobody in the crew is "gone"');
    await refused.getByRole('button', { name: 'Mend it' }).click();
    await choose(refused.getByLabel('whose it is'), 'Bo Tarn');
    await refused.getByRole('button', { name: 'Send it like this' }).click();
    await expect(refused).toContainText('There is no link "K1-99"');
    await refused.getByRole('button', { name: 'Mend it' }).click();
    await refused.getByLabel('of which link').fill('K1-21');
    await refused.getByRole('button', { name: 'Send it like this' }).click();
    await expect(refused).toBeHidden();
    await kept(page);
    await input.setInputFiles(file);
    await clock.getByRole('button', { name: 'It is right' }).click();
    await expect(clock).toBeHidden();
    await kept(page);
    for (const link of ['K1-20', 'K1-21']) {
      const { entries } = (await (await request.get(`/api/jobs/${job}/links/${link}/history`)).json()) as { entries: { kind: string; clockErrorMs?: number }[] }; // prettier-ignore
      const notes = entries.filter((e) => e.kind === 'note');
      expect(notes).toHaveLength(1);
      // The time of the other clock goes by minutes.
      expect(Math.round((notes[0]!.clockErrorMs ?? 0) / 600_000)).toBe(6);
    }
  },
);
