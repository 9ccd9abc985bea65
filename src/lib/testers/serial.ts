import { LineParser, type LineEvent } from '$core/testers/lines';
import type { Tester, TesterRun } from '$core/testers/tester';

interface Port {
  open(options: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
  readable: ReadableStream<Uint8Array> | null;
  writable: WritableStream<Uint8Array> | null;
}
interface SerialBrowser {
  serial?: { requestPort(): Promise<Port> };
}

/** Whether this browser can talk to a tester on a serial line. */
export const hasSerial = (): boolean => (navigator as SerialBrowser).serial !== undefined;

const BAUD_RATE = 115_200;

/** A tester on a serial line (Web Serial), speaking the open line format. */
export class SerialTester implements Tester {
  name = 'tester on the line';
  private readonly handlers = new Set<(event: LineEvent) => void>();
  private port: Port | null = null;
  private reader: ReadableStreamDefaultReader<Uint8Array> | null = null;

  async open(): Promise<void> {
    const { serial } = navigator as SerialBrowser;
    if (!serial) throw new Error('This browser has no serial line: use a Chromium one, or type the walk.');
    try {
      this.port = await serial.requestPort();
      await this.port.open({ baudRate: BAUD_RATE });
    } catch {
      throw new Error('No tester was chosen, or another program holds it: plug it in and try again.');
    }
    void this.listen();
  }

  async run({ link, from }: TesterRun): Promise<void> {
    const writer = this.port?.writable?.getWriter();
    if (!writer) return;
    await writer.write(new TextEncoder().encode(`READ from=${from} link=${link.label}\n`));
    writer.releaseLock();
  }

  events(handler: (event: LineEvent) => void): () => void {
    this.handlers.add(handler);
    return () => this.handlers.delete(handler);
  }

  async close(): Promise<void> {
    this.handlers.clear();
    await this.reader?.cancel();
    await this.port?.close();
    this.port = null;
  }

  private async listen(): Promise<void> {
    const parser = new LineParser();
    const decoder = new TextDecoder();
    this.reader = this.port?.readable?.getReader() ?? null;
    for (;;) {
      const piece = await this.reader?.read().catch(() => undefined);
      if (!piece || piece.done) break;
      for (const event of parser.push(decoder.decode(piece.value, { stream: true })))
        for (const handler of this.handlers) {
          if (event.kind === 'hello') this.name = event.hello.name;
          handler(event);
        }
    }
    this.reader?.releaseLock();
  }
}
