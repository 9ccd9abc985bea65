import { expect, test, type Page } from '@playwright/test';
import { conductorAt, type Scheme } from '../../src/core/wiring/schemes';
import { CONTACTS } from '../../src/core/wiring/conductors';
import { hold, pedal } from '../support/bench';
import { choose, armed, cell, open, there, written } from '../support/page';

/** Begins a job of cords of its own, and stands on the page of its batch. */
async function beginBatch(page: Page, name: string, count: number): Promise<string> {
  await page.goto('/new');
  await page.getByLabel('name').fill(name);
  await page.getByLabel(/^people/).fill('Bo Tarn');
  await page.getByRole('button', { name: 'cords', exact: true }).click();
  await page.getByRole('button', { name: 'Begin this job' }).click();
  await page.getByLabel('what the cords are for').fill('Rack cords');
  await page.getByLabel(/^how many/).fill(String(count));
  await page.getByLabel(/^length of each/).fill('1.5');
  await page.getByText('numbers, scheme, and the box').click();
  await page.getByLabel('box or reel').fill('reel 7');
  await page.getByLabel('what lies in it').fill('20 m');
  await page.getByRole('button', { name: 'Begin this batch' }).click();
  await expect(page.getByRole('heading', { name: 'Rack cords', level: 1 })).toBeVisible();
  return new URL(page.url()).pathname.split('/')[1]!;
}

/** Takes the end on screen through its gates, every contact read back; how many taps that took. */
async function makeEnd(page: Page, scheme: Scheme, first: boolean): Promise<number> {
  let taps = 0;
  const tap = async (name: RegExp) => {
    await page.getByRole('button', { name }).click();
    taps++;
  };
  if (first) await tap(/^Prepared/);
  await tap(/^In order/);
  for (const c of CONTACTS) await hold(page, conductorAt(scheme, c));
  await tap(/^Crimped/);
  await tap(/^All as it should be: log it/);
  return taps + CONTACTS.length;
}

test(
  'a batch of six cords, from the cut to proven, one refused on the way',
  { tag: '@phone' },
  async ({ page }, info) => {
    const job = await beginBatch(page, `Cords ${info.project.name} ${Date.now()}`, 6);
    await expect(page.getByText('6 × 1.6 m')).toBeVisible();
    await expect(page.getByTestId('box')).toContainText('9.6 m out of reel 7, which leaves 10.4 m');
    await page.getByRole('link', { name: /^Make C-01, end 1/ }).click();
    await page.getByRole('button', { name: /^Read and understood/ }).click();
    await expect(page.getByText('Cut 1.6 m from reel 7')).toBeVisible();
    await expect(page.getByText('Put both boots on now')).toBeVisible();
    await page.getByRole('button', { name: /^Cut and marked/ }).click();
    await makeEnd(page, 'T568B', true);
    await expect(page.getByText('Take C-01 by its other end')).toBeVisible();
    await makeEnd(page, 'T568B', false);
    await expect(page.getByRole('heading', { name: 'C-01', exact: true })).toBeVisible();
    await armed(page);
    await page.keyboard.press('a');
    // The second is refused at the look and made anew.
    await expect(page.getByRole('heading', { name: 'C-02', exact: true })).toBeVisible();
    await expect(page.getByText('Cut 1.6 m from reel 7')).toBeVisible();
    for (const name of [/^Prepared/, /^In order/]) await page.getByRole('button', { name }).click();
    for (const c of CONTACTS) await hold(page, conductorAt('T568B', c));
    await page.getByRole('button', { name: /^Crimped/ }).click();
    await page.getByRole('button', { name: 'not so' }).first().click();
    await page.getByRole('button', { name: /^Cannot be mended/ }).click();
    await expect(page.getByText(/^Attempt 1 by Bo Tarn: failed/)).toBeVisible();
    const taps = (await makeEnd(page, 'T568B', true)) + (await makeEnd(page, 'T568B', false));
    // The pass is one more.
    expect(taps + 1).toBeLessThanOrEqual(24);
    await armed(page);
    await page.keyboard.press('a');
    // The rest by sweep: all first ends, all second ends, one press each, then each is proven.
    await expect(page.getByRole('heading', { name: 'C-03', exact: true })).toBeVisible();
    await open(page, `/${job}/cords/rack-cords`);
    await expect(page.getByTestId('yield')).toContainText('2 of 6 proven, 1 of them at the first time');
    await page.getByRole('link', { name: /^sweep the first ends/ }).click();
    for (const end of ['end 1', 'end 2']) {
      for (const n of [3, 4, 5, 6]) {
        await expect(page.getByRole('heading', { name: `C-0${n}`, exact: true })).toBeVisible();
        await expect(page.getByText(`cord ${n}, ${end}`)).toBeVisible();
        await pedal(page);
      }
      await page.getByRole('link', { name: end === 'end 1' ? 'On to the second ends' : 'Back to the batch' }).click(); // prettier-ignore
    }
    await page.getByRole('link', { name: /^Prove C-03/ }).click();
    for (const n of [3, 4, 5, 6]) {
      await expect(page.getByRole('heading', { name: `C-0${n}`, exact: true })).toBeVisible();
      await armed(page);
      await page.keyboard.press('a');
    }
    await expect(page.getByText('Every cord is proven.')).toBeVisible();
    await expect(page.getByTestId('yield')).toContainText('6 of 6 proven, 5 of them at the first time');
    await page.getByRole('button', { name: 'make it one' }).click();
    await expect(page.getByRole('region', { name: 'Test lead' })).toContainText(
      'Cord C-01 is among the test leads now',
    );
    await page.getByRole('link', { name: /^Flags for both ends/ }).click();
    await expect(page.getByRole('button', { name: 'flag, end 1' })).toBeVisible();
  },
);

