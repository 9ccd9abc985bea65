import { chromium } from 'playwright';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox', '--disable-gpu'] });
const base = 'http://localhost:4848';
const store = { cookies: [], origins: [{ origin: base, localStorage: [{ name: 'gauntlet:me', value: JSON.stringify({ id: 'bo', name: 'Bo Tarn' }) }, { name: 'gauntlet:tester', value: 'wiremap' }] }] };
const ctx = async (w, h, broken) => {
  const c = await b.newContext({ baseURL: base, viewport: { width: w, height: h }, storageState: store, hasTouch: w < 500, isMobile: w < 500, reducedMotion: 'reduce' });
  if (broken) await c.addInitScript(() => { window.Worker = class { constructor() { setTimeout(() => this.onerror?.({ message: 'x' }), 20); } postMessage() {} terminate() {} addEventListener() {} removeEventListener() {} }; });
  const p = await c.newPage(); return p;
};
const go = async (p, path) => { await p.goto(path); await p.locator('[data-ready=true]').waitFor(); };
let p = await ctx(390, 664, true);
await go(p, '/skerry-point/prove/K1-20'); await p.locator('[data-armed=true]').waitFor();
for (const k of '12645378') { await p.getByRole('button', { name: new RegExp(`^${k}$`) }).first().click().catch(() => {}); }
await p.waitForTimeout(1500); await p.screenshot({ path: '/tmp/l1.png' });
await go(p, '/skerry-point/round'); 
await p.getByRole('button', { name: /plan|Plan/ }).first().click().catch((e) => console.log(e.message)); await p.waitForTimeout(1500);
await p.screenshot({ path: '/tmp/l2.png', fullPage: true });
p = await ctx(390, 664, false);
await go(p, '/skerry-point/prove/K1-20');
await p.getByRole('button', { name: /\(change, splits, type\)/ }).first().click().catch(()=>p.getByText('(change, splits, type)').click().catch((e)=>console.log(e.message.slice(0,200))));
await p.waitForTimeout(500); await p.screenshot({ path: '/tmp/l3.png' });
await p.getByRole('button', { name: 'other ways' }).click().catch((e)=>console.log(e.message.slice(0,200))); await p.waitForTimeout(300);
await p.getByRole('button', { name: /Choose the faults/ }).click().catch((e)=>console.log(e.message.slice(0,200))); await p.waitForTimeout(300);
await p.screenshot({ path: '/tmp/l4.png' });
await b.close();
