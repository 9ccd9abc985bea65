import { expect, test, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import type { JobFile } from '../../src/core/model/job';
import { ToneBundle } from '../../src/core/survey/tone';
import { bounce, notesPresses } from '../support/bounce';
import { ownJob } from '../support/job';
import { armed, kept, open, ready } from '../support/page';

/** Leaves twelve loose cables in the low closet, those of panel K3: every other head there is seated. */
function twelveLoose(file: JobFile): void {
  delete file.job.policy.practice;
  const at = '2026-11-16T15:00:00Z';
  for (const l of file.links.filter((x) => x.head.panel === 'K2'))
    file.entries.push({
      id: randomUUID(),
      job: file.job.id,
      link: l.id,
      end: 'head',
      kind: 'seated',
      at,
      by: file.crew[0]!.id,
      data: { connector: l.head.connector, scheme: 'T568B' },
    });
}
const tracedOf = async (page: Page, job: string) => {
  const file = (await (await page.request.get(`/api/jobs/${job}/export`)).json()) as JobFile;
  const last = new Map<string, string>();
  for (const e of file.entries) if (e.kind === 'traced') last.set(e.link, e.data.is);
  return [...last].sort(([a], [b]) => (a < b ? -1 : 1)).map(([link, is]) => `${link} ${is}`);
};

/** What the loose cables of this test really are: cable 1 first. 4 and 9 are bridged, 6 is open. */
const REALLY = ['K3-07', 'K3-02', 'K3-11', 'K3-05', 'K3-01', 'K3-12', 'K3-03', 'K3-10', 'K3-08', 'K3-04', 'K3-09', 'K3-06']; // prettier-ignore
const BRIDGED = [4, 9];
const OPEN = 6;

test('twelve cables with four remotes: a bridged pair, an open, the last one inferred, resumed after a reload', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, twelveLoose);
  await open(page, `/${job}/trace`);
  await expect(page.getByRole('main')).toContainText('12 cables of this closet are not known yet');
  await page.getByLabel('remotes you have').fill('1-4, 3');
  await page.getByRole('button', { name: /^Plan the walk/ }).click();
  await expect(page.getByRole('alert')).toContainText('Remote 3 stands there twice');
  await page.getByLabel('remotes you have').fill('1-4');
  await page.getByRole('button', { name: /^Plan the walk/ }).click();
  await expect(page.getByRole('heading', { name: 'Round 1 of 3' })).toBeVisible();
  await expect(page.getByRole('main')).toContainText(
    /all of them, and home with the remotes, \d+ m, \d+ min/,
  );

  for (let round = 1; round <= 3; round++) {
    await expect(page.getByRole('heading', { name: `Round ${round} of 3` })).toBeVisible();
    // What is put where is read off the screen, as a person would.
    const out = new Map<string, number>();
    const file = (await (await page.request.get(`/api/jobs/${job}/export`)).json()) as JobFile;
    const where = (id: string) => {
      const l = file.links.find((x) => x.id === id)!;
      const o = file.outlets.find((x) => x.id === l.tail.outlet)!;
      return `${file.spaces.find((s) => s.id === o.space)!.name}|${o.name}, position ${l.tail.position}`;
    };
    for (const stop of await page.getByRole('list', { name: 'Stops of this walk' }).locator('> li').all()) {
      const room = await stop.locator('strong').innerText();
      for (const line of await stop.locator('li').all()) {
        const [number, place] = (await line.innerText()).split(/\n+/);
        const link = REALLY.find((id) => where(id) === `${room}|${place}`)!;
        out.set(link, Number(number));
      }
    }
    expect(out.size).toBe(4);
    await armed(page);
    await page.getByRole('button', { name: /^All 4 are in/ }).click();
    for (let tap = 0; tap < 14; tap++) {
      const asked = page.getByTestId('cable-asked');
      if (!(await asked.isVisible())) break;
      await armed(page);
      const cable = Number(await asked.locator('strong').innerText());
      const joined = BRIDGED.includes(cable) ? BRIDGED : [cable];
      const numbers = cable === OPEN ? [] : joined.flatMap((c) => out.get(REALLY[c - 1]!) ?? []);
      if (round === 1 && tap === 0) {
        // Somebody else's remote answers besides: that cable is not known by it, and the answer is taken back.
        await page.getByRole('button', { name: /^Several, or another/ }).click();
        if (numbers[0]) await page.getByRole('button', { name: `Remote ${numbers[0]} answers` }).click();
        const strange = page.getByLabel('and one that is in no outlet of this round, by its number');
        await strange.fill('0');
        await expect(page.getByText('The number of a remote is 1 to 99.')).toBeVisible();
        await strange.fill('77');
        await page.getByRole('button', { name: /^(These answer at once|Remote 77 alone answers)/ }).click();
        await expect(page.getByTestId('trace-says')).toContainText(
          numbers[0] ? 'and another at once: bridged' : 'answered by remote 77, which is in no outlet',
        );
        await page.getByRole('button', { name: 'Take that back' }).click();
        await armed(page);
      }
      if (numbers.length === 0) await page.getByRole('button', { name: /^None answers/ }).click();
      else if (numbers.length === 1)
        await page.getByRole('button', { name: `Remote ${numbers[0]} answers` }).click();
      else {
        await page.getByRole('button', { name: /^Several, or another/ }).click();
        for (const n of numbers) await page.getByRole('button', { name: `Remote ${n} answers` }).click();
        await page.getByRole('button', { name: /^These answer at once/ }).click();
      }
      await expect(
        page
          .getByTestId('cable-asked')
          .filter({ has: page.locator('strong', { hasText: new RegExp(`^${cable}$`) }) }),
      ).toBeHidden();
      if (round === 2 && tap === 1) {
        await page.reload();
        await ready(page);
      }
    }
    const next = page.getByRole('button', { name: /^(On to the next round|See what was found)/ });
    if (await next.isVisible()) {
      await armed(page);
      await next.click();
    }
  }
  await expect(page.getByRole('heading', { name: 'The trace is done.' })).toBeVisible();
  await expect(page.getByTestId('trace-counted')).toContainText('9 known');
  await expect(page.getByTestId('trace-counted')).toContainText('2 bridged');
  await expect(page.getByTestId('cables')).toContainText(
    'K3-12, inferred: it stayed silent, so it is open or its remote was not in',
  );
  await expect(page.getByTestId('cables')).toContainText('bridged with cable 9');
  await kept(page);
  expect(await tracedOf(page, job)).toEqual([
    'K3-01 known', 'K3-02 known', 'K3-03 known', 'K3-04 known', 'K3-05 bridged', 'K3-06 known',
    'K3-07 known', 'K3-08 bridged', 'K3-09 known', 'K3-10 known', 'K3-11 known', 'K3-12 inferred',
  ]); // prettier-ignore
  await open(page, `/${job}/bench/K3-12/head`);
  await expect(page.getByTestId('traced')).toContainText('inferred, not proven');
  await open(page, `/${job}/prove/K3-05`);
  await expect(page.getByTestId('traced')).toContainText('bridged with K3-08');
});

