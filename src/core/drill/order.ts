import { findingWords, readBackFinding } from '../bench/read-back';
import { seenInPlug, type PlugView } from '../bench/plug-view';
import type { BenchConductor } from '../bench/seats';
import { CONTACTS } from '../wiring/conductors';
import type { Scheme } from '../wiring/schemes';
import type { Marked, OrderQuestion } from './question';
import type { Hold } from './skills';

/** How a plug is seen in a hold; none for a line of slots. */
const VIEWS: Record<Hold, PlugView | undefined> = {
  contacts: { up: 'contacts', from: 'rear' },
  latch: { up: 'latch', from: 'rear' },
  nose: { up: 'contacts', from: 'front' },
  slots: undefined,
};

/** The question of an order skill, contacts asked as they lie from the left. */
export function orderQuestion(skill: string): OrderQuestion {
  const [, scheme, hold] = skill.split('/') as [string, Scheme, Hold];
  const view = VIEWS[hold];
  const asked = view
    ? [...seenInPlug(view, 'single')].sort((a, b) => a.x - b.x).map((p) => p.contact)
    : CONTACTS;
  return {
    kind: 'order',
    skill,
    family: view ? 'closed-plug' : 'patch-panel',
    ...(view ? { view } : {}),
    order: { scheme },
    asked,
  };
}

/** Marks an order that was laid; a slip is named as the read-back at the bench names it. `words` say a conductor. */
export function markOrder(
  q: OrderQuestion,
  laid: readonly BenchConductor[],
  words: (c: BenchConductor) => string,
): Marked {
  const found = readBackFinding(q.family, q.order, q.asked, laid);
  return found ? { right: false, slip: findingWords(found, q.order, words) } : { right: laid.length === q.asked.length }; // prettier-ignore
}
