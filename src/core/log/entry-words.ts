import { mistakeText, PLACE_WORDS } from '../copper/mistake';
import type { EntryOf, JobEntryOf, LogEntry } from '../model/entry';
import { sweptStatus, type SweptStatus } from '../model/swept-status';
import type { TraceEvent } from '../model/trace-event';
import { EVIDENCE_WORDS, type Judgement } from '../reading/verdict';
import { conductorLabel } from '../wiring/conductors';
import { flagWords } from '../model/tape';
import { FAMILY_NAMES } from '../wiring/connector';
import { judgeMeasured, type Terms } from './judge-measured';
import type { LaidLink } from './laid-link';
import { judgeOneEnd } from './one-end';

/** What each kind of entry is called in lists. */
export const KIND_WORDS: Record<LogEntry['kind'], string> = {
  seated: 'seated',
  'read-back': 'read back',
  reading: 'readings',
  'one-end': 'from one end',
  redone: 'done again',
  repulled: 'cable re-pulled',
  pulled: 'cable pulled',
  rejected: 'refused by eye',
  found: 'what was found',
  exchanged: 'exchanged links',
  traced: 'traced',
  swept: 'sweeps',
  assigned: 'given to somebody',
  flagged: 'tape flags',
  photo: 'photos',
  cautioned: 'cautions read',
  moved: 'moved on site',
  planned: 'changes of the plan',
  note: 'notes',
  tool: 'tools',
  'leads-proved': 'leads proven',
  drilled: 'drill',
  trace: 'trace, step by step',
  labelled: 'labels printed',
  'handed-over': 'handovers',
  void: 'taken back',
};

/**
 * What an entry's words are taken from: the job's terms, its crew where people are to be named, and its links where others are:
 * an id is what a link was first called, and another may be called so by now.
 */
export interface WordsFrom extends Terms {
  links?: readonly { id: string; label: string }[];
  crew?: readonly { id: string; name: string }[];
}

/**
 * What an entry says, in one line. `link` is the one it is about, as its cable lies, where it is about one: a reading is
 * told by the same length it was judged by.
 */
export function entryWords(e: LogEntry, link: LaidLink | undefined, terms: WordsFrom): string {
  switch (e.kind) {
    case 'seated':
      return `seated, ${FAMILY_NAMES[e.data.connector]}, ${e.data.scheme}`;
    case 'one-end':
      return link ? judgeOneEnd(e.data, link).reason : `read from the ${e.data.from} alone`;
    case 'redone':
      return e.data.action === 'repunch'
        ? e.data.contacts?.length === 0
          ? `put right, no new connector${e.data.note ? `: ${e.data.note}` : ''}`
          : `punched again at ${e.data.contacts?.join(', ') ?? 'its slots'}`
        : `done again${e.data.connector ? `, ${FAMILY_NAMES[e.data.connector]}` : ''}`;
    case 'repulled':
      return 'cable re-pulled';
    case 'rejected':
      return `refused by eye: ${e.data.reason}`;
    case 'found':
      return `found: ${e.data.mistakes.map((m) => `${PLACE_WORDS[m.where]} ${mistakeText(m)}`).join(', and ')}${e.data.asExplained ? ', as explained' : ''}${e.data.note ? `: ${e.data.note}` : ''}`;
    case 'read-back':
      return e.data.right
        ? `${e.data.told ? 'told contact by contact' : 'read back'} and right, ${Math.round(e.data.seconds)} s`
        : e.data.told
          ? `told contact by contact: wrong at the one after ${e.data.held.length}`
          : `read back wrong: ${e.data.held.map((c) => (c === 'CENTRE' || c === 'BRAID' ? c.toLowerCase() : conductorLabel(c))).join(' ')}`;
    case 'pulled':
      return pulledWords(e.data);
    case 'photo':
      return 'photo taken';
    case 'cautioned':
      return `read the cautions of ${FAMILY_NAMES[e.data.family]}`;
    case 'exchanged':
      return e.data.byOther
        ? `${labelOf(e.data.with, terms)} answers at its outlet: the two are exchanged`
        : `answers at the outlet of ${labelOf(e.data.with, terms)}: the two are exchanged`;
    case 'assigned':
      return e.data.to
        ? `given to ${terms.crew?.find((p) => p.id === e.data.to)?.name ?? e.data.to}`
        : 'given to nobody, anybody’s again';
    case 'swept':
      return sweptWords(sweptStatus(e.data));
    case 'traced':
      return tracedWords({ ...e.data, with: e.data.with?.map((id) => labelOf(id, terms)) });
    case 'flagged':
      return e.data.bands ? `flagged: ${flagWords(e.data)}` : 'tape taken off';
    case 'moved':
      return `moved on site: ${e.data.changed.join('; ')}`;
    case 'planned':
      return `plan changed, revision ${e.data.revision}: ${planWords(e.data.changes)}${e.data.from ? ` (${e.data.from})` : ''}`;
    case 'note':
      return e.data.text;
    case 'void':
      return `took an entry back: ${e.data.reason}`;
    case 'leads-proved':
      return `leads ${e.data.ok ? 'proven against each other' : 'failed against each other'}`;
    case 'handed-over':
      return `handed over to ${e.data.client}, ${e.data.count} entries, root ${e.data.root.slice(0, 16)}…${e.data.refused.length ? `, ${e.data.refused.length} refused` : ''}`;
    case 'labelled':
      return `${e.data.labels.length === 1 ? 'one label' : `${e.data.labels.length} labels`} printed: ${e.data.labels[0]!.says.split(' | ')[0]}${e.data.labels.length > 1 ? ' and on' : ''}`;
    case 'trace':
      return traceStepWords(e.data);
    case 'drilled':
      return `drilled ${e.data.skill.replaceAll('/', ' ')}: ${e.data.rating > 1 ? 'right' : 'wrong'}${e.data.slip ? `, ${e.data.slip}` : ''}`;
    case 'tool':
      return TOOL_WORDS[e.data.did];
    case 'reading': {
      const judged = link ? judgeMeasured(e.data, link, terms, e.at) : null;
      return judged?.ok ? judgementWords(judged.judgement) : `read ${e.data.reading.walk}`;
    }
  }
}