test('an answer taken back is taken back in the log', async ({ page, request }) => {
  const job = await ownJob(request, twelveLoose);
  await open(page, `/${job}/trace`);
  await page.getByRole('button', { name: /^Plan the walk/ }).click();
  await armed(page);
  await page.getByRole('button', { name: /^All 4 are in/ }).click();
  await armed(page);
  await page.keyboard.press('2');
  // The rest of the same press is no answer of the next cable.
  await page.keyboard.press('2');
  await expect(page.getByTestId('trace-says')).toContainText(/Cable 1 is K3-\d\d, .*Mark it now/);
  const link = (await page.getByTestId('trace-says').innerText()).match(/K3-\d\d/)![0];
  await page.getByRole('button', { name: 'Take that back' }).click();
  await expect(page.getByTestId('cable-asked')).toContainText('loose cable 1.');
  await kept(page);
  const { entries } = (await (await request.get(`/api/jobs/${job}/links/${link}/history`)).json()) as { entries: { kind: string }[] }; // prettier-ignore
  expect(entries.map((e) => e.kind).slice(-2)).toEqual(['traced', 'void']);
  // The keys do all of it: 0 for silence, the number that answers, Page Down for the round.
  await armed(page);
  await page.keyboard.press('0');
  await expect(page.getByTestId('cable-asked')).toContainText('loose cable 2.');
});

