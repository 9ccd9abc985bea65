/**
 * Measures the diagnosis by crews that are simulated: minutes to a proven link under several ways of working, how near
 * the plan is to one that looks further, what it loses where the catalogue is wrong, how fast it learns, and what it
 * costs. `npm run bench:diagnose [failing links a pair]`; `npm run bench:diagnose 400 sensitivity` for that alone.
 */
import {
  ANY_LEAD_FAULT,
  MISTAKE_LISTS,
  STARTING_WEIGHTS,
  type Weights,
} from '../src/core/diagnose/catalogue';
import { absoluteSigma } from '../src/core/diagnose/distance';
import { createEngine } from '../src/core/diagnose/engine';
import { addFound, learnedWeights, nothingFound } from '../src/core/diagnose/learn';
import type { PlanLimits } from '../src/core/diagnose/plan';
import { buildIndex } from '../src/core/diagnose/reading-index';
import { NOTHING_KNOWN, type Diagnosis } from '../src/core/diagnose/types';
import { leadUnsaid } from '../src/core/formats/diagnose';
import { DEFAULT_COSTS, type Costs } from '../src/core/model/costs';
import { followAdvice } from '../src/core/practice/conversation';
import { normalFrom, randomFrom } from '../src/core/practice/random';
import {
  afterAction,
  drawWorld,
  firstQuestion,
  readsGood,
  readWorld,
  type World,
} from '../src/core/practice/world';
import { ENDS, otherEnd, type End } from '../src/core/wiring/conductors';
import { CONNECTOR_CLASSES, type ConnectorClass } from '../src/core/wiring/connector';
import type { LinkSpec } from '../src/core/wiring/link-spec';

const FAULTS = Number(process.argv[2] ?? 1000);
const ONLY = process.argv[3];
const PAIRS: [ConnectorClass, ConnectorClass][] = [
  ['jack', 'jack'],
  ['plug', 'plug'],
  ['jack', 'plug'],
  ['core', 'jack'],
  ['core', 'plug'],
];
const linkOf = (head: ConnectorClass, tail: ConnectorClass): LinkSpec => ({
  head: { connector: head, scheme: 'T568B' },
  tail: { connector: tail, scheme: 'T568B' },
  ordered: 'straight',
  shielded: false,
  lengthMetres: 30,
});
const leadsOf = (link: LinkSpec) => ({
  head: leadUnsaid(link.head.connector),
  tail: leadUnsaid(link.tail.connector),
});
const failing = (link: LinkSpec, n: number, seed: number, weights?: Weights): World[] => {
  const random = randomFrom(seed);
  const worlds: World[] = [];
  while (worlds.length < n) {
    const w = drawWorld(link, leadsOf(link), random, weights);
    if (!readsGood(w)) worlds.push(w);
  }
  return worlds;
};
const engine = createEngine(undefined, () => performance.now());
const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
const show = (x: number, digits = 2) => x.toFixed(digits).padStart(7);
const redoCost = (c: ConnectorClass, costs: Costs) =>
  ({ plug: costs.redoPlug, jack: costs.redoJack, core: costs.redoCore })[c];

/** One end, then the other, then a new cable, and the port and the leads when that was in vain. */
function inTurn(start: World, first: End): number {
  const costs = DEFAULT_COSTS;
  let [w, minutes, at]: [World, number, End] = [start, 0, 'head'];
  for (const end of [first, otherEnd(first)]) {
    const plate = end === 'tail' && w.link.tail.connector === 'jack' ? costs.open : 0;
    minutes += (end === at ? 0 : costs.walk) + plate + redoCost(w.link[end].connector, costs) + costs.prove;
    at = end;
    w = afterAction(w, { action: 'redo', end });
    if (readsGood(w)) return minutes;
  }
  minutes += costs.repull + costs.prove;
  w = afterAction(w, { action: 're-pull' });
  if (readsGood(w)) return minutes;
  minutes += costs.check + costs.prove;
  w = afterAction(w, { action: 'check' });
  for (const end of ENDS) {
    if (readsGood(w)) return minutes;
    minutes += costs.swapLead + costs.prove;
    w = afterAction(w, { action: 'swap-lead', end });
  }
  return minutes;
}

