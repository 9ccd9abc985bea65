import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { terminate } from '../support/bench';
import { ownJob } from '../support/job';
import { armed, asks, cell, kept, open, ready } from '../support/page';

test('by touch: seat an end, pass, fail, redo, prove again, and find it after a reload @phone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  const press = (name: string | RegExp) => page.getByRole('button', { name }).first().tap();
  await open(page, `/${job}/bench/K1-23/tail`);
  await terminate(page, 'WO O WG BL WBL G WBR BR'.split(' '));
  await kept(page);
  await open(page, `/${job}/rack`);
  await expect(cell(page, 'K1-23')).toHaveAccessibleName(/head seated, tail seated/);

  await open(page, `/${job}/prove/K1-20`);
  await armed(page);
  await press(/^All eight good/);
  await expect(page.getByTestId('undo-line')).toContainText('K1-20: pass logged');
  await expect(page.getByRole('heading', { name: 'K1-21' })).toBeVisible();
  for (const lamp of ['1', '2', '3', 'none', '5', '6', '7', '8']) {
    const key = page
      .getByRole('group', { name: 'Which lamp lit?' })
      .getByRole('button', { name: lamp, exact: true });
    await key.tap();
  }
  await expect(page.getByTestId('verdict')).toContainText('contact 4 open');
  await expect(page.getByTestId('question')).not.toBeEmpty();
  await armed(page);
  await press(/^Log fail/);
  await kept(page);

  await open(page, `/${job}/redo`);
  const card = page.getByRole('article', { name: /^K1-21/ });
  await expect(card).toContainText('contact 4 open');
  await armed(page);
  await card
    .getByRole('button', { name: /punched again|done again/ })
    .first()
    .click();
  await expect(card).toContainText('done again, not proven yet');
  await card.getByRole('link', { name: 'Prove it' }).click();
  await expect(page.getByRole('heading', { name: 'K1-21', exact: true })).toBeVisible();
  await armed(page);
  await press(/^All eight good/);
  await kept(page);
  await open(page, `/${job}/rack`);
  await expect(cell(page, 'K1-20')).toHaveAccessibleName(/head proven, tail proven/);
  await expect(cell(page, 'K1-21')).toHaveAccessibleName(/head proven, tail proven/);
});

