/** An id out of a name: small letters, digits and dashes. */
export const slugOf = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
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
