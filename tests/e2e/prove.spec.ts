import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { LineSender, madeUp } from '../../examples/line-sender.js';
import type { Link } from '../../src/core/model/job';
import { allSeated, ownJob } from '../support/job';
import { madeId } from '../support/made-id';
import {
  armed,
  asks,
  cell,
  choose,
  kept,
  open,
  pressAtOnce,
  ready,
  there,
  withoutWorkers,
} from '../support/page';

const states = async (request: APIRequestContext, job: string, link: string) =>
  (await (await request.get(`/api/jobs/${job}/links/${link}/history`)).json()) as {
    entries: { kind: string; data: Record<string, unknown> & { reading?: { walk: string } } }[];
  };
/** Opens the tester's options where they are folded away. */
const options = async (page: Page) => {
  const folded = page.locator('details:not([open])', { hasText: 'Tester:' });
  if (await folded.count()) await folded.locator('summary').click();
};
/** What one says is in the hand, by what it shows. */
const HAND: Record<string, RegExp> = {
  continuity: /^Lamps/,
  wiremap: /^A wiremap meter(?! with)/,
  'wiremap-length': /^A wiremap meter with length/,
};
const useTester = async (page: Page, evidence: string) => {
  await options(page);
  await page.getByRole('button', { name: /^tester:/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: HAND[evidence]! }).click();
  await page.getByRole('button', { name: 'other ways' }).click();
  await page.getByRole('button', { name: 'Simulated tester on this link' }).click();
};

test('a link is read with each simulated tester, and what they show is what is logged @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  // K1-05 was read with contact 4 open at the tail: its hidden copper is that.
  await open(page, `/${job}/prove/K1-05`);
  await useTester(page, 'wiremap');
  await expect(page.getByTestId('verdict')).toContainText('contact 4 open');
  await useTester(page, 'wiremap-length');
  await expect(page.getByLabel(/metres from the head to 4/)).not.toHaveValue('');
  await expect(page.getByTestId('question')).not.toBeEmpty();
  await page.keyboard.press('r');
  await useTester(page, 'continuity');
  const walker = page.getByRole('region', { name: 'Simulated lamp walker' });
  await walker.getByRole('button', { name: 'held' }).click();
  const lit = () => walker.locator('[data-lit=true]').count();
  const counts: number[] = [];
  for (let i = 0; i < 8; i++) {
    counts.push(await lit());
    await walker.getByRole('button', { name: 'step', exact: true }).click();
  }
  // One lamp at each unit, but for contact 4, whose lamp at the remote stays dark.
  expect(counts.sort()).toEqual([1, 2, 2, 2, 2, 2, 2, 2]);
  await page.getByRole('group', { name: 'Main unit at' }).getByRole('button', { name: 'tail' }).click();
  await page.keyboard.type('12305678');
  await expect(page.getByTestId('verdict')).toContainText('contact 4 open');
  await armed(page);
  await page.getByRole('button', { name: /^Log fail/ }).click();
  await kept(page);
});

test('a redo really mends what it would mend @phone', async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/redo`);
  await armed(page);
  await page
    .getByRole('article', { name: /^K1-05/ })
    .getByRole('button', { name: 'tail: punched again' })
    .click();
  await kept(page);
  await open(page, `/${job}/prove/K1-05`);
  await useTester(page, 'wiremap');
  await expect(page.getByTestId('verdict')).toContainText('Every contact answers as ordered');
});

test(
  'leads are proven, one goes bad half-way, and the round stops to ask for it',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/terms`);
    await page.getByRole('checkbox', { name: /counts as provisional unless/ }).check();
    await page.getByLabel(/^slack at an end/).fill('-4');
    await page.getByRole('button', { name: 'Keep these terms' }).click();
    await expect(page.getByRole('alert')).toContainText('Slack is 0 to 20,000 mm');
    await page.getByLabel(/^slack at an end/).fill('400');
    await page.getByRole('button', { name: 'Keep these terms' }).click();
    await page.waitForURL(/rack/);
    await open(page, `/${job}/prove/K1-20`);
    await expect(page.getByTestId('leads')).toContainText('none chosen');
    await page.getByRole('button', { name: 'leads', exact: true }).click();
    await page.getByRole('button', { name: 'Lead, red tape' }).click();
    await page.getByRole('button', { name: 'Lead, white tape' }).click();
    await page.getByRole('button', { name: 'close', exact: true }).click();
    await expect(page.getByTestId('leads')).toContainText('never proven');
    await page.getByRole('button', { name: 'leads', exact: true }).click();
    await page.getByRole('button', { name: /^All eight good: proven/ }).click();
    await expect(page.getByTestId('leads')).toContainText('proven within the hour');
    await armed(page);
    await page.keyboard.press('a');
    await expect(page.getByTestId('undo-line')).toContainText('K1-20: pass logged');
    for (const label of ['K1-21', 'K1-22', 'K2-08']) {
      await open(page, `/${job}/prove/${label}`);
      await page.keyboard.type('12345670');
      await expect(page.getByTestId('verdict')).toContainText('contact 8 open');
      await armed(page);
      await page.getByRole('button', { name: /^Log fail/ }).click();
      await kept(page);
    }
    await expect(page.getByTestId('pattern')).toContainText('K1-21, K1-22 and K2-08: contact 8 open');
    await page.getByRole('button', { name: 'Prove the test leads' }).click();
    await page.getByRole('button', { name: 'Contact 8 stays silent' }).click();
    await page.getByRole('button', { name: /^8 silent: log it/ }).click();
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('failed together');
    await page.getByRole('button', { name: 'close', exact: true }).click();
    await open(page, `/${job}/prove/K2-10`);
    await expect(page.getByTestId('leads')).toContainText('failed against each other');
    await armed(page);
    await page.keyboard.press('a');
    await expect(page.getByTestId('undo-line')).toContainText('provisional pass logged');
  },
);

