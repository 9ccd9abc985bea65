/** An id as a device makes it at an instant, in ms: a UUID of version 7 (RFC 9562, from memory), of a number instead of chance. */
export function madeId(n: number, ms: number): string {
  const time = ms.toString(16).padStart(12, '0');
  return `${time.slice(0, 8)}-${time.slice(8)}-7000-8000-${String(n).padStart(12, '0')}`;
}
