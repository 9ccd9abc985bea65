import { reworkWalk } from '../survey/rework-walk';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import type { Entry, JobEntry, LogEntry } from '../model/entry';
import { HISTORY_COLUMNS, historyCsv } from '../formats/history-csv';
import { jobFileSchema, type Link } from '../model/job';
import { entryWords } from './entry-words';
import { cutBackMm } from './cut-back';
import { wantsRemote } from './next';
import { endsToMake, inRework, nextWork, reworkEnd, wantsExchange } from './rework';
import { mayPunch, MOST_PUNCHES, redoTakes, slackLeft } from './slack';
import { foldLink } from './state';
import { resolve } from './effective';
import { project } from './projection';
import { toolStatuses, toolUse, wantsAsking } from './tools';

const file = jobFileSchema.parse(demo);
const { policy } = file.job;
const terms = { policy, parts: file.parts };
const link = (id: string): Link => file.links.find((l) => l.id === id)!;
let n = 0;
const at = (minutes: number) => new Date(Date.UTC(2026, 4, 4, 8, minutes)).toISOString();
const entry = (
  kind: Entry['kind'],
  data: object,
  end?: string,
  more: { by?: string; minutes?: number } = {},
) =>
  ({
    id: `e${String(++n).padStart(6, '0')}`,
    job: 'j',
    link: 'K1-17',
    kind,
    at: at(more.minutes ?? n),
    by: more.by ?? 'bo',
    data,
    ...(end ? { end } : {}),
  }) as unknown as Entry;
const plug = { connector: 'closed-plug', scheme: 'T568B' };
const redo = (end: string, more = {}) => entry('redone', { action: 'redo', ...plug }, end, more);
const seat = (end: string, more = {}) => entry('seated', plug, end, more);

describe('what a redo takes', () => {
  const k = link('K1-17');
  const takes = (entries: Entry[], end: 'head' | 'tail', contacts: ('4' | '5')[]) =>
    redoTakes(foldLink(k, terms, entries), k, policy, end, contacts);
  it('is a punch at a jack whose contacts are known, with no cable', () => {
    expect(takes([seat('head')], 'head', ['4'])).toEqual({ way: 'repunch', minutes: 1.3, cableMm: 0 });
  });
  it('is the whole end at a plug, or where no contact is named, or where the slot was punched three times', () => {
    expect(takes([seat('tail')], 'tail', ['4'])).toEqual({ way: 'redo', minutes: 4, cableMm: 50 });
    expect(takes([seat('head')], 'head', []).way).toBe('redo');
    const punch = () => entry('redone', { action: 'repunch', contacts: ['4'] }, 'head');
    expect(takes([seat('head'), punch(), punch(), punch()], 'head', ['4']).way).toBe('redo');
    expect(takes([seat('head'), punch(), punch(), punch()], 'head', ['5']).way).toBe('repunch');
  });
});

describe('ends to be made', () => {
  const of = (...entries: Entry[]) => endsToMake(foldLink(link('K1-17'), terms, entries));
  const both = () => [seat('head'), seat('tail')];
  it('are those that nobody made and those that failed, but none of a link that is exchanged', () => {
    expect(of()).toEqual(['head', 'tail']);
    expect(of(seat('head'))).toEqual(['tail']);
    expect(of(...both())).toEqual([]);
    expect(of(...both(), entry('rejected', { reason: 'x' }, 'tail'))).toEqual(['tail']);
    const exchanged = entry('exchanged', { with: 'K1-02' });
    expect(of(...both(), exchanged)).toEqual([]);
    expect(wantsExchange(foldLink(link('K1-17'), terms, [exchanged, redo('head')]))).toBe(false);
  });
});

