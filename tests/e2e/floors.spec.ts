import PDFDocument from 'pdfkit';
import { expect, test } from '@playwright/test';
import type { JobFile } from '../../src/core/model/job';
import { ownJob } from '../support/job';
import { choose, open } from '../support/page';

const ROOMS = 44;
/** A school of one floor with a closet and 44 rooms that all lie on one another, as a schedule brings them. */
function allInAHeap(file: JobFile): void {
  const rooms = Array.from({ length: ROOMS }, (_, i) => ({ id: `r${i}`, name: String(101 + i), kind: 'room' as const, floor: 1, x: 0, y: 0 })); // prettier-ignore
  const closet = { id: 'k', name: 'K', kind: 'closet' as const, floor: 1, x: 0, y: 8 };
  Object.assign(file, { spaces: [closet, ...rooms], panels: [], outlets: rooms.map((r) => ({ id: `o${r.id}`, name: '1', space: r.id, positions: 2 })), links: [], entries: [] }); // prettier-ignore
  delete file.job.policy.practice;
}
const drawingOf = (): Promise<Buffer> =>
  new Promise((resolve) => {
    const doc = new PDFDocument({ size: 'A4', layout: 'landscape' });
    const parts: Buffer[] = [];
    doc.on('data', (p: Buffer) => parts.push(p));
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.rect(40, 40, 700, 400).stroke().text('FLOOR 1', 60, 60);
    doc.end();
  });

test('eighty-eight rooms in some taps: along a corridor, a floor like it, stairs, and a drawing under it @laptop', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, allInAHeap);
  await open(page, `/${job}/setup/places`);
  await choose(page.getByLabel(/^to/), '110');
  await expect(page.getByTestId('walk')).toContainText('a guess, straight through the walls');

  await page.getByRole('button', { name: 'Draw a corridor' }).click();
  const plan = page.getByTestId('tap-plan');
  const box = (await plan.boundingBox())!;
  await plan.click({ position: { x: box.width * 0.3, y: box.height * 0.5 } });
  await plan.click({ position: { x: box.width * 0.9, y: box.height * 0.5 } });
  await page.getByRole('button', { name: 'The corridor ends here' }).click();
  const points = page.getByLabel('Points of corridor 1');
  await points.fill('0 4, here');
  await points.blur();
  await expect(page.getByRole('alert')).toContainText('“here” is no point');
  await points.fill('0 0, 90 0');
  await points.blur();
  await page.getByRole('button', { name: `Set the ${ROOMS} rooms along it, by their names` }).click();
  await expect(page.getByRole('button', { name: /^101, / })).toHaveAccessibleName('101, 2 by -3.5 metres');
  await expect(page.getByTestId('walk')).toContainText('along the corridors');

  await page.getByRole('button', { name: 'Stairs, floors, drawing' }).click();
  await page.getByLabel('floor that is like this one').fill('2');
  await page.getByRole('button', { name: 'That floor is like this one' }).click();
  await expect(page.getByRole('button', { name: /^201, / })).toHaveAccessibleName('201, 2 by -3.5 metres');
  await page.getByRole('button', { name: 'Put stairs or a lift' }).click();
  await plan.click({ position: { x: 40, y: 60 } });
  await page.getByLabel('stairs lead to floor').fill('1');
  await page.getByRole('button', { name: 'They lead there' }).click();
  await page.locator('input[type=file]').setInputFiles({ name: 'floor-2.pdf', mimeType: 'application/pdf', buffer: await drawingOf() }); // prettier-ignore
  await expect(page.getByRole('img', { name: 'Drawing of floor 2' })).toBeVisible();
  await page.getByRole('button', { name: 'Set its scale' }).click();
  await plan.click({ position: { x: 50, y: 50 } });
  await plan.click({ position: { x: 150, y: 50 } });
  await page.getByLabel('metres between the two points').fill('30');
  await page.getByRole('button', { name: 'So far apart' }).click();

  // What is half done is there after a reload.
  await page.reload();
  await page.getByRole('button', { name: 'Floor 2' }).click();
  await expect(page.getByRole('img', { name: 'Drawing of floor 2' })).toBeVisible();
  await page.getByRole('button', { name: /^Keep the plan/ }).click();
  await expect(page.getByRole('button', { name: 'The plan is kept' })).toBeVisible();
  const file = (await (await request.get(`/api/jobs/${job}/export`)).json()) as JobFile;
  expect(file.spaces.filter((s) => s.kind === 'room')).toHaveLength(2 * ROOMS);
  expect(file.outlets).toHaveLength(2 * ROOMS);
  const [one, two] = [1, 2].map((n) => file.floors!.find((f) => f.floor === n)!);
  expect(one!.corridors).toHaveLength(1);
  expect(two!.stairs).toMatchObject([{ to: 1 }]);
  expect(two!.picture!.width).toBeGreaterThan(30);
});
