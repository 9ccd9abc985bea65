import { describe, expect, it } from 'vitest';
import { CERTIFIED, CONFIGURED, limitAt, PARAMETERS, TOP_MHZ, type Certified, type Configured, type Parameter } from './limits'; // prettier-ignore
import { carriedBy } from './carries';
import { judgeSweep, pointsAt, readSweep, withPowerSums, type SweepPoint } from './sweep';

describe('limits (TIA-568.2, from memory)', () => {
  it.each<[Certified, Configured, Parameter, number, number]>([
    // Values of its tables, remembered apart from the formulas.
    ['5e', 'channel', 'IL', 100, 24.0],
    ['5e', 'permanent-link', 'IL', 100, 21.0],
    ['5e', 'channel', 'NEXT', 100, 30.1],
    ['5e', 'permanent-link', 'NEXT', 100, 32.3],
    ['5e', 'channel', 'PSNEXT', 100, 27.1],
    ['5e', 'permanent-link', 'PSNEXT', 100, 29.3],
    ['5e', 'channel', 'RL', 100, 10.0],
    ['5e', 'permanent-link', 'RL', 100, 12.0],
    ['5e', 'channel', 'ACRF', 100, 17.4],
    ['5e', 'permanent-link', 'ACRF', 100, 18.6],
    ['5e', 'channel', 'PSACRF', 100, 14.4],
    ['6', 'channel', 'IL', 100, 21.3],
    ['6', 'channel', 'IL', 250, 36.0],
    ['6', 'permanent-link', 'IL', 100, 18.6],
    ['6', 'permanent-link', 'IL', 250, 31.1],
    ['6', 'channel', 'NEXT', 100, 39.9],
    ['6', 'channel', 'NEXT', 250, 33.1],
    ['6', 'permanent-link', 'NEXT', 100, 41.8],
    ['6', 'permanent-link', 'NEXT', 250, 35.3],
    ['6', 'channel', 'PSNEXT', 100, 37.1],
    ['6', 'channel', 'PSNEXT', 250, 30.2],
    ['6', 'permanent-link', 'PSNEXT', 100, 39.3],
    ['6', 'channel', 'ACRF', 100, 23.3],
    ['6', 'channel', 'ACRF', 250, 15.3],
    ['6', 'permanent-link', 'ACRF', 100, 24.2],
    ['6', 'channel', 'RL', 100, 12.0],
    ['6', 'channel', 'RL', 250, 8.0],
    ['6', 'permanent-link', 'RL', 100, 14.0],
    ['6A', 'channel', 'IL', 100, 20.9],
    ['6A', 'channel', 'IL', 500, 49.3],
    ['6A', 'channel', 'NEXT', 500, 26.1],
    ['6A', 'permanent-link', 'NEXT', 500, 26.7],
    ['6A', 'channel', 'RL', 500, 6.0],
    ['6A', 'permanent-link', 'RL', 500, 8.0],
  ])('%s %s: %s at %d MHz is %d dB', (category, configured, parameter, mhz, db) => {
    expect(Math.abs(limitAt(category, configured, parameter, mhz)! - db)).toBeLessThanOrEqual(0.1);
  });
  it('go on without a jump, grow harder with frequency, and end with their category', () => {
    for (const category of CERTIFIED)
      for (const configured of CONFIGURED) {
        for (const p of PARAMETERS) {
          let before = limitAt(category, configured, p, 1)!;
          for (let f = 1.5; f <= TOP_MHZ[category]; f += 0.5) {
            const now = limitAt(category, configured, p, f)!;
            // Far crosstalk falls steeply at the bottom; anywhere else a step of half a megahertz is small.
            expect(Math.abs(now - before), `${category} ${configured} ${p} ${f}`).toBeLessThan(
              f < 10 ? 4 : 0.75,
            );
            if (p === 'IL') expect(now).toBeGreaterThan(before);
            before = now;
          }
          expect(limitAt(category, configured, p, TOP_MHZ[category] + 1)).toBeNull();
          expect(limitAt(category, configured, p, 0.5)).toBeNull();
        }
      }
  });
});

/** A sweep that lies so far on the good side of its limit, in dB. */
function sweep(margin: number, category: Certified = '6'): SweepPoint[] {
  const points: SweepPoint[] = [];
  const pairs = ['12', '36', '45', '78'];
  for (let mhz = 1; mhz <= TOP_MHZ[category]; mhz += 7.78125)
    for (const p of ['IL', 'RL', 'NEXT', 'ACRF', 'PSNEXT', 'PSACRF'] as const)
      for (const far of p === 'IL' ? [false] : [false, true])
        for (const of of p === 'NEXT' || p === 'ACRF' ? pairs.flatMap((a, i) => pairs.slice(i + 1).map((b) => `${a}-${b}`)) : pairs) {
          const limit = limitAt(category, 'permanent-link', p, mhz)!;
          points.push({ pairs: of, parameter: p, far, mhz, db: p === 'IL' ? limit - margin : limit + margin });
        }
  points.push({ pairs: '12', parameter: 'IL', far: false, mhz: TOP_MHZ[category], db: limitAt(category, 'permanent-link', 'IL', TOP_MHZ[category])! - margin });
  return points;
} // prettier-ignore

