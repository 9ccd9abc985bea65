import type { ScheduleRow } from './sheet';
import { MOST_PORTS, MOST_POSITIONS } from '../model/limits';
import { identifierFor, patternProblem } from '../model/identifiers';

/** What a pattern lays: ports of a panel, in order, to rooms with so many links each. */
export interface PortPattern {
  closet: string;
  panel: string;
  firstPort: number;
  /** Rooms as one writes them: `101-112, Store`. */
  rooms: string;
  /** Links to each room. */
  each: number;
  outlet: string;
  cable: string;
  /** What links are called, by fields such as {panel} and {port:2}. */
  link: string;
}

const MOST_ROOMS = 500;

/** Rooms from a text such as `101-112, 115, Lab`; digits keep their width. Or the sentence that says what is wrong. */
export function readRooms(text: string): { ok: true; rooms: string[] } | { ok: false; message: string } {
  const rooms: string[] = [];
  for (const part of text
    .split(/[,;\n]/)
    .map((p) => p.trim())
    .filter(Boolean)) {
    // prettier-ignore
    const [, before, from, dash, to] = /^(.*?)(\d{1,5})(\s*[-–]\s*)(?:\1)?(\d{1,5})$/.exec(part) ?? [];
    if (!dash) {
      rooms.push(part);
      continue;
    }
    const [a, b] = [Number(from), Number(to)];
    if (b < a) return { ok: false, message: `“${part}” runs backwards: write the lower number first.` };
    if (b - a >= MOST_ROOMS) return { ok: false, message: `“${part}” would be ${b - a + 1} rooms: at most ${MOST_ROOMS} at once.` }; // prettier-ignore
    for (let n = a; n <= b; n++) rooms.push(`${before}${String(n).padStart(from!.length, '0')}`);
  }
  const again = rooms.find((r, i) => rooms.indexOf(r) !== i);
  if (again !== undefined) return { ok: false, message: `Room ${again} is there twice: write each once.` };
  if (!rooms.length) return { ok: false, message: 'Write the rooms, such as 101-112.' };
  return { ok: true, rooms };
}

/** The rows a pattern makes, or the sentence that says why it makes none. */
export function layPattern(
  p: PortPattern,
): { ok: true; rows: ScheduleRow[] } | { ok: false; message: string } {
  const refuse = (message: string) => ({ ok: false as const, message });
  const rooms = readRooms(p.rooms);
  if (!rooms.ok) return rooms;
  if (!p.panel.trim()) return refuse('Name the panel, such as K1.');
  const wrong = patternProblem(p.link);
  if (wrong) return refuse(wrong);
  if (!Number.isInteger(p.each) || p.each < 1 || p.each > MOST_POSITIONS)
    return refuse(`A room gets 1 to ${MOST_POSITIONS} links.`);
  const last = p.firstPort + rooms.rooms.length * p.each - 1;
  if (!Number.isInteger(p.firstPort) || p.firstPort < 1 || last > MOST_PORTS)
    return refuse(`Ports ${p.firstPort} to ${last} are not on one panel: a panel has 1 to ${MOST_PORTS}.`);
  const rows = rooms.rooms.flatMap((room, r) =>
    Array.from({ length: p.each }, (_, n): ScheduleRow => {
      const port = p.firstPort + r * p.each + n;
      const outlet = p.outlet.trim() || '1';
      const parts = { closet: p.closet, closetfloor: '', panel: p.panel, port, room, floor: '', outlet, position: n + 1 }; // prettier-ignore
      return {
        link: identifierFor(p.link, parts),
        ...(p.closet.trim() ? { head_closet: p.closet.trim() } : {}),
        head_panel: p.panel.trim(),
        head_port: String(port),
        tail_room: room,
        tail_outlet: outlet,
        tail_position: String(n + 1),
        ...(p.cable.trim() ? { cable: p.cable.trim() } : {}),
      };
    }),
  );
  return { ok: true, rows };
}
