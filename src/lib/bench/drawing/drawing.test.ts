import { describe, expect, it } from 'vitest';
import { GUIDES } from '$core/bench/families';
import { LEGENDS, placesOf } from '$core/wiring/legend';
import { seenInPlug } from '$core/bench/plug-view';
import { benchContacts } from '$core/bench/seats';
import { CONNECTOR_FAMILIES, type ConnectorFamily } from '$core/wiring/connector';
import { drawContacts, frameOf, hubbed, jacketOf, type Seen } from './drawing';
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
            expect(x).toBeLessThanOrEqual(frameOf(seen, family, shielded).width);
            expect(y).toBeGreaterThan(0);
            expect(y).toBeLessThanOrEqual(frameOf(seen, family, shielded).height);
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

/** The box that a path of straight lines encloses. */
function boxOf(d: string): { left: number; right: number; top: number; bottom: number } {
  const [, x, y, w, h] = /^M([\d.]+) ([\d.]+)h([\d.]+)v([\d.]+)h-/.exec(d)!.map(Number);
  return { left: x!, right: x! + w!, top: y!, bottom: y! + h! };
}

describe('plugs', () => {
  const plugs = CONNECTOR_FAMILIES.filter((f) => GUIDES[f].layout.kind === 'plug');
  it('have the jacket inside the body, and every conductor up to the blades in one line', () => {
    for (const family of plugs)
      for (const seen of views(family)) {
        if (seen.kind !== 'plug' || seen.view.from === 'front') continue;
        const body = boxOf(SHAPES[family][0]!.d);
        const jacket = jacketOf(seen);
        expect(jacket.y).toBeGreaterThan(body.top);
        expect(body.bottom - jacket.y).toBeGreaterThan(30);
        const tips = new Set(drawContacts(family, seen, false).map((c) => c.y));
        expect(tips.size).toBe(1);
      }
  });
  it('leave room for letters of four side by side', () => {
    for (const family of plugs)
      for (const seen of views(family)) {
        const xs = drawContacts(family, seen, false).map((c) => c.label.x).sort((a, b) => a - b); // prettier-ignore
        const rows = seen.kind === 'plug' && seen.rows === 'staggered' && seen.view.from === 'front' ? 2 : 1;
        // Four letters of the mono face at 17.5 units, 0.6 em each.
        for (let i = 1; i < xs.length; i++)
          expect((xs[i]! - xs[i - 1]!) * rows).toBeGreaterThan(4 * 0.6 * 17.5);
      }
  });
  it('show a staggered bar end on with a hole behind each conductor, odd and even in rows of their own', () => {
    const family = 'staggered-load-bar-plug';
    const seen = views(family).find((v) => v.kind === 'plug' && v.view.up === 'contacts' && v.view.from === 'front')!; // prettier-ignore
    const drawn = drawContacts(family, seen, false);
    const bar = SHAPES[family].filter((s) => s.from === 'front').map((s) => s.d);
    const holes = bar.flatMap((d) => {
      const at = /^M([\d.]+) ([\d.]+)a15 15/.exec(d);
      return at ? [{ x: Number(at[1]) + 15, y: Number(at[2]) }] : [];
    });
    for (const up of ['contacts', 'latch'] as const) {
      const view = { up, from: 'front' as const };
      const places = seenInPlug(view, 'staggered');
      for (const c of drawContacts(family, { kind: 'plug', view, rows: 'staggered', places }, false))
        expect(
          holes.some((h) => h.x === c.x && Math.abs(h.y - c.y) < 15),
          `${up} ${c.contact}`,
        ).toBe(true);
    }
    const rows = (odd: boolean) => new Set(drawn.filter((c) => Number(c.contact) % 2 === Number(odd)).map((c) => c.y)); // prettier-ignore
    expect([rows(true).size, rows(false).size]).toEqual([1, 1]);
    expect([...rows(true)][0]).not.toBe([...rows(false)][0]);
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

describe('the ground of a shielded plug', () => {
  it('is drawn as springs or as a wing once one said which, and as neither before', () => {
    const drawn = (ground?: 'internal' | 'external') =>
      SHAPES['shielded-plug'].filter((s) => !s.ground || s.ground === ground).length;
    expect(drawn('internal')).toBeGreaterThan(drawn());
    expect(drawn('external')).toBeGreaterThan(drawn());
    const of = (ground: string) => SHAPES['shielded-plug'].filter((s) => s.ground === ground).map((s) => s.d);
    expect(of('internal').some((d) => of('external').includes(d))).toBe(false);
  });
});
