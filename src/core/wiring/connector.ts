/** The two classes the mistake catalogue tells apart. */
export const CONNECTOR_CLASSES = ['plug', 'jack'] as const;
/** Whether a connector is closed for good once seated (`plug`) or has slots that can be punched again (`jack`). */
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

const JACK_LIKE: ReadonlySet<ConnectorFamily> = new Set<ConnectorFamily>([
  'punch-down-jack',
  'toolless-jack',
  'shielded-toolless-jack',
  'patch-panel',
]);

/** The class of a family, as the mistake catalogue and the costs of a redo see it. */
export const classOf = (family: ConnectorFamily): ConnectorClass => (JACK_LIKE.has(family) ? 'jack' : 'plug');

/** What kind of line a family ends: four twisted pairs on eight contacts, or the centre and braid of a coax. */
export type Medium = 'twisted-pair' | 'coax';

/** The medium of a family; both ends of a link have the same. */
export const mediumOf = (family: ConnectorFamily): Medium =>
  family === 'coax-compression' ? 'coax' : 'twisted-pair';
