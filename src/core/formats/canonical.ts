/** JSON with sorted keys and two-space indent, so that the same data is always the same bytes. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(sorted(value), null, 1) + '\n';
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0))
      .map(([k, v]) => [k, sorted(v)]),
  );
}