function likelierEnd(d: Diagnosis): End {
  const share = (end: End) =>
    d.explanations
      .filter((e) => e.mistakes.some((m) => m.where === end) || e.cable.breaks.some((b) => b.zone === end))
      .reduce((s, e) => s + e.probability, 0);
  return share('tail') > share('head') + 1e-9 ? 'tail' : 'head';
}

const DEEP: PlanLimits = { looks: 6, hypotheses: 16, covered: 0.99999 };

function howGood(): void {
  console.log(`\nMean minutes to a proven link, ${FAULTS} failing links a pair, standing at the head, 30 m`);
  console.log(
    'pair        distances  near, far  likelier end    ours  look-ahead  ratio  needless re-pulls  good ends redone',
  );
  const times: number[] = [];
  for (const [head, tail] of PAIRS) {
    const link = linkOf(head, tail);
    const worlds = failing(link, FAULTS, 7);
    for (const distances of [false, true]) {
      const random = randomFrom(3);
      const noise = distances ? (m: number) => m + normalFrom(random) * absoluteSigma(m) : undefined;
      const ask = { ...(noise ? { noise } : {}) };
      const a = mean(worlds.map((w) => inTurn(w, 'head')));
      const b = mean(
        worlds.map((w) => {
          const question = firstQuestion(w, readWorld(w, noise), 'head');
          return inTurn(
            w,
            likelierEnd(engine.diagnose({ ...question, knowledge: NOTHING_KNOWN, costs: DEFAULT_COSTS })),
          );
        }),
      );
      const ours = worlds.map((w) => followAdvice(engine, w, DEFAULT_COSTS, ask));
      ours.forEach((c) => c.steps.forEach((s) => times.push(s.diagnosis.engine.ms)));
      const sample = worlds.slice(0, Math.min(300, worlds.length));
      const deep = distances
        ? NaN
        : mean(sample.map((w) => followAdvice(engine, w, DEFAULT_COSTS, { limits: DEEP }).minutes));
      const here = mean(ours.slice(0, sample.length).map((c) => c.minutes));
      const needless = ours.filter(
        (c, i) => c.repulled && worlds[i]!.cable.span === 0 && !worlds[i]!.cable.bridges.length,
      ).length;
      const redone = ours.reduce((s, c) => s + c.goodEndsRedone, 0);
      console.log(
        `${`${head}-${tail}`.padEnd(11)} ${distances ? 'with   ' : 'without'}   ${show(a)}      ${show(b)}      ${show(mean(ours.map((c) => c.minutes)))}     ${distances ? '      -' : show(deep)}  ${distances ? '    -' : (here / deep).toFixed(3)}      ${((100 * needless) / worlds.length).toFixed(2)} %            ${((100 * redone) / worlds.length).toFixed(1)} %`,
      );
    }
  }
  times.sort((a, b) => a - b);
  const at = (q: number) => times[Math.floor(q * (times.length - 1))]!.toFixed(1);
  console.log(
    `\nOne diagnosis with its next action: ${at(0.5)} ms median, ${at(0.95)} ms at the 95th percentile, ${at(0.99)} ms at the 99th (${times.length} of them)`,
  );
}

/** Weights off by up to three either way, each by itself. */
function offByThree(seed: number): Weights {
  const random = randomFrom(seed);
  return Object.fromEntries(
    MISTAKE_LISTS.map((list) => [
      list,
      Object.fromEntries(
        Object.entries(STARTING_WEIGHTS[list]).map(([k, w]) => [k, w * 3 ** (2 * random() - 1)]),
      ),
    ]),
  ) as Weights;
}

/** A mistake that no list has: three conductors of an end moved round. */
const unlisted = (w: World, random: () => number): World => {
  const end = random() < 0.5 ? 'head' : 'tail';
  const seats = w[end].seats.slice();
  const [a, b, c] = [0, 3, 6].map((least) => least + Math.floor(random() * (least < 6 ? 3 : 2))) as [
    number,
    number,
    number,
  ];
  [seats[a], seats[b], seats[c]] = [seats[b]!, seats[c]!, seats[a]!];
  return { ...w, [end]: { ...w[end], seats } };
};

