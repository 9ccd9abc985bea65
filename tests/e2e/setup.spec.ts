import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { COLUMN_WORDS } from '../../src/core/schedule/columns';
import ExcelJS from 'exceljs';
import type { JobFile } from '../../src/core/model/job';
import { ownJob } from '../support/job';
import { choose, kept, open, ready } from '../support/page';

const fileOf = async (page: import('@playwright/test').Page, job: string) =>
  (await (await page.request.get(`/api/jobs/${job}/export`)).json()) as JobFile;

/** A schedule as it comes from elsewhere, with other names for its columns and errors planted in it. */
const SCHEDULE = [
  'Cable ID,Patch panel,Port,Where it goes,Type,Length,Wiring',
  'N1-01,N1,1,101,Cat 6 U/UTP,31.4,B',
  'N1-02,N1,2,101,Cat 6 U/UTP,"32,5",B',
  'N1-03,N1,2,102,Cat 6 U/UTP,41,B',
  'N1-04,N1,99,102,Cat 6 U/UTP,40,B',
  'N1-05,N1,5,103,Cat 6 U/UTP,93,B',
  'N1-06,N1,6,103,Cat 6 U/UTP,30,T568C',
  'N1-07,N1,7,,Cat 6A F/UTP,22,A',
].join('\r\n');

test(
  'a job from nothing: a schedule with planted errors is mended and taken in, and its labels open',
  { tag: '@laptop' },
  async ({ page }) => {
    await page.goto('/new');
    await page.getByRole('button', { name: 'Begin this job' }).click();
    await expect(page.getByRole('alert')).toContainText('Give the job a name');
    const name = `Wing ${test.info().project.name} ${Date.now()}`;
    await page.getByLabel('name', { exact: true }).fill(name);
    await page.getByLabel(/^people, one a line/).fill('Ada Fenn\nTom Rill');
    await page.getByRole('button', { name: 'Begin this job' }).click();
    await ready(page);
    const job = new URL(page.url()).pathname.split('/')[1]!;

    await page.getByRole('link', { name: 'Bring in the links' }).click();
    await page.getByLabel(/Bring a schedule/).setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(SCHEDULE) }); // prettier-ignore
    // One column is called what nobody calls it: it is matched by hand.
    await expect(page.getByRole('alert')).toContainText('Still to be chosen: room');
    await choose(page.getByLabel('Where it goes is'), COLUMN_WORDS.tail_room);
    await page.getByRole('button', { name: 'Look at the 7 rows' }).click();

    const bad = page.getByRole('region', { name: 'Bad cells' });
    await expect(bad).toContainText('Port 2 of N1 is taken by N1-02');
    await expect(bad).toContainText('at most 96 ports, not 99');
    await expect(bad).toContainText('“T568C” is not a scheme');
    await expect(bad).toContainText('The room is missing');
    await expect(page.getByLabel('port of row 3')).toHaveAttribute('aria-invalid', 'true');
    await page.getByRole('button', { name: /^Take the mend/ }).click();
    for (const port of ['3', '4'])
      await page.getByRole('button', { name: `use port ${port}, which is free` }).click();
    await page.getByRole('button', { name: 'keep 93 m, it is meant so' }).click();
    await expect(bad.getByRole('listitem')).toHaveCount(1);
    // Half done, the rows survive a reload.
    await page.reload();
    await ready(page);
    await page.getByRole('button', { name: /^Go on with the 7 rows/ }).click();
    await page.getByLabel('room of row 7', { exact: true }).fill('104');
    await page.getByLabel('room of row 7', { exact: true }).press('Tab');
    const keep = page.getByRole('button', { name: 'keep 93 m, it is meant so' });
    if (await keep.isVisible()) await keep.click();
    await expect(page.getByTestId('schedule-says')).toContainText('7 new links, new panel N1');
    await page.getByRole('button', { name: /^Take it in/ }).click();
    await expect(page.getByRole('status')).toContainText('7 links taken in');

    const file = await fileOf(page, job);
    expect(file.links.map((l) => [l.label, l.head.port, l.lengthMetres])).toEqual([
      ['N1-01', 1, 31.4],
      ['N1-02', 2, 32.5],
      ['N1-03', 4, 41],
      ['N1-04', 3, 40],
      ['N1-05', 5, 93],
      ['N1-06', 6, 30],
      ['N1-07', 7, 22],
    ]);
    expect(file.links.find((l) => l.label === 'N1-07')!.shielded).toBe(true);
    expect(file.crew.map((p) => p.role).sort()).toEqual(['lead', 'technician']);

    await open(page, `/${job}/labels`);
    await expect(page.getByRole('img', { name: /^First page: 14 labels/ })).toBeVisible();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: /^14 labels on 1 page/ }).click();
    const pdf = readFileSync(await (await download).path());
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    // What was printed is known, and told once it no longer holds.
    await page.getByRole('button', { name: /^Yes, 14 are printed/ }).click();
    await kept(page);
    const before = await fileOf(page, job);
    const renamed = { ...before.links[0]!, label: 'N1-99' };
    await page.request.post(`/api/jobs/${job}/plan`, { data: { put: { links: [renamed] } } });
    await page.getByRole('button', { name: /^Somebody changed the plan/ }).click();
    await expect(page.getByText('N1-99 has a label that says something else since')).toBeVisible();
    await page.getByRole('button', { name: 'print just those' }).click();
    await expect(page.getByRole('button', { name: /^2 labels on 1 page/ })).toBeVisible();
    await page.getByText('Adjust the sheet').click();
    await page.getByLabel('label wide').fill('90');
    await expect(page.getByRole('alert')).toContainText('3 labels side by side take 270 mm');
  },
);

