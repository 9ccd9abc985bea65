import Papa from 'papaparse';
import {
  doubtOf,
  limitAt,
  PARAMETERS,
  TOP_MHZ,
  type Certified,
  type Configured,
  type Parameter,
} from './limits';

/** One measured value: of a pair or of two, at a frequency; `far` where it was measured from the far end. */
export interface SweepPoint {
  pairs: string;
  parameter: Parameter;
  far: boolean;
  mhz: number;
  db: number;
}
/** Most points of a file. */
export const MOST_POINTS = 200_000;

/** What a file of a sweep holds; rows that are bad are told, and nothing of the file counts then. */
export type ReadSweep = { ok: true; points: SweepPoint[] } | { ok: false; message: string };

const bare = (s: string) => s.toUpperCase().replace(/[^A-Z]/g, '');
/** Names of parameters as files write them. */
const NAMES: Record<string, Parameter> = { IL: 'IL', INSERTIONLOSS: 'IL', ATTENUATION: 'IL', NEXT: 'NEXT', PSNEXT: 'PSNEXT', ACRF: 'ACRF', ELFEXT: 'ACRF', PSACRF: 'PSACRF', PSELFEXT: 'PSACRF', RL: 'RL', RETURNLOSS: 'RL' }; // prettier-ignore

/**
 * Reads a sweep: a CSV with `pair_or_pairs, parameter, mhz, db`; a parameter ends in `@far` where it was measured from
 * the far end. Decibels count without their sign.
 *
 * @example
 * readSweep('pair_or_pairs,parameter,mhz,db\n36-45,NEXT,100,44.1\n')
 */
export function readSweep(text: string): ReadSweep {
  const no = (message: string): ReadSweep => ({ ok: false, message });
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: true });
  const header = data[0]?.map((h) => h.trim().toLowerCase()) ?? [];
  const at = ['pair_or_pairs', 'parameter', 'mhz', 'db'].map((c) => header.indexOf(c));
  if (at.some((i) => i < 0)) return no('The file needs the columns pair_or_pairs, parameter, mhz and db.');
  if (data.length > MOST_POINTS) return no(`There are ${data.length - 1} points; at most ${MOST_POINTS} are read.`);
  const points: SweepPoint[] = [];
  // A file has few names and ten thousand rows: each is read once.
  const names = new Map<string, { far: boolean; parameter: Parameter | undefined }>();
  const combinations = new Map<string, string | null>();
  for (let line = 0; line < data.length - 1; line++) {
    const row = data[line + 1]!;
    const [pairs, name, mhz, db] = at.map((i) => (row[i] ?? '').trim()) as [string, string, string, string];
    let named = names.get(name);
    if (!named) names.set(name, (named = { far: /@\s*(far|remote)/i.test(name), parameter: NAMES[bare(name.replace(/@.*/, ''))] }));
    const { far, parameter } = named;
    let combination = combinations.get(pairs);
    if (combination === undefined) combinations.set(pairs, (combination = /^\d{2}(\s*[-/]\s*\d{2})?$/.test(pairs) ? pairs.replace(/\s*[-/]\s*/, '-') : null));
    const [f, value] = [Number(mhz.replace(',', '.')), Number(db.replace(',', '.'))];
    if (!parameter) return no(`Row ${line + 2}: “${name.slice(0, 20)}” is not a parameter: write ${PARAMETERS.join(', ')}.`);
    if (combination === null) return no(`Row ${line + 2}: “${pairs.slice(0, 20)}” is not a pair: write 36, or 36-45.`);
    if (!(f > 0 && f <= 3000) || !Number.isFinite(value) || Math.abs(value) > 200 || !mhz || !db) return no(`Row ${line + 2}: ${mhz || 'nothing'} MHz and ${db || 'nothing'} dB cannot be.`);
    points.push({ pairs: combination, parameter, far, mhz: f, db: Math.abs(value) });
  }
  return points.length ? { ok: true, points } : no('There is a header but no point below it.');
} // prettier-ignore

/** The worst of one parameter at one end: the pair, where, and its margin to the limit in dB; below nought it fails. */
export interface Worst {
  parameter: Parameter;
  far: boolean;
  pairs: string;
  mhz: number;
  db: number;
  limit: number;
  margin: number;
  doubt: string | null;
}
/** How a sweep stands against the limits. */
export interface SweepVerdict {
  pass: boolean;
  worst: Worst[];
  /** Parameters the file does not have: nothing is said of them. */
  missing: Parameter[];
  /** Parameters the file has of some pairs only, from one end only, or not up to the category's highest frequency. */
  partial: Parameter[];
  /** Points that are not judged: where so little is lost that the limit does not count, or past the category. */
  left: number;
}

/** Below so much insertion loss of a pair its return loss is not judged, and its near crosstalk. TIA-568.2, from memory. */
export const NOT_JUDGED_BELOW = { RL: 3, NEXT: 4 } as const;

