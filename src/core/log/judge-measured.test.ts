import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { FROM_MARKS, FROM_PLAN, LEAST_LINK_METRES } from '../electrical/limits';
import { loopOhms } from '../electrical/resistance';
import type { Measured } from '../model/reading';
import { jobFileSchema, type Link, type Part, type Policy } from '../model/job';
import { CLOCK_TOLERANCE_MS } from './effective';
import {
  configurationOf,
  electricalFindings,
  judgeMeasured,
  type Judged,
  type Terms,
} from './judge-measured';
import type { LaidLink } from './laid-link';
import { lengthDoubt } from './length-doubt';

const file = jobFileSchema.parse(demo);
const policy: Policy = { ...file.job.policy, evidence: 'wiremap' };
delete policy.evidenceByCable;
delete policy.leadHours;
const plain = file.links.find((l) => l.id === 'K1-01')!;
const link = (more: Partial<LaidLink> = {}): LaidLink => ({ ...plain, lengthMetres: undefined, shielded: false, ...more }) as LaidLink; // prettier-ignore
const GOOD: Measured = { evidence: 'wiremap', walk: '12345678', splits: [] };
const AT = '2026-11-04T12:00:00.000Z';
const before = (ms: number) => new Date(Date.parse(AT) - ms).toISOString();

/** How a reading is judged: its verdict and why. */
function told(data: Partial<Judged>, of = link(), terms: Partial<Terms['policy']> = {}, parts: Part[] = [], at = AT) {
  const judged = judgeMeasured({ reading: GOOD, ...data }, of, { policy: { ...policy, ...terms }, parts }, at);
  return judged.ok ? judged.judgement : { verdict: 'refused', reason: judged.message, notRuledOut: [] };
} // prettier-ignore
const length = (metres: number, more: Partial<Measured> = {}): Partial<Judged> => ({ reading: { ...GOOD, evidence: 'wiremap-length', lengthMetres: metres, ...more } }); // prettier-ignore

describe('a length', () => {
  it('is held by what the link was when it was tested: over by less than the measuring may err is a star, by more a fail', () => {
    expect(told(length(89))).toMatchObject({ verdict: 'pass' });
    expect(told(length(89))).not.toHaveProperty('star');
    const star = told(length(95));
    expect(star).toMatchObject({ verdict: 'pass', star: true });
    expect(star.reason).toMatch(/Length 95 m is over 90 m by less than the measuring may err\.$/);
    expect(told(length(100))).toMatchObject({ verdict: 'fail', reason: 'Length 100 m is over the limit of 90 m.' }); // prettier-ignore
    expect(told(length(95, { configuration: 'channel' }))).not.toHaveProperty('star');
    // What is no pass gets no star for its length.
    expect(told({ reading: { ...GOOD, walk: '123-5678', lengthMetres: 95, evidence: 'wiremap-length' } })).not.toHaveProperty('star'); // prettier-ignore
    expect(told({ reading: { walk: '12345678', lengthMetres: 95 } }, link(), { evidence: 'wiremap' })).not.toHaveProperty('star'); // prettier-ignore
    // A fail says what failed first, whatever its length.
    expect(told({ reading: { ...GOOD, walk: '123-5678', lengthMetres: 150, evidence: 'wiremap-length' } }).reason).not.toContain('Length'); // prettier-ignore
  });
  it('that is none asks for the remote, and no word of anybody makes it one', () => {
    const says = `${LEAST_LINK_METRES - 0.1} m is not a link: is the remote plugged into the main unit?`;
    expect(told(length(LEAST_LINK_METRES - 0.1))).toMatchObject({ verdict: 'provisional', reason: says });
    expect(told({ ...length(LEAST_LINK_METRES - 0.1), confirmed: ['length'] })).toMatchObject({ verdict: 'provisional', reason: says }); // prettier-ignore
    expect(told(length(LEAST_LINK_METRES)).verdict).toBe('pass');
  });
  it('unlike its plan asks for the cable, until somebody says that it is this one', () => {
    const planned = link({ lengthMetres: 40 });
    const far = FROM_PLAN.share * 40;
    expect([40 - far, 40 + far].map((m) => told(length(m), planned).verdict)).toEqual(['pass', 'pass']);
    for (const metres of [40 - far - 0.1, 40 + far + 0.1]) {
      expect(told(length(metres), planned)).toMatchObject({ verdict: 'provisional', reason: `Planned 40 m, measured ${metres} m: is this the right cable?` }); // prettier-ignore
      expect(told({ ...length(metres), confirmed: ['length'] }, planned).verdict).toBe('pass');
      expect(told({ ...length(metres), confirmed: [] }, planned).verdict).toBe('provisional');
    }
    // A short plan leaves its metres, not its share.
    expect([5, 5.1].map((m) => lengthDoubt(5 + m, link({ lengthMetres: 5 })) === '')).toEqual([true, false]);
    expect(lengthDoubt(500, link())).toBe('');
  });
  it('is held closer by the marks on the jacket, give or take what those may err', () => {
    const marked = (metres: number) => link({ lengthMetres: metres, lengthErrorMetres: 0.5 });
    // Of 50 m 8 % are 4 m, of 10 m the least is 1.5 m: with the half metre of the marks 4.5 and 2.
    for (const [metres, most] of [[50, FROM_MARKS.share * 50 + 0.5], [10, FROM_MARKS.metres + 0.5]] as const)
      for (const sign of [-1, 1]) {
        expect(lengthDoubt(metres + sign * most, marked(metres))).toBe('');
        const measured = metres + sign * (most + 0.01);
        expect(lengthDoubt(measured, marked(metres))).toBe(`By the marks on its jacket ${metres.toFixed(1)} m, give or take 0.5 m; measured ${measured} m: is this the right cable?`);
      }
  }); // prettier-ignore
  it('never makes more of a reading than it was', () => {
    const less = told({ reading: { walk: '12345678', lengthMetres: 95 } });
    expect(less.verdict).toBe('provisional');
    // The first thing that is amiss is what is told.
    expect(told({ reading: { walk: '12345678', lengthMetres: 0.1 } }).reason).toBe(less.reason);
    expect(told({ reading: { walk: '12345678', lengthMetres: 150 } })).toMatchObject({ verdict: 'fail', reason: 'Length 150 m is over the limit of 90 m.' }); // prettier-ignore
  });
});

