import { colourOf, isWhite, type Conductor } from '$core/wiring/conductors';

/** How a conductor is drawn: its base colour and, for a white one, the colour of its stripe. */
export interface StrandPaint {
  base: string;
  stripe: string | null;
}

/** The paint of a conductor, in tokens of the style sheet. */
export function paintOf(conductor: Conductor): StrandPaint {
  const colour = colourOf(conductor);
  if (colour === null) return { base: 'var(--strand-drain)', stripe: null };
  return isWhite(conductor)
    ? { base: 'var(--strand-white)', stripe: `var(--strand-${colour})` }
    : { base: `var(--strand-${colour})`, stripe: null };
}
