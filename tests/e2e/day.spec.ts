import { chromium, expect, test, type BrowserContext, type Page } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER } from '../support/browser';
import { pedal } from '../support/bench';
import { allSeated, demoCopy } from '../support/job';
import { armed, cell, kept, open, ready, written } from '../support/page';
import { served, type Served } from '../support/served';

const JOB = 'day-out';
let dir: string;
let server: Served;
let context: BrowserContext | undefined;
test.beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'gauntlet-day-'));
  server = await served({ GAUNTLET_DB: join(dir, 'day.db') });
  const file = demoCopy(JOB);
  allSeated(file, 'K1');
  const answer = await fetch(`${server.base}/api/jobs/import`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(file),
  });
  expect(answer.status).toBe(201);
});
test.afterEach(async () => {
  await context?.close();
  await server.end();
  rmSync(dir, { recursive: true, force: true });
});

/** A browser that keeps what it has when it is closed, as a phone does. */
async function browser(use: object): Promise<Page> {
  context = await chromium.launchPersistentContext(join(dir, 'profile'), {
    ...use,
    executablePath: BROWSER,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    reducedMotion: 'reduce',
  });
  await context.addInitScript(() => {
    localStorage.setItem('gauntlet:me', JSON.stringify({ id: 'bo', name: 'Bo Tarn' }));
    localStorage.setItem('gauntlet:tester', 'wiremap');
  });
  return context.pages()[0]!;
}

async function pass(page: Page, label: string): Promise<void> {
  await expect(page.getByRole('heading', { name: label, exact: true })).toBeVisible();
  await armed(page);
  await page.keyboard.press('a');
  await expect(page.getByTestId('undo-line')).toContainText(`${label}: pass logged`);
}

/** Takes a picture of the end whose bench is open. */
async function takePicture(page: Page): Promise<void> {
  await page.locator('input[type=file]').setInputFiles({
    name: 'jack.png',
    mimeType: 'image/png',
    buffer: Buffer.from(
      await page.evaluate(async () => {
        const canvas = new OffscreenCanvas(640, 480);
        canvas.getContext('2d')!.fillRect(100, 100, 300, 200);
        return [...new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())];
      }),
    ),
  });
  await expect(page.getByText(/^Photo kept/)).toBeVisible();
}

test('a day without the server: terminated, proven, done again with a picture, the browser closed and opened, and all of it goes up once', async ({
  viewport,
  isMobile,
  hasTouch,
}) => {
  const use = { viewport, isMobile, hasTouch };
  let page = await browser(use);
  const at = (path: string) => `${server.base}/${JOB}/${path}`;
  await open(page, at('bench/K2-01/head'));
  await page.getByRole('button', { name: /^Read and understood/ }).click();
  await kept(page);
  await open(page, at('rack'));
  await expect(page.getByTestId('kept')).toHaveText('all kept, works offline');
  const port = new URL(server.base).port;
  server.child.kill('SIGKILL');
  await server.end();

  const ten = Array.from({ length: 10 }, (_, i) => String(i + 1).padStart(2, '0'));
  await open(page, at('sweep/K2'));
  await page.getByRole('button', { name: /^On to the ports/ }).click();
  for (const n of ten) {
    await expect(page.getByRole('heading', { name: `K2-${n}`, exact: true })).toBeVisible();
    await pedal(page);
  }
  await expect(page.getByTestId('kept')).toHaveText('10 waiting for the server');
  await open(page, at('prove/K1-01'));
  for (const n of ten.slice(0, 4)) await pass(page, `K1-${n}`);
  await expect(page.getByRole('heading', { name: 'K1-05', exact: true })).toBeVisible();
  await armed(page);
  await page.keyboard.type('12305678');
  await expect(page.getByTestId('question')).not.toBeEmpty();
  await armed(page);
  await page.getByRole('button', { name: /^Log fail/ }).click();
  await expect(page.getByRole('heading', { name: 'K1-06', exact: true })).toBeVisible();
  await written(page);

  await open(page, at('bench/K1-05/tail'));
  await page.getByRole('button', { name: 'log', exact: true }).click();
  await takePicture(page);
  await expect(page.getByTestId('kept')).toContainText('1 picture waiting for the server');
  await open(page, at('redo'));
  const card = page.getByRole('article', { name: /^K1-05/ });
  await armed(page);
  await card.getByRole('button', { name: /punched again|done again/ }).first().click(); // prettier-ignore
  await expect(card).toContainText('done again, not proven yet');
  await written(page);

  await context!.close();
  page = await browser(use);
  await open(page, at('prove/K1-05'));
  await pass(page, 'K1-05');
  for (const n of ten.slice(5)) await pass(page, `K1-${n}`);
  await written(page);
  await page.reload();
  await ready(page);
  await expect(page.getByTestId('kept')).toContainText('picture waiting for the server');
  await open(page, at('rack'));
  await expect(cell(page, 'K1-05')).toHaveAccessibleName(/head proven, tail proven/);
  await expect(cell(page, 'K2-10')).toHaveAccessibleName(/head seated/);

  server = await served({ GAUNTLET_DB: join(dir, 'day.db'), PORT: port });
  await page.reload();
  await ready(page);
  await kept(page);
  const log = (await (await fetch(`${server.base}/api/jobs/${JOB}/export`)).json()) as ReturnType<typeof demoCopy>; // prettier-ignore
  const of = (link: string) =>
    log.entries
      .filter((e) => 'link' in e && e.link === link)
      .map((e) => e.kind)
      .filter((k) => k !== 'cautioned');
  for (const n of ten) {
    expect(of(`K2-${n}`)).toEqual(['seated']);
    if (n !== '05') expect(of(`K1-${n}`)).toEqual(['seated', 'seated', 'reading']);
  }
  expect(of('K1-05')).toEqual(['seated', 'seated', 'reading', 'photo', 'redone', 'reading']);
  const photo = log.entries.find((e) => e.kind === 'photo' && e.link === 'K1-05')!;
  const { data } = photo as { data: { photo: string } };
  expect((await fetch(`${server.base}/api/jobs/${JOB}/photos/${data.photo}`)).status).toBe(200);
});

