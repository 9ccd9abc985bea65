import { expect, test } from '@playwright/test';
import { ownJob } from '../support/job';
import { choose, open, written } from '../support/page';

test(
  'what the job takes adds up, cable comes whole from its boxes, and it is saved',
  { tag: '@phone' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/kit`);
    const jacks = page.getByRole('region', { name: 'Parts' }).getByRole('row', { name: /punch-down jack/ });
    await expect(jacks).toBeVisible();
    const [, all, done, left, spare, take] = await jacks
      .getByRole('cell', { includeHidden: true })
      .allTextContents();
    expect(Number(all)).toBe(Number(done) + Number(left));
    expect(Number(take)).toBe(Number(left) + Number(spare));
    const cable = page.getByRole('region', { name: 'Cable' });
    await expect(cable).toContainText('proven: no way of cutting takes fewer');
    const parts = cable.getByLabel(/part boxes/).first();
    await parts.fill('90 x');
    await expect(cable.getByRole('alert')).toContainText('“x” is not a length');
    // A part box is of one cable, and used where that spares a new one.
    await parts.fill('90 90 90 90');
    await expect(cable).toContainText(/No new box and 4 opened before[^]*part box 1 of 90 m/);
    // In which order it is pulled, and what each box shows then; what is in the bag stays ticked over a reload.
    await cable.getByText('Pull list').first().click();
    await expect(cable.getByRole('cell', { name: 'K2-19' }).first()).toBeVisible();
    const tick = jacks.getByRole('checkbox');
    await tick.check();
    await open(page, `/${job}/kit`);
    await expect(tick).toBeChecked();
    const workbook = await page.request.get(`/api/jobs/${job}/kit?as=xlsx`);
    expect([workbook.status(), (await workbook.body()).subarray(0, 2).toString()]).toEqual([200, 'PK']);
    const figures = (await (await page.request.get(`/api/jobs/${job}/kit`)).json()) as { kit: { items: { name: string; all: number }[] } }; // prettier-ignore
    expect(figures.kit.items.find((i) => i.name === 'punch-down jack')!.all).toBe(Number(all));
    expect((await page.request.get(`/api/jobs/${job}/kit?closet=attic`)).status()).toBe(400);
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as CSV' }).click();
    expect((await download).suggestedFilename()).toContain('kit.csv');
  },
);

test(
  'the trend claims nothing of chance, names causes with their links, and says when it is done',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/trend`);
    await expect(page.getByRole('region', { name: 'Right at once' })).toContainText(/\d+ of \d+, between \d+ % and \d+ %/); // prettier-ignore
    await expect(page.getByRole('region', { name: 'Causes' })).toContainText('missed punch');
    const when = page.getByRole('region', { name: 'When it will be done' });
    const heading = when.getByRole('heading');
    await expect(heading).toContainText('nine chances in ten');
    const before = await heading.textContent();
    await when.getByLabel('hours a day at it').fill('1');
    await when.getByLabel('hours a day at it').press('Enter');
    await expect(heading).not.toHaveText(before!);
    // Whoever is no lead sees their own figures among the people, and nobody else's.
    await choose(page.getByRole('combobox', { name: /^told/ }), 'by person');
    await page.getByRole('region', { name: 'Right at once' }).getByText('In figures').click();
    await expect(page.getByRole('cell', { name: 'Bo Tarn' })).toBeVisible();
    await expect(page.getByText('Una Brae')).toHaveCount(0);
  },
);

