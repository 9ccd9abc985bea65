import { afterEach, expect, it } from 'vitest';
import { StandInWorker } from '../../../tests/support/stand-in-worker';
import { InWorker, onceInWorker } from './in-worker';

const api = {
  double: (n: number) => 2 * n,
  fail: () => {
    throw new Error('It does not go.');
  },
  never: () => new Promise<number>(() => {}),
};
type Api = typeof api;

const make = () => new StandInWorker(api) as unknown as Worker;
afterEach(() => {
  StandInWorker.endAll();
});

it('answers, refuses with what was thrown, and goes on', async () => {
  const worker = new InWorker<Api>(make);
  expect(await worker.ask((a) => a.double(4))).toBe(8);
  await expect(worker.ask((a) => a.fail())).rejects.toThrow('It does not go.');
  expect(await worker.ask((a) => a.double(5))).toBe(10);
  expect(StandInWorker.begun).toHaveLength(1);
});
it('refuses what is asked when it dies, and is begun anew by the next question', async () => {
  const worker = new InWorker<Api>(make);
  const asked = worker.ask((a) => a.never());
  StandInWorker.begun[0]!.onerror!({ message: 'out of memory' });
  await expect(asked).rejects.toThrow('out of memory');
  expect(StandInWorker.begun[0]!.ended).toBe(true);
  expect(await worker.ask((a) => a.double(1))).toBe(2);
  expect(StandInWorker.begun).toHaveLength(2);
});
it('that is ended refuses what it was asked', async () => {
  const worker = new InWorker<Api>(make);
  const asked = worker.ask((a) => a.never());
  worker.end();
  await expect(asked).rejects.toThrow('ended');
});
it('of its own ends with its answer, and with its failure', async () => {
  expect(await onceInWorker<Api, number>(make, (a) => a.double(2))).toBe(4);
  await expect(onceInWorker<Api, unknown>(make, (a) => a.fail())).rejects.toThrow();
  expect(StandInWorker.begun.map((w) => w.ended)).toEqual([true, true]);
});
