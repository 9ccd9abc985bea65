const hex = (n: number, digits: number) => n.toString(16).padStart(digits, '0');

/** A version 7 id for an instant in milliseconds, from chance that can be repeated. */
export function uuid7(ms: number, random: () => number): string {
  const r = () => Math.floor(random() * 0x10000);
  const t = hex(ms, 12);
  return `${t.slice(0, 8)}-${t.slice(8)}-7${hex(r() & 0xfff, 3)}-${hex(0x8000 | (r() & 0x3fff), 4)}-${hex(r(), 4)}${hex(r(), 4)}${hex(r(), 4)}`;
}
