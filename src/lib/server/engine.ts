import { DEFAULT_COSTS } from '$core/model/costs';
import { createEngine, type Engine, type Indexed } from '$core/diagnose/engine';
import { NOTHING_KNOWN } from '$core/diagnose/types';
import { leadUnsaid } from '$core/formats/diagnose';
import { CONTACTS } from '$core/wiring/conductors';
import { CONNECTOR_CLASSES } from '$core/wiring/connector';
import { SCHEMES } from '$core/wiring/schemes';

let engine: Engine | undefined;
let warming: Promise<void> | undefined;

/** The server's diagnosis engine, made at its first use and kept. */
export const diagnosisEngine = (): Engine => (engine ??= createEngine(undefined, () => performance.now()));

/** Pages come first: building begins this long after the start, and rests this long after each step, in ms. */
const WARM_UP = { after: 1000, rest: 4 };

/** Builds the index of every straight link ahead of the first question, in small steps, so that nobody has to wait for it. */
export function warmUp(): Promise<void> {
  warming ??= (async () => {
    await pause(WARM_UP.after);
    for (const scheme of [...SCHEMES].reverse())
      for (const head of CONNECTOR_CLASSES)
        for (const tail of CONNECTOR_CLASSES) {
          const steps = diagnosisEngine().prepareInSteps({
            link: { head: { connector: head, scheme }, tail: { connector: tail, scheme }, ordered: 'straight', shielded: false },
            leads: { head: leadUnsaid(head), tail: leadUnsaid(tail) },
          }); // prettier-ignore
          while (!steps.next().done) await pause(WARM_UP.rest);
        }
    rehearse();
  })();
  return warming;
}

const building = new Map<string, Promise<void>>();

/**
 * Has the index for such a link ready, built in small steps where it is not, so that nobody else waits for it. Whoever
 * asks for the same one meanwhile waits for the same building.
 */
export async function indexReady(asked: Indexed): Promise<void> {
  const steps = diagnosisEngine().prepareInSteps(asked);
  const first = steps.next();
  if (first.done) return;
  const name = JSON.stringify([asked.link.head, asked.link.tail, asked.link.ordered, asked.leads]);
  let there = building.get(name);
  if (!there) {
    there = (async () => {
      while (!steps.next().done) await new Promise((resolve) => setImmediate(resolve));
    })().finally(() => building.delete(name));
    building.set(name, there);
  }
  await there;
}

/** Goes through the hardest reading once, so that the first one who has it does not wait for the code to warm up. */
function rehearse(): void {
  const plug = { connector: 'plug', scheme: 'T568B' } as const;
  diagnosisEngine().diagnose({
    link: { head: plug, tail: plug, ordered: 'straight', shielded: false },
    reading: {
      walk: CONTACTS.map(() => []),
      evidence: 'wiremap-length',
      splits: [],
      joins: { head: [], tail: [] },
      distances: CONTACTS.map((contact) => ({ contact, from: 'head', metres: 12 })),
    },
    leads: { head: 'none', tail: 'none' },
    standingAt: 'head',
    knowledge: NOTHING_KNOWN,
    costs: DEFAULT_COSTS,
  });
}

/** Waits without keeping the process alive for it. */
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms).unref());
