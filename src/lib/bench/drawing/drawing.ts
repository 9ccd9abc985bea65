import type { PlacedContact } from '$core/wiring/legend';
import type { LegendShape } from '$core/wiring/legend';
import type { Ground } from '$core/bench/guide-text';
import type { PlugView } from '$core/bench/plug-view';
import type { BenchContact } from '$core/bench/seats';
import type { ConnectorFamily } from '$core/wiring/connector';

/** What is to be drawn of a connector: its contacts as they are seen. */
export type Seen =
  | {
      kind: 'plug';
      view: PlugView;
      rows: 'single' | 'staggered';
      places: readonly PlacedContact[];
      /** Where a shielded plug takes the drain; missing until somebody said which it is. */
      ground?: Ground;
    }
  | { kind: 'legend'; shape: LegendShape; places: readonly PlacedContact[] }
  | { kind: 'coax' };

/** What of an end is not as it should be, where a drawing is to show that. */
export interface Slips {
  shortCopper?: BenchContact;
  jacketShort?: true;
  tailAt?: BenchContact;
  foilAt?: BenchContact;
}

/** One contact of a drawing: where its strand ends, how the strand runs, and where its letters stand. */
export interface DrawnContact {
  contact: BenchContact;
  x: number;
  y: number;
  strand: string;
  label: { x: number; y: number; anchor: 'start' | 'middle' | 'end' };
}

/** Frame of a drawing, no higher than what stands in it: a phone has little room. */
export function frameOf(
  seen: Seen,
  family: ConnectorFamily,
  shielded: boolean,
): { width: number; height: number } {
  const low: Partial<Record<ConnectorFamily, number>> = { 'core-and-cap': 268, 'field-plug': 262 };
  const height = seen.kind === 'plug' ? 262 : seen.kind === 'coax' || shielded ? 286 : (low[family] ?? 250);
  return { width: 400, height };
}
/** The jacket comes up from below: in a plug it lies inside, under the strain latch; at a line it ends before the slots. */
export const jacketOf = (
  seen: Seen,
  { jacketShort }: Slips = {},
): { x: number; y: number; width: number; height: number } =>
  seen.kind === 'plug'
    ? { x: 132, y: jacketShort ? 216 : 166, width: 136, height: jacketShort ? 46 : 96 }
    : { x: 156, y: 206, width: 88, height: 80 };

/** Between two contacts of a plug or of a line of slots: letters of 16 px side by side on a narrow phone. */
const PITCH = 46;
const column = (x: number) => 200 + (x - 3.5) * PITCH;

/** A strand from the jacket's edge that runs straight from `foot` to its contact. */
function strand(seen: Seen, share: number, toX: number, toY: number, foot: number, slips: Slips): string {
  const { x, y, width } = jacketOf(seen, slips);
  const from = x + 10 + share * (width - 20);
  return `M${from} ${y} C${from} ${(y + foot) / 2} ${toX} ${(y + foot) / 2} ${toX} ${foot} L${toX} ${toY}`;
}

/** Whether a connector is drawn with its cable end on, in the middle. */
export const hubbed = (seen: Seen): boolean => seen.kind === 'legend' && seen.shape !== 'line';

/** Where every contact of a connector is drawn, and its strand from the jacket to it. */
export function drawContacts(
  family: ConnectorFamily,
  seen: Seen,
  shielded: boolean,
  slips: Slips = {},
): DrawnContact[] {
  if (seen.kind === 'coax')
    return [
      { contact: 'C', x: 200, y: 14, strand: 'M200 120 L200 14', label: { x: 214, y: 20, anchor: 'start' } },
      // The braid is no wire: folded back over the jacket, it lies round it on all sides.
      { contact: 'S', x: 152, y: 226, strand: 'M152 206 L152 246', label: { x: 112, y: 220, anchor: 'end' } },
    ];
  const drawn = seen.kind === 'plug' ? inPlug(family, seen, slips) : byLegend(seen, slips);
  if (shielded)
    drawn.push({
      contact: 'S',
      ...(hubbed(seen)
        ? {
            x: 200,
            y: 270,
            strand: `M${HUB.x} ${HUB.y} L200 270`,
            label: { x: 214, y: 270, anchor: 'start' },
          }
        : {
            ...(seen.kind === 'plug'
              ? DRAIN_IN_PLUG[seen.view.from]
              : {
                  x: 330,
                  y: 250,
                  strand: 'M240 276 C290 276 300 250 330 250',
                  label: { x: 338, y: 256, anchor: 'start' as const },
                }),
          }),
    });
  return drawn;
}

