import { canonicalJson } from '../formats/canonical';
import type { HandoverRecord, LinkRecord } from './record';

/** What a record says of one thing that its log, told by this version, says otherwise. */
export interface ToldOtherwise {
  /** What it is about: a link by its label, the summary, the job. */
  of: string;
  record: string;
  log: string;
}

/** How a record differs from what this version tells of the same log: in what is, and in how it is put. */
export interface Differences {
  facts: ToldOtherwise[];
  sentences: ToldOtherwise[];
}

/** Fields of a link's record that are sentences: each version has its own words for the same thing. */
const SENTENCES = ['sweep', 'notRuledOut', 'story'] as const satisfies readonly (keyof LinkRecord)[];

/** One fact or sentence as a person reads it. */
const said = (value: unknown): string =>
  value === undefined ? 'nothing' : typeof value === 'string' ? value : canonicalJson(value);

function fields<T extends object>(
  of: string,
  record: T,
  log: T,
  but: readonly (keyof T)[] = [],
): ToldOtherwise[] {
  const names = [...new Set([...Object.keys(record), ...Object.keys(log)])] as (keyof T & string)[];
  return names
    .filter((n) => !but.includes(n) && canonicalJson({ is: record[n] }) !== canonicalJson({ is: log[n] }))
    .map((n) => ({ of: `${of}, ${n}`, record: said(record[n]), log: said(log[n]) }));
}

/** Sentences held against sentences, in order. */
function lines(of: string, record: readonly string[], log: readonly string[]): ToldOtherwise[] {
  return Array.from({ length: Math.max(record.length, log.length) }, (_, i) => i)
    .filter((i) => record[i] !== log[i])
    .map((i) => ({ of, record: said(record[i]), log: said(log[i]) }));
}

/** What a record says otherwise than the same log, told anew by this version. */
export function toldOtherwise(record: HandoverRecord, again: HandoverRecord): Differences {
  const facts = [
    ...fields('the job', record.job, again.job),
    ...fields('the summary', record.summary, again.summary),
  ];
  const sentences: ToldOtherwise[] = [];
  const there = new Map(record.links.map((l) => [l.id, l]));
  const labels = (r: HandoverRecord) => r.links.map((l) => l.identifier);
  facts.push(...lines('the list of links', labels(record), labels(again)));
  for (const log of again.links) {
    const link = there.get(log.id);
    if (!link) continue;
    facts.push(...fields(log.identifier, link, log, SENTENCES));
    sentences.push(
      ...lines(`${log.identifier}, sweep`, [link.sweep ?? ''], [log.sweep ?? '']),
      ...lines(`${log.identifier}, not ruled out`, link.notRuledOut, log.notRuledOut),
      ...lines(`${log.identifier}, story`, told(link), told(log)),
    );
  }
  const points = (r: HandoverRecord) => r.open.map((o) => `${o.label}: ${o.kind}`);
  facts.push(...lines('open points', points(record), points(again)));
  if (canonicalJson(points(record)) === canonicalJson(points(again)))
    sentences.push(...lines('open points', record.open.map((o) => o.says), again.open.map((o) => o.says))); // prettier-ignore
  return { facts, sentences };
}

const told = (l: LinkRecord): string[] => l.story.map((s) => `${s.at} ${s.by}: ${s.says}`);
