<script lang="ts">
  import { connectorsFor } from '$core/model/cable-named';
  import { fitOf, linkCategory } from '$core/bench/fit';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import { otherEnd } from '$core/wiring/conductors';
  import FitSheet from './FitSheet.svelte';
  import type { BenchSession } from './session.svelte';

  let { session }: { session: BenchSession } = $props();
  let open = $state(false);
  const connector = $derived(session.connectorPart);
  const fit = $derived(session.cable && connector ? fitOf(session.cable, connector.spec) : null);
  /** Trimming the spline is a step of every preparation: what is always said is not read. */
  const notes = $derived(fit?.reasons.filter((r) => r.grade !== 'fits' && r.about !== 'spline') ?? []);
  const across = $derived.by(() => {
    const { connector: family } = session.link[otherEnd(session.end)];
    return { family, spec: connectorsFor(family, session.job.plan.parts)[0]?.spec };
  });
  const category = $derived(session.cable && linkCategory(session.cable, [connector?.spec, across.spec]));
</script>

<section
  aria-label="Fit"
  class={['pl-3', fit?.grade === 'does-not-fit' ? 'border-l-4 border-wrong' : 'border-l-4 border-rule']}
>
  {#if fit && connector}
    <p>
      <strong
        >{fit.grade === 'does-not-fit'
          ? 'Does not fit.'
          : notes.length
            ? 'Fits, with a remedy.'
            : 'Fits.'}</strong
      >
      {notes.map((n) => n.text).join(' ')}
      {fit.category === category
        ? `Category ${category} at most.`
        : `This end ${fit.category}, the ${FAMILY_NAMES[across.family]} at the other holds the link to ${category}.`}
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
