import { recallJson, rememberJson } from '$lib/device/small';
import { readPrice, type Prices } from '$core/kit/money';

const KEY = 'gauntlet:prices';
const NONE: Prices = { currency: '', items: {} };

/** Prices and rates of whoever has this device: they stay on it, for every job, and no client sees them. */
export class OwnPrices {
  now = $state.raw<Prices>(NONE);

  constructor() {
    const kept = recallJson<Partial<Prices>>(KEY);
    if (kept && typeof kept === 'object') this.now = { ...NONE, ...kept, items: { ...kept.items } };
  }
  private keep(prices: Prices): void {
    this.now = prices;
    rememberJson(KEY, prices);
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
