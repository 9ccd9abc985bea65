import { bundleRise, POE_TYPES } from '$core/electrical/poe';
import type { KnownOfLink } from '$core/certify/known-of-link';

const number = (text: string) => (text.trim() === '' ? NaN : Number(text.replace(',', '.')));

/** How a cable lies and how warm it gets, as far as somebody wrote it: what a link will carry is reckoned with it. */
export class Supposed {
  metres = $state('');
  air = $state('20');
  /** Cables of its bundle that carry power, and of which type; 0 where none does. */
  bundle = $state('1');
  powered = $state<0 | 1 | 2 | 3 | 4>(0);
  gauge = $state<23 | 24 | 26>(24);
  shielded = $state(false);
  /** Outer diameter of a cable that nobody told, in mm. Our judgement. */
  jacketMm = $state(5.5);

  readonly length = $derived(number(this.metres));
  readonly lengthKnown = $derived(this.length > 0 && this.length <= 200);
  readonly cables = $derived(number(this.bundle));
  readonly bundleKnown = $derived(Number.isInteger(this.cables) && this.cables >= 1 && this.cables <= 500);
  private readonly airDegrees = $derived(number(this.air));
  readonly airKnown = $derived(this.airDegrees >= -20 && this.airDegrees <= 60);
  /** How much warmer than the air the middle of its bundle gets, in kelvin. */
  readonly rise = $derived.by(() => {
    const type = POE_TYPES.find((t) => t.type === this.powered);
    return type && this.bundleKnown ? bundleRise(type, this.cables, this.gauge, this.jacketMm) : 0;
  });
  readonly celsius = $derived(this.airDegrees + this.rise);
  readonly known = $derived(this.lengthKnown && this.airKnown && this.bundleKnown);

  /** Takes over what plan and log know of a link. */
  take(of: KnownOfLink): void {
    if (of.metres) this.metres = String(of.metres);
    if (of.gauge) this.gauge = of.gauge <= 23 ? 23 : of.gauge >= 26 ? 26 : 24;
    if (of.jacketMm) this.jacketMm = of.jacketMm;
    this.shielded = of.shielded;
  }
}
