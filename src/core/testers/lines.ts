import { EVIDENCE, type Evidence } from '../model/evidence';
import { CONFIGURATIONS, resultFromWords } from '../model/tester-result';
import type { Measured } from '../model/reading';
import { CONTACT_PAIRS, CONTACTS, type Contact, type ContactPair, type End } from '../wiring/conductors';
import type { LampStep } from './lamps';

/** What a tester says of itself. */
export interface Hello {
  name: string;
  evidence: Evidence;
  nvp?: number;
}

/** What comes out of a line stream, in order. */
export type LineEvent =
  | { kind: 'hello'; hello: Hello }
  | { kind: 'begin' }
  | { kind: 'lamp'; step: LampStep }
  | { kind: 'reading'; measured: Measured; link?: string; remote?: number; leads?: string[] }
  | { kind: 'self-test'; ok: boolean; what: string }
  | { kind: 'problem'; line: number; message: string };

/** The check of a line: its characters added up, modulo 256, as two hexadecimal digits. */
export const checkOf = (text: string): string =>
  ([...text].reduce((s, c) => s + c.codePointAt(0)!, 0) % 256).toString(16).padStart(2, '0');

/** A line with its check. */
export const withCheck = (text: string): string => `${text} *${checkOf(text)}`;

const lampText = (lamps: ReadonlyMap<Contact, number>) =>
  [...lamps].map(([c, b]) => `${c}:${Math.round(b * 100)}`).join(',') || '-';

/** A run of a tester as lines: who it is, each lamp step where there are any, what was read. */
export function linesOf(
  hello: Hello,
  measured: Measured,
  steps: readonly LampStep[] = [],
  link?: string,
  remote?: number,
): string[] {
  const lines = [
    `HELLO evidence=${hello.evidence}${hello.nvp ? ` nvp=${hello.nvp}` : ''} name=${hello.name}`,
    `BEGIN from=${measured.from ?? 'head'}${remote ? ` remote=${remote}` : ''}${link ? ` link=${link}` : ''}`,
    ...steps.map((s) => `LAMP ${s.contact} main=${lampText(s.main)} remote=${lampText(s.remote)}`),
    `WALK ${measured.walk}`,
  ];
  if (measured.splits) lines.push(`SPLITS ${measured.splits.join('/') || '-'}`);
  if (measured.joins)
    lines.push(
      `JOINS ${(['head', 'tail'] as const)
        .map((e) => `${e}=${measured.joins![e].map((g) => g.join('+')).join(',') || '-'}`)
        .join(' ')}`,
    );
  for (const d of measured.distances ?? [])
    lines.push(`DISTANCE contact=${d.contact} from=${d.from} metres=${d.metres}`);
  if (measured.lengthMetres !== undefined) lines.push(`LENGTH metres=${measured.lengthMetres}`);
  if (measured.configuration)
    lines.push(`TESTED as=${measured.configuration}${measured.leadsSubtracted === undefined ? '' : ` leads_subtracted=${measured.leadsSubtracted ? 'yes' : 'no'}`}`); // prettier-ignore
  if (measured.result) {
    const { says, limit, worst } = measured.result;
    lines.push(`RESULT says=${says}${worst ? ` worst=${worst.parameter} margin=${worst.marginDb}${worst.pairs ? ` pairs=${worst.pairs}` : ''}${worst.atMHz ? ` mhz=${worst.atMHz}` : ''}${worst.end ? ` end=${worst.end}` : ''}` : ''} limit=${limit}`); // prettier-ignore
  }
  return [...lines, 'END'].map(withCheck);
}

const isContact = (c: string): c is Contact => c === 'S' || (CONTACTS as readonly string[]).includes(c);
const isEnd = (e: string | undefined): e is End => e === 'head' || e === 'tail';