test(
  'a round by numbered remotes finds two links exchanged, and names both',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/round`);
    await choose(page.getByRole('combobox', { name: 'remotes' }), '24');
    await page.getByRole('button', { name: 'Plan the walk' }).click();
    await expect(page.getByRole('heading', { name: 'Round 1 of 1' })).toBeVisible();
    await page.getByRole('button', { name: /^All \d+ are in/ }).click();
    for (let i = 0; i < 20; i++) {
      if (await page.getByRole('heading', { name: 'This round is read.' }).isVisible()) break;
      const asked = await page.getByTestId('asked').innerText();
      if (/K1-2[12]/.test(asked)) await page.getByRole('button', { name: /simulated meter/ }).click();
      else {
        await armed(page);
        await page.getByRole('button', { name: /answers, all good/ }).click();
      }
      await expect(page.getByTestId('asked').filter({ hasText: asked })).toBeHidden();
      if (i === 1) {
        await page.reload();
        await ready(page);
      }
    }
    await expect(page.getByTestId('exchanged').first()).toContainText('K1-21 and K1-22 are exchanged');
    await kept(page);
    expect((await states(request, job, 'K1-21')).entries.at(-1)).toMatchObject({
      kind: 'exchanged',
      data: { with: 'K1-22' },
    });
    await open(page, `/${job}/rack`);
    await expect(page.getByRole('link', { name: /^K1-22:/ })).toHaveAccessibleName(
      /head failed, tail failed/,
    );
  },
);

test(
  'a file of readings is shown first, with its bad cells, and logged when told to',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/readings`);
    const bring = (name: string, text: string) =>
      page
        .locator('input[type=file]')
        .first()
        .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
    await bring('map.csv', 'port;walk\nK1-20;12345678');
    await expect(page.getByRole('cell', { name: /The header has no column link/ })).toBeVisible();
    await bring(
      'map.csv',
      '\uFEFFlink,walk,evidence,splits\nK1-20,12345678,wiremap,\nK9-99,12345678,wiremap,\nK1-21,12345678,wiremap,36/45\n',
    );
    await expect(page.getByTestId('file-says')).toHaveText(
      'map.csv: 3 rows, 2 can be logged, 1 of them fails, 1 problem.',
    );
    await expect(page.getByRole('row', { name: /^3 link There is no link "K9-99"/ })).toBeVisible();
    // Without a time it may be older than the work on the link.
    const row = page.getByRole('listitem').filter({ hasText: 'K1-20' });
    await expect(row).toContainText('Good so far: nobody said when it was read');
    const after = page.getByLabel(/^2 readings do not say when/);
    await after.fill('2999-01-01T10:00');
    await expect(page.getByText('This is still to come')).toBeVisible();
    await after.fill('2026-11-20T10:00');
    await expect(row).not.toContainText('Good so far');
    await page.getByRole('button', { name: /^Log the 2 good ones/ }).click();
    await expect(page.getByRole('status')).toHaveText('2 readings logged.');
    await kept(page);
    await open(page, `/${job}/rack`);
    await expect(page.getByRole('link', { name: /^K1-20:/ })).toHaveAccessibleName(
      /head proven, tail proven/,
    );
    await expect(page.getByRole('link', { name: /^K1-21:/ })).toHaveAccessibleName(/failed/);
  },
);

test(
  'a tester on a serial line is asked, read, and not believed while it fails its own test',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    // The reference sender, on the other end of the line.
    const straight = Object.fromEntries([...'12345678'].map((c) => [c, c === '4' ? [] : [c]]));
    const sender = new LineSender(madeUp(straight), { leads: { head: 'L1', tail: 'L2' }, evidence: 'wiremap', splits: [] }); // prettier-ignore
    await page.exposeFunction('askSender', (text: string) => sender.hear(text));
    await page.addInitScript((hello) => {
      let send = (_: string): void => undefined;
      const port = {
        open: () => Promise.resolve(),
        close: () => Promise.resolve(),
        writable: new WritableStream<Uint8Array>({
          async write(bytes) {
            send(await (window as unknown as { askSender(t: string): Promise<string> }).askSender(new TextDecoder().decode(bytes))); // prettier-ignore
          },
        }),
        readable: new ReadableStream<Uint8Array>({
          start(controller) {
            send = (text) => controller.enqueue(new TextEncoder().encode(text));
            Object.assign(window, { fromSender: send });
            send(hello);
          },
        }),
      };
      Object.defineProperty(navigator, 'serial', { value: { requestPort: () => Promise.resolve(port) } });
    }, sender.hello());
    const says = (text: string) =>
      page.evaluate((t) => (window as unknown as { fromSender(t: string): void }).fromSender(t), text);
    await open(page, `/${job}/prove/K1-20`);
    await options(page);
    await page.getByRole('button', { name: 'other ways' }).click();
    await page.getByRole('button', { name: 'Connect a tester on a serial line' }).click();
    await expect(page.getByTestId('verdict')).toContainText('contact 4 open');
    await expect(page.getByTestId('leads')).toContainText('L1 and L2');
    await page.keyboard.press('r');
    await says('BEGIN from=head *zz\nWALK 1 2 3');
    await expect(page.getByRole('alert')).toContainText('Line 9: The line was cut off or garbled');
    await says(`\n${sender.hello({ ok: false, what: 'battery' })}${sender.reading('head', 'K1-20')}`);
    await expect(page.getByRole('alert')).toContainText('failed its own test (battery)');
    await expect(page.getByTestId('verdict')).toBeHidden();
    await says(sender.hello() + sender.reading('head', 'K1-20'));
    await expect(page.getByTestId('verdict')).toContainText('contact 4 open');
  },
);