test('a job with no panels opens every screen and says what to do first @phone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, (file) => {
    Object.assign(file, { spaces: [], panels: [], outlets: [], links: [], entries: [] });
    delete file.job.policy.practice;
  });
  const wrong: string[] = [];
  page.on('pageerror', (e) => wrong.push(e.message));
  for (const path of ['rack', 'bench', 'prove', 'redo', 'round', 'readings', 'history', 'tools', 'terms', 'trace', 'trace/tone', 'trace/flags', 'labels', 'setup', 'setup/links', 'setup/places']) {
    await open(page, `/${job}/${path}`);
    await expect(page.getByRole('main'), path).toBeVisible();
  } // prettier-ignore
  expect(wrong).toEqual([]);
  await open(page, `/${job}/rack`);
  await expect(page.getByRole('main')).toContainText('This job has no panels yet');
  await page.getByRole('link', { name: 'Set the job up' }).click();
  await expect(page.getByRole('link', { name: 'Bring in the links' })).toBeVisible();
});

test(
  'a pattern lays ports to rooms, a file that is no spreadsheet is refused in a sentence',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/setup/links`);
    const bring = page.getByLabel(/Bring a schedule/);
    await bring.setInputFiles({
      name: 'photo.xlsx',
      mimeType: 'image/png',
      buffer: Buffer.from([0x89, 0x50, 0, 1]),
    });
    await expect(page.getByRole('alert')).toContainText('This is not a spreadsheet');
    await bring.setInputFiles({
      name: 'huge.csv',
      mimeType: 'text/csv',
      buffer: Buffer.alloc(20_000_000, 'a'),
    });
    await expect(page.getByRole('alert')).toContainText('The file is 20 MB');
    await page.getByRole('button', { name: /^Lay a pattern/ }).click();
    await page.getByLabel('panel', { exact: true }).fill('N1');
    await page.getByLabel('closet', { exact: true }).fill('Low closet');
    await page.getByLabel('rooms').fill('112-101');
    await page.getByRole('button', { name: 'Lay it out' }).click();
    await expect(page.getByRole('alert')).toContainText('runs backwards');
    await page.getByLabel('rooms').fill('101-112');
    await expect(page.getByText('24 links, N1-01 to N1-24')).toBeVisible();
    await page.getByRole('button', { name: 'Lay it out' }).click();
    await page.getByRole('button', { name: /^Take it in/ }).click();
    await expect(page.getByRole('status')).toContainText('24 links taken in');
    const file = await fileOf(page, job);
    expect(file.links.filter((l) => l.head.panel === 'N1')).toHaveLength(24);
    expect(file.spaces.find((s) => s.name === '112')).toMatchObject({ kind: 'room', floor: 1 });
  },
);

test(
  'a spreadsheet is read in the browser: formulas by their result, merged cells told',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    const book = new ExcelJS.Workbook();
    const sheet = book.addWorksheet('Links');
    sheet.addRows([
      ['Label', 'Panel', 'Port', 'Room', 'TR'],
      ['N1-01', 'N1', 1, 'Galley', 'Low closet'],
      ['N1-02', 'N1', { formula: 'C2+1', result: 2 }, null, 'Low closet'],
    ]);
    sheet.mergeCells('D2:D3');
    await open(page, `/${job}/setup/links`);
    await page.getByLabel(/Bring a schedule/).setInputFiles({
      name: 'list.xlsx',
      mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      buffer: Buffer.from(await book.xlsx.writeBuffer()),
    });
    await page.getByRole('button', { name: 'Look at the 2 rows' }).click();
    await expect(page.getByRole('status')).toContainText('cells merged downward (D3)');
    await expect(page.getByLabel('port of row 2', { exact: true })).toHaveValue('2');
    await expect(page.getByTestId('schedule-says')).toContainText('2 new links, new panel N1');
  },
);

test(
  'a revised schedule is shown beside the job: what is gone is retired, what moved asks for its proof',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    const before = await fileOf(page, job);
    const csv = (await (await request.get(`/api/jobs/${job}/schedule`)).text()).split('\r\n');
    const line = (label: string) => csv.findIndex((l) => l.startsWith(`${label},`));
    const edit = (label: string, change: (cells: string[]) => void) => {
      const cells = csv[line(label)]!.split(',');
      change(cells);
      csv[line(label)] = cells.join(',');
    };
    // One gone, one new on its port in another room, one renamed, two that change ports, a title on top.
    edit('K1-03', (c) => ((c[0] = 'N-900'), (c[4] = 'Galley'), (c[5] = 'new'), (c[6] = '')));
    edit('K1-05', (c) => (c[0] = 'K1-05R'));
    edit('K2-01', (c) => (c[3] = '2'));
    edit('K2-02', (c) => (c[3] = '1'));
    await open(page, `/${job}/setup/links`);
    await page.getByLabel(/Bring a schedule/).setInputFiles({
      name: 'Rev D.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(['Cabling schedule,Rev D', ...csv].join('\r\n')),
    });
    await expect(page.getByLabel(/header found in row 2/)).toBeVisible();
    await page.getByRole('button', { name: /^Look at the \d+ rows/ }).click();
    const beside = page.getByRole('region', { name: 'Beside the job' });
    await expect(beside).toContainText('label K1-05 → K1-05R');
    await expect(beside).toContainText('port 1 → 2');
    await expect(page.getByRole('region', { name: 'Bad cells' })).toContainText(
      'Port 3 of K1 is taken by K1-03',
    );
    await beside.getByLabel('K1-03').check();
    await expect(page.getByRole('region', { name: 'Bad cells' })).toBeHidden();
    await expect(page.getByTestId('schedule-says')).toContainText('1 new link, 3 changed');
    await page.getByRole('button', { name: /^Take it in/ }).click();
    // Two proven links go to other ports: nothing is proven silently.
    await page.getByRole('button', { name: 'All were moved on site' }).click();
    await page.getByRole('button', { name: 'Change the plan' }).click();
    await expect(page.getByRole('status')).toContainText('taken in');
    const after = await fileOf(page, job);
    expect(after.links.find((l) => l.id === 'K1-03')!.retired).toBe(true);
    expect(after.links.find((l) => l.id === 'K1-05')!.label).toBe('K1-05R');
    expect(after.links.find((l) => l.label === 'N-900')!.head).toMatchObject({ panel: 'K1', port: 3 });
    expect(after.links.length).toBe(before.links.length + 1);
    expect(JSON.stringify(after.entries.filter((e) => e.kind === 'planned'))).toContain('Rev D');
  },
);

test(
  'the table takes cells pasted from a spreadsheet; what has a log is retired, not removed',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/setup/links`);
    await choose(page.getByLabel('edit what is there'), 'panel K3');
    await page.getByRole('button', { name: 'Edit the table' }).click();
    await page.getByLabel('length, m of row 1', { exact: true }).focus();
    await page.getByLabel('length, m of row 1', { exact: true }).evaluate((input) => {
      const data = new DataTransfer();
      data.setData('text/plain', '21.5\n22,5\n23.5\n');
      input.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    });
    await expect(page.getByTestId('schedule-says')).toContainText('3 changed');
    await page.getByRole('button', { name: 'Take row 12 out' }).click();
    await page.getByRole('button', { name: /^Take it in/ }).click();
    await expect(page.getByRole('status')).toContainText('3 links taken in');
    let file = await fileOf(page, job);
    const k3 = file.links.filter((l) => l.head.panel === 'K3');
    expect(k3.slice(0, 3).map((l) => l.lengthMetres)).toEqual([21.5, 22.5, 23.5]);
    expect(k3).toHaveLength(11);

    await open(page, `/${job}/setup/links`);
    await choose(page.getByLabel('edit what is there'), 'panel K1');
    await page.getByRole('button', { name: 'Edit the table' }).click();
    await page.getByRole('button', { name: 'Take row 1 out', exact: true }).click();
    await page.getByRole('button', { name: /^Take it in/ }).click();
    await expect(page.getByRole('link', { name: /To the work/ })).toBeVisible();
    file = await fileOf(page, job);
    expect(file.links.find((l) => l.id === 'K1-01')).toMatchObject({ retired: true });
    await open(page, `/${job}/rack`);
    await expect(page.getByRole('link', { name: /^K1-01:/ })).toHaveCount(0);
    await expect(page.getByLabel('Port 1: no link').first()).toBeVisible();
    await open(page, `/${job}/history?link=K1-01`);
    await expect(page.getByRole('main')).toContainText('seated');
    await open(page, `/${job}/setup/links`);
    await page.getByText('One link is retired').click();
    await page.getByRole('button', { name: 'bring K1-01 back' }).click();
    await expect(page.getByText('One link is retired')).toBeHidden();
    await open(page, `/${job}/rack`);
    await expect(page.getByRole('link', { name: /^K1-01:/ })).toHaveAccessibleName(/proven/);
  },
);

