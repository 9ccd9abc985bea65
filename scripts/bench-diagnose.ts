/**
 * Measures the diagnosis: minutes to a proven link under three ways of working, how near the plan is to one without
 * limits, and the time and memory it takes. `npm run bench:diagnose [faults a family pair]`.
 */
import { DEFAULT_COSTS } from '../src/core/model/costs';
import {
  cableMistakes,
  endMistakes,
  ANY_CABLE_FAULT,
  ANY_MISTAKE,
  STARTING_WEIGHTS,
} from '../src/core/diagnose/catalogue';
import {
  rightEnd,
  SOUND_CABLE,
  splitMask,
  walkMasks,
  wideCable,
  wideEnd,
  type CompactCable,
  type CompactEnd,
} from '../src/core/diagnose/compact';
import { drawMistakes } from '../src/core/practice/draw';
import { distanceSigma } from '../src/core/diagnose/distance';
import { createEngine } from '../src/core/diagnose/engine';
import { PLAN_LIMITS, repunched, type PlanLimits } from '../src/core/diagnose/plan';
import { buildIndex } from '../src/core/diagnose/reading-index';
import { type DiagnoseInput, type Knowledge } from '../src/core/diagnose/types';
import { normalFrom, randomFrom } from '../src/core/practice/random';
import { sense } from '../src/core/copper/sense';
import type { Distance, Reading } from '../src/core/reading/reading';
import { CONDUCTORS, CONTACTS, otherEnd, type End } from '../src/core/wiring/conductors';
import type { ConnectorClass } from '../src/core/wiring/connector';

const FAULTS = Number(process.argv[2] ?? 2000);
const LENGTH = 30;
const random = randomFrom(7);
const normal = () => normalFrom(random);
const right = rightEnd('T568B');

/** A link as it really is, and where along its cable each span fault lies. */
interface Truth {
  head: CompactEnd;
  tail: CompactEnd;
  cable: CompactCable;
  at: number[];
}

const masks = new Uint8Array(8);
const passes = (t: Truth) => {
  walkMasks(t.head, t.tail, t.cable, masks);
  return masks.every((m, i) => m === 1 << i) && splitMask(t.head, masks) === 0;
};

function fault(head: ConnectorClass, tail: ConnectorClass): Truth {
  for (;;) {
    const t: Truth = {
      head: drawMistakes(right, endMistakes(head, 'T568B'), ANY_MISTAKE, STARTING_WEIGHTS[head], random),
      tail: drawMistakes(right, endMistakes(tail, 'T568B'), ANY_MISTAKE, STARTING_WEIGHTS[tail], random),
      cable: drawMistakes(SOUND_CABLE, cableMistakes(), ANY_CABLE_FAULT, STARTING_WEIGHTS.cable, random),
      at: CONDUCTORS.map(() => random() * LENGTH),
    };
    if (t.cable.span === 0xff) t.at.fill(t.at[0]!);
    if (!passes(t)) return t;
  }
}

/** What a tester with or without length shows of it, seen from the head, errors included. */
function read(t: Truth, withDistances: boolean): Reading {
  const seen = sense(
    { head: wideEnd(t.head, false), tail: wideEnd(t.tail, false), cable: wideCable(t.cable) },
    false,
  );
  const reading: Reading = { evidence: 'wiremap', ...seen };
  if (!withDistances) return reading;
  const distances: Distance[] = [];
  const bridged = (e: CompactEnd, i: number) => e.bridges.some((b) => b.includes(i));
  CONTACTS.forEach((contact, i) => {
    if (seen.walk[i]!.length === 1 && !seen.joins.head.some((g) => g.includes(contact))) return;
    const k = t.head.seats[i]!;
    const join = t.cable.bridges.find((b) => b.includes(k));
    const j = t.tail.seats.indexOf(k);
    const metres =
      (t.head.open >> i) & 1 || bridged(t.head, i) || k > 7 || (t.cable.head >> k) & 1
        ? 0
        : join
          ? t.at[join[0]]!
          : (t.cable.span >> k) & 1
            ? t.at[k]!
            : j < 0 || (t.cable.tail >> k) & 1 || (t.tail.open >> j) & 1 || bridged(t.tail, j)
              ? LENGTH
              : null;
    if (metres !== null)
      distances.push({
        contact,
        from: 'head',
        metres: Math.max(0, metres + normal() * distanceSigma(metres)),
      });
  });
  return { ...reading, evidence: 'wiremap-length', distances };
}

