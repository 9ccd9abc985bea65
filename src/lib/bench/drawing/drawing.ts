import type { PlacedContact } from '$core/wiring/legend';
import type { LegendShape } from '$core/wiring/legend';
import type { PlugView } from '$core/bench/plug-view';
import type { BenchContact } from '$core/bench/seats';
import type { ConnectorFamily } from '$core/wiring/connector';

/** What is to be drawn of a connector: its contacts as they are seen. */
export type Seen =
  | { kind: 'plug'; view: PlugView; rows: 'single' | 'staggered'; places: readonly PlacedContact[] }
  | { kind: 'legend'; shape: LegendShape; places: readonly PlacedContact[] }
  | { kind: 'coax' };

/** One contact of a drawing: where its strand ends, how the strand runs, and where its letters stand. */
export interface DrawnContact {
  contact: BenchContact;
  x: number;
  y: number;
  strand: string;
  label: { x: number; y: number; anchor: 'start' | 'middle' | 'end' };
}

/** Frame of every drawing. */
export const FRAME = { width: 400, height: 300 } as const;
/** The jacket comes up from below. */
export const JACKET = { x: 156, y: 240, width: 88, height: 60 } as const;

const curve = (fromX: number, toX: number, toY: number, foot = 150) =>
  `M${fromX} ${JACKET.y} C${fromX} ${foot + 50} ${toX} ${foot + 40} ${toX} ${foot} L${toX} ${toY}`;
const inJacket = (share: number) => JACKET.x + 10 + share * (JACKET.width - 20);

/** Whether a connector is drawn with its cable end on, in the middle. */
export const hubbed = (seen: Seen): boolean => seen.kind === 'legend' && seen.shape !== 'line';

/** Where every contact of a connector is drawn, and its strand from the jacket to it. */
export function drawContacts(family: ConnectorFamily, seen: Seen, shielded: boolean): DrawnContact[] {
  if (seen.kind === 'coax')
    return [
      { contact: 'C', x: 200, y: 14, strand: 'M200 300 L200 14', label: { x: 214, y: 20, anchor: 'start' } },
      {
        contact: 'S',
        x: 132,
        y: 190,
        strand: 'M176 300 L176 232 C176 212 132 224 132 200 L132 186',
        label: { x: 112, y: 208, anchor: 'end' },
      },
    ];
  const drawn = seen.kind === 'plug' ? inPlug(family, seen) : byLegend(seen);
  if (shielded)
    drawn.push({
      contact: 'S',
      ...(hubbed(seen)
        ? {
            x: 200,
            y: 276,
            strand: `M${HUB.x} ${HUB.y} L200 276`,
            label: { x: 214, y: 274, anchor: 'start' },
          }
        : {
            x: 330,
            y: 262,
            strand: `M${JACKET.x + JACKET.width - 4} 290 C290 290 300 262 330 262`,
            label: { x: 338, y: 267, anchor: 'start' },
          }),
    });
  return drawn;
}

function inPlug(family: ConnectorFamily, seen: Extract<Seen, { kind: 'plug' }>): DrawnContact[] {
  const nose = seen.view.from === 'front';
  const through = family === 'pass-through-plug';
  return seen.places.map(({ contact, x, y }) => {
    const cx = 77.5 + x * 35;
    const staggered = seen.rows === 'staggered';
    if (nose) {
      const row = staggered ? (y === 0 ? 118 : 160) : 140;
      return {
        contact,
        x: cx,
        y: row - 12,
        strand: `M${cx} ${row + 10} L${cx} ${row - 12}`,
        label: { x: cx, y: y === 0 ? 26 : 244, anchor: 'middle' },
      };
    }
    const tip = staggered ? (y === 0 ? 104 : 134) : through ? 44 : 70;
    return {
      contact,
      x: cx,
      y: tip,
      strand: curve(inJacket(x / 7), cx, tip, 178),
      label: { x: cx, y: through ? 14 : 28, anchor: 'middle' },
    };
  });
}

/** Where the cable meets a legend that is seen from its side: the jacket end on, strands fanning out. */
export const HUB = { x: 200, y: 140, r: 30 } as const;
const COLUMNS = [112, 171, 229, 288];
const ROWS = [84, 122, 158, 196];

function byLegend(seen: Extract<Seen, { kind: 'legend' }>): DrawnContact[] {
  if (seen.shape === 'line')
    return seen.places.map(({ contact, x }) => {
      const cx = 51 + x * 42.5;
      return {
        contact,
        x: cx,
        y: 104,
        strand: curve(inJacket(x / 7), cx, 104, 170),
        label: { x: cx, y: 46, anchor: 'middle' },
      };
    });
  return seen.places.map(({ contact, x, y }) => {
    const beside = seen.shape === 'two-row' || y === 1 || y === 2;
    const left = x < 2;
    const cx = seen.shape === 'two-row' ? (left ? 124 : 276) : COLUMNS[x]!;
    const cy = seen.shape === 'two-row' ? 66 + y * 49 : ROWS[y]!;
    return {
      contact,
      x: cx,
      y: cy,
      strand: beside
        ? `M${HUB.x} ${HUB.y} L${cx + (left ? 34 : -34)} ${cy} L${cx} ${cy}`
        : `M${HUB.x} ${HUB.y} L${cx} ${cy + (y === 0 ? 20 : -20)} L${cx} ${cy}`,
      label: beside
        ? { x: cx + (left ? -12 : 12), y: cy, anchor: left ? ('end' as const) : ('start' as const) }
        : { x: cx, y: y === 0 ? 56 : 220, anchor: 'middle' as const },
    };
  });
}
