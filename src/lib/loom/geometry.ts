import type { Copper } from '$core/copper/copper';
import {
  CONDUCTORS,
  contactsOf,
  isWhite,
  PAIR_COLOURS,
  type Conductor,
  type Contact,
  type End,
  type PairColour,
} from '$core/wiring/conductors';
import { laidAt, type Layout } from '$core/wiring/schemes';

/** A piece of a strand with the layer it is drawn in; twists are pieces that pass over and under. */
export interface StrandPiece {
  key: string;
  conductor: Conductor;
  d: string;
  layer: number;
}

/** A break to be drawn frayed, at a point. */
export interface Fray {
  key: string;
  conductor: Conductor;
  x: number;
  y: number;
}

/** Two points that copper joins where it should not. */
export interface BridgeMark {
  key: string;
  d: string;
}

/** A contact with its box, what lies in it, and whether that is wrong. */
export interface ContactBox {
  end: End;
  contact: Contact;
  conductor: Conductor | null;
  x: number;
  y: number;
  wrong: boolean;
  open: boolean;
}

/** A loom ready to be drawn. */
export interface LoomDrawing {
  width: number;
  height: number;
  boxWidth: number;
  boxHeight: number;
  pieces: StrandPiece[];
  frays: Fray[];
  bridges: BridgeMark[];
  boxes: ContactBox[];
  jacket: { x: number; y: number; width: number; height: number };
}

/** What a loom is drawn from. `breakAt` places span breaks along the cable, 0 at the head to 1. */
export interface LoomInput {
  copper: Copper;
  layouts: Record<End, Layout>;
  shielded: boolean;
  upright: boolean;
  breakAt?: number | undefined;
}

const HALF_TURNS = 8;
const AMPLITUDE = 8;
const GAP = 13;

interface Frame {
  /** Along the cable: length of the drawing, ends of the boxes, of the fans, of the jacket. */
  length: number;
  box: number;
  fan: number;
  /** Across the cable: place of a contact, place of a pair's lane. */
  contact(i: number): number;
  lane(i: number): number;
  across: number;
}

const pitchOf = (shielded: boolean, upright: boolean): number =>
  upright ? (shielded ? 40 : 45) : shielded ? 37 : 42;

/** How large a loom is drawn, in its own units, with the room for what its ends are called. */
export function loomSize(shielded: boolean, upright: boolean): { width: number; height: number } {
  const across = contactsOf(shielded).length * pitchOf(shielded, upright) + 4;
  const { x, y } = loomMargin(upright);
  const [width, height] = upright ? [across, ALONG.upright] : [ALONG.flat, across];
  return { width: width + 2 * x, height: height + 2 * y };
}
/** Room at each side of a loom. */
export const loomMargin = (upright: boolean): { x: number; y: number } =>
  upright ? { x: 0, y: 34 } : { x: 22, y: 22 };
const ALONG = { upright: 300, flat: 790 };

