import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CONNECTOR_FAMILIES } from '../wiring/connector';
import { diameterOfGauge } from '../electrical/awg';
import { GUIDES } from './families';
import { calibrate, gaugeLengths, ID1_MM, NOMINAL_PX_PER_MM, screenWidthMm, TOUCH_PX_PER_MM } from './gauge';
import { STRIP_JACK, STRIP_PLUG, TRIM_CLOSED_PLUG, UNTWIST_STANDARD } from '../wiring/dimensions';
import { formatLength, MM_PER_INCH, parseLength } from './units';
import { judgeUntwist } from './untwist';
import { guideText } from './guide-text';

describe('gauges, against ASTM B258 (from memory)', () => {
  it('is 0.005 in at 36 and 0.46 in at 0000, the two sizes the formula hangs on', () => {
    expect(diameterOfGauge(36)).toBeCloseTo(0.005 * MM_PER_INCH, 9);
    expect(diameterOfGauge(-3)).toBeCloseTo(0.46 * MM_PER_INCH, 9);
  });
  it.each([
    [22, 0.644],
    [23, 0.573],
    [24, 0.511],
    [26, 0.405],
  ])('is %i AWG: %f mm', (gauge, mm) => expect(diameterOfGauge(gauge)).toBeCloseTo(mm, 3));
});

describe('lengths', () => {
  it('has 25.4 mm to the inch, exact by definition', () => {
    expect(parseLength('1 in', 'mm')).toEqual({ ok: true, mm: 25.4 });
    expect(parseLength('1/2"', 'mm')).toEqual({ ok: true, mm: 12.7 });
    expect(parseLength('1 1/4', 'inch')).toEqual({ ok: true, mm: 31.75 });
  });
  it('keeps the trade’s figures: strip 25 and 38, trim half an inch (common practice, no source), untwist 13 (TIA-568, from memory)', () => {
    expect([STRIP_JACK.mm, STRIP_PLUG.mm, TRIM_CLOSED_PLUG.mm, UNTWIST_STANDARD.mm]).toEqual([
      25, 38, 12.7, 13,
    ]);
    expect(TRIM_CLOSED_PLUG.mm).toBe(MM_PER_INCH / 2);
    expect(formatLength(12.7, 'inch')).toBe('1/2 in');
    expect(formatLength(38, 'inch')).toBe('1 1/2 in');
    expect(formatLength(13, 'inch')).toBe('1/2 in');
  });
  it('reads back what it wrote, to the sixteenth', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 640 }), (sixteenths) => {
        const mm = (sixteenths / 16) * MM_PER_INCH;
        const read = parseLength(formatLength(mm, 'inch'), 'mm');
        expect(read.ok && Math.abs(read.mm - mm) < 1e-9).toBe(true);
      }),
    );
  });
  it.each(['', 'about a thumb', '-3', '1//2', '1/0'])('has a sentence for "%s"', (text) => {
    const read = parseLength(text, 'mm');
    expect(read.ok ? '' : read.message).toContain('is not a length');
  });
});

describe('the two schools of untwist', () => {
  it('allows 13 mm by the standard (TIA-568, from memory), and under 5 mm strictly from category 6 (common practice, no source)', () => {
    const ok = (mm: number, school: 'standard' | 'strict', category: '5e' | '6') =>
      judgeUntwist(mm, school, category, 'mm').ok;
    expect([ok(13, 'standard', '6'), ok(13.1, 'standard', '6')]).toEqual([true, false]);
    expect([ok(4.9, 'strict', '6'), ok(5, 'strict', '6')]).toEqual([true, false]);
    expect(ok(13, 'strict', '5e')).toBe(true);
  });
  it('writes the job’s own limit into the guide', () => {
    const guide = GUIDES['punch-down-jack'];
    const text = (untwist: 'standard' | 'strict', units: 'mm' | 'inch') =>
      guideText('under {untwist}, strip {strip}', guide, {
        units,
        untwist,
        category: '6',
        order: { scheme: 'T568B' },
      });
    expect(text('standard', 'mm')).toBe('under 13 mm, strip 25 mm');
    expect(text('strict', 'inch')).toBe('under 3/16 in, strip 1 in');
  });
});

describe('the life-size gauge', () => {
  it('is calibrated by a card of 85.60 by 53.98 mm: ISO/IEC 7810 ID-1 (from memory)', () => {
    expect(ID1_MM).toEqual({ long: 85.6, short: 53.98 });
    expect(calibrate(428, ID1_MM.long, 2)).toEqual({ ok: true, devicePxPerMm: 10 });
  });
  it('refuses a card of 20 cm or of 1 cm with what to do', () => {
    const said = (cm: number) => {
      const answer = calibrate(cm * 10 * NOMINAL_PX_PER_MM, ID1_MM.long, 1);
      return answer.ok ? '' : answer.message;
    };
    expect(said(20)).toContain('about 200 mm, and it is to be 86 mm');
    expect(said(1)).toContain('bring its end to the edge');
    expect(calibrate(NaN, 85.6, 1).ok).toBe(false);
  });
  it('takes no line on a phone that no phone could show, and says how wide the screen would be', () => {
    // Left as a usual screen begins it, a card of 54 mm would be 204 px: 3.8 px to the millimetre, as no phone has it.
    expect(calibrate(ID1_MM.short * NOMINAL_PX_PER_MM, ID1_MM.short, 3, true).ok).toBe(false);
    expect(calibrate(ID1_MM.short * TOUCH_PX_PER_MM, ID1_MM.short, 3, true).ok).toBe(true);
    expect(screenWidthMm(390, ID1_MM.short * 6, ID1_MM.short)).toBe(65);
  });
  it('draws every family’s lengths, and an untwist where there are pairs', () => {
    for (const family of CONNECTOR_FAMILIES) {
      const names = gaugeLengths(GUIDES[family], 'strict', '6A').map((l) => l.name);
      expect(names).toContain('strip');
      expect(names.includes('untwist, strict')).toBe(family !== 'coax-compression');
    }
  });
});
