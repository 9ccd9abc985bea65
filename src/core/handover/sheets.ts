import Papa from 'papaparse';
import { redoTakes } from '../log/slack';
import { onlyMisanswered } from '../log/next';
import { endsToMake, exchangedWords, inRework, nextWork } from '../log/rework';
import type { LinkStatus } from '../log/state';
import { specOf } from '../log/link-spec';
import { compareNames } from '../model/by-name';
import { plainCell } from '../model/csv-cell';
import { endName } from '../model/end-name';
import type { JobPlan, Link, Space } from '../model/job';
import { farWords, hangsOn, spotWords, whereabouts } from '../plan/whereabouts';
import { mistakeText, PLACE_WORDS } from '../copper/mistake';
import { ENDS, type Contact, type End } from '../wiring/conductors';
import { FAMILY_NAMES } from '../wiring/connector';
import { endOrder, endOrderWords } from '../wiring/schemes';

/** One end on a work sheet: what is to be made there, and where its other end is. */
export interface WorkRow {
  label: string;
  on: string;
  connector: string;
  order: string;
  other: string;
  /** What of it is done already: its boxes are filled on the sheet. */
  seated: boolean;
  proven: boolean;
}
/** A work sheet: a place, and every end there that is not proven yet. */
export interface WorkSheet {
  name: string;
  floor: number | null;
  rows: WorkRow[];
}

/** Work sheets in the order of a walk by floor, closets before rooms: a place with nothing left has none. */
export function workSheets(plan: JobPlan, statusOf: (link: Link) => LinkStatus): WorkSheet[] {
  const where = whereabouts(plan);
  const sheets = new Map<string, { space: Space | undefined; rows: WorkRow[] }>();
  for (const link of plan.links) {
    if (link.retired) continue;
    const at = where(link);
    const status = statusOf(link);
    for (const end of ENDS) {
      if (status[end].state === 'proven') continue;
      const { space } = at[end];
      const key = space?.id ?? '';
      const sheet = sheets.get(key) ?? { space, rows: [] };
      sheets.set(key, sheet);
      sheet.rows.push({
        label: link.label,
        on: hangsOn(at[end]) || (link.cord ? endName(link, end) : ''),
        connector: FAMILY_NAMES[link[end].connector],
        order: endOrderWords(endOrder(link.ordered, end, specOf(link, plan.policy)[end].scheme)),
        other: end === 'head' ? farWords(at) : spotWords(at.head),
        seated: !endsToMake(status).includes(end),
        proven: false,
      });
    }
  }
  const rank = (s: Space | undefined) => [s ? 1 : 0, s?.floor ?? 0, s?.kind === 'closet' ? 0 : 1] as const;
  return [...sheets.values()]
    .sort((a, b) => {
      const [x, y] = [rank(a.space), rank(b.space)];
      return x[0] - y[0] || x[1] - y[1] || x[2] - y[2] || compareNames(a.space?.name ?? '', b.space?.name ?? '');
    })
    .map(({ space, rows }) => ({ name: space?.name ?? 'at the bench', floor: space?.floor ?? null, rows }));
} // prettier-ignore

/** One thing that is to be done again: where, what of it, and what to take along. */
export interface Snag {
  place: string;
  label: string;
  end: string;
  state: string;
  reason: string;
  found: string;
  way: string;
  takes: string;
  by: string;
  /** Who it was given to. */
  to: string;
}

/** Everything to be done or proven again, by place; two links that are exchanged a line each, where they change places. */
export function snags(plan: JobPlan, statusOf: (link: Link) => LinkStatus): Snag[] {
  const where = whereabouts(plan);
  const people = new Map(plan.crew.map((p) => [p.id, p.name]));
  const out: Snag[] = [];
  for (const link of plan.links) {
    const status = statusOf(link);
    if (link.retired || !inRework(status)) continue;
    const diagnosis = status.lastReading?.data.diagnosis;
    const common = { label: link.label, to: people.get(status.assignedTo ?? '') ?? '' };
    const placeOf = (end: End) => spotWords(where(link)[end]) || farWords(where(link));
    const next = nextWork(status, link, plan.policy);
    if (next === 'exchange') {
      out.push({
        ...common,
        place: placeOf('head'),
        end: endName(link, 'head'),
        state: 'failed',
        reason: exchangedWords(status, plan.links),
        found: '',
        way: 'let the two change places',
        takes: '',
        by: people.get(status.head.by ?? '') ?? '',
      });
      continue;
    }
    const contacts = (end: End): Contact[] => diagnosis?.mistakes.filter((m) => m.where === end).flatMap((m) => m.contacts) ?? [];
    for (const end of ENDS) {
      const { state, reason, by } = status[end];
      if (state !== 'failed' && state !== 'stale') continue;
      const { way, cableMm, minutes } = redoTakes(status, link, plan.policy, end, contacts(end));
      out.push({
        ...common,
        place: placeOf(end),
        end: endName(link, end),
        state: state === 'failed' ? 'failed' : 'done again, not proven',
        reason: reason ?? '',
        found: diagnosis ? diagnosis.mistakes.map((m) => `${PLACE_WORDS[m.where]} ${mistakeText(m)}`).join(', ') : '',
        way: next === 'round' || onlyMisanswered(status[end]) ? 'a round, by its own remote' : state === 'stale' ? 'prove it' : next === 'reading' ? 'read it first' : status.joined?.mended === false ? 'part the two' : { repunch: 'punch again', redo: 'do it again', 're-pull': 'a new cable' }[way],
        takes: state === 'stale' || way === 'repunch' || onlyMisanswered(status[end]) ? '' : `1 ${FAMILY_NAMES[link[end].connector]}, ${cableMm} mm of cable, ${minutes} min`,
        by: people.get(by ?? '') ?? '',
      });
    }
  }
  return out.sort((a, b) => compareNames(a.place, b.place) || compareNames(a.label, b.label));
} // prettier-ignore

/** What is given to one person, or to nobody yet where none is named. */
export const snagsOf = (list: readonly Snag[], person: string): Snag[] => list.filter((s) => s.to === person);

/** The snag list as CSV. */
export const snagsCsv = (list: readonly Snag[]): string =>
  Papa.unparse(
    {
      fields: ['place', 'link', 'end', 'state', 'reason', 'found', 'way', 'takes', 'by', 'to'],
      data: list.map((s) => [s.place, s.label, s.end, s.state, s.reason, s.found, s.way, s.takes, s.by, s.to].map(plainCell)), // prettier-ignore
    },
    { newline: '\r\n' },
  ) + '\r\n';
