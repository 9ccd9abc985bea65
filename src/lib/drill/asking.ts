import type { Marked } from '$core/drill/question';
import type { PressGuard } from '$lib/controls/press-guard.svelte';

/** Whoever asks a question: takes the answer, and says how it went where that is told at once. */
export interface Asking {
  readonly marked: Marked | null;
  readonly guard: PressGuard;
  answer: (marked: Marked) => void;
}
