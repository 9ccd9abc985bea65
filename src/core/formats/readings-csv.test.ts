import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema } from '../model/job';
import { parseReadingsCsv } from './readings-csv';

const file = jobFileSchema.parse(demo);
const now = Date.UTC(2026, 11, 1);
const job = { links: file.links, crew: file.crew, policy: file.job.policy, parts: file.parts, now };
const csv = (...rows: string[]) => ['link,walk,splits,taken_at', ...rows].join('\n');

describe('a file of readings', () => {
  const problems = (text: string) =>
    parseReadingsCsv(text, job).problems.map((p) => `${p.line} ${p.column}: ${p.message}`);
  it('is read in any column order, with a byte-order mark', () => {
    const { good } = parseReadingsCsv('\uFEFFwalk,link,by,splits\r\n"1 2 3 - 5 6 7 8",K1-20,Bo Tarn,\r\n36145278,k1-21,,36/45\r\n', job); // prettier-ignore
    expect(good.map((g) => [g.line, g.link.id, g.verdict, g.by, g.measured.splits])).toEqual([
      [2, 'K1-20', 'fail', 'bo', undefined],
      [3, 'K1-21', 'fail', undefined, ['36', '45']],
    ]);
  });
  it('parted by semicolons or tabs is read, with decimal commas, days before months, and a name in short', () => {
    const [row] = parseReadingsCsv('link;walk;evidence;splits;length_m;taken_at;by\n\nK1-20;12345678;wiremap-length;;31,4;20.11.2026 09:12;Bo', job).good; // prettier-ignore
    expect(row).toMatchObject({ line: 3, by: 'bo', takenAt: new Date(2026, 10, 20, 9, 12).toISOString(), measured: { lengthMetres: 31.4, splits: [] } }); // prettier-ignore
    expect(parseReadingsCsv('link\twalk\tsplits\nK1-20\t12345678\t3-6/4-5', job).good[0]!.measured.splits).toEqual(['36', '45']); // prettier-ignore
    expect(problems('link,walk,taken_at\nK1-20,12345678,20/11/2026')[0]).toContain(
      'not a time that can be read',
    );
    expect(problems('link,walk,taken_at\nK1-20,12345678,31.2.2026')[0]).toContain(
      'not a time that can be read',
    );
  });
  it('without a column of splits has not looked at them, and is no pass of a wire map; an empty cell means none', () => {
    const verdict = (text: string) => parseReadingsCsv(text, job).good[0]!;
    expect(verdict('link,walk,evidence\nK1-20,12345678,wiremap')).toMatchObject({ verdict: 'provisional', reason: expect.stringContaining('split pairs were not looked at') as string }); // prettier-ignore
    expect(verdict('link,walk,evidence,splits\nK1-20,12345678,wiremap,')).toMatchObject({ verdict: 'pass' });
  });
  it('carries what the tester itself said, and refuses a result that contradicts its margin', () => {
    const head = 'link,walk,evidence,splits,length_m,result,limit,worst,margin_db,at_mhz,configuration\n';
    const row = (cells: string) => parseReadingsCsv(`${head}K1-20,12345678,certification,,${cells}`, job);
    expect(row('30,fail,Cat 6 PL,NEXT 36-45,-1.2,310,permanent-link').good[0]).toMatchObject({ verdict: 'fail', reason: expect.stringContaining('NEXT −1.2 dB, 36-45, at 310 MHz') as string }); // prettier-ignore
    expect(row('30,pass,Cat 6 PL,NEXT 36-45,-1.2,310,').problems[0]!.message).toContain('a pass has room');
    expect(row('30,maybe,Cat 6 PL,,,,').problems[0]!.column).toBe('result');
  });
  it('points out a link that stands there twice', () => {
    const { good } = parseReadingsCsv('link,walk\nK1-20,12345678\nK1-21,12345678\nK1-20,1234567-', job);
    expect(good.map((g) => g.double)).toEqual([undefined, undefined, 2]);
  });
  it('turns a reading from the tail', () => {
    const [row] = parseReadingsCsv('link,walk,from,evidence\nK1-20,2 3 1 4 5 6 7 8,tail,wiremap', job).good;
    expect(row!.measured.from).toBe('tail');
  });
  it('tells each bad cell by line and column', () => {
    expect(problems('link,walk,from,length_m,splits,taken_at,by,evidence\nZ9,12345678,,,,,,\nK1-20,123456789,,,,,,\nK1-20,12345678,side,-3,13,soon,Nobody,hunch\nK1-20,12345678,,3000,,,,\nK1-20,1')).toEqual([
      '2 link: There is no link "Z9" in this job.',
      '3 walk: The walk has 9 answers, this link has 8 contacts. The ninth is for S, on shielded links only.',
      '4 from: "side" is not an end: write head or tail.',
      '4 evidence: "hunch" is not a kind of evidence: write continuity, wiremap, wiremap-length, qualification, certification.',
      '4 splits: "13" names no contact pairs: write them like 36/45.',
      '4 length_m: A length of -3 m cannot be: write metres between 0 and 500.',
      '4 taken_at: "soon" is not a time that can be read: write it like 2026-05-04T09:12:00Z, or 4.5.2026 09:12.',
      '4 by: Nobody in the crew is "Nobody".',
      '5 length_m: A length of 3000 m cannot be: write metres between 0 and 500.',
      '6 : This row has 2 columns, the header 8: is a comma missing, or one too many?',
    ]); // prettier-ignore
  });
  it('says what is wrong with a whole file', () => {
    expect(problems('')[0]).toContain('empty');
    expect(problems('a,b\n1,2')[0]).toContain('no column link and no column walk');
    expect(problems(`link,walk\n${'K1-20,12345678\n'.repeat(100_000)}`)[0]).toContain(
      '100000 rows; at most 5000',
    );
  });
});

