import { expose, type Endpoint } from 'comlink';

/** A worker in the same thread: its functions behind a channel, with what a browser tells of it when it dies. */
export class StandInWorker {
  static begun: StandInWorker[] = [];
  onerror: ((event: { message: string }) => void) | null = null;
  onmessageerror: (() => void) | null = null;
  ended = false;
  private readonly channel = new MessageChannel();

  constructor(api: object) {
    expose(api, this.channel.port2 as unknown as Endpoint);
    this.channel.port1.start();
    StandInWorker.begun.push(this);
  }
  postMessage = (message: unknown) => this.channel.port1.postMessage(message);
  addEventListener = (kind: 'message', hear: (event: MessageEvent) => void) =>
    this.channel.port1.addEventListener(kind, hear);
  removeEventListener = (kind: 'message', hear: (event: MessageEvent) => void) =>
    this.channel.port1.removeEventListener(kind, hear);
  terminate = () => {
    this.ended = true;
    this.channel.port1.close();
    this.channel.port2.close();
  };
  /** Ends those that are still there: an open channel keeps its process going. */
  static endAll(): void {
    for (const w of StandInWorker.begun) w.terminate();
    StandInWorker.begun = [];
  }
}