test('spaces are placed by drag and drop and by keys, and walks follow @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/setup/places`);
  const lab = page.getByRole('button', { name: /^Kelp lab/ });
  await expect(page.getByTestId('walk')).toBeHidden();
  await lab.click();
  await expect(page.getByTestId('walk')).toContainText('13 m');
  const box = (await lab.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 40, box.y + box.height / 2 + 20, { steps: 4 });
  await page.mouse.up();
  await expect(lab).not.toHaveAccessibleName('Kelp lab, 12 by 4 metres');
  const [x, y] = (await lab.getAttribute('aria-label'))!.match(/-?[\d.]+/g)!.map(Number);
  await lab.focus();
  await page.keyboard.press('ArrowRight');
  await expect(lab).toHaveAccessibleName(`Kelp lab, ${x! + 0.5} by ${y} metres`);
  await page.reload();
  await ready(page);
  await expect(lab).toHaveAccessibleName(`Kelp lab, ${x! + 0.5} by ${y} metres`);
  await page.getByRole('button', { name: /^Keep the plan, 1 changed/ }).click();
  await expect(page.getByRole('button', { name: 'The plan is kept' })).toBeVisible();
  expect((await fileOf(page, job)).spaces.find((s) => s.id === 'kelp-lab')).toMatchObject({ x: x! + 0.5, y });
});

