import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import type { JobFile } from '../../src/core/model/job';
import { ownJob } from '../support/job';
import { armed, choose, kept, open, ready } from '../support/page';

test(
  'a job is handed over: what is open is seen first, signed on the glass, one link refused, and a file is checked',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    const elsewhere = { id: crypto.randomUUID(), job, link: 'K1-20', by: 'ines', at: '2026-11-20T09:00:00Z', device: 'her phone', written: 1, kind: 'note', data: { text: 'behind the desk' } }; // prettier-ignore
    await request.post(`/api/jobs/${job}/entries`, { data: { entries: [elsewhere] } });
    await open(page, `/${job}/handover`);
    await expect(page.getByRole('region', { name: 'Other devices' })).toContainText(
      'does it say “all kept”?',
    );
    await expect(page.getByRole('region', { name: 'Open points' })).toContainText('not made yet');
    const sign = page.getByRole('region', { name: 'Sign for it' });
    const hand = sign.getByRole('button', { name: /^Hand it over/ });
    await sign.getByLabel('taken over by').fill('Ines Rask');
    await expect(hand).toBeDisabled();
    await sign.getByLabel(/open points were shown/).check();
    const glass = sign.locator('canvas');
    await glass.scrollIntoViewIfNeeded();
    const box = (await glass.boundingBox())!;
    await page.mouse.move(box.x + 20, box.y + 40);
    await page.mouse.down();
    for (let i = 1; i < 20; i++) await page.mouse.move(box.x + 20 + i * 8, box.y + 40 + (i % 2) * 20);
    await page.mouse.up();
    await sign.getByText('Some of it is refused').click();
    await sign.getByRole('button', { name: 'Refuse a link' }).click();
    await sign.getByRole('combobox', { name: 'Refused link 1', exact: true }).fill('k1-02');
    await page.getByRole('option', { name: 'K1-02', exact: true }).click();
    await sign.getByLabel('Why link 1 is refused').fill('plate hangs loose');
    await hand.click();
    await expect(page.getByTestId('handed')).toContainText('taken over by Ines Rask');
    await expect(page.getByTestId('handed')).toContainText('1 refused');

    const file = (await (await request.get(`/api/jobs/${job}/export`)).json()) as JobFile;
    const entry = file.entries.find((e) => e.kind === 'handed-over');
    if (entry?.kind !== 'handed-over') throw new Error('nothing was handed over');
    expect(entry.data.signature).toMatch(/^M[\d. ]+L/);
    const record = await request.get(`/api/jobs/${job}/record?as=json`);
    const pdf = await request.get(`/api/jobs/${job}/record`);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');

    // Checked on the device: against the root on the paper, then with one letter changed.
    const check = page.getByRole('region', { name: 'Check a file' });
    await check.getByLabel(/root off the signed paper/).fill(entry.data.root);
    const choose = (text: string) =>
    check.locator('input[type=file]').setInputFiles({ name: 'record.json', mimeType: 'application/json', buffer: Buffer.from(text) }); // prettier-ignore
    const text = await record.text();
    await choose(text);
    await expect(check.getByRole('status')).toContainText('1 came later');
    await choose(text.replace('"Bo Tarn"', '"Bo Tern"'));
    await expect(check.getByRole('status')).toContainText('is not what its log says');
    await choose('not json');
    await expect(check.getByRole('alert')).toContainText('cannot be read');
    // A record that an earlier version handed over is not told as changed for its words.
    await check.getByLabel(/root off the signed paper/).fill('');
    await choose(gunzipSync(readFileSync('tests/fixtures/records/plain-0.11.0.json.gz')).toString());
    await expect(check.getByRole('status')).toContainText('its results are those of its log');

    // No tester takes a refusal back, in one press neither.
    await open(page, `/${job}/prove/K1-02`);
    await expect(page.getByTestId('refused')).toContainText('plate hangs loose');
    await armed(page);
    await page.keyboard.press('a');
    await expect(page.getByTestId('verdict')).toContainText('was refused (Ines Rask: plate hangs loose)');

    // Work after it supersedes it.
    await open(page, `/${job}/redo`);
    await expect(page.getByText('plate hangs loose').first()).toBeVisible();
    await armed(page);
    await page
      .getByRole('article', { name: 'K1-02 to be done again' })
      .getByRole('button', { name: /put right, no new connector/ })
      .click();
    await kept(page);
    await expect(page.getByText('plate hangs loose')).toHaveCount(0);
    await open(page, `/${job}/handover`);
    await expect(page.getByTestId('handed')).toContainText('Superseded');
  },
);