const redone = (t: Truth, end: End): Truth => ({ ...t, [end]: right, cable: { ...t.cable, [end]: 0 } });
const redoCost = (c: ConnectorClass) => (c === 'plug' ? DEFAULT_COSTS.redoPlug : DEFAULT_COSTS.redoJack);
const engine = createEngine(undefined, () => performance.now());
const times: number[] = [];
const ask = (
  classes: Record<End, ConnectorClass>,
  reading: Reading,
  standingAt: End,
  knowledge: Knowledge,
  limits = PLAN_LIMITS,
) => {
  const input: DiagnoseInput = {
    link: {
      head: { connector: classes.head, scheme: 'T568B' },
      tail: { connector: classes.tail, scheme: 'T568B' },
      ordered: 'straight',
      shielded: false,
      lengthMetres: LENGTH,
    },
    reading,
    standingAt,
    knowledge,
    costs: DEFAULT_COSTS,
  };
  const start = performance.now();
  const d = engine.diagnose(input, limits);
  if (limits === PLAN_LIMITS) times.push(performance.now() - start);
  return d;
};
const NOTHING: Knowledge = { looked: [], readBack: [], redone: [] };

/** One end, then the other, then a new cable. */
function inTurn(t: Truth, classes: Record<End, ConnectorClass>, first: End): number {
  let minutes = 0,
    at: End = 'head';
  for (const end of [first, otherEnd(first)]) {
    minutes += (end === at ? 0 : DEFAULT_COSTS.walk) + redoCost(classes[end]) + DEFAULT_COSTS.prove;
    at = end;
    t = redone(t, end);
    if (passes(t)) return minutes;
  }
  return minutes + DEFAULT_COSTS.repull + DEFAULT_COSTS.prove;
}

function likelierEnd(d: ReturnType<typeof ask>): End {
  const share = (end: End) =>
    d.explanations
      .filter((e) => e.mistakes.some((m) => m.where === end) || e.cable.breaks.some((b) => b.zone === end))
      .reduce((s, e) => s + e.probability, 0);
  return share('tail') > share('head') + 1e-9 ? 'tail' : 'head';
}

/** What the program says, step by step, each new reading asked about afresh. */
function ours(
  t: Truth,
  classes: Record<End, ConnectorClass>,
  withDistances: boolean,
  limits = PLAN_LIMITS,
): number {
  let minutes = 0,
    at: End = 'head',
    knowledge = NOTHING;
  let reading = read(t, withDistances);
  for (let step = 0; step < 40; step++) {
    let next;
    try {
      next = ask(classes, reading, at, knowledge, limits).next;
    } catch {
      next = { action: 're-pull' as const, minutes: DEFAULT_COSTS.repull };
    }
    minutes += next.minutes;
    if (next.action === 'none') return minutes;
    if (next.action === 're-pull') return minutes + DEFAULT_COSTS.prove;
    const end: End = next.end!;
    at = end;
    if (next.action === 'look') {
      const i = CONTACTS.indexOf(next.contact as '1');
      const e = t[end];
      const conductor = CONDUCTORS[e.seats[i]!];
      if (!conductor) return minutes + DEFAULT_COSTS.repull + DEFAULT_COSTS.prove;
      knowledge = {
        ...knowledge,
        looked: [
          ...knowledge.looked,
          {
            end,
            contact: next.contact!,
            conductor,
            open: Boolean((e.open >> i) & 1),
            bridged: e.bridges.some((b) => b.includes(i)),
          },
        ],
      };
      continue;
    }
    minutes += DEFAULT_COSTS.prove;
    const kept = knowledge.looked.filter((l) => l.end !== end);
    if (next.action === 'redo') {
      t = redone(t, end);
      const sure = CONTACTS.map((contact, i) => ({
        end,
        contact,
        conductor: CONDUCTORS[right.seats[i]!]!,
        open: false,
        bridged: false,
      }));
      knowledge = {
        ...knowledge,
        looked: [...kept, ...sure],
        redone: [...new Set([...knowledge.redone, end])],
      };
    } else {
      const contacts = next.contacts!.map((c) => CONTACTS.indexOf(c as '1'));
      t = {
        ...t,
        [end]: repunched(
          t[end],
          right,
          contacts.reduce((m, i) => m | (1 << i), 0),
        ),
      };
      const sure = contacts.map((i) => ({
        end,
        contact: CONTACTS[i]!,
        conductor: CONDUCTORS[right.seats[i]!]!,
        open: false,
        bridged: false,
      }));
      const still = knowledge.looked.filter(
        (l) =>
          l.end === end &&
          !next.contacts!.includes(l.contact) &&
          !sure.some((s) => s.conductor === l.conductor),
      );
      knowledge = { ...knowledge, looked: [...kept, ...still, ...sure] };
    }
    if (passes(t)) return minutes;
    reading = read(t, withDistances);
  }
  return minutes + DEFAULT_COSTS.repull + DEFAULT_COSTS.prove;
}

