import { recall, remember } from '$lib/device/small';
import { answerOf, HELD_MS, LOOK_MS, spokenAt, type HandAnswer, type HandsAt } from '$core/bench/hands-free';
import { CAUTIONS, allCautions } from '$core/bench/cautions';
import { guideText } from '$core/bench/guide-text';
import { PressGuard, STEP_AFTER_MS } from '$lib/controls/press-guard.svelte';
import type { BenchSession } from './session.svelte';

const ON = 'gauntlet:hands-free';
/** Longest that one contact or point takes to be said, in ms. Our judgement. */
const MOST_SPOKEN_MS = 6000;

/** Says something; `done` once it was said. */
export type Say = (text: string, done: () => void) => void;

/** Speaks by the browser's own voice, one that needs no network; where this device has none it is only shown. */
const speak: Say = (text, done) => {
  if (!('speechSynthesis' in window)) return done();
  speechSynthesis.cancel();
  const words = new SpeechSynthesisUtterance(text);
  const voices = speechSynthesis.getVoices();
  const voice = voices.find((v) => v.localService && v.lang.startsWith('en'));
  if (voice) words.voice = voice;
  words.lang = voice?.lang ?? 'en';
  if (!voices.length) return done();
  words.onend = done;
  words.onerror = done;
  speechSynthesis.speak(words);
};

/** Terminating without hands on the screen: what comes next is said, one key or pedal answers, short or held. */
export class HandsFree {
  on = $state(false);
  /** A bounced pedal is no answer: what is asked has to have been there to be looked at. */
  readonly guard: PressGuard;
  /** Contacts and points are told one after another, and one press answers for all. */
  paced = $state(false);
  /** What was heard last, for the screen to show. */
  heard = $state<HandAnswer | null>(null);
  /** Points of the look that were answered, or told. */
  private looked = $state(0);
  /** Contacts told so far in one go. */
  private toldUpTo = $state(0);
  private downAt: number | null = null;
  private holding: ReturnType<typeof setTimeout> | undefined;
  private pacing: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly session: BenchSession,
    /** Does what the main action of the screen does. */
    private readonly main: () => void,
    private readonly say: Say = speak,
    now?: () => number,
  ) {
    this.guard = new PressGuard(now, STEP_AFTER_MS);
  }

  resume(): void {
    const kept = recall(ON);
    this.on = kept === 'on' || kept === 'paced';
    this.paced = kept === 'paced';
  }
  turn(on: boolean, paced = this.paced): void {
    this.on = on;
    this.paced = paced;
    remember(ON, !on ? 'off' : paced ? 'paced' : 'on');
    clearTimeout(this.pacing);
    if (!on && 'speechSynthesis' in window) speechSynthesis.cancel();
  }

  /** Which contact of the read-back is asked or told. */
  private get contactAt(): number {
    return this.paced ? Math.max(this.toldUpTo, this.session.held.length) : this.session.held.length;
  }

  readonly at = $derived.by((): HandsAt => {
    const { session, paced } = this;
    const { gate, guide, setting } = session;
    if (gate === session.firstGate() && session.cautionsNew)
      return { gate, steps: [], cautions: allCautions(guide, session.cable).map((id) => CAUTIONS[id]) };
    const steps = gate === 'log' ? [] : guide.gates[gate].steps.map((s) => guideText(s, guide, setting));
    if (gate === 'read-back') {
      if (session.toldWrong) return { gate, steps, wrong: session.toldWrong };
      const asked = session.contacts[this.contactAt];
      if (asked) return { gate, steps, contact: { contact: asked, wants: session.wanted[this.contactAt]! }, ...(paced ? { paced: 'telling' } : {}) }; // prettier-ignore
      return {
        gate,
        steps,
        ...(paced && session.held.length < session.contacts.length ? { paced: 'told' } : {}),
      };
    }
    if (gate !== 'look') return { gate, steps };
    const point = steps[this.looked];
    if (point === undefined && session.amiss.length) return { gate, steps, amiss: true };
    return { gate, steps, point, ...(paced ? { paced: point === undefined ? 'told' : 'telling' } : {}) };
  });
  readonly words = $derived.by(() => spokenAt(this.at));

  /** Says where one is, and goes on by itself where things are told in one go. Call it whenever `words` changes. */
  tell(): void {
    this.guard.shown();
    if (!this.on) return;
    clearTimeout(this.pacing);
    const said = this.words;
    const { paced } = this.at;
    if (paced !== 'telling') return this.say(said, () => {});
    const on = () => this.on && said === this.words && this.onward();
    // A voice that never says that it ended stops nobody.
    this.pacing = setTimeout(on, MOST_SPOKEN_MS + LOOK_MS);
    this.say(said, () => {
      if (said !== this.words) return;
      clearTimeout(this.pacing);
      this.pacing = setTimeout(on, LOOK_MS);
    });
  }
  /** The next contact or point is told. */
  private onward(): void {
    if (this.at.gate === 'look') this.looked++;
    else this.toldUpTo = this.contactAt + 1;
  }

  /** A key or pedal went down; held long enough it says that something is wrong before it is let go. */
  down(): void {
    if (this.downAt !== null) return;
    this.downAt = Date.now();
    this.holding = setTimeout(() => this.answer('wrong'), HELD_MS);
  }
  up(): void {
    if (this.downAt === null) return;
    const answer = answerOf(Date.now() - this.downAt, true);
    this.downAt = null;
    clearTimeout(this.holding);
    if (answer === 'right') this.answer('right');
  }

  private answer(answer: HandAnswer): void {
    if (!this.guard.armed) return;
    this.heard = answer;
    const { session, at } = this;
    if (at.cautions) return answer === 'right' ? this.main() : undefined;
    if (at.gate === 'read-back') return this.answerContact(answer);
    if (at.gate === 'look' && (at.point !== undefined || at.paced || at.amiss))
      return this.answerLook(answer);
    if (answer === 'wrong') session.back();
    else this.main();
  }

  private answerContact(answer: HandAnswer): void {
    const { session, at } = this;
    if (session.toldWrong) return session.putRight();
    if (at.paced === 'told') {
      if (answer === 'wrong') return void (this.toldUpTo = session.held.length);
      while (session.gate === 'read-back' && session.held.length < session.contacts.length)
        session.told(true);
      return;
    }
    if (!at.contact) return this.main();
    if (!this.paced) return session.told(answer === 'right');
    // A short press while they are told hurries on; held, the one that was just told is wrong.
    if (answer === 'right') return this.onward();
    while (session.held.length < this.contactAt) session.told(true);
    session.told(false);
  }

  private answerLook(answer: HandAnswer): void {
    const { session, at } = this;
    if (at.amiss) {
      this.looked = 0;
      return answer === 'right' ? session.mended() : session.startAgain();
    }
    if (at.paced === 'told') {
      if (answer === 'wrong') return void (this.looked = 0);
      return this.main();
    }
    if (answer === 'wrong') session.toggleAmiss(at.point!);
    this.looked++;
    // The last point answered is the press, where nothing was wrong.
    if (!this.paced && this.at.point === undefined && !session.amiss.length) this.main();
  }

  /** What was begun to be pressed is no answer any more: the screen or the window is left. */
  letGo(): void {
    clearTimeout(this.holding);
    this.downAt = null;
  }

  /** Another gate. */
  begin(): void {
    this.looked = 0;
    this.toldUpTo = 0;
    this.heard = null;
  }
}