describe('a sweep', () => {
  it('is read with its slips told in a sentence', () => {
    const read = readSweep('pair_or_pairs,parameter,mhz,db\n36/45,NEXT@far,100,-44.1\n"12",Insertion Loss,100,"18,2"\n');
    expect(read).toEqual({
      ok: true,
      points: [
        { pairs: '36-45', parameter: 'NEXT', far: true, mhz: 100, db: 44.1 },
        { pairs: '12', parameter: 'IL', far: false, mhz: 100, db: 18.2 },
      ],
    });
    for (const [text, says] of [
      ['', 'needs the columns'],
      ['pair_or_pairs,parameter,mhz,db\n', 'no point below'],
      ['pair_or_pairs,parameter,mhz,db\n12,HUM,1,2\n', 'Row 2: “HUM” is not a parameter'],
      ['pair_or_pairs,parameter,mhz,db\nx,IL,1,2\n', 'is not a pair'],
      ['pair_or_pairs,parameter,mhz,db\n12,IL,,2\n', 'cannot be'],
    ] as const)
      expect((readSweep(text) as { message: string }).message).toContain(says);
  }); // prettier-ignore
  it('passes by its worst margin and fails by it, naming parameter, pair, frequency and end', () => {
    const good = judgeSweep(sweep(1.5), '6', 'permanent-link');
    expect(good.pass).toBe(true);
    expect(good.worst[0]!.margin).toBeCloseTo(1.5, 6);
    const bad = sweep(1.5);
    const hit = bad.find((p) => p.parameter === 'NEXT' && p.pairs === '36-45' && p.far && p.mhz > 90)!;
    hit.db -= 4;
    const verdict = judgeSweep(bad, '6', 'permanent-link');
    expect(verdict.pass).toBe(false);
    expect(verdict.worst[0]).toMatchObject({ parameter: 'NEXT', pairs: '36-45', far: true, mhz: hit.mhz });
    expect(verdict.worst[0]!.margin).toBeCloseTo(-2.5, 6);
    expect(pointsAt(verdict.worst[0]!)).toBe('far');
  });
  it('is no pass where a parameter is missing or it does not reach the category’s highest frequency', () => {
    expect(judgeSweep(sweep(3).filter((p) => p.parameter !== 'RL'), '6', 'permanent-link')).toMatchObject({ pass: false, missing: ['RL'] }); // prettier-ignore
    expect(judgeSweep(sweep(3, '5e'), '6', 'permanent-link').pass).toBe(false);
    expect(judgeSweep([], '6', 'channel').pass).toBe(false);
  });
  it('is no pass of one pair, of one end, or of a parameter that stops half-way', () => {
    const judged = (keep: (p: SweepPoint) => boolean) =>
      judgeSweep(sweep(3).filter(keep), '6', 'permanent-link');
    expect(judged(() => true)).toMatchObject({ pass: true, partial: [] });
    expect(judged((p) => !p.pairs.includes('78'))).toMatchObject({ pass: false });
    expect(judged((p) => !(p.parameter === 'NEXT' && p.far))).toMatchObject({
      pass: false,
      partial: ['NEXT'],
    });
    expect(judged((p) => !(p.parameter === 'RL' && p.mhz > 100))).toMatchObject({
      pass: false,
      partial: ['RL'],
    });
    expect(judged((p) => !(p.parameter === 'ACRF' && p.pairs === '36-45'))).toMatchObject({
      partial: ['ACRF'],
    });
  });
  it('does not judge return loss and near crosstalk where next to nothing is lost (3 dB and 4 dB)', () => {
    const point = (parameter: Parameter, db: number): SweepPoint => ({
      pairs: '12',
      parameter,
      far: false,
      mhz: 5,
      db,
    });
    const at = (il: number) => judgeSweep([point('IL', il), point('RL', 1), { ...point('NEXT', 1), pairs: '12-36' }], '6', 'channel').worst.map((w) => w.parameter); // prettier-ignore
    expect(at(2.9).sort()).toEqual(['IL']);
    expect(at(3.5).sort()).toEqual(['IL', 'RL']);
    expect(at(4.1).sort()).toEqual(['IL', 'NEXT', 'RL']);
  });
  it('has its power sums worked out: three alike are 4.77 dB worse than one', () => {
    const next = ['12-36', '12-45', '12-78', '36-45', '36-78', '45-78'].map((pairs): SweepPoint => ({ pairs, parameter: 'NEXT', far: false, mhz: 100, db: 45 })); // prettier-ignore
    const sums = withPowerSums(next).filter((p) => p.parameter === 'PSNEXT');
    expect(sums).toHaveLength(4);
    for (const s of sums) expect(s.db).toBeCloseTo(45 - 10 * Math.log10(3), 9);
  });
});

describe('what a link will carry (IEEE 802.3, from memory)', () => {
  const will = (c: Certified, m: number) =>
    carriedBy(c, m)
      .map((x) => x.will[0])
      .join('');
  it('is by category and length, cords included', () => {
    expect(will('5e', 90)).toBe('yyymn');
    expect(will('6', 90)).toBe('yyyyn');
    expect(will('6', 27)).toBe('yyyyy');
    expect(will('6', 45)).toBe('yyyym');
    expect(will('6A', 90)).toBe('yyyyy');
    expect(will('6A', 91)).toBe('nnnnn');
  });
});
