import ExcelJS from 'exceljs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { recordOf } from '../../src/core/handover/record';
import { asksWords, examOf } from '../../src/core/drill/exam';
import { examPdf } from '../../src/lib/server/drill-pdf';
import { snags, snagsCsv, snagsOf, workSheets } from '../../src/core/handover/sheets';
import { foldLink } from '../../src/core/log/state';
import { planOfFile } from '../../src/core/plan/invariants';
import { snagsPdf, workSheetsPdf } from '../../src/lib/server/handover/sheets-pdf';
import { verify } from '../../src/core/handover/verify';
import type { JobFile } from '../../src/core/model/job';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { INKS } from '../../src/lib/server/handover/loom-drawing';
import { wrongCopper } from '../../src/lib/server/handover/wrong-copper';
import Papa from 'papaparse';
import { openPointsCsv, recordCsv } from '../../src/core/handover/link-table';
import { recordPdf } from '../../src/lib/server/handover/record-pdf';
import { recordXlsx } from '../../src/lib/server/handover/record-xlsx';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { handOver, handoverState } from '../../src/lib/server/jobs/handover';
import { writersOf } from '../../src/lib/server/jobs/writers';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { exportJob } from '../../src/lib/server/jobs/job-file';
import { demo } from '../support/job';

const AT = '2026-05-08T16:00:00Z';

/** A PDF read back: its pages of text with where each piece lies, its outline, its fonts. */
async function read(pdf: Buffer) {
  const doc = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: false }).promise;
  const pages = [];
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n);
    const [, , width, height] = page.view;
    const { items } = await page.getTextContent();
    pages.push({
      width: width!,
      height: height!,
      pieces: items.flatMap((i) => ('str' in i && i.str.trim() ? [{ text: i.str, x: i.transform[4] as number, y: i.transform[5] as number, width: i.width }] : [])), // prettier-ignore
    });
  }
  const outline = ((await doc.getOutline()) ?? []).map((o) => o.title);
  const text = pages.flatMap((p) => p.pieces.map((i) => i.text)).join(' ');
  return { pages, outline, text, tagged: ((await doc.getMarkInfo()) as { Marked?: boolean } | null)?.Marked };
}