test(
  'a change of plan reaches another device by a line that takes it up',
  { tag: '@laptop' },
  async ({ page, request, browser }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/setup`);
    const other = await (await browser.newContext()).newPage();
    await open(other, `/${job}/rack`);
    await page.getByLabel('Name of the new panel').fill('Z9');
    await page.getByRole('button', { name: 'Add a panel' }).click();
    await expect(page.getByLabel('Name of panel Z9')).toBeVisible();
    await other.getByRole('button', { name: /^Somebody changed the plan/ }).click();
    await expect(other.getByRole('heading', { name: 'Z9' })).toBeVisible();
    await expect(page.getByRole('button', { name: /^Somebody changed the plan/ })).toBeHidden();
    await page.getByRole('button', { name: 'Take panel K1 out' }).click();
    await expect(page.getByRole('alert')).toContainText('K1 still holds 24 links');
    await kept(page);
    await other.context().close();
  },
);

test('a schedule of 500 rows scrolls, is tabbed through, and draws what is near alone @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, (file) => {
    Object.assign(file, { links: [], entries: [], runs: [], panels: [], outlets: [] });
  });
  await open(page, `/${job}/setup/links`);
  const lines = Array.from({ length: 500 }, (_, i) => `P${Math.floor(i / 24) + 1}-${String((i % 24) + 1).padStart(2, '0')},P${Math.floor(i / 24) + 1},${(i % 24) + 1},${100 + i},Cat 6 U/UTP,${20 + (i % 40)},T568B`); // prettier-ignore
  await page.getByLabel(/Bring a schedule/).setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(['link,panel,port,room,cable,length m,scheme', ...lines].join('\r\n')) }); // prettier-ignore
  await page.getByRole('button', { name: 'Look at the 500 rows' }).click();
  const region = page.getByRole('region', { name: 'Rows of the schedule' });
  const rows = region.getByRole('row');
  await expect(page.getByLabel('room of row 1', { exact: true })).toHaveValue('100');
  expect(await rows.count()).toBeLessThan(60);
  // Tabbed through from the first row's first cell, the next is always there.
  await page.getByLabel('room of row 1', { exact: true }).focus();
  for (let i = 0; i < 60; i++) await page.keyboard.press('Tab');
  await expect(page.locator(':focus')).toHaveAttribute('aria-label', / of row [3-9]$|Take row [3-9] out/);
  await region.evaluate((box) => box.scrollTo(0, box.scrollHeight));
  const last = page.getByLabel('room of row 500', { exact: true });
  await expect(last).toHaveValue('599');
  await expect(page.getByRole('columnheader', { name: 'room', exact: true })).toBeInViewport();
  await last.fill('600');
  await last.press('Tab');
  await region.evaluate((box) => box.scrollTo(0, 0));
  await expect(page.getByLabel('room of row 1', { exact: true })).toBeVisible();
  await region.evaluate((box) => box.scrollTo(0, box.scrollHeight));
  await expect(last).toHaveValue('600');
});
