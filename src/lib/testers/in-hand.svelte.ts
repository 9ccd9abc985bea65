import { EVIDENCE, type Evidence } from '$core/model/evidence';
import type { End } from '$core/wiring/conductors';
import type { LineEvent } from '$core/testers/lines';
import type { Tester } from '$core/testers/tester';

/** Kinds of testers, by what they show, as one would say what is in the hand. */
export const TESTERS = [
  { evidence: 'continuity', name: 'lamps', says: 'Lamps that step 1 to 8', shows: 'opens and crossings; no split pairs, no length' }, // prettier-ignore
  { evidence: 'wiremap', name: 'wiremap', says: 'A wiremap meter', shows: 'split pairs too; no length' },
  { evidence: 'wiremap-length', name: 'wiremap + length', says: 'A wiremap meter with length', shows: 'split pairs and length' }, // prettier-ignore
  { evidence: 'qualification', name: 'qualifier', says: 'A speed qualifier', shows: 'its own result, with the map and the length' }, // prettier-ignore
  {
    evidence: 'certification',
    name: 'certifier',
    says: 'A certifier',
    shows: 'its own result against a limit',
  },
] as const satisfies { evidence: Evidence; name: string; says: string; shows: string }[];

const KEY = 'gauntlet:tester';
const UNIT = 'gauntlet:main-unit';

/**
 * The tester in hand on this device: said once, never guessed, shown at every pass. A line to one belongs to the job
 * and stays on across ports and screens.
 */
export class TesterInHand {
  /** What it can show; null until somebody said what it is. */
  shows = $state<Evidence | null>(null);
  /** The question is on screen. */
  asking = $state(false);
  /** Where its main unit is. */
  mainUnit = $state<End>('head');
  /** The tester on a line, while one is connected. */
  line = $state.raw<Tester | null>(null);
  /** What the tester on the line had to say last. */
  says = $state('');
  private listener: ((event: LineEvent) => void) | null = null;

  resume(): void {
    const kept = localStorage.getItem(KEY);
    this.shows = EVIDENCE.find((e) => e === kept) ?? null;
    this.mainUnit = localStorage.getItem(UNIT) === 'tail' ? 'tail' : 'head';
  }

  choose(evidence: Evidence): void {
    this.shows = evidence;
    this.asking = false;
    localStorage.setItem(KEY, evidence);
  }

  /** Says where the main unit is; it stays there at the next port. */
  unitAt(end: End): void {
    this.mainUnit = end;
    localStorage.setItem(UNIT, end);
  }

  /** What it is called. */
  get name(): string {
    return TESTERS.find((t) => t.evidence === this.shows)?.name ?? 'no tester';
  }

  /** Puts a tester on the line; the one before it is let go of. */
  async connect(tester: Tester): Promise<void> {
    await this.disconnect();
    this.line = tester;
    tester.events((event) => {
      if (event.kind === 'problem')
        this.says = event.line ? `Line ${event.line}: ${event.message}` : event.message;
      else if (event.kind === 'reading') this.says = '';
      this.listener?.(event);
    });
    try {
      await tester.open();
    } catch (error) {
      this.says = error instanceof Error ? error.message : String(error);
      this.line = null;
    }
  }

  async disconnect(): Promise<void> {
    const { line } = this;
    this.line = null;
    this.says = '';
    await line?.close();
  }

  /** Has `hear` told of what the line says, in place of whoever heard it before; returns what ends that. */
  listen(hear: (event: LineEvent) => void): () => void {
    this.listener = hear;
    return () => {
      if (this.listener === hear) this.listener = null;
    };
  }
}
