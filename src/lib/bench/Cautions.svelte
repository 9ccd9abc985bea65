<script lang="ts">
  import { allCautions, CAUTIONS, cautionsAt } from '$core/bench/cautions';
  import type { BenchSession } from './session.svelte';

  let { session }: { session: BenchSession } = $props();
  const here = $derived(
    session.gate === 'identify' ? [] : cautionsAt(session.gate, session.guide, session.cable),
  );
  const all = $derived(allCautions(session.guide, session.cable));
</script>

{#if session.gate === 'identify'}
  {#if session.cautionsNew}
    <section class="border-2 border-ink p-3" aria-label="Cautions">
      <h2 class="font-bold">Before the first one of this kind</h2>
      <ul class="mt-1 grid gap-1">
        {#each all as id (id)}<li>{CAUTIONS[id]}</li>{/each}
      </ul>
      <button class="in-reach mt-2 act act-now" data-main-action onclick={() => session.acknowledge()}
        >Read and understood <kbd class="hidden key lg:inline">PgDn</kbd></button
      >
    </section>
  {:else}
    <p class="text-sm text-faint">{CAUTIONS.codes}</p>
  {/if}
{:else}
  {#each here as id (id)}<p class="text-sm text-faint">{CAUTIONS[id]}</p>{/each}
{/if}
