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
  ['rack-phone', 'rack', PHONE, 'closet'],
  ['bench', 'bench/K2-14/tail', WIDE, 'paper', (p) => press(p, 'lay')],
  ['bench-phone', 'bench/K1-24/tail', PHONE, 'paper', (p) => press(p, 'lay')],
  ['bench-read-back', 'bench/K1-24/tail', PHONE, 'closet', readBack, '[data-testid=mismatch]'],
  ['bench-sweep', 'sweep/K2', WIDE, 'closet'],
  ['gauge', 'gauge/closed-plug?link=K1-24&end=tail', PHONE, 'paper', calibrate],
  ['prove', 'prove/K1-20', WIDE, 'paper', (p) => p.keyboard.type('36145278'), '[data-testid=question]'],
  ['prove-closet', 'prove/K1-21', WIDE, 'closet', (p) => p.keyboard.type('1234'), '[data-testid=walk]'],
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
  ['places', 'setup/places', WIDE, 'paper', (p) => p.getByRole('button', { name: /^Kelp lab/ }).click()],
  ['labels', 'labels', WIDE, 'paper'],
  ['trace', 'trace', PHONE, 'closet', traceSome, '[data-testid=cable-asked]'],
];
async function calibrate(page) {
  await press(page, 'longer by 1');
  await press(page, 'It lies edge to edge');
  await page.getByRole('button', { name: /^Yes, about/ }).click();
}
const press = (page, name) => page.getByRole('button', { name, exact: true }).click();
const SCHEDULE = `link,head_closet,head_panel,head_port,tail_room,cable,scheme,length_m
N1-01,Low closet,N1,1,Galley,Cat 6 U/UTP,T568B,31.4
N1-02,Low closet,N1,2,Galley,Cat 6 U/UTP,T568B,32
N1-03,Low closet,N1,2,Net store,Cat 6 U/UTP,T568B,41
N1-04,Low closet,N1,4,Net store,Cat 6 U/UTP,568C,38
N1-05,Low closet,K1,25,Library,Cat 6 U/UTP,T568B,93`;
async function bringSchedule(page) {
  const file = { name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(SCHEDULE) };
  await page.locator('input[type=file]').setInputFiles(file);
  await page.getByRole('button', { name: /^Look at/ }).click();
}
async function traceSome(page) {
  await page.getByRole('button', { name: /^Plan the walk/ }).click();
  await page.getByRole('button', { name: /^All 4 are in/ }).click();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Simulated unit' }).click();
}
async function readBack(page) {
  await press(page, 'read-back');
  for (const name of [/^W-O/, /^O/, /^W-BL/]) await page.getByRole('button', { name }).click();
}

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
  await page.locator('[data-ready=true]').waitFor();
  await act?.(page);
  if (wait) await page.locator(wait).filter({ hasText: /\S/ }).first().waitFor();
  await page.screenshot({ path: `${DIR}${name}.png` });
  await page.close();
}
await browser.close();
