import type { Copper } from '$core/copper/copper';
import { conductorWords, contactsOf, type Contact, type End } from '$core/wiring/conductors';
import { laidAt, type Layout } from '$core/wiring/schemes';

/** A loom in words, for those who do not see it: every contact of both ends, and what is wrong where. */
export function loomWords(copper: Copper, layouts: Record<End, Layout>, shielded: boolean): string {
  const contacts = contactsOf(shielded);
  const end = (e: End) => {
    const at = (c: Contact) => {
      const conductor = copper[e].seats[c];
      const notes = [
        conductor !== laidAt(layouts[e], c) ? `should be ${conductorWords(laidAt(layouts[e], c))}` : '',
        copper[e].open.includes(c) ? 'open' : '',
        ...copper[e].bridges.filter((b) => b.includes(c)).map((b) => `joined to ${b[0] === c ? b[1] : b[0]}`),
      ].filter(Boolean);
      return `${c} ${conductor ? conductorWords(conductor) : 'empty'}${notes.length ? ` (${notes.join(', ')})` : ''}`;
    };
    return `${e === 'head' ? 'Head' : 'Tail'}: ${contacts.map(at).join('; ')}.`;
  };
  const zone = {
    head: 'at the jacket cut of the head',
    span: 'in the span',
    tail: 'at the jacket cut of the tail',
  };
  const cable = [
    ...copper.cable.breaks.map((b) => `${conductorWords(b.conductor)} broken ${zone[b.zone]}`),
    ...copper.cable.bridges.map(
      ([a, b]) => `${conductorWords(a)} and ${conductorWords(b)} joined in the span`,
    ),
  ];
  return `${end('head')} ${end('tail')}${cable.length ? ` Cable: ${cable.join('; ')}.` : ''}`;
}