/** Draws copper as a cable: boxes at the ends, fans, four twisted pairs, with what is wrong where it sits. */
export function drawLoom({ copper, layouts, shielded, upright, breakAt }: LoomInput): LoomDrawing {
  const contacts = contactsOf(shielded);
  const n = contacts.length;
  const pitch = pitchOf(shielded, upright);
  const frame: Frame = upright
    ? {
        length: ALONG.upright,
        box: 28,
        fan: 88,
        across: n * pitch + 4,
        contact: (i) => 2 + pitch / 2 + i * pitch,
        lane: (i) => ((i + 0.5) * n * pitch) / lanes(shielded),
      }
    : {
        length: ALONG.flat,
        box: 60,
        fan: 130,
        across: n * pitch + 4,
        contact: (i) => 2 + pitch / 2 + i * pitch,
        lane: (i) => ((i + 0.5) * n * pitch) / lanes(shielded),
      };
  const point = (u: number, v: number) => (upright ? `${r(v)} ${r(u)}` : `${r(u)} ${r(v)}`);
  const xy = (u: number, v: number) => (upright ? { x: v, y: u } : { x: u, y: v });
  const order = laneOrder(layouts.head);
  const laneOf = (c: Conductor) =>
    c === 'DRAIN' ? 4 : order.indexOf(PAIR_COLOURS[CONDUCTORS.indexOf(c) >> 1]!);
  const jacketStart = frame.box + frame.fan;
  const jacketEnd = frame.length - jacketStart;
  const span = jacketEnd - jacketStart;
  const half = span / HALF_TURNS;
  const cutAt = Math.min(HALF_TURNS - 2, Math.max(1, Math.round((breakAt ?? 0.5) * HALF_TURNS - 0.5)));

  const drawing: LoomDrawing = {
    width: upright ? frame.across : frame.length,
    height: upright ? frame.length : frame.across,
    boxWidth: upright ? pitch - 6 : frame.box,
    boxHeight: upright ? frame.box : pitch - 10,
    pieces: [],
    frays: [],
    bridges: [],
    boxes: [],
    jacket: upright
      ? { x: 1, y: jacketStart, width: frame.across - 2, height: span }
      : { x: jacketStart, y: 1, width: span, height: frame.across - 2 },
  };
  const bridgedAt = (end: End, c: Contact) => copper[end].bridges.some((b) => b.includes(c));

  for (const end of ['head', 'tail'] as const) {
    contacts.forEach((contact, i) => {
      const conductor = copper[end].seats[contact] ?? null;
      const open = copper[end].open.includes(contact);
      const u = end === 'head' ? 0 : frame.length - frame.box;
      const v = frame.contact(i) - (upright ? drawing.boxWidth : drawing.boxHeight) / 2;
      drawing.boxes.push({
        end,
        contact,
        conductor,
        open,
        ...xy(u, v),
        wrong: open || bridgedAt(end, contact) || conductor !== laidAt(layouts[end], contact),
      });
      if (conductor) fan(end, conductor, i, open);
    });
    copper[end].bridges.forEach(([a, b]) => {
      const u = end === 'head' ? frame.box + 5 : frame.length - frame.box - 5;
      const out = end === 'head' ? 12 : -12;
      const [va, vb] = [frame.contact(contacts.indexOf(a)), frame.contact(contacts.indexOf(b))];
      drawing.bridges.push({
        key: `${end}${a}${b}`,
        d: `M ${point(u, va)} C ${point(u + out, va)} ${point(u + out, vb)} ${point(u, vb)}`,
      });
    });
  }

  for (const conductor of [...CONDUCTORS, ...(shielded ? (['DRAIN'] as const) : [])]) {
    const v = frame.lane(laneOf(conductor));
    const sign = conductor === 'DRAIN' ? 0 : isWhite(conductor) ? -1 : 1;
    const breaks = copper.cable.breaks.filter((b) => b.conductor === conductor);
    for (let k = 0; k < HALF_TURNS; k++) {
      const gone =
        (k === cutAt && breaks.some((b) => b.zone === 'span')) ||
        (k === 0 && breaks.some((b) => b.zone === 'head')) ||
        (k === HALF_TURNS - 1 && breaks.some((b) => b.zone === 'tail'));
      const u0 = jacketStart + k * half;
      const from = v + sign * AMPLITUDE * (k % 2 ? -1 : 1);
      const to = v - sign * AMPLITUDE * (k % 2 ? -1 : 1);
      if (gone) {
        drawing.frays.push({ key: `${conductor}${k}`, conductor, ...xy(u0 + half / 2, v) });
        continue;
      }
      drawing.pieces.push({
        key: `${conductor}${k}`,
        conductor,
        layer: sign > 0 === (k % 2 === 0) ? 1 : 0,
        d: `M ${point(u0, from)} C ${point(u0 + half / 2, from)} ${point(u0 + half / 2, to)} ${point(u0 + half, to)}`,
      });
    }
  }
  copper.cable.bridges.forEach(([a, b]) => {
    const u = jacketStart + half * 2.5;
    const [va, vb] = [
      frame.lane(laneOf(a)) - (isWhite(a) ? AMPLITUDE : -AMPLITUDE),
      frame.lane(laneOf(b)) + (isWhite(b) ? -AMPLITUDE : AMPLITUDE),
    ];
    const same = laneOf(a) === laneOf(b);
    drawing.bridges.push({
      key: `cable${a}${b}`,
      d: `M ${point(u, va - (same ? 6 : 0))} L ${point(u, vb + (same ? 6 : 0))}`,
    });
  });
  drawing.pieces.sort((a, b) => a.layer - b.layer);
  return drawing;

  function fan(end: End, conductor: Conductor, i: number, open: boolean): void {
    const v = frame.contact(i);
    const sign = conductor === 'DRAIN' ? 0 : isWhite(conductor) ? -1 : 1;
    const lane =
      frame.lane(laneOf(conductor)) + sign * AMPLITUDE * (end === 'tail' && HALF_TURNS % 2 ? -1 : 1);
    const flip = end === 'head' ? (u: number) => u : (u: number) => frame.length - u;
    const start = frame.box + (open ? GAP : 0);
    drawing.pieces.push({
      key: `${end}${conductor}`,
      conductor,
      layer: -1,
      d: `M ${point(flip(start), v)} C ${point(flip(start + frame.fan * 0.5), v)} ${point(flip(jacketStart - frame.fan * 0.45), lane)} ${point(flip(jacketStart), lane)}`,
    });
    if (open)
      drawing.frays.push({ key: `${end}${conductor}open`, conductor, ...xy(flip(frame.box + GAP - 3), v) });
  }
}

const lanes = (shielded: boolean) => (shielded ? 5 : 4);
const r = (x: number) => Math.round(x * 10) / 10;

/** Pairs in the order in which their contacts lie, so that a right end fans out with the fewest crossings. */
function laneOrder(layout: Layout): PairColour[] {
  const middle = (colour: PairColour) => {
    const p = PAIR_COLOURS.indexOf(colour);
    const at = (c: Conductor) => contactsOf(false).findIndex((x) => laidAt(layout, x) === c);
    return at(CONDUCTORS[2 * p]!) + at(CONDUCTORS[2 * p + 1]!) + (colour === 'blue' ? 0.5 : 0);
  };
  return [...PAIR_COLOURS].sort((a, b) => middle(a) - middle(b));
}
