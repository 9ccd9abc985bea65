import '../support/no-browser';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { EntryOf } from '../../src/core/model/entry';
import type { Evidence } from '../../src/core/model/evidence';
import { GATES } from '../../src/core/bench/gates';
import { ToneBundle } from '../../src/core/survey/tone';
import { BenchSession } from '../../src/lib/bench/session.svelte';
import { ARMED_AFTER_MS } from '../../src/lib/controls/press-guard.svelte';
import { bringBack } from '../../src/lib/prove/draft';
import { ProveSession } from '../../src/lib/prove/session.svelte';
import { RoundSession } from '../../src/lib/round/session.svelte';
import { OpenJob } from '../../src/lib/job/open-job.svelte';
import { ToneSession } from '../../src/lib/trace/tone.svelte';
import { exchangedBackEntries } from '../../src/core/survey/answered';
import { TraceSession } from '../../src/lib/trace/session.svelte';
import { Device } from '../support/device';

let device: Device;
let job: OpenJob;
let close: () => void;
beforeEach(async () => {
  device = await Device.on('station');
  job = new OpenJob(await device.data());
  close = job.resume();
});
afterEach(() => {
  close();
  vi.unstubAllGlobals();
});
const link = (id: string) => job.plan.link(id)!;
const sent = () => vi.waitFor(() => expect(job.outbox.waiting).toHaveLength(0));

describe('at the bench', () => {
  const bench = (id = 'K3-01', end: 'head' | 'tail' = 'tail') => new BenchSession(job, link(id), end);
  it('gates come in order, and one set to a reminder is passed over; read-back and look stay', () => {
    const session = bench();
    session.resume();
    const seen = [session.gate];
    for (let i = 1; i < GATES.length; i++) {
      session.next();
      seen.push(session.gate);
    }
    expect(seen).toEqual([...GATES]);
    const again = bench('K3-03');
    again.remind('identify', true);
    again.remind('prep', true);
    again.remind('look', true);
    again.resume();
    expect(again.gate).toBe('lay');
    again.next();
    again.next();
    again.next();
    expect(again.gate).toBe('look');
  });
  it('a read-back asks along the legend, catches the wrong one, and is logged either way', async () => {
    const session = bench();
    session.resume();
    session.to('read-back');
    const [first, second, third] = session.wanted;
    session.tap(first!);
    session.tap(third!);
    expect(session.mismatch).not.toBeNull();
    session.tap(second!);
    expect(session.held).toHaveLength(2);
    session.takeBack();
    for (const c of session.wanted.slice(1)) session.tap(c);
    expect(session.readBack).toBe(true);
    expect(session.gate).toBe('seat');
    session.log();
    await sent();
    expect((await device.kinds('K3-01')).slice(1)).toEqual(['read-back', 'seated']);
    expect(job.statusOf('K3-01').tail).toMatchObject({ state: 'seated', readBack: true });
  });
  it('stands where it was left after a reload, and what is logged is forgotten', () => {
    const session = bench();
    session.resume();
    session.to('read-back');
    session.tap(session.wanted[0]!);
    session.setUntwist('9');
    const back = bench();
    back.resume();
    expect([back.gate, back.held, back.untwist]).toEqual(['read-back', [session.wanted[0]], '9']);
    back.log(9);
    const fresh = bench();
    fresh.resume();
    expect(fresh.gate).toBe('identify');
  });
  it('a scheme chosen after a read-back makes it count no more', async () => {
    const session = bench();
    session.resume();
    for (const c of session.wanted) session.tap(c);
    session.setScheme('T568A');
    expect(session.readBack).toBe(false);
    session.log();
    await sent();
    expect(job.statusOf('K3-01').tail.readBack).toBeUndefined();
  });
  it('what cannot be mended at the look is written down as done and refused, and begun anew', async () => {
    const session = bench();
    session.resume();
    session.to('look');
    session.toggleAmiss('Contact 4 is not down.');
    session.startAgain();
    expect(session.gate).toBe('identify');
    await sent();
    expect((await device.kinds('K3-01')).slice(1)).toEqual(['seated', 'rejected']);
    session.log();
    await sent();
    expect(job.statusOf('K3-01').tail.attempt).toBe(2);
  });
  it('a legend chosen once holds for the next jack of the kind, at the head only for its panel', () => {
    bench('K3-01').setLegend('corners');
    expect(bench('K3-04').legendId).toBe('corners');
    bench('K3-01', 'head').setLegend('line');
    expect(bench('K3-02', 'head').legendId).toBe('line');
    expect(bench('T1-09', 'head').legendId).not.toBe('line');
  });
});