test(
  'a tester of the job says its number and its calibration at every pass, and a shield it cannot see is no pass',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/tools`);
    await page.getByLabel('name').fill('Yellow meter');
    await choose(page.getByLabel('kind'), 'tester');
    await page.getByRole('button', { name: 'Add it' }).click();
    const form = page.getByRole('dialog', { name: 'Yellow meter' });
    await form.getByLabel('its number').fill('0815');
    await form.getByLabel('calibration due').fill('2026-01-31');
    await form.getByLabel('it has no lamp for the shield').check();
    await form.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('no. 0815, calibration was due on 2026-01-31')).toBeVisible();
    await open(page, `/${job}/prove/K1-20`);
    await options(page);
    await page.getByRole('button', { name: /^tester:/ }).click();
    await page.getByRole('button', { name: /^Yellow meter no. 0815/ }).click();
    await expect(page.getByRole('button', { name: /good, by Yellow meter no. 0815/ })).toBeVisible();
    await expect(
      page.getByText('The calibration of Yellow meter no. 0815 was due on 2026-01-31.'),
    ).toBeVisible();
    await page.getByText('measured values, length and power').click();
    await page.getByLabel('delay, ns', { exact: true }).fill('97');
    await page.getByLabel('known length, m').fill('4');
    await expect(page.getByText('An NVP needs at least 15 m')).toBeVisible();
    await page.getByLabel('known length, m').fill('20');
    await page.getByRole('button', { name: /^keep NVP 0.688/ }).click();
    await expect(page.getByTestId('nvp-kept')).toContainText('0.688, found from 20 m by Bo Tarn');
  },
);

test('one end alone proves nothing and completes what the other reads; another person’s reading is said @phone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await options(page);
  await page.getByRole('button', { name: 'other ways' }).click();
  await page.getByRole('button', { name: 'One end only, no remote' }).click();
  const sheet = page.getByRole('dialog', { name: 'From one end, no remote' });
  await sheet.getByRole('button', { name: 'Contact 4 is joined' }).click();
  await expect(sheet.getByRole('alert')).toContainText('One contact alone is not joined');
  await sheet.getByRole('button', { name: 'Contact 5 is joined' }).click();
  await expect(sheet.getByTestId('one-end-says')).toContainText('Fail: contacts 4 and 5 joined');
  for (const c of ['4', '5']) await sheet.getByRole('button', { name: `Contact ${c} is joined` }).click();
  await sheet.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByTestId('one-end')).toContainText(
    'Good so far: nothing joined, seen from the head alone',
  );
  await kept(page);
  const other = {
    id: crypto.randomUUID(),
    job,
    link: 'K1-20',
    kind: 'reading',
    at: new Date().toISOString(),
    by: 'ines',
    data: { reading: { evidence: 'wiremap', walk: '123-5678', splits: [] } },
  };
  const answer = await request.post(`/api/jobs/${job}/entries`, { data: [other] });
  expect(answer.ok()).toBe(true);
  await expect(page.getByTestId('others-reading')).toContainText('Ines Rask logged a fail of K1-20');
  await armed(page);
  // One press does not go past what somebody else read: it says so, and the next one logs it.
  await page.keyboard.press('a');
  await expect(page.getByTestId('verdict')).toContainText('somebody else read a fail just before');
  await page.getByRole('button', { name: /^Log provisional pass/ }).click();
  await kept(page);
  await open(page, `/${job}/prove/K1-20`);
  await expect(page.getByTestId('disputed')).toContainText('Read it once more');
});

test(
  'files of readings come together, with links chosen by hand for names that are none',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/readings`);
    const csv = (rows: string) => Buffer.from(`link,walk,splits,evidence,taken_at\n${rows}`);
    const row = 'K1-20,12345678,,wiremap,2026-11-20T09:00:00Z';
    await page
      .locator('input[type=file]')
      .first()
      .setInputFiles([
        { name: 'a.csv', mimeType: 'text/csv', buffer: csv(row) },
        {
          name: 'b.csv',
          mimeType: 'text/csv',
          buffer: csv(`${row}\nport 21,12345678,,wiremap,2026-11-20T09:05:00Z`),
        },
      ]);
    await expect(page.getByTestId('file-says')).toContainText('2 files: 3 rows, 2 can be logged');
    await expect(page.getByText('the same reading as a.csv line 2: it is logged once')).toBeVisible();
    await page.getByLabel('Link that port 21 is').fill('k1-21');
    await page.getByRole('option', { name: 'K1-21', exact: true }).click();
    await expect(page.getByTestId('file-says')).toContainText('3 can be logged');
    await page.getByRole('button', { name: 'Log all 2' }).click();
    await expect(page.getByRole('status').filter({ hasText: '2 readings logged.' })).toBeVisible();
  },
);

