import { expect, test, type Locator, type Page } from '@playwright/test';
import { CONNECTOR_FAMILIES, FAMILY_NAMES } from '../../src/core/wiring/connector';
import type { NumberedContact } from '../../src/core/wiring/conductors';
import { conductorAt } from '../../src/core/wiring/schemes';
import { hold, pedal, terminate } from '../support/bench';
import { allSeated, ownJob } from '../support/job';
import { choose, armed, kept, open, ready, there } from '../support/page';

const gate = (page: Page, name: string) => expect(page.locator(`[data-gate="${name}"]`)).toBeVisible();
const STRAIGHT = 'WO O WG BL WBL G WBR BR'.split(' ');
const history = async (page: Page, job: string, link: string) =>
  (await (await page.request.get(`/api/jobs/${job}/links/${link}/history`)).json()) as {
    entries: { kind: string; end?: string; data: Record<string, unknown> }[];
  };

test('a plug by touch: a planted mistake is caught before the crimp, and logged @phone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/bench/K1-24/tail`);
  for (const name of [/^Read and understood/, /^It is this one/, /^Prepared/])
    await page.getByRole('button', { name }).click();
  await page.getByRole('button', { name: 'Latch up instead' }).click();
  await expect(page.getByRole('img', { name: /latch up.*: 8 BR, 7 W-BR, 6 G/ })).toBeVisible();
  await page.getByRole('button', { name: /^In order/ }).click();
  await hold(page, 'WO');
  await expect(page.getByRole('img', { name: /1 W-O.*8 hidden|8 hidden.*1 W-O/ })).toBeVisible();
  for (const c of ['O', 'WBL']) await hold(page, c);
  await expect(page.getByTestId('mismatch')).toContainText('Contact 3 holds W-BL; it should hold W-G');
  await expect(page.getByTestId('mismatch')).toContainText('exchange 3 and 5');
  await page.getByRole('button', { name: /^Exchanged/ }).click();
  for (const c of STRAIGHT.slice(2)) await hold(page, c);
  for (const name of [/^Crimped/, /^All as it should be/]) await page.getByRole('button', { name }).click();
  await page.getByLabel(/^untwist at the contact/).fill('22');
  await expect(page.getByRole('alert')).toContainText('too far untwisted');
  await expect(page.getByRole('button', { name: /^Log it as refused/ })).toBeEnabled();
  await page.getByLabel(/^untwist at the contact/).fill('a thumb');
  await expect(page.getByRole('button', { name: /^Log it/ })).toBeDisabled();
  await page.getByLabel(/^untwist at the contact/).fill('1/4 in');
  await page.getByRole('button', { name: /^Log it/ }).click();
  await kept(page);
  const { entries } = await history(page, job, 'K1-24');
  const tail = entries.filter((e) => e.end === 'tail');
  expect(tail.map((e) => [e.kind, e.data.right])).toEqual([
    ['read-back', false],
    ['read-back', true],
    ['seated', undefined],
  ]);
  expect(tail[2]!.data).toMatchObject({ connector: 'closed-plug', scheme: 'T568B', untwistMm: 6.35 });
});

