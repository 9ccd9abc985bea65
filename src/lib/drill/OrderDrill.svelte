<script lang="ts">
  import { untrack } from 'svelte';
  import type { BenchConductor } from '$core/bench/seats';
  import { belongsAt } from '$core/bench/seats';
  import { markOrder } from '$core/drill/order';
  import type { OrderQuestion } from '$core/drill/question';
  import { CONDUCTORS } from '$core/wiring/conductors';
  import ConnectorDrawing from '$lib/bench/ConnectorDrawing.svelte';
  import { forThisScreen } from '$lib/controls/keys';
  import Swatch from '$lib/strand/Swatch.svelte';
  import { conductorText } from '$lib/strand/words';
  import { seenOf } from './seen';
  import type { Asking } from './asking';

  /** Eight conductors laid from memory, contact by contact as they lie from the left. */
  let { session, question }: { session: Asking; question: OrderQuestion } = $props();
  const q = untrack(() => question);
  let laid = $state.raw<readonly BenchConductor[]>([]);
  const seen = seenOf(q.view);
  const answered = $derived(session.marked !== null);
  const wrong = $derived(answered ? q.asked.filter((c, i) => laid[i] !== belongsAt(q.family, q.order, c)) : []); // prettier-ignore

  function lay(c: BenchConductor): void {
    if (answered || laid.length >= q.asked.length) return;
    laid = [...laid, c];
  }
  function onkeydown(event: KeyboardEvent): void {
    if (event.repeat || !forThisScreen(event)) return;
    const choice = /^[1-8]$/.test(event.key) ? CONDUCTORS[Number(event.key) - 1] : undefined;
    if (choice) lay(choice);
    else if (event.key === 'Backspace' && !answered) laid = laid.slice(0, -1);
    else return;
    event.preventDefault();
  }
</script>

<svelte:window {onkeydown} />

<p class="text-xl font-bold">
  Lay {q.order.scheme}{q.view
    ? `, ${q.view.from === 'front' ? 'looking into the nose' : `${q.view.up} up`}`
    : ''}, from the left.
</p>
<ConnectorDrawing
  family={q.family}
  {seen}
  shielded={false}
  shows={(c) => laid[q.asked.indexOf(c)] ?? null}
  here={answered ? null : (q.asked[laid.length] ?? null)}
  {wrong}
  small
/>
{#if !answered}
  <div class="grid grid-cols-2 gap-1.5 sm:grid-cols-4" role="group" aria-label="Conductors">
    {#each CONDUCTORS as c, i (c)}
      <button
        class="act min-h-12 justify-start gap-2 px-3 py-1"
        disabled={laid.includes(c)}
        onclick={() => lay(c)}
        ><Swatch conductor={c} />{conductorText(c)}<kbd class="ml-auto hidden key lg:inline">{i + 1}</kbd
        ></button
      >
    {/each}
  </div>
  <div
    class={[
      'grid grid-cols-[1fr_2fr] gap-2 bg-paper py-1',
      laid.length === q.asked.length && 'in-reach-alone',
    ]}
  >
    <button class="act" disabled={!laid.length} onclick={() => (laid = laid.slice(0, -1))}>Take back</button>
    <button
      class={['act min-h-14', laid.length === q.asked.length && 'act-now']}
      data-main-action
      disabled={laid.length < q.asked.length}
      onclick={() => session.guard.take() && session.answer(markOrder(q, laid, conductorText))}
      >So it lies <kbd class="hidden key lg:inline">PgDn</kbd></button
    >
  </div>
{:else if wrong.length}
  <p class="text-lg">
    Right is {q.asked.map((c) => `${c} ${conductorText(belongsAt(q.family, q.order, c))}`).join(', ')}.
  </p>
{/if}