describe('at prove', () => {
  /** A port that has been on screen for a while, read with a wiremap meter. */
  const prove = (id = 'K3-01', evidence: Evidence = 'wiremap') => {
    let time = 0;
    const session = new ProveSession(job, link(id), () => time);
    time = 10_000;
    session.use(evidence);
    return session;
  };
  it('logs all contacts as ordered in one go, a crossover as a crossover', async () => {
    await prove().logAllGood();
    await prove('K2-12').logAllGood();
    await sent();
    expect(job.statusOf('K3-01').tail.state).toBe('proven');
    expect(job.statusOf('K2-12').lastReading?.data.reading.walk).toBe('3 6 1 4 5 2 7 8');
  });
  it('a pass by less evidence than the job asks is provisional', async () => {
    const session = prove();
    session.use('continuity');
    await session.logAllGood();
    expect(job.statusOf('K3-01').head.state).toBe('provisional');
    const next = new ProveSession(job, link('K3-02'));
    next.resume();
    expect(next.evidence).toBe('continuity');
  });
  it('asks about nothing answering before it is a failure', async () => {
    const session = prove();
    session.pad.fill(Array.from({ length: 8 }, () => []));
    expect(session.askAboutAllOpen).toBe(true);
    await session.log();
    expect(job.statusOf('K3-01').head.state).toBe('bare');
    session.confirm('all-open');
    await session.log();
    expect(job.statusOf('K3-01').head.state).toBe('failed');
  });
  it('that this device cannot explain is a fail all the same, and is logged', async () => {
    const session = prove();
    session.pad.fill([['1'], ['2'], ['3'], [], ['5'], ['6'], ['7'], ['8']]);
    await session.diagnose();
    expect([session.unexplained, session.diagnosis, session.problem]).toEqual([true, null, '']);
    await session.log();
    await sent();
    expect(job.statusOf('K3-01').head.state).toBe('failed');
    expect(job.statusOf('K3-01').lastReading?.data.diagnosis).toBeUndefined();
  });
  it('logs a fail with the ends to be done again, never with none', async () => {
    const session = prove();
    session.pad.fill([['1'], ['2'], ['3'], [], ['5'], ['6'], ['7'], ['8']]);
    session.toggleBlame('tail');
    session.toggleBlame('head');
    expect(session.blame).toEqual(['head']);
    expect(session.distanceContacts).toEqual(['4']);
    await session.log();
    expect([job.statusOf('K3-01').head.state, job.statusOf('K3-01').tail.state]).toEqual(['failed', 'bare']);
  });
  it.each([
    ['loopOhms', '1200', '0 to 1000'],
    ['delayNs', '-4', '0 to 10000'],
    ['celsius', '200', '-40 to 90'],
    ['loopOhms', 'much', '0 to 1000'],
  ] as const)('leaves a value out that cannot be: %s %s', (what, text, says) => {
    const session = prove();
    session.setValue(what, '36', text);
    expect(session.valueProblem).toContain(says);
    session.setValue(what, '36', '5');
    expect(session.valueProblem).toBe('');
  });
  it('half a reading is no reading, and survives a reload', () => {
    const session = prove();
    for (const lamp of ['1', '2', '3'] as const) session.pad.tap(lamp);
    expect(session.measured).toBeUndefined();
    session.save();
    const back = prove();
    back.resume();
    expect(back.pad.text.startsWith('1 2 3')).toBe(true);
  });
});

