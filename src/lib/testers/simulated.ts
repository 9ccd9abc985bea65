import { apiAddress } from '$lib/address/address';
import type { Evidence } from '$core/model/evidence';
import { LineParser, type LineEvent } from '$core/testers/lines';
import type { Tester, TesterRun } from '$core/testers/tester';

/** A simulated tester: reads the hidden copper of a practice job, and speaks the same lines as a real one. */
export class SimulatedTester implements Tester {
  readonly name: string;
  private readonly handlers = new Set<(event: LineEvent) => void>();

  constructor(
    private readonly job: string,
    private readonly evidence: Evidence,
    private readonly remotes?: () => Record<string, number>,
  ) {
    this.name = `simulated ${evidence}`;
  }

  open(): Promise<void> {
    return Promise.resolve();
  }

  async run({ link, from }: TesterRun): Promise<void> {
    const parser = new LineParser();
    try {
      const answer = await fetch(apiAddress(this.job, 'links', link.id, 'tester'), {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ evidence: this.evidence, from, remotes: this.remotes?.() }),
      });
      if (!answer.ok) {
        const body = (await answer.json()) as { error: { message: string } };
        this.tell({ kind: 'problem', line: 0, message: body.error.message });
        return;
      }
      for (const event of parser.push(await answer.text())) this.tell(event);
    } catch {
      this.tell({
        kind: 'problem',
        line: 0,
        message: 'The simulated tester needs the server, which is out of reach: read by hand.',
      });
    }
  }

  events(handler: (event: LineEvent) => void): () => void {
    this.handlers.add(handler);
    return () => this.handlers.delete(handler);
  }

  close(): Promise<void> {
    this.handlers.clear();
    return Promise.resolve();
  }

  private tell(event: LineEvent): void {
    for (const handler of this.handlers) handler(event);
  }
}
