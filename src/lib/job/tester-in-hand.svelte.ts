import { forget, recall, remember } from '$lib/device/small';
import { EVIDENCE, evidenceCovers, type Evidence } from '$core/model/evidence';
import type { Measured } from '$core/model/reading';
import type { Part } from '$core/model/job';
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

/** A tester that the job keeps: a part that says what it can show. */
export type JobTester = Part & { tester: NonNullable<Part['tester']> };
/** Whether a part is a tester whose evidence is known. */
export const isTester = (part: Part): part is JobTester => part.tester !== undefined;
/** A tester of the job as one would name it, with its number. */
export const testerNamed = ({ name, tester }: JobTester): string =>
  tester.number ? `${name} no. ${tester.number}` : name;

const KEY = 'gauntlet:tester';
const UNIT = 'gauntlet:main-unit';
const EIGHT = 'gauntlet:eight-lamps';

/**
 * The tester in hand on this device: said once, never guessed, shown at every pass. A line to one belongs to the job
 * and stays on across ports and screens.
 */
export class TesterInHand {
  /** What it can show; null until somebody said what it is. */
  shows = $state<Evidence | null>(null);
  /** The job's own tester, where it is one of those. */
  own = $state.raw<JobTester | null>(null);
  /** It has no lamp for the shield. */
  eightLamps = $state(false);
  /** The question is on screen. */
  asking = $state(false);
  /** Where its main unit is. */
  mainUnit = $state<End>('head');
  /** The tester on a line, while one is connected. */
  line = $state.raw<Tester | null>(null);
  /** What the tester on the line had to say last. */
  says = $state('');
  /** Its test of itself failed: what it said of that. */
  unwell = $state('');
  private listener: ((event: LineEvent) => void) | null = null;

  constructor(
    private readonly job: string,
    private readonly parts: () => readonly Part[],
  ) {}

  private get ownKey(): string {
    return `${KEY}:${this.job}`;
  }

  resume(): void {
    const own = recall(this.ownKey);
    this.own = this.parts().find((p): p is JobTester => p.id === own && isTester(p)) ?? null;
    const kept = recall(KEY);
    this.shows = this.own?.tester.evidence ?? EVIDENCE.find((e) => e === kept) ?? null;
    this.eightLamps = recall(EIGHT) !== null;
    this.mainUnit = recall(UNIT) === 'tail' ? 'tail' : 'head';
  }

  /** Says what is in the hand: a kind of tester, or one of the job's own. */
  choose(evidence: Evidence, own: JobTester | null = null): void {
    this.shows = evidence;
    this.own = own;
    this.asking = false;
    remember(KEY, evidence);
    if (own) remember(this.ownKey, own.id);
    else forget(this.ownKey);
  }

  /** Somebody else took this device: what is in their hand is asked anew. */
  forget(): void {
    this.shows = null;
    this.own = null;
    forget(KEY);
    forget(this.ownKey);
  }

  /** Says whether this tester has a lamp for the shield. */
  hasEightLamps(eight: boolean): void {
    this.eightLamps = eight;
    if (eight) remember(EIGHT, '1');
    else forget(EIGHT);
  }
  /** How many contacts of a link it shows. */
  contactsOf(shielded: boolean): 8 | 9 {
    return shielded && !this.eightLamps && !this.own?.tester.eightLamps ? 9 : 8;
  }

  /** Says where the main unit is; it stays there at the next port. */
  unitAt(end: End): void {
    this.mainUnit = end;
    remember(UNIT, end);
  }

  /** What it is called. */
  get name(): string {
    if (this.own) return testerNamed(this.own);
    return TESTERS.find((t) => t.evidence === this.shows)?.name ?? 'no tester';
  }

  /**
   * A walk that was read with this tester and is told later, from a sheet or its memory: what is logged of it. No splits
   * were seen where it looks for them. Only where it is known what it shows.
   */
  told(walk: string): { reading: Measured; tester: string; calibrationDue?: string } {
    const evidence = this.shows!;
    const splits = evidenceCovers(evidence, 'wiremap') ? { splits: [] } : {};
    return { reading: { from: 'head', evidence, walk, ...splits }, ...this.stamp };
  }

  /** What a reading taken with it says of it. */
  get stamp(): { tester: string; calibrationDue?: string } {
    const due = this.own?.tester.calibrationDue;
    return { tester: this.line?.name ?? this.name, ...(due ? { calibrationDue: due } : {}) };
  }
  /** The day its calibration was due, where that is past. */
  get overdue(): string | null {
    const due = this.own?.tester.calibrationDue;
    return due !== undefined && due < new Date().toISOString().slice(0, 10) ? due : null;
  }

  /** Puts a tester on the line; the one before it is let go of. */
  async connect(tester: Tester): Promise<void> {
    await this.disconnect();
    this.line = tester;
    tester.events((event) => this.hear(event));
    try {
      await tester.open();
    } catch (error) {
      this.says = error instanceof Error ? error.message : String(error);
      this.line = null;
    }
  }

  /** A tester that failed its own test is not believed until it passes it. */
  private hear(event: LineEvent): void {
    if (event.kind === 'self-test') {
      this.unwell = event.ok ? '' : `The tester failed its own test (${event.what}): nothing it reads is taken until it passes.`; // prettier-ignore
      this.says = this.unwell;
      return;
    }
    if (event.kind === 'reading' && this.unwell) return void (this.says = this.unwell);
    if (event.kind === 'problem')
      this.says = event.line ? `Line ${event.line}: ${event.message}` : event.message;
    else if (event.kind === 'reading') this.says = '';
    this.listener?.(event);
  }

  async disconnect(): Promise<void> {
    const { line } = this;
    this.line = null;
    this.says = '';
    this.unwell = '';
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