describe('no false pass', () => {
  const WALK = [['1'], ['2'], ['3'], ['4'], ['5'], ['6'], ['7'], ['8']] as const;
  const at = (time: { now: number }, id = 'K3-01') => new ProveSession(job, link(id), () => time.now);
  const readings = async (id = 'K3-01') => (await device.kinds(id)).filter((k) => k === 'reading').length;

  it('is made of a split-pair fail by a reload: the reading comes back whole', () => {
    const session = at({ now: 0 });
    session.use('wiremap');
    session.pad.fill(WALK.map((c) => [...c]));
    session.splits = ['36', '45'];
    session.from = 'tail';
    expect(session.judgement?.verdict).toBe('fail');
    session.save();
    const back = at({ now: 0 });
    back.resume();
    expect([back.judgement?.verdict, back.splits, back.from]).toEqual(['fail', ['36', '45'], 'tail']);
  });
  it('is made of half a draft: one that is not whole is thrown away', () => {
    device.storage.setItem('gauntlet:reading:station:K3-01', JSON.stringify({ answers: WALK }));
    device.storage.setItem('gauntlet:pad:station:K3-01', JSON.stringify(WALK));
    const session = at({ now: 0 });
    session.use('wiremap');
    session.resume();
    expect([session.pad.answers, session.untouched]).toEqual([[], true]);
  });
  it('is made by a bounce: neither twice of one port, nor of one just shown', async () => {
    const time = { now: 0 };
    const session = at(time);
    session.use('wiremap');
    time.now = ARMED_AFTER_MS - 1;
    await session.logAllGood();
    expect(job.statusOf('K3-01').head.state).toBe('bare');
    time.now = ARMED_AFTER_MS;
    await Promise.all([session.logAllGood(), session.logAllGood(), session.log()]);
    await sent();
    expect(await readings()).toBe(1);
  });
  it('is made over a fail that is on screen, or over half a walk', async () => {
    const session = at({ now: 0 });
    session.use('wiremap');
    session.pad.fill(WALK.map((c, i) => (i === 3 ? [] : [...c])));
    await session.logAllGood();
    expect(session.pad.text).toBe('1 2 3 - 5 6 7 8');
    session.pad.fill([['1']]);
    await session.logAllGood();
    expect(session.pad.text).toBe('1');
    expect(await readings()).toBe(0);
  });
  it('is logged as looked at what nobody looked at: before it is said, nothing passes, and lamps show no splits', async () => {
    device.storage.removeItem('gauntlet:tester');
    const time = { now: 0 };
    const session = at(time);
    session.resume();
    time.now = 5000;
    await session.logAllGood();
    expect([job.tester.asking, await readings()]).toEqual([true, 0]);
    session.use('continuity');
    await session.logAllGood();
    const reading = job.statusOf('K3-01').lastReading!;
    expect([reading.evidence, reading.data.reading.splits, reading.verdict]).toEqual(['continuity', undefined, 'provisional']); // prettier-ignore
  });
  it.each([
    ['120', 'fail', ''],
    ['99.5', 'fail', ''],
    ['0.1', '', 'is the remote plugged into the main unit?'],
    ['3000', '', ''],
    ['60', '', 'is this the right cable?'],
  ])('is made of a length of %s m', async (length, verdict, question) => {
    const planned = job.plan.ordered.find((l) => l.lengthMetres && l.lengthMetres < 30 && l.head.connector === 'patch-panel')!; // prettier-ignore
    const before = job.statusOf(planned.id).entries;
    const time = { now: 0 };
    const session = at(time, planned.id);
    session.use('wiremap-length');
    session.length = length;
    time.now = 5000;
    await session.logAllGood();
    expect(job.statusOf(planned.id).entries).toBe(before);
    expect(session.judgement?.verdict ?? '').not.toBe('pass');
    if (verdict) expect(session.judgement?.verdict).toBe(verdict);
    else if (question) expect(session.askAboutLength).toContain(question);
    else expect(session.problem).toContain('cannot be');
  });
  it('by a wiremap with length is made without a length', async () => {
    const session = at({ now: 0 });
    session.use('wiremap-length');
    session.pad.fill(WALK.map((c) => [...c]));
    expect(session.judgement?.evidence).toBe('wiremap');
    session.length = '12';
    expect(session.judgement?.evidence).toBe('wiremap-length');
  });
  it('by a certifier is made without its own result, with a failing one, or with one that contradicts itself', () => {
    const session = at({ now: 0 });
    session.use('certification');
    session.pad.fill(WALK.map((c) => [...c]));
    session.length = String(job.plan.link('K3-01')!.lengthMetres ?? 20);
    expect(session.judgement?.evidence).toBe('wiremap-length');
    session.result = { says: 'fail', limit: 'TIA Cat 6A permanent link', worst: { parameter: 'NEXT', pairs: '36-45', marginDb: -1.2, atMHz: 310, end: 'head' } }; // prettier-ignore
    expect(session.judgement).toMatchObject({ verdict: 'fail', reason: expect.stringContaining('NEXT −1.2 dB, 36-45, at 310 MHz, at the head') as string }); // prettier-ignore
    session.result = { says: 'pass', limit: 'x', worst: { parameter: 'NEXT', marginDb: -1.2 } };
    expect([session.judgement, session.problem]).toEqual([null, expect.stringContaining('a pass has room to its limit')]); // prettier-ignore
    session.result = { says: 'pass*', limit: 'x', worst: { parameter: 'NEXT', marginDb: 0.3 } };
    expect(session.judgement).toMatchObject({ verdict: 'pass', star: true, evidence: 'certification' });
  });
  it('is made of a reading for another link: it says so and is not taken', () => {
    const session = at({ now: 0 });
    session.use('wiremap');
    session.resume();
    const hear = (link?: string) => (job.tester as unknown as { listener: (e: object) => void }).listener({ kind: 'reading', measured: { walk: '1 2 3 4 5 6 7 8', splits: [] }, link }); // prettier-ignore
    hear('K3-02');
    expect([session.pad.answers, session.forAnother?.link?.id]).toEqual([[], 'K3-02']);
    hear('K3-01');
    expect([session.pad.full, session.forAnother]).toEqual([true, null]);
  });
  it('is made of a reading that names no link only where it began while this link was on screen', () => {
    const session = at({ now: 0 });
    session.use('wiremap');
    session.resume();
    const says = (event: object) => (job.tester as unknown as { listener: (e: object) => void }).listener(event); // prettier-ignore
    const end = { kind: 'reading', measured: { walk: '1 2 3 4 5 6 7 8', splits: [] } };
    says(end);
    expect([session.pad.answers, session.testerSays]).toEqual([[], expect.stringContaining('began before K3-01 was on screen')]); // prettier-ignore
    says({ kind: 'begin' });
    says(end);
    expect([session.pad.full, session.testerSays]).toEqual([true, '']);
    session.readAgain();
    says(end);
    expect(session.pad.answers).toEqual([]);
  });
  it('is made of a reading by the label it names, where labels were exchanged', async () => {
    const data = await device.data();
    const called = (id: string) => ({ 'K3-01': 'K3-02', 'K3-02': 'K3-01' })[id] ?? id;
    const links = data.plan.links.map((l) => ({ ...l, label: called(l.id) }));
    const exchanged = new OpenJob({ ...data, plan: { ...data.plan, links } });
    const session = new ProveSession(exchanged, exchanged.plan.link('K3-01')!);
    session.use('wiremap');
    session.resume();
    const hear = (named: string) => (exchanged.tester as unknown as { listener: (e: object) => void }).listener({ kind: 'reading', measured: { walk: '1 2 3 4 5 6 7 8', splits: [] }, link: named }); // prettier-ignore
    hear('K3-01');
    expect([session.pad.answers, session.forAnother?.link?.id]).toEqual([[], 'K3-02']);
    hear('K3-02');
    expect([session.pad.full, session.forAnother]).toEqual([true, null]);
  });
  it('that was begun before the link was worked on passes nothing, on this sitting or the next; a fail keeps its time', async () => {
    const session = at({ now: -9999 });
    session.use('wiremap');
    session.resume();
    session.pad.fill(WALK.map((c) => [...c]));
    // As the screen does after each change.
    session.save();
    expect([session.judgement?.verdict, session.problem]).toEqual(['pass', '']);
    job.log.write('K3-01', 'redone', { action: 'redo' }, 'tail');
    const says =
      'Something was logged of K3-01 since this reading was begun: it passes nothing. Read the link again.';
    expect(session.problem).toBe(says);
    const readings = () => job.log.history({ link: 'K3-01', kind: 'reading' })!.map((r) => r.entry);
    const before = readings().length;
    await session.log();
    expect(readings()).toHaveLength(before);
    const next = at({ now: -9999 });
    next.resume();
    expect([next.pad.full, next.problem]).toEqual([true, says]);
    next.readAgain();
    next.pad.fill(WALK.map((c) => [...c]));
    next.save();
    expect(next.problem).toBe('');
    next.readAgain();
    next.pad.fill(WALK.map((c, i) => (i === 3 ? [] : [...c])));
    next.save();
    const { begun } = next as unknown as { begun: { at: string } };
    job.log.write('K3-01', 'redone', { action: 'redo' }, 'head');
    expect([next.judgement?.verdict, next.problem]).toEqual(['fail', '']);
    (next.guard as unknown as { shownAt: number }).shownAt = -99_999;
    await next.log();
    expect(readings().map((e) => e.at)).toContain(begun.at);
    expect(readings()).toHaveLength(before + 1);
  });
  it('through leads that failed against each other is made: it stays provisional', async () => {
    const [a, b] = job.plan.parts.filter((p) => p.kind === 'test lead');
    job.log.writeForJob('leads-proved', { leads: [a!.id, b!.id], walk: '1 2 3 - 5 6 7 8', ok: false });
    const session = at({ now: 0 });
    session.use('wiremap');
    for (const id of [a!.id, b!.id]) if (!session.leads.ids.includes(id)) session.leads.toggle(id);
    session.pad.fill(WALK.map((c) => [...c]));
    expect(session.judgement).toMatchObject({ verdict: 'provisional', reason: expect.stringContaining('leads failed') as string }); // prettier-ignore
  });
  it('by a plan of before a move is made of no reading: it says which plan this device goes by, unless it was brought', () => {
    const reading = { reading: { walk: '1 2 3 4 5 6 7 8', evidence: 'wiremap' as const, splits: [] } };
    const brought = { by: 'bo', at: new Date().toISOString(), file: 'f' };
    const { data } = job.log.write('K3-01', 'reading', reading) as EntryOf<'reading'>;
    expect(data.revision).toBe(job.plan.revision);
    expect(job.log.write('K3-01', 'reading', { ...reading, brought }).data).not.toHaveProperty('revision');
    job.log.write('K3-01', 'moved', { revision: job.plan.revision + 1, changed: ['port K3 1 → K3 9'] });
    const session = at({ now: 0 });
    session.use('wiremap');
    session.pad.fill(WALK.map((c) => [...c]));
    expect(session.judgement).toMatchObject({ verdict: 'provisional', reason: expect.stringContaining('moved on site, which this device had not heard of') as string }); // prettier-ignore
  });
  it('of exchanged links is made by a wire map: only exchanging and the right remote clear them', () => {
    const good = { reading: { walk: '1 2 3 4 5 6 7 8', evidence: 'wiremap' as const, splits: [] } };
    const state = () => job.statusOf('K3-01').head.state;
    job.log.write('K3-01', 'exchanged', { with: 'K3-02', remote: 3 });
    job.log.write('K3-01', 'reading', good);
    expect(state()).toBe('failed');
    job.log.write('K3-01', 'redone', { action: 'repunch', contacts: [] }, 'head');
    job.log.write('K3-01', 'reading', good);
    expect([state(), job.statusOf('K3-01').lastReading!.verdict]).toEqual(['stale', 'provisional']);
    job.log.write('K3-01', 'reading', { ...good, remote: 2 });
    expect([state(), job.statusOf('K3-01').exchanged]).toEqual(['proven', undefined]);
  });
  it('stays where it was taken back: the reading is on screen again as it was entered', async () => {
    const session = at({ now: -9999 });
    session.use('wiremap');
    session.pad.fill(WALK.map((c, i) => (i === 3 ? [] : [...c])));
    (session.guard as unknown as { shownAt: number }).shownAt = -99_999;
    await session.log();
    const entry = job.log.undo()!;
    await bringBack(job, entry);
    const again = at({ now: 0 });
    again.resume();
    expect([again.pad.text, again.blame.length > 0]).toEqual(['1 2 3 - 5 6 7 8', true]);
  });
});

