import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { laidAt, SCHEME_ORDER } from '../wiring/schemes';
import { CONTACTS } from '../wiring/conductors';
import { cableNamed, connectorsFor } from '../model/cable-named';
import { figureProblem } from '../wiring/figures';
import { allCautions, cautionsAt } from './cautions';
import { GUIDES } from './families';
import { fitOf, linkCategory } from './fit';
import { ALWAYS_FULL, fullGates, gateAfter, gateBefore, GATES, remindedBefore } from './gates';
import { GENERIC_CABLES, GENERIC_CONNECTORS, type CableSpec, type ConnectorSpec } from '../wiring/parts';
import { firstMismatch } from './read-back';

const WANTED = CONTACTS.map((c) => laidAt(SCHEME_ORDER.T568B, c));

describe('gates', () => {
  it('goes through all seven, there and back', () => {
    const walked = [GATES[0] as (typeof GATES)[number]];
    for (let g = gateAfter(walked[0]!, []); g; g = gateAfter(g, [])) walked.push(g);
    expect(walked).toEqual([...GATES]);
    expect(gateBefore('prep', [])).toBe('identify');
    expect(gateBefore('identify', [])).toBeNull();
  });
  it('leaves out what is set to a reminder, but never read-back and look', () => {
    expect(fullGates([...GATES])).toEqual(['read-back', 'look', 'log']);
    expect(remindedBefore('read-back', ['prep', 'lay'])).toEqual(['prep', 'lay']);
    expect(ALWAYS_FULL.has('read-back') && ALWAYS_FULL.has('look')).toBe(true);
  });
});

describe('reading back', () => {
  it('says at once which two to exchange', () => {
    expect(firstMismatch(CONTACTS, WANTED, ['WO', 'O', 'WBL'])).toEqual({
      contact: '3',
      holds: 'WBL',
      wants: 'WG',
      exchangeWith: '5',
    });
    expect(firstMismatch(CONTACTS, WANTED, ['WO', 'O'])).toBeNull();
  });
  it('leads any order to the right one by exchanging what it names, in at most seven exchanges', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...WANTED], { minLength: 8, maxLength: 8 }), (held) => {
        const now = [...held];
        let exchanges = 0;
        for (let m = firstMismatch(CONTACTS, WANTED, now); m; m = firstMismatch(CONTACTS, WANTED, now)) {
          const [i, j] = [CONTACTS.indexOf(m.contact as '1'), CONTACTS.indexOf(m.exchangeWith as '1')];
          [now[i], now[j]] = [now[j]!, now[i]!];
          expect(++exchanges).toBeLessThan(8);
        }
        expect(now).toEqual(WANTED);
      }),
    );
  });
});

