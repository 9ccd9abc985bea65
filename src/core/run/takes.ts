import { cutLength, type CutLength } from '../bench/cut-length';
import { GUIDES } from '../bench/families';
import { LINK_LIMITS } from '../electrical/limits';
import { configurationOf } from '../log/judge-measured';
import { USUAL_SLACK_MM } from '../log/slack';
import { cableNamed } from '../model/cable-named';
import type { JobPlan, Link, Part } from '../model/job';
import type { Run } from '../model/run';
import { ENDS } from '../wiring/conductors';
import { tightBends, type TightBend } from './bends';
import { clipsOf, tiesOf, type Clip } from './clips';
import { bundleMm, holesOf, type Hole } from './holes';
import { MOST_PULL_N, pullForce, type PullForce } from './pull';
import { layRun, type LaidRun } from './way';

/** The outer diameter of a cable whose figures nobody knows, in millimetres. Our judgement: category 6. */
export const USUAL_JACKET_MM = 6.1;
/** Mains nearer than this is spoken of, in millimetres. Common practice, no source: the local code says. */
export const MAINS_MM = 50;

/** What a run takes and asks. Lengths in metres, diameters in millimetres. */
export interface RunTakes {
  laid: LaidRun;
  jacketMm: number;
  bundleMm: number;
  clips: Clip[];
  ties: number;
  holes: Hole[];
  bushings: number;
  tight: TightBend[];
  /** Each of its links, and what its cable is cut to: the way, both slacks, and what both ends take. */
  cuts: { link: Link; cut: CutLength }[];
  /** Pulled from its beginning to its end, and the other way. */
  force: { forward: PullForce; backward: PullForce };
  /** What is wrong with it, or has to be looked at first, each as a sentence. */
  warnings: string[];
}

/** What of a plan a run is reckoned with. */
export interface RunPlan {
  links: readonly Link[];
  policy: Pick<JobPlan['policy'], 'slackMm'>;
  parts: readonly Part[];
}

/** What a cable of a link is cut to on a way of so many metres. */
export function cutFor(link: Link, wayMetres: number, policy: Pick<JobPlan['policy'], 'slackMm'>): CutLength {
  const slack = (end: 'head' | 'tail') => link[end].slackMm ?? policy.slackMm ?? USUAL_SLACK_MM;
  return cutLength(wayMetres * 1000, { head: slack('head'), tail: slack('tail') }, { head: GUIDES[link.head.connector], tail: GUIDES[link.tail.connector] }); // prettier-ignore
}

/** A step in words, as warnings name it: its number and its way. */
export const stepName = (run: Pick<Run, 'steps'>, index: number): string =>
  `step ${index + 1} (${run.steps[index]!.go})`;

/**
 * What a run takes, with the thickest of its links' cables: cable, holes and bushings, clips and ties, bends and the
 * force it is pulled with. `longestBoxMetres` is the longest box a cable comes from.
 */
export function takesOfRun(run: Run, plan: RunPlan, longestBoxMetres: number): RunTakes {
  const laid = layRun(run);
  const on = new Set(run.links);
  const links = plan.links.filter((l) => on.has(l.id) && !l.retired);
  const jacketMm = Math.max(0, ...links.map((l) => cableNamed(l.cable, plan.parts)?.jacketMm ?? USUAL_JACKET_MM)) || USUAL_JACKET_MM;
  const bundle = bundleMm(Math.max(1, links.length), jacketMm);
  const families = links.flatMap((l) => ENDS.map((e) => l[e].connector));
  const holes = holesOf(laid, { cables: links.length, jacketMm, plugFirst: run.plugFirst ?? false, families });
  const cuts = links.map((link) => ({ link, cut: cutFor(link, laid.metres, plan.policy) }));
  const tight = tightBends(laid, jacketMm);
  const force = { forward: pullForce(laid), backward: pullForce(laid, true) };
  const warnings: string[] = [];
  const say = (text: string) => void warnings.push(text);
  if (run.straight) say('It goes straight: no corridor of the plan leads there. Walk it and mend its steps.');
  const far = Math.min(...(links.length ? links.map((l) => LINK_LIMITS[configurationOf(l)].metres) : [LINK_LIMITS['permanent-link'].metres]));
  if (laid.metres > far) say(`${laid.metres.toFixed(1)} m is past the ${far} m a link may have: find a shorter way, or another closet.`);
  for (const { link, cut } of cuts)
    if (cut.totalMm / 1000 > longestBoxMetres) say(`${link.label} takes ${(cut.totalMm / 1000).toFixed(1)} m: no box holds it, and a cable in a wall is never joined.`);
  for (const t of tight) say(`${stepName(run, t.index)}: a radius of ${t.radiusMm} mm is too tight; this cable needs ${Math.ceil(t.leastMm)} mm at least.`);
  if (Math.min(force.forward.newtons, force.backward.newtons) > MOST_PULL_N) say(`Pulled through in one go it takes about ${Math.round(Math.min(force.forward.newtons, force.backward.newtons))} N; a cable bears ${MOST_PULL_N} N: pull it in parts, and lay it out at a corner between them.`);
  for (const [index, step] of run.steps.entries())
    if (step.mainsMm !== undefined && step.mainsMm < MAINS_MM) say(`${stepName(run, index)}: ${step.mainsMm} mm off a mains cable. The local code says how far off or with what between; often ${MAINS_MM} mm at least.`);
  for (const h of holes) {
    if (!h.behindKnown) say(`${stepName(run, h.index)}: make sure what is behind before you drill: mains, water, gas, asbestos.`);
    else if (!h.lookedThrough) say(`${stepName(run, h.index)}: look through the hole before the cable goes in.`);
  }
  return { laid, jacketMm, bundleMm: bundle, clips: clipsOf(laid, bundle), ties: tiesOf(laid), holes, bushings: holes.reduce((n, h) => n + h.bushings, 0), tight, cuts, force, warnings };
} // prettier-ignore
