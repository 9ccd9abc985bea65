import { GUIDES } from '$core/bench/families';
import type { PlugView } from '$core/bench/plug-view';
import { seenInPlug } from '$core/bench/plug-view';
import type { ConnectorFamily } from '$core/wiring/connector';
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

/** A family as the bench draws it: a plug contacts up, a jack by the legend that is usual for it. */
export function seenAtBench(family: ConnectorFamily): Seen {
  const { layout } = GUIDES[family];
  if (layout.kind === 'coax') return { kind: 'coax' };
  if (layout.kind === 'plug') {
    const view: PlugView = { up: 'contacts', from: 'rear' };
    return { kind: 'plug', view, rows: layout.rows, places: seenInPlug(view, layout.rows) };
  }
  const legend = LEGENDS.find((l) => l.id === layout.usual)!;
  return { kind: 'legend', shape: legend.shape, places: placesOf(legend) };
}
