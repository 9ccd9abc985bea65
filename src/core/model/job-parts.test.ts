import { jobFileProblems } from '../plan/invariants';
import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { GENERIC_CABLES, GENERIC_CONNECTORS } from '../wiring/parts';
import { LEGENDS } from '../wiring/legend';
import { cableSpecSchema, connectorSpecSchema, legendSchema } from './bench';
import { ENTRY_KINDS, JOB_ENTRY_DATA, jobEntrySchema, schemaFor } from './entry';
import { jobFileSchema, policySchema } from './job';

const base = { id: '0192f3c1-0000-7000-8000-000000000001', job: 'j', at: '2026-11-20T09:00:00Z', by: 'bo' };

describe('what ships keeps to its own formats', () => {
  it('generic cables, connectors and legends', () => {
    for (const c of GENERIC_CABLES) expect(cableSpecSchema.parse(c.spec)).toEqual(c.spec);
    for (const c of GENERIC_CONNECTORS) expect(connectorSpecSchema.parse(c.spec)).toEqual(c.spec);
    for (const l of LEGENDS) expect(legendSchema.parse(l)).toEqual(l);
  });
});

describe('entries about the job’s tools', () => {
  it('are told from those about a link by naming none', () => {
    const tool = { ...base, kind: 'tool', data: { part: 'p', did: 'clean-cut' } };
    expect(schemaFor(tool)).toBe(jobEntrySchema);
    expect(schemaFor(tool).safeParse(tool).success).toBe(true);
    const voided = { ...base, kind: 'void', data: { entry: 'e', reason: 'slip' } };
    expect(schemaFor(voided).safeParse(voided).success).toBe(true);
    const ofLink = { ...voided, link: 'K1-01' };
    expect(schemaFor(ofLink)).not.toBe(jobEntrySchema);
    expect(schemaFor(ofLink).safeParse(ofLink).success).toBe(true);
  });
  it('never take an end or a link, and no link’s entry goes without one', () => {
    const leads = { ...base, kind: 'leads-proved', data: { leads: ['a', 'b'], walk: '', ok: true } };
    expect(jobEntrySchema.safeParse(leads).success).toBe(true);
    expect(jobEntrySchema.safeParse({ ...leads, end: 'head' }).success).toBe(false);
    for (const kind of ENTRY_KINDS.filter((k) => !(k in JOB_ENTRY_DATA)))
      expect(schemaFor({ ...base, kind, data: {} }).safeParse({ ...base, kind, data: {} }).success).toBe(
        false,
      );
  });
  it('prove two leads, neither one nor three', () => {
    for (const leads of [['a'], ['a', 'b', 'c']])
      expect(
        jobEntrySchema.safeParse({ ...base, kind: 'leads-proved', data: { leads, walk: '', ok: true } })
          .success,
      ).toBe(false);
  });
});

describe('a job file', () => {
  it('refuses a cable with a coax at one end only', () => {
    const file = jobFileSchema.parse(structuredClone(demo));
    file.links[0]!.tail.connector = 'coax-compression';
    expect(jobFileProblems(file)[0]!.path).toBe('links.0.tail.connector');
  });
  it('takes terms without any of the later additions, and refuses thresholds of one', () => {
    const { policy } = jobFileSchema.parse(structuredClone(demo)).job;
    const { scheme, evidence, units, untwist } = policy;
    expect(policySchema.safeParse({ scheme, evidence, units, untwist }).success).toBe(true);
    expect(policySchema.safeParse({ ...policy, thresholds: { sameContact: 1 } }).success).toBe(false);
    expect(policySchema.safeParse({ ...policy, leadHours: 0 }).success).toBe(false);
  });
});
