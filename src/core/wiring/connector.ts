/** The classes the mistake catalogue tells apart. */
export const CONNECTOR_CLASSES = ['plug', 'jack', 'core'] as const;
/**
 * Whether a connector is closed for good once seated (`plug`), has slots that can be punched again (`jack`), or
 * pierces its conductors in a core or cap that can be looked at but is done again as a whole (`core`).
 */
export type ConnectorClass = (typeof CONNECTOR_CLASSES)[number];

/** The connector families a link's end can have. */
export const CONNECTOR_FAMILIES = [
  'closed-plug',
  'pass-through-plug',
  'load-bar-plug',
  'staggered-load-bar-plug',
  'shielded-plug',
  'punch-down-jack',
  'toolless-jack',
  'shielded-toolless-jack',
  'core-and-cap',
  'field-plug',
  'braided-connector',
  'patch-panel',
  'coax-compression',
] as const;
/** A connector family. */
export type ConnectorFamily = (typeof CONNECTOR_FAMILIES)[number];

/** What a family is called on screen. */
export const FAMILY_NAMES: Record<ConnectorFamily, string> = {
  'closed-plug': 'closed plug',
  'pass-through-plug': 'pass-through plug',
  'load-bar-plug': 'load-bar plug, single row',
  'staggered-load-bar-plug': 'load-bar plug, staggered rows',
  'shielded-plug': 'shielded plug',
  'punch-down-jack': 'punch-down jack',
  'toolless-jack': 'toolless jack',
  'shielded-toolless-jack': 'shielded toolless jack',
  'core-and-cap': 'core-and-cap connector',
  'field-plug': 'field plug with wire cap',
  'braided-connector': 'braided, foiled-pair connector',
  'patch-panel': 'patch panel port',
  'coax-compression': 'coax compression connector',
};

const CLASS_OF: Record<ConnectorFamily, ConnectorClass> = {
  'closed-plug': 'plug',
  'pass-through-plug': 'plug',
  'load-bar-plug': 'plug',
  'staggered-load-bar-plug': 'plug',
  'shielded-plug': 'plug',
  'punch-down-jack': 'jack',
  'toolless-jack': 'jack',
  'shielded-toolless-jack': 'jack',
  'core-and-cap': 'core',
  'field-plug': 'core',
  'braided-connector': 'core',
  'patch-panel': 'jack',
  'coax-compression': 'plug',
};

/** The class of a family, as the mistake catalogue and the costs of a redo see it. */
export const classOf = (family: ConnectorFamily): ConnectorClass => CLASS_OF[family];

/**
 * Whether the contacts of a family are blades that pierce a conductor in a channel, as in a crimped plug. All others
 * displace its insulation: cores, caps and field plugs too, whatever their face is.
 */
export const piercedByBlades = (family: ConnectorFamily): boolean =>
  classOf(family) === 'plug' && mediumOf(family) === 'twisted-pair';

/** Families with a jack's face: a tester reaches them through a test lead. */
const REACHED_BY_LEAD: ReadonlySet<ConnectorFamily> = new Set<ConnectorFamily>([
  'punch-down-jack',
  'toolless-jack',
  'shielded-toolless-jack',
  'core-and-cap',
  'braided-connector',
  'patch-panel',
]);

/** Whether a tester reaches a connector of this family through a test lead, as it does a jack; a plug goes in itself. */
export const reachedByLead = (family: ConnectorFamily): boolean => REACHED_BY_LEAD.has(family);

/** What kind of line a family ends: four twisted pairs on eight contacts, or the centre and braid of a coax. */
export type Medium = 'twisted-pair' | 'coax';

/** The medium of a family; both ends of a link have the same. */
export const mediumOf = (family: ConnectorFamily): Medium =>
  family === 'coax-compression' ? 'coax' : 'twisted-pair';