test('a jack by keyboard alone, resumed after a reload', { tag: '@laptop' }, async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/bench/K2-14/tail`);
  await gate(page, 'identify');
  for (const next of ['identify', 'prep', 'lay', 'read-back']) {
    await pedal(page);
    await gate(page, next);
  }
  // Slots of the legend "pairs side by side, white first": 5 4 7 8 1 2 3 6.
  for (const key of ['1', '2', '7']) await page.keyboard.press(key);
  await expect(page.getByTestId('asked')).toHaveText('Slot 4, contact 8: what is in it?');
  await page.reload();
  await ready(page);
  await gate(page, 'read-back');
  await expect(page.getByTestId('asked')).toHaveText('Slot 4, contact 8: what is in it?');
  for (const key of ['8', '3', '4', '5', '6']) await page.keyboard.press(key);
  await gate(page, 'seat');
  await page.keyboard.press('PageUp');
  await gate(page, 'read-back');
  await pedal(page);
  await pedal(page);
  await gate(page, 'look');
  await pedal(page);
  await gate(page, 'log');
  await pedal(page);
  await expect(page.getByTestId('undo-line')).toContainText('K2-14 tail: seated, punch-down jack');
  await kept(page);
  await expect(page.getByRole('heading', { name: 'K2-15' })).toBeVisible();
  await gate(page, 'identify');
  // Another family, whose cautions nobody has read on this job yet.
  await expect(page.getByRole('button', { name: /^Read and understood/ })).toBeVisible();
  await open(page, `/${job}/bench/K2-13/tail`);
  await expect(page.getByRole('button', { name: /^Read and understood/ })).toBeHidden();
});

test('a gate one knows becomes one line, read-back and look stay @phone', async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/bench/K2-17/head`);
  await page.getByRole('button', { name: /^Read and understood/ }).click();
  for (const at of ['identify', 'prep', 'lay']) {
    await gate(page, at);
    await page.getByRole('button', { name: /only remind me/ }).click();
  }
  await gate(page, 'read-back');
  await expect(page.getByText(/^prep Cut to the line, strip 25 mm/)).toBeVisible();
  await expect(page.getByRole('button', { name: /only remind me/ })).toBeHidden();
  await page.goto(`/${job}/bench/K2-18/head`);
  await gate(page, 'read-back');
});

test(
  'a read-back counts no more once the scheme is changed after it',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/bench/K1-24/tail`);
    await page.getByRole('button', { name: 'read-back' }).click();
    for (const c of STRAIGHT) await hold(page, c);
    await gate(page, 'seat');
    await page.getByRole('button', { name: 'identify' }).click();
    await choose(page.getByRole('combobox', { name: 'scheme' }), 'T568A');
    await page.getByRole('button', { name: 'seat' }).click();
    await expect(page.getByRole('alert')).toContainText('was not read back yet');
    await kept(page);
    const { entries } = await history(page, job, 'K1-24');
    expect(entries.slice(-2).map((e) => e.kind)).toEqual(['read-back', 'void']);
  },
);

test(
  'what cannot be mended at the look is logged as refused, and begun anew',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/bench/K1-24/tail`);
    await page.getByRole('button', { name: 'look' }).click();
    await page.getByRole('button', { name: 'not so' }).first().click();
    await page.getByRole('button', { name: /^Cannot be mended/ }).click();
    await gate(page, 'identify');
    await expect(page.getByText(/^Attempt 1 by .*: failed, Copper at the front/)).toBeVisible();
    await terminate(page, STRAIGHT);
    await kept(page);
    const { entries } = await history(page, job, 'K1-24');
    expect(entries.filter((e) => e.end === 'tail').map((e) => e.kind)).toEqual([
      'seated',
      'rejected',
      'read-back',
      'redone',
    ]);
  },
);

