import type { PlanChange } from '../model/entry';
import type { PlanChanges, PlanList } from '../model/plan-changes';
import { PLAN_LISTS } from '../model/plan-lists';

/** One field that a change of plan gave another value, in words. */
export interface FieldChange {
  field: string;
  was: string;
  is: string;
}

type Fields = Record<string, unknown>;
const isFields = (x: unknown): x is Fields => typeof x === 'object' && x !== null && !Array.isArray(x);

/** The steps of a run. */
const isSteps = (x: unknown): x is { metres: number }[] =>
  Array.isArray(x) &&
  x.length > 0 &&
  x.every((s) => isFields(s) && 'go' in s && typeof s.metres === 'number');

/** A value of a plan as people read it; what is not there is `none`. */
export function valueWords(value: unknown): string {
  if (value === undefined || value === null || value === '') return 'none';
  if (value === true) return 'yes';
  if (value === false) return 'no';
  if (isSteps(value))
    return `${value.length} ${value.length === 1 ? 'step' : 'steps'}, ${value.reduce((s, x) => s + x.metres, 0).toFixed(1)} m`;
  if (typeof value === 'object') return JSON.stringify(value);
  return String(value);
}

/** Words for fields whose own name says little. */
const FIELD_WORDS: Record<string, string> = {
  'head.panel': 'panel',
  'head.port': 'port',
  'head.connector': 'connector at the head',
  'head.slackMm': 'slack at the head, mm',
  'tail.outlet': 'outlet',
  'tail.position': 'position',
  'tail.connector': 'connector at the tail',
  'tail.slackMm': 'slack at the tail, mm',
  lengthMetres: 'length, m',
  x: 'across, m',
  y: 'down, m',
  retired: 'retired',
  policy: 'terms',
  'about.client': 'client',
  'about.address': 'address',
  'about.number': 'number',
  certifyTo: 'certified to category',
  archived: 'put away',
  drillFirst: 'drill before less is shown',
  'working.days': 'working days',
  'working.hours': 'hours a day',
  'working.people': 'people at it',
  'working.away': 'who is away',
  namesPeople: 'figures of people by name',
};
/** A field of a plan as people read it. */
export const fieldWords = (path: string): string => FIELD_WORDS[path] ?? path;

function collect(was: Fields, is: Fields, path: string, out: FieldChange[]): void {
  for (const key of new Set([...Object.keys(was), ...Object.keys(is)])) {
    const [a, b] = [was[key], is[key]];
    if (isFields(a) && isFields(b)) collect(a, b, `${path}${key}.`, out);
    else if (JSON.stringify(a) !== JSON.stringify(b))
      out.push({ field: fieldWords(`${path}${key}`), was: valueWords(a), is: valueWords(b) });
  }
}

/** What a change of plan gave other values, field by field; nothing for what was put in or taken out whole. */
export function changeWords({ was, is, name }: PlanChange): FieldChange[] {
  if (was === null || is === null) return [];
  if (!isFields(was) || !isFields(is)) return [{ field: name, was: valueWords(was), is: valueWords(is) }];
  const out: FieldChange[] = [];
  collect(was, is, '', out);
  return out;
}

/** One thing of a list, and several of them. */
const THINGS: Record<PlanList, [one: string, several: string]> = {
  spaces: ['space', 'spaces'],
  panels: ['panel', 'panels'],
  outlets: ['outlet', 'outlets'],
  floors: ['floor', 'floors'],
  batches: ['batch', 'batches'],
  links: ['link', 'links'],
  runs: ['run', 'runs'],
  crew: ['person', 'people'],
  parts: ['part', 'parts'],
  legends: ['legend', 'legends'],
};

/**
 * What a change of plan asks for, in words.
 *
 * @example
 * askedWords({ put: { links: [k1] }, remove: { panels: ['p1', 'p2'] } }) // '1 link put in or changed, 2 panels taken out'
 */
export function askedWords({ put, remove, name, policy }: PlanChanges): string {
  const some = (did: string, of: (list: PlanList) => readonly unknown[] | undefined) =>
    PLAN_LISTS.flatMap((list) => {
      const n = of(list)?.length ?? 0;
      return n ? [`${n} ${THINGS[list][n === 1 ? 0 : 1]} ${did}`] : [];
    });
  return [
    ...(name === undefined ? [] : [`called “${name}”`]),
    ...(policy ? ['its terms'] : []),
    ...some('put in or changed', (list) => put?.[list]),
    ...some('taken out', (list) => remove?.[list]),
  ].join(', ');
}
