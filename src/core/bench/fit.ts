import { piercedByBlades } from '../wiring/connector';
import { CATEGORIES, type CableSpec, type Category, type ConnectorSpec } from '../wiring/parts';

/** How one property of a cable suits a connector. */
export type FitGrade = 'fits' | 'remedy' | 'does-not-fit';

/** One property held against the connector: how it suits, why, and what helps. */
export interface FitReason {
  about: 'jacket' | 'conductor' | 'gauge' | 'insulation' | 'spline' | 'shield' | 'jacket type' | 'category';
  grade: FitGrade;
  text: string;
}

/** Whether a cable goes into a connector, why, and what the link can still reach. */
export interface Fit {
  grade: FitGrade;
  reasons: FitReason[];
  category: Category;
}

/** How much the round of the pliers may squeeze a jacket oval, as a share of the opening. Our judgement. */
export const OVAL_SHARE = 1.1;
/** What foil or braid folded back over the jacket adds to its diameter, in millimetres. Our judgement. */
export const FOIL_FOLD_MM = 0.4;

const lower = (a: Category, b: Category): Category => (CATEGORIES.indexOf(a) < CATEGORIES.indexOf(b) ? a : b);
const mm = (n: number) => `${Math.round(n * 100) / 100} mm`;

/** The category a link can reach: its lowest part sets it, the connectors of both ends as far as they are known included. */
export const linkCategory = (
  cable: CableSpec,
  connectors: readonly (ConnectorSpec | undefined)[],
): Category =>
  connectors.reduce<Category>((least, c) => (c ? lower(least, c.category) : least), cable.category);

/** Holds a cable against a connector. Every reason is common practice unless its constant says otherwise. */
export function fitOf(cable: CableSpec, connector: ConnectorSpec): Fit {
  const reasons = [
    jacket(cable, connector),
    conductor(cable, connector),
    gauge(cable, connector),
    insulation(cable, connector),
    spline(cable),
    shield(cable, connector),
    jacketType(cable, connector),
    category(cable, connector),
  ].filter((r) => r !== null);
  const grade = (['does-not-fit', 'remedy'] as const).find((g) => reasons.some((r) => r.grade === g));
  return { grade: grade ?? 'fits', reasons, category: lower(cable.category, connector.category) };
}

const reason = (about: FitReason['about'], grade: FitGrade, text: string): FitReason => ({
  about,
  grade,
  text,
});
/** Figures of a tenth are not to fail by how they are added. */
const within = (mm: number, most: number) => mm <= most + 1e-9;
const shieldedCable = (cable: CableSpec) => cable.shield === 'F/UTP' || cable.shield === 'S/FTP';

function jacket(cable: CableSpec, { jacketMaxMm: most, shielded }: ConnectorSpec): FitReason {
  const od = cable.jacketMm;
  /** Foil or braid folded back over the jacket makes it thicker. */
  const folded = shielded && shieldedCable(cable) ? FOIL_FOLD_MM : 0;
  const say = (grade: FitGrade, text: string) => reason('jacket', grade, text);
  if (within(od + folded, most))
    return say(
      'fits',
      folded
        ? `The ${mm(od)} jacket goes into the ${mm(most)} opening, its shield folded back over it.`
        : `The ${mm(od)} jacket goes into the ${mm(most)} opening.`,
    );
  if (cable.innerJacketMm !== undefined && cable.innerJacketMm <= most)
    return say(
      'remedy',
      `The outer jacket, ${mm(od)}, is too thick: strip in two steps, the outer one further back, and seat the inner one (${mm(cable.innerJacketMm)}) under the latch.`,
    );
  if (within(od, most))
    return say(
      'remedy',
      cable.shield === 'S/FTP'
        ? `Folded back, the braid makes ${mm(od)} too thick for ${mm(most)}: comb it to one side and bond it there.`
        : `Folded back, the foil makes ${mm(od)} too thick for ${mm(most)}: leave the fold out and rely on the drain.`,
    );
  if (within(od, most * OVAL_SHARE))
    return say(
      'remedy',
      `${mm(od)} is a little over ${mm(most)}: squeeze the jacket gently oval with the round part of the pliers${folded ? ', no shield folded over it' : ''}.`,
    );
  return say('does-not-fit', `A ${mm(od)} jacket does not go into a ${mm(most)} opening.`);
}

function conductor(cable: CableSpec, { takes, family }: ConnectorSpec): FitReason {
  const say = (grade: FitGrade, text: string) => reason('conductor', grade, text);
  if (takes === 'both' || takes === cable.conductor)
    return say('fits', `Its contacts suit ${cable.conductor} conductors.`);
  if (takes === 'solid' && piercedByBlades(family))
    return say('fits', 'A plug rated for solid usually holds stranded well.');
  return say(
    'does-not-fit',
    takes === 'stranded'
      ? 'Blades made for stranded only pierce between strands: on solid they make a poor, intermittent contact.'
      : 'Slots are made for solid conductors: stranded works loose in them.',
  );
}

function gauge(cable: CableSpec, { gauges: [thick, thin] }: ConnectorSpec): FitReason {
  const within = cable.gauge >= thick && cable.gauge <= thin;
  return reason(
    'gauge',
    within ? 'fits' : 'does-not-fit',
    within
      ? `${cable.gauge} AWG is in its range.`
      : `${cable.gauge} AWG is outside its range, ${thick} to ${thin}.`,
  );
}

function insulation(cable: CableSpec, { conductorMaxMm: most }: ConnectorSpec): FitReason {
  const within = cable.conductorMm <= most;
  return reason(
    'insulation',
    within ? 'fits' : 'does-not-fit',
    within
      ? `Insulated conductors of ${mm(cable.conductorMm)} enter its ${mm(most)} channels.`
      : `Insulated conductors of ${mm(cable.conductorMm)} do not enter channels of ${mm(most)}: take one with wider channels, such as two staggered rows.`,
  );
}

const spline = (cable: CableSpec): FitReason | null =>
  cable.spline
    ? reason('spline', 'remedy', 'Trim the spline flush with the jacket, without nicking a conductor.')
    : null;

function shield(cable: CableSpec, connector: ConnectorSpec): FitReason | null {
  if (cable.shield === 'U/UTP')
    return connector.shielded
      ? reason('shield', 'fits', 'The cable has no shield: the shell of the connector bonds nothing.')
      : null;
  return connector.shielded
    ? reason('shield', 'fits', 'Bond the shield at the shell, all foil clear of the contacts.')
    : reason(
        'shield',
        'does-not-fit',
        `The ${cable.shield} shield finds nothing to bond to here: take a shielded connector.`,
      );
}

function jacketType(cable: CableSpec, connector: ConnectorSpec): FitReason | null {
  if (cable.jacket === 'gel-filled')
    return !piercedByBlades(connector.family)
      ? reason('jacket type', 'remedy', 'Gel-filled: wear gloves and wipe every conductor clean.')
      : reason('jacket type', 'does-not-fit', 'Gel-filled cable goes to sockets, never to plugs.');
  if (cable.jacket === 'patch' && !piercedByBlades(connector.family))
    return reason('jacket type', 'fits', 'Patch cable is for cords, not for walls.');
  return null;
}

function category(cable: CableSpec, connector: ConnectorSpec): FitReason {
  const reached = lower(cable.category, connector.category);
  return reason(
    'category',
    'fits',
    reached === cable.category
      ? `The link can reach category ${reached}.`
      : `The connector is category ${connector.category}: the link is no better than that.`,
  );
}
