/**
 * Measures what a person waits for, on a running demo: `bin/demo` in one shell, `npm run bench` in another.
 * BASE names the address where it is another one.
 */
import { chromium } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const BASE = process.env.BASE ?? 'http://127.0.0.1:4848';
const quantile = (list: number[], q: number) =>
  [...list].sort((a, b) => a - b)[Math.floor(q * (list.length - 1))]!;
const ms = (list: number[]) =>
  `${quantile(list, 0.5).toFixed(0)} ms median, ${quantile(list, 0.95).toFixed(0)} ms at the 95th percentile`;

const file = JSON.parse(readFileSync(new URL('../demo/skerry-point.json', import.meta.url), 'utf8')) as {
  job: { id: string };
  entries: unknown[];
};
const job = `bench-${randomUUID().slice(0, 8)}`;
await fetch(`${BASE}/api/jobs/import`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ ...file, job: { ...file.job, id: job }, entries: [] }),
});

const logged: number[] = [];
for (let i = 0; i < 200; i++) {
  const entry = {
    id: randomUUID(),
    job,
    link: 'K1-01',
    kind: 'reading',
    at: new Date().toISOString(),
    by: 'ines',
    data: { reading: { walk: '1 2 3 4 5 6 7 8', splits: [] } },
  };
  const start = performance.now();
  const answer = await fetch(`${BASE}/api/jobs/${job}/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ entries: [entry] }),
  });
  if (((await answer.json()) as { kept: string[] }).kept.length !== 1)
    throw new Error('an entry was not kept');
  logged.push(performance.now() - start);
}
console.log(`A logged pass is answered in ${ms(logged)} (200 of them)`);

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
for (const path of ['/skerry-point/rack', '/skerry-point/prove/K1-20', '/skerry-point/bench/K1-24/tail']) {
  const usable: number[] = [];
  const scripts = new Map<string, number>();
  for (let i = 0; i < 7; i++) {
    const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
    page.on('response', (r) => {
      if (r.url().endsWith('.js') && !r.url().includes('worker'))
        scripts.set(r.url(), Number(r.headers()['content-length'] ?? 0));
    });
    const start = performance.now();
    await page.goto(BASE + path);
    await page.locator('[data-ready=true]').waitFor();
    usable.push(performance.now() - start);
    await page.context().close();
  }
  const bytes = [...scripts.values()].reduce((a, b) => a + b, 0);
  console.log(
    `${path}: usable in ${ms(usable)}, from an empty cache; ${scripts.size} scripts, ${(bytes / 1000).toFixed(1)} kB compressed`,
  );
}
{
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await page.goto(`${BASE}/skerry-point/bench/K1-24/tail`);
  await page.locator('[data-ready=true]').waitFor();
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const changes: number[] = [];
  for (let round = 0; round < 8; round++)
    for (const gate of ['prep', 'lay', 'seat', 'look', 'log', 'identify'])
      changes.push(
        await page.evaluate(
          (name) =>
            new Promise<number>((resolve) => {
              const button = [...document.querySelectorAll<HTMLElement>('nav[aria-label=Gates] button')].find(
                (b) => b.textContent!.trim() === name,
              )!;
              const start = performance.now();
              button.click();
              requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - start)));
            }),
          gate,
        ),
      );
  console.log(
    `A change of gate is drawn in ${ms(changes)} (${changes.length} of them, one frame included), CPU slowed four times`,
  );
}
{
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await page.goto(`${BASE}/skerry-point/prove/K1-20`);
  await page.locator('[data-ready=true]').waitFor();
  await page.getByText(/^Tester:/).click();
  await page.getByRole('combobox', { name: /^tester/ }).click();
  await page
    .getByRole('option', { name: /continuity/i })
    .first()
    .click();
  await page.getByRole('button', { name: 'other ways' }).click();
  await page.getByRole('button', { name: 'Simulated tester on this link' }).click();
  await page.getByRole('button', { name: 'fast', exact: true }).click();
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  // As text: a compiled function would bring helpers along that the page does not have.
  const frames = (await page.evaluate(`new Promise((resolve) => {
    const start = performance.now();
    let count = 0;
    const tick = () => (performance.now() - start < 4000 ? (count++, requestAnimationFrame(tick)) : resolve(count / 4));
    requestAnimationFrame(tick);
  })`)) as number;
  console.log(`The simulated lamps step at ${frames.toFixed(1)} frames a second, CPU slowed four times`);
}
await browser.close();
const dir = new URL('../build/client/_app/immutable/workers/', import.meta.url);
for (const name of readdirSync(dir).filter((f) => f.endsWith('.js')))
  console.log(
    `worker ${name}: ${(gzipSync(readFileSync(new URL(name, dir))).length / 1000).toFixed(1)} kB compressed, loaded on its own`,
  );