test(
  'times of a file are by the tester’s clock, and are believed once somebody has looked at it',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    const made = Date.now() - 30 * 60_000;
    const seat = (end: string) => ({ id: madeId(end === 'head' ? 1 : 2, made), job, link: 'K1-20', end, kind: 'seated', at: new Date(made).toISOString(), by: 'bo', data: { connector: end === 'head' ? 'patch-panel' : 'punch-down-jack', scheme: 'T568B' } }); // prettier-ignore
    expect((await request.post(`/api/jobs/${job}/entries`, { data: [seat('head'), seat('tail')] })).ok()).toBe(true); // prettier-ignore
    await open(page, `/${job}/readings`);
    const local = (ms: number) => new Date(ms - new Date(ms).getTimezoneOffset() * 60_000).toISOString().slice(0, 16); // prettier-ignore
    const hourAhead = new Date(Date.now() + 50 * 60_000).toISOString();
    await page.locator('input[type=file]').first().setInputFiles({
      name: 'walk.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`link,walk,splits,evidence,taken_at\nK1-20,12345678,,wiremap,${hourAhead}\nK1-19,12345678,,wiremap,${new Date(Date.now() - 5 * 60_000).toISOString()}`),
    }); // prettier-ignore
    // By the clock of this device the first is still to come: the question is asked all the same.
    await expect(page.getByTestId('file-says')).toContainText('1 can be logged');
    const clock = page.getByTestId('clock');
    await expect(clock).toContainText('Until you have looked');
    await clock.getByLabel('it shows').fill(local(Date.now() + 60 * 60_000));
    await clock.getByLabel('it shows').blur();
    await expect(clock).toContainText(/It is (59|60|61) minutes ahead/);
    await expect(page.getByTestId('file-says')).toContainText('2 can be logged');
    const row = page.getByRole('listitem').filter({ hasText: 'K1-20' });
    await expect(row).not.toContainText('Good so far');
    await clock.getByRole('button', { name: 'It is right' }).click();
    await expect(page.getByTestId('file-says')).toContainText('1 can be logged');
    await clock.getByLabel('it shows').fill(local(Date.now() + 60 * 60_000 + 60_000));
    await clock.getByLabel('it shows').blur();
    await page.getByRole('button', { name: 'Log all 2' }).click();
    await kept(page);
    const entries = (await states(request, job, 'K1-20')).entries as { kind: string; at: string; data: { brought?: { clock?: string } } }[]; // prettier-ignore
    const reading = entries.findLast((e) => e.kind === 'reading')!;
    expect(Date.parse(reading.at)).toBeLessThan(Date.now());
    expect(reading.data.brought!.clock).toBeUndefined();
    await open(page, `/${job}/rack`);
    await expect(cell(page, 'K1-20')).toHaveAccessibleName(/head proven, tail proven/);
  },
);

test('a note that pushes the screen down takes no press that was on its way to what stood there @phone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await armed(page);
  const good = page.getByRole('button', { name: /^All eight good/ });
  const before = (await good.boundingBox())!.y;
  // As it comes, a thumb is on its way.
  await page.evaluate(() => {
    const note = () => [...document.querySelectorAll('button')].find((b) => b.textContent.startsWith('Somebody changed the plan')); // prettier-ignore
    new MutationObserver((_, seen) => {
      if (!note()) return;
      seen.disconnect();
      requestAnimationFrame(() =>
        setTimeout(() => {
          const button = [...document.querySelectorAll('button')].find((b) => b.textContent.trim().startsWith('All eight good')); // prettier-ignore
          button!.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true, detail: 1 }));
          document.documentElement.dataset.pressed = 'true';
        }),
      );
    }).observe(document.body, { subtree: true, childList: true });
  });
  const file = (await (await request.get(`/api/jobs/${job}/site`)).json()) as { plan: { links: object[] } };
  const link = file.plan.links.find((l) => 'id' in l && l.id === 'K1-24')!;
  expect((await request.post(`/api/jobs/${job}/plan`, { data: { put: { links: [{ ...link, label: 'K1-24x' }] } } })).ok()).toBe(true); // prettier-ignore
  await there(page, '[data-pressed=true]');
  expect((await good.boundingBox())!.y).toBeGreaterThan(before);
  await expect(page.getByTestId('undo-line')).toBeHidden();
  await armed(page);
  await good.tap();
  await expect(page.getByTestId('undo-line')).toContainText('K1-20: pass logged');
});

test(
  'a reading taken when its name was another link’s asks which one it is of',
  { tag: '@laptop' },
  async ({ page, request }) => {
    let links: Link[] = [];
    const job = await ownJob(request, (file) => (links = structuredClone(file.links)));
    const called = (id: string, label: string) => ({ ...links.find((l) => l.id === id)!, label });
    const exchanged = { put: { links: [called('K1-20', 'K1-21'), called('K1-21', 'K1-20')] } };
    expect((await request.post(`/api/jobs/${job}/plan`, { data: exchanged })).ok()).toBe(true);
    await open(page, `/${job}/readings`);
    await page.locator('input[type=file]').first().setInputFiles({
      name: 'monday.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('link,walk,splits,evidence,taken_at\nK1-20,12345678,,wiremap,2026-11-20T09:00:00Z'),
    }); // prettier-ignore
    await expect(page.getByTestId('file-says')).toContainText('0 can be logged');
    await expect(page.getByRole('cell', { name: /^K1-21 was called "K1-20" until/ })).toBeVisible();
    await page.getByLabel('Link that K1-20 is').fill('k1-21');
    await page.getByRole('option', { name: 'K1-21', exact: true }).click();
    await page.getByRole('button', { name: /^Log (the|all)/ }).click();
    await kept(page);
    const answer = await request.get(`/api/jobs/${job}/links/K1-20/history`);
    const { entries } = (await answer.json()) as { entries: { kind: string; at: string }[] };
    expect(entries.filter((e) => e.kind === 'reading' && e.at.startsWith('2026-11-20'))).toHaveLength(1);
  },
);

