import type { Link } from '../model/job';
import type { End } from '../wiring/conductors';
import type { LineEvent } from './lines';

/** What a tester is asked to read. */
export interface TesterRun {
  link: Pick<Link, 'id' | 'label'>;
  from: End;
}

/** A tester: opened once, asked for readings, told of by events, closed. Real ones and simulated ones alike. */
export interface Tester {
  readonly name: string;
  /** Gets ready. Rejects with a sentence that says what to do. */
  open(): Promise<void>;
  /** Asks for one reading; what comes of it comes as events. A tester that starts by itself ignores this. */
  run(what: TesterRun): Promise<void>;
  /** Has `handler` told of everything the tester says; returns what ends that. */
  events(handler: (event: LineEvent) => void): () => void;
  close(): Promise<void>;
}
