/** Takes the pictures in docs/screenshots from a fresh demo: `bin/demo --fresh` in one shell, `npm run screenshots` in another. */
import { chromium } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const BASE = process.env.BASE ?? 'http://127.0.0.1:4848';
const DIR = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const WIDE = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
/** Name, path, size, theme, keys pressed, what to wait for. */
const PICTURES = [
  ['rack', 'rack', WIDE, 'paper'],
  ['rack-phone', 'rack', PHONE, 'closet'],
  ['bench', 'bench/K1-23/tail', WIDE, 'paper'],
  ['bench-phone', 'bench/K1-23/tail', PHONE, 'paper'],
  ['prove', 'prove/K1-20', WIDE, 'paper', '36145278', '[data-testid=question]'],
  ['prove-closet', 'prove/K1-21', WIDE, 'closet', '1234', '[data-testid=walk]'],
  ['prove-phone', 'prove/K1-20', PHONE, 'closet', '13245678', '[data-testid=question]'],
  ['prove-phone-entry', 'prove/K1-20', PHONE, 'paper'],
  ['redo', 'redo', WIDE, 'paper'],
];

mkdirSync(DIR, { recursive: true });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
for (const [name, path, viewport, theme, keys, wait] of PICTURES) {
  const page = await browser.newPage({ viewport, reducedMotion: 'reduce' });
  await page.addInitScript((t) => localStorage.setItem('gauntlet:theme', t), theme);
  await page.goto(`${BASE}/skerry-point/${path}`);
  await page.locator('[data-ready=true]').waitFor();
  if (keys) await page.keyboard.type(keys);
  if (wait) await page.locator(wait).filter({ hasText: /\S/ }).first().waitFor();
  await page.screenshot({ path: `${DIR}${name}.png` });
  await page.close();
}
await browser.close();
