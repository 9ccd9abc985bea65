import { describe, expect, it } from 'vitest';
import { GUIDES } from '$core/bench/families';
import { LEGENDS, placesOf } from '$core/wiring/legend';
import { seenInPlug } from '$core/bench/plug-view';
import { benchContacts } from '$core/bench/seats';
import { CONNECTOR_FAMILIES, type ConnectorFamily } from '$core/wiring/connector';
import { drawContacts, FRAME, hubbed, type Seen } from './drawing';
import { SHAPES } from './shapes';

/** Every way a family can be seen. */
function views(family: ConnectorFamily): Seen[] {
  const { layout } = GUIDES[family];
  if (layout.kind === 'coax') return [{ kind: 'coax' }];
  if (layout.kind === 'legend')
    return LEGENDS.map((l) => ({ kind: 'legend' as const, shape: l.shape, places: placesOf(l) }));
  return (['contacts', 'latch'] as const).flatMap((up) =>
    (['rear', 'front'] as const).map((from) => ({
      kind: 'plug' as const,
      view: { up, from },
      rows: layout.rows,
      places: seenInPlug({ up, from }, layout.rows),
    })),
  );
}

describe.each(CONNECTOR_FAMILIES)('the drawing of a %s', (family) => {
  it('draws every contact once, apart from each other and inside the frame, in every view', () => {
    for (const seen of views(family))
      for (const shielded of family === 'coax-compression' ? [false] : [false, true]) {
        const drawn = drawContacts(family, seen, shielded);
        expect(drawn.map((d) => d.contact).sort()).toEqual([...benchContacts(family, shielded)].sort());
        for (const d of drawn) {
          for (const [x, y] of [
            [d.x, d.y],
            [d.label.x, d.label.y],
          ] as const) {
            expect(x).toBeGreaterThanOrEqual(0);
            expect(x).toBeLessThanOrEqual(FRAME.width);
            expect(y).toBeGreaterThan(0);
            expect(y).toBeLessThanOrEqual(FRAME.height);
          }
          expect(d.strand).toMatch(/^M[\d. -]+[CL]/);
        }
        for (const a of drawn)
          for (const b of drawn)
            if (a !== b)
              expect(Math.hypot(a.x - b.x, a.y - b.y), `${a.contact} ${b.contact}`).toBeGreaterThan(20);
      }
  });
  it('has a body of its own', () => {
    const body = JSON.stringify(SHAPES[family]);
    expect(SHAPES[family].length).toBeGreaterThan(1);
    const same = CONNECTOR_FAMILIES.filter((f) => JSON.stringify(SHAPES[f]) === body);
    expect(same).toEqual([family]);
  });
});

describe('strands', () => {
  it('end at their contacts, in the order in which the contacts are seen', () => {
    const places = seenInPlug({ up: 'latch', from: 'rear' }, 'single');
    const drawn = drawContacts('closed-plug', { kind: 'plug', view: { up: 'latch', from: 'rear' }, rows: 'single', places }, false); // prettier-ignore
    expect(drawn.map((d) => d.contact).join('')).toBe('87654321');
    expect(drawn.every((d) => d.strand.endsWith(`${d.x} ${d.y}`))).toBe(true);
    expect([...drawn].sort((a, b) => a.x - b.x)).toEqual(drawn);
  });
  it('fan out from the cable seen end on where a legend surrounds it, and come from below on a line', () => {
    const seen = (id: string): Seen => {
      const l = LEGENDS.find((x) => x.id === id)!;
      return { kind: 'legend', shape: l.shape, places: placesOf(l) };
    };
    expect(hubbed(seen('corners'))).toBe(true);
    expect(hubbed(seen('panel-line'))).toBe(false);
  });
});