test('a toned cable is found by louder and fainter, and written down as found by tone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/trace/tone`);
  await page.getByLabel('link with the tone').fill('K3-05');
  await page.getByLabel('cables in the bundle').fill('one');
  await page.getByRole('button', { name: 'Begin listening' }).click();
  await expect(page.getByRole('alert')).toContainText('2 to 200 cables');
  await page.getByLabel('cables in the bundle').fill('12');
  await page.getByRole('button', { name: 'Begin listening' }).click();
  const bundle = new ToneBundle('combed', 12);
  const TONED = 9;
  await page.getByRole('button', { name: /^The probe is at/ }).click();
  for (let tries = 0; tries < 20; tries++) {
    if (await page.getByRole('button', { name: /^Cable 9 is K3-05/ }).isVisible()) break;
    await page.getByRole('button', { name: /^The probe is at/ }).click();
    const [at, than] = (await page.getByTestId('tone-says').locator('strong').allInnerTexts()).map(Number);
    const difference = bundle.level(at!, TONED) - bundle.level(than!, TONED);
    const name = difference > 1 ? 'Louder' : difference < -1 ? 'Fainter' : 'The same';
    await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
    await expect(page.getByTestId('tone-says')).not.toContainText('against');
    if (tries === 1) {
      await page.reload();
      await ready(page);
    }
  }
  await page.getByRole('button', { name: /^Cable 9 is K3-05/ }).click();
  await expect(page.getByTestId('undo-line')).toContainText('Cable 9 is K3-05');
  await kept(page);
  const { entries } = (await (await request.get(`/api/jobs/${job}/links/K3-05/history`)).json()) as { entries: { kind: string; data: object }[] }; // prettier-ignore
  expect(entries.at(-1)).toMatchObject({ kind: 'traced', data: { is: 'inferred', by: 'tone', cable: 9 } });
  // What comes next is the tape.
  await page.getByRole('link', { name: 'Flag it with tape' }).click();
  await expect(page.getByLabel('link').first()).toHaveValue('K3-05');
});

test('two phones on one trace: a second one takes part, and a round left too soon is gone on with', async ({
  page,
  request,
  browser,
}) => {
  const job = await ownJob(request, twelveLoose);
  await open(page, `/${job}/trace`);
  await page.getByRole('button', { name: /^Plan the walk/ }).click();
  await expect(page.getByRole('main')).toContainText('First number the loose cables 1 to 12');
  await armed(page);
  await page.getByRole('button', { name: /^All 4 are in/ }).click();
  await armed(page);
  await page.getByRole('button', { name: 'Remote 2 answers' }).click();
  await expect(page.getByTestId('trace-says')).toContainText(/Cable 1 is K3-\d\d/);
  await kept(page);

  const other = await browser.newContext({ viewport: { width: 390, height: 664 } });
  const second = await other.newPage();
  await second.addInitScript(() => localStorage.setItem('gauntlet:me', JSON.stringify({ id: 'una', name: 'Una Brae' }))); // prettier-ignore
  await open(second, `/${job}/trace`);
  await expect(second.getByTestId('cable-asked')).toContainText('loose cable 2.');
  await armed(second);
  await second.getByRole('button', { name: 'Remote 1 answers' }).click();
  // The first phone hears of it, and goes on where the second left off.
  await expect(page.getByTestId('cable-asked')).toContainText('loose cable 3.');
  await expect(page.getByTestId('trace-says')).toContainText(/cable 2 is K3-\d\d/);

  await page.getByRole('button', { name: /^These were all/ }).click();
  await expect(page.getByRole('alertdialog')).toContainText('10 cables were not tried in this round');
  await page.getByRole('button', { name: 'No, go on trying' }).click();
  await page.getByRole('button', { name: /^These were all/ }).click();
  await page.getByRole('button', { name: 'Count them as silent' }).click();
  await expect(page.getByRole('heading', { name: 'Round 2 of 3' })).toBeVisible();
  await page.getByRole('button', { name: 'Go on with round 1' }).click();
  await expect(page.getByTestId('cable-asked')).toContainText('loose cable 3.');
  await kept(page);
  const known = (await tracedOf(page, job)).filter((line) => line.endsWith(' known'));
  expect(known).toHaveLength(2);
  await other.close();
});