/** The drain of a shielded plug: along the jacket, centred at the back, where the shell takes it. */
const DRAIN_IN_PLUG = {
  rear: { x: 200, y: 232, strand: 'M200 176 L200 232', label: { x: 280, y: 238, anchor: 'start' } },
  front: { x: 200, y: 196, strand: 'M200 216 L200 196', label: { x: 216, y: 202, anchor: 'start' } },
} as const;

/** Where copper ends that does not reach the nose, and a tail that a blade left beyond its slot. */
const [SHORT_TIP, TAIL_END] = [96, 66];

function inPlug(
  family: ConnectorFamily,
  seen: Extract<Seen, { kind: 'plug' }>,
  slips: Slips,
): DrawnContact[] {
  const nose = seen.view.from === 'front';
  const through = family === 'pass-through-plug';
  return seen.places.map(({ contact, x, y }) => {
    const cx = column(x);
    const staggered = seen.rows === 'staggered';
    if (nose) {
      const row = staggered ? (y === 0 ? 112 : 156) : 134;
      return {
        contact,
        x: cx,
        y: row - 12,
        strand: `M${cx} ${row + 10} L${cx} ${row - 12}`,
        label: { x: cx, y: y === 0 ? 20 : 228, anchor: 'middle' },
      };
    }
    const tip = contact === slips.shortCopper ? SHORT_TIP : through ? 46 : 62;
    return {
      contact,
      x: cx,
      y: tip,
      strand: strand(seen, x / 7, cx, tip, 118, slips),
      label: { x: cx, y: 20, anchor: 'middle' },
    };
  });
}

/** Where the cable meets a legend that is seen from its side: the jacket end on, strands fanning out. */
export const HUB = { x: 200, y: 140, r: 30 } as const;
const COLUMNS = [112, 171, 229, 288];
const ROWS = [88, 122, 158, 192];
/** The same round posts, where what lies beside keeps clear of the cross. */
const ROUND = { columns: [138, 171, 229, 262], rows: [88, 108, 172, 192] };

function byLegend(seen: Extract<Seen, { kind: 'legend' }>, slips: Slips): DrawnContact[] {
  if (seen.shape === 'line')
    return seen.places.map(({ contact, x }) => {
      const cx = column(x);
      return {
        contact,
        x: cx,
        y: 104,
        strand: strand(seen, x / 7, cx, contact === slips.tailAt ? TAIL_END : 104, 160, slips),
        label: { x: cx, y: 44, anchor: 'middle' },
      };
    });
  return seen.places.map(({ contact, x, y }) => {
    const beside = seen.shape === 'two-row' || y === 1 || y === 2;
    const left = x < 2;
    const { columns, rows } = seen.shape === 'quadrant' ? ROUND : { columns: COLUMNS, rows: ROWS };
    const cx = seen.shape === 'two-row' ? (left ? 124 : 276) : columns[x]!;
    const cy = seen.shape === 'two-row' ? 66 + y * 49 : rows[y]!;
    return {
      contact,
      x: cx,
      y: cy,
      strand: beside
        ? `M${HUB.x} ${HUB.y} L${cx + (left ? 24 : -24)} ${cy} L${cx} ${cy}`
        : `M${HUB.x} ${HUB.y} L${cx} ${cy + (y === 0 ? 20 : -20)} L${cx} ${cy}`,
      label: beside
        ? { x: cx + (left ? -12 : 12), y: cy - 2, anchor: left ? ('end' as const) : ('start' as const) }
        : { x: cx, y: y === 0 ? 52 : 222, anchor: 'middle' as const },
    };
  });
}
