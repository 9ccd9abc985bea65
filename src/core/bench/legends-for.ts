import type { Legend } from '../wiring/legend';
import type { Guide } from './guide';

/** Legends as they are offered at a family: first those of its own shape, the job's before the generic ones, then the rest. */
export function legendsFor(
  guide: Pick<Guide, 'layout'>,
  legends: readonly Legend[],
): { fitting: Legend[]; others: Legend[] } {
  const { layout } = guide;
  const shape = layout.kind === 'legend' ? legends.find((l) => l.id === layout.usual)?.shape : undefined;
  return {
    fitting: legends.filter((l) => l.shape === shape),
    others: legends.filter((l) => l.shape !== shape),
  };
}