test(
  'a rolled-over end is drawn, read back and named as such',
  { tag: '@laptop' },
  async ({ page }, info) => {
    const job = await beginBatch(page, `Rolled ${info.project.name} ${Date.now()}`, 2);
    await open(page, `/${job}/cords`);
    await page.getByLabel('what the cords are for').fill('Console cords');
    await page.getByLabel(/^how many/).fill('1');
    await page.getByLabel(/^length of each/).fill('3');
    await choose(page.getByLabel('order'), 'rollover');
    await page.getByRole('button', { name: 'Begin this batch' }).click();
    await page.getByRole('link', { name: /^Make D-01, end 1/ }).click();
    await page.getByRole('button', { name: /^Read and understood/ }).click();
    await page.getByRole('button', { name: /^Cut and marked/ }).click();
    await makeEnd(page, 'T568B', true);
    await expect(page.getByText('This end is laid to T568B rolled over.')).toBeVisible();
    await page.getByRole('button', { name: /^In order/ }).click();
    // Made straight it is found at the first contact, and named.
    await hold(page, conductorAt('T568B', '1'));
    await expect(page.getByTestId('mismatch')).toContainText('Contact 1 holds W-O; it should hold BR');
    await expect(page.getByTestId('mismatch')).toContainText('It may be laid straight');
    await page.getByRole('button', { name: 'Read on' }).click();
    for (const c of CONTACTS.slice(1)) await hold(page, conductorAt('T568B', c));
    await expect(page.getByTestId('finding')).toContainText('ordered T568B rolled over');
    await page.getByRole('button', { name: /^Put right/ }).click();
    for (const c of [...CONTACTS].reverse()) await hold(page, conductorAt('T568B', c));
    await expect(page.getByRole('button', { name: /^Crimped/ })).toBeVisible();
  },
);

test(
  'what cannot be a batch is refused in a sentence, and nothing typed is lost',
  { tag: '@phone' },
  async ({ page }) => {
    // prettier-ignore
    const job = await beginBatch(page, `Refused ${Date.now()}`, 1);
    await open(page, `/${job}/cords`);
    const begin = page.getByRole('button', { name: 'Begin this batch' });
    await page.getByLabel('what the cords are for').fill('Long ones');
    for (const [count, length, says] of [
      ['5000', '2', '5000 cords are too many'],
      ['4', '0', 'less than 10 cm'],
      ['4', '200 m', 'past the 100 m'],
      ['4', '1/2', 'fraction of a metre'],
      ['', '2', 'Say how many'],
    ] as const) {
      await page.getByLabel(/^how many/).fill(count);
      await page.getByLabel(/^length of each/).fill(length);
      await begin.click();
      await expect(page.getByRole('alert')).toContainText(says);
    }
    await page.getByLabel('cable', { exact: true }).fill('Cat 7 S/FTP');
    await expect(page.getByTestId('misfit')).toContainText('No closed plug known here takes Cat 7 S/FTP');
    await page.reload();
    await expect(page.getByLabel('what the cords are for')).toHaveValue('Long ones');
  },
);

