import type { ConnectorFamily } from '$core/wiring/connector';

/** How a line of a body is drawn: `back` behind the strands, `front` before them, `hatch` for braid and foil. */
export interface Shape {
  d: string;
  layer: 'back' | 'front' | 'hatch' | 'dashed';
}

const back = (d: string): Shape => ({ d, layer: 'back' });
const front = (d: string): Shape => ({ d, layer: 'front' });
const hatch = (d: string): Shape => ({ d, layer: 'hatch' });
const dashed = (d: string): Shape => ({ d, layer: 'dashed' });
const box = (x: number, y: number, w: number, h: number) => `M${x} ${y}h${w}v${h}h${-w}z`;

const PLUG = [back(box(56, 62, 288, 146)), front('M56 84 H344'), dashed('M150 208 L160 236 H240 L250 208')];
const JACK_BODY = back(box(64, 36, 272, 208));
const SOCKET = back('M150 36 V18 H250 V36');
const WINGS = [back('M64 60 L34 84 V196 L64 220'), back('M336 60 L366 84 V196 L336 220')];
const ROUND = back('M200 4 A136 136 0 1 1 199.9 4 Z');

/** The body of each family, in a frame 400 wide and 300 high with the cable coming up from below. */
export const SHAPES: Record<ConnectorFamily, readonly Shape[]> = {
  'closed-plug': [...PLUG, back('M50 62 H350 V54 H50 Z')],
  'pass-through-plug': [...PLUG, front('M56 62 H344'), dashed('M44 52 H356')],
  'load-bar-plug': [...PLUG, back('M50 62 H350 V54 H50 Z'), front(box(60, 138, 280, 20))],
  'staggered-load-bar-plug': [...PLUG, back('M50 62 H350 V54 H50 Z'), back(box(60, 92, 280, 58))],
  'shielded-plug': [
    ...PLUG,
    back(box(46, 54, 308, 162)),
    back('M140 216 L148 262 H252 L260 216'),
    hatch(box(152, 238, 96, 20)),
  ],
  'punch-down-jack': [JACK_BODY, SOCKET, back(box(126, 50, 10, 180)), back(box(264, 50, 10, 180))],
  'toolless-jack': [JACK_BODY, SOCKET, dashed('M52 36 Q200 4 348 36'), dashed('M52 244 Q200 276 348 244')],
  'shielded-toolless-jack': [JACK_BODY, SOCKET, ...WINGS, hatch(box(164, 252, 72, 20))],
  'core-and-cap': [
    back('M112 16 H288 L344 72 V208 L288 264 H112 L56 208 V72 Z'),
    dashed('M200 24 V256 M64 140 H336'),
  ],
  'field-plug': [ROUND, back('M200 4 V276 M64 140 H336')],
  'braided-connector': [
    JACK_BODY,
    SOCKET,
    hatch('M200 92 A48 48 0 1 1 199.9 92 Z'),
    dashed(box(84, 44, 232, 192)),
  ],
  'patch-panel': [
    back(box(30, 78, 340, 80)),
    back('M115 78 V158 M200 78 V158 M285 78 V158'),
    dashed('M2 78 H30 M370 78 H398 M2 158 H30 M370 158 H398'),
  ],
  'coax-compression': [
    back(box(120, 60, 160, 120)),
    back(box(104, 28, 192, 32)),
    back(box(140, 180, 120, 44)),
    dashed('M176 60 V224 M224 60 V224'),
    hatch(box(146, 186, 28, 36)),
    hatch(box(226, 186, 28, 36)),
  ],
};