test('nothing answering is asked about before it is a failure; named faults and values are judged @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await page.keyboard.type('00000000');
  await expect(page.getByTestId('question')).toContainText('is this the right port');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'K1-20' })).toBeVisible();
  await page.keyboard.press('r');
  await options(page);
  await page.getByRole('button', { name: 'other ways' }).click();
  await page.getByRole('button', { name: 'Choose the faults it named' }).click();
  await page.getByRole('group', { name: 'Fault' }).getByRole('button', { name: 'exchanged' }).click();
  for (const c of ['1', '2'])
    await page.getByRole('group', { name: 'Contact' }).getByRole('button', { name: c, exact: true }).click();
  await page.getByRole('button', { name: 'use this' }).click();
  await expect(page.getByTestId('verdict')).toContainText('one pair reversed');
  await page.keyboard.press('r');
  await page.getByText('measured values, length and power').click();
  await page.getByLabel('loop, Ω of 3-6').fill('abc');
  await expect(page.getByRole('alert')).toContainText('cannot be');
  for (const [pair, ohms] of Object.entries({ '1-2': '7', '4-5': '7.1', '7-8': '6.9', '3-6': '9.3' }))
    await page.getByLabel(`loop, Ω of ${pair}`).fill(ohms);
  await expect(page.getByTestId('findings')).toContainText('a contact of this pair is bad');
  await page.getByRole('button', { name: 'straight or crossover?' }).click();
  await choose(page.getByLabel('at the tail'), /^switch/);
  await expect(page.getByTestId('order')).toContainText('Order it straight');
  await page.getByRole('checkbox', { name: /their ports sort it out/ }).uncheck();
  await page.getByRole('button', { name: /^Order it crossover/ }).click();
  await expect(page.getByText(/T568B × T568A crossover/)).toBeVisible();
});

test(
  'a press that meets what another device logs of the link asked for proves nothing of the next',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/round?only=K1-20,K1-21`);
    await page.getByRole('button', { name: 'Plan the walk' }).click();
    await page.getByRole('button', { name: 'All 2 are in' }).click();
    await armed(page);
    const both = ['K1-20', 'K1-21'];
    const says = (await page.getByTestId('asked').textContent())!;
    const [one, other] = says.includes(both[0]!) ? both : both.reverse();
    await page.evaluate((next) => {
      new MutationObserver((_, seen) => {
        if (!document.querySelector('[data-testid=asked]')?.textContent.includes(next)) return;
        seen.disconnect();
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
        document.documentElement.dataset.pressed = 'true';
      }).observe(document.body, { subtree: true, childList: true, characterData: true });
    }, other!);
    const read = { id: madeId(1, Date.now()), job, link: one, kind: 'reading', at: new Date().toISOString(), by: 'ines', data: { reading: { walk: '12345678', evidence: 'wiremap', splits: [] } } }; // prettier-ignore
    expect((await request.post(`/api/jobs/${job}/entries`, { data: { entries: [read] } })).ok()).toBe(true);
    await there(page, '[data-pressed=true]');
    await expect(page.getByTestId('undo-line')).toBeHidden();
    await armed(page);
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('undo-line')).toContainText(`${other}: pass logged`);
  },
);

test(
  'a round of 24 passes takes 24 key presses and nothing else',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request, (file) => allSeated(file, 'K1'));
    await open(page, `/${job}/prove/K1-01`);
    for (let port = 1; port <= 24; port++) {
      const label = `K1-${String(port).padStart(2, '0')}`;
      await expect(page.getByRole('heading', { name: label, exact: true })).toBeVisible();
      await armed(page);
      await page.keyboard.press('Enter');
    }
    await kept(page);
    await expect(page.getByTestId('undo-line')).toContainText('K1-24: pass logged');
  },
);

test(
  'from a fail to its mend is one thread: what was said is not said again, and what was found is asked',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/prove/K1-20`);
    await page.keyboard.type('12305678');
    const question = page.getByTestId('question');
    await expect(question).toContainText('BL');
    // What other jobs found decides whether a look comes first.
    const look = page.getByRole('button', { name: 'not home', exact: true });
    await asks(page);
    if (await look.isVisible()) await look.click();
    await expect(question).toContainText('At the head, clear contact 4 (BL)');
    await armed(page);
    await asks(page);
    await page.keyboard.press('PageDown');
    await expect(page.getByTestId('thread')).toContainText('head 4 punched again');
    // A second press of the same pedal logs nothing: the pad is empty, and it has not been on screen long enough.
    await page.keyboard.press('PageDown');
    await expect(page.getByRole('heading', { name: 'K1-20' })).toBeVisible();
    await page.reload();
    await ready(page);
    await expect(page.getByTestId('thread')).toContainText('head 4 punched again');
    await page.keyboard.type('12305678');
    await expect(question).not.toBeEmpty();
    await expect(question).not.toContainText('At the head, clear contact 4');
    await expect(page.getByTestId('thread')).toContainText('head 4 punched again');
    await page.getByText('Something else is wrong').click();
    await page.getByLabel('What is wrong, in words').fill('plate screwed onto the conductors');
    await page.getByRole('button', { name: 'write it down' }).click();
    await expect(page.getByTestId('undo-line')).toContainText('finding written down');
    await armed(page);
    await page.getByRole('button', { name: /^Log fail/ }).click();
    await kept(page);
    const log = (await states(request, job, 'K1-20')).entries.map((e) => e.kind);
    expect(log.slice(-4)).toEqual(['reading', 'redone', 'found', 'reading']);
  },
);

