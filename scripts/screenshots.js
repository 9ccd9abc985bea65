/** Takes the pictures in docs/screenshots from a fresh demo: `bin/demo --fresh` in one shell, `npm run screenshots` in another. */
import { chromium } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const BASE = process.env.BASE ?? 'http://127.0.0.1:4848';
const DIR = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const WIDE = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
/** Name, path, size, theme, what is done there, and what has to be seen before the picture is taken. */
const PICTURES = [
  ['rack', 'rack', WIDE, 'paper'],
  ['bench', 'bench/K2-14/tail', WIDE, 'paper', (p) => press(p, 'lay')],
  ['bench-phone', 'bench/K1-24/tail', PHONE, 'paper', (p) => press(p, 'lay')],
  ['prove', 'prove/K1-20', WIDE, 'paper', (p) => p.keyboard.type('36145278'), '[data-testid=question]'],
  [
    'prove-phone',
    'prove/K1-20',
    PHONE,
    'closet',
    (p) => p.keyboard.type('13245678'),
    '[data-testid=question]',
  ],
  ['cords', '/tern-workshop/cords/rack-cords', PHONE, 'paper'],
  ['round', 'round', PHONE, 'paper', (p) => press(p, 'Plan the walk'), 'ol li'],
  ['redo', 'redo', WIDE, 'paper', undefined, 'article svg[role=img]'],
  ['history', 'history?link=K1-05', WIDE, 'paper', undefined, 'ol svg[role=img]'],
  ['tools', 'tools', PHONE, 'closet'],
  ['schedule', 'setup/links', WIDE, 'paper', bringSchedule, '[data-testid=schedule-says]'],
  ['drill', 'drill', PHONE, 'paper', drillOrder],
  ['kit', 'kit', PHONE, 'paper'],
  ['run', 'run/kelp-lab-east', WIDE, 'paper', undefined, '[data-testid="plan of the run"]'],
  ['trend', '/gannet-house/trend', WIDE, 'paper', undefined, '[role=img] svg'],
  ['handover', 'handover', WIDE, 'paper'],
  ['places', 'setup/places', WIDE, 'paper', (p) => p.getByRole('button', { name: /^Kelp lab/ }).click()],
  ['labels', 'labels', WIDE, 'paper'],
  ['trace', 'trace', PHONE, 'closet', traceSome, '[data-testid=cable-asked]'],
];
const press = (page, name) => page.getByRole('button', { name, exact: true }).click();
const SCHEDULE = `Cabling schedule
Rev C
Drop ID,TR,Panel,Port No.,Lvl,Rm,Cable Type,Std,Length (ft),Pulled by
N1-01,Low closet,N1,1,0,Galley,CAT6 U/UTP,B,103,Jo
N1-02,Low closet,N1,2,0,Galley,Cat 6 U/UTP,B,105,Jo
N1-03,Low closet,N1,2,0,Net store,Cat 6 U/UTP,B,134,
N1-04,Low closet,N1,4,0,TBD,Cat 6 U/UTP,568C,125,
N1-05,Low closet,K1,25,1,Library,Cat 6 U/UTP,B,305,
TOTAL,,,,,,,,772,`;
async function drillOrder(page) {
  await press(page, 'Only the order');
  await page.getByRole('button', { name: /^Ask me/ }).click();
  for (const name of ['W-G', 'G', 'W-O', 'BL']) await page.getByRole('button', { name, exact: true }).click();
}
async function bringSchedule(page) {
  const file = { name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(SCHEDULE) };
  await page.locator('input[type=file]').setInputFiles(file);
  await page.getByRole('button', { name: /^Look at/ }).click();
}
async function traceSome(page) {
  await page.getByRole('button', { name: /^Plan the walk/ }).click();
  // A press right after what it answers came on screen is not taken: it is pressed until it is.
  const cable = page.getByTestId('cable-asked');
  for (let i = 0; i < 20 && !(await cable.isVisible()); i++) {
    await page.getByRole('button', { name: /^All 4 are in/ }).click();
    await page.waitForTimeout(400);
  }
  for (let n = 0; n < 3; n++) {
    const before = await cable.textContent();
    for (let i = 0; i < 20 && (await cable.textContent()) === before; i++) {
      await page.getByRole('button', { name: 'Simulated unit' }).click();
      await page.waitForTimeout(400);
    }
  }
}

/** A server that was just started imports its demo first. */
const answers = () => fetch(`${BASE}/api/health`).then((a) => a.ok, () => false); // prettier-ignore
for (let i = 0; i < 120 && !(await answers()); i++) await new Promise((r) => setTimeout(r, 500));

mkdirSync(DIR, { recursive: true });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
for (const [name, path, viewport, theme, act, wait] of PICTURES) {
  const page = await browser.newPage({ viewport, reducedMotion: 'reduce' });
  await page.addInitScript((t) => {
    localStorage.setItem('gauntlet:theme', t);
    localStorage.setItem('gauntlet:me', JSON.stringify({ id: 'bo', name: 'Bo Tarn' }));
    localStorage.setItem('gauntlet:tester', 'wiremap');
  }, theme);
  await page.goto(`${BASE}${path.startsWith('/') ? path : `/skerry-point/${path}`}`);
  await page.locator('[data-ready=true]').waitFor({ timeout: 120_000 });
  await act?.(page);
  if (wait) await page.locator(wait).filter({ hasText: /\S/ }).first().waitFor();
  await page.screenshot({ path: `${DIR}${name}.png` });
  await page.close();
}
await browser.close();
