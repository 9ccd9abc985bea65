import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { JobPlan, Link } from '../model/job';
import { endName, saidOf } from '../model/end-name';
import { formatMetres, readMetres } from '../model/metres';
import { whatNext, worstState } from '../log/next';
import type { LinkStatus, TerminationState } from '../log/state';
import { applyChanges } from '../plan/apply-changes';
import { planProblems } from '../plan/invariants';
import { whereabouts, farWords } from '../plan/whereabouts';
import { groupsOf, shortName } from '../plan/groups';
import { nextDirectLabel, readDirect, type DirectDraft } from '../plan/direct-link';
import { CONTACTS } from '../wiring/conductors';
import { conductorAt, endOrder, expectedAnswer, layoutOfEnd, ORDERS, SCHEMES } from '../wiring/schemes';
import { freePrefix, misfitWords, moreCords, readBatch, type BatchDraft } from './batch-draft';
import { batchYield } from './batch-yield';
import { cordSteps } from './cord-steps';
import { cutList } from './cut-list';
import { CORD_WAYS, nextInBatch, type CordWay } from './way';

const plan: JobPlan = {
  id: 'j',
  name: 'J',
  createdAt: '2026-11-02T07:00:00Z',
  policy: { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' },
  revision: 0,
  spaces: [],
  panels: [],
  outlets: [],
  floors: [],
  batches: [],
  runs: [],
  links: [],
  parts: [],
  legends: [],
  crew: [{ id: 'bo', name: 'Bo Tarn', role: 'lead' }],
};
const draft: BatchDraft = {
  name: 'Rack cords',
  count: '12',
  length: '1.5 m',
  cable: 'Cat 6 patch, stranded',
  head: 'closed-plug',
  tail: 'closed-plug',
  boots: true,
  ordered: 'straight',
  scheme: 'T568B',
  prefix: 'C-',
  first: '1',
  boxName: 'reel 7',
  boxLength: '60',
};
const NONE = { links: new Set<string>(), parts: new Set<string>() };
const begun = (more: Partial<BatchDraft> = {}, on = plan) => {
  const read = readBatch({ ...draft, ...more }, on);
  if (!read.ok) throw new Error(read.message);
  return { ...read, plan: applyChanges(on, read.changes, NONE).plan };
};
const refused = (more: Partial<BatchDraft>, on = plan) => {
  const read = readBatch({ ...draft, ...more }, on);
  return read.ok ? '' : `${read.field}: ${read.message}`;
};
const status = (id: string, head: TerminationState, tail: TerminationState, attempt = 1): LinkStatus => {
  const end = (state: TerminationState) => ({ state, attempt, repunched: {} });
  return { link: id, head: end(head), tail: end(tail), entries: 0 };
};

describe('a length of cable as it is typed', () => {
  it.each([
    ['2', 'mm', 2],
    ['2,5 m', 'mm', 2.5],
    ['50 cm', 'mm', 0.5],
    // A foot is 0.3048 m exactly: the international yard and pound agreement, 1959.
    ['6 ft', 'mm', 1.8288],
    ['6', 'inch', 1.8288],
    ['1 1/2', 'inch', 0.4572],
    ['36 in', 'mm', 0.9144],
  ] as const)('%s in a job in %s', (text, units, metres) => {
    const read = readMetres(text, units);
    expect(read.ok && read.metres).toBeCloseTo(metres, 9);
  });
  it.each([
    ['1/2', 'mm', 'fraction of a metre'],
    ['', 'mm', 'not a length'],
    ['1/0 ft', 'mm', 'not a length'],
    ['two', 'mm', 'not a length'],
    ['1 2', 'mm', 'not a length'],
    ['-1', 'mm', 'not a length'],
  ] as const)('%s is refused', (text, units, says) => {
    const read = readMetres(text, units);
    expect(read.ok ? '' : read.message).toContain(says);
  });
  it('is written as it is read', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 10_000 }), (cm) => {
        const read = readMetres(formatMetres(cm / 100, 'mm'), 'mm');
        expect(read.ok && read.metres).toBeCloseTo(cm / 100, 9);
      }),
    );
    expect(formatMetres(1.8288, 'inch')).toBe('6.0 ft');
  });
});