describe('what a link is taken for', () => {
  const of = (head: Link['head']['connector'], tail: Link['head']['connector']) =>
    configurationOf(
      link({ head: { ...plain.head, connector: head }, tail: { ...plain.tail, connector: tail } }),
    );
  it('is told by its connectors: jacks a permanent link, one plug a panel to a plug, two a channel', () => {
    expect(of('patch-panel', 'punch-down-jack')).toBe('permanent-link');
    expect(of('patch-panel', 'closed-plug')).toBe('mptl');
    expect(of('closed-plug', 'punch-down-jack')).toBe('mptl');
    expect(of('closed-plug', 'pass-through-plug')).toBe('channel');
  }); // prettier-ignore
});

describe('what a tester did not see or was not fit to say', () => {
  it('leaves a shield open where eight contacts were read', () => {
    const shielded = link({ shielded: true });
    const eight = told({ reading: GOOD }, shielded);
    expect(eight).toMatchObject({ verdict: 'provisional', reason: 'Good so far: the shield was not looked at.' }); // prettier-ignore
    expect(eight.notRuledOut[0]).toBe('an open shield');
    expect(eight.notRuledOut.slice(1)).toEqual(told({ reading: GOOD }).notRuledOut);
    expect(eight.notRuledOut.length).toBeGreaterThan(1);
    expect(told({ reading: { ...GOOD, walk: '12345678S' } }, shielded).verdict).toBe('pass');
  });
  it('makes a certification good so far past the day its calibration was due, and nothing else', () => {
    const certified: Partial<Judged> = { reading: { ...GOOD, evidence: 'certification', lengthMetres: 40, result: { says: 'pass', limit: 'a limit' } } }; // prettier-ignore
    const asks = { evidence: 'certification' as const };
    expect(told(certified, link(), asks).verdict).toBe('pass');
    expect(told({ ...certified, calibrationDue: '2026-11-04' }, link(), asks).verdict).toBe('pass');
    expect(told({ ...certified, calibrationDue: '2026-11-03' }, link(), asks)).toMatchObject({ verdict: 'provisional', reason: 'Good so far: the calibration of its tester was due on 2026-11-03.' }); // prettier-ignore
    expect(told({ calibrationDue: '2026-11-03' }).verdict).toBe('pass');
  });
  it('makes a certification good so far that was held against less than the link is made of', () => {
    const asks = { evidence: 'certification' as const };
    const held = (limit: string, of = link({ cable: 'Cat 6 U/UTP' }), policy: Partial<Terms['policy']> = asks, more: object = {}) =>
      told({ reading: { ...GOOD, evidence: 'certification', lengthMetres: 40, result: { says: 'pass', limit }, ...more } }, of, policy); // prettier-ignore
    expect(held('Cat 6 permanent link').verdict).toBe('pass');
    expect(held('Cat 5e permanent link')).toMatchObject({ verdict: 'provisional', reason: 'Good so far: its limit is for category 5e, and the link is of category 6.' }); // prettier-ignore
    expect(held('Cat 6 channel').verdict).toBe('provisional');
    expect(held('Cat 6 channel', undefined, asks, { configuration: 'channel' }).verdict).toBe('pass');
    // A cable that the job does not know the figures of is what its name says; what cannot be told is not doubted.
    expect(held('Cat 6 permanent link', link({ cable: 'Somebody’s Cat 6A' })).verdict).toBe('provisional');
    expect(held('Cat 5e permanent link', link({ cable: 'blue one' })).verdict).toBe('pass');
    // The terms say better than the cable; and where less is asked, the limit is nobody's business.
    expect(held('Cat 5e permanent link', undefined, { ...asks, certifyTo: '5e' }).verdict).toBe('pass');
    expect(held('Cat 6 permanent link', undefined, { ...asks, certifyTo: '6A' }).verdict).toBe('provisional');
    expect(held('Cat 5e permanent link', undefined, { evidence: 'wiremap' }).verdict).toBe('pass');
    expect(held('Cat 5e permanent link', undefined, asks, { result: { says: 'fail', limit: 'Cat 5e permanent link' } }).verdict).toBe('fail'); // prettier-ignore
  });
  it('refuses what contradicts itself, in a sentence', () => {
    expect(told({ reading: { ...GOOD, walk: '1 2 3' } }).verdict).toBe('refused');
    expect(told({ reading: { ...GOOD, walk: '13245678', splits: ['12'] } })).toMatchObject({ verdict: 'refused', reason: 'Contacts 1 and 2 are not answered as one pair, so they cannot be a split pair: call it a crossing.' }); // prettier-ignore
    const lies = { says: 'pass', limit: 'a limit', worst: { name: 'NEXT', marginDb: -2 } };
    expect(told({ reading: { ...GOOD, evidence: 'certification', result: lies as never } }).verdict).toBe('refused'); // prettier-ignore
  });
});

