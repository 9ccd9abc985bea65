import type { PlugView } from '$core/bench/plug-view';
import { seenInPlug } from '$core/bench/plug-view';
import { LEGENDS, placesOf } from '$core/wiring/legend';
import type { Seen } from '$lib/bench/drawing/drawing';

/** What a question draws: a plug as it is held, or a line of slots. */
export function seenOf(view: PlugView | undefined): Seen {
  if (view) return { kind: 'plug', view, rows: 'single', places: seenInPlug(view, 'single') };
  const line = LEGENDS.find((l) => l.shape === 'line')!;
  // Slots are numbered from the left, whatever a maker's legend mixes.
  const places = placesOf(line).map((p, i) => ({ ...p, contact: String(i + 1) as typeof p.contact }));
  return { kind: 'legend', shape: 'line', places };
}
