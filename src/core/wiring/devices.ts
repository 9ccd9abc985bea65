import type { Order } from './schemes';

/** What can hang on a link. `like` groups those whose plain ports send on the same contacts. */
export const DEVICES = [
  { id: 'computer', name: 'computer or printer', like: 'host' },
  { id: 'router', name: 'router', like: 'host' },
  { id: 'access-point', name: 'access point or camera', like: 'host' },
  { id: 'switch', name: 'switch or hub', like: 'switch' },
] as const;
/** A kind of device. */
export type DeviceId = (typeof DEVICES)[number]['id'];

/** What two devices call for, by both schools. */
export interface OrderAdvice {
  /** By the old rule: crossover between like devices, straight between unlike. Common practice, no source. */
  oldRule: Order;
  /** What to order today. */
  order: Order;
  text: string;
}

/**
 * Straight or crossover between two devices. Automatic ports, optional in the text for 1000BASE-T and universal in
 * practice, have made the crossover unnecessary: IEEE 802.3 clause 40 (from memory).
 */
export function orderFor(a: DeviceId, b: DeviceId, automaticPorts: boolean): OrderAdvice {
  const like = (id: DeviceId) => DEVICES.find((d) => d.id === id)!.like;
  const oldRule: Order = like(a) === like(b) ? 'crossover' : 'straight';
  return {
    oldRule,
    order: automaticPorts ? 'straight' : oldRule,
    text: automaticPorts
      ? `Order it straight: automatic ports sort it out.${oldRule === 'crossover' ? ' The old rule says crossover between like devices; either works here.' : ''}`
      : oldRule === 'crossover'
        ? 'Without automatic ports like devices need a crossover: T568A at one end, T568B at the other.'
        : 'Unlike devices need it straight, by either school.',
  };
}