describe('what a link in rework wants next', () => {
  const k = link('K1-17');
  const made = [seat('head'), seat('tail')];
  const next = (...entries: Entry[]) => nextWork(foldLink(k, terms, [...made, ...entries]), k, policy);
  const mistake = (where: string) => ({ kind: 'open', where, contacts: ['4'] });
  const bad = (blame: string[], ...at: string[]) =>
    entry('reading', { reading: { walk: '123-5678' }, blame, diagnosis: { mistakes: at.map(mistake), probability: 0.5, remedy: 'x', looked: [] } }); // prettier-ignore
  const both = ['head', 'tail'];
  it('is the end at which it lies, and a reading once that was done', () => {
    expect(next(bad(both))).toBe('head');
    expect(next(bad(both, 'tail'))).toBe('tail');
    expect(next(bad(both, 'tail'), redo('tail'))).toBe('reading');
    expect(next(bad(['tail'], 'tail'), redo('tail'))).toBe('reading');
    // Of a coin flip one end is done, and it is read before the other is cut.
    expect(next(bad(both), redo('head'))).toBe('reading');
    expect(next(bad(both, 'head', 'tail'), redo('head'))).toBe('tail');
    expect(next(bad(both), redo('head'), entry('rejected', { reason: 'nicked' }, 'tail'))).toBe('tail');
    expect(next(bad(both), redo('head'), bad(both))).toBe('head');
  });
  it('is another cable where that is broken or an end is too short for one more cut', () => {
    expect(next(bad(both, 'cable'))).toBe('re-pull');
    const short = { ...k, tail: { ...k.tail, slackMm: 10 } };
    expect(nextWork(foldLink(short, terms, [...made, bad(['tail'])]), short, policy)).toBe('re-pull'); // prettier-ignore
  });
  it('is a round where it answered with a remote of elsewhere, until a fail is read of it', () => {
    const elsewhere = entry('rejected', { reason: 'answers elsewhere', answered: true }, 'head');
    const status = (...entries: Entry[]) => foldLink(k, terms, [...made, elsewhere, ...entries]);
    expect(next(elsewhere)).toBe('round');
    expect(endsToMake(status())).toEqual([]);
    expect(wantsRemote(status())).toBe(true);
    expect(next(elsewhere, bad(['head']))).toBe('head');
    expect(endsToMake(status(bad(both)))).toEqual(both);
    expect(wantsRemote(status(bad(['tail'])))).toBe(false);
    // Where an end is refused by eye besides, that is put right first.
    expect(next(elsewhere, entry('rejected', { reason: 'nicked' }, 'tail'))).toBe('tail');
  });
  it('is no cut where links are exchanged, and a round where only a remote can tell', () => {
    const exchanged = entry('exchanged', { with: 'K1-02' });
    expect(next(bad(both, 'tail'), exchanged)).toBe('exchange');
    expect(next(exchanged, entry('redone', { action: 'repunch', contacts: [] }, 'head'))).toBe('round');
    const joined = entry('rejected', { reason: 'x', joined: ['K1-02'] }, 'head');
    expect(next(joined)).toBe('head');
    expect(next(joined, entry('redone', { action: 'repunch', contacts: [] }, 'head'))).toBe('round');
  });
});

