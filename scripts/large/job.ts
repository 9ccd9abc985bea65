import { randomUUID } from 'node:crypto';
import type { LogEntry } from '../../src/core/model/entry';
import type { JobFile } from '../../src/core/model/job';
import { randomFrom } from '../../src/core/practice/random';

const PORTS = 24;
const CLOSETS = 20;

/** A made-up job of so many links, each with so many entries in its log; the first `redos` of them fail at their last. */
export function largeJob(
  id: string,
  { links, entriesEach, redos }: { links: number; entriesEach: number; redos: number },
): JobFile {
  const random = randomFrom(3);
  const panels = Math.ceil(links / PORTS);
  const file: JobFile = {
    format: 'gauntlet/job@1',
    job: {
      id,
      name: 'Large',
      createdAt: '2026-01-01T08:00:00Z',
      policy: { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' },
    },
    spaces: [
      ...Array.from({ length: CLOSETS }, (_, i) => ({ id: `c${i}`, name: `Closet ${i}`, kind: 'closet' as const, floor: i, x: 0, y: 0 })), // prettier-ignore
      ...Array.from({ length: 200 }, (_, i) => ({ id: `r${i}`, name: `Room ${i}`, kind: 'room' as const, floor: i % CLOSETS, x: 5 + (i % 17) * 4, y: 5 + (i % 11) * 5 })), // prettier-ignore
    ],
    panels: Array.from({ length: panels }, (_, i) => ({ id: `p${i}`, name: `P${i}`, space: `c${Math.floor((i * CLOSETS) / panels)}`, ports: PORTS, order: i })), // prettier-ignore
    outlets: Array.from({ length: Math.ceil(links / 2) }, (_, i) => ({ id: `o${i}`, name: `plate ${i}`, space: `r${i % 200}`, positions: 2 })), // prettier-ignore
    links: Array.from({ length: links }, (_, i) => ({
      id: `L${i}`,
      label: `P${Math.floor(i / PORTS)}-${String((i % PORTS) + 1).padStart(2, '0')}`,
      head: { panel: `p${Math.floor(i / PORTS)}`, port: (i % PORTS) + 1, connector: 'patch-panel' as const },
      tail: { outlet: `o${i >> 1}`, position: (i & 1) + 1, connector: 'punch-down-jack' as const },
      ordered: 'straight' as const,
      shielded: false,
      cable: 'Cat 6 U/UTP',
      lengthMetres: 20 + (i % 50),
    })),
    parts: [],
    crew: [{ id: 'a', name: 'Ada Holm', role: 'technician' }],
    entries: [],
  };
  const begin = Date.parse('2026-01-05T08:00:00Z');
  file.links.forEach((l, i) => {
    const write = (k: number, kind: string, data: object, end?: string) =>
      file.entries.push({
        id: randomUUID(),
        job: id,
        link: l.id,
        ...(end ? { end } : {}),
        kind,
        at: new Date(begin + (i * entriesEach + k) * 1000).toISOString(),
        by: 'a',
        data,
      } as unknown as LogEntry);
    write(0, 'seated', { connector: l.head.connector, scheme: 'T568B' }, 'head');
    write(1, 'seated', { connector: l.tail.connector, scheme: 'T568B' }, 'tail');
    for (let k = 2; k < entriesEach; k++) {
      const fails = k === entriesEach - 1 ? i < redos : random() < 0.3;
      write(k, 'reading', {
        reading: { walk: fails ? '1 2 3 - 5 6 7 8' : '1 2 3 4 5 6 7 8', evidence: 'wiremap', splits: [] },
        ...(fails ? { blame: ['tail'] } : {}),
      });
    }
  });
  return file;
}