describe('values beside the wire map', () => {
  const loops = (ohms: number) => ({ loopOhms: { '12': ohms, '36': ohms, '45': ohms, '78': ohms } });
  it('over a limit fail, not sound make good so far, and within it change nothing', () => {
    expect(told({ electrical: loops(22) })).toMatchObject({ verdict: 'fail', reason: 'Loop 1-2 22 Ω is over the limit of 21 Ω.' }); // prettier-ignore
    expect(told({ electrical: { loopOhms: { '12': 4, '36': 4, '45': 6, '78': 4 } } })).toMatchObject({ verdict: 'provisional' }); // prettier-ignore
    expect(told({ electrical: loops(4) }).verdict).toBe('pass');
    expect(told({ electrical: {} }).verdict).toBe('pass');
  });
  it('are held against this cable: its gauge by its name or the job’s own figures, its length as it was measured', () => {
    const of = (cable: string, parts: Part[] = []) => electricalFindings({ reading: { ...GOOD, lengthMetres: 30 }, electrical: loops(4) }, link({ cable }), parts)[0]!.expected; // prettier-ignore
    const own: Part = { id: 'thin', kind: 'cable', name: 'Thin one', cable: { gauge: 26, conductor: 'solid', shield: 'U/UTP', category: '6', jacketMm: 5, conductorMm: 0.9 } as never }; // prettier-ignore
    expect(of('Thin one', [own])).toBe(loopOhms(26, 30));
    expect(of('a cable nobody knows')).toBe(loopOhms(23, 30));
    const nvp: Part = { id: 'n', kind: 'cable', name: 'a cable', nvp: { value: 0.6, metres: 60, by: 'bo', at: AT } } as never; // prettier-ignore
    const delay = (more: Partial<Measured>) => electricalFindings({ reading: { ...GOOD, lengthMetres: 30, ...more }, electrical: { delayNs: { '12': 160 } } }, link({ cable: 'a cable' }), [nvp])[0]!.expected!; // prettier-ignore
    // The tester's own velocity goes before the one this job found.
    expect(delay({}) / delay({ nvp: 0.72 })).toBeCloseTo(0.72 / 0.6, 9);
    const channel = electricalFindings({ reading: { ...GOOD, configuration: 'channel' }, electrical: loops(22) }, link(), []); // prettier-ignore
    expect(channel[0]).toMatchObject({ limit: 25, grade: 'good' });
    const longer = electricalFindings(
      { reading: GOOD, electrical: loops(10) },
      link({ lengthMetres: 10 }),
      [],
    );
    expect(longer[0]!.text).toContain('where 10 m were planned');
  });
});