describe('the as-built record', () => {
  it('as a PDF is searched, outlined and tagged, with nothing off its pages', async () => {
    const record = recordOf(demo(), AT);
    const { pages, outline, text, tagged } = await read(await recordPdf(record, null));
    for (const title of ['What was asked', 'Summary', 'Open points and exceptions', 'Port map', 'How this record is checked'])
      expect(outline).toContain(title); // prettier-ignore
    for (const l of record.links) expect(text).toContain(l.identifier);
    expect(text).toContain(`${record.summary.pass} pass`);
    expect(text).toContain('Local codes and licensed practice come');
    expect(tagged).toBe(true);
    for (const p of pages)
      for (const i of p.pieces) {
        expect(i.x).toBeGreaterThanOrEqual(40);
        expect(i.x + i.width, i.text).toBeLessThanOrEqual(p.width - 40);
        expect(i.y).toBeGreaterThan(20);
        expect(i.y).toBeLessThan(p.height - 20);
      }
  });
  it('has its fonts in it, and prints Greek and Cyrillic names; others in Latin letters', async () => {
    const file = demo();
    file.job.name = 'Приёмная Ωμέγα 会議室';
    const pdf = await recordPdf(recordOf(file, AT), null);
    const { text } = await read(pdf);
    expect(text).toContain('Приёмная');
    expect(text).toContain('Ωμέγα');
    expect(text).toMatch(/HuiYiShi/i);
    // Every font that is named is in the file.
    const raw = pdf.toString('latin1');
    expect((raw.match(/\/FontFile[23]?\b/g) ?? []).length).toBeGreaterThan(2);
    expect(raw).not.toMatch(/\/BaseFont \/(Helvetica|Times|Courier)/);
  });
  it('of a job with nothing proven says so, and of one with a signature draws it', async () => {
    const file = { ...demo(), entries: [] };
    const record = recordOf(file, AT);
    expect(record.summary).toMatchObject({ pass: 0, none: record.links.length });
    const handed = { id: 'h', job: file.job.id, at: AT, by: 'una', kind: 'handed-over', data: { count: 0, root: record.log.root, revision: 0, open: 3, client: 'I. Rask', signature: 'M10 10 L50 60 L90 20 L130 70 L170 30', refused: [] } } as never; // prettier-ignore
    const { text } = await read(await recordPdf(record, handed));
    expect(text).toContain('I. Rask');
    expect(text).toContain('3 open points');
  });
  it('draws the copper of what failed: as it was found where it was, as it most likely was where not', async () => {
    const record = recordOf(demo(), AT);
    const copper = await wrongCopper(record);
    const drawable = record.links.filter((l) => l.story.some((s) => /fail by/.test(s.says)) && !/^coax/.test(l.head.connector)); // prettier-ignore
    expect(drawable.length).toBeGreaterThan(5);
    for (const l of drawable) expect(copper.get(l.id)?.length, l.identifier).toBeGreaterThan(0);
    // What was written down as found is what is drawn: K1-03 had a missed punch at contact 6 of its head.
    const [k103] = copper.get(record.links.find((l) => l.identifier === 'K1-03')!.id)!;
    expect([k103!.found, k103!.copper.head.open, k103!.copper.tail.open]).toEqual([true, ['6'], []]);
    expect([...copper.values()].flat().some((c) => !c.found)).toBe(true);
    const { text, pages } = await read(await recordPdf(record, null, { copper, pictures: new Map() }));
    expect(text).toContain('As it was found, read');
    expect(text).toContain('What it most likely was, read');
    expect(text).toContain('×6');
    expect(pages.length).toBeGreaterThan(8);
  }, 60_000);
  it('draws its floors to scale with the walk from each closet, and close-ups as they were taken', async () => {
    const record = recordOf(demo(), AT);
    const told = record.links.find((l) => l.story.length)!;
    const png = readFileSync(new URL('../../docs/screenshots/rack.png', import.meta.url));
    const picture = { bytes: png, width: 1280, height: 800, alt: 'Close-up' };
    const pdf = await recordPdf(record, null, { copper: new Map(), pictures: new Map([[told.id, [picture, picture, picture, picture]]]) }); // prettier-ignore
    const { text, outline } = await read(pdf);
    expect(outline).toContain('Where it is');
    for (const s of record.file.spaces) expect(text).toContain(s.name);
    // The demo has no corridors: every walk is reckoned straight, and says so.
    expect(text).toMatch(/On foot from Low closet:.* \d+ m, straight/);
    expect((pdf.toString('latin1').match(/\/Subtype \/Image/g) ?? []).length).toBeGreaterThan(0);
  });
  it('has the inks of the style sheet', () => {
    const css = readFileSync(new URL('../../src/app.css', import.meta.url), 'utf8');
    for (const [token, ink] of Object.entries(INKS)) expect(css).toContain(`${token}: ${ink};`);
  });
  it('as a workbook has a sheet for every panel, and sums that are the record’s', async () => {
    const file = demo();
    file.links[0]!.label = '=1+1';
    const record = recordOf(file, AT);
    const book = new ExcelJS.Workbook();
    await book.xlsx.load((await recordXlsx(record)).buffer);
    const panels = new Set(record.links.map((l) => l.head.on.replace(/, port \d+$/, '')));
    expect(book.worksheets.length).toBe(panels.size + 2);
    const rows = book.worksheets.slice(1, -1).flatMap((s) => s.getSheetValues().slice(2) as unknown[][]);
    expect(rows.length).toBe(record.links.length);
    expect(rows.filter((r) => r[16] === 'pass').length).toBe(record.summary.pass);
    expect(rows.some((r) => r[1] === "'=1+1")).toBe(true);
  });
  it('as CSV has a row for every link and for every open point, with the sums of the record, and no formula', () => {
    const file = demo();
    file.links[0]!.label = '=1+1';
    const record = recordOf(file, AT);
    const rowsOf = (text: string) => Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true }).data; // prettier-ignore
    const rows = rowsOf(recordCsv(record));
    expect(rows).toHaveLength(record.links.length);
    for (const result of ['pass', 'provisional', 'fail', 'none'] as const)
      expect(rows.filter((r) => r.result === result)).toHaveLength(record.summary[result]);
    expect(rows.map((r) => r.identifier)).toContain("'=1+1");
    expect(rowsOf(openPointsCsv(record))).toHaveLength(record.open.length);
  });
  it('of 1,000 links is made, in slices, and stays small', async () => {
    const file = demo();
    const [link] = file.links;
    file.links = Array.from({ length: 1000 }, (_, i) => ({ ...link!, id: `L${i}`, label: `L-${i}`, head: { connector: 'patch-panel' as const, space: link!.tail.space ?? file.spaces[0]!.id }, tail: { connector: 'punch-down-jack' as const, space: file.spaces[0]!.id } })); // prettier-ignore
    file.entries = [];
    let between = 0;
    let going = true;
    const tick = () => setImmediate(() => going && (between++, tick()));
    tick();
    const pdf = await recordPdf(recordOf(file, AT), null);
    going = false;
    expect(between).toBeGreaterThan(10);
    expect(pdf.length).toBeLessThan(20_000_000);
    expect((await read(pdf)).text).toContain('L-999');
  }, 60_000);
});