describe('times in a file of readings', () => {
  const taken = (text: string, walk = '12345678', more: object = {}) => {
    const { good, problems } = parseReadingsCsv(`link,walk,splits,evidence,taken_at\nK1-03,${walk},,wiremap,${text}`, { ...job, ...more }); // prettier-ignore
    return good[0]?.takenAt ?? problems[0]?.message ?? 'none';
  };
  const here = (...of: [number, number, number, number?, number?, number?, number?]) => new Date(...of).toISOString(); // prettier-ignore

  it.each([
    ['2026-05-04T09:12:00Z', '2026-05-04T09:12:00.000Z'],
    ['2026-05-04T09:12:07.5+02:00', '2026-05-04T07:12:07.500Z'],
    ['2026-05-04 09:12 -0330', '2026-05-04T12:42:00.000Z'],
    ['4.5.2026 9:12z', '2026-05-04T09:12:00.000Z'],
    ['2026-05-04 09:12:30', here(2026, 4, 4, 9, 12, 30)],
    ['2026-05-04T09:12:30.250', here(2026, 4, 4, 9, 12, 30, 250)],
    ['4.5.2026, 09:12', here(2026, 4, 4, 9, 12)],
  ])('reads %s', (text, instant) => expect(taken(`"${text}"`)).toBe(instant));
  it.each(['4/5/2026', '31.2.2026', '2026-13-01', '2026-02-30T10:00:00Z', '2026-05-04T24:10', '2026-05-04T09:12+99:00', '2026-05-04 9:60', '4.5.26', '2026-05-04Z', '2026-05-04 noon'])(
    'does not read %s',
    (text) => expect(taken(text)).toContain('not a time that can be read'),
  ); // prettier-ignore
  it('without a time of day hold a pass back to the beginning of the day, and a fail to its end', () => {
    for (const day of ['4.5.2026', '2026-05-04']) {
      expect(taken(day)).toBe(here(2026, 4, 4));
      expect(taken(day, '123-5678')).toBe(here(2026, 4, 4, 23, 59, 59));
    }
    const [row] = parseReadingsCsv(
      csv('K1-03,12345678,,4.5.2026', 'K1-04,12345678,,4.5.2026 09:00'),
      job,
    ).good;
    expect(row!.dayOnly).toBe(true);
    expect(parseReadingsCsv(csv('K1-04,12345678,,4.5.2026 09:00'), job).good[0]!.dayOnly).toBeUndefined();
  });
  it('that are still to come are none, by more than two clocks may differ', () => {
    expect(taken('2026-12-01T00:02:00Z')).toBe('2026-12-01T00:02:00.000Z');
    expect(taken('2026-12-01T00:02:01Z')).toBe('"2026-12-01T00:02:01Z" is still to come: is the clock of the tester right?'); // prettier-ignore
    expect(taken('2027-01-05')).toContain('is still to come');
  });
  it('say their zone where a program sends them', () => {
    expect(taken('2026-05-04T09:12:00', '12345678', { zoned: true })).toBe('"2026-05-04T09:12:00" does not say in which zone: write it like 2026-05-04T09:12:00Z.'); // prettier-ignore
    expect(taken('4.5.2026', '12345678', { zoned: true })).toContain('does not say in which zone');
    expect(taken('2026-05-04T09:12:00+02:00', '12345678', { zoned: true })).toBe('2026-05-04T07:12:00.000Z');
    expect(taken('', '12345678', { zoned: true })).toBe('none');
  });
});
