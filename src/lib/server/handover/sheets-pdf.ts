import { snagsOf, type Snag, type WorkSheet } from '$core/handover/sheets';
import { Paper } from '../pdf/paper';

const WORK_SHARES = [14, 26, 20, 14, 34, 8, 8, 8] as const;
const SNAG_SHARES = [14, 8, 32, 14, 26, 14, 14] as const;
const box = (filled: boolean) => (filled ? '[x]' : '[ ]');

/** Work sheets as a PDF, a page a place: who stays on paper marks them there. They say which plan they are of, for when they are typed in. */
export async function workSheetsPdf(
  job: { name: string; revision: number },
  sheets: readonly WorkSheet[],
  at: string,
): Promise<Buffer> {
  const paper = new Paper(`${job.name}: work sheets`, `${job.name}, work sheets of ${at.slice(0, 10)}, plan ${job.revision}`); // prettier-ignore
  if (!sheets.length) paper.title(`${job.name}: nothing is left to make`);
  for (const [i, sheet] of sheets.entries()) {
    if (i) paper.page();
    paper.h1(sheet.floor === null ? sheet.name : `${sheet.name}, floor ${sheet.floor}`);
    paper.p('Made, read back, proven: mark each, and type them in when there is a signal. Date and name:');
    paper.gap(4);
    paper.row(
      ['link', 'at', 'connector', 'order', 'other end', 'made', 'read', 'proven'],
      WORK_SHARES,
      'bold',
    );
    for (const r of sheet.rows) {
      paper.row([r.label, r.on, r.connector, r.order, r.other, box(r.seated), box(false), box(r.proven)], WORK_SHARES); // prettier-ignore
      await paper.breathe();
    }
  }
  return paper.end();
}

/** The snag list as a PDF: a part for each person it was given to, by place. */
export async function snagsPdf(job: string, list: readonly Snag[], at: string): Promise<Buffer> {
  const paper = new Paper(`${job}: snag list`, `${job}, snag list of ${at.slice(0, 10)}`);
  paper.title(list.length ? `${list.length} to be done or proven again` : 'Nothing to do again');
  const people = [...new Set(list.map((s) => s.to))].sort();
  for (const person of people) {
    const own = snagsOf(list, person);
    if (people.length > 1 || person) paper.h1(person || 'Given to nobody yet');
    for (const place of new Set(own.map((s) => s.place))) {
      paper.h2(place || 'at the bench');
      paper.row(['link', 'end', 'why', 'way', 'take along', 'made by', 'given to'], SNAG_SHARES, 'bold');
      for (const s of own.filter((x) => x.place === place)) {
        paper.row([s.label, s.end, s.found || s.reason || s.state, s.way, s.takes, s.by, s.to], SNAG_SHARES);
        await paper.breathe();
      }
    }
  }
  return paper.end();
}