test(
  'a legend is read off a new jack, and refused while a conductor is missing',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/bench/K2-14/tail`);
    await page.getByRole('button', { name: 'lay' }).click();
    await page.getByRole('button', { name: 'a new one' }).click();
    const print = (label: string) =>
      page
        .getByRole('group', { name: 'Printed there' })
        .getByRole('button', { name: label, exact: true })
        .click();
    for (const c of ['O', 'W-O', 'G', 'W-G', 'BL', 'W-BL', 'BR', 'BR']) await print(c);
    await page.getByRole('button', { name: 'Keep this legend' }).click();
    await expect(page.getByRole('alert')).toContainText('BR stands there more than once. W-BR is missing');
    await page.getByRole('button', { name: 'Slot 8, BR' }).click();
    await print('W-BR');
    await page.getByLabel('call it').fill('Grey jack, box D');
    await page.getByRole('button', { name: 'Keep this legend' }).click();
    await expect(
      page.getByRole('img', { name: /2 O, 1 W-O, 6 G, 3 W-G, 4 BL, 5 W-BL, 8 BR, 7 W-BR/ }),
    ).toBeVisible();
    await expect
      .poll(async () => (await (await page.request.get(`/api/jobs/${job}/export`)).json()).legends?.[0]?.name)
      .toBe('Grey jack, box D');
    // The next jack of the kind is drawn by it at once.
    await open(page, `/${job}/bench/K2-13/tail`);
    await page.getByRole('button', { name: 'lay' }).click();
    await expect(page.getByRole('img', { name: /2 O, 1 W-O, 6 G/ })).toBeVisible();
  },
);

test('pairs are laid, and a cable that cannot be is refused in a sentence @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/bench/K2-17/tail`);
  await page.getByRole('button', { name: 'lay' }).click();
  await page.getByRole('button', { name: 'which way round' }).click();
  for (const c of ['blue', 'brown', 'green'])
    await page.getByRole('button', { name: c, exact: true }).click();
  await expect(page.getByTestId('pair-lay')).toContainText('counter-clockwise end');
  await expect(page.getByTestId('pair-lay')).toContainText('green and orange, green on the outside');
  await page.getByRole('button', { name: 'close', exact: true }).click();
  await page.getByRole('button', { name: 'identify' }).click();
  await page.getByRole('button', { name: 'cable and connector' }).click();
  await choose(page.getByRole('combobox', { name: /^cable/ }), /^another/);
  const jacket = page.getByLabel('jacket, mm', { exact: true });
  await jacket.fill('66');
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('Did you mean 6.6?');
  await jacket.fill('9.9');
  await expect(page.getByTestId('fit')).toHaveText('Does not fit');
  // What was typed wrong is mended under its own name, and struck out where it is not wanted.
  await page.getByLabel('keep it on this job as').fill('Grey drum');
  await page.getByRole('button', { name: 'Keep this cable' }).click();
  await expect(page.getByTestId('fit')).toHaveText('Does not fit');
  await page.getByRole('button', { name: 'Change its figures' }).click();
  await jacket.fill('5,9');
  await page.getByRole('button', { name: 'Keep this cable' }).click();
  await expect(page.getByTestId('fit')).toHaveText(/^Fits/);
  await page.getByRole('button', { name: 'K2-17 has this cable' }).click();
  await expect(page.getByRole('region', { name: 'Fit' })).toContainText('Fits');
  await expect(page.locator('main')).toContainText('Grey drum');
  const plan = async () => (await (await page.request.get(`/api/jobs/${job}/export`)).json()) as { parts: { name: string; cable?: { jacketMm: number } }[]; links: { id: string; cable: string }[] }; // prettier-ignore
  const kept = await plan();
  expect(kept.parts.filter((p) => p.name === 'Grey drum').map((p) => p.cable?.jacketMm)).toEqual([5.9]);
  expect(kept.links.find((l) => l.id === 'K2-17')!.cable).toBe('Grey drum');
});

