import { CONTACTS, otherEnd } from '../wiring/conductors';
import { conductorAt, schemesFor } from '../wiring/schemes';
import { mendsOf, type PlanContext, type PlannedAction } from './plan';
import type { DiagnoseInput, Explanation, Remedy } from './types';
import type { Way } from './ways';
import { remedyText } from './words';

/** A way written out as an explanation, with what mends it. */
export function explain(way: Way, context: PlanContext, input: DiagnoseInput): Explanation {
  const [remedy, then] = remediesOf(way, context, input);
  return {
    probability: way.probability,
    mistakes: way.mistakes,
    head: way.copper.head,
    tail: way.copper.tail,
    cable: way.copper.cable,
    remedy: remedy ?? {
      action: 'none',
      contacts: [],
      text: remedyText('none', undefined, [], undefined, undefined, false),
    },
    ...(then ? { then } : {}),
  };
}

function remediesOf(way: Way, context: PlanContext, input: DiagnoseInput): Remedy[] {
  const schemes = schemesFor(input.link);
  const drainBroken = way.copper.cable.breaks.some((b) => b.conductor === 'DRAIN');
  const mends = drainBroken ? null : mendsOf(context, way, input.standingAt);
  if (mends === null)
    return [
      {
        action: 're-pull',
        contacts: [],
        text: remedyText('re-pull', undefined, [], undefined, undefined, false),
      },
    ];
  const remedy = (m: PlannedAction): Remedy => {
    if (m.action === 're-pull' || m.action === 'look') throw new Error(`no remedy: ${m.action}`);
    const contacts = m.action === 'repunch' ? m.contacts.map((i) => CONTACTS[i]!) : [];
    const misplaced = contacts.some((c) => way.copper[m.end].seats[c] !== conductorAt(schemes[m.end], c));
    return {
      action: m.action,
      end: m.end,
      contacts,
      text: remedyText(m.action, m.end, contacts, context.connector[m.end], schemes[m.end], misplaced),
    };
  };
  const out = mends.map(remedy);
  for (const end of [input.standingAt, otherEnd(input.standingAt)]) {
    const onShield =
      way.copper[end].open.includes('S') || way.copper[end].bridges.some((b) => b.includes('S'));
    if (onShield && !out.some((r) => r.end === end && r.action === 'redo'))
      out.push({
        action: 'redo',
        end,
        contacts: ['S'],
        text: `At the ${end}, open the connector, clear the foil and seat the drain on the shield.`,
      });
  }
  return out.sort((a, b) => Number(a.end !== input.standingAt) - Number(b.end !== input.standingAt));
}