describe('a batch of cords', () => {
  it('becomes a plan that holds, with no panel and no space', () => {
    const { plan: after, links } = begun();
    expect(planProblems(after)).toEqual([]);
    expect(links.map((l) => l.label).slice(0, 2)).toEqual(['C-01', 'C-02']);
    expect(links.at(-1)!.cord).toEqual({ batch: 'rack-cords', number: 12 });
    expect([after.panels, after.spaces, after.outlets]).toEqual([[], [], []]);
    const where = whereabouts(after);
    expect(farWords(where(links[6]!))).toBe('Rack cords, cord 7');
    expect(groupsOf(after.links, where).map((g) => [g.id, g.links.length])).toEqual([['batch rack-cords', 12]]); // prettier-ignore
    expect(shortName(links[6]!)).toBe('7');
  });
  it.each([
    [{ name: ' ' }, 'name: Give the batch a name'],
    [{ count: '0' }, 'count: Say how many'],
    [{ count: '5000' }, 'count: 5000 cords are too many'],
    [{ length: '0' }, 'length: A cord of less than 10 cm'],
    [{ length: '200 m' }, 'length: A cord of 200 m is past'],
    [{ length: '1/2' }, 'length: “1/2” is a fraction of a metre'],
    [{ tail: 'coax-compression' }, 'tail: A coax connector'],
    [{ first: '995' }, 'first: The numbers run'],
    [{ boxName: '' }, 'boxName: Name the box'],
    [{ boxLength: '' }, 'boxLength: Say how much lies in reel 7'],
    [{ boxLength: '9 km' }, 'boxLength: “9 km” is not a length'],
  ] as const)('%j is refused at its field', (more, says) => {
    expect(refused(more)).toContain(says);
  });
  it('takes no name and no label that is taken', () => {
    const { plan: after } = begun();
    expect(refused({}, after)).toContain('name: There is a batch called Rack cords');
    expect(refused({ name: 'More' }, after)).toContain('prefix: C-01 is the label of another link');
    const more = begun({ name: 'More', first: '13' }, after);
    expect(planProblems(more.plan)).toEqual([]);
    expect(begun({ name: 'Which' }).batch.id).toBe('which-2');
  });
  it('numbers with a letter that no label begins with', () => {
    expect([freePrefix([]), freePrefix(['C-01', 'd-7', 'K1-02'])]).toEqual(['C-', 'E-']);
    expect(freePrefix([...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].map((l) => `${l}-1`))).toBe('');
  });
  it('takes more cords like its last one, numbered on, and no label twice', () => {
    const { plan: after, links } = begun();
    const more = moreCords(links, '3', after);
    if (!more.ok) throw new Error(more.message);
    expect(more.links.map((l) => [l.label, l.cord!.number, l.lengthMetres])).toEqual([['C-13', 13, 1.5], ['C-14', 14, 1.5], ['C-15', 15, 1.5]]); // prettier-ignore
    expect(planProblems(applyChanges(after, { put: { links: more.links } }, NONE).plan)).toEqual([]);
    for (const [cords, text, says] of [
      [links, '', 'how many more'],
      [links, '999', 'at most'],
      [[], '1', 'no cord left'],
    ] as const) {
      // prettier-ignore
      const no = moreCords(cords, text, after);
      expect(no.ok ? '' : no.message).toContain(says);
    }
    const other = begun({ name: 'Other', first: '14', count: '1' }, after).plan;
    const clash = moreCords(links, '3', other);
    expect(clash.ok ? '' : clash.message).toContain('C-14 is the label of another link');
  });
  it('is held by the rules of every plan', () => {
    const { plan: after, links } = begun();
    const problem = (change: (l: Link) => void) => {
      const changed = structuredClone(after);
      change(changed.links[0]!);
      return planProblems(changed).map((p) => p.message).join(' '); // prettier-ignore
    };
    expect(problem((l) => (l.cord!.number = 2))).toContain('number 2 of Rack cords is taken by C-0');
    expect(problem((l) => (l.head.space = 'x'))).toContain('a cord hangs on nothing');
    expect(problem((l) => (l.cord!.batch = 'x'))).toContain('there is no batch "x"');
    expect(problem((l) => (l.lengthMetres = 200))).toContain('at most 100 m');
    expect(problem((l) => delete l.cord)).toContain('its head hangs on nothing');
    expect(applyChanges(after, { remove: { batches: ['rack-cords'] } }, NONE).problems[0]!.message).toContain('still holds 12 cords'); // prettier-ignore
    expect(links).toHaveLength(12);
  });
  it('says before the first cut which plug does not take its cable', () => {
    expect(misfitWords('Cat 6 patch, stranded', ['closed-plug', 'closed-plug'], [])).toEqual([]);
    expect(misfitWords('Cat 7 S/FTP', ['closed-plug', 'shielded-plug'], [])).toHaveLength(2);
    expect(misfitWords('nobody knows it', ['closed-plug'], [])).toEqual([]);
  });
});

