import { recall, remember } from '$lib/device/small';
import { devicePixelRatio } from 'svelte/reactivity/window';
import { calibrate, NOMINAL_PX_PER_MM, TOUCH_PX_PER_MM, type Calibration } from '$core/bench/gauge';

const KEY = 'gauntlet:device-px-per-mm';

const touched = (): boolean => matchMedia('(pointer: coarse)').matches;

/** What a millimetre is on this device, once it was calibrated. */
export class GaugeScale {
  private devicePxPerMm = $state<number | null>(null);
  readonly calibrated = $derived.by(() => this.devicePxPerMm !== null);
  /** CSS pixels in a millimetre, as the page is zoomed now. */
  readonly pxPerMm = $derived.by(() =>
    this.devicePxPerMm === null
      ? touched()
        ? TOUCH_PX_PER_MM
        : NOMINAL_PX_PER_MM
      : this.devicePxPerMm / (devicePixelRatio.current ?? 1),
  );

  resume(): void {
    const kept = Number(recall(KEY));
    const dpr = devicePixelRatio.current ?? 1;
    // Judged when it was set; a page that is zoomed shows it larger or smaller.
    if (calibrate(kept / dpr, 1, dpr).ok) this.devicePxPerMm = kept;
  }

  /** Whether something so long could be so many CSS pixels on this screen. */
  judge(cssPx: number, mm: number): Calibration {
    return calibrate(cssPx, mm, devicePixelRatio.current ?? 1, touched());
  }

  /** Sets the scale from something of known length that was made so many CSS pixels long. */
  set(cssPx: number, mm: number): Calibration {
    const answer = this.judge(cssPx, mm);
    if (answer.ok) {
      this.devicePxPerMm = answer.devicePxPerMm;
      remember(KEY, String(answer.devicePxPerMm));
    }
    return answer;
  }
}