describe('on a round', () => {
  /** The link asked for has been on screen for a while. */
  const armed = (session: RoundSession) =>
    ((session.guard as unknown as { shownAt: number }).shownAt = -10_000_000);
  it('has a way on and back for each trouble, and asks again what was taken back', async () => {
    const session = new RoundSession(job);
    session.remotes = 8;
    await session.make();
    session.allOut();
    job.tester.choose('continuity');
    const asked = () => session.next?.link;
    const press = (what: () => void) => {
      armed(session);
      what();
    };
    const first = asked()!;
    press(() => session.skip());
    expect(asked()).not.toBe(first);
    const second = asked()!;
    press(() => session.silent());
    expect(job.statusOf(second).head.reason).toBe('nothing answers at all');
    const third = asked()!;
    press(() => session.pass());
    expect(job.statusOf(third).lastReading!.data.reading).toMatchObject({ evidence: 'continuity' });
    expect(asked()).not.toBe(third);
    job.log.undo();
    expect(session.settled(session.round!.placed.find((p) => p.link === third)!)).toBe(false);
    const bothAnswer = () =>
      press(() => session.bothAnswer(session.round!.placed.find((p) => p.link === first)!.remote));
    const joined = [third, first].map((id) => job.statusOf(id).head);
    bothAnswer();
    job.log.undo();
    expect([third, first].map((id) => job.statusOf(id).head)).toEqual(joined);
    bothAnswer();
    for (const [one, other] of [
      [third, first],
      [first, third],
    ] as const)
      expect(job.statusOf(one).head).toMatchObject({
        state: 'failed',
        refused: {
          how: 'eye',
          why: expect.stringContaining(`both answer: joined with ${job.plan.link(other)!.label}`),
        },
      });
    const odd = asked()!;
    press(() => session.bothAnswer(null));
    expect(job.statusOf(odd).head.refused!.why).toContain(
      'not in this round both answer: joined with another',
    );
    const last = asked()!;
    press(() => session.skip());
    while (session.next && session.next.link !== last) press(() => session.stranger());
    expect(asked()).toBe(last);
    press(() => session.pass());
    expect(session.next).toBeNull();
  });
  it('takes the links that want a reading, and logs a pass with the remote that answered', async () => {
    const session = new RoundSession(job);
    const wanted = session.toRead.length;
    expect(wanted).toBeGreaterThan(3);
    await session.make();
    expect(session.plan!.rounds.flatMap((r) => r.placed)).toHaveLength(wanted);
    session.allOut();
    job.tester.choose('wiremap');
    const { link: id, remote } = session.next!;
    armed(session);
    session.pass();
    session.pass();
    expect(job.statusOf(id).lastReading?.data.remote).toBe(remote);
    const back = new RoundSession(job);
    back.resume();
    expect([back.at, back.out, back.answers.size]).toEqual([0, true, 1]);
    while (session.plan) session.nextRound();
    expect(device.storage.getItem('gauntlet:round:station')).toBeNull();
  });
  it('names the link whose remote answered instead', async () => {
    const session = new RoundSession(job);
    session.remotes = 8;
    await session.make();
    session.allOut();
    const [a, b] = session.round!.placed;
    armed(session);
    session.answered(b!.remote);
    expect(session.wrong).toEqual([{ link: a!.link, answered: b!.link }]);
    expect(job.statusOf(a!.link)).toMatchObject({
      exchanged: { with: b!.link },
      head: { reason: 'exchanged with another link' },
    });
    expect(session.next!.link).not.toBe(a!.link);
    // What is taken back is asked again, and said no more.
    job.log.undo();
    expect([session.next!.link, session.wrong]).toEqual([a!.link, []]);
    armed(session);
    session.answered(b!.remote);
    expect(session.settled(a!)).toBe(true);
    // So are two that were exchanged back.
    for (const e of [a!, b!].flatMap(({ link }) =>
      exchangedBackEntries({ link, with: 'x', status: job.statusOf(link) }),
    ))
      // prettier-ignore
      job.log.write(e.link, e.kind, e.data, e.end);
    expect([session.next!.link, session.wrong, session.settled(b!)]).toEqual([a!.link, [], false]);
    armed(session);
    session.stranger();
    expect(session.settled(a!)).toBe(true);
    // One that answered elsewhere is asked again where somebody comes for it.
    vi.setSystemTime(Date.now() + 1000);
    session.onlyFor([a!.link]);
    expect(session.settled(a!)).toBe(false);
    vi.useRealTimers();
  });
  it('puts a plan away that it cannot use any more', () => {
    device.storage.setItem('gauntlet:round:station', JSON.stringify({ plan: { rounds: [] }, at: 0 }));
    const session = new RoundSession(job);
    session.resume();
    expect(session.plan).toBeNull();
    device.storage.setItem('gauntlet:round:station', '{');
    session.resume();
    expect(device.storage.getItem('gauntlet:round:station')).toBeNull();
  });
});

