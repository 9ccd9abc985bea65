import { loopback } from '../front/hosts';

/**
 * Whether people have to be let in: as soon as anybody but this machine can reach the server, by listening elsewhere or
 * through a proxy. `GAUNTLET_ACCESS=on` asks for it on this machine too; nothing turns it off elsewhere.
 */
export const accessRequired = (): boolean =>
  process.env.GAUNTLET_ACCESS === 'on' ||
  process.env.GAUNTLET_PROXY === 'on' ||
  !loopback(process.env.HOST || '127.0.0.1');
