/** The tone of a probe, pulsing between two pitches, which is easier to follow than a steady one. */
const PITCHES_HZ = [760, 1040] as const;
const PULSE_SECONDS = 0.22;
/** Loudest the probe ever gets, of what the device can do: it is held near the ear. Our judgement. */
const LOUDEST = 0.35;

/** A probe's sound through Web Audio. Silent until it is told a level. */
export class ProbeSound {
  private context: AudioContext | null = null;
  private gain: GainNode | null = null;

  /** Sounds at so many decibels below the loudest; `volume` is 0 to 1. Begins at the first call, by a tap. */
  sound(levelDb: number, volume: number): void {
    if (!this.context) {
      this.context = new AudioContext();
      this.gain = this.context.createGain();
      this.gain.gain.value = 0;
      this.gain.connect(this.context.destination);
      const tone = this.context.createOscillator();
      tone.type = 'triangle';
      const pulse = this.context.createOscillator();
      pulse.type = 'square';
      pulse.frequency.value = 1 / (2 * PULSE_SECONDS);
      const swing = this.context.createGain();
      swing.gain.value = (PITCHES_HZ[1] - PITCHES_HZ[0]) / 2;
      tone.frequency.value = (PITCHES_HZ[0] + PITCHES_HZ[1]) / 2;
      pulse.connect(swing).connect(tone.frequency);
      tone.connect(this.gain);
      tone.start();
      pulse.start();
    }
    void this.context.resume();
    const amplitude = LOUDEST * volume * 10 ** (levelDb / 20);
    this.gain!.gain.setTargetAtTime(amplitude, this.context.currentTime, 0.03);
  }
  silence(): void {
    if (this.context && this.gain) this.gain.gain.setTargetAtTime(0, this.context.currentTime, 0.03);
  }
  close(): void {
    void this.context?.close();
    this.context = this.gain = null;
  }
}
