import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable, Writable } from 'node:stream';

interface Answer {
  id?: number;
  result?: Record<string, unknown>;
  error?: { message: string };
}

/**
 * A browser that is spoken to over a pipe in its own protocol, and asked for nothing while a page opens: what drives
 * browsers for tests puts scripts and a world of its own into every page, and on a phone waits for those as well.
 */
export class PipedBrowser {
  private readonly process: ChildProcess;
  private readonly profile = mkdtempSync(join(tmpdir(), 'gauntlet-phone-'));
  private readonly waiting = new Map<number, (answer: Answer) => void>();
  private last = 0;
  private rest = '';

  constructor() {
    this.process = spawn(
      '/usr/bin/chromium',
      [
        ...['--headless=new', '--no-sandbox', '--disable-gpu', '--disable-background-networking'],
        ...['--no-first-run', '--remote-debugging-pipe', `--user-data-dir=${this.profile}`, 'about:blank'],
      ],
      { stdio: ['ignore', 'ignore', 'ignore', 'pipe', 'pipe'] },
    );
    (this.process.stdio[4] as Readable).setEncoding('utf8').on('data', (text: string) => {
      const messages = (this.rest + text).split('\0');
      this.rest = messages.pop()!;
      for (const answer of messages.map((m) => JSON.parse(m) as Answer))
        if (answer.id !== undefined) {
          this.waiting.get(answer.id)?.(answer);
          this.waiting.delete(answer.id);
        }
    });
  }

  /** Gives a command, and waits for what it answers; throws what the browser refuses. */
  async send<T = unknown>(method: string, params: object = {}, sessionId?: string): Promise<T> {
    const id = ++this.last;
    const answer = new Promise<Answer>((done) => this.waiting.set(id, done));
    (this.process.stdio[3] as Writable).write(`${JSON.stringify({ id, method, params, sessionId })}\0`);
    const { result, error } = await answer;
    if (error) throw new Error(`${method}: ${error.message}`);
    return result as T;
  }

  /** An empty page of a browser that was nowhere yet. */
  async newPage(size: { width: number; height: number }, slower: number): Promise<PipedPage> {
    const { browserContextId } = await this.send<{ browserContextId: string }>('Target.createBrowserContext');
    const { targetId } = await this.send<{ targetId: string }>('Target.createTarget', {
      url: 'about:blank',
      browserContextId,
      ...size,
    });
    const { sessionId } = await this.send<{ sessionId: string }>('Target.attachToTarget', { targetId, flatten: true }); // prettier-ignore
    const page = new PipedPage(this, sessionId, browserContextId);
    await page.send('Emulation.setDeviceMetricsOverride', { ...size, deviceScaleFactor: 1, mobile: true });
    await page.send('Emulation.setCPUThrottlingRate', { rate: slower });
    await page.send('Page.enable');
    return page;
  }

  async close(): Promise<void> {
    const ended = new Promise((done) => this.process.once('exit', done));
    this.process.kill();
    await ended;
    rmSync(this.profile, { recursive: true, force: true, maxRetries: 5 });
  }
}

export class PipedPage {
  constructor(
    private readonly browser: PipedBrowser,
    private readonly session: string,
    private readonly context: string,
  ) {}

  send<T = unknown>(method: string, params: object = {}): Promise<T> {
    return this.browser.send<T>(method, params, this.session);
  }

  /** What an expression comes to in the page; a promise is waited for. */
  async value<T>(expression: string): Promise<T> {
    const { result } = await this.send<{ result: { value: T } }>('Runtime.evaluate', {
      expression,
      awaitPromise: true,
      returnByValue: true,
    });
    return result.value;
  }

  close(): Promise<unknown> {
    return this.browser.send('Target.disposeBrowserContext', { browserContextId: this.context });
  }
}