test('a client sees the job by an address of its own, changes nothing, and no more once it is taken back @phone', async ({
  page,
  request,
  browser,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/handover`);
  const section = page.getByRole('region', { name: 'The client' });
  await section.getByRole('button', { name: 'Make an address' }).click();
  await expect(section.getByRole('alert')).toContainText('who the address is for');
  await section.getByLabel('for whom').fill('Harbour board');
  await section.getByRole('button', { name: 'Make an address' }).click();
  const href = (await section.getByTestId('client-address').getAttribute('href'))!;

  const stranger = await browser.newContext({ viewport: { width: 390, height: 664 } });
  const other = await stranger.newPage();
  await other.goto(href);
  await expect(other.getByRole('heading', { level: 1 })).toHaveText('Skerry Point');
  await expect(other.getByRole('main')).not.toContainText('Bo Tarn');
  await other.getByLabel('A link or a room').fill('K1-01');
  await expect(other.getByRole('listitem')).toHaveCount(1);
  const download = other.waitForEvent('download');
  await other.getByRole('link', { name: /The whole record/ }).click();
  expect((await download).suggestedFilename()).toBe(`${job}-record.pdf`);
  const found = await new AxeBuilder({ page: other }).analyze();
  expect(found.violations.map((v) => v.id)).toEqual([]);

  await section.getByRole('button', { name: 'Take it back' }).click();
  await expect(section.getByRole('list', { name: 'Addresses that still work' })).toBeHidden();
  await other.reload();
  await expect(other.getByRole('alert')).toContainText('This address is over');
  await stranger.close();
});

/** A job of which nothing was logged, not for practice. */
const nothingLogged = (file: JobFile): void => {
  file.entries = [];
  delete file.job.policy.practice;
};

test('a work sheet is typed in by the keys alone, with when and by whom, and nothing is a pass that was not read @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, nothingLogged);
  await open(page, `/${job}/handover/type-in`);
  const sheetOf = page.getByRole('combobox', { name: /^the plan that the sheet is of/ });
  await choose(sheetOf, 'a higher number than these');
  await expect(page.getByRole('alert')).toContainText('This device has not heard of that plan');
  await choose(sheetOf, /^plan 0/);
  await choose(page.getByRole('combobox', { name: 'by', exact: true }), 'Ines Rask');
  await page.getByLabel('done at').fill('2026-11-20T15:00');
  const lines = page.locator('input[data-line]');
  await lines.nth(0).fill('mr ok');
  await lines.nth(0).press('Enter');
  await expect(lines.nth(1)).toBeFocused();
  await page.keyboard.type('m 1 2 6 4 5 3 7 8');
  await page.keyboard.press('Enter');
  await page.keyboard.type('done');
  await page.getByRole('button', { name: 'Log 3 lines' }).click();
  await expect(page.getByRole('main').getByRole('status')).toContainText('A line cannot be read');
  // What was typed survives a reload.
  await page.reload();
  await ready(page);
  await expect(lines.nth(2)).toHaveValue('done');
  await lines.nth(2).fill('m');
  await page.getByRole('button', { name: 'Log 3 lines' }).click();
  await expect(page.getByRole('main').getByRole('status')).toContainText('3 lines are in the log');
  await kept(page);
  const file = (await (await request.get(`/api/jobs/${job}/export`)).json()) as JobFile;
  expect(file.entries.map((e) => `${e.kind} ${e.by} ${e.at.slice(0, 10)}`)).toEqual([
    'read-back ines 2026-11-20', 'seated ines 2026-11-20', 'seated ines 2026-11-20', 'seated ines 2026-11-20',
    'reading ines 2026-11-20', 'reading ines 2026-11-20',
  ]); // prettier-ignore
  // One was read good, one was not, and one was only made.
  const states = (await (await request.get(`/api/jobs/${job}`)).json()) as { progress: { proven: number } };
  expect(states.progress.proven).toBe(1);
});

test('a sheet that is older than the plan is typed in by the names it has @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, nothingLogged);
  const { plan } = (await (await request.get(`/api/jobs/${job}/site`)).json()) as { plan: JobFile & { revision: number } }; // prettier-ignore
  const [first, second] = ['K1-01', 'K1-02'].map((id) => plan.links.find((l) => l.id === id)!);
  const links = [
    { ...first!, label: second!.label },
    { ...second!, label: first!.label },
  ];
  expect((await request.post(`/api/jobs/${job}/plan`, { data: { revision: plan.revision, put: { links } } })).ok()).toBe(true); // prettier-ignore
  await open(page, `/${job}/handover/type-in`);
  await expect(page.getByText(/^Say first which plan the sheet is of/)).toBeVisible();
  await choose(page.getByRole('combobox', { name: /^the plan that the sheet is of/ }), `plan ${plan.revision}`); // prettier-ignore
  await page.getByLabel('done at').fill('2026-11-20T15:00');
  const line = page.getByRole('textbox', { name: /^K1-01,/ });
  await line.fill('m ok');
  await expect(page.getByRole('listitem').filter({ has: line })).toContainText('called K1-02 by now');
  // Whoever takes another plan by mistake finds what was typed where it was typed.
  const sheetOf = page.getByRole('combobox', { name: /^the plan that the sheet is of/ });
  await choose(sheetOf, new RegExp(`^plan ${plan.revision + 1},`));
  await expect(line).toHaveValue('m ok');
  await expect(page.getByRole('listitem').filter({ has: line })).not.toContainText('by now');
  await choose(sheetOf, `plan ${plan.revision}`);
  // What was said of the sheet survives a reload, as what was typed does.
  await page.reload();
  await ready(page);
  await expect(line).toHaveValue('m ok');
  await page.getByRole('button', { name: 'Log 1 line' }).click();
  await kept(page);
  const file = (await (await request.get(`/api/jobs/${job}/export`)).json()) as JobFile;
  const reading = file.entries.find((e) => e.kind === 'reading')!;
  expect([reading.link, reading.kind === 'reading' && reading.data.revision]).toEqual([
    'K1-01',
    plan.revision,
  ]);
});
