import { z } from 'zod';
import { EVIDENCE } from '$core/model/evidence';
import type { EntryOf } from '$core/model/entry';
import {
  contactPairSchema,
  contactSchema,
  electricalSchema,
  endSchema,
  joinsSchema,
} from '$core/model/reading';
import { CONFIGURATIONS, testerResultSchema } from '$core/model/tester-result';
import { CONDUCTORS } from '$core/wiring/conductors';
import { KeptDraft } from '$lib/device/kept-draft';
import { answersIn } from '$lib/testers/answers';

/** A reading half entered: all of it, so that it is restored whole or not at all. */
const draftSchema = z.strictObject({
  answers: z.array(z.array(contactSchema)).max(9),
  splits: z.array(contactPairSchema),
  from: endSchema,
  evidence: z.enum(EVIDENCE).nullable(),
  metres: z.record(z.string(), z.string()),
  length: z.string(),
  configuration: z.enum(CONFIGURATIONS).nullable(),
  result: testerResultSchema.nullable(),
  looked: z.array(
    z.strictObject({
      end: endSchema,
      contact: contactSchema,
      conductor: z.enum([...CONDUCTORS, 'DRAIN']),
      open: z.boolean().optional(),
      bridged: z.boolean().optional(),
    }),
  ),
  electrical: electricalSchema.nullable(),
  blame: z.array(endSchema).nullable(),
  remote: z.number().nullable(),
  joins: joinsSchema.nullable(),
  nvp: z.number().nullable(),
  confirmed: z.array(z.enum(['length', 'all-open'])),
});
/** A reading half entered. */
export type ReadingDraft = z.infer<typeof draftSchema>;

const keyOf = (job: string, link: string) => `gauntlet:reading:${job}:${link}`;

/** The draft of one link's reading on this device. */
export class KeptReading {
  private readonly kept: KeptDraft<unknown>;
  constructor(job: string, link: string) {
    this.kept = new KeptDraft(keyOf(job, link));
  }

  /** What was kept, whole; null where nothing was, or where it cannot be trusted to be whole. */
  read(): ReadingDraft | null {
    const kept = this.kept.read();
    if (kept === null) return null;
    const parsed = draftSchema.safeParse(kept);
    if (parsed.success) return parsed.data;
    this.kept.drop();
    return null;
  }
  keep(draft: ReadingDraft): void {
    this.kept.keep(draft);
  }
  drop(): void {
    this.kept.drop();
  }
}

/** A reading that was logged, as a draft again: what taking it back brings back. */
export function draftOf(data: EntryOf<'reading'>['data']): ReadingDraft {
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
    electrical: data.electrical ?? null,
    blame: data.blame ? [...data.blame] : null,
    remote: data.remote ?? null,
    joins: reading.joins ?? null,
    nvp: reading.nvp ?? null,
    confirmed: data.confirmed?.includes('length') ? ['length'] : [],
  };
}
