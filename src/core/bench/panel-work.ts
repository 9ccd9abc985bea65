/** From one port of a panel to the next, in millimetres: 24 on the width of a rack. Our judgement. */
export const PORT_PITCH_MM = 17;
/** What a cable runs past its port before it is cut to the common line, in millimetres. Our judgement. */
export const PAST_PORT_MM = 120;

/** What is done once for all cables of a panel, before its first port. Common practice, no source. */
export const PANEL_STEPS = [
  { id: 'bundle', text: 'Bundle the cables in the order of their ports, the first on top, and bring them in from one side.' }, // prettier-ignore
  { id: 'form', text: 'Form the bundle along the rear bar: one cable leaves it at each port, from 1 upward.' },
  { id: 'mark', text: 'Mark every cable at the line where it is to be cut, all in one go.' },
  { id: 'trim', text: 'Cut all of them to that one line.' },
  { id: 'strip', text: 'Strip all of them to the same mark before the first is punched.' },
] as const; // prettier-ignore
/** One step of a whole panel. */
export type PanelStep = (typeof PANEL_STEPS)[number]['id'];

/** Where the bundle comes in, seen from the rear of the panel, where one works. */
export type EntrySide = 'left' | 'right';

/** How far each cable of a panel reaches from where the bundle comes in, to its cut, in millimetres, port by port. */
export const cascade = (ports: number, side: EntrySide): number[] =>
  Array.from({ length: ports }, (_, i) => {
    // Seen from the rear the first port lies at the right.
    const along = side === 'right' ? i + 1 : ports - i;
    return along * PORT_PITCH_MM + PAST_PORT_MM;
  });
