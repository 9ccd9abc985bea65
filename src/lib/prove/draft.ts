import { goto } from '$app/navigation';
import { begunAt, type Begun } from '$core/log/begun';
import type { Look } from '$core/diagnose/types';
import type { EntryOf, LogEntry } from '$core/model/entry';
import type { Evidence } from '$core/model/evidence';
import type { Measured } from '$core/model/reading';
import type { Configuration, TesterResult } from '$core/model/tester-result';
import type { Contact, ContactPair, End } from '$core/wiring/conductors';
import { KeptDraft } from '$lib/device/kept-draft';
import type { OpenJob } from '$lib/job/open-job.svelte';
import { answersIn } from '$lib/testers/answers';

/** A reading half entered: all of it, so that it is restored whole or not at all. */
export interface ReadingDraft {
  answers: Contact[][];
  splits: ContactPair[];
  from: End;
  evidence: Evidence | null;
  metres: Record<string, string>;
  length: string;
  configuration: Configuration | null;
  result: TesterResult | null;
  looked: Look[];
  checked: boolean;
  swapped: End[];
  electrical: NonNullable<EntryOf<'reading'>['data']['electrical']> | null;
  blame: End[] | null;
  remote: number | null;
  joins: NonNullable<Measured['joins']> | null;
  nvp: number | null;
  confirmed: ('length' | 'all-open')[];
  stoodAgainst: number | null;
  /** Walk of the logged fail that this is, shown again; '' for a reading of its own. */
  shownAgain: string;
  /** When it was begun, and how the link stood then. */
  begun: Begun | null;
}

/** Of what shape a kept draft is: one of another shape, or of none, is not whole. Change it with `ReadingDraft`. */
const SHAPE = 6;

const keyOf = (job: string, link: string) => `gauntlet:reading:${job}:${link}`;

/** The draft of one link's reading on this device. */
export class KeptReading {
  private readonly kept: KeptDraft<{ shape: number; draft: ReadingDraft }>;
  constructor(job: string, link: string) {
    this.kept = new KeptDraft(keyOf(job, link));
  }

  /** What was kept, whole; null where nothing was, or where it cannot be trusted to be whole. */
  read(): ReadingDraft | null {
    const kept = this.kept.read();
    if (kept?.shape === SHAPE) return kept.draft;
    if (kept) this.kept.drop();
    return null;
  }
  keep(draft: ReadingDraft): void {
    this.kept.keep({ shape: SHAPE, draft });
  }
  drop(): void {
    this.kept.drop();
  }
}

/** A reading that was logged, as a draft again: what taking it back brings back. */
export function draftOf(data: EntryOf<'reading'>['data'], begun: Begun): ReadingDraft {
  const { reading } = data;
  return {
    answers: answersIn(reading.walk),
    splits: reading.splits ?? [],
    from: reading.from ?? 'head',
    evidence: reading.evidence ?? 'continuity',
    metres: Object.fromEntries((reading.distances ?? []).map((d) => [d.contact, String(d.metres)])),
    length: reading.lengthMetres === undefined ? '' : String(reading.lengthMetres),
    configuration: reading.configuration ?? null,
    result: reading.result ?? null,
    looked: [...(data.diagnosis?.looked ?? [])],
    checked: data.known?.checked ?? false,
    swapped: [...(data.known?.swapped ?? [])],
    electrical: data.electrical ?? null,
    blame: data.blame ? [...data.blame] : null,
    remote: data.remote ?? null,
    joins: reading.joins ?? null,
    nvp: reading.nvp ?? null,
    confirmed: data.confirmed?.includes('length') ? ['length'] : [],
    stoodAgainst: data.confirmedAgainst ?? null,
    shownAgain: '',
    begun,
  };
}

/** Brings a reading that was taken back on screen again as it was entered, and goes there. */
export async function bringBack(job: OpenJob, entry: LogEntry): Promise<void> {
  if (entry.kind !== 'reading') return;
  const begun = begunAt(job.statusOf(entry.link), entry.at);
  new KeptReading(job.plan.id, entry.link).keep(draftOf(entry.data, begun));
  await goto(job.at('prove', entry.link), { noScroll: true });
}
