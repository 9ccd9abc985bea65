import jStat from 'jstat';
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../practice/random';
import { meanCount, medianOf } from './counts';
import { alarmsWithin, chart, cusumFor, runLength } from './cusum';
import { poissonLine } from './poisson';

describe('a mean count', () => {
  it('has the gamma posterior’s bounds: of none in ten, 1.92 in ten at most (half a chi-square of one degree, by hand)', () => {
    // Gamma(½) is half a chi-square of one degree of freedom, whose 95 % point is 3.841.
    expect(meanCount(0, 10).high).toBeCloseTo(3.8415 / 2 / 10, 4);
    expect(meanCount(0, 10).low).toBe(0);
    const { low, high } = meanCount(7, 20);
    expect([low < 0.35, high > 0.35]).toEqual([true, true]);
  });
});

describe('a median', () => {
  it('has the bounds of order statistics: of ten, the second and the ninth hold it with nine chances in ten', () => {
    // Binomial(10, ½): 1 + 10 of 1024 below the second, 0.0107 a side; 56 of 1024, 0.0547, would be too much.
    expect(medianOf([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])).toEqual({ middle: 5.5, of: 10, low: 2, high: 9 });
    expect(medianOf([3, 1, 2])).toEqual({ middle: 2, of: 3 });
    expect(medianOf([])).toBeNull();
  });
  it('holds the true one as often as it says, at least', () => {
    const random = randomFrom(3);
    let held = 0;
    for (let run = 0; run < 1000; run++) {
      const m = medianOf(Array.from({ length: 25 }, () => -Math.log(1 - random())))!;
      held += Number(m.low! <= Math.LN2 && Math.LN2 <= m.high!);
    }
    expect(held).toBeGreaterThan(890);
  });
});

describe('a CUSUM of good and bad', () => {
  it('by hand: up two and limit two alarms at the first bad one, so after 1/p cases', () => {
    expect(runLength(0.1, 2, 2)).toBeCloseTo(10, 9);
    // Up one, limit two: w0 = 1 + p·w1 + q·w0, w1 = 1 + q·w0, so w0 = (1 + p) / p².
    expect(runLength(0.2, 1, 2)).toBeCloseTo(1.2 / 0.04, 9);
  });
  it('alarms for nothing as seldom as it says, and finds what it is made to find much sooner (by simulation)', () => {
    const c = cusumFor(0.05, 300);
    const random = randomFrom(5);
    const until = (share: number) => {
      let [height, n] = [0, 0];
      while (height < c.limit) {
        height = Math.max(0, height + (random() < share ? c.up : -1));
        n++;
      }
      return n;
    };
    const mean = (share: number, runs: number) => Array.from({ length: runs }, () => until(share)).reduce((a, b) => a + b, 0) / runs; // prettier-ignore
    expect(c.between).toBeGreaterThanOrEqual(300);
    expect(mean(0.05, 3000) / c.between).toBeGreaterThan(0.93);
    expect(mean(0.05, 3000) / c.between).toBeLessThan(1.07);
    expect(mean(c.worse, 3000) / runLength(c.worse, c.up, c.limit)).toBeCloseTo(1, 1);
    expect(runLength(c.worse, c.up, c.limit)).toBeLessThan(c.between / 6);
  });
  it('says how likely a series alarms by chance: of one case, its own chance where one is enough', () => {
    expect(alarmsWithin({ usual: 0.1, worse: 0.3, up: 3, limit: 3, between: 10 }, 1)).toBeCloseTo(0.1, 12);
    expect(alarmsWithin({ usual: 0.1, worse: 0.3, up: 3, limit: 3, between: 10 }, 5)).toBeCloseTo(1 - 0.9 ** 5, 12); // prettier-ignore
  });
  it('says where a change began: after the last time on its floor', () => {
    const bad = [...Array<boolean>(40).fill(false), ...Array<boolean>(10).fill(true)];
    expect(chart(cusumFor(0.05, 500), bad)).toMatchObject({ began: 40, alarm: 42 });
    expect(chart(cusumFor(0.05, 500), Array<boolean>(40).fill(false)).alarm).toBeUndefined();
  });
});

describe('a Poisson regression on one variable', () => {
  it('of two values is the ratio of their rates, its bounds those of the counts (by hand)', () => {
    // Rates 10/100 and 40/100: a slope of ln 4, its deviation √(1/10 + 1/40).
    const fit = poissonLine([{ x: 0, count: 10, of: 100 }, { x: 1, count: 40, of: 100 }])!; // prettier-ignore
    expect(fit.at0).toBeCloseTo(Math.log(0.1), 8);
    expect(fit.slope).toBeCloseTo(Math.log(4), 8);
    expect(fit.high - fit.slope).toBeCloseTo(jStat.normal.inv(0.95, 0, 1) * Math.sqrt(0.1 + 0.025), 6);
  });
  it('finds the slope that was put in, within its bounds nine times in ten, and says nothing where there is nothing', () => {
    const random = randomFrom(9);
    const poisson = (mean: number) => {
      let [k, p] = [0, Math.exp(-mean)];
      for (let u = random(), sum = p; u > sum; sum += p) p *= mean / ++k;
      return k;
    };
    let held = 0;
    for (let run = 0; run < 300; run++) {
      const cases = Array.from({ length: 120 }, (_, i) => ({ x: i / 40, count: poisson(0.3 * Math.exp(0.4 * (i / 40))), of: 1 })); // prettier-ignore
      const fit = poissonLine(cases)!;
      held += Number(fit.low <= 0.4 && 0.4 <= fit.high);
    }
    expect(held).toBeGreaterThan(255);
    expect(held).toBeLessThan(288);
    expect(poissonLine([{ x: 1, count: 0, of: 10 }, { x: 2, count: 0, of: 10 }])).toBeNull(); // prettier-ignore
    expect(poissonLine([{ x: 1, count: 3, of: 10 }])).toBeNull();
  });
});
