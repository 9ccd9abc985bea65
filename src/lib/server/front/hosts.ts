import { hostname, networkInterfaces } from 'node:os';

/** Names of this machine that need no telling, its addresses among them. */
function ownNames(): string[] {
  const addresses = Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map((a) => a.address));
  const name = hostname().toLowerCase();
  return ['localhost', name, `${name}.local`, ...addresses];
}

/** The host of a `Host` header, in small letters and without its port. */
export function hostOf(header: string): string {
  const bracketed = /^\[([^\]]*)\](?::\d+)?$/.exec(header);
  return (bracketed?.[1] ?? header.replace(/:\d+$/, '')).toLowerCase();
}

const told = (): string[] =>
  [process.env.HOST ?? '', ...(process.env.GAUNTLET_HOSTS ?? '').split(',')]
    .map((h) => h.trim().toLowerCase())
    .filter((h) => h !== '' && h !== '0.0.0.0' && h !== '::');

/**
 * Whether this server is meant by such a `Host` header: by one of the machine's own names and addresses, or one that
 * `GAUNTLET_HOSTS` adds. A page of another name that was made to point here is not believed.
 */
export const isOurs = (header: string | null): boolean =>
  header !== null && (loopback(hostOf(header)) || [...told(), ...ownNames()].includes(hostOf(header)));

/** Whether an address or name is this machine's own loopback. */
export const loopback = (host: string): boolean =>
  host === 'localhost' || host === '::1' || host === '::ffff:127.0.0.1' || /^127\.\d+\.\d+\.\d+$/.test(host);