test('the simulated probe shows a level, and begins quietly', async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/trace/tone`);
  await page.getByLabel('link with the tone').fill('K3-05');
  await page.getByLabel('cables in the bundle').fill('7');
  await page.getByRole('button', { name: /^round/ }).click();
  await page.getByRole('button', { name: 'Begin listening' }).click();
  await page.getByRole('button', { name: /^Cable 3,/ }).click();
  expect(Number(await page.getByLabel('volume').inputValue())).toBeLessThan(0.3);
  await page.getByRole('button', { name: 'Listen at cable 3' }).click();
  await expect(page.getByRole('meter')).not.toHaveAttribute('aria-valuenow', '0');
});

test('a tape flag is found by the next one, on the list and at the bench', async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/trace/flags`);
  await page.getByLabel('link').first().fill('K9-99');
  await page.getByRole('button', { name: 'Flag it' }).click();
  await expect(page.getByRole('alert')).toContainText('There is no link "K9-99"');
  await page.getByLabel('link').first().fill('k3-04');
  await page.getByRole('button', { name: 'violet' }).click();
  await page.getByRole('button', { name: '3 bands' }).click();
  await page.getByLabel('written on it').fill('11');
  await page.getByRole('button', { name: 'Flag it' }).click();
  await expect(page.getByTestId('flags')).toContainText('three bands of violet tape, “11”');
  await kept(page);
  await open(page, `/${job}/bench/K3-04/head`);
  await expect(page.getByTestId('flag')).toContainText(
    'On the cable at the head: three bands of violet tape',
  );
  await open(page, `/${job}/trace/flags`);
  await page.getByLabel(/^look for/).fill('violet');
  await armed(page);
  await page.getByRole('button', { name: 'Tape of K3-04 head is off' }).click();
  await expect(page.getByTestId('flags').getByRole('listitem')).toHaveCount(0);
});

test('a press that bounces on the list of tapes does not take off the one that moves up', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, (file) => {
    for (const [i, link] of ['K3-04', 'K3-05', 'K3-06'].entries())
      file.entries.push({ id: randomUUID(), job: file.job.id, link, end: 'head', kind: 'flagged', at: `2026-11-24T12:0${i}:00Z`, by: 'bo', data: { tape: 'violet', bands: 1 } }); // prettier-ignore
  });
  await notesPresses(page);
  await open(page, `/${job}/trace/flags`);
  await page.getByLabel(/^look for/).fill('violet');
  await armed(page);
  const first = page.getByRole('button', { name: 'Tape of K3-04 head is off' });
  await first.scrollIntoViewIfNeeded();
  const box = (await first.boundingBox())!;
  const at = [box.x + box.width / 2, box.y + box.height / 2] as const;
  await page.mouse.click(...at);
  await expect(first).toHaveCount(0);
  expect(await bounce(page, 60, { at })).toBe('it is off');
  await armed(page);
  await page.getByRole('button', { name: 'Tape of K3-06 head is off' }).click();
  const left = page.getByTestId('flags').getByRole('listitem');
  await expect(left).toHaveCount(1);
  await expect(left).toContainText('K3-05');
});