test('a server that is put back from a backup gets what this device logged since, and says so @phone', async ({
  viewport,
  isMobile,
  hasTouch,
}) => {
  const page = await browser({ viewport, isMobile, hasTouch });
  const file = join(dir, 'day.db');
  const run = (script: string, ...args: string[]) =>
    spawnSync(process.execPath, ['--import', 'tsx', `scripts/${script}.ts`, ...args], {
      env: { ...process.env, GAUNTLET_DB: file },
      encoding: 'utf8',
    });
  await open(page, `${server.base}/${JOB}/prove/K1-01`);
  await pass(page, 'K1-01');
  await kept(page);
  expect(run('backup', join(dir, 'copies')).status).toBe(0);
  for (const n of ['02', '03']) await pass(page, `K1-${n}`);
  await kept(page);
  await open(page, `${server.base}/${JOB}/setup`);
  await page.getByLabel('Name of the new panel').fill('Z9');
  await page.getByRole('button', { name: 'Add a panel' }).click();
  await expect(page.getByLabel('Name of panel Z9')).toBeVisible();
  await open(page, `${server.base}/${JOB}/bench/K1-05/tail`);
  await page.getByRole('button', { name: 'log', exact: true }).click();
  await takePicture(page);
  await kept(page);
  await expect(page.getByTestId('sent-again')).toBeHidden();
  const port = new URL(server.base).port;
  await server.end();
  const [copy] = readdirSync(join(dir, 'copies'));
  expect(run('restore', join(dir, 'copies', copy!), '--yes').stdout).toContain('is in place');

  server = await served({ GAUNTLET_DB: file, PORT: port });
  await expect(page.getByTestId('sent-again')).toContainText(
    /without \d entries that it had from this device/,
    { timeout: 60_000 },
  );
  await kept(page);
  const log = (await (await fetch(`${server.base}/api/jobs/${JOB}/export`)).json()) as ReturnType<typeof demoCopy>; // prettier-ignore
  for (const n of ['01', '02', '03'])
    expect(log.entries.filter((e) => 'link' in e && e.link === `K1-${n}` && e.kind === 'reading'), n).toHaveLength(1); // prettier-ignore
  const photo = log.entries.find((e) => e.kind === 'photo' && e.link === 'K1-05') as { data: { photo: string } }; // prettier-ignore
  const path = `${server.base}/api/jobs/${JOB}/photos/${photo.data.photo}`;
  await expect.poll(async () => (await fetch(path)).status, { timeout: 60_000 }).toBe(200);
  await page.getByTestId('sent-again').getByRole('button', { name: 'All right' }).click();
  await expect(page.getByTestId('sent-again')).toBeHidden();
  // A plan may have been changed since: what was changed here is made again once somebody says so.
  const panels = async () => ((await (await fetch(`${server.base}/api/jobs/${JOB}/export`)).json()) as ReturnType<typeof demoCopy>).panels.map((p) => p.name); // prettier-ignore
  expect(await panels()).not.toContain('Z9');
  const lost = page.getByTestId('lost-changes');
  await expect(lost).toContainText('set up, panels: 1 panel put in or changed');
  await lost.getByRole('button', { name: 'Make it again' }).click();
  await expect(lost).toBeHidden();
  expect(await panels()).toContain('Z9');
  await page.reload();
  await ready(page);
  await kept(page);
  await expect(page.getByTestId('sent-again')).toBeHidden();
});