/** Power sums out of pair to pair values where a file has none: near and far crosstalk of each pair from the three others. */
export function withPowerSums(points: readonly SweepPoint[]): SweepPoint[] {
  const out = [...points];
  for (const [of, sum] of [['NEXT', 'PSNEXT'], ['ACRF', 'PSACRF']] as const) {
    if (points.some((p) => p.parameter === sum)) continue;
    type Sum = { pairs: string; far: boolean; mhz: number; power: number; n: number };
    // By pair and end, then by frequency: one text for each of ten thousand points is what takes the time.
    const powers = new Map<string, Map<number, Sum>>();
    const ends = new Map<string, readonly string[]>();
    for (const p of points) {
      if (p.parameter !== of) continue;
      const name = p.far ? `${p.pairs}@` : p.pairs;
      let keys = ends.get(name);
      if (!keys) ends.set(name, (keys = p.pairs.split('-').map((pair) => `${pair} ${p.far}`)));
      for (const key of keys) {
        let sums = powers.get(key);
        if (!sums) powers.set(key, (sums = new Map<number, Sum>()));
        const there = sums.get(p.mhz);
        const power = 10 ** (-p.db / 10);
        if (there) {
          there.power += power;
          there.n++;
        } else sums.set(p.mhz, { pairs: key.slice(0, 2), far: p.far, mhz: p.mhz, power, n: 1 });
      }
    }
    for (const sums of powers.values())
      for (const { pairs, far, mhz, power, n } of sums.values())
        if (n === 3) out.push({ pairs, parameter: sum, far, mhz, db: -10 * Math.log10(power) });
  }
  return out;
} // prettier-ignore

const PAIRS = ['12', '36', '45', '78'] as const;
const COMBINATIONS = PAIRS.flatMap((a, i) => PAIRS.slice(i + 1).map((b) => `${a}-${b}`));
/** What is measured from both ends: it lies at the end it is measured from. */
const BOTH_ENDS: ReadonlySet<Parameter> = new Set(['NEXT', 'PSNEXT', 'RL']);

/** Whether a parameter was measured of every pair, from every end it has to be, up to the category's highest frequency. */
function isWhole(points: readonly SweepPoint[], parameter: Parameter, category: Certified): boolean {
  const ends = { near: new Map<string, number>(), far: new Map<string, number>() };
  for (const p of points) {
    if (p.parameter !== parameter) continue;
    const end = p.far ? ends.far : ends.near;
    if (p.mhz > (end.get(p.pairs) ?? 0)) end.set(p.pairs, p.mhz);
  }
  const sorted = (end: ReadonlyMap<string, number>) =>
    [...end].map(([pairs, mhz]) => [pairs.split('-').sort().join('-'), mhz] as const);
  const topOf = (pairs: string, far: boolean) =>
    Math.max(0, ...sorted(far ? ends.far : ends.near).flatMap(([p, mhz]) => (p === pairs ? [mhz] : [])));
  const of = parameter === 'NEXT' || parameter === 'ACRF' ? COMBINATIONS : PAIRS;
  const reaches = (pairs: string, far: boolean) => topOf(pairs, far) >= TOP_MHZ[category] * 0.99;
  return of.every((pairs) =>
    BOTH_ENDS.has(parameter)
      ? reaches(pairs, false) && reaches(pairs, true)
      : reaches(pairs, false) || reaches(pairs, true),
  );
}

/** Judges a sweep against the limits of a category: a pass wants every parameter whole, within every limit. */
export function judgeSweep(points: readonly SweepPoint[], category: Certified, configured: Configured): SweepVerdict {
  const all = withPowerSums(points);
  const loss = new Map<string, Map<number, number>>();
  for (const p of all) if (p.parameter === 'IL') loss.set(p.pairs, (loss.get(p.pairs) ?? new Map<number, number>()).set(p.mhz, p.db));
  /** What holds for all points of a line; points of one line mostly lie together, and each line is looked up once. */
  const lineOf = (p: SweepPoint) => {
    const quiet = p.parameter === 'RL' ? NOT_JUDGED_BELOW.RL : p.parameter === 'NEXT' || p.parameter === 'PSNEXT' ? NOT_JUDGED_BELOW.NEXT : 0;
    const losses = quiet ? p.pairs.split('-').map((pair) => loss.get(pair)) : [];
    let limitsOf = limits.get(p.parameter);
    if (!limitsOf) limits.set(p.parameter, (limitsOf = new Map<number, number | null>()));
    return { parameter: p.parameter, pairs: p.pairs, far: p.far, quiet, losses, limits: limitsOf, key: `${p.parameter} ${p.far}` };
  };
  const limits = new Map<Parameter, Map<number, number | null>>();
  const worst = new Map<string, Worst>();
  let left = 0;
  let line: ReturnType<typeof lineOf> | undefined;
  for (const p of all) {
    if (line?.pairs !== p.pairs || line.parameter !== p.parameter || line.far !== p.far) line = lineOf(p);
    let limit = line.limits.get(p.mhz);
    if (limit === undefined) line.limits.set(p.mhz, (limit = limitAt(category, configured, p.parameter, p.mhz)));
    if (limit === null || (line.quiet && line.losses.some((l) => (l?.get(p.mhz) ?? Infinity) < line!.quiet))) {
      left++;
      continue;
    }
    const margin = p.parameter === 'IL' ? limit - p.db : p.db - limit;
    const before = worst.get(line.key);
    if (!before || margin < before.margin)
      worst.set(line.key, { parameter: p.parameter, far: p.far, pairs: p.pairs, mhz: p.mhz, db: p.db, limit, margin, doubt: doubtOf(category, configured, p.parameter) });
  }
  const list = [...worst.values()].sort((a, b) => a.margin - b.margin);
  const missing = PARAMETERS.filter((x) => !all.some((p) => p.parameter === x));
  const partial = PARAMETERS.filter((x) => !missing.includes(x) && !isWhole(all, x, category));
  return { pass: missing.length === 0 && partial.length === 0 && list.every((w) => w.margin >= 0), worst: list, missing, partial, left };
} // prettier-ignore

/** Which end a failing value points at: near-end crosstalk and return loss lie at the end they are measured from. */
export const pointsAt = (w: Worst): 'near' | 'far' | null =>
  w.parameter === 'NEXT' || w.parameter === 'PSNEXT' || w.parameter === 'RL'
    ? w.far
      ? 'far'
      : 'near'
    : null;
