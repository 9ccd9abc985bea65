import { isShielded } from '../model/cable-named';
import type { JobPlan, Link, Space } from '../model/job';
import { MOST_CABLE_METRES } from '../model/limits';
import { readMetres } from '../model/metres';
import type { PlanChanges } from '../model/plan-changes';
import { mediumOf, type ConnectorFamily } from '../wiring/connector';
import type { Order } from '../wiring/schemes';
import { NewIds, slugOf } from './new-ids';

/** A link from one space to another, with no panel and no numbered outlet between, as it is typed. */
export interface DirectDraft {
  label: string;
  from: string;
  to: string;
  head: ConnectorFamily;
  tail: ConnectorFamily;
  cable: string;
  ordered: Order;
  length: string;
}

/** A link that can be planned, or the field that is wrong and a sentence. */
export type ReadDirect =
  { ok: true; link: Link; changes: PlanChanges } | { ok: false; field: keyof DirectDraft; message: string };

/** The next label of so many such links: `R-03`. */
export function nextDirectLabel(plan: Pick<JobPlan, 'links'>, prefix: string): string {
  const taken = new Set(plan.links.map((l) => l.label.toLowerCase()));
  for (let n = 1; ; n++) {
    const label = `${prefix}${String(n).padStart(2, '0')}`;
    if (!taken.has(label.toLowerCase())) return label;
  }
}

/** Reads a link from space to space; spaces that are new come with it. */
export function readDirect(draft: DirectDraft, plan: JobPlan): ReadDirect {
  const no = (field: keyof DirectDraft, message: string) => ({ ok: false as const, field, message });
  const label = draft.label.trim();
  if (!label) return no('label', 'Give it a label, the one that is written on the cable.');
  if (plan.links.some((l) => !l.retired && l.label.toLowerCase() === label.toLowerCase()))
    return no('label', `There is a link called ${label} already: a label belongs to one.`);
  if (!draft.from.trim()) return no('from', 'Name the room or place where it begins.');
  if (!draft.to.trim()) return no('to', 'Name the room or place where it ends.');
  if (mediumOf(draft.head) !== mediumOf(draft.tail))
    return no('tail', 'A coax connector at one end needs one at the other.');
  let lengthMetres: number | undefined;
  if (draft.length.trim()) {
    const read = readMetres(draft.length, plan.policy.units);
    if (!read.ok) return no('length', read.message);
    if (read.metres < 0.1 || read.metres > MOST_CABLE_METRES)
      return no('length', `A cable of ${draft.length.trim()} cannot be: write its length, or leave it out.`);
    lengthMetres = Math.round(read.metres * 100) / 100;
  }
  const ids = new NewIds(plan.spaces.map((s) => s.id));
  const fresh: Space[] = [];
  const space = (name: string): Space => {
    const same = (s: Space) => !s.retired && s.name.trim().toLowerCase() === name.trim().toLowerCase();
    const there = plan.spaces.find(same) ?? fresh.find(same);
    if (there) return there;
    const n = plan.spaces.length + fresh.length;
    const made: Space = { id: ids.give(slugOf(name)), name: name.trim(), kind: 'room', floor: 0, x: (n % 6) * 8, y: Math.floor(n / 6) * 8 }; // prettier-ignore
    fresh.push(made);
    return made;
  };
  const link: Link = {
    id: new NewIds(plan.links.map((l) => l.id)).give(label.slice(0, 60)),
    label,
    head: { space: space(draft.from).id, connector: draft.head },
    tail: { space: space(draft.to).id, connector: draft.tail },
    ordered: draft.ordered,
    shielded: isShielded(draft.cable, plan.parts),
    cable: draft.cable.trim(),
    ...(lengthMetres === undefined ? {} : { lengthMetres }),
  };
  return {
    ok: true,
    link,
    changes: { put: { ...(fresh.length ? { spaces: fresh } : {}), links: [link] } },
  };
}