test(
  'trend finds what is planted in the demo: a bad box of jacks, where it began, a worn blade; pictures are saved',
  { tag: '@phone' },
  async ({ page }) => {
    await page.addInitScript(() => localStorage.setItem('gauntlet:me', JSON.stringify({ id: 'nell', name: 'Nell Harrow' }))); // prettier-ignore
    await open(page, '/gannet-house/trend');
    const right = page.getByRole('region', { name: 'Right at once' });
    await expect(right.getByRole('heading')).toHaveText('Jacks, box 2, lot J-27 is worse than the others, by more than chance.'); // prettier-ignore
    const picture = right.getByRole('img', { name: /^Right at once by tool and lot/ });
    await picture.scrollIntoViewIfNeeded();
    await expect(picture.locator('svg')).toBeVisible();
    await expect(page.getByRole('region', { name: 'Is something changing' })).toContainText('New then: Jacks, box 2, lot J-27'); // prettier-ignore
    await expect(page.getByRole('region', { name: 'Blades' }).getByRole('heading')).toContainText('A new blade pays after about'); // prettier-ignore
    await expect(page.getByRole('region', { name: 'The cost of not looking' })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Your own' })).toContainText('Only you see this');
    // The same in figures, by the keyboard too, and as files.
    await right.getByText('In figures').press('Enter');
    await expect(right.getByRole('cell', { name: 'Jacks, box 2, lot J-27' })).toBeVisible();
    const saved = async (name: string) => {
      const download = page.waitForEvent('download');
      await right.getByRole('button', { name }).click();
      return (await download).suggestedFilename();
    };
    expect(await saved('Save as CSV')).toBe('right at once by tool and lot.csv');
    expect(await saved('Save as PNG')).toBe('right at once by tool and lot.png');
  },
);

test(
  'a sweep is held against the limits of a category, drawn, and points at an end; slips are told',
  { tag: '@laptop' },
  async ({ page, request }) => {
    const job = await ownJob(request);
    await open(page, `/${job}/certify`);
    const bring = (text: string) =>
      page.locator('input[type=file]').setInputFiles({ name: 'sweep.csv', mimeType: 'text/csv', buffer: Buffer.from(text) }); // prettier-ignore
    await bring('pairs,what\n');
    await expect(page.getByRole('alert')).toContainText('needs the columns');
    // Category 6, permanent link, 100 MHz: 41.8 dB of NEXT, 18.6 dB of insertion loss (TIA-568.2, from memory).
    await bring('pair_or_pairs,parameter,mhz,db\n36,IL,100,18\n45,IL,100,18\n36-45,NEXT@far,100,39.8\n');
    await expect(page.getByRole('status')).toContainText('near-end crosstalk of 36-45 misses its limit by 2.0 dB at 100.0 MHz, seen from the far end'); // prettier-ignore
    await expect(
      page.getByRole('img', { name: /^near-end crosstalk of each pair/ }).locator('svg'),
    ).toBeVisible();
    // Kept beside its link: it points at the end the value was seen from, and is drawn under the next one.
    await page.getByLabel('link it is about').fill('K1-01');
    await page.getByRole('button', { name: 'Keep it beside K1-01' }).click();
    await written(page);
    await open(page, `/${job}/prove/K1-01`);
    await expect(page.getByTestId('swept')).toContainText('NEXT of 36-45 misses its limit by 2.0 dB at 100.0 MHz: the connector of the tail'); // prettier-ignore
    // Its copper may be right: what is done about its crosstalk is asked for, and done it wants its proof anew.
    const about = page.getByRole('region', { name: 'About the sweep' });
    await expect(about.getByRole('heading')).toContainText('lay 3, 4, 5, 6 again');
    await page.getByTestId('swept').getByRole('link', { name: 'Show it' }).click();
    const keptSweep = page.getByRole('region', { name: 'The sweep kept beside it' });
    await expect(keptSweep).toContainText('NEXT of 36-45 misses its limit');
    await expect(keptSweep.getByRole('img').locator('svg')).toBeVisible();
    await open(page, `/${job}/certify?link=K1-01`);
    await page.locator('input[type=file]').setInputFiles({ name: 'pair.s4p', mimeType: 'text/plain', buffer: Buffer.from(`# MHz S RI R 50\n100 ${'0 0 '.repeat(15)}`) }); // prettier-ignore
    await expect(page.getByRole('alert')).toContainText('ends in the middle of a frequency');
    // 0.1 into each wire of the far end: 20 dB, more than the 18.6 dB allowed.
    const s4p =
      '# MHz S RI R 50\n100 0 0 0 0 .1 0 0 0  0 0 0 0 0 0 .1 0  .1 0 0 0 0 0 0 0  0 0 .1 0 0 0 0 0\n';
    await page.locator('input[type=file]').setInputFiles({ name: 'pair.s4p', mimeType: 'text/plain', buffer: Buffer.from(s4p) }); // prettier-ignore
    await expect(page.getByText('one frequency of 4 ports')).toBeVisible();
    await page.getByRole('button', { name: 'Take it as these' }).click();
    await expect(page.getByRole('status').first()).toContainText(
      'insertion loss of 36 misses its limit by 1.4 dB',
    );
    await expect(page.getByText(/^Dotted: the sweep kept before/)).toBeVisible();
    await page.getByRole('button', { name: 'category 5e' }).first().click();
    await expect(page.getByRole('status')).toContainText('No verdict: the sweep has no');
    await page.getByLabel(/metres of the link/).fill('95');
    const carries = page.getByRole('region', { name: 'What it will carry' });
    await expect(carries).toContainText('more than 100 m');
    await expect(carries).toContainText('Past 90 m there is no room');
    await page.getByLabel(/metres of the link/).fill('85');
    await page.getByLabel(/warmest air/).fill('45');
    await expect(carries).toContainText('At 45 °C a link may be 81 m');
    await expect(page.getByTestId('could')).toContainText('No category');
    // Of one of the job's links it goes by what was proven: K1-05 is not proven.
    await page.getByLabel('link it is about').fill('K1-05');
    await expect(carries.getByRole('heading')).toHaveText('What will K1-05 carry?');
    await expect(carries).toContainText('it is not proven yet');
    await choose(page.getByLabel('its bundle carries'), 'power type 4');
    await page.getByLabel('cables in that bundle').fill('100');
    await expect(carries).toContainText(/middle of that bundle gets about \d+ °C warmer/);
    await page.getByLabel('link it is about').fill('K9-99');
    await expect(page.getByRole('alert')).toContainText('No link is called K9-99');
  },
);
