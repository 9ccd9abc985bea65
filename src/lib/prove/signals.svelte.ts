import { recallJson, rememberJson } from '$lib/device/small';
import type { Verdict } from '$core/reading/verdict';

/** Ways in which a verdict is given beside the words on screen. */
export const SIGNALS = ['big', 'tone', 'buzz', 'voice'] as const;
/** A way of giving a verdict: the whole screen for a moment, a tone, a vibration, spoken. */
export type Signal = (typeof SIGNALS)[number];

const KEY = 'gauntlet:signals';
/** How long the whole screen says it: long enough to be read from two metres, shorter than the guard of the next port. */
const SHOWN_MS = 650;

const WORDS: Record<Verdict, string> = { pass: 'pass', provisional: 'provisional', fail: 'fail' };

/** What is on the whole screen. */
export interface Shown {
  label: string;
  verdict: Verdict;
}

/** Gives verdicts so that they are seen, heard and felt by who is not looking at the screen. Kept on the device. */
class VerdictSignals {
  /** Only the whole screen is on until somebody asks for more. */
  on = $state<readonly Signal[]>(['big']);
  shown = $state.raw<Shown | null>(null);
  private timer: ReturnType<typeof setTimeout> | undefined;
  private audio: AudioContext | undefined;

  resume(): void {
    const kept = recallJson<unknown>(KEY);
    if (Array.isArray(kept)) this.on = SIGNALS.filter((s) => kept.includes(s));
  }

  toggle(signal: Signal): void {
    this.on = this.on.includes(signal) ? this.on.filter((s) => s !== signal) : [...this.on, signal];
    rememberJson(KEY, this.on);
  }

  /** Says what a reading of a link came to; `reason` is spoken with a fail. */
  give(label: string, verdict: Verdict, reason = ''): void {
    const good = verdict !== 'fail';
    if (this.on.includes('big')) {
      this.shown = { label, verdict };
      clearTimeout(this.timer);
      this.timer = setTimeout(() => (this.shown = null), SHOWN_MS);
    }
    if (this.on.includes('buzz')) navigator.vibrate?.(good ? 60 : [120, 80, 120, 80, 240]);
    if (this.on.includes('tone')) this.tone(good ? [880, 1175] : [220, 165, 165]);
    if (this.on.includes('voice') && 'speechSynthesis' in window) {
      speechSynthesis.cancel();
      speechSynthesis.speak(
        new SpeechSynthesisUtterance(
          `${label.split('').join(' ')}, ${WORDS[verdict]}${good ? '' : `, ${reason}`}`,
        ),
      );
    }
  }

  /** A short row of tones: rising is good, low is not. */
  private tone(row: readonly number[]): void {
    if (typeof AudioContext === 'undefined') return;
    const audio = (this.audio ??= new AudioContext());
    row.forEach((hertz, i) => {
      const [osc, gain] = [audio.createOscillator(), audio.createGain()];
      const at = audio.currentTime + i * 0.13;
      osc.frequency.value = hertz;
      gain.gain.setValueAtTime(0.2, at);
      gain.gain.exponentialRampToValueAtTime(0.001, at + 0.12);
      osc.connect(gain).connect(audio.destination);
      osc.start(at);
      osc.stop(at + 0.12);
    });
  }
}

/** The verdict signals of this device. */
export const signals = new VerdictSignals();