test(
  'a photo is shrunk and kept; a file that is none is refused',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/bench/K1-24/tail`);
    await page.getByRole('button', { name: 'log', exact: true }).click();
    const input = page.locator('input[type=file]');
    await input.setInputFiles({
      name: 'plug.jpg',
      mimeType: 'image/jpeg',
      buffer: Buffer.from('no picture at all'),
    });
    await expect(page.getByRole('alert')).toContainText('is not a picture');
    await gate(page, 'log');
    const png = await page.evaluate(async () => {
      const canvas = new OffscreenCanvas(4000, 3000);
      const paint = canvas.getContext('2d')!;
      for (let i = 0; i < 400; i++) {
        paint.fillStyle = `hsl(${i * 7} 60% 50%)`;
        paint.fillRect((i * 137) % 4000, (i * 89) % 3000, 300, 300);
      }
      const blob = await canvas.convertToBlob({ type: 'image/png' });
      return [...new Uint8Array(await blob.arrayBuffer())];
    });
    await input.setInputFiles({ name: 'plug.png', mimeType: 'image/png', buffer: Buffer.from(png) });
    await expect(page.getByText(/^Photo kept/)).toBeVisible();
    await kept(page);
    const photo = (await history(page, job, 'K1-24')).entries.find((e) => e.kind === 'photo')!;
    expect(photo.data).toMatchObject({ width: 1600, height: 1200 });
    await expect
      .poll(async () =>
        (await page.request.get(`/api/jobs/${job}/photos/${String(photo.data.photo)}`)).status(),
      )
      .toBe(200);
    await page.getByRole('button', { name: 'Hold the photo beside the scheme' }).click();
    await expect(page.getByRole('dialog').getByRole('img', { name: /^Close-up/ })).toBeVisible();
  },
);

test(
  'a sweep takes a panel’s heads in port order, one press a port',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/bench/K2-17/head`);
    await page.getByRole('button', { name: /^Read and understood/ }).click();
    await open(page, `/${job}/rack`);
    await page.getByRole('region', { name: 'K2' }).getByRole('link', { name: 'sweep the heads' }).click();
    for (const [label, left] of [
      ['K2-17', 4],
      ['K2-18', 3],
      ['K2-19', 2],
      ['K2-20', 1],
    ] as const) {
      await expect(page.getByRole('heading', { name: label })).toBeVisible();
      await expect(page.getByTestId('pace')).toContainText(`${left} of 20 left`);
      await pedal(page);
    }
    await expect(page.getByRole('heading', { name: 'Every head of K2 is terminated.' })).toBeVisible();
    await kept(page);
  },
);

test('a coax has two contacts, from the bench to its proof', { tag: '@phone' }, async ({ page, request }) => {
  const job = await ownJob(request);
  for (const end of ['head', 'tail']) {
    await open(page, `/${job}/bench/X1-01/${end}`);
    await page.getByRole('button', { name: 'read-back' }).click();
    // A strand of braid at the centre is found before it is compressed.
    await page.getByRole('button', { name: 'not so' }).first().click();
    await expect(page.getByRole('alert')).toContainText('fold every strand back');
    await page.getByRole('button', { name: /^Put right/ }).click();
    await page.getByRole('button', { name: /^Both are so/ }).click();
    await gate(page, 'seat');
    for (const name of [/^Compressed/, /^All as it should be/, /^Log it/])
      await page.getByRole('button', { name }).click();
    await kept(page);
  }
  await open(page, `/${job}/prove/X1-01`);
  await page.getByRole('button', { name: 'Centre and braid joined' }).click();
  await expect(page.getByTestId('verdict')).toContainText('centre and braid joined');
  await page.getByRole('button', { name: 'Read again' }).click();
  await armed(page);
  await page.getByRole('button', { name: /^Both good/ }).click();
  await kept(page);
  await open(page, `/${job}/rack`);
  await expect(page.getByRole('link', { name: /^X1-01:/ })).toHaveAccessibleName(/head proven, tail proven/);
});

