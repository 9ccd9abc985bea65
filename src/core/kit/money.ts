import type { KitCable, KitItem } from './take-off';

/** What things cost here: all the user's own, nothing is shipped. Prices of parts by their name, of cable by the metre. */
export interface Prices {
  /** As it is written beside figures. */
  currency: string;
  /** An hour of one person. */
  hour?: number | undefined;
  /** A certifying instrument, by the day. */
  certifierDay?: number | undefined;
  items: Readonly<Record<string, number>>;
}
/** A price as it was typed; or the sentence that says why it is none. */
export type ReadPrice = { ok: true; price: number } | { ok: false; message: string };

const MOST_PRICE = 1_000_000;

/**
 * Reads a price: `1.25`, `1,25`, `1 250`, `1.250,00`, `1,250.00`. One comma or point with three digits behind it may be
 * either and is asked about.
 *
 * @example
 * readPrice('1,25') // { ok: true, price: 1.25 }
 */
export function readPrice(text: string): ReadPrice {
  const said = text.trim().slice(0, 30);
  const bad = (why: string): ReadPrice => ({ ok: false, message: `“${said}” ${why}` });
  const plain = said.replace(/[\s'’]/g, '');
  if (/^-/.test(plain)) return bad('is below 0: a price is 0 or more.');
  if (!/^\d[\d.,]*$/.test(plain)) return bad('is not a price: write it like 1.25.');
  const marks = [...plain].filter((c) => c === '.' || c === ',');
  const last = Math.max(plain.lastIndexOf('.'), plain.lastIndexOf(','));
  const behind = plain.length - last - 1;
  if (marks.length === 1 && behind === 3)
    return bad(`may be ${Number(plain.replace(',', '.'))} or ${plain.replace(/[.,]/, '')}: write one of them.`);
  if (new Set(marks).size === 1 && marks.length > 1) {
    if (!/^\d{1,3}([.,]\d{3})+$/.test(plain)) return bad('is not a price: write it like 1250.50.');
    return within(Number(plain.replace(/[.,]/g, '')), said);
  }
  const price = last < 0 ? Number(plain) : Number(`${plain.slice(0, last).replace(/[.,]/g, '')}.${plain.slice(last + 1)}`);
  return Number.isFinite(price) ? within(price, said) : bad('is not a price: write it like 1.25.');
} // prettier-ignore

const within = (price: number, said: string): ReadPrice =>
  price > MOST_PRICE
    ? { ok: false, message: `“${said}” is more than a million for one: write what a single one costs.` }
    : { ok: true, price };

/** One line of what a kit costs. */
export interface CostLine {
  name: string;
  count: number;
  each: number;
  cost: number;
}
/** What a kit costs, by the prices that are known, and what has none. */
export interface KitCost {
  lines: CostLine[];
  total: number;
  unpriced: string[];
}

/** What a cable's price goes by. */
export const cableKey = (name: string): string => `${name}, a metre`;

/** What is still to be bought of a kit costs: what is left with its spares, and cable by the metre. */
export function costOfKit(items: readonly KitItem[], cables: readonly KitCable[], { items: prices }: Pick<Prices, 'items'>): KitCost {
  const wanted = [
    ...items.map((i) => ({ name: i.name, count: i.left + i.spare })),
    ...cables.map((c) => ({ name: cableKey(c.name), count: c.leftMetres })),
  ].filter((w) => w.count > 0);
  const lines = wanted.flatMap(({ name, count }): CostLine[] => {
    const each = Object.hasOwn(prices, name) ? prices[name]! : undefined;
    return each === undefined ? [] : [{ name, count, each, cost: count * each }];
  });
  const priced = new Set(lines.map((l) => l.name));
  return {
    lines,
    total: lines.reduce((s, l) => s + l.cost, 0),
    unpriced: wanted.flatMap((w) => (priced.has(w.name) ? [] : [w.name])),
  };
} // prettier-ignore

/** Redos of one family: how many, and the minutes each takes. */
export interface Redone {
  name: string;
  count: number;
  minutesEach: number;
}
/** What doing ends again costs: a connector each where it has a price, and time where an hour has one. */
export const costOfRework = (redone: readonly Redone[], { items, hour }: Pick<Prices, 'items' | 'hour'>): number =>
  redone.reduce((s, r) => s + r.count * ((Object.hasOwn(items, r.name) ? items[r.name]! : 0) + (r.minutesEach / 60) * (hour ?? 0)), 0); // prettier-ignore

/** What an instrument takes longer with a link than a wire-map tester, in minutes: its test, a name, a second look. Our judgement. */
export const CERTIFY_MORE_MINUTES = 1.5;

/** What certifying so many links costs more than a wire map: time, and the instrument by the day begun. */
export function certifiedMore(links: number, hoursADay: number, { hour, certifierDay }: Pick<Prices, 'hour' | 'certifierDay'>, proveMinutes: number): { minutes: number; days: number; cost: number } {
  const minutes = links * CERTIFY_MORE_MINUTES;
  const days = links ? Math.ceil((links * (proveMinutes + CERTIFY_MORE_MINUTES)) / (hoursADay * 60)) : 0;
  return { minutes, days, cost: (minutes / 60) * (hour ?? 0) + days * (certifierDay ?? 0) };
} // prettier-ignore
