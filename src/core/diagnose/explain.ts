import type { Copper } from '../copper/copper';
import { CONTACTS, contactsOf, type Contact, type End } from '../wiring/conductors';
import { laidAt, layoutsFor } from '../wiring/schemes';
import type { LinkSpec } from '../wiring/link-spec';
import { mendsOf, type PlanContext, type PlannedAction } from './plan';
import type { DiagnoseInput, Explanation, Remedy } from './types';
import type { Way } from './ways';
import { remedyText } from './words';

/** A way written out as an explanation, with what mends it. */
export function explain(way: Way, context: PlanContext, input: DiagnoseInput): Explanation {
  const [remedy, then] = remediesOf(way, context, input);
  const { copper } = way;
  return {
    probability: way.probability,
    mistakes: way.mistakes,
    head: copper.head,
    tail: copper.tail,
    cable: copper.cable,
    leads: copper.leads,
    setting: copper.setting,
    remedy: remedy ?? withText({ action: 'none', contacts: [] }, copper, input.link),
    ...(then ? { then } : {}),
  };
}

/** A remedy with its sentence. */
export function withText(remedy: Omit<Remedy, 'text'>, copper: Pick<Copper, End>, link: LinkSpec): Remedy {
  const { end, contacts } = remedy;
  const layouts = layoutsFor(link);
  const misplaced =
    end !== undefined && contacts.some((c) => copper[end].seats[c] !== laidAt(layouts[end], c));
  return { ...remedy, text: remedyText(remedy, link, misplaced) };
}

function remediesOf(way: Way, context: PlanContext, input: DiagnoseInput): Remedy[] {
  const mends = mendsOf(context, way, input.standingAt);
  const { copper } = way;
  if (mends === null) return [withText({ action: 're-pull', contacts: [] }, copper, input.link)];
  const onlyShield = (end: End) =>
    way.shield === end && contactsOf(false).every((c) => !isWrong(copper, end, c, input.link));
  const remedy = (m: PlannedAction): Remedy => {
    if (m.action === 're-pull' || m.action === 'look') throw new Error(`no remedy: ${m.action}`);
    if (m.action === 'check') return withText({ action: 'check', contacts: [] }, copper, input.link);
    const contacts: Contact[] =
      m.action === 'repunch'
        ? m.contacts.map((i) => CONTACTS[i]!)
        : m.action === 'redo' && onlyShield(m.end)
          ? ['S']
          : [];
    return withText({ action: m.action, end: m.end, contacts }, copper, input.link);
  };
  return mends.map(remedy);
}

const isWrong = (copper: Pick<Copper, End>, end: End, c: Contact, link: LinkSpec): boolean =>
  copper[end].seats[c] !== laidAt(layoutsFor(link)[end], c) ||
  copper[end].open.includes(c) ||
  copper[end].bridges.some((b) => b.includes(c) && !b.includes('S'));