for (const deviceScaleFactor of [1, 2])
  test(
    `the gauge is true after a calibration at ${deviceScaleFactor} device pixels to one`,
    { tag: '@laptop' },
    async ({ browser, request, baseURL }) => {
      const job = await ownJob(request);
      const context = await browser.newContext({
        viewport: { width: 1280, height: 800 },
        deviceScaleFactor,
        baseURL,
      });
      const page = await context.newPage();
      await open(page, `/${job}/gauge/closed-plug`);
      const line = page.getByLabel('length in pixels');
      await line.fill('756');
      await page.getByRole('button', { name: 'It is edge to edge' }).click();
      await expect(page.getByRole('alert')).toContainText(/that line is about \d+ mm, and it is to be 86 mm/);
      await line.fill('428');
      expect((await page.getByTestId('calibration-line').boundingBox())!.width).toBeCloseTo(428, 1);
      await page.getByRole('button', { name: 'It is edge to edge' }).click();
      await expect(page.getByTestId('sanity')).toContainText('256 mm wide');
      await page.getByRole('button', { name: /^Yes, about/ }).click();
      const width = async (name: string) =>
        (await page.getByTestId('gauge').getByTestId(`bar ${name}`).boundingBox())!.width;
      // 428 px for 85.60 mm (ISO/IEC 7810 ID-1, from memory): 5 px to the millimetre.
      expect(await width('strip')).toBeCloseTo(38 * 5, 1);
      expect(await width('untwist, standard')).toBeCloseTo(13 * 5, 1);
      await page.getByRole('button', { name: 'strict untwist' }).click();
      expect(await width('untwist, strict')).toBeCloseTo(5 * 5, 1);
      const stored = await context.storageState();
      await context.close();
      const zoomed = await browser.newContext({
        viewport: { width: 1280, height: 800 },
        deviceScaleFactor: deviceScaleFactor * 2,
        storageState: stored,
        baseURL,
      });
      const again = await zoomed.newPage();
      await open(again, `/${job}/gauge/closed-plug`);
      expect((await again.getByTestId('gauge').getByTestId('bar strip').boundingBox())!.width).toBeCloseTo(
        (38 * 5) / 2,
        1,
      );
      await again.emulateMedia({ media: 'print' });
      await expect(again.getByText('Measure this bar first')).toBeVisible();
      await zoomed.close();
    },
  );

test(
  'on a phone with its bars a gate shows its drawing, its steps and its button without a scroll',
  { tag: '@phone' },
  async ({ page, request }) => {
    await page.setViewportSize({ width: 390, height: 664 });
    const job = await ownJob(request);
    for (const [link, end, family] of [
      ['K1-24', 'tail', 'plug'],
      ['K2-14', 'tail', 'jack'],
      ['K2-17', 'head', 'panel'],
      ['K2-17', 'tail', 'field plug'],
    ] as const) {
      await open(page, `/${job}/bench/${link}/${end}`);
      const nav = (await page.getByRole('navigation', { name: 'Screens' }).boundingBox())!.y;
      const bottom = async (what: Locator) => {
        const box = (await what.boundingBox())!;
        return Math.round(box.y + box.height);
      };
      await page.getByRole('button', { name: 'lay', exact: true }).click();
      const action = page.locator('[data-main-action]');
      expect(await bottom(page.getByRole('img').first()), family).toBeLessThan(nav);
      expect(await bottom(page.locator('ol li').last()), family).toBeLessThanOrEqual((await action.boundingBox())!.y + 2); // prettier-ignore
      expect(await bottom(action), family).toBeLessThanOrEqual(nav);
      const letters = page.locator('svg text.letters').first();
      expect((await letters.boundingBox())!.height, family).toBeGreaterThanOrEqual(16);
      await page.getByRole('button', { name: 'read-back', exact: true }).click();
      const choices = page.getByRole('group', { name: 'What you hold' });
      expect(await bottom(choices), family).toBeLessThanOrEqual(nav);
      await choices.getByRole('button').first().click();
      await expect(page.getByRole('img').first()).toBeVisible();
    }
  },
);

test(
  'a bench opened without an end stays at its end, and goes on to the next of it nearby',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request, (file) => allSeated(file, 'K1'));
    await open(page, `/${job}/bench/K3-05`);
    await page.getByRole('button', { name: /^Read and understood/ }).click();
    await page.getByRole('button', { name: 'log', exact: true }).click();
    await page.getByRole('button', { name: /^Log it/ }).click();
    await expect(page.getByRole('heading', { name: 'K3-06' })).toBeVisible();
    await expect(page.getByRole('link', { name: /^head: bare/ })).toHaveAttribute('aria-current', 'true');
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('heading', { name: 'K3-07' })).toBeVisible();
    // With no link in the address either: what is on screen stands in it, and arrows work.
    await open(page, `/${job}/bench`);
    await expect(page).toHaveURL(/bench\/K2-01\/head$/);
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('heading', { name: 'K2-02' })).toBeVisible();
  },
);