describe('a link from room to room', () => {
  const run: DirectDraft = { label: 'R-01', from: 'Office', to: 'Loft', head: 'punch-down-jack', tail: 'closed-plug', cable: 'Cat 6 U/UTP', ordered: 'straight', length: '18' }; // prettier-ignore
  it('brings its rooms with it and takes those that are there', () => {
    const read = readDirect(run, plan);
    if (!read.ok) throw new Error(read.message);
    const { plan: after } = applyChanges(plan, read.changes, NONE);
    expect(planProblems(after)).toEqual([]);
    expect(after.spaces.map((s) => s.name)).toEqual(['Office', 'Loft']);
    const back = readDirect({ ...run, label: nextDirectLabel(after, 'R-'), from: ' loft', to: 'OFFICE' }, after); // prettier-ignore
    if (!back.ok) throw new Error(back.message);
    expect([back.link.label, back.changes.put!.spaces]).toEqual(['R-02', undefined]);
    expect(farWords(whereabouts(after)(back.link))).toBe('Office');
  });
  it.each([
    [{ label: '' }, 'Give it a label'],
    [{ from: '' }, 'where it begins'],
    [{ to: ' ' }, 'where it ends'],
    [{ head: 'coax-compression' }, 'A coax connector'],
    [{ length: '900' }, 'cannot be'],
  ] as const)('%j is refused', (more, says) => {
    const read = readDirect({ ...run, ...more }, plan);
    expect(read.ok ? '' : read.message).toContain(says);
  });
});

describe('what a batch takes and how it stands', () => {
  it('is cut 50 mm longer an end, and counted against its box (common practice)', () => {
    const cords = [...begun().links, { lengthMetres: 3 }, { lengthMetres: undefined }];
    const list = cutList(cords, 60);
    expect(list.cuts.map((c) => [c.count, c.cordMetres])).toEqual([[1, 3], [12, 1.5]]); // prettier-ignore
    expect(list.totalMetres).toBeCloseTo(3.1 + 12 * 1.6, 9);
    expect(list.leftMetres).toBeCloseTo(60 - 3.1 - 12 * 1.6, 9);
    expect([list.unknown, cutList(cords).leftMetres]).toEqual([1, undefined]);
  });
  it('counts what is proven, at the first time, and why others are refused', () => {
    const cords = begun({ count: '3' }).links;
    const [a, b, c] = cords.map((l) => l.id);
    const states: Record<string, LinkStatus> = {
      [a!]: { ...status(a!, 'proven', 'proven'), lastReading: { at: '2026-11-02T08:00:00Z' } as never },
      [b!]: status(b!, 'proven', 'proven', 2),
      [c!]: { ...status(c!, 'seated', 'failed') },
    };
    states[c!]!.tail.reason = 'contact 4 open';
    const stands = batchYield(cords, (id) => states[id]!);
    expect(stands).toMatchObject({ cords: 3, proven: 2, firstTime: 1, bareEnds: 0 });
    expect(stands.refused.map((r) => [r.cord.label, r.end, r.reason])).toEqual([['C-03', 'tail', 'contact 4 open']]); // prettier-ignore
  });
});