/** `a=b` fields of a line; the last one, `name`, `link`, `limit` or `what`, takes the rest with its blanks. */
function fieldsOf(text: string): Record<string, string> {
  const out: Record<string, string> = {};
  const rest = /(?:^| )((?:name|link|limit|what)=.*)$/.exec(text);
  const plain = rest ? text.slice(0, rest.index) : text;
  for (const part of [...plain.split(' '), ...(rest ? [rest[1]!] : [])]) {
    const at = part.indexOf('=');
    if (at > 0) out[part.slice(0, at)] = part.slice(at + 1);
  }
  return out;
}

function lampsFrom(text: string | undefined): ReadonlyMap<Contact, number> | null {
  if (text === '-') return new Map();
  const out = new Map<Contact, number>();
  for (const part of (text ?? '').split(',')) {
    const [contact, bright] = part.split(':');
    const value = Number(bright);
    if (!contact || !isContact(contact) || !(value >= 0 && value <= 100)) return null;
    out.set(contact, value / 100);
  }
  return out;
}

/**
 * Reads a tester's line stream as it comes in, in pieces of any size. A line that does not check, or that says what
 * cannot be, is told with its number; what was being read is dropped, and it goes on at the next BEGIN.
 */
export class LineParser {
  private text = '';
  private line = 0;
  private evidence: Evidence = 'continuity';
  private reading: { measured: Partial<Measured>; link?: string; remote?: number; leads?: string[] } | null =
    null;

  push(chunk: string): LineEvent[] {
    this.text += chunk;
    const events: LineEvent[] = [];
    for (let at = this.text.indexOf('\n'); at >= 0; at = this.text.indexOf('\n')) {
      const line = this.text.slice(0, at).replace(/\r$/, '');
      this.text = this.text.slice(at + 1);
      this.line++;
      if (line.trim()) events.push(...this.take(line));
    }
    if (this.text.length > MOST_CHARACTERS) {
      this.text = '';
      events.push(this.bad('This line does not end: is this a tester’s stream, and the speed right?'));
    }
    return events;
  }

  private bad(message: string): LineEvent {
    this.reading = null;
    return { kind: 'problem', line: this.line, message };
  }