const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
const show = (x: number) => x.toFixed(2).padStart(7);
const families: [string, ConnectorClass, ConnectorClass][] = [
  ['jack-jack', 'jack', 'jack'],
  ['plug-plug', 'plug', 'plug'],
  ['jack-plug', 'jack', 'plug'],
];

console.log('Building an index');
for (const [name, head, tail] of families) {
  const start = performance.now();
  const index = buildIndex({
    head: { connector: head, scheme: 'T568B' },
    tail: { connector: tail, scheme: 'T568B' },
  });
  console.log(`  ${name}: ${index.size} candidates, ${Math.round(performance.now() - start)} ms`);
}

console.log(`\nMean minutes to a proven link, ${FAULTS} faults a pair, standing at the head`);
console.log('pair       distances  cable    (a) near, far   (b) likelier     (c) ours');
for (const [name, head, tail] of families) {
  const classes = { head, tail };
  const truths = Array.from({ length: FAULTS }, () => fault(head, tail));
  for (const withDistances of [false, true]) {
    const rows = truths.map((t) => {
      const first = likelierEnd(ask(classes, read(t, withDistances), 'head', NOTHING));
      return {
        span: t.cable.span !== 0 || t.cable.bridges.length > 0,
        a: inTurn(t, classes, 'head'),
        b: inTurn(t, classes, first),
        c: ours(t, classes, withDistances),
      };
    });
    for (const [label, part] of [
      ['all', rows],
      ['no re-pull', rows.filter((r) => !r.span)],
    ] as const)
      console.log(
        `${name.padEnd(10)} ${withDistances ? 'with   ' : 'without'}    ${label.padEnd(10)} ${show(mean(part.map((r) => r.a)))}         ${show(mean(part.map((r) => r.b)))}       ${show(mean(part.map((r) => r.c)))}`,
      );
  }
}

const UNLIMITED: PlanLimits = { looks: 16, hypotheses: 24, covered: 1 };
const SAMPLE = Math.min(200, FAULTS);
console.log(`\nThe same way of working with looks without limit over 24 hypotheses, ${SAMPLE} faults a pair`);
for (const [name, head, tail] of families) {
  const truths = Array.from({ length: SAMPLE }, () => fault(head, tail));
  const limited = mean(truths.map((t) => ours(t, { head, tail }, false)));
  const best = mean(truths.map((t) => ours(t, { head, tail }, false, UNLIMITED)));
  console.log(
    `  ${name}: ${show(limited)} against ${show(best)} minutes, ratio ${(limited / best).toFixed(4)}`,
  );
}
times.sort((a, b) => a - b);
const at = (q: number) => times[Math.floor(q * (times.length - 1))]!.toFixed(1);
console.log(
  `\nOne diagnosis: ${at(0.5)} ms median, ${at(0.95)} ms at the 95th percentile, ${at(0.99)} ms at the 99th (${times.length} of them)`,
);

const used = () => {
  globalThis.gc?.();
  const m = process.memoryUsage();
  return m.heapUsed + m.arrayBuffers;
};
const fresh = createEngine();
const before = used();
for (const ordered of ['straight', 'crossover'] as const)
  for (const scheme of ['T568A', 'T568B'] as const)
    for (const head of ['plug', 'jack'] as const)
      for (const tail of ['plug', 'jack'] as const)
        fresh.prepare({
          head: { connector: head, scheme },
          tail: { connector: tail, scheme },
          ordered,
          shielded: false,
        });
console.log(`Memory of all sixteen indexes: ${Math.round((used() - before) / 1e6)} MB`);
fresh.weigh(STARTING_WEIGHTS);
