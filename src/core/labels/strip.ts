import type { LinkIdentifiers } from '../model/identifiers';
import type { Link, Panel } from '../model/job';
import { UNPRINTABLE } from './label-layout';

/** A strip along a panel, in millimetres: one field for each port, in groups as the panel has them. */
export interface StripSpec {
  pageWidth: number;
  pageHeight: number;
  /** From the middle of a port to that of the next in its group. */
  pitch: number;
  height: number;
  /** Ports in a group, and what lies between groups beyond the pitch. */
  group: number;
  gap: number;
}

/** A strip to begin with: A4 across. Pitch and groups differ from panel to panel: measure yours. Our judgement, no source. */
export const USUAL_STRIP: StripSpec = { pageWidth: 297, pageHeight: 210, pitch: 16, height: 9, group: 6, gap: 0 }; // prettier-ignore
/** White between strips, with the line above each that says which it is, in millimetres. */
const BETWEEN = 7;

/** One field of a strip: the port, and what hangs on it; none where it is free. */
export interface StripField {
  port: number;
  x: number;
  width: number;
  large: string;
  small: string[];
}
/** A piece of strip that fits across a page: cut out along its edge. */
export interface StripPiece {
  page: number;
  x: number;
  y: number;
  width: number;
  height: number;
  /** What is written above it, to know it by. */
  says: string;
  fields: StripField[];
}

/** Why strips cannot be printed like this, in a sentence; null where they can. */
export function stripProblem(s: StripSpec): string | null {
  const room = s.pageWidth - 2 * UNPRINTABLE;
  const one = s.group * s.pitch;
  if (one > room)
    return `A group of ${s.group} ports is ${Math.round(one)} mm long, the page has room for ${Math.round(room)}: take smaller groups.`;
  if (s.height + BETWEEN > s.pageHeight - 2 * UNPRINTABLE) return 'The strip is higher than the page.';
  return null;
}

/** Strips of panels, in pieces of whole groups as long as the page takes, one below the other. */
export function stripsOf<L extends Pick<Link, 'head'>>(
  panels: readonly Pick<Panel, 'id' | 'name' | 'ports'>[],
  links: readonly L[],
  identify: (link: L) => LinkIdentifiers,
  spec: StripSpec,
): StripPiece[] {
  const room = spec.pageWidth - 2 * UNPRINTABLE;
  const groupWidth = spec.group * spec.pitch;
  const groups = Math.max(1, Math.floor((room + spec.gap) / (groupWidth + spec.gap)));
  const perPage = Math.max(1, Math.floor((spec.pageHeight - 2 * UNPRINTABLE) / (spec.height + BETWEEN)));
  const pieces: StripPiece[] = [];
  for (const panel of panels) {
    const on = new Map(links.filter((l) => l.head.panel === panel.id).map((l) => [l.head.port, l]));
    for (let first = 1; first <= panel.ports; first += groups * spec.group) {
      const last = Math.min(panel.ports, first + groups * spec.group - 1);
      const fields = Array.from({ length: last - first + 1 }, (_, i): StripField => {
        const port = first + i;
        const link = on.get(port);
        const x = i * spec.pitch + Math.floor(i / spec.group) * spec.gap;
        const named = link && identify(link);
        return { port, x, width: spec.pitch, large: named?.link ?? '', small: [named?.tail ?? String(port)] };
      });
      const end = fields.at(-1)!;
      const at = pieces.length % perPage;
      pieces.push({
        page: Math.floor(pieces.length / perPage),
        x: UNPRINTABLE,
        y: UNPRINTABLE + at * (spec.height + BETWEEN) + BETWEEN - 2,
        width: end.x + end.width,
        height: spec.height,
        says: `${panel.name}, ports ${first} to ${last}`,
        fields,
      });
    }
  }
  return pieces;
}