describe('on a trace', () => {
  const begin = async (remotes = '1-4') => {
    const session = new TraceSession(job);
    session.remotes = remotes;
    await session.make();
    return session;
  };
  it('asks for what it needs, one sentence each', async () => {
    for (const [remotes, loose, says] of [
      ['1,1', '', 'twice'],
      ['', '', 'Write the numbers'],
      ['1-4', 'many', 'Count the loose cables'],
      ['1-4', '0', 'Count the loose cables'],
    ]) {
      const session = new TraceSession(job);
      session.remotes = remotes!;
      session.looseText = loose!;
      await session.make();
      expect(session.problem).toContain(says);
      expect(session.plan).toBeNull();
    }
  });
  it('traces by the simulated unit to the end: all but the bridged pair known, the open inferred', async () => {
    const session = await begin();
    const loose = session.loose;
    for (let round = 0; !session.finished && round < 20; round++) {
      session.allOut();
      while (session.cable !== null && !session.finished) session.simulate();
      if (!session.finished) session.close();
    }
    expect(session.counted).toEqual({ known: loose - 3, inferred: 1, bridged: 2, silent: 0, waiting: 0 });
    await sent();
    const traced = session.links.map((id) => job.statusOf(id).traced?.is).sort();
    expect(traced.filter((is) => is === 'known')).toHaveLength(loose - 3);
    expect(traced).toContain('inferred');
    // What is known is loose no more.
    session.end();
    expect(new TraceSession(job).unknown).toHaveLength(2);
  });
  it('writes a cable down once, and again when a second one answers the same number', async () => {
    const session = await begin();
    session.allOut();
    const id = session.round!.placed[0]!.link;
    const remote = session.round!.placed[0]!.remote;
    session.answer([remote]);
    expect(job.statusOf(id).traced).toMatchObject({ is: 'known', cable: 1 });
    expect(session.lastSays).toMatchObject({ cable: 1, good: true });
    session.answer([remote]);
    expect(job.statusOf(id).traced).toMatchObject({ is: 'bridged' });
    expect(session.lastSays?.good).toBe(false);
    session.takeBack();
    expect(job.statusOf(id).traced).toMatchObject({ is: 'known', cable: 1 });
    await sent();
    // What the answer told is taken back with it: it joins nothing any more.
    expect((await device.kinds(id)).filter((k) => k === 'traced' || k === 'void')).toEqual(['traced', 'traced', 'void']); // prettier-ignore
    expect(job.statusOf(id).joined).toBeUndefined();
  });
  it('tells that two cables are apart only where the remotes of both were out', async () => {
    const session = await begin();
    session.allOut();
    const [one, other] = session.round!.placed;
    session.answer([one!.remote, other!.remote]);
    expect(job.statusOf(one!.link).joined).toMatchObject({ with: [other!.link], mended: false });
    // Another cable that answers one of them says nothing of those two being apart.
    session.answer([one!.remote]);
    const said = job.statusOf(one!.link).entries;
    session.chosen = 2;
    session.answer([one!.remote]);
    expect(job.statusOf(one!.link)).toMatchObject({ entries: said, joined: { with: [other!.link] } });
    session.chosen = 2;
    session.answer([]);
    // They are parted, and tried again with the remotes where they were.
    session.chosen = 1;
    session.answer([one!.remote]);
    expect(job.statusOf(one!.link)).toMatchObject({ traced: { is: 'known', silent: [other!.link] } });
    expect(job.statusOf(one!.link).joined).toBeUndefined();
    await sent();
  });
  it('leaves standing what another trace found joined, until its own cable is tried again', async () => {
    const session = await begin();
    const another = await begin();
    session.allOut();
    another.allOut();
    const [one, other] = session.round!.placed;
    session.answer([one!.remote]);
    another.answer([one!.remote, other!.remote]);
    const joined = { with: [other!.link], mended: false };
    expect(job.statusOf(one!.link).joined).toMatchObject(joined);
    // An older answer does not part them, and what is taken back is none of the other trace's.
    session.answer([]);
    session.takeBack();
    session.join(session.trace!.id);
    for (const link of [one!.link, other!.link])
      expect(job.statusOf(link)).toMatchObject({ traced: { is: 'bridged' }, joined: { mended: false } });
    session.chosen = 1;
    session.answer([one!.remote]);
    expect(job.statusOf(one!.link)).toMatchObject({ traced: { is: 'known', silent: [other!.link] } });
    expect(job.statusOf(one!.link).joined).toBeUndefined();
    session.takeBack();
    expect(job.statusOf(one!.link).joined).toMatchObject(joined);
    await sent();
  });
  it('leaves standing what another trace knows, though a round of its own is yet to come', async () => {
    const session = await begin('1');
    const another = await begin('1-4');
    another.allOut();
    const later = another.round!.placed.find((p) => p.link !== session.round!.placed[0]!.link)!;
    another.answer([later.remote]);
    session.allOut();
    session.answer([]);
    session.takeBack();
    expect(job.statusOf(later.link).traced).toMatchObject({ is: 'known', cable: 1 });
    await sent();
  });
  it('takes the proof of a link that was seated meanwhile, once another cable answers its remote', async () => {
    const session = await begin();
    session.allOut();
    const one = session.round!.placed[0]!;
    const other = session.round!.placed[1]!;
    session.answer([one.remote]);
    for (const end of ['head', 'tail'] as const)
      job.log.write(one.link, 'seated', { connector: job.plan.link(one.link)![end].connector, scheme: 'T568B' }, end); // prettier-ignore
    job.log.write(one.link, 'reading', { reading: { evidence: 'wiremap-length', walk: '12345678', splits: [], lengthMetres: 20 }, confirmed: ['length'] }); // prettier-ignore
    expect(job.statusOf(one.link).head.state).toBe('proven');
    session.answer([one.remote, other.remote]);
    expect(job.statusOf(one.link)).toMatchObject({
      head: { state: 'provisional' },
      joined: { mended: false },
    });
    session.takeBack();
    expect(job.statusOf(one.link)).toMatchObject({ head: { state: 'proven' }, traced: { is: 'known' } });
    expect(job.statusOf(one.link).joined).toBeUndefined();
    session.answer([one.remote, other.remote]);
    expect(job.statusOf(one.link).head.state).toBe('provisional');
    const said = job.statusOf(one.link).entries;
    // What is tried after that is none of its business.
    session.answer([]);
    expect(job.statusOf(one.link).entries).toBe(said);
    await sent();
  });
  it('stops and goes on on the same device', async () => {
    const session = await begin('2, 5');
    session.allOut();
    session.answer([]);
    const back = new TraceSession(job);
    back.resume();
    expect([back.out, back.cable, back.plan!.rounds[0]!.placed.map((p) => p.remote)]).toEqual([
      true,
      2,
      [2, 5],
    ]);
    expect(back.words(1).is).toBe('silent so far');
  });
});