describe('slack', () => {
  const l: Link = { ...link('K1-17'), tail: { ...link('K1-17').tail, slackMm: 120 } };
  const left = (entries: Entry[]) => slackLeft(foldLink(l, terms, entries), l, policy, 'tail');
  it('loses 50 mm with a plug that is cut off (common practice, no source), nothing with the first one', () => {
    expect(cutBackMm('closed-plug')).toBe(50);
    expect(left([seat('tail')])).toMatchObject({ leftMm: 120, redosLeft: 2, mustRepull: false });
    expect(left([seat('tail'), redo('tail')])).toMatchObject({ leftMm: 70, redosLeft: 1 });
  });
  it('says before the cut that it would not do, and after it that more went than was there', () => {
    const two = [seat('tail'), redo('tail'), redo('tail')];
    expect(left(two)).toMatchObject({ leftMm: 20, mustRepull: true, overdrawn: false });
    expect(left([...two, redo('tail')])).toMatchObject({ mustRepull: true, overdrawn: true });
  });
  it('takes nothing for a re-punch, and starts over with a re-pull', () => {
    const punch = () => entry('redone', { action: 'repunch', contacts: ['4'] }, 'tail');
    expect(left([seat('tail'), punch()])).toMatchObject({ leftMm: 120 });
    expect(left([seat('tail'), redo('tail'), entry('repulled', {})])).toMatchObject({ leftMm: 120 });
  });
  it('lets a slot be punched three times and no more, until the connector is new', () => {
    const punch = () => entry('redone', { action: 'repunch', contacts: ['4'] }, 'tail');
    const punched = (times: number) => [seat('tail'), ...Array.from({ length: times }, punch)];
    const may = (entries: Entry[]) => mayPunch(foldLink(l, terms, entries), 'tail', ['4']);
    expect(may(punched(MOST_PUNCHES - 1))).toBe(true);
    expect(may(punched(MOST_PUNCHES))).toBe(false);
    expect(may([...punched(MOST_PUNCHES), redo('tail')])).toBe(true);
  });
  it('of a cord is a tenth of its length, taken from by both ends: a cord only gets shorter', () => {
    const cord: Link = { ...link('K1-17'), cord: { batch: 'b', number: 1 }, lengthMetres: 1 };
    const left = (entries: Entry[]) => slackLeft(foldLink(cord, terms, entries), cord, policy, 'tail');
    expect(left([seat('head'), seat('tail')])).toMatchObject({ leftMm: 100, redosLeft: 2 });
    expect(left([seat('head'), seat('tail'), redo('head')])).toMatchObject({ leftMm: 50, redosLeft: 1 });
    expect(left([seat('head'), seat('tail'), redo('head'), redo('tail')])).toMatchObject({
      leftMm: 0,
      mustRepull: true,
    });
  });
  it('never goes below nought unseen (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('redo', 'punch', 'seat', 'pull'), { maxLength: 12 }), (kinds) => {
        const entries = kinds.map(
          (k) =>
          k === 'redo' ? redo('tail') : k === 'seat' ? seat('tail') : k === 'pull' ? entry('repulled', {}) : entry('redone', { action: 'repunch', contacts: ['1'] }, 'tail'), // prettier-ignore
        );
        for (let i = 0; i <= entries.length; i++) {
          const s = left(entries.slice(0, i));
          expect(s.overdrawn).toBe(s.leftMm < 0);
          if (s.leftMm < s.takesMm) expect(s.mustRepull).toBe(true);
        }
      }),
    );
  });
});

describe('two at the same end', () => {
  const twice = (entries: Entry[]) => foldLink(link('K1-17'), terms, entries).tail.loggedTwice;
  it('keeps both entries and says by whom, whichever arrives first', () => {
    const [a, b] = [seat('tail', { by: 'bo', minutes: 10 }), seat('tail', { by: 'una', minutes: 12 })];
    expect(twice([a, b])).toEqual(['bo', 'una']);
    expect(twice([b, a])).toEqual(['bo', 'una']);
    expect(foldLink(link('K1-17'), terms, [a, b]).entries).toBe(2);
  });
  it('is no matter hours later, by the same person, or after a proof', () => {
    expect(twice([seat('tail', { minutes: 0 }), redo('tail', { by: 'una', minutes: 50 })])).toBeUndefined();
    expect(twice([seat('tail', { minutes: 0 }), redo('tail', { minutes: 2 })])).toBeUndefined();
    const pass = entry('reading', { reading: { walk: '12345678', splits: [] } }, undefined, { minutes: 14 });
    expect(
      twice([seat('tail', { minutes: 10 }), seat('tail', { by: 'una', minutes: 12 }), pass]),
    ).toBeUndefined();
  });
});

describe('the walk through the rework', () => {
  const statuses = new Map(
    file.links.map((l) => [l.id, foldLink(l, terms, file.entries.filter((e): e is Entry => 'link' in e && e.link === l.id))]),
  ); // prettier-ignore
  const spaceOf = (l: Link, end: 'head' | 'tail') =>
    file.spaces.find((s) =>
      end === 'head'
        ? s.id === file.panels.find((p) => p.id === l.head.panel)!.space
        : s.id === file.outlets.find((o) => o.id === l.tail.outlet)!.space,
    )!;
  it('visits every place with work once, and every link in rework', () => {
    const { stops, metres } = reworkWalk(file.links, (l) => statuses.get(l.id)!, spaceOf, file.spaces[0]!);
    expect(new Set(stops.map((s) => s.space!.id)).size).toBe(stops.length);
    expect(stops.flatMap((s) => s.links.map((l) => l.id)).sort()).toEqual(
      file.links.filter((l) => inRework(statuses.get(l.id)!)).map((l) => l.id).sort(),
    ); // prettier-ignore
    expect(metres).toBeGreaterThan(0);
  });
  it('goes to the end that failed, and to the end that was done again', () => {
    expect(reworkEnd(statuses.get('K1-05')!)).toBe('tail');
    expect(reworkEnd(statuses.get('K1-07')!)).toBe('head');
    expect(reworkEnd(statuses.get('K1-13')!)).toBe('tail');
  });
});

