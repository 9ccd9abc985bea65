import type { Ground } from '$core/bench/guide-text';
import type { ConnectorFamily } from '$core/wiring/connector';

/** How a line of a body is drawn: `back` behind the strands, `front` before them, `hatch` for braid and foil. */
export interface Shape {
  d: string;
  layer: 'back' | 'front' | 'hatch' | 'dashed';
  /** Only where a plug is seen from this side. */
  from?: 'rear' | 'front';
  /** Only in a shielded plug that takes its drain so. */
  ground?: Ground;
}

const back = (d: string): Shape => ({ d, layer: 'back' });
const front = (d: string): Shape => ({ d, layer: 'front' });
const hatch = (d: string): Shape => ({ d, layer: 'hatch' });
const dashed = (d: string): Shape => ({ d, layer: 'dashed' });
const box = (x: number, y: number, w: number, h: number) => `M${x} ${y}h${w}v${h}h${-w}z`;

const seenFrom = (from: 'rear' | 'front', shape: Shape): Shape => ({ ...shape, from });
const hole = (x: number, y: number) => `M${x - 15} ${y}a15 15 0 1 0 30 0a15 15 0 1 0 -30 0`;
const columns = [39, 85, 131, 177, 223, 269, 315, 361];

const BODY = [back(box(14, 56, 372, 156)), seenFrom('rear', front('M14 82 H386'))];
/** The strain latch presses on the jacket. */
const STRAIN_LATCH = seenFrom('rear', front('M122 184 H278 L270 202 H130 Z'));
const NOSE = seenFrom('rear', back('M8 56 H392 V48 H8 Z'));
const PLUG = [...BODY, STRAIN_LATCH];
const JACK_BODY = back(box(64, 36, 272, 208));
const SOCKET = back('M150 36 V18 H250 V36');
const WINGS = [back('M64 60 L34 84 V196 L64 220'), back('M336 60 L366 84 V196 L336 220')];
const ROUND = back('M200 20 A120 120 0 1 1 199.9 20 Z');

/** Two springs of a shell that press on what lies along the jacket's back, one either side of the middle. */
const SPRINGS = [150, 210].map((x) => `M${x} 206 q10 -10 20 0 t20 0 v14 q-10 10 -20 0 t-20 0 z`).join(' ');

/** The body of each family, in a frame 400 wide with the cable coming up from below. */
export const SHAPES: Record<ConnectorFamily, readonly Shape[]> = {
  'closed-plug': [...PLUG, NOSE],
  'pass-through-plug': [...PLUG, seenFrom('rear', dashed('M8 44 H392'))],
  'load-bar-plug': [...PLUG, NOSE, seenFrom('rear', front(box(18, 104, 364, 20)))],
  'staggered-load-bar-plug': [
    ...PLUG,
    NOSE,
    seenFrom('rear', front(box(18, 98, 364, 30))),
    seenFrom('rear', dashed('M18 113 H382')),
    seenFrom('front', back(box(18, 78, 364, 100))),
    ...columns.map((x, i) => seenFrom('front', back(hole(x, i % 2 ? 155 : 111)))),
  ],
  'shielded-plug': [
    ...PLUG,
    back(box(4, 48, 392, 172)),
    // The back of the shell, with the foil under it; then what takes the drain.
    seenFrom('rear', hatch(box(136, 226, 128, 16))),
    { ...seenFrom('rear', front(SPRINGS)), ground: 'internal' },
    { ...seenFrom('rear', back('M110 220 L118 250 H282 L290 220')), ground: 'external' },
    { ...seenFrom('rear', dashed('M114 234 H286')), ground: 'external' },
  ],
  'punch-down-jack': [JACK_BODY, SOCKET, back(box(126, 50, 10, 180)), back(box(264, 50, 10, 180))],
  'toolless-jack': [JACK_BODY, SOCKET, dashed('M52 36 Q200 4 348 36'), dashed('M52 244 Q200 276 348 244')],
  'shielded-toolless-jack': [JACK_BODY, SOCKET, ...WINGS, hatch(box(164, 252, 72, 20))],
  'core-and-cap': [
    back('M112 16 H288 L344 72 V208 L288 264 H112 L56 208 V72 Z'),
    dashed('M200 24 V256 M64 140 H336'),
  ],
  'field-plug': [ROUND, back('M200 20 V260 M80 140 H320')],
  'braided-connector': [
    JACK_BODY,
    SOCKET,
    hatch('M200 92 A48 48 0 1 1 199.9 92 Z'),
    dashed(box(84, 44, 232, 192)),
  ],
  'patch-panel': [
    back(box(12, 78, 376, 80)),
    back('M108 78 V158 M200 78 V158 M292 78 V158'),
    dashed('M0 78 H12 M388 78 H400 M0 158 H12 M388 158 H400'),
  ],
  'coax-compression': [
    back(box(120, 76, 160, 104)),
    back(box(104, 46, 192, 30)),
    // From the outside in: the jacket, the braid folded back over it all round, the white dielectric, the centre.
    back(box(166, 200, 68, 86)),
    back(box(178, 112, 44, 88)),
    hatch(box(150, 200, 100, 52)),
    hatch(box(156, 206, 88, 40)),
    hatch(box(162, 212, 76, 28)),
  ],
};
