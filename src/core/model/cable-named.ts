import type { Part } from './job';
import { GENERIC_CABLES, GENERIC_CONNECTORS, type CableSpec, type ConnectorSpec } from '../wiring/parts';
import type { ConnectorFamily } from '../wiring/connector';

/** Whether two names of a cable or connector are meant to be the same. */
export const sameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The figures of a cable by what a plan calls it: parts of the job first, then the generic ones; null when unknown. */
export function cableNamed(name: string, parts: readonly Part[]): CableSpec | null {
  const own = parts.find((p) => p.cable && (sameName(p.name, name) || sameName(p.id, name)));
  return own?.cable ?? GENERIC_CABLES.find((c) => sameName(c.name, name))?.spec ?? null;
}

/** Whether a cable's name says that it has a shield: `F/UTP`, `U/FTP`, `S/FTP`, or the word. */
const namesAShield = (cable: string): boolean => /\b(s?f|s)\/[uf]tp\b|\bu\/ftp\b|\bshield/i.test(cable);

/** Whether a cable has a shield: by its figures where they are known, else by its name. */
export function isShielded(cable: string, parts: readonly Part[]): boolean {
  const shield = cableNamed(cable, parts)?.shield;
  return shield ? shield !== 'U/UTP' : namesAShield(cable);
}

/** The velocity of propagation that this job found for a cable; null where nobody did. */
export const nvpOfCable = (name: string, parts: readonly Part[]): Part['nvp'] | null =>
  parts.find((p) => p.nvp && (sameName(p.name, name) || sameName(p.id, name)))?.nvp ?? null;

/** A connector one can choose for a family. */
export interface KnownConnector {
  id: string;
  name: string;
  spec: ConnectorSpec;
}

/** The connectors known for a family: parts of the job first, then the generic ones. */
export const connectorsFor = (family: ConnectorFamily, parts: readonly Part[]): KnownConnector[] => [
  ...parts.flatMap((p) =>
    p.connector?.family === family
      ? [{ id: p.id, name: p.lot ? `${p.name}, lot ${p.lot}` : p.name, spec: p.connector }]
      : [],
  ),
  ...GENERIC_CONNECTORS.filter((c) => c.spec.family === family),
];