test(
  'the screen is kept awake on the bench, and let go of elsewhere',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await page.addInitScript(() => {
      const held = { now: 0 };
      Object.assign(globalThis, { held });
      Object.defineProperty(navigator, 'wakeLock', {
        value: {
          request: () => {
            held.now++;
            return Promise.resolve({ release: () => Promise.resolve(held.now--) });
          },
        },
      });
    });
    const held = () => page.evaluate(() => (globalThis as unknown as { held: { now: number } }).held.now);
    await open(page, `/${job}/bench/K1-24/tail`);
    await expect.poll(held).toBe(1);
    await page.getByRole('link', { name: 'rack', exact: true }).click();
    await expect(page.getByRole('heading', { name: /^Rack of/ })).toBeAttached();
    await expect.poll(held).toBe(0);
  },
);

test(
  'a plug read to its end is named as a whole: upside down',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/bench/K1-24/tail`);
    await page.getByRole('button', { name: 'read-back', exact: true }).click();
    await expect(page.locator('ol li').last()).toContainText('Insert until copper shows');
    const [first, ...rest] = [...STRAIGHT].reverse();
    await hold(page, first!);
    await expect(page.getByTestId('mismatch')).toContainText('It may be upside down');
    await page.getByRole('button', { name: 'Read on' }).click();
    for (const c of rest) await hold(page, c);
    await expect(page.getByTestId('finding')).toContainText('upside down, 8 to 1');
    // Seat does not forget it.
    await page.getByRole('button', { name: 'seat', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('Contact 1 holds BR');
    await page.getByRole('button', { name: /^Read it back first/ }).click();
    await page.getByRole('button', { name: /^Put right/ }).click();
    for (const c of STRAIGHT) await hold(page, c);
    await gate(page, 'seat');
    await kept(page);
    const { entries } = await history(page, job, 'K1-24');
    const read = entries.filter((e) => e.end === 'tail' && e.kind === 'read-back').map((e) => e.data.right);
    expect(read.at(-1)).toBe(true);
    expect(read.slice(0, -1).every((r) => r === false)).toBe(true);
  },
);

test(
  'what helps stands at its step, a step that takes its time is counted, a trainee sees both at once',
  { tag: '@phone' },
  async ({ page, request }) => {
    await page.clock.install();
    const job = await ownJob(request, (file) => {
      file.crew.find((p) => p.id === 'bo')!.role = 'trainee';
      file.links.find((l) => l.id === 'K1-24')!.tail.connector = 'load-bar-plug';
    });
    await open(page, `/${job}/bench/K1-24/tail`);
    await page.getByRole('button', { name: 'lay', exact: true }).click();
    await expect(page.getByText('The gauge bar left on.')).toBeVisible();
    await expect(page.getByText(/just cut off, slipped on one conductor/)).toBeVisible();
    await expect(page.locator('ol li').filter({ hasText: 'W-O into hole 1' })).toBeVisible();
    const count = page.getByTestId('countdown');
    await count.click();
    await expect(count).toContainText(/\d+ s heat/);
    await page.clock.fastForward(31_000);
    await expect(count).toContainText('30 s are over');
  },
);

/** One press of a pedal, or one that is held until it says *wrong*. */
async function foot(page: Page, held = false): Promise<void> {
  await there(page, '[data-hears=true]');
  await page.keyboard.down('PageDown');
  if (held) await expect(page.getByTestId('heard')).toHaveText('heard: wrong');
  await page.keyboard.up('PageDown');
}

for (const [port, family, contacts] of [
  ['K1-24/tail', 'plug', 8],
  ['K2-14/tail', 'jack', 8],
] as const)
  test(
    `hands free, a ${family} by pedal alone: told contact by contact, one of them wrong`,
    { tag: '@phone' },
    async ({ page, request }) => {
      const job = await ownJob(request);
      await open(page, `/${job}/bench/${port}`);
      await page.getByRole('button', { name: /^hands free/ }).click();
      const said = page.getByTestId('hands-free');
      await expect(said).toContainText('Press once you have understood');
      /** Presses until what is said is something else. */
      const on = async (says: string | RegExp) => {
        await expect(async () => {
          if (!(await said.getByText(says).isVisible())) await foot(page);
          await expect(said.getByText(says)).toBeVisible({ timeout: 1000 });
        }).toPass();
      };
      const CONTACT = /^\d, [a-z ]+\.$/;
      await on(CONTACT);
      let before = await said.getByText(CONTACT).innerText();
      await foot(page);
      await expect(said.getByText(before, { exact: true })).toBeHidden();
      await foot(page, true);
      await expect(said).toContainText('is wrong. Put it right');
      await foot(page);
      for (let n = 1; n < contacts; n++) {
        await expect(said.getByText(CONTACT)).not.toHaveText(before);
        before = await said.getByText(CONTACT).innerText();
        await foot(page);
      }
      await gate(page, 'seat');
      await on(/Hold if it is not so\.$/);
      await expect(async () => {
        if (await said.getByText(/Hold if it is not so\.$/).isVisible()) await foot(page);
        await expect(said.getByText(/Hold if it is not so\.$/)).toBeHidden({ timeout: 1000 });
      }).toPass();
      await expect(async () => {
        if (await said.getByText('Press to log it').isVisible()) await foot(page);
        await expect(page.getByTestId('undo-line')).toContainText('seated', { timeout: 1000 });
      }).toPass();
      await kept(page);
      const { entries } = await history(page, job, port.split('/')[0]!);
      const told = entries.filter((e) => e.kind === 'read-back' && e.data.told);
      expect(told.map((e) => [e.data.right, e.data.told])).toEqual([[false, true], [true, true]]); // prettier-ignore
    },
  );

/** All thirteen, some in each test: one that takes them all is long on a slow machine. */
const SOME = 4;
for (let i = 0; i < CONNECTOR_FAMILIES.length; i += SOME)
  test(
    `families ${i + 1} to ${Math.min(i + SOME, CONNECTOR_FAMILIES.length)} go through all gates by touch`,
    { tag: '@phone' },
    async ({ page, request }) => {
      const job = await ownJob(request);
      for (const family of CONNECTOR_FAMILIES.slice(i, i + SOME)) {
        const coax = family === 'coax-compression';
        await open(page, `/${job}/bench/${coax ? 'X1-02' : 'K1-24'}/tail`);
        if (!coax)
          await choose(page.getByRole('combobox', { name: 'connector', exact: true }), FAMILY_NAMES[family]);
        const caution = page.getByRole('button', { name: /^Read and understood/ });
        await expect(caution.or(page.getByRole('button', { name: /^It is this one/ }))).toBeVisible();
        if (await caution.isVisible()) await caution.click();
        for (const name of [/^It is this one/, /^Prepared/, /^In order/])
          await page.getByRole('button', { name }).click();
        if (coax) await page.getByRole('button', { name: /^Both are so/ }).click();
        for (let n = 0; n < 8 && !coax; n++) {
          const asked = page.getByTestId('asked');
          await expect(asked).toContainText(n ? /ontact [1-8]/ : /ontact/);
          const contact = /ontact ([1-8])/.exec(await asked.innerText())![1] as NumberedContact;
          await hold(page, conductorAt('T568B', contact));
          await expect(page.getByText(`ontact ${contact}: what`)).toBeHidden();
        }
        await gate(page, 'seat');
        await page.locator('[data-main-action]').last().click();
        await page.getByRole('button', { name: /^All as it should be/ }).click();
        await page.getByRole('button', { name: /^Log it/ }).click();
        await expect(page.getByTestId('undo-line')).toContainText(FAMILY_NAMES[family]);
      }
    },
  );
