import anyAscii from 'any-ascii';

/** First words of addresses that are the program's own: no job may be called so. */
export const RESERVED_JOB_IDS: readonly string[] = ['new', 'api', 'offline-shell', 'enter', 'people', 'view'];

/** An id out of a name in any script: small letters, digits and dashes. */
export const slugOf = (name: string): string =>
  anyAscii(name)
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60) || 'x';

/** Gives ids that are not taken yet, and takes them. */
export class NewIds {
  private readonly taken: Set<string>;
  constructor(taken: Iterable<string>) {
    this.taken = new Set(taken);
  }
  give(wanted: string): string {
    let id = wanted;
    for (let n = 2; this.taken.has(id); n++) id = `${wanted}-${n}`;
    this.taken.add(id);
    return id;
  }
}
