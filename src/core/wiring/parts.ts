import type { ConnectorFamily } from './connector';

/** Categories of cable and connector, lowest first. */
export const CATEGORIES = ['5e', '6', '6A', '7', '7A'] as const;
/** A category. */
export type Category = (typeof CATEGORIES)[number];
/** Categories that a link of eight-contact connectors is certified to, lowest first: what a cable has beyond 6A they do not carry. Common practice, no source. */
export const CERTIFIED_TO = ['5e', '6', '6A'] as const satisfies readonly Category[];
/** A category that a link is certified to. */
export type CertifiedTo = (typeof CERTIFIED_TO)[number];
/** Shield of a cable: round all pairs before the stroke, round each pair behind it. */
export const SHIELDS = ['U/UTP', 'F/UTP', 'U/FTP', 'S/FTP'] as const;
/** Shield of a cable. */
export type Shield = (typeof SHIELDS)[number];
/** What a jacket is made for. */
export const JACKETS = ['patch', 'indoor', 'riser', 'plenum', 'low-smoke', 'outdoor', 'gel-filled'] as const;
/** What a jacket is made for. */
export type Jacket = (typeof JACKETS)[number];

/** A cable as far as it has to go into a connector. Diameters are outer ones, in millimetres. */
export interface CableSpec {
  category: Category;
  conductor: 'solid' | 'stranded';
  gauge: number;
  jacketMm: number;
  conductorMm: number;
  shield: Shield;
  spline: boolean;
  jacket: Jacket;
  /** Of a cable with two jackets, the diameter of the inner one. */
  innerJacketMm?: number | undefined;
}

/** A connector as far as a cable has to go into it. */
export interface ConnectorSpec {
  family: ConnectorFamily;
  category: Category;
  takes: 'solid' | 'stranded' | 'both';
  /** Thickest and thinnest gauge: the smaller number is the thicker conductor. */
  gauges: readonly [number, number];
  jacketMaxMm: number;
  conductorMaxMm: number;
  shielded: boolean;
}

/** A made-up generic part that ships with the program. */
export interface GenericPart<S> {
  id: string;
  name: string;
  spec: S;
}

const cable = (id: string, name: string, spec: CableSpec): GenericPart<CableSpec> => ({ id, name, spec });
const connector = (id: string, name: string, spec: ConnectorSpec): GenericPart<ConnectorSpec> => ({ id, name, spec }); // prettier-ignore

/** Generic cables; diameters are typical ones, our judgement. */
export const GENERIC_CABLES: readonly GenericPart<CableSpec>[] = [
  cable('cable-5e-indoor', 'Cat 5e U/UTP', { category: '5e', conductor: 'solid', gauge: 24, jacketMm: 5.2, conductorMm: 0.9, shield: 'U/UTP', spline: false, jacket: 'indoor' }), // prettier-ignore
  cable('cable-6-indoor', 'Cat 6 U/UTP', { category: '6', conductor: 'solid', gauge: 23, jacketMm: 6.1, conductorMm: 1.02, shield: 'U/UTP', spline: true, jacket: 'indoor' }), // prettier-ignore
  cable('cable-6a-foil', 'Cat 6A F/UTP', { category: '6A', conductor: 'solid', gauge: 23, jacketMm: 6.9, conductorMm: 1.1, shield: 'F/UTP', spline: false, jacket: 'low-smoke' }), // prettier-ignore
  cable('cable-7-braid', 'Cat 7 S/FTP', { category: '7', conductor: 'solid', gauge: 23, jacketMm: 7.6, conductorMm: 1.35, shield: 'S/FTP', spline: false, jacket: 'low-smoke' }), // prettier-ignore
  cable('cable-6-patch', 'Cat 6 patch, stranded', { category: '6', conductor: 'stranded', gauge: 26, jacketMm: 5.4, conductorMm: 0.95, shield: 'U/UTP', spline: false, jacket: 'patch' }), // prettier-ignore
  cable('cable-6-outdoor', 'Cat 6 outdoor, two jackets', { category: '6', conductor: 'solid', gauge: 23, jacketMm: 7.8, conductorMm: 1.02, shield: 'U/UTP', spline: true, jacket: 'outdoor', innerJacketMm: 6.1 }), // prettier-ignore
  cable('cable-6-gel', 'Cat 6 outdoor, gel-filled', { category: '6', conductor: 'solid', gauge: 23, jacketMm: 6.4, conductorMm: 1.02, shield: 'U/UTP', spline: true, jacket: 'gel-filled' }), // prettier-ignore
];

const PLUG = { gauges: [23, 26], jacketMaxMm: 6.3, conductorMaxMm: 1.05, shielded: false } as const;
const JACK = { gauges: [22, 24], jacketMaxMm: 9, conductorMaxMm: 1.6, shielded: false } as const;

/** Generic connectors, one or more a family; all made up. 6.6 mm is about the most a common shielded plug takes (common practice). */
export const GENERIC_CONNECTORS: readonly GenericPart<ConnectorSpec>[] = [
  connector('plug-closed', 'Closed plug, side tines', { ...PLUG, family: 'closed-plug', category: '6', takes: 'both' }), // prettier-ignore
  connector('plug-closed-stranded', 'Closed plug, for stranded', { ...PLUG, family: 'closed-plug', category: '5e', takes: 'stranded', gauges: [24, 26] }), // prettier-ignore
  connector('plug-pass-through', 'Pass-through plug', { ...PLUG, family: 'pass-through-plug', category: '6', takes: 'both' }), // prettier-ignore
  connector('plug-bar', 'Load-bar plug', { ...PLUG, family: 'load-bar-plug', category: '6', takes: 'both' }), // prettier-ignore
  connector('plug-bar-staggered', 'Load-bar plug, two rows', { ...PLUG, family: 'staggered-load-bar-plug', category: '6A', takes: 'both', conductorMaxMm: 1.1 }), // prettier-ignore
  connector('plug-shielded', 'Shielded plug, inner springs', { ...PLUG, family: 'shielded-plug', category: '6A', takes: 'both', jacketMaxMm: 6.6, conductorMaxMm: 1.1, shielded: true }), // prettier-ignore
  connector('jack-punch', 'Punch-down jack', { ...JACK, family: 'punch-down-jack', category: '6', takes: 'solid' }), // prettier-ignore
  connector('jack-toolless', 'Toolless jack', { ...JACK, family: 'toolless-jack', category: '6', takes: 'solid' }), // prettier-ignore
  connector('jack-shielded', 'Shielded toolless jack', { ...JACK, family: 'shielded-toolless-jack', category: '6A', takes: 'solid', shielded: true }), // prettier-ignore
  connector('core-cap', 'Core and cap', { ...JACK, family: 'core-and-cap', category: '6A', takes: 'solid', jacketMaxMm: 7.5 }), // prettier-ignore
  connector('plug-field', 'Field plug', { ...JACK, family: 'field-plug', category: '6A', takes: 'both', gauges: [22, 26], jacketMaxMm: 8.5 }), // prettier-ignore
  connector('conn-braided', 'Braided connector', { ...JACK, family: 'braided-connector', category: '7', takes: 'solid', jacketMaxMm: 8.5, shielded: true }), // prettier-ignore
  connector('panel-port', 'Panel port', { ...JACK, family: 'patch-panel', category: '6', takes: 'solid' }), // prettier-ignore
];