test(
  'a range of ports is passed from a tester’s memory, but those that are named, unmade or done later',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/readings`);
    await page.getByText('A range from the tester’s memory').click();
    await expect(page.getByTestId('range-says')).toContainText('When were they read?');
    await page.getByLabel('but').fill('7x');
    await expect(page.getByTestId('range-says')).toContainText('is not a port');
    await page.getByLabel('but').fill('21');
    await page.getByLabel('read at').fill('2026-11-20T10:00');
    await expect(page.getByRole('listitem').filter({ hasText: 'K1-21' })).toContainText('not good in memory');
    await expect(page.getByRole('listitem').filter({ hasText: 'K1-23' })).toContainText('nobody has logged');
    await page.getByRole('button', { name: /^Log \d+ passes, by / }).click();
    await expect(page.getByRole('status')).toContainText('readings logged');
    await kept(page);
    const of = async (link: string) => (await states(request, job, link)).entries.map((e) => e.kind);
    expect((await of('K1-20')).at(-1)).toBe('reading');
    expect(await of('K1-21')).not.toContain('reading');
    expect((await states(request, job, 'K1-20')).entries.at(-1)).toMatchObject({
      data: { brought: { file: "a tester's memory" }, reading: { walk: '1 2 3 4 5 6 7 8' } },
    });
  },
);

test(
  'an old fail that is shown again and changed by hand passes nothing, over a reload too',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/prove/K1-05`);
    await page.getByRole('button', { name: 'Show it' }).click();
    await expect(page.getByTestId('verdict')).toContainText('Fail');
    for (let i = 0; i < 8; i++) await page.keyboard.press('Backspace');
    await page.keyboard.type('1234567');
    await page.reload();
    await ready(page);
    await armed(page);
    await page.keyboard.type('8');
    await expect(page.getByRole('alert')).toContainText('it passes nothing');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'K1-05', exact: true })).toBeVisible();
    await expect(page.getByRole('alert')).toContainText('it passes nothing');
    await page.keyboard.press('r');
    await page.keyboard.type('12345678');
    await expect(page.getByTestId('verdict')).toContainText('Pass');
  },
);

test('a verdict fills the screen for a moment and stops no press; each way of giving it is its own @phone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await armed(page);
  // It stands for less than a second: what was seen is gathered as it comes, however slow the machine is.
  await page.evaluate(() => {
    const seen = ((window as unknown as { seen: string[] }).seen = []) as string[];
    new MutationObserver(() => {
      const text = document.querySelector('[data-testid=big-verdict]')?.textContent;
      if (text && seen.at(-1) !== text) seen.push(text);
    }).observe(document.body, { childList: true, subtree: true, characterData: true });
  });
  const seen = () => page.evaluate(() => (window as unknown as { seen: string[] }).seen.join(' '));
  await page.keyboard.type('21345678');
  await expect.poll(seen).toMatch(/K1-20\s*FAIL/);
  await page.keyboard.press('r');
  await armed(page);
  await page.keyboard.press('a');
  await expect.poll(seen).toMatch(/K1-20\s*PASS/);
  await expect(page.getByTestId('undo-line')).toContainText('K1-20: pass logged');
  await expect(page.getByTestId('big-verdict')).toBeHidden();
  await options(page);
  const ways = page.getByRole('group', { name: 'How a verdict is given' });
  await expect(ways.getByRole('button', { pressed: true })).toHaveText(['whole screen']);
  await ways.getByRole('button', { name: 'whole screen' }).click();
  await ways.getByRole('button', { name: 'vibration' }).click();
  await page.reload();
  await ready(page);
  await options(page);
  await expect(ways.getByRole('button', { pressed: true })).toHaveText(['vibration']);
});

test('nothing answers: port and remote first, and an answer that is taken back is asked again @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await page.keyboard.type('00000000');
  await expect(page.getByTestId('question')).toContainText('is this the right port');
  await asks(page);
  await page.getByRole('button', { name: /^Looked again/ }).click();
  await page.keyboard.type('36145278');
  const question = page.getByTestId('question');
  await expect(question).toContainText('Head, contact 1: which white is it?');
  await asks(page);
  await page.getByRole('button', { name: 'W-O', exact: true }).click();
  await expect(page.getByTestId('thread')).toContainText('head 1: W-O, home');
  await expect(question).not.toContainText('Head, contact 1: which white');
  await page.getByTestId('thread').getByRole('button', { name: 'change' }).last().click();
  await expect(question).toContainText('Head, contact 1: which white is it?');
});

test('two presses of an arrow in a row are two ports @laptop', async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await pressAtOnce(page, 'ArrowRight ArrowRight');
  await expect(page.getByRole('heading', { name: 'K1-22', exact: true })).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('heading', { name: 'K1-19', exact: true })).toBeVisible();
});

test('what is typed while the next port is on its way is read at that port @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await armed(page);
  // As soon as it has set out: the port before is still the one shown.
  await pressAtOnce(page, 'ArrowRight 1 2 3 4 5 6 7');
  await expect(page.getByRole('heading', { name: 'K1-21', exact: true })).toBeVisible();
  await expect(page.getByTestId('walk')).toHaveText('1 2 3 4 5 6 7');
  await page.keyboard.press('8');
  await expect(page.getByTestId('verdict')).toContainText('ass');
  await armed(page);
  // A pass goes on to the next, and the digits after it with it; nothing is logged that nobody has seen.
  await pressAtOnce(page, 'Enter 1 2 3 6 5 4 7 8 Enter a');
  await expect(page.getByRole('heading', { name: 'K1-22', exact: true })).toBeVisible();
  await expect(page.getByTestId('walk')).toHaveText('1 2 3 6 5 4 7 8');
  await expect(page.getByTestId('verdict')).toContainText('Fail');
  await expect(page.getByTestId('undo-line')).toContainText('K1-21: pass logged');
  await open(page, `/${job}/prove/K1-20`);
  await expect(page.getByTestId('walk')).toHaveText('');
});