describe('test leads', () => {
  const asks = { leadHours: 8 };
  const HOUR = 3_600_000;
  const at = (ms: number) => told({ leadsProvenAt: before(ms) }, link(), asks);
  it('make a pass where they were proven within the hours the job asks, and not after nor in the future', () => {
    expect([0, 8 * HOUR, -CLOCK_TOLERANCE_MS].map((ms) => at(ms).verdict)).toEqual(['pass', 'pass', 'pass']);
    for (const ms of [8 * HOUR + 1000, -CLOCK_TOLERANCE_MS - 1000, -5 * HOUR])
      expect(at(ms)).toMatchObject({ verdict: 'provisional', reason: 'Good so far: the test leads were last proven more than 8 hours before.' }); // prettier-ignore
    expect(told({}, link(), asks)).toMatchObject({ verdict: 'provisional', reason: 'Good so far: nobody has proven the test leads against each other.' }); // prettier-ignore
    expect(told({}).verdict).toBe('pass');
  });
  it('that failed against each other make no pass, whatever the job asks, and stand beside what failed', () => {
    for (const terms of [{}, asks])
      expect(told({ leadsFailed: true, leadsProvenAt: before(0) }, link(), terms)).toMatchObject({ verdict: 'provisional', reason: 'These test leads failed against each other: prove good ones and read again.' }); // prettier-ignore
    const open: Partial<Judged> = { reading: { ...GOOD, walk: '123-5678' } };
    const failed = told(open);
    expect(told({ ...open, leadsFailed: true }).reason).toBe(`${failed.reason}, read through leads that failed against each other`); // prettier-ignore
    // What is good so far for another reason keeps that reason.
    const lamps: Partial<Judged> = { reading: { walk: '12345678' } };
    expect(told({ ...lamps, leadsFailed: true }).reason).toBe(told(lamps).reason);
  });
});

describe('a coax', () => {
  const coax = (more: Partial<Link> = {}) => link({ ...file.links.find((l) => l.head.connector === 'coax-compression')!, ...more }); // prettier-ignore
  it('is held to what is asked of it or of its cable, never to what the job asks of twisted pairs', () => {
    const walk = (text: string, of = coax(), terms: Partial<Terms['policy']> = {}) => told({ reading: { walk: text } }, of, terms).verdict; // prettier-ignore
    expect(walk('C S', coax({ evidence: undefined as never }))).toBe('pass');
    expect(walk('C S', coax({ evidence: undefined as never }), { evidence: 'certification' })).toBe('pass');
    expect(walk('C S', coax({ evidence: 'certification' }))).toBe('provisional');
    const byCable = { evidenceByCable: { [coax().cable]: 'certification' as const } };
    expect(walk('C S', coax({ evidence: undefined as never }), byCable)).toBe('provisional');
    expect(walk('C S', coax({ evidence: 'continuity' }), byCable)).toBe('pass');
    expect(walk('- S')).toBe('fail');
    expect(walk('12345678')).toBe('refused');
  });
});
