import { v7 as uuid } from 'uuid';

const ID = 'gauntlet:device';
const COUNT = 'gauntlet:written';

/** This device's name in entries, made once, and a count that grows by one with every entry it writes. */
export function nextWritten(): { device: string; written: number } {
  try {
    const device = localStorage.getItem(ID) ?? uuid().slice(-12);
    localStorage.setItem(ID, device);
    const written = Number(localStorage.getItem(COUNT) ?? 0) + 1;
    localStorage.setItem(COUNT, String(written));
    return { device, written };
  } catch {
    // A browser that keeps nothing: this sitting is a device of its own, so that no number is given twice.
    return { device: sitting, written: ++count };
  }
}
/** This device's name in entries; null where it has written none, or keeps nothing. */
export function thisDevice(): string | null {
  try {
    return localStorage.getItem(ID);
  } catch {
    return null;
  }
}
/** The same, as entries and readings that are about to be logged have it. */
export function ownDevice(): { device?: string } {
  const device = thisDevice();
  return device === null ? {} : { device };
}
const sitting = uuid().slice(-12);
let count = 0;