describe('sheets for those who stay on paper', () => {
  const file = demo();
  const plan = planOfFile(file);
  const states = new Map(plan.links.map((l) => [l.id, foldLink(l, { policy: plan.policy, parts: plan.parts }, file.entries.filter((e) => 'link' in e && e.link === l.id) as never)])); // prettier-ignore
  it('name every end that is not proven once, by place, closets of a floor before its rooms', async () => {
    const sheets = workSheets(plan, (l) => states.get(l.id)!);
    const left = plan.links.reduce((n, l) => n + (['head', 'tail'] as const).filter((e) => states.get(l.id)![e].state !== 'proven').length, 0); // prettier-ignore
    expect(sheets.reduce((n, s) => n + s.rows.length, 0)).toBe(left);
    const floors = sheets.map((s) => s.floor!);
    expect(floors).toEqual([...floors].sort((a, b) => a - b));
    const { text, pages, outline } = await read(await workSheetsPdf(plan, sheets, AT));
    expect(outline).toHaveLength(sheets.length);
    expect(pages.length).toBeGreaterThanOrEqual(sheets.length);
    for (const s of sheets) for (const r of s.rows) expect(text).toContain(r.label);
  });
  it('list what is to be done again with what to take along, as CSV too', async () => {
    const list = snags(plan, (l) => states.get(l.id)!);
    const failed = plan.links.flatMap((l) => (['head', 'tail'] as const).filter((e) => ['failed', 'stale'].includes(states.get(l.id)![e].state))); // prettier-ignore
    expect(list).toHaveLength(failed.length);
    expect(list.some((s) => s.way === 'punch again' && s.takes === '')).toBe(true);
    // Two that are exchanged change places, a line each, and nothing is made: their boxes on a work sheet stay filled.
    const [one, other] = plan.links.filter((l) => states.get(l.id)!.head.state === 'proven');
    const told = { job: plan.id, link: one!.id, id: 'zz', kind: 'exchanged', at: '2027-01-01T00:00:00Z', by: 'una', data: { with: other!.id, remote: 2 } }; // prettier-ignore
    const swapped = foldLink(one!, { policy: plan.policy, parts: plan.parts }, [...file.entries.filter((e) => 'link' in e && e.link === one!.id), told] as never); // prettier-ignore
    const now = (l: { id: string }) => (l.id === one!.id ? swapped : states.get(l.id)!);
    expect(snags(plan, now).filter((s) => s.label === one!.label)).toMatchObject([
      { reason: `exchanged with ${other!.label}`, way: 'let the two change places', takes: '', found: '' },
    ]);
    const refusedAs = (data: object) => {
      const entry = { ...told, kind: 'rejected', end: 'head', data: { reason: 'x', ...data } };
      const status = foldLink(one!, { policy: plan.policy, parts: plan.parts }, [...file.entries.filter((e) => 'link' in e && e.link === one!.id), entry] as never); // prettier-ignore
      return snags(plan, (l) => (l.id === one!.id ? status : states.get(l.id)!)).find((s) => s.label === one!.label && s.state === 'failed')!.way; // prettier-ignore
    };
    expect(refusedAs({ joined: [other!.id] })).toBe('part the two');
    expect(refusedAs({ answered: true })).toBe('a round, by its own remote');
    const back = { ...told, id: 'zzz', kind: 'redone', end: 'head', at: '2027-01-02T00:00:00Z', data: { action: 'repunch', contacts: [] } }; // prettier-ignore
    const again = foldLink(one!, { policy: plan.policy, parts: plan.parts }, [...file.entries.filter((e) => 'link' in e && e.link === one!.id), told, back] as never); // prettier-ignore
    const ways = snags(plan, (l) => (l.id === one!.id ? again : states.get(l.id)!)).filter((s) => s.label === one!.label); // prettier-ignore
    expect(ways.map((s) => [s.way, s.takes])).toEqual(Array(2).fill(['a round, by its own remote', '']));
    const rows = workSheets(plan, now).flatMap((s) => s.rows.filter((r) => r.label === one!.label));
    expect(rows.map((r) => r.seated)).toEqual([true, true]);
    // Given to somebody it stands under their name; a good reading takes it from them again.
    const given = list.map((s, i) => (i ? s : { ...s, to: 'Una Brae' }));
    const paper = await read(await snagsPdf(plan.name, given, AT));
    expect(paper.outline).toEqual(['Given to nobody yet', 'Una Brae']);
    expect(snagsOf(given, 'Una Brae')).toHaveLength(1);
    expect(snagsCsv(list).trim().split('\r\n')).toHaveLength(list.length + 1);
    expect((await read(await snagsPdf(plan.name, list, AT))).text).toContain(list[0]!.label);
  });
});