test('a device that can work nothing out says so, and what failed is logged all the same @phone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await withoutWorkers(page);
  await open(page, `/${job}/prove/K1-20`);
  await armed(page);
  await pressAtOnce(page, '1 2 6 4 5 3 7 8');
  await expect(page.getByRole('alert')).toContainText('could not work out what the fail comes from');
  await expect(page.getByText('Working out what this means')).toHaveCount(0);
  await page.getByRole('button', { name: /^Log fail/ }).tap();
  await expect(page.getByTestId('undo-line')).toContainText('K1-20: fail logged');
  await open(page, `/${job}/round`);
  await page.getByRole('button', { name: 'Plan the walk' }).tap();
  await expect(page.getByRole('alert')).toContainText('could not be planned on this device');
});

test('a question about a length is answered before the link passes, and a fail by what found it @phone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, (file) => {
    for (const [id, metres] of [['K1-20', 80], ['K1-21', 130]] as const) {
      const link = file.links.find((l) => l.id === id)!;
      link.lengthMetres = metres === 80 ? 30 : 100;
      file.entries = file.entries.filter((e) => !('link' in e) || e.link !== id);
      file.entries.push({ id: crypto.randomUUID(), job: file.job.id, link: id, kind: 'reading', at: '2026-11-16T12:00:00Z', by: 'bo', data: { reading: { evidence: 'wiremap-length', walk: '12345678', splits: [], lengthMetres: metres } } });
    }
  }); // prettier-ignore
  const good = page.getByRole('button', { name: /^All eight good/ });
  await open(page, `/${job}/prove/K1-20`);
  await armed(page);
  await good.tap();
  await expect(page.getByTestId('question')).toContainText('Planned 30 m, measured 80 m');
  // A reload brings the question back, answered or not.
  await page.getByRole('button', { name: 'It is this cable', exact: true }).tap();
  await page.reload();
  await ready(page);
  await expect(page.getByTestId('verdict')).toContainText('Pass');
  await armed(page);
  await page.getByRole('button', { name: /^Log pass/ }).tap();
  await kept(page);
  const data = (await states(request, job, 'K1-20')).entries.find((e) => 'confirmedAgainst' in e.data)!.data;
  expect(data).toMatchObject({ confirmed: ['length'], confirmedAgainst: 30 });

  await open(page, `/${job}/prove/K1-21`);
  await armed(page);
  await good.tap();
  await expect(page.getByTestId('verdict')).toContainText('a wiremap with length found a fail');
  await page.getByRole('button', { name: /^Log provisional pass/ }).tap();
  await kept(page);
  await open(page, `/${job}/prove/K1-21`);
  await expect(page.getByText(/was a provisional pass: Good so far/)).toBeVisible();
});

