import { readPrice, type Prices } from '$core/kit/money';

const KEY = 'gauntlet:prices';
const NONE: Prices = { currency: '', items: {} };

/** Prices and rates of whoever has this device: they stay on it, for every job, and no client sees them. */
export class OwnPrices {
  now = $state.raw<Prices>(NONE);

  constructor() {
    try {
      const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Partial<Prices> | null;
      if (kept && typeof kept === 'object') this.now = { ...NONE, ...kept, items: { ...kept.items } };
    } catch {
      this.now = NONE;
    }
  }
  private keep(prices: Prices): void {
    this.now = prices;
    try {
      localStorage.setItem(KEY, JSON.stringify(prices));
    } catch {
      /* a shut storage: they hold as long as the screen is open */
    }
  }
  currency(text: string): void {
    this.keep({ ...this.now, currency: text.trim().slice(0, 8) });
  }
  /** Takes a price as it was typed; an empty one takes it out. Answers '' or what is wrong with it. */
  set(what: 'hour' | 'certifierDay' | { item: string }, text: string): string {
    const read = text.trim() ? readPrice(text) : null;
    if (read && !read.ok) return read.message;
    const price = read?.price;
    if (typeof what === 'string') {
      const { [what]: _, ...rest } = this.now;
      this.keep(price === undefined ? rest : { ...rest, [what]: price });
    } else {
      const { [what.item]: _, ...items } = this.now.items;
      this.keep({ ...this.now, items: price === undefined ? items : { ...items, [what.item]: price } });
    }
    return '';
  }
}