function unknownTruths(): void {
  console.log(
    `\nWhere the truth is another than the catalogue, ${FAULTS} failing links a pair: minutes, against knowing it`,
  );
  console.log('pair        weights off by three: ours, knowing, lost    one in ten unlisted: ours, proven');
  for (const [head, tail] of PAIRS) {
    const link = linkOf(head, tail);
    const real = offByThree(5);
    const worlds = failing(link, FAULTS, 8, real);
    const minutes = (e: typeof engine) => mean(worlds.map((w) => followAdvice(e, w, DEFAULT_COSTS).minutes));
    const ours = minutes(engine);
    engine.weigh(real);
    const knowing = minutes(engine);
    engine.weigh(STARTING_WEIGHTS);
    const random = randomFrom(9);
    const odd = failing(link, FAULTS, 10)
      .map((w) => (random() < 0.1 ? unlisted(w, random) : w))
      .filter((w) => !readsGood(w));
    const talks = odd.map((w) => followAdvice(engine, w, DEFAULT_COSTS));
    const proven = talks.filter((c) => c.proven).length / talks.length;
    console.log(
      `${`${head}-${tail}`.padEnd(11)} ${show(ours)} ${show(knowing)} ${((100 * (ours - knowing)) / knowing).toFixed(1).padStart(6)} %                ${show(mean(talks.map((c) => c.minutes)))}  ${(100 * proven).toFixed(1)} %`,
    );
  }
}

function learning(): void {
  const real = offByThree(12);
  const link = linkOf('jack', 'jack');
  const worlds = failing(link, FAULTS, 13, real);
  const minutes = (w: Weights) => {
    engine.weigh(w);
    return mean(worlds.map((x) => followAdvice(engine, x, DEFAULT_COSTS).minutes));
  };
  const knowing = minutes(real);
  console.log(
    `\nA crew whose habits differ up to threefold, jack-jack, ${FAULTS} failing links: minutes lost against knowing them (${knowing.toFixed(2)})`,
  );
  const random = randomFrom(14);
  let found = nothingFound();
  let n = 0;
  const draw = (list: keyof Weights): string => {
    const total = Object.values(real[list]).reduce((s, w) => s + w, 0);
    let x = random() * total;
    return Object.entries(real[list]).find(([, w]) => (x -= w) < 0)![0];
  };
  for (const findings of [0, 50, 200, 1000]) {
    for (; n < findings; n++) {
      const list = random() < 0.85 ? 'jack' : random() < 0.7 ? 'cable' : 'lead';
      found = addFound(found, { [list]: { [draw(list)]: 1 } });
    }
    const ours = minutes(learnedWeights(found));
    console.log(
      `  after ${String(findings).padStart(4)} findings: ${(ours - knowing).toFixed(2)} minutes, ${((100 * (ours - knowing)) / knowing).toFixed(1)} %`,
    );
  }
  engine.weigh(STARTING_WEIGHTS);
}