describe('a handover', () => {
  let db: Db;
  let job: string;
  beforeAll(async () => {
    db = await openDatabase(':memory:');
    job = await importJob(db, demo());
  });
  afterAll(() => db.destroy());
  const body = (more: object = {}) => ({ by: 'una', client: 'Ines Rask', ...more });

  it('is refused without a name, with a dot for a signature, of somebody not in the crew, with a refusal without a reason', async () => {
    const refused = async (b: object) => handOver(db, job, b).then(() => '', (e: Error) => e.message); // prettier-ignore
    expect(await refused(body({ client: ' ' }))).toContain('Say who takes it over');
    expect(await refused(body({ signature: 'M10 10 L10 10' }))).toContain('not a signature yet');
    expect(await refused(body({ by: 'nobody' }))).toContain('Nobody in the crew');
    expect(await refused(body({ refused: [{ link: 'K1-01', end: 'tail', reason: ' ' }] }))).toContain(
      'Say why',
    );
    expect(await refused(body({ refused: [{ link: 'K9-99', end: 'tail', reason: 'no' }] }))).toContain(
      'K9-99',
    );
    expect(await handoverState(db, job)).toEqual({ last: null, since: {} });
  });
  it('tells which devices wrote of late, the one heard last first, and by whom last', async () => {
    const day = (n: number) => Date.UTC(2026, 10, n, 9);
    const wrote = (device: string, by: string, n: number) =>
      appendEntries(db, job, { entries: [{ id: crypto.randomUUID(), job, link: 'K1-01', by, at: new Date(day(n)).toISOString(), device, written: n, kind: 'note', data: { text: 'behind the desk' } }] }, day(n)); // prettier-ignore
    expect(await writersOf(db, job)).toEqual([]);
    for (const [device, by, n] of [['old', 'bo', 1], ['shared', 'ines', 16], ['phone', 'una', 17], ['shared', 'bo', 18]] as const) await wrote(device, by, n); // prettier-ignore
    expect(await writersOf(db, job)).toEqual([
      { device: 'shared', by: 'bo', heardAt: '2026-11-18T09:00:00.000Z' },
      { device: 'phone', by: 'una', heardAt: '2026-11-17T09:00:00.000Z' },
    ]);
    expect(await writersOf(db, 'another')).toEqual([]);
  });
  it('is written into the log with the root of all before it; what is refused goes back to redo', async () => {
    const before = JSON.parse((await exportJob(db, job))!) as JobFile;
    const handed = await handOver(db, job, body({ refused: [{ link: 'K1-01', end: 'tail', reason: 'plate loose' }] })); // prettier-ignore
    expect(handed.data.count).toBe(before.entries.length + 1);
    const file = JSON.parse((await exportJob(db, job))!) as JobFile;
    expect(verify(file, handed.data.root)).toMatchObject({ ok: true, sure: true });
    expect(verify(before, handed.data.root).ok).toBe(false);
    expect(verify(file, handed.data.root).says[0]).toContain('1 came later');
    const record = recordOf(file, AT);
    expect(record.links.find((l) => l.id === 'K1-01')!.tail.state).toBe('failed');
  });
  it('is superseded by work, not by a drill or a note; no sender writes or takes one back', async () => {
    const entry = (kind: string, data: object, more: object = {}) => ({ id: crypto.randomUUID(), job, kind, at: new Date().toISOString(), by: 'una', data, ...more }); // prettier-ignore
    const { last, since } = await handoverState(db, job);
    expect(since).toEqual({});
    const sent = await appendEntries(db, job, [
      entry('drilled', { skill: 'sums/cut', rating: 3, ms: 1 }),
      entry('redone', { action: 'redo', connector: 'punch-down-jack', scheme: 'T568B' }, { link: 'K1-01', end: 'tail' }), // prettier-ignore
      { ...last, id: crypto.randomUUID() },
      entry('void', { entry: last!.id, reason: 'no' }),
    ]);
    expect(sent.refused).toHaveLength(2);
    expect((await handoverState(db, job)).since).toEqual({ redone: 1 });
    // Sealed: the same key every time, told with the root, and broken by any change under it.
    const sealed = await handOver(db, job, body({ seal: true }));
    const whole = JSON.parse((await exportJob(db, job))!) as JobFile;
    expect(verify(whole, sealed.data.root).says.join(' ')).toContain('Sealed on');
    const changed = structuredClone(whole);
    (changed.entries[2] as { by: string }).by = 'somebody';
    expect(verify(changed).ok).toBe(false);
    expect((await handOver(db, job, body({ seal: true }))).data.seal!.key).toBe(sealed.data.seal!.key);
    expect((await handoverState(db, job)).since).toEqual({});
  });
});

describe('an exam on paper', () => {
  it('has every question of its name, and what is right on a page of its own where that is asked for', async () => {
    const exam = examOf('K3F7Q');
    const plain = await read(await examPdf('Skerry Point', exam, false));
    const answered = await read(await examPdf('Skerry Point', exam, true));
    expect(plain.text).toContain('Exam K3F7Q');
    expect(plain.text).not.toContain('What is right');
    expect(answered.pages.length).toBe(plain.pages.length + 1);
    expect(answered.outline).toContain('What is right');
    const flat = (s: string) => s.replace(/\s+/g, '');
    for (const [i, q] of exam.questions.entries())
      expect(flat(answered.text)).toContain(flat(`${i + 1}. ${asksWords(q)}`));
    for (const page of answered.pages)
      for (const p of page.pieces) expect(p.x + p.width).toBeLessThanOrEqual(page.width);
  });
});