test('two links that copper joined are told apart by their remotes in one round, and an exchange that was misread is taken back @phone', async ({
  page,
  request,
}) => {
  const [one, other] = ['K1-20', 'K1-21'];
  const job = await ownJob(request, (file) => {
    file.entries = file.entries.filter((e) => !('link' in e) || ![one, other].includes(e.link));
    const add = (link: string, minute: number, of: object) =>
      file.entries.push({ id: crypto.randomUUID(), job: file.job.id, link, by: 'ines', at: new Date(Date.UTC(2026, 10, 16, 12, minute)).toISOString(), ...of } as never); // prettier-ignore
    for (const link of [one, other])
      for (const [end, connector] of [['head', 'patch-panel'], ['tail', 'punch-down-jack']])
        add(link, 0, { kind: 'seated', end, data: { connector, scheme: file.job.policy.scheme } });
    add(one, 5, { kind: 'rejected', end: 'head', data: { reason: 'two answer', joined: [] } });
    add(one, 9, { kind: 'redone', end: 'head', data: { action: 'redo' } });
  }); // prettier-ignore
  await open(page, `/${job}/prove/${one}`);
  await armed(page);
  await page.getByRole('button', { name: /^All eight good/ }).tap();
  await expect(page.getByTestId('verdict')).toContainText(
    'copper joined its cable with one that nobody named',
  );
  await armed(page);
  await page.getByRole('button', { name: /^Log provisional pass/ }).tap();
  await kept(page);
  await open(page, `/${job}/prove/${one}`);
  // Whoever parted them knows the other: both are refused, and both are put right.
  const note = page.getByTestId('joined-note');
  const name = async (label: string) => {
    await note.getByLabel('label of the other cable').fill(label);
    await note.getByRole('button', { name: 'This one' }).tap();
  };
  await name('K9-99');
  await expect(note).toContainText('There is no link K9-99 in this job');
  await name(one);
  await expect(note).toContainText(`That is ${one} itself`);
  await name(other.toLowerCase());
  await expect(page.getByTestId('undo-line')).toContainText(`${one} and ${other}: joined, both to be done again`); // prettier-ignore
  await open(page, `/${job}/redo`);
  for (const link of [one, other]) {
    await armed(page);
    const card = page.getByRole('article', { name: new RegExp(`^${link}`) });
    await card.getByRole('button', { name: /put right/ }).tap();
    await expect(page.getByTestId('undo-line')).toContainText(`${link} head: put right`);
  }
  await open(page, `/${job}/prove/${one}`);
  await expect(page.getByTestId('joined-note')).toContainText(
    `Copper joined the cable of ${one} with ${other}`,
  );
  await page.getByRole('link', { name: `A round for ${one} and ${other}` }).tap();
  await expect(page.getByTestId('only')).toContainText(`For ${one} and ${other}`);
  await page.getByRole('button', { name: 'Plan the walk' }).tap();
  await page.getByRole('button', { name: 'All 2 are in' }).tap();
  for (const link of [one, other]) {
    await expect(page.getByTestId('asked')).toContainText(link);
    await armed(page);
    await page.getByRole('button', { name: /answers, all good/ }).tap();
    await expect(page.getByTestId('undo-line')).toContainText(`${link}: pass logged`);
  }
  await kept(page);
  const stands = async () => {
    const site = await (await request.get(`/api/jobs/${job}/site`)).json();
    const statuses = site.statuses as { link: string; head: { state: string } }[];
    return [one, other].map((l) => statuses.find((s) => s.link === l)!.head.state);
  };
  expect(await stands()).toEqual(['proven', 'proven']);

  // A trace finds them joined once more: whoever parts them says so, and a round is asked for.
  const found = (link: string, other: string, n: number) => ({ id: madeId(n, Date.now()), job, link, kind: 'traced', at: new Date().toISOString(), by: 'bo', data: { is: 'bridged', by: 'remote', with: [other] } }); // prettier-ignore
  const traced = { entries: [found(one, other, 901), found(other, one, 902)] };
  expect((await request.post(`/api/jobs/${job}/entries`, { data: traced })).ok()).toBe(true);
  await open(page, `/${job}/prove/${one}`);
  await page.getByRole('button', { name: 'I parted them' }).tap();
  await expect(page.getByRole('link', { name: `A round for ${one} and ${other}` })).toBeVisible();
  await kept(page);
  expect(await stands()).toEqual(['stale', 'stale']);
  await page.getByTestId('undo-line').getByRole('button', { name: /undo/i }).tap();
  await expect(page.getByRole('button', { name: 'I parted them' })).toBeVisible();
  for (const [i, e] of traced.entries.entries())
    expect((await request.post(`/api/jobs/${job}/entries`, { data: { entries: [{ id: madeId(903 + i, Date.now()), job, link: e.link, kind: 'void', at: new Date().toISOString(), by: 'bo', data: { entry: e.id, reason: 'x' } }] } })).ok()).toBe(true); // prettier-ignore

  // A plan that is under way says what it has no remote for.
  await open(page, `/${job}/round?only=K1-22`);
  await expect(page.getByRole('status').filter({ hasText: 'no remote for K1-22' })).toBeVisible();
  // The same two again: the first is said to answer at the outlet of the second, which takes the proof of both.
  await page.getByRole('button', { name: 'Stop this plan' }).tap();
  await open(page, `/${job}/round?only=${one},${other}`);
  await page.getByRole('button', { name: 'Plan the walk' }).tap();
  await page.getByRole('button', { name: 'All 2 are in' }).tap();
  await armed(page);
  await page.getByRole('button', { name: 'Another remote answers' }).tap();
  await page.getByRole('group', { name: 'Remote that answered' }).getByRole('button').first().tap();
  await expect(page.getByTestId('undo-line')).toContainText(`${one} answers at the outlet of ${other}`);
  await expect(page.getByTestId('asked')).toContainText(other);
  await kept(page);
  expect(await stands()).toEqual(['failed', 'failed']);
  await open(page, `/${job}/prove/${other}`);
  await expect(page.getByTestId('exchanged-note')).toContainText(`${one} answered at the outlet of ${other}`);
  await open(page, `/${job}/redo`);
  const card = page.getByRole('article', { name: new RegExp(`^${other}`) });
  await expect(card.getByTestId('exchanged-note')).toContainText(`${one} answered at the outlet of ${other}`);
  // Two cables change places: nothing is cut.
  await expect(card.getByRole('button', { name: /done again|punched again/ })).toHaveCount(0);
  await armed(page);
  await card.getByRole('button', { name: 'I exchanged them back' }).tap();
  await expect(page.getByTestId('undo-line')).toContainText('exchanged back');
  await expect(card.getByRole('button', { name: /done again|punched again/ })).toHaveCount(0);
  await expect(card.getByRole('link', { name: /^A round for/ })).toBeVisible();
  await page.getByTestId('undo-line').getByRole('button', { name: /undo/i }).tap();
  await expect(card.getByRole('button', { name: 'I exchanged them back' })).toBeVisible();
  await armed(page);
  await card.getByRole('button', { name: 'No: it was misread' }).tap();
  await expect(card).toBeHidden();
  await kept(page);
  expect(await stands()).toEqual(['proven', 'proven']);

  // One that answered with a remote of elsewhere is read in the next round, and nothing of it is cut.
  const elsewhere = { id: madeId(910, Date.now()), job, link: one, end: 'head', kind: 'rejected', at: new Date().toISOString(), by: 'bo', data: { reason: 'answers with a remote that is not in this round', answered: true } }; // prettier-ignore
  expect((await request.post(`/api/jobs/${job}/entries`, { data: { entries: [elsewhere] } })).ok()).toBe(
    true,
  );
  await open(page, `/${job}/redo`);
  await page
    .getByTestId('misanswered-note')
    .getByRole('link', { name: `A round for ${one}` })
    .tap();
  await expect(page.getByTestId('asked')).toContainText(one);
});