describe('by tone', () => {
  it('compares each cable with the one before, and is sure in the end', () => {
    const session = new ToneSession(job);
    session.begin('k3-06', '16', 'round');
    expect(session.problem).toBe('');
    const bundle = new ToneBundle('round', 16);
    const TONED = 11;
    session.put(session.next!);
    for (let tries = 0; session.found === null && tries < 30; tries++) {
      const before = session.last!;
      session.put(session.next!);
      const d = bundle.level(session.at!, TONED) - bundle.level(before, TONED);
      session.hear(d > 1 ? 'louder' : d < -1 ? 'fainter' : 'same');
    }
    expect(session.found).toBe(TONED);
    session.keep(TONED);
    // By the tone alone it is inferred: bare copper, a remote or a reading makes it known.
    expect(job.statusOf('K3-06').traced).toMatchObject({ is: 'inferred', by: 'tone', cable: TONED });
    expect(session.n).toBe(0);
  });
  it('takes the last answer back, and goes on after a reload', () => {
    const session = new ToneSession(job);
    session.begin('K3-06', '5', 'combed');
    session.put(3);
    session.hear('louder');
    expect(session.heard).toHaveLength(0);
    session.put(4);
    session.hear('louder');
    session.bare(false);
    const back = new ToneSession(job);
    back.resume();
    expect([back.last, back.heard.length]).toEqual([4, 2]);
    back.back();
    back.back();
    expect([back.last, back.heard.length]).toEqual([3, 0]);
  });
  it('refuses a link that is not there and a bundle that is none', () => {
    const session = new ToneSession(job);
    session.begin('Z9', '5', 'combed');
    expect(session.problem).toContain('no link "Z9"');
    session.begin('K3-06', '1', 'combed');
    expect(session.problem).toContain('2 to 200');
    expect(session.simulated()).toBeNull();
  });
});