function sensitivity(): void {
  const n = Math.min(FAULTS, 400);
  console.log(
    `\nSensitivity, jack-jack and jack-plug, ${n} failing links a pair: mean minutes (and the change) where a judged number is halved, doubled`,
  );
  const links = [linkOf('jack', 'jack'), linkOf('jack', 'plug')];
  const worlds = links.map((l) => failing(l, n, 21));
  /** Minutes as the starting costs count them, following a plan that believed something else. */
  const judged = (costs: Costs) =>
    mean(
      worlds.flatMap((list) =>
        list.map((w) =>
          followAdvice(engine, w, costs).steps.reduce(
            (sum, s) => sum + realMinutes(s.diagnosis.next, s.standingAt, s.knowledge, w),
            0,
          ),
        ),
      ),
    );
  const base = judged(DEFAULT_COSTS);
  console.log(`  as they are: ${base.toFixed(2)}`);
  const row = (name: string, half: number, twice: number) =>
    console.log(
      `  ${name.padEnd(28)} ${half.toFixed(2)} (${(half - base >= 0 ? '+' : '') + (half - base).toFixed(2)})   ${twice.toFixed(2)} (${(twice - base >= 0 ? '+' : '') + (twice - base).toFixed(2)})`,
    );
  for (const cost of Object.keys(DEFAULT_COSTS) as (keyof Costs)[])
    row(
      `minutes: ${cost}`,
      judged({ ...DEFAULT_COSTS, [cost]: DEFAULT_COSTS[cost] / 2 }),
      judged({ ...DEFAULT_COSTS, [cost]: DEFAULT_COSTS[cost] * 2 }),
    );
  for (const list of ['jack', 'plug', 'cable', 'lead'] as const)
    for (const kind of Object.keys(STARTING_WEIGHTS[list])) {
      if (STARTING_WEIGHTS[list][kind]! < 4) continue;
      const by = (factor: number) => {
        engine.weigh({
          ...STARTING_WEIGHTS,
          [list]: { ...STARTING_WEIGHTS[list], [kind]: STARTING_WEIGHTS[list][kind]! * factor },
        });
        const minutes = judged(DEFAULT_COSTS);
        engine.weigh(STARTING_WEIGHTS);
        return minutes;
      };
      row(`weight: ${list} ${kind}`, by(0.5), by(2));
    }
  const known = { ...ANY_LEAD_FAULT };
  const lead = (factor: number) => {
    for (const k of Object.keys(known) as (keyof typeof known)[]) ANY_LEAD_FAULT[k] = known[k] * factor;
    const minutes = judged(DEFAULT_COSTS);
    Object.assign(ANY_LEAD_FAULT, known);
    return minutes;
  };
  row('chance of a bad lead', lead(0.5), lead(2));
}

/** What an action really takes, by the starting costs. */
function realMinutes(next: Diagnosis['next'], at: End, knowledge: typeof NOTHING_KNOWN, w: World): number {
  const c = DEFAULT_COSTS;
  const touched =
    knowledge.redone.includes('tail') ||
    knowledge.looked.some((l) => l.end === 'tail') ||
    knowledge.repunched.some((r) => r.end === 'tail');
  const walk = next.end && next.end !== at ? c.walk : 0;
  const plate = next.end === 'tail' && w.link.tail.connector === 'jack' && !touched ? c.open : 0;
  switch (next.action) {
    case 'look':
      return walk + plate + c.look;
    case 'check':
      return c.check + c.prove;
    case 'swap-lead':
      return walk + c.swapLead + c.prove;
    case 'repunch':
      return walk + plate + c.repunch + c.repunchEach * next.contacts!.length + c.prove;
    case 'redo':
      return walk + plate + redoCost(w.link[next.end!].connector, c) + c.prove;
    case 're-pull':
      return c.repull + c.prove;
    default:
      return 0;
  }
}

function size(): void {
  console.log('Building an index');
  for (const [head, tail] of PAIRS) {
    const start = performance.now();
    const at = (connector: ConnectorClass) => ({
      connector,
      scheme: 'T568B' as const,
      ordered: 'straight' as const,
      lead: connector === 'jack',
    });
    const index = buildIndex({ head: at(head), tail: at(tail) });
    console.log(
      `  ${head}-${tail}: ${index.size} candidates, ${Math.round(performance.now() - start)} ms, ${(index.bytes / 1e6).toFixed(1)} MB`,
    );
  }
  const used = () => {
    globalThis.gc?.();
    const m = process.memoryUsage();
    return m.heapUsed + m.arrayBuffers;
  };
  const before = used();
  const fresh = createEngine();
  for (const scheme of ['T568A', 'T568B'] as const)
    for (const head of CONNECTOR_CLASSES)
      for (const tail of CONNECTOR_CLASSES) {
        const link = linkOf(head, tail);
        fresh.prepare({
          link: { ...link, head: { ...link.head, scheme }, tail: { ...link.tail, scheme } },
          leads: leadsOf(link),
        });
      }
  console.log(
    `All of them, both schemes: ${(fresh.bytes() / 1e6).toFixed(0)} MB kept of arrays, ${((used() - before) / 1e6).toFixed(0)} MB in all with the states`,
  );
}

if (ONLY === 'sensitivity') sensitivity();
else {
  size();
  howGood();
  unknownTruths();
  learning();
  if (ONLY === 'all') sensitivity();
}