describe('fit (common practice, no source)', () => {
  const cable: CableSpec = { ...GENERIC_CABLES[1]!.spec, spline: false };
  const plug: ConnectorSpec = GENERIC_CONNECTORS.find((c) => c.id === 'plug-closed')!.spec;
  const shielded = GENERIC_CONNECTORS.find((c) => c.id === 'plug-shielded')!.spec;
  const jack = GENERIC_CONNECTORS.find((c) => c.id === 'jack-punch')!.spec;
  const said = (c: Partial<CableSpec>, k: ConnectorSpec) => {
    const fit = fitOf({ ...cable, ...c }, k);
    return [
      fit.grade,
      fit.reasons
        .filter((r) => r.grade !== 'fits')
        .map((r) => r.about)
        .join(),
    ];
  };
  it('fits what lies within every figure', () => expect(said({}, plug)).toEqual(['fits', '']));
  it('has stranded-only blades refuse solid', () =>
    expect(said({}, { ...plug, takes: 'stranded' })).toEqual(['does-not-fit', 'conductor']));
  it('lets a solid-rated plug hold stranded, but not a slot', () => {
    expect(said({ conductor: 'stranded' }, { ...plug, takes: 'solid' })[0]).toBe('fits');
    expect(said({ conductor: 'stranded' }, jack)).toEqual(['does-not-fit', 'conductor']);
  });
  it('adds a shield folded back to the jacket, leaves the fold out where it is too thick, then squeezes', () => {
    const jacket = (jacketMm: number, shield: CableSpec['shield'] = 'F/UTP') =>
      fitOf({ ...cable, jacketMm, shield }, shielded).reasons.find((r) => r.about === 'jacket')!;
    expect(jacket(6.2).grade).toBe('fits');
    expect(jacket(6.4)).toMatchObject({ grade: 'remedy', text: expect.stringContaining('leave the fold out') as string }); // prettier-ignore
    expect(jacket(6.4, 'S/FTP').text).toContain('comb it to one side');
    expect(jacket(6.9).text).toContain('gently oval');
    expect(jacket(7.3).grade).toBe('does-not-fit');
  });
  it('counts a core, a cap and a field plug to what displaces insulation', () => {
    for (const id of ['core-cap', 'conn-braided', 'plug-field']) {
      const spec = GENERIC_CONNECTORS.find((c) => c.id === id)!.spec;
      const about = (c: Partial<CableSpec>) =>
        fitOf({ ...cable, shield: spec.shielded ? 'F/UTP' : 'U/UTP', ...c }, spec).reasons;
      expect(about({ jacket: 'gel-filled' }).find((r) => r.about === 'jacket type')!.grade).toBe('remedy');
      expect(about({ conductor: 'stranded' }).find((r) => r.about === 'conductor')!.grade).toBe(
        spec.takes === 'both' ? 'fits' : 'does-not-fit',
      );
    }
  });
  it('takes the lowest of cable and both connectors for the link', () => {
    const cat = (category: ConnectorSpec['category']) => ({ ...jack, category });
    expect(linkCategory({ ...cable, category: '6A' }, [cat('6A'), cat('6')])).toBe('6');
    expect(linkCategory({ ...cable, category: '6A' }, [cat('6A'), undefined])).toBe('6A');
  });
  it('puts the gel caution at every gate where bare conductors are in the hand, whatever the family', () => {
    const gel = { ...cable, jacket: 'gel-filled' as const };
    for (const guide of Object.values(GUIDES)) {
      for (const gate of ['prep', 'lay', 'seat'] as const) {
        expect(cautionsAt(gate, guide, gel)).toContain('gel');
        expect(cautionsAt(gate, guide, cable)).not.toContain('gel');
      }
      expect(allCautions(guide, gel)).toContain('gel');
    }
  });
  it('strips two jackets in two steps, squeezes a little oval, and gives up beyond', () => {
    const jacket = (c: Partial<CableSpec>) =>
      fitOf({ ...cable, ...c }, plug).reasons.find((r) => r.about === 'jacket')!;
    expect(jacket({ jacketMm: 8, innerJacketMm: 6 }).text).toContain('two steps');
    expect(jacket({ jacketMm: 6.8 }).text).toContain('oval');
    expect(jacket({ jacketMm: 7.2 }).grade).toBe('does-not-fit');
  });
  it('trims the spline, keeps gel out of plugs and a shield out of plain ones', () => {
    expect(said({ spline: true }, plug)).toEqual(['remedy', 'spline']);
    expect(said({ jacket: 'gel-filled' }, plug)).toEqual(['does-not-fit', 'jacket type']);
    expect(said({ jacket: 'gel-filled' }, jack)).toEqual(['remedy', 'jacket type']);
    expect(said({ shield: 'F/UTP' }, plug)).toEqual(['does-not-fit', 'shield']);
  });
  it('refuses a gauge out of range and insulation too thick for the channels', () => {
    expect(said({ gauge: 22 }, plug)).toEqual(['does-not-fit', 'gauge']);
    expect(said({ conductorMm: 1.3 }, plug)).toEqual(['does-not-fit', 'insulation']);
  });
  it('is only as good as the lower of the two: cat 6 cable on a 5e connector is 5e', () =>
    expect(fitOf(cable, { ...plug, category: '5e' }).category).toBe('5e'));
  it('has a generic connector for every family of pairs, and knows the job’s own first', () => {
    const own = { id: 'x', name: 'Blue box', kind: 'connector', lot: 'L1', connector: plug };
    expect(connectorsFor('closed-plug', [own])[0]!.name).toBe('Blue box, lot L1');
    expect(cableNamed('cat 6 u/utp', [])!.gauge).toBe(23);
    expect(cableNamed('Cat 9 string', [])).toBeNull();
  });
  it('asks again for a jacket of 66 mm, with what may have been meant', () => {
    expect(figureProblem('jacket', 66)).toContain('Did you mean 6.6?');
    expect(figureProblem('jacket', NaN)).toContain('needs a number');
    expect(figureProblem('gauge', 24)).toBeNull();
  });
});
