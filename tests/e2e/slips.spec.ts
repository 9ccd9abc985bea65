import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { allSeated, ownJob } from '../support/job';
import { bounce, notesPresses } from '../support/bounce';
import { armed, kept, open, ready } from '../support/page';

/**
 * The program's promise, tried by slips of the hand: a technician who reads every link truly, and whose thumb, key,
 * pedal, page and second device slip between, never leaves a link proven whose copper is bad. SLIPS sets how many
 * links are read in all, SEED which slips are made.
 */
const SLIPS = Number(process.env.SLIPS ?? 10);
const SEED = Number(process.env.SEED ?? Date.now() % 1_000_000);
const PORTS = 24;

/** Park and Miller's generator: small, and the same everywhere for a seed. */
function dice(seed: number): (n: number) => number {
  let x = (seed % 2_147_483_646) + 1;
  return (n) => {
    x = (x * 48_271) % 2_147_483_647;
    return x % n;
  };
}

interface Truth {
  walk: string;
  splits: string;
  good: boolean;
}
/** What a wiremap meter shows of a link's hidden copper. */
async function truthOf(request: APIRequestContext, job: string, link: string): Promise<Truth> {
  const answer = await request.post(`/api/jobs/${job}/links/${link}/tester`, {
    data: { evidence: 'wiremap' },
  });
  const text = await answer.text();
  const walk = /^WALK (.*) \*/m.exec(text)![1]!;
  const splits = /^SPLITS (.*) \*/m.exec(text)![1]!;
  return { walk, splits, good: walk === '1 2 3 4 5 6 7 8' && splits === '-' };
}

/** Enters what the tester shows, as a person does. */
async function enter(page: Page, truth: Truth): Promise<void> {
  await page.keyboard.press('r');
  const folded = page.locator('details:not([open])', { hasText: 'Tester:' });
  if (await folded.count()) await folded.locator('summary').click();
  await page.getByLabel('Type the walk').fill(truth.walk);
  await page.getByRole('button', { name: 'read', exact: true }).click();
  for (const pair of truth.splits === '-' ? [] : truth.splits.split('/'))
    await page.getByText(`${pair[0]}-${pair[1]}`, { exact: true }).first().click();
}

/** Ways to log what is on screen, or all good on an empty one. */
const PRESSES = ['a', 'Enter', 'PageDown', 'tap'] as const;
type Press = (typeof PRESSES)[number];
/** Presses; returns where a tap fell. */
async function press(page: Page, how: Press): Promise<readonly [number, number] | null> {
  if (how !== 'tap') {
    await page.keyboard.press(how);
    return null;
  }
  const button = page.getByRole('button', { name: /^(Log (pass|fail|provisional)|All eight good)/ }).first();
  // What was worked out moves it: a thumb goes after it.
  await button.click({ trial: true });
  const box = (await button.boundingBox())!;
  await button.click();
  return [box.x + box.width / 2, box.y + box.height / 2];
}

for (let part = 0; part * PORTS < SLIPS; part++)
  test(`no slip proves a bad link, part ${part + 1}`, async ({ page, request, browser, baseURL }, info) => {
    test.setTimeout(600_000);
    const random = dice(SEED + part + (info.project.name === 'phone' ? 7 : 0));
    const job = await ownJob(request, (file) => allSeated(file, 'K1'));
    const labels = Array.from({ length: Math.min(PORTS, SLIPS - part * PORTS) }, (_, i) => `K1-${String(i + 1).padStart(2, '0')}`); // prettier-ignore
    const truths = new Map<string, Truth>();
    for (const label of labels) truths.set(label, await truthOf(request, job, label));
    const second = await (
      await browser.newContext({ baseURL, storageState: info.project.use.storageState })
    ).newPage();
    const did: string[] = [];
    await notesPresses(page);

    for (const label of labels) {
      const truth = truths.get(label)!;
      await open(page, `/${job}/prove/${label}`);
      const enters = !truth.good || random(2) === 1;
      // A reading that was entered is logged by its button or by Enter; a good port by any of them.
      const how = enters ? (['Enter', 'tap'] as const)[random(2)]! : PRESSES[random(PRESSES.length)]!;
      const slip = random(9);
      const after = 50 + random(351);
      did.push(`${label} ${truth.good ? 'good' : 'bad'} ${how} slip ${slip} after ${after} ms`);
      if (enters) await enter(page, truth);
      await armed(page);
      // Before it is logged: leave and come back, reload, another tab, a wrong key, a held key.
      if (slip === 1) {
        await page.reload();
        await ready(page);
        await armed(page);
      } else if (slip === 2) {
        await page.keyboard.press('ArrowRight');
        await expect(page.getByRole('heading', { name: label, exact: true })).toBeHidden();
        await page.keyboard.press('ArrowLeft');
        await expect(page.getByRole('heading', { name: label, exact: true })).toBeVisible();
        await armed(page);
      } else if (slip === 3 && !truth.good) await page.keyboard.press('a');
      else if (slip === 4) {
        await open(second, `/${job}/prove/${label}`);
        await page.bringToFront();
      } else if (slip === 5) {
        await page.goBack().catch(() => null);
        await open(page, `/${job}/prove/${label}`);
        await armed(page);
      }
      // What is on screen is now what was entered, or nothing was and the link is good: the press is a true one.
      if (!truth.good) await expect(page.getByTestId('verdict')).toContainText('Fail');
      const at = await press(page, how);
      // After it: the same press again, bounced; or by another key; or several times.
      const another = slip === 7 ? PRESSES[random(3)]! : how;
      for (let i = 1; slip >= 6 && i <= (slip === 8 ? 4 : 1); i++)
        await bounce(page, slip === 8 ? 60 * i : after, another === 'tap' ? { at: at! } : { key: another });
      // The guard swallows bounces, not presses: the next port is on screen before anybody goes on.
      await expect(page.getByRole('heading', { name: label, exact: true }), did.at(-1)).toBeHidden();
      await kept(page);
    }
    const site = (await (await request.get(`/api/jobs/${job}/site`)).json()) as {
      statuses: { link: string; head: { state: string }; tail: { state: string } }[];
    };
    const falsePasses = site.statuses.filter(
      (s) => truths.get(s.link)?.good === false && (s.head.state === 'proven' || s.tail.state === 'proven'),
    );
    expect(
      falsePasses.map((s) => s.link),
      `SEED=${SEED}; ${did.join('; ')}`,
    ).toEqual([]);
    expect([...truths.values()].filter((t) => !t.good).length).toBeGreaterThan(0);
    // Every link that was read truly has a reading: the guard swallows bounces, not presses.
    const unread = site.statuses.filter((s) => truths.has(s.link) && s.head.state === 'seated');
    expect(unread.map((s) => s.link), `SEED=${SEED}; ${did.join('; ')}`).toEqual([]); // prettier-ignore
    await second.context().close();
  });
