import type { BenchConductor } from '$core/bench/seats';
import { colourOf, isWhite } from '$core/wiring/conductors';

/** How a conductor is drawn: its base colour and, for a white one, the colour of its stripe. */
export interface StrandPaint {
  base: string;
  stripe: string | null;
}

/** The paint of a conductor, in tokens of the style sheet. */
export function paintOf(conductor: BenchConductor): StrandPaint {
  if (conductor === 'CENTRE' || conductor === 'BRAID')
    return { base: conductor === 'CENTRE' ? 'var(--strand-white)' : 'var(--strand-drain)', stripe: null };
  const colour = colourOf(conductor);
  if (colour === null) return { base: 'var(--strand-drain)', stripe: null };
  return isWhite(conductor)
    ? { base: 'var(--strand-white)', stripe: `var(--strand-${colour})` }
    : { base: `var(--strand-${colour})`, stripe: null };
}
