import { devicePixelRatio } from 'svelte/reactivity/window';
import { calibrate, NOMINAL_PX_PER_MM, type Calibration } from '$core/bench/gauge';

const KEY = 'gauntlet:device-px-per-mm';

/** What a millimetre is on this device, once it was calibrated. */
export class GaugeScale {
  private devicePxPerMm = $state<number | null>(null);
  readonly calibrated = $derived.by(() => this.devicePxPerMm !== null);
  /** CSS pixels in a millimetre, as the page is zoomed now. */
  readonly pxPerMm = $derived.by(() =>
    this.devicePxPerMm === null ? NOMINAL_PX_PER_MM : this.devicePxPerMm / (devicePixelRatio.current ?? 1),
  );

  resume(): void {
    const kept = Number(localStorage.getItem(KEY));
    const dpr = devicePixelRatio.current ?? 1;
    if (calibrate(kept / dpr, 1, dpr).ok) this.devicePxPerMm = kept;
  }

  /** Sets the scale from something of known length that was made so many CSS pixels long. */
  set(cssPx: number, mm: number): Calibration {
    const answer = calibrate(cssPx, mm, devicePixelRatio.current ?? 1);
    if (answer.ok) {
      this.devicePxPerMm = answer.devicePxPerMm;
      localStorage.setItem(KEY, String(answer.devicePxPerMm));
    }
    return answer;
  }
}
