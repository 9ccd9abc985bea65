import type { Parameter } from '$core/certify/limits';
import { readSweep, withPowerSums, type ReadSweep, type SweepPoint } from '$core/certify/sweep';
import { readTouchstone, sweepOfNetwork, type PortOrder, type Scattering } from '$core/certify/touchstone';

/** Larger files are no sweep of one link. Our judgement. */
const MOST_BYTES = 20_000_000;

/** A sweep as it is brought in from files, one after another where each has some of the pairs. */
export class BroughtSweep {
  points = $state.raw<readonly SweepPoint[]>([]);
  /** Of the file that was brought last. */
  name = $state('');
  /** What is wrong with it. */
  problem = $state('');
  /** A network analyser's file waits until it is said which ports and which pairs it is of. */
  network = $state.raw<Scattering | null>(null);
  /** With the power sums that follow from its pairs. */
  readonly whole = $derived(withPowerSums(this.points));
  /** What somebody chose to see drawn; null for the worst. */
  drawn = $state<Parameter | null>(null);

  /** Takes a file. */
  async bring(file: File): Promise<void> {
    this.name = file.name;
    this.network = null;
    if (file.size > MOST_BYTES)
      return void (this.problem = `${file.name} is ${Math.round(file.size / 1e6)} MB; at most 20 are read.`);
    const text = await file.text();
    if (!/\.s\d+p$/i.test(file.name)) return this.take(readSweep(text), true);
    const read = readTouchstone(text, file.name);
    this.problem = read.ok ? '' : `${file.name}: ${read.message}`;
    this.network = read.ok ? read.network : null;
  }
  /** Takes the network that waits, as of these ports and pairs. */
  takeNetwork(order: PortOrder, pairs: readonly string[]): void {
    if (!this.network) return;
    this.take(sweepOfNetwork(this.network, order, pairs.slice(0, this.network.ports / 4)), false);
    if (!this.problem) this.network = null;
  }
  /** Points of a file: alone, or beside those of the pairs that were brought before. */
  private take(read: ReadSweep, alone: boolean): void {
    this.problem = read.ok ? '' : `${this.name}: ${read.message}`;
    if (!read.ok) return;
    const key = (p: SweepPoint) => `${p.pairs} ${p.parameter} ${p.far}`;
    const fresh = new Set(read.points.map(key));
    this.points = [...(alone ? [] : this.points.filter((p) => !fresh.has(key(p)))), ...read.points];
    this.drawn = null;
  }
}