test(
  'a run from room to room and coax drops are planned without a panel, made and proven',
  { tag: '@phone' },
  async ({ page }, info) => {
    // prettier-ignore
    await page.goto('/new');
    await page.getByLabel('name').fill(`House ${info.project.name} ${Date.now()}`);
    await page.getByLabel(/^people/).fill('Bo Tarn');
    await page.getByRole('button', { name: /^point to point/ }).click();
    await page.getByRole('button', { name: 'Begin this job' }).click();
    await page.getByRole('button', { name: /^Add/ }).click();
    await expect(page.getByRole('alert')).toContainText('Name the room or place where it begins');
    await page.getByLabel('from', { exact: true }).fill('Office');
    await page.getByLabel('to', { exact: true }).fill('Loft');
    await page.getByLabel('length, if known').fill('18');
    await page.getByRole('button', { name: 'Add R-01' }).click();
    await expect(page.getByText('Office → Loft, punch-down jack')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Add R-02' })).toBeVisible();
    await expect(page.getByLabel('from', { exact: true })).toHaveValue('Office');
    const job = new URL(page.url()).pathname.split('/')[1]!;
    // Somebody taken out by a slip is put back by a tap.
    await open(page, `/${job}/setup`);
    await page.getByLabel('Name of the new person').fill('Una Reed');
    await page.getByRole('button', { name: 'Add a person' }).click();
    await page.getByRole('button', { name: 'Take Una Reed out' }).click();
    await page.getByRole('button', { name: 'Put Una Reed back' }).click();
    await expect(page.getByLabel('Name of Una Reed')).toBeVisible();
    await open(page, `/${job}/setup/direct?kind=coax`);
    await page.getByLabel('fed from').fill('Attic');
    await page.getByLabel('to', { exact: true }).fill('office');
    await page.getByRole('button', { name: 'Add X-01' }).click();
    await expect(page.getByText('Attic → Office, coax compression connector')).toBeVisible();
    await open(page, `/${job}/rack`);
    await expect(page.getByRole('heading', { name: 'Office' })).toBeVisible();
    await open(page, `/${job}/bench/R-01/head`);
    await page.getByRole('button', { name: /^Read and understood/ }).click();
    await expect(page.getByText('Office: Cat 6 U/UTP.')).toBeVisible();
    await open(page, `/${job}/prove/R-01`);
    await armed(page);
    await page.keyboard.press('a');
    await written(page);
    await open(page, `/${job}/rack`);
    await expect(cell(page, 'R-01')).toHaveAccessibleName(/head (proven|provisional)/);
  },
);

test(
  'told in one go and answered by a pedal, a cord takes ten presses',
  { tag: '@phone' },
  async ({ page }) => {
    // prettier-ignore
    // A voice that has said each thing at once.
    await page.addInitScript(() => {
    const voice = { localService: true, lang: 'en', name: 'at once' } as SpeechSynthesisVoice;
    Object.defineProperty(window, 'SpeechSynthesisUtterance', { value: class { onend?: () => void } });
    Object.defineProperty(window, 'speechSynthesis', {
      value: { getVoices: () => [voice], cancel: () => {}, speak: (u: { onend?: () => void }) => u.onend?.() },
    });
  });
    await page.clock.install();
    await beginBatch(page, `By ear ${Date.now()}`, 1);
    await page.getByRole('link', { name: /^Make C-01, end 1/ }).click();
    await page.getByRole('button', { name: /^Read and understood/ }).click();
    await page.getByRole('button', { name: /^Cut and marked/ }).click();
    await page.getByRole('button', { name: /^hands free/ }).click();
    await page.getByRole('button', { name: 'all in one go' }).click();
    const said = page.getByTestId('hands-free').locator('p').first();
    let presses = 0;
    while (!page.url().includes('/prove/')) {
      // It leaves time between what it says.
      while (!/press/i.test(await said.innerText())) await page.clock.fastForward(1000);
      await expect(page.locator('[data-main-action]:disabled')).toHaveCount(0);
      await there(page, '[data-hears=true]');
      const before = await said.innerText();
      await page.keyboard.press('PageDown');
      presses++;
      await expect(page.getByText(before, { exact: true })).toBeHidden();
    }
    await armed(page);
    await page.keyboard.press('PageDown');
    presses++;
    await expect(page.getByText('Every cord is proven.')).toBeVisible();
    expect(presses).toBeLessThanOrEqual(10);
  },
);

test('a batch that is good so far says what is left, and leads to the first cord of it @phone', async ({
  page,
  request,
}) => {
  const job = await beginBatch(page, `So far ${Date.now()}`, 2);
  const { plan } = (await (await request.get(`/api/jobs/${job}/site`)).json()) as {
    plan: { links: { id: string; label: string }[]; crew: { id: string }[] };
  };
  let minute = 0;
  const entry = (link: string, kind: string, data: object, end?: string) => ({
    id: crypto.randomUUID(),
    job,
    link,
    kind,
    at: new Date(Date.UTC(2026, 10, 20, 9, minute++)).toISOString(),
    by: plan.crew[0]!.id,
    data,
    ...(end ? { end } : {}),
  });
  const made = { connector: 'closed-plug', scheme: 'T568B' };
  const entries = plan.links.flatMap(({ id, label }) => [
    entry(id, 'seated', made, 'head'),
    entry(id, 'seated', made, 'tail'),
    entry(id, 'reading', { reading: { walk: '12345678', evidence: label === 'C-01' ? 'wiremap' : 'continuity', ...(label === 'C-01' ? { splits: [] } : {}) } }), // prettier-ignore
  ]);
  expect((await request.post(`/api/jobs/${job}/entries`, { data: { entries } })).ok()).toBe(true);
  const batch = page.url();
  await page.reload();
  await expect(page.getByText('1 good so far, not proven.')).toBeVisible();
  await page.getByRole('link', { name: /^Prove C-02/ }).tap();
  await armed(page);
  await page.getByRole('button', { name: /^All eight good/ }).tap();
  await open(page, new URL(batch).pathname);
  await expect(page.getByText('Every cord is proven.')).toBeVisible();
});
