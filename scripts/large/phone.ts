import { PipedBrowser, type PipedPage } from './piped-browser';

/** How much slower a phone is than this machine. */
const SLOWER = 4;
const PHONE = { width: 390, height: 664 };

/** Notes by the page's own clock, in ms from the start of the way there, when the screen can be used. */
const NOTES_WHEN_USABLE = `
  globalThis.usable = new Promise((done) => {
    const look = () => document.querySelector('[data-ready=true]') && (seen.disconnect(), done(performance.now()));
    const seen = new MutationObserver(look);
    seen.observe(document, { subtree: true, attributes: true, attributeFilter: ['data-ready'] });
  });`;

async function opened(page: PipedPage, address: string): Promise<number> {
  await page.send('Page.navigate', { url: address });
  return page.value<number>('usable');
}

async function heapMb(page: PipedPage): Promise<number> {
  await page.send('HeapProfiler.collectGarbage');
  const { usedSize } = await page.send<{ usedSize: number }>('Runtime.getHeapUsage');
  return usedSize / 1e6;
}

const middle = (list: number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1]!;

/** What opening took, in ms, and what the page's scripts hold, in MB: medians. */
export interface Opened {
  first: number;
  again: number;
  heap: number;
}

/**
 * Opens an address on a phone again and again: with an empty cache, then as a device does that opened the job before.
 * @param times how often
 */
export async function openedOnPhone(browser: PipedBrowser, address: string, times: number): Promise<Opened> {
  const [first, again, heap]: number[][] = [[], [], []];
  for (let i = 0; i < times; i++) {
    const page = await browser.newPage(PHONE, SLOWER);
    await page.send('Page.addScriptToEvaluateOnNewDocument', { source: NOTES_WHEN_USABLE });
    first!.push(await opened(page, address));
    // From then on the program and the job lie on the device.
    await page.value('navigator.serviceWorker.ready.then((r) => new Promise((done) => { const look = () => (navigator.serviceWorker.controller ? done() : setTimeout(look, 100)); look(); }))'); // prettier-ignore
    again!.push(await opened(page, address));
    heap!.push(await heapMb(page));
    await page.close();
  }
  return { first: middle(first!), again: middle(again!), heap: middle(heap!) };
}

/** Says of addresses how long each takes until it can be used on a phone, and how much memory the page's scripts hold. */
export async function measurePhone(base: string, paths: readonly string[]): Promise<void> {
  const browser = new PipedBrowser();
  for (const path of paths) {
    const { first, again, heap } = await openedOnPhone(browser, base + path, 5);
    console.log(
      `${path}: usable in ${first.toFixed(0)} ms with an empty cache, in ${again.toFixed(0)} ms when opened again, ${heap.toFixed(0)} MB of scripts' memory (medians of 5, CPU slowed ${SLOWER} times)`,
    );
  }
  await browser.close();
}