describe('the way through a batch', () => {
  const cords = begun({ count: '4' }).links;
  /** Does what is asked until nothing is, and tells the order; a cord fails once where it is named. */
  function walk(way: CordWay, fails: readonly string[]): string[] {
    const states = new Map(cords.map((c) => [c.id, status(c.id, 'bare', 'bare')]));
    const done: string[] = [];
    const failing = new Set(fails);
    let from: string | null = null;
    for (let i = 0; i < 60; i++) {
      const next = nextInBatch(cords, from, way, (id) => states.get(id)!);
      if (!next) return done;
      const { cord, wants } = next;
      const s = states.get(cord.id)!;
      const what = wants.screen === 'bench' ? wants.end : 'prove';
      done.push(`${cord.cord!.number} ${what}`);
      if (wants.screen === 'bench') s[wants.end].state = 'seated';
      else if (failing.delete(cord.label)) s.head.state = s.tail.state = 'failed';
      else s.head.state = s.tail.state = 'proven';
      from = cord.id;
    }
    throw new Error('It never ends.');
  }
  it('takes each cord to its end, or all first ends before any second one', () => {
    expect(walk('cord', []).slice(0, 4)).toEqual(['1 head', '1 tail', '1 prove', '2 head']);
    expect(walk('ends', [])).toEqual(
      ['head', 'tail', 'prove'].flatMap((what) => [1, 2, 3, 4].map((n) => `${n} ${what}`)),
    );
  });
  it('comes back to what failed at the end, and leaves nothing out', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CORD_WAYS), fc.subarray(cords.map((c) => c.label)), (way, fails) => {
        const done = walk(way, fails);
        expect(new Set(done).size).toBe(12);
        expect(done.length).toBe(12 + fails.length);
        expect(done.slice(12).every((d) => d.endsWith('prove'))).toBe(true);
      }),
    );
  });
  it('begins with the cord in the hand', () => {
    const states = new Map(cords.map((c) => [c.id, status(c.id, 'bare', 'bare')]));
    expect(nextInBatch(cords, cords[2]!.id, 'cord', (id) => states.get(id)!)!.cord).toBe(cords[2]);
    expect(worstState(states.get(cords[0]!.id)!)).toBe('bare');
    expect(whatNext(states.get(cords[0]!.id)!)).toEqual({ screen: 'bench', end: 'head' });
  });
});

describe('an end of a cord', () => {
  it('is laid so that every contact answers as the order says, whatever it is', () => {
    for (const ordered of ORDERS)
      for (const scheme of SCHEMES) {
        const head = layoutOfEnd(endOrder(ordered, 'head', scheme));
        const tailScheme = ordered === 'crossover' ? SCHEMES.find((s) => s !== scheme)! : scheme;
        const tail = layoutOfEnd(endOrder(ordered, 'tail', tailScheme));
        for (const [i, c] of CONTACTS.entries())
          expect(tail[Number(expectedAnswer(ordered, c)) - 1]).toBe(head[i]);
        expect(head[0]).toBe(conductorAt(scheme, '1'));
      }
  });
  it('is called by its number, in sentences too', () => {
    const cord = { cord: { batch: 'b', number: 1 } };
    expect([endName(cord, 'head'), endName({}, 'tail')]).toEqual(['end 1', 'tail']);
    expect(saidOf(cord, 'Tail, contact 4: is it home? At the head, the lead.')).toBe('End 2, contact 4: is it home? At end 1, the lead.'); // prettier-ignore
    expect(saidOf(cord, 'Re-pull the cable: the fault lies in its span.')).toContain('Cut a new length of cable'); // prettier-ignore
    expect(saidOf({}, 'At the head')).toBe('At the head');
  });
  it('is told what to cut, that boots come first, and what it is laid to', () => {
    const cord = { label: 'C-07', lengthMetres: 2, ordered: 'rollover' as const };
    const about = { units: 'mm' as const, scheme: 'T568B' as const };
    const first = cordSteps(cord, 'head', { boots: true, box: { name: 'reel 7', metres: 60 } }, { ...about, otherBare: true }); // prettier-ignore
    expect(first[0]).toContain('Cut 2.1 m from reel 7');
    expect(first[1]).toContain('both boots on now');
    const second = cordSteps(cord, 'tail', undefined, { ...about, otherBare: false });
    expect(second.join(' ')).toContain('laid to T568B rolled over');
    expect(second.join(' ')).not.toContain('boot');
  });
});
