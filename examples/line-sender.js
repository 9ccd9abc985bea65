// A reference sender of the tester line format (docs/testers.md), in plain JavaScript with no packages: to run beside
// a microcontroller, or to read when writing one in another language.
//
//   node examples/line-sender.js < requests > lines        a made-up link, with contact 4 open
//
// To measure something real, give `scan` two functions of your hardware: `drive(contact)` puts a signal on one contact
// of the main unit (null: on none), `sense()` says which contacts of the remote and of the main unit carry it.

export const CONTACTS = ['1', '2', '3', '4', '5', '6', '7', '8'];

/** The check of a line: its characters added up, modulo 256, as two hexadecimal digits. */
export function check(text) {
  let sum = 0;
  for (const c of text) sum += c.codePointAt(0);
  return (sum % 256).toString(16).padStart(2, '0');
}

/** A line with its check, ready to be sent. */
export const line = (text) => `${text} *${check(text)}\n`;

/** Contacts that hang together, each group once, from which contacts carried the signal when each was driven. */
function groupsOf(carried) {
  const groups = [];
  for (const c of CONTACTS) {
    const with_ = carried[c];
    if (with_.length > 1 && with_[0] === c) groups.push(with_);
  }
  return groups;
}

/** Steps through the contacts and writes down what carries the signal at either end. */
export function scan({ drive, sense }, contacts = CONTACTS) {
  const walk = [];
  const here = {};
  for (const c of contacts) {
    drive(c);
    const { main, remote } = sense();
    here[c] = [...new Set([c, ...main])].sort();
    walk.push([...remote].sort());
  }
  drive(null);
  const there = Object.fromEntries(
    CONTACTS.map((t) => [t, CONTACTS.filter((u) => walk.some((w) => w.includes(t) && w.includes(u)))]),
  );
  return { walk, joins: { head: groupsOf(here), tail: groupsOf(there) } };
}

/** A tester on a line: what it sends when it starts, and what it answers to a request. */
export class LineSender {
  constructor(hardware, about = {}) {
    this.hardware = hardware;
    this.about = { name: 'bench tester', evidence: 'continuity', leads: null, remote: null, ...about };
  }

  /** Who it is, and whether it found itself in order. Send it once, and after every change of leads. */
  hello({ ok = true, what = 'leads and battery' } = {}) {
    const { evidence, nvp, name } = this.about;
    return [
      line(`HELLO evidence=${evidence}${nvp ? ` nvp=${nvp}` : ''} name=${name}`),
      line(`SELFTEST says=${ok ? 'pass' : 'fail'} what=${what}`),
    ].join('');
  }

  /** Answers what the program asks: `READ from=head link=K1-07`. Anything else is answered by nothing. */
  hear(request) {
    const asked = /^READ from=(head|tail)(?: link=(.*))?$/.exec(request.trim());
    return asked ? this.reading(asked[1], asked[2]) : '';
  }

  /** One whole reading, from BEGIN to END. Seen from the tail, heads and tails of the joins change places. */
  reading(from = 'head', link = '') {
    const { remote, leads, splits, lengthMetres, configuration, leadsSubtracted, result } = this.about;
    const { walk, joins } = scan(this.hardware);
    const far = from === 'head' ? 'tail' : 'head';
    const written = (groups) => groups.map((g) => g.join('+')).join(',') || '-';
    const ends = { [from]: joins.head, [far]: joins.tail };
    const lines = [`BEGIN from=${from}${remote ? ` remote=${remote}` : ''}${link ? ` link=${link}` : ''}`];
    if (leads) lines.push(`LEADS head=${leads.head ?? '-'} tail=${leads.tail ?? '-'}`);
    lines.push(`WALK ${walk.map((w) => w.join('+') || '-').join(' ')}`);
    if (splits) lines.push(`SPLITS ${splits.join('/') || '-'}`);
    lines.push(`JOINS head=${written(ends.head)} tail=${written(ends.tail)}`);
    if (lengthMetres !== undefined) lines.push(`LENGTH metres=${lengthMetres}`);
    if (configuration)
      lines.push(`TESTED as=${configuration} leads_subtracted=${leadsSubtracted ? 'yes' : 'no'}`);
    if (result) lines.push(`RESULT says=${result.says} limit=${result.limit}`);
    return [...lines, 'END'].map(line).join('');
  }
}

/** Hardware made up of a map from contact to contact; contacts with the same answer hang together. */
export function madeUp(map) {
  let driven = null;
  return {
    drive: (c) => (driven = c),
    sense() {
      const remote = driven === null ? [] : (map[driven] ?? []);
      const main = CONTACTS.filter((c) => remote.some((r) => (map[c] ?? []).includes(r)));
      return { main, remote };
    },
  };
}

if (typeof process !== 'undefined' && process.argv?.[1]?.endsWith('line-sender.js')) {
  const straight = Object.fromEntries(CONTACTS.map((c) => [c, c === '4' ? [] : [c]]));
  const sender = new LineSender(madeUp(straight), { leads: { head: 'L1', tail: 'L2' } });
  process.stdout.write(sender.hello());
  let text = '';
  process.stdin.setEncoding('utf8').on('data', (piece) => {
    text += piece;
    for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n')) {
      process.stdout.write(sender.hear(text.slice(0, at)));
      text = text.slice(at + 1);
    }
  });
}