test(
  'by keyboard alone: go to a link, fail it by typing lamps, undo, pass it, on to the next',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/rack`);
    await page.keyboard.press('/');
    await page.keyboard.type('k1');
    await expect(page.getByRole('option').first()).toBeVisible();
    await page.keyboard.press('ArrowDown');
    await expect(page.getByRole('option').nth(1)).toHaveAttribute('aria-selected', 'true');
    // What is typed on begins at the first again.
    await page.keyboard.type('-20');
    await expect(page.getByRole('option', { selected: true })).toContainText('K1-20');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'K1-20' })).toBeVisible();
    await page.keyboard.type('36145278');
    await expect(page.getByTestId('verdict')).toContainText('A at one end, B at the other');
    await armed(page);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'K1-21' })).toBeVisible();
    await expect(cell(page, 'K1-20')).toHaveAccessibleName(/failed/);
    await page.keyboard.press('u');
    await expect(cell(page, 'K1-20')).toHaveAccessibleName(/head seated, tail seated/);
    await kept(page);
    // What was taken back is on screen again as it was entered.
    await expect(page.getByRole('heading', { name: 'K1-20' })).toBeVisible();
    await expect(page.getByTestId('verdict')).toContainText('A at one end, B at the other');
    await page.keyboard.press('a');
    await expect(page.getByTestId('verdict')).toContainText('A at one end, B at the other');
    await page.keyboard.press('r');
    await armed(page);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'K1-21' })).toBeVisible();
    await expect(cell(page, 'K1-20')).toHaveAccessibleName(/head proven, tail proven/);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toContainText('go to a link');
  },
);

test(
  'what is typed before the sheet of *go to* is there is meant for it',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    let arrive!: () => void;
    const arrives = new Promise<void>((there) => (arrive = there));
    let held = false;
    await page.route('**/_app/immutable/**/*.js', async (route) => {
      const response = await route.fetch();
      if ((await response.text()).includes('Go to a link')) {
        held = true;
        await arrives;
      }
      await route.fulfill({ response });
    });
    await open(page, `/${job}/rack`);
    await expect.poll(() => held).toBe(true);
    // Each of these letters but for the / would lead to another screen.
    await page.keyboard.type('/k1-2p');
    await page.keyboard.press('Backspace');
    await page.keyboard.type('0');
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/rack/);
    arrive();
    await expect(page.getByRole('heading', { name: 'K1-20' })).toBeVisible();
    await page.unrouteAll({ behavior: 'ignoreErrors' });
  },
);

test('a pedal logs passes, one press a port', { tag: '@laptop' }, async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  for (const label of ['K1-20', 'K1-21', 'K1-22']) {
    await expect(page.getByRole('heading', { name: label })).toBeVisible();
    await armed(page);
    await page.keyboard.press('PageDown');
    await expect(page.getByTestId('undo-line')).toContainText(`${label}: pass logged`);
  }
});

test('the look that settles it narrows the explanations at once @phone', async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await page.keyboard.type('36145278');
  await expect(page.getByTestId('question')).toContainText('which white is it?');
  const explanations = page.getByRole('region', { name: 'What could be behind it' });
  await expect(explanations).toContainText('Tail');
  await asks(page);
  await page.getByRole('button', { name: 'W-G', exact: true }).click();
  await expect(page.getByTestId('remedy')).toContainText('At the head');
  await expect(page.getByTestId('question')).toContainText('At the head');
});

test('nothing entered is lost: half a reading survives a reload, a dead server keeps entries waiting @phone', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await page.keyboard.type('123');
  await expect(page.getByTestId('walk')).toHaveText('1 2 3');
  await page.reload();
  await ready(page);
  await expect(page.getByTestId('walk')).toHaveText('1 2 3');
  await page.route('**/entries', (route) => route.abort());
  await page.keyboard.type('45678');
  await armed(page);
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('kept')).toContainText('1 waiting');
  await page.unroute('**/entries');
  await page.reload();
  await ready(page);
  await kept(page);
  await expect(cell(page, 'K1-20')).toHaveAccessibleName(/head proven/);
});

test('an unknown link, a crooked walk and an unknown job each get one sentence @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request);
  await page.goto(`/${job}/prove/Z9-99`);
  await expect(page.getByText('There is no link "Z9-99"')).toBeVisible();
  await page.goto('/nowhere/rack');
  await expect(page.getByText('There is no job "nowhere"')).toBeVisible();
  await open(page, `/${job}/prove/K1-20`);
  await page.getByLabel('Type the walk').fill('1 2 3');
  await page.getByRole('button', { name: 'read', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('The walk has 3 answers');
  await expect(page.getByLabel('Type the walk')).toHaveValue('1 2 3');
  await page.getByLabel('Type the walk').fill('1+2 1 3 4 5 6 7 8');
  await page.getByRole('button', { name: 'read', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('which no copper does');
});

const SCREENS = {
  work: [
    'rack',
    'bench/K1-23/tail',
    'sweep/K2',
    'sweep/K3',
    '/tern-workshop/rack',
    '/tern-workshop/cords/rack-cords',
    '/tern-workshop/bench/C-07/head',
    'bench/X1-01/head',
    'gauge/field-plug',
    'prove/K1-20',
    'prove/T1-05',
    'prove/X1-01',
    'redo',
  ],
  'set-up': [
    'trace',
    'trace/tone',
    'trace/flags',
    'labels',
    'setup',
    'setup/links',
    'setup/places',
    'setup/direct',
    'cords',
    'cords/which',
    'terms',
    'history',
    'tools',
    'kit',
    'run',
    'run/kelp-lab-east',
    'run/galley-skirting/marks',
  ],
};
for (const [theme, [part, paths]] of ['paper', 'closet'].flatMap((t) =>
  Object.entries(SCREENS).map((e) => [t, e] as const),
))
  // Each theme at one size, in turn: what a theme is made of does not depend on the size.
  test(
    `every ${part} screen is accessible and scrolls only downward, ${theme} theme`,
    { tag: (theme === 'paper') === (part === 'work') ? '@laptop' : '@phone' },
    async ({ page, request }) => {
      const job = await ownJob(request);
      await page.addInitScript((t) => localStorage.setItem('gauntlet:theme', t), theme);
      for (const path of paths) {
        await open(page, path.startsWith('/') ? path : `/${job}/${path}`);
        if (path === 'prove/T1-05') {
          await page.keyboard.type('36145278S');
          await expect(page.getByTestId('question')).not.toBeEmpty();
        }
        const { violations } = await new AxeBuilder({ page }).setLegacyMode().analyze();
        expect(
          violations.map(
            (v) =>
              `${path} ${v.id}: ${v.nodes
                .map((n) => n.target.join(' '))
                .slice(0, 3)
                .join(', ')}`,
          ),
        ).toEqual([]);
        const wide = await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
        );
        expect(wide, path).toBeLessThanOrEqual(0);
      }
    },
  );

test('a finding takes one tap, and moves what is thought likely @phone', async ({ page, request }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/redo`);
  const card = page.getByRole('article', { name: /^K1-05/ });
  await armed(page);
  await card.getByRole('button', { name: 'tail: punched again' }).click();
  await page.getByText('How likely each mistake is by now').click();
  const row = page.getByRole('row', { name: /^missed punch/ });
  const before = await row.innerText();
  await armed(page);
  await card.getByRole('button', { name: /^As explained: tail missed punch/ }).click();
  await expect(card.getByText('What was found?')).toBeHidden();
  expect(await row.innerText()).not.toBe(before);
  await kept(page);
  await page.reload();
  await ready(page);
  await page.getByText('How likely each mistake is by now').click();
  expect(await row.innerText()).not.toBe(before);
  await page
    .getByRole('article', { name: /^K1-05/ })
    .getByRole('link', { name: 'Prove it' })
    .click();
  await expect(page.getByRole('heading', { name: 'K1-05', exact: true })).toBeVisible();
  await armed(page);
  await page.keyboard.press('a');
  await expect(page.getByTestId('undo-line')).toContainText('K1-05: pass logged');
});

test('a reading is explained with no server at all @laptop', async ({ page, request, context }) => {
  const job = await ownJob(request);
  await open(page, `/${job}/prove/K1-20`);
  await page.keyboard.type('21345678');
  await expect(page.getByTestId('question')).not.toBeEmpty();
  await page.keyboard.press('r');
  await context.setOffline(true);
  await page.keyboard.type('36145278');
  await expect(page.getByTestId('question')).toContainText('which white is it?');
  await armed(page);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'K1-21' })).toBeVisible();
  await armed(page);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'K1-22' })).toBeVisible();
  await expect(page.getByTestId('kept')).toContainText('2 waiting');
  await context.setOffline(false);
  await kept(page);
});
