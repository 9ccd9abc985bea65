<script lang="ts">
  import { untrack } from 'svelte';
  import { markNumber, type NumberQuestion } from '$core/drill/question';
  import type { Asking } from './asking';

  /** A number that is worked out; its way is shown afterwards. */
  let { session, question }: { session: Asking; question: NumberQuestion } = $props();
  const q = untrack(() => question);
  let text = $state('');
  let wrong = $state('');
  const answered = $derived(session.marked !== null);
  function done(event: SubmitEvent): void {
    event.preventDefault();
    if (answered) return;
    if (!/^-?\d+([.,]\d+)?$/.test(text.trim())) return void (wrong = 'Write a number, such as 12.5.');
    wrong = '';
    const marked = markNumber(q, text);
    session.answer(marked.right ? marked : { right: false, slip: `${text.trim()} ${q.unit}` });
  }
</script>

<form class="grid gap-3" onsubmit={done}>
  <p class="text-xl font-bold">{q.asks}</p>
  <label class="text-sm"
    >in {q.unit}
    <input
      class="field font-mono text-2xl"
      inputmode="decimal"
      autocomplete="off"
      bind:value={text}
      disabled={answered}
    />
  </label>
  {#if wrong}<p class="border-l-4 border-wrong pl-3" role="alert">{wrong}</p>{/if}
  {#if answered}
    <p class="text-lg">Right is <strong>{Number(q.right.toFixed(3))} {q.unit}</strong>.</p>
    <ul class="font-mono">
      {#each q.way as w (w)}<li>{w}</li>{/each}
    </ul>
  {:else}
    <button class={['act min-h-14 text-lg', text.trim() && 'in-reach-alone act-now']} data-main-action
      >That is it <kbd class="hidden key lg:inline">PgDn</kbd></button
    >
  {/if}
</form>
