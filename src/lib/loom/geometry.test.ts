import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCopper } from '../../../tests/support/arbitraries';
import { copperAsOrdered, type Copper } from '$core/copper/copper';
import { CONDUCTORS } from '$core/wiring/conductors';
import { SCHEME_ORDER } from '$core/wiring/schemes';
import { drawLoom, loomMargin, loomSize, type LoomDrawing } from './geometry';
import { loomWords } from './words';

const layouts = { head: SCHEME_ORDER.T568B, tail: SCHEME_ORDER.T568B };
const good = (shielded = false) =>
  copperAsOrdered({
    head: { connector: 'jack', scheme: 'T568B' },
    tail: { connector: 'plug', scheme: 'T568B' },
    ordered: 'straight',
    shielded,
  });
const draw = (copper: Copper, upright = false, shielded = false, breakAt?: number): LoomDrawing =>
  drawLoom({ copper, layouts, shielded, upright, breakAt });
const numbers = (d: string) => (d.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);

describe('a loom drawn', () => {
  it('has a box for every contact of both ends, none of them wrong where all is right', () => {
    for (const shielded of [false, true]) {
      const { boxes, frays, bridges } = draw(good(shielded), false, shielded);
      expect(boxes).toHaveLength(shielded ? 18 : 16);
      expect(boxes.filter((b) => b.wrong)).toEqual([]);
      expect([frays, bridges]).toEqual([[], []]);
    }
  });
  it('is as large as was said before it was drawn', () => {
    for (const shielded of [false, true])
      for (const upright of [false, true]) {
        const { width, height } = draw(good(shielded), upright, shielded);
        const { x, y } = loomMargin(upright);
        expect(loomSize(shielded, upright)).toEqual({ width: width + 2 * x, height: height + 2 * y });
      }
  });
  it('stays within its frame, across and upright (property)', () => {
    fc.assert(
      fc.property(anyCopper, fc.boolean(), (copper, upright) => {
        const loom = draw(copper, upright);
        for (const piece of loom.pieces) {
          const n = numbers(piece.d);
          n.forEach((x, i) => {
            expect(x).toBeGreaterThanOrEqual(0);
            expect(x).toBeLessThanOrEqual(i % 2 ? loom.height : loom.width);
          });
        }
        for (const f of loom.frays)
          expect(f.x >= 0 && f.x <= loom.width && f.y >= 0 && f.y <= loom.height).toBe(true);
      }),
    );
  });
  it('gives every piece a key of its own that it keeps from one explanation to the next, so that it can move', () => {
    const keys = (c: Copper) => draw(c).pieces.map((p) => p.key);
    const swapped = good();
    [swapped.head.seats['2'], swapped.head.seats['3']] = [swapped.head.seats['3'], swapped.head.seats['2']];
    expect(new Set(keys(good())).size).toBe(keys(good()).length);
    expect([...keys(swapped)].sort()).toEqual([...keys(good())].sort());
  });
  it('joins the pieces of a conductor end to end, from box to box', () => {
    const { pieces } = draw(good());
    for (const conductor of CONDUCTORS) {
      const own = pieces.filter((p) => p.conductor === conductor);
      const ends = own.map((p) => numbers(p.d)).map((n) => [n.slice(0, 2).join(), n.slice(-2).join()]);
      const loose = ends.flat().filter((e, _, all) => all.filter((x) => x === e).length === 1);
      expect(loose, conductor).toHaveLength(2);
    }
  });
  it('frays a conductor where it is broken, at its distance if that is known', () => {
    const broken = good();
    broken.cable.breaks.push({ conductor: 'BL', zone: 'span' });
    const near = draw(broken, false, false, 0.2).frays[0]!;
    const far = draw(broken, false, false, 0.8).frays[0]!;
    expect(near.conductor).toBe('BL');
    expect(near.x).toBeLessThan(far.x);
    expect(draw(broken, true, false, 0.2).frays[0]!.y).toBeLessThan(
      draw(broken, true, false, 0.8).frays[0]!.y,
    );
  });
  it('frays beside the jacket cut for a nick, and at the contact for an open', () => {
    const nicked = good();
    nicked.cable.breaks.push({ conductor: 'O', zone: 'head' });
    const open = good();
    open.head.open.push('2');
    expect(draw(open).frays[0]!.x).toBeLessThan(draw(nicked).frays[0]!.x);
    expect(draw(open).boxes.find((b) => b.end === 'head' && b.contact === '2')).toMatchObject({
      wrong: true,
      open: true,
    });
  });
  it('marks what is misplaced at the end where it lies, and there alone', () => {
    const swapped = good();
    [swapped.tail.seats['4'], swapped.tail.seats['5']] = [swapped.tail.seats['5'], swapped.tail.seats['4']];
    expect(
      draw(swapped)
        .boxes.filter((b) => b.wrong)
        .map((b) => `${b.end}${b.contact}`),
    ).toEqual(['tail4', 'tail5']);
  });
  it('draws a bridge at a connector and one in the cable', () => {
    const joined = good();
    joined.head.bridges.push(['4', '5']);
    joined.cable.bridges.push(['WO', 'G']);
    expect(draw(joined).bridges.map((b) => b.key)).toEqual(['head45', 'cableWOG']);
  });
});

describe('a loom in words', () => {
  it('names every contact and what is wrong with it', () => {
    const bad = good();
    [bad.head.seats['2'], bad.head.seats['3']] = [bad.head.seats['3'], bad.head.seats['2']];
    bad.tail.open.push('8');
    bad.tail.bridges.push(['4', '5']);
    bad.cable.breaks.push({ conductor: 'WBR', zone: 'tail' });
    bad.cable.bridges.push(['WG', 'G']);
    const words = loomWords(bad, layouts, false);
    for (const part of [
      'Head: 1 white-orange; 2 white-green (should be orange)',
      '8 brown (open)',
      '4 blue (joined to 5)',
      'white-brown broken at the jacket cut of the tail',
      'white-green and green joined in the span',
    ])
      expect(words).toContain(part);
  });
  it('says nothing is wrong by saying nothing of it', () =>
    expect(loomWords(good(true), layouts, true)).not.toMatch(/should|open|joined|broken/));
});
