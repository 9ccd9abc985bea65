<script lang="ts">
  import { connectorsFor } from '$core/model/cable-named';
  import { fitOf } from '$core/bench/fit';
  import FitSheet from './FitSheet.svelte';
  import type { BenchSession } from './session.svelte';

  let { session }: { session: BenchSession } = $props();
  let open = $state(false);
  const connector = $derived(connectorsFor(session.connector, session.job.plan.parts)[0]);
  const fit = $derived(session.cable && connector ? fitOf(session.cable, connector.spec) : null);
  const notes = $derived(fit?.reasons.filter((r) => r.grade !== 'fits') ?? []);
</script>

<section
  aria-label="Fit"
  class={['pl-3', fit?.grade === 'does-not-fit' ? 'border-l-4 border-wrong' : 'border-l-4 border-rule']}
>
  {#if fit && connector}
    <p>
      <strong
        >{fit.grade === 'fits'
          ? 'Fits.'
          : fit.grade === 'remedy'
            ? 'Fits, with a remedy.'
            : 'Does not fit.'}</strong
      >
      {notes.map((n) => n.text).join(' ')} Category {fit.category} at most.
    </p>
  {:else}
    <p>
      {session.link.cable ? `No cable is known as "${session.link.cable}"` : 'The plan names no cable'}: give
      its figures, and the fit can be told.
    </p>
  {/if}
  <button class="min-h-12 font-semibold underline underline-offset-4" onclick={() => (open = true)}
    >cable and connector</button
  >
</section>
{#if open}<FitSheet {session} onclose={() => (open = false)} />{/if}