describe('tools', () => {
  const parts = [{ id: 'p', name: 'Punch tool', kind: 'punch tool' }];
  const done = (k: number) =>
    Array.from({ length: k }, () => entry('seated', { ...plug, parts: ['p'] }, 'head'));
  const tool = (did: string) => ({ id: `t${++n}`, job: 'j', kind: 'tool', at: at(n), by: 'bo', data: { part: 'p', did } }) as JobEntry; // prettier-ignore
  const of = (entries: LogEntry[]) => toolStatuses(parts, project(toolUse, entries))[0]!;
  it('counts what each was used for, and anew with a new blade', () => {
    expect(of([...done(5), tool('blade-changed'), ...done(2)])).toMatchObject({ used: 7, sinceBlade: 2 });
  });
  it('asks seldom whether it cuts clean', () => {
    expect(wantsAsking(of(done(1)))).toBe(true);
    expect(wantsAsking(of([tool('clean-cut'), ...done(23)]))).toBe(false);
    expect(wantsAsking(of([tool('clean-cut'), ...done(24)]))).toBe(true);
  });
  it('forgets what was taken back, and puts by what is put by', () => {
    const first = done(1)[0]!;
    expect(of([first, entry('void', { entry: first.id, reason: 'x' })]).used).toBe(0);
    expect(of([tool('put-by')]).putBy).toBe(true);
  });
});

describe('history', () => {
  it('has words for every entry of the demo', () => {
    for (const e of file.entries)
      expect(entryWords(e, 'link' in e && e.link ? link(e.link) : undefined, terms)).not.toBe('');
  });
  it('names people, and tells a reading by the length its cable was pulled at', () => {
    const crew = [{ id: 'bo', name: 'Bo Tarn' }];
    expect(entryWords(entry('assigned', { to: 'bo' }), link('K1-20'), { ...terms, crew })).toBe(
      'given to Bo Tarn',
    );
    const read = entry('reading', { reading: { walk: '1 2 3 4 5 6 7 8', splits: [], evidence: 'wiremap-length', lengthMetres: 60 } }); // prettier-ignore
    const told = (lengthMetres: number) => entryWords(read, { ...link('K1-20'), lengthMetres, lengthErrorMetres: 1 }, terms); // prettier-ignore
    expect(told(60)).not.toBe(told(20));
  });
  it('calls another link what it is called now, and not by the id that may be the name of a third', () => {
    const links = [{ id: 'K1-02', label: 'K1-03' }, { id: 'K1-03', label: 'K1-02' }];
    const says = (kind: Entry['kind'], data: object, more = {}) => entryWords(entry(kind, data), link('K1-17'), { ...terms, ...more }); // prettier-ignore
    for (const [kind, data] of [['exchanged', { with: 'K1-02', remote: 2 }], ['exchanged', { with: 'K1-02', byOther: true }], ['traced', { is: 'bridged', by: 'remote', with: ['K1-02'] }]] as const) {
      expect(says(kind, data, { links })).toContain('K1-03');
      expect(says(kind, data, { links })).not.toContain('K1-02');
      expect(says(kind, data)).toContain('K1-02');
    }
  }); // prettier-ignore
  it('is CSV with one row an entry, no formula among them, what was taken back marked', () => {
    const seated = seat('tail');
    const evil = entry('note', { text: '=HYPERLINK("x")' });
    const csv = historyCsv(
      resolve([seated, evil, entry('void', { entry: seated.id, reason: 'a, "b"' })]),
      () => link('K1-17'),
      (id) => id,
      terms,
    );
    const rows = csv.trimEnd().split('\r\n');
    expect(rows[0]).toBe(HISTORY_COLUMNS.join(','));
    expect(rows).toHaveLength(4);
    expect(rows[1]!.endsWith(',yes')).toBe(true);
    expect(csv).toContain(`"'=HYPERLINK(""x"")"`);
    expect(csv).toContain('"took an entry back: a, ""b"""');
  });
});
