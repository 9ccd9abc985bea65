import { mistakeText } from '../copper/mistake';
import type { EntryOf, LogEntry } from '../model/entry';
import type { Link, Policy } from '../model/job';
import { EVIDENCE_WORDS } from '../reading/verdict';
import { conductorLabel } from '../wiring/conductors';
import { flagWords } from '../model/tape';
import { FAMILY_NAMES } from '../wiring/connector';
import { judgeMeasured } from './judge-measured';

/** What an entry says, in one line. `link` is the one it is about, where it is about one. */
export function entryWords(e: LogEntry, link: Link | undefined, policy: Policy): string {
  switch (e.kind) {
    case 'seated':
      return `seated, ${FAMILY_NAMES[e.data.connector]}, ${e.data.scheme}`;
    case 'redone':
      return e.data.action === 'repunch'
        ? `punched again at ${e.data.contacts?.join(', ') || 'its slots'}`
        : `done again${e.data.connector ? `, ${FAMILY_NAMES[e.data.connector]}` : ''}`;
    case 'repulled':
      return 'cable pulled anew';
    case 'rejected':
      return `refused by eye: ${e.data.reason}`;
    case 'found':
      return `found: ${e.data.mistakes.map((m) => `${m.where} ${mistakeText(m)}`).join(', and ')}${e.data.asExplained ? ', as explained' : ''}`;
    case 'read-back':
      return e.data.right
        ? `read back and right, ${Math.round(e.data.seconds)} s`
        : `read back wrong: ${e.data.held.map((c) => (c === 'CENTRE' || c === 'BRAID' ? c.toLowerCase() : conductorLabel(c))).join(' ')}`;
    case 'photo':
      return 'photo taken';
    case 'cautioned':
      return `read the cautions of ${FAMILY_NAMES[e.data.family]}`;
    case 'exchanged':
      return `answers at the outlet of ${e.data.with}: the two are exchanged`;
    case 'traced':
      return tracedWords(e.data);
    case 'flagged':
      return e.data.bands ? `flagged: ${flagWords(e.data)}` : 'tape taken off';
    case 'note':
      return e.data.text;
    case 'void':
      return `took an entry back: ${e.data.reason}`;
    case 'leads-proved':
      return `leads ${e.data.ok ? 'proven against each other' : 'failed against each other'}`;
    case 'tool':
      return TOOL_WORDS[e.data.did];
    case 'reading': {
      const judged = link ? judgeMeasured(e.data, link, policy, e.at) : null;
      if (!judged?.ok) return `read ${e.data.reading.walk}`;
      const { verdict, reason, evidence } = judged.judgement;
      return `${verdict} by ${EVIDENCE_WORDS[evidence]}${verdict === 'pass' ? '' : `: ${reason}`}`;
    }
  }
}

/** What a trace found of a link's cable, in words. */
export function tracedWords({ is, by, cable, with: others, sure }: EntryOf<'traced'>['data']): string {
  const named = cable === undefined ? '' : `loose cable ${cable}, `;
  switch (is) {
    case 'known':
      return `${named}found by ${by}${sure === undefined ? '' : `, ${Math.round(sure * 100)} % sure`}`;
    case 'inferred':
      return `${named}the last one left: inferred, not proven`;
    case 'bridged':
      return `bridged with ${others?.join(', ') || 'another cable'}: find where copper joins them`;
    case 'silent':
      return `${named}no cable answered its remote: open, or the remote was not there`;
  }
}

/** What was done to a tool or seen of it, in words. */
export const TOOL_WORDS = {
  'blade-changed': 'blade changed',
  'clean-cut': 'cuts clean',
  'rough-cut': 'leaves tails',
  'put-by': 'put by',
  'taken-up': 'taken up again',
} as const;
