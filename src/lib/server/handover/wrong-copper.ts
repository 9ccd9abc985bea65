import type { Copper } from '$core/copper/copper';
import { diagnoseInputFor } from '$core/diagnose/ask';
import { effective, resolve } from '$core/log/effective';
import { tellLink } from '$core/log/told';
import type { Terms } from '$core/log/judge-measured';
import { specOf } from '$core/log/link-spec';
import { readMeasured } from '$core/log/measured';
import type { HandoverRecord } from '$core/handover/record';
import type { Entry, EntryOf, LogEntry } from '$core/model/entry';
import type { Link } from '$core/model/job';
import { ofLink } from '$core/model/of-link';
import { Contradiction } from '$core/reading/contradiction';
import type { End } from '$core/wiring/conductors';
import { mediumOf } from '$core/wiring/connector';
import { layoutsFor, type Layout } from '$core/wiring/schemes';
import { diagnosisEngine, indexReady } from '../engine';

/** Copper as it was while a link failed. */
export interface WrongCopper {
  at: string;
  copper: Copper;
  layouts: Record<End, Layout>;
  shielded: boolean;
  /** Whether it is what was found, or what the reading most likely was. */
  found: boolean;
}

/** Drawings of one link: who fails oftener has a story that is told in words. */
const MOST_OF_LINK = 2;
/** What is to be done next is no matter here: as little of it is planned as can be. */
const NO_PLAN = { looks: 0, hypotheses: 1, covered: 0.5 } as const;

type Failed = { reading: EntryOf<'reading'>; found?: EntryOf<'found'>['data'] };

/** Readings of a link that failed, each with what was found afterwards. */
function failsOf(entries: readonly Entry[], link: Link, terms: Terms): Failed[] {
  const fails: Failed[] = [];
  let open = false;
  for (const { entry: e, judgement } of tellLink(link, terms, resolve(entries))) {
    if (e.kind === 'redone' || e.kind === 'repulled') open = false;
    if (e.kind === 'found' && fails.length) fails.at(-1)!.found = e.data;
    if (e.kind !== 'reading') continue;
    if (judgement?.verdict !== 'fail') continue;
    // Read again before anything was done: the same copper.
    if (open) fails[fails.length - 1] = { reading: e };
    else fails.push({ reading: e });
    open = true;
  }
  return fails;
} // prettier-ignore

/** The copper of every failing link of a record, worked out by the engine in slices; by the link's id. */
export async function wrongCopper(record: HandoverRecord): Promise<Map<string, WrongCopper[]>> {
  const { file } = record;
  const terms = { policy: file.job.policy, parts: file.parts };
  const links = new Map(file.links.map((l) => [l.id, l as Link]));
  const told = new Set(record.links.flatMap((l) => (l.story.length ? [l.id] : [])));
  const byLink = new Map<string, Entry[]>();
  for (const e of effective(file.entries as LogEntry[]))
    if (ofLink(e) && told.has(e.link)) byLink.set(e.link, [...(byLink.get(e.link) ?? []), e as Entry]);
  const out = new Map<string, WrongCopper[]>();
  for (const [id, entries] of byLink) {
    const link = links.get(id)!;
    if (mediumOf(link.head.connector) === 'coax') continue;
    for (const fail of failsOf(entries, link, terms).slice(-MOST_OF_LINK)) {
      const copper = await copperOf(fail, link, file.job.policy);
      if (copper) out.set(id, [...(out.get(id) ?? []), copper]);
    }
  }
  return out;
}

async function copperOf(fail: Failed, link: Link, policy: HandoverRecord['file']['job']['policy']): Promise<WrongCopper | null> {
  const read = readMeasured(fail.reading.data.reading, link.shielded);
  if (!read.ok) return null;
  const input = diagnoseInputFor({ link, policy, reading: read.reading });
  await indexReady(input);
  await new Promise((resolve) => setImmediate(resolve));
  try {
    const { explanations } = diagnosisEngine().diagnose(input, NO_PLAN);
    const name = (mistakes: readonly { where: string; kind: string; contacts: readonly string[] }[]) =>
      mistakes.map((m) => `${m.where} ${m.kind} ${[...m.contacts].sort().join()}`).sort().join('; ');
    const found = fail.found && explanations.find((x) => name(x.mistakes) === name(fail.found!.mistakes));
    const copper = found ?? explanations[0];
    if (!copper) return null;
    return { at: fail.reading.at, copper, layouts: layoutsFor(specOf(link, policy)), shielded: link.shielded, found: found !== undefined };
  } catch (error) {
    if (error instanceof Contradiction) return null;
    throw error;
  }
} // prettier-ignore
