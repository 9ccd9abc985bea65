import { chromium, type CDPSession, type Page } from '@playwright/test';

/** How much slower a phone is than this machine. */
const SLOWER = 4;
const PHONE = { width: 390, height: 664 };

const heapMb = async (cdp: CDPSession): Promise<number> => {
  await cdp.send('HeapProfiler.collectGarbage');
  const { usedSize } = await cdp.send('Runtime.getHeapUsage');
  return usedSize / 1e6;
};

async function opened(page: Page, address: string): Promise<number> {
  const from = performance.now();
  await page.goto(address);
  await page.locator('[data-ready=true]').waitFor({ timeout: 120_000 });
  return performance.now() - from;
}

/**
 * Opens addresses on a phone: with an empty cache, then again as a device does that opened the job before, and says how
 * long each took until it could be used and how much memory the page's scripts hold.
 */
export async function measurePhone(base: string, paths: readonly string[]): Promise<void> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  for (const path of paths) {
    const first: number[] = [];
    const again: number[] = [];
    const heap: number[] = [];
    for (let i = 0; i < 5; i++) {
      const context = await browser.newContext({ viewport: PHONE });
      const page = await context.newPage();
      const cdp = await context.newCDPSession(page);
      await cdp.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
      first.push(await opened(page, base + path));
      await page.waitForFunction(() => navigator.serviceWorker.controller !== null, undefined, { timeout: 60_000 }); // prettier-ignore
      again.push(await opened(page, base + path));
      heap.push(await heapMb(cdp));
      await context.close();
    }
    const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!.toFixed(0);
    console.log(
      `${path}: usable in ${middle(first)} ms with an empty cache, in ${middle(again)} ms when opened again, ${middle(heap)} MB of scripts' memory (medians of 5, CPU slowed ${SLOWER} times)`,
    );
  }
  await browser.close();
}
