import type { ConnectorFamily } from '../../wiring/connector';
import type { Guide } from '../guide';
import { braidedConnector } from './braided-connector';
import { closedPlug } from './closed-plug';
import { coaxCompression } from './coax-compression';
import { coreAndCap } from './core-and-cap';
import { fieldPlug } from './field-plug';
import { loadBarPlug } from './load-bar-plug';
import { passThroughPlug } from './pass-through-plug';
import { patchPanel } from './patch-panel';
import { punchDownJack } from './punch-down-jack';
import { shieldedPlug } from './shielded-plug';
import { shieldedToollessJack } from './shielded-toolless-jack';
import { staggeredLoadBarPlug } from './staggered-load-bar-plug';
import { toollessJack } from './toolless-jack';

/** The guide of every connector family. */
export const GUIDES: Record<ConnectorFamily, Guide> = {
  'closed-plug': closedPlug,
  'pass-through-plug': passThroughPlug,
  'load-bar-plug': loadBarPlug,
  'staggered-load-bar-plug': staggeredLoadBarPlug,
  'shielded-plug': shieldedPlug,
  'punch-down-jack': punchDownJack,
  'toolless-jack': toollessJack,
  'shielded-toolless-jack': shieldedToollessJack,
  'core-and-cap': coreAndCap,
  'field-plug': fieldPlug,
  'braided-connector': braidedConnector,
  'patch-panel': patchPanel,
  'coax-compression': coaxCompression,
};