const labelOf = (id: string, { links }: WordsFrom): string => links?.find((l) => l.id === id)?.label ?? id;

/** What a reading came to, in words. */
export const judgementWords = ({ verdict, evidence, reason }: Judgement): string =>
  `${verdict} by ${EVIDENCE_WORDS[evidence]}${verdict === 'pass' ? '' : `: ${reason}`}`;

/** How many things of a plan were put in, changed and taken out, in words. */
function planWords(changes: JobEntryOf<'planned'>['data']['changes']): string {
  const count = (n: number, did: string) => (n ? [`${n} ${did}`] : []);
  const said = [
    ...count(changes.filter((c) => c.was === null).length, 'added'),
    ...count(changes.filter((c) => c.was !== null && c.is !== null).length, 'changed'),
    ...count(changes.filter((c) => c.is === null).length, 'taken out'),
  ];
  const [first] = changes;
  return changes.length === 1 ? `${first!.name} ${said[0]!.slice(2)}` : said.join(', ');
}

/** How long a cable is by the marks on its jacket, in words. */
export function pulledWords({ metres, errorMetres, marks, box }: EntryOf<'pulled'>['data']): string {
  const by = marks ? `, marks ${marks.start} to ${marks.end} ${marks.unit}` : '';
  const error = errorMetres === undefined ? '' : ` ± ${errorMetres.toFixed(1)} m`;
  return `cable pulled: ${metres.toFixed(1)} m${error}${by}${box ? `, from ${box}` : ''}`;
}

/** What a trace found of a link's cable, in words; `with` is what the links are called that it is joined with. */
export function tracedWords({
  is,
  by,
  cable,
  with: others,
  another,
  sure,
}: EntryOf<'traced'>['data']): string {
  const named = cable === undefined ? '' : `loose cable ${cable}, `;
  switch (is) {
    case 'known':
      return `${named}found by ${by}${sure === undefined ? '' : `, ${Math.round(sure * 100)} % sure`}`;
    case 'inferred':
      return by === 'remote'
        ? `${named}the last one left: inferred, not proven`
        : `${named}by ${by}${sure === undefined ? '' : `, ${Math.round(sure * 100)} % sure`}: inferred until bare copper, a remote or a reading says so`;
    case 'bridged':
      return `bridged with ${[...(others ?? []), ...(another || !others?.length ? ['another cable'] : [])].join(' and ')}: find where copper joins them`;
    case 'silent':
      return `${named}no cable answered its remote: open, or the remote was not there`;
  }
}

/** How a sweep came out, in words; the end it points at where its worst value lies at one. */
export function sweptWords({ category, configured, whole, pass, badEnd, worst }: SweptStatus): string {
  const against = `sweep against category ${category}, ${configured === 'channel' ? 'channel' : 'permanent link'}`;
  if (worst && worst.margin < 0) {
    return `${against}: ${worst.parameter} of ${worst.pairs} misses its limit by ${(-worst.margin).toFixed(1)} dB at ${worst.mhz.toFixed(1)} MHz${badEnd ? `: the connector of the ${badEnd.end}, ${Math.round(badEnd.chance * 100)} % likely` : ''}`;
  }
  if (!whole) return `${against}: not all of it was measured, no verdict`;
  return pass && worst
    ? `${against}: within every limit, ${worst.margin.toFixed(1)} dB to spare`
    : `${against}: no verdict`;
}

/** A step of a trace, in words; rounds count from 1. */
function traceStepWords(step: TraceEvent): string {
  switch (step.did) {
    case 'begun':
      return `trace begun: loose cables 1 to ${step.loose}, ${step.rounds.length === 1 ? 'one round' : `${step.rounds.length} rounds`}`;
    case 'placed':
      return `trace: the remotes of round ${step.round + 1} are in`;
    case 'answered': {
      const { numbers } = step;
      const said = !numbers
        ? 'answer taken back'
        : numbers.length
          ? `remote ${numbers.join(' and ')}`
          : 'silent';
      return `trace, round ${step.round + 1}, cable ${step.cable}: ${said}`;
    }
    case 'closed':
      return `trace: round ${step.round + 1} done${step.untried.length ? `, cables ${step.untried.join(', ')} not tried` : ''}`;
    case 'reopened':
      return `trace: round ${step.round + 1} opened again`;
    case 'ended':
      return 'trace put away';
  }
}

/** What was done to a tool or seen of it, in words. */
export const TOOL_WORDS = {
  'blade-changed': 'blade changed',
  'clean-cut': 'cuts clean',
  'rough-cut': 'leaves tails',
  'put-by': 'put away',
  'taken-up': 'taken out again',
} as const;