  private take(line: string): LineEvent[] {
    const match = /^(.*) \*([0-9a-f]{2})$/i.exec(line);
    if (!match || checkOf(match[1]!) !== match[2]!.toLowerCase())
      return [this.bad('The line was cut off or garbled: the reading is dropped, read it again.')];
    const [word, ...rest] = match[1]!.split(' ');
    const text = rest.join(' ');
    const fields = fieldsOf(text);
    switch (word) {
      case 'HELLO': {
        if (!(EVIDENCE as readonly string[]).includes(fields.evidence ?? ''))
          return [this.bad(`This tester says it shows "${(fields.evidence ?? '').slice(0, 30)}", which is no evidence known here.`)]; // prettier-ignore
        this.evidence = fields.evidence as Evidence;
        const nvp = Number(fields.nvp);
        return [
          {
            kind: 'hello',
            hello: {
              name: fields.name ?? 'tester',
              evidence: this.evidence,
              ...(nvp > 0 && nvp < 1 ? { nvp } : {}),
            },
          },
        ];
      }
      case 'BEGIN':
        if (!isEnd(fields.from)) return [this.bad('A reading has to say from=head or from=tail.')];
        this.reading = {
          measured: { from: fields.from, evidence: this.evidence },
          ...(fields.link ? { link: fields.link } : {}),
          ...(Number(fields.remote) > 0 ? { remote: Number(fields.remote) } : {}),
        };
        return [{ kind: 'begin' }];
      case 'SELFTEST':
        if (fields.says !== 'pass' && fields.says !== 'fail')
          return [this.bad('A test of the tester itself says=pass or says=fail.')];
        return [{ kind: 'self-test', ok: fields.says === 'pass', what: (fields.what ?? 'it did not say of what').slice(0, 120) }]; // prettier-ignore
      case 'LEADS': {
        const leads = [fields.head, fields.tail].filter((l) => l !== undefined && l !== '-');
        if (!leads.length) return [this.bad('LEADS names the lead at each end, - for none.')];
        if (this.reading) this.reading.leads = leads as string[];
        return [];
      }
      case 'LAMP': {
        const contact = rest[0] ?? '';
        const [main, remote] = [lampsFrom(fields.main), lampsFrom(fields.remote)];
        if (!isContact(contact) || !main || !remote) return [this.bad('A lamp step that cannot be read.')];
        return this.reading ? [{ kind: 'lamp', step: { contact, main, remote } }] : [];
      }
      case 'WALK':
        if (this.reading) this.reading.measured.walk = text;
        return [];
      case 'SPLITS': {
        const pairs = text === '-' ? [] : text.split('/');
        if (pairs.some((p) => !(CONTACT_PAIRS as readonly string[]).includes(p)))
          return [this.bad(`"${text.slice(0, 30)}" names no contact pairs.`)];
        if (this.reading) this.reading.measured.splits = pairs as ContactPair[];
        return [];
      }
      case 'JOINS': {
        const groups = (of: string | undefined) =>
          of === '-' || !of ? [] : of.split(',').map((g) => g.split('+'));
        const joins = { head: groups(fields.head), tail: groups(fields.tail) };
        if ([...joins.head, ...joins.tail].some((g) => g.length < 2 || !g.every(isContact)))
          return [this.bad('Joined contacts that cannot be read.')];
        if (this.reading) this.reading.measured.joins = joins as NonNullable<Measured['joins']>;
        return [];
      }
      case 'DISTANCE': {
        const metres = Number(fields.metres);
        if (!isContact(fields.contact ?? '') || !isEnd(fields.from) || !(metres >= 0 && metres <= 2000))
          return [this.bad('A distance that cannot be: it needs a contact, an end and 0 to 2000 metres.')];
        const distance = { contact: fields.contact as Contact, from: fields.from, metres };
        if (this.reading)
          this.reading.measured.distances = [...(this.reading.measured.distances ?? []), distance];
        return [];
      }
      case 'LENGTH': {
        const metres = Number(fields.metres);
        if (!(metres >= 0 && metres <= 2000)) return [this.bad('A length that cannot be: 0 to 2000 metres.')];
        if (this.reading) this.reading.measured.lengthMetres = metres;
        return [];
      }
      case 'TESTED': {
        const configuration = CONFIGURATIONS.find((c) => c === fields.as);
        if (!configuration || !['yes', 'no', undefined].includes(fields.leads_subtracted))
          return [
            this.bad(
              `A link is tested as one of ${CONFIGURATIONS.join(', ')}; leads_subtracted is yes or no.`,
            ),
          ];
        if (this.reading) {
          this.reading.measured.configuration = configuration;
          if (fields.leads_subtracted)
            this.reading.measured.leadsSubtracted = fields.leads_subtracted === 'yes';
        }
        return [];
      }
      case 'RESULT': {
        const result = resultFromWords(fields);
        if (!result) return [this.bad('A result that cannot be read: it needs says, limit, and of the worst value its margin.')]; // prettier-ignore
        if (this.reading) this.reading.measured.result = result;
        return [];
      }
      case 'END': {
        const done = this.reading;
        this.reading = null;
        if (!done) return [];
        if (done.measured.walk === undefined) return [this.bad('A reading without a walk.')];
        return [
          {
            kind: 'reading',
            measured: done.measured as Measured,
            ...(done.link ? { link: done.link } : {}),
            ...(done.remote ? { remote: done.remote } : {}),
            ...(done.leads ? { leads: done.leads } : {}),
          },
        ];
      }
      default:
        return [this.bad(`"${(word ?? '').slice(0, 20)}" is not a word of this format.`)];
    }
  }
}

/** Longest line that is waited for. */
const MOST_CHARACTERS = 4000;
